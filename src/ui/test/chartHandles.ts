import type { ChartPlacement } from '@/core'
import type { Handle } from './PictureStage'

/** Where the rings lie before anybody has moved them. */
export const startChart = ({
  width,
  height,
}: {
  width: number
  height: number
}): ChartPlacement => ({
  firstLowest: { x: 0.2 * width, y: 0.55 * height },
  firstHighest: { x: 0.8 * width, y: 0.55 * height },
  lastLowest: { x: 0.2 * width, y: 0.85 * height },
  lastHighest: { x: 0.8 * width, y: 0.85 * height },
})

const CORNERS: readonly { id: keyof ChartPlacement; label: string; short: string }[] = [
  { id: 'firstLowest', label: 'First row’s lowest block', short: 'first low' },
  { id: 'firstHighest', label: 'First row’s highest block', short: 'first high' },
  { id: 'lastLowest', label: 'Last row’s lowest block', short: 'last low' },
  { id: 'lastHighest', label: 'Last row’s highest block', short: 'last high' },
]

/** A ring for each corner; a chart of one row has two. */
export const chartHandles = (chart: ChartPlacement, rows: number): Handle[] =>
  CORNERS.filter(({ id }) => rows > 1 || id.startsWith('first')).map((corner) => ({
    ...corner,
    point: chart[corner.id],
  }))
