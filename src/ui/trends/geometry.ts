import { EVENT_LANES, type EventLane, QUANTITY, type TrendLane, type Trends } from '@/core'
import type { PlotData, PlotMarks } from '@/ui/chart/ApexPlot'
import { writtenAs } from '@/words/trendWords'

const LANE_HEIGHT = 92
const PAD = 9
const EVENT_HEIGHT = 24

export interface LanePlace {
  lane: TrendLane
  /** Pixels from the top of the picture. */
  top: number
  low: number
  high: number
  /** Figures at the side: where, and what stands there. */
  ticks: readonly number[]
  y: (value: number) => number
}
export interface EventPlace {
  lane: EventLane
  top: number
}
export interface Layout {
  lanes: readonly LanePlace[]
  events: readonly EventPlace[]
  height: number
}

const niceStep = (range: number): number => {
  const rough = range / 2.5
  const power = 10 ** Math.floor(Math.log10(rough))
  const [step = 10] = [1, 2, 2.5, 5, 10].filter((one) => one * power >= rough)
  return step * power
}

/** A lane shows its readings and its kept range; a line that shoots beyond both is cut at twice the range. */
const boundsOf = ({ lane }: { lane: TrendLane }): { low: number; high: number } => {
  const { quantity, band, readings, lines } = lane
  const [least, most] = QUANTITY[writtenAs(quantity)].possible
  const values = [
    ...readings.map(({ value }) => value),
    ...lines.flatMap((line) => line.map(({ value }) => value)),
    ...(band ? [band.low, band.high] : []),
  ]
  const low = Math.min(...values)
  const high = Math.max(...values)
  const room = 0.06 * (high - low) || 0.5 * 10 ** -QUANTITY[writtenAs(quantity)].decimals
  return { low: Math.max(least, low - room), high: Math.min(most, high + room) }
}

const ticksOf = (lane: TrendLane, low: number, high: number): number[] => {
  if (lane.band) return [lane.band.low, lane.band.high].filter((one) => one >= low && one <= high)
  const step = niceStep(high - low || 1)
  const first = Math.ceil(low / step)
  return Array.from({ length: 4 }, (_, i) => (first + i) * step).filter((one) => one <= high)
}

export const layoutOf = (trends: Pick<Trends, 'lanes' | 'events'>): Layout => {
  let top = 0
  const lanes = trends.lanes.map((lane): LanePlace => {
    const { low, high } = boundsOf({ lane })
    const own = top
    top += LANE_HEIGHT
    return {
      lane,
      top: own,
      low,
      high,
      ticks: ticksOf(lane, low, high),
      y: (value) =>
        own +
        PAD +
        (LANE_HEIGHT - 2 * PAD) *
          (1 - (Math.min(high, Math.max(low, value)) - low) / (high - low || 1)),
    }
  })
  const events = EVENT_LANES.filter((lane) =>
    trends.events.some((event) => event.lane === lane),
  ).map((lane): EventPlace => {
    const own = top
    top += EVENT_HEIGHT
    return { lane, top: own }
  })
  return { lanes, events, height: top }
}

/** The shape says how it was read, never whether it is good. */
const METHOD_MARKS = {
  strip: { shape: 'square', filled: false },
  drops: { shape: 'diamond', filled: true },
  meter: { shape: 'plus', filled: true },
  shop: { shape: 'triangle', filled: false },
} as const

/** Three sizes of an event, by its share of the largest in its lane. */
const EVENT_SIZES = [3, 4.5, 6] as const

const eventMarks = (trends: Trends, layout: Layout): PlotMarks[] => {
  const largest = new Map<EventLane, number>()
  for (const { lane, size } of trends.events)
    largest.set(lane, Math.max(largest.get(lane) ?? 0, size))
  const groups = new Map<string, PlotMarks & { points: [number, number][] }>()
  for (const { at, lane, size, down, marked } of trends.events) {
    const place = layout.events.find((one) => one.lane === lane)
    if (!place) continue
    const share = lane === 'filter' || lane === 'looks' ? 0.4 : size / (largest.get(lane) || 1)
    const step = share > 0.66 ? 2 : share > 0.33 ? 1 : 0
    const shape =
      lane === 'soaks'
        ? 'circle'
        : lane === 'filter'
          ? marked
            ? 'diamond'
            : 'line'
          : lane === 'looks'
            ? 'square'
            : 'triangle'
    const filled = lane === 'looks' ? marked === true : !down
    const key = `${shape} ${filled} ${step} ${lane}`
    const group: PlotMarks & { points: [number, number][] } = groups.get(key) ?? {
      shape,
      filled,
      colour: lane === 'soaks' ? 'copper' : 'spruce',
      size: EVENT_SIZES[step],
      points: [],
    }
    group.points.push([at, layout.height - place.top - EVENT_HEIGHT / 2])
    groups.set(key, group)
  }
  return [...groups.values()]
}

