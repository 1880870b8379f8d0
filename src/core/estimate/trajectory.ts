import { type Entry, inOrder } from '../journal/entry'
import { loadOf } from '../journal/load'
import type { ProductName } from '../products/product'
import { programmeOf } from '../programmes/programme'
import { type Method, QUANTITIES, type Quantity, readingError } from '../testing/quantity'
import { DAY, HOUR, type Instant, MINUTE } from '../time'
import type { Tub } from '../tub/tub'
import { readWater } from '../water/solveWater'
import { advance, applyEntry, blankState, DOSE_ERROR, type EstimateState, residualOf } from './fold'
import { quantityOf } from './testedWater'

/** What was believed at one moment; a quantity is missing until it was read in this water. */
export interface TrajectoryPoint {
  at: Instant
  /** Value and one standard deviation, in the unit of each quantity. */
  known: Partial<Record<Quantity, readonly [value: number, standardDeviation: number]>>
}

/** From one reading of a quantity to the next: what it was carried on to, and what had happened on the way. */
export interface Carried {
  quantity: Quantity
  from: Instant
  to: Instant
  before: number
  beforeDeviation: number
  /** What the second reading would have been by doses and bathers alone, with the assumed loss in it. */
  carried: number
  /** What dosing by hand adds to its error. */
  dosingDeviation: number
  read: number
  readDeviation: number
  method: Method
  /** What the residual rose by, ppm, where this is the sanitizer. */
  rises: readonly { at: Instant; ppm: number }[]
  personHours: number
  /** When somebody was in last, before the first reading and before the second. */
  soakedBefore: Instant | undefined
  soakedLast: Instant | undefined
  jetMinutes: number
  products: readonly ProductName[]
  /** Some of the water was changed on the way. */
  diluted: boolean
}

/** One water, from its fill to the next. */
export interface WaterLifeTrajectory {
  from: Instant
  /** When the next water came; undefined for the one in the tub. */
  to: Instant | undefined
  points: readonly TrajectoryPoint[]
  carried: readonly Carried[]
}

/** One life of the water: its entries, oldest first, and when the next began. */
export interface WaterLifeEntries {
  from: Instant
  to: Instant | undefined
  entries: readonly Entry[]
}

/** A journal cut at its full changes of water, oldest life first. */
export const livesOf = (journal: readonly Entry[], now: Instant): WaterLifeEntries[] => {
  const past = inOrder(journal.filter(({ at }) => at <= now))
  const lives: { from: Instant; to: Instant | undefined; entries: Entry[] }[] = []
  for (const entry of past) {
    const last = lives.at(-1)
    if (!last || (entry.kind === 'water' && entry.body.replacedFraction >= 1)) {
      if (last) last.to = entry.at
      lives.push({ from: entry.at, to: undefined, entries: [entry] })
    } else last.entries.push(entry)
  }
  return lives
}

/** Between events a line falls by itself: a point so often, hours. */
const STEP_HOURS = 12
/** An estimate that nothing was read for so long says nothing any more. */
const GIVEN_UP_AFTER = 21 * DAY

interface Open {
  from: Instant
  before: number
  beforeDeviation: number
  rises: { at: Instant; ppm: number }[]
  personHours: number
  soakedBefore: Instant | undefined
  jetMinutes: number
  products: ProductName[]
  diluted: boolean
}

const pointOf = (state: EstimateState): TrajectoryPoint => {
  const reading = readWater(state.water)
  const known: Record<string, readonly [number, number]> = {}
  for (const quantity of QUANTITIES) {
    const last = state.lastReadings[quantity]
    if (!last || state.at - last.at > GIVEN_UP_AFTER) continue
    const { read, drift } = state.spread[quantity]
    known[quantity] = [quantityOf(reading, quantity), Math.hypot(read, drift)]
  }
  return { at: state.at, known }
}

/**
 * What was believed through one life of the water, at every event and every {@link STEP_HOURS} between, and how each reading met what the
 * one before it had been carried on to. The same fold as the estimate's.
 * @param until where the life has not ended, now
 */
export const trajectoryOf = (
  tub: Tub,
  { from, to, entries }: WaterLifeEntries,
  until: Instant,
): WaterLifeTrajectory => {
  const { sanitizer } = programmeOf(tub.programme)
  const points: TrajectoryPoint[] = []
  const carried: Carried[] = []
  const open = new Map<Quantity, Open>()
  const end = to ?? until
  let state = blankState(from, tub)
  let soakedLast: Instant | undefined
  const tested = () => state.lastTestAt !== undefined
  const pass = (at: Instant) => {
    for (let next = state.at + STEP_HOURS * HOUR; next < at - HOUR; next += STEP_HOURS * HOUR) {
      if (!tested() || next - (state.lastTestAt ?? 0) > GIVEN_UP_AFTER) break
      state = advance(state, next, tub)
      points.push(pointOf(state))
    }
    state = advance(state, at, tub)
  }
  for (const entry of entries) {
    pass(entry.at)
    const moves =
      entry.kind === 'test' ||
      entry.kind === 'dose' ||
      entry.kind === 'soak' ||
      entry.kind === 'water' ||
      entry.kind === 'aeration'
    if (!moves) {
      state = applyEntry(state, entry, tub)
      continue
    }
    if (tested()) points.push(pointOf(state))
    if (entry.kind === 'test') {
      const reading = readWater(state.water)
      for (const quantity of QUANTITIES) {
        const read = entry.body.readings[quantity]
        if (read === undefined) continue
        const { method, standardDeviations } = entry.body
        const readDeviation = standardDeviations?.[quantity] ?? readingError(quantity, method, read)
        const before = open.get(quantity)
        if (before)
          carried.push({
            quantity,
            to: entry.at,
            carried: quantityOf(reading, quantity),
            dosingDeviation: DOSE_ERROR * Math.abs(quantityOf(reading, quantity) - before.before),
            read,
            readDeviation,
            method,
            soakedLast,
            ...before,
          })
        open.set(quantity, {
          from: entry.at,
          before: read,
          beforeDeviation: readDeviation,
          rises: [],
          personHours: 0,
          soakedBefore: soakedLast,
          jetMinutes: 0,
          products: [],
          diluted: false,
        })
      }
    }
    if (entry.kind === 'soak') soakedLast = entry.at + entry.body.minutes * MINUTE
    const before = residualOf(state, tub)
    state = applyEntry(state, entry, tub)
    const rise = residualOf(state, tub) - before
    for (const [quantity, one] of open) {
      if (entry.kind === 'dose') {
        one.products.push(entry.body.product)
        if (quantity === sanitizer && rise !== 0) one.rises.push({ at: entry.at, ppm: rise })
      } else if (entry.kind === 'soak') one.personHours += loadOf(entry.body)
      else if (entry.kind === 'aeration') one.jetMinutes += entry.body.minutes
      else if (entry.kind === 'water') one.diluted = true
    }
    if (tested()) points.push(pointOf(state))
  }
  pass(end)
  if (tested() && end > (points.at(-1)?.at ?? end)) points.push(pointOf(state))
  return { from, to, points, carried }
}
