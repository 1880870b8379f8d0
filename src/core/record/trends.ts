import { bandOf } from '../advice/state'
import type { WaterLifeTrajectory } from '../estimate/trajectory'
import { type Entry, type EntryOf, isKind } from '../journal/entry'
import { loadOf } from '../journal/load'
import { PRODUCTS } from '../products/product'
import { type Band, programmeOf } from '../programmes/programme'
import { NINE_IN_TEN } from '../random'
import type { Method, Quantity } from '../testing/quantity'
import { DAY, type Instant } from '../time'
import type { Tub } from '../tub/tub'
import { thin, thinMarks } from './thin'

/** What a lane of the picture shows; combined chlorine is what total shows above free. */
export type Trended = Quantity | 'combinedChlorine'

export interface TrendReading {
  at: Instant
  value: number
  method: Method
  /** Of its entry. */
  id: number
}
export interface TrendPoint {
  at: Instant
  value: number
  /** Nine in ten of what it may be lie between. */
  low: number
  high: number
}
export interface TrendLane {
  quantity: Trended
  band: Band | undefined
  /** One for each water; nothing is drawn across a refill. */
  lines: readonly (readonly TrendPoint[])[]
  readings: readonly TrendReading[]
  /** Of these, so many were left out for want of room. */
  hidden: number
}

export const EVENT_LANES = ['soaks', 'sanitizer', 'balance', 'other', 'filter', 'looks'] as const
export type EventLane = (typeof EVENT_LANES)[number]
export interface TrendEvent {
  at: Instant
  id: number
  lane: EventLane
  /** Person-hours of a soak, grams of a dose; 1 for the rest. */
  size: number
  /** A dose that takes down what its lane is about, as acid does. */
  down?: true
  /** A look that found something, or a part of the water that was changed. */
  marked?: true
}

export interface Trends {
  from: Instant
  to: Instant
  lanes: readonly TrendLane[]
  events: readonly TrendEvent[]
  /** The waters in this time, oldest first. */
  lives: readonly { from: Instant; to: Instant | undefined }[]
  /** No line is drawn over so long a time. */
  readingsOnly: boolean
}

/** A longer time shows readings alone: at several days a point a line that jumps with every dose is a smear. */
export const LONGEST_WITH_LINES = 400 * DAY

/** The lanes of a programme in the order of the picture; those that were never read are left out. */
const lanesOf = (tub: Tub): Trended[] => {
  const { sanitizer } = programmeOf(tub.programme)
  const rest: Trended[] = [
    'combinedChlorine',
    'pH',
    'totalAlkalinity',
    'calciumHardness',
    'cyanuricAcid',
    'salt',
    'borate',
    'peroxide',
    'copper',
    'temperature',
  ]
  return [sanitizer, ...rest.filter((one) => one !== sanitizer)]
}

const readingsOf = (tests: readonly EntryOf<'test'>[], quantity: Trended): TrendReading[] =>
  tests.flatMap(({ at, id, body: { method, readings } }) => {
    const { freeChlorine, totalChlorine } = readings
    const value =
      quantity !== 'combinedChlorine'
        ? readings[quantity]
        : freeChlorine !== undefined && totalChlorine !== undefined
          ? Math.max(0, totalChlorine - freeChlorine)
          : undefined
    return value === undefined ? [] : { at, id, method, value }
  })

const eventOf = (entry: Entry, tub: Tub): TrendEvent | undefined => {
  const { at, id } = entry
  switch (entry.kind) {
    case 'soak':
      return { at, id, lane: 'soaks', size: loadOf(entry.body) }
    case 'dose': {
      const { product, grams } = entry.body
      const { family } = PRODUCTS[product]
      if (family === 'acid') return { at, id, lane: 'balance', size: grams, down: true }
      if (family === 'base' || family === 'mineral' || family === 'stabiliser')
        return { at, id, lane: 'balance', size: grams }
      const { dosedWith } = programmeOf(tub.programme)
      if (dosedWith.includes(product) || family === 'oxidiser' || family === 'chlorine')
        return { at, id, lane: 'sanitizer', size: grams }
      return { at, id, lane: 'other', size: grams, ...(family === 'reducer' ? { down: true } : {}) }
    }
    case 'filter':
      return { at, id, lane: 'filter', size: 1 }
    case 'look':
      return {
        at,
        id,
        lane: 'looks',
        size: 1,
        ...(entry.body.signs.length > 0 ? { marked: true } : {}),
      }
    case 'water':
      return entry.body.replacedFraction >= 1
        ? undefined
        : { at, id, lane: 'filter', size: entry.body.replacedFraction, marked: true }
    default:
      return undefined
  }
}

/** Room for so many points of a line and marks of readings in one lane, and events in one. */
const ROOM = { line: 70, readings: 90, events: 110 }

/**
 * Everything the picture of one time shows, thinned to what it has room for without losing an extreme.
 * @param lives that fall into the time
 */
export const trendsOf = (
  tub: Tub,
  journal: readonly Entry[],
  lives: readonly WaterLifeTrajectory[],
  { from, to }: { from: Instant; to: Instant },
): Trends => {
  const past = journal.filter((entry) => entry.at >= from && entry.at <= to).toReversed()
  const tests = past.filter(isKind('test'))
  const happened = past.flatMap((entry) => eventOf(entry, tub) ?? [])
  const readingsOnly = to - from > LONGEST_WITH_LINES
  const lanes = lanesOf(tub).flatMap((quantity): TrendLane[] => {
    const all = readingsOf(tests, quantity)
    const readings = thinMarks(
      all,
      { at: ({ at }) => at, of: ({ value }) => value },
      { from, to, stretches: ROOM.readings },
    )
    const lines =
      quantity === 'combinedChlorine' || readingsOnly
        ? []
        : lives.flatMap(({ points }) => {
            // With the neighbours outside the line reaches both edges.
            const first = points.findLastIndex(({ at }) => at < from)
            const last = points.findIndex(({ at }) => at > to)
            const near = points.slice(Math.max(0, first), last < 0 ? undefined : last + 1)
            const line = near.flatMap(({ at, known }): TrendPoint[] => {
              const one = known[quantity]
              if (!one) return []
              const half = NINE_IN_TEN * one[1]
              return [{ at, value: one[0], low: Math.max(0, one[0] - half), high: one[0] + half }]
            })
            return line.length > 1
              ? [
                  thin(
                    line,
                    { at: ({ at }) => at, of: ({ value }) => value },
                    { from, to, stretches: ROOM.line },
                  ),
                ]
              : []
          })
    // What was read before this time is still known in it.
    if (all.length === 0 && lines.length === 0) return []
    return [
      {
        quantity,
        band: quantity === 'combinedChlorine' ? undefined : bandOf(tub, quantity),
        lines,
        readings,
        hidden: all.length - readings.length,
      },
    ]
  })
  const events = EVENT_LANES.flatMap((lane) =>
    thinMarks(
      happened.filter((event) => event.lane === lane),
      { at: ({ at }) => at, of: ({ size, down }) => (down ? -size : size) },
      { from, to, stretches: ROOM.events },
    ),
  )
  return {
    from,
    to,
    lanes,
    events,
    lives: lives.map((life) => ({ from: life.from, to: life.to })),
    readingsOnly,
  }
}