/** What the chart draws of a layout: heights up from the bottom. */
export const plotOf = (trends: Trends, layout: Layout): PlotData => {
  const up = (y: number) => layout.height - y
  return {
    areas: layout.lanes.flatMap(({ lane, y }) =>
      lane.lines.map((line) =>
        line.map(({ at, low, high }) => [at, up(y(low)), up(y(high))] as const),
      ),
    ),
    lines: layout.lanes.flatMap(({ lane, y }) =>
      lane.lines.map((line) => line.map(({ at, value }) => [at, up(y(value))] as const)),
    ),
    marks: [
      ...(['strip', 'drops', 'meter', 'shop'] as const).flatMap((method): PlotMarks[] => {
        const points = layout.lanes.flatMap(({ lane, y }) =>
          lane.readings
            .filter((reading) => reading.method === method)
            .map(({ at, value }) => [at, up(y(value))] as const),
        )
        return points.length > 0
          ? [{ ...METHOD_MARKS[method], colour: 'ink', size: 4, points }]
          : []
      }),
      ...eventMarks(trends, layout),
    ],
    bands: layout.lanes.flatMap(({ lane: { band }, y }) =>
      band ? [[up(y(band.low)), up(y(band.high))] as const] : [],
    ),
    grounds: trends.lives
      .slice(0, -1)
      .map((life, i) => [life.from, life.to ?? trends.to, (trends.lives.length - i) % 2] as const)
      .filter(([, , odd]) => odd === 0)
      .map(([from, to]) => [Math.max(from, trends.from), to] as const),
    rules: layout.lanes.slice(1).map(({ top }) => up(top)),
  }
}

/** Times travel in whole minutes: the last point of a line may lie that much before now. */
const ROUNDED = 60_000

/** What stood at a moment, by the line of a lane; nothing where there is none. */
export const valueAt = (
  lines: Trends['lanes'][number]['lines'],
  at: number,
): { value: number; half: number } | undefined => {
  for (const line of lines) {
    const after = line.findIndex((point) => point.at >= at - ROUNDED)
    const [b, a] = [line[after], line[after - 1] ?? line[after]]
    if (!a || !b || at < a.at - ROUNDED) continue
    const share = b.at === a.at ? 0 : Math.min(1, (at - a.at) / (b.at - a.at))
    const mix = (from: number, to: number) => from + share * (to - from)
    return { value: mix(a.value, b.value), half: (mix(a.high, b.high) - mix(a.low, b.low)) / 2 }
  }
  return undefined
}

interface Span {
  from: number
  to: number
}

/** What lies so near a cursor that it is meant, as a share of the time shown. */
const reachOf = ({ from, to }: Span) => (to - from) / 150

const nearest = <Point extends { at: number }>(points: readonly Point[], at: number, range: Span) =>
  points
    .filter((one) => Math.abs(one.at - at) <= reachOf(range))
    .sort((a, b) => Math.abs(a.at - at) - Math.abs(b.at - at))[0]

/** Every moment within a range at which something was read or done, for the keys. */
export const stopsIn = ({ lanes, events }: Pick<Trends, 'lanes' | 'events'>, range: Span) => {
  const all = [...lanes.flatMap(({ readings }) => readings), ...events]
  return [...new Set(all.map(({ at }) => at))]
    .filter((at) => at >= range.from && at <= range.to)
    .sort((a, b) => a - b)
}

/** The entry that a press at a moment opens. */
export const entryNear = (
  { lanes, events }: Pick<Trends, 'lanes' | 'events'>,
  at: number,
  range: Span,
) => nearest([...lanes.flatMap(({ readings }) => readings), ...events], at, range)?.id

/** What stands in the gutter of each lane: what was read near the cursor, and the line there; without a cursor the line's end. */
export const readoutAt = (layout: Layout, cursor: number | undefined, range: Span) =>
  layout.lanes.map(({ lane }) => ({
    lane,
    read: cursor === undefined ? undefined : nearest(lane.readings, cursor, range),
    line: valueAt(lane.lines, cursor ?? range.to),
  }))
export type Readout = ReturnType<typeof readoutAt>
