import {
  along,
  bent,
  type ChartPlacement,
  chartPoints,
  distance,
  type Point,
  type StripPlacement,
} from '@/core'
import { chartHandles } from './chartHandles'
import type { PhotoPad } from './PhotoResult'
import type { Handle } from './PictureStage'

/** The rings that a person moves: the ends of the strip, the corners of a chart. */
export const photoHandles = (
  pads: readonly PhotoPad[],
  strip: StripPlacement,
  chart: ChartPlacement | undefined,
): Handle[] => [
  {
    id: 'first',
    label: `Middle of the first pad, ${pads[0]?.name ?? ''}`,
    short: pads.length > 1 ? '1' : 'pad',
    point: strip.first,
  },
  {
    id: 'last',
    label:
      pads.length > 1
        ? `Middle of the last pad, ${pads.at(-1)?.name ?? ''}`
        : 'White plastic beside the pad',
    short: pads.length > 1 ? String(pads.length) : 'white',
    point: strip.last,
  },
  ...(chart ? chartHandles(chart, pads.length) : []),
]

interface Mark {
  key: string
  point: Point
  radius: number
  label?: string
}

/** What follows the rings: the pads between, the blocks of a chart. */
export const photoMarks = (
  pads: readonly PhotoPad[],
  strip: StripPlacement,
  chart: ChartPlacement | undefined,
  pictureWidth: number,
): Mark[] => {
  const steps = Math.max(1, pads.length - 1)
  const radius = (0.22 * distance(strip.first, strip.last)) / steps
  const between = pads.slice(1, -1).map(({ name }, i) => ({
    key: name,
    point: along(strip.first, strip.last, bent((i + 1) / steps, strip.bend ?? 0)),
    radius,
    label: String(i + 2),
  }))
  const blocks = chart
    ? chartPoints(
        chart,
        pads.map(({ pad }) => pad.blocks.length),
      ).flat()
    : []
  return [
    ...between,
    ...blocks.map((point) => ({
      key: `${point.x} ${point.y}`,
      point,
      radius: pictureWidth / 110,
    })),
  ]
}
