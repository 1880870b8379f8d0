import { METHODS, QUANTITY } from '../testing/quantity'
import { MINUTE } from '../time'
import { EVENT_LANES, type TrendLane, type TrendPoint, type Trends } from './trends'

/** Trends as they travel: times in minutes from the first, values as whole steps a tenth of what is shown, one flat list for each line. */
export interface PackedTrends extends Pick<Trends, 'from' | 'to' | 'lives' | 'readingsOnly'> {
  lanes: readonly (Pick<TrendLane, 'quantity' | 'band' | 'hidden'> & {
    /** time, value, half the width of nine in ten; and so on. */
    lines: readonly (readonly number[])[]
    /** time, value, method, entry; and so on. */
    readings: readonly number[]
  })[]
  /** time, entry, lane, size in tenths, 1 down and 2 marked; and so on. */
  events: readonly number[]
}

const scaleOf = (quantity: TrendLane['quantity']) =>
  10 ** (1 + QUANTITY[quantity === 'combinedChlorine' ? 'totalChlorine' : quantity].decimals)

/** In whole steps, never up to a half that would be shown as more than it is. */
const stepsOf = (exact: number) => {
  const near = Math.round(exact)
  return near % 10 === 5 && exact < near - 1e-9 ? near - 1 : near
}

export const packTrends = (trends: Trends): PackedTrends => {
  const minutes = (at: number) => Math.round((at - trends.from) / MINUTE)
  return {
    from: trends.from,
    to: trends.to,
    lives: trends.lives,
    readingsOnly: trends.readingsOnly,
    lanes: trends.lanes.map(({ quantity, band, hidden, lines, readings }) => {
      const steps = (value: number) => stepsOf(value * scaleOf(quantity))
      return {
        quantity,
        band,
        hidden,
        lines: lines.map((line) =>
          line.flatMap(({ at, value, high }) => [
            minutes(at),
            steps(value),
            Math.round((high - value) * scaleOf(quantity)),
          ]),
        ),
        readings: readings.flatMap(({ at, value, method, id }) => [
          minutes(at),
          steps(value),
          METHODS.indexOf(method),
          id,
        ]),
      }
    }),
    events: trends.events.flatMap(({ at, id, lane, size, down, marked }) => [
      minutes(at),
      id,
      EVENT_LANES.indexOf(lane),
      Math.round(10 * size),
      (down ? 1 : 0) + (marked ? 2 : 0),
    ]),
  }
}

/** A flat list in pieces of so many. */
const pieces = (flat: readonly number[], of: number): number[][] =>
  Array.from({ length: Math.floor(flat.length / of) }, (_, i) => flat.slice(i * of, (i + 1) * of))

export const unpackTrends = (packed: PackedTrends): Trends => {
  const at = (minutes: number) => packed.from + minutes * MINUTE
  return {
    from: packed.from,
    to: packed.to,
    lives: packed.lives,
    readingsOnly: packed.readingsOnly,
    lanes: packed.lanes.map(({ quantity, band, hidden, lines, readings }) => {
      const scale = scaleOf(quantity)
      return {
        quantity,
        band,
        hidden,
        lines: lines.map((line) =>
          pieces(line, 3).map(
            ([t = 0, value = 0, half = 0]): TrendPoint => ({
              at: at(t),
              value: value / scale,
              low: Math.max(0, (value - half) / scale),
              high: (value + half) / scale,
            }),
          ),
        ),
        readings: pieces(readings, 4).map(([t = 0, value = 0, method = 0, id = 0]) => ({
          at: at(t),
          value: value / scale,
          method: METHODS[method] ?? 'strip',
          id,
        })),
      }
    }),
    events: pieces(packed.events, 5).map(([t = 0, id = 0, lane = 0, size = 0, flags = 0]) => ({
      at: at(t),
      id,
      lane: EVENT_LANES[lane] ?? 'other',
      size: size / 10,
      ...(flags & 1 ? { down: true as const } : {}),
      ...(flags & 2 ? { marked: true as const } : {}),
    })),
  }
}
