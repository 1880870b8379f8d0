import { type Entry, inOrder } from '../journal/entry'
import { isSettled } from '../journal/settled'
import { programmeOf } from '../programmes/programme'
import { type Method, QUANTITIES, QUANTITY, type Quantity, readingError } from '../testing/quantity'
import { HOUR, type Instant } from '../time'
import type { FillWater, Tub } from '../tub/tub'
import { readWater, waterFromReading } from '../water/solveWater'
import type { Water, WaterReading } from '../water/water'
import {
  advance,
  applyEntry,
  blankState,
  type EstimateState,
  fillTestAt,
  type LastReading,
  residualOf,
  SHOWN_BANK_MMOL,
  sinceFill,
  unknownSpread,
} from './fold'
import { quantityOf } from './testedWater'

export interface QuantityEstimate {
  value: number
  /** Of the true value, with reading error, elapsed time and dosing error in it. */
  standardDeviation: number
  /** The part that is not the reading's own error: what time and doses have added since. */
  driftDeviation: number
  /** Undefined where it was never read in this water; then the value is an assumption. */
  lastReading: LastReading | undefined
  ageHours: number | undefined
  /** Not the reading carried on, but what so many readings have taught of this tub says (learning/believe.ts). */
  modelledFrom?: number
}

export interface Estimate {
  at: Instant
  water: Water
  reading: WaterReading
  quantities: Record<Quantity, QuantityEstimate>
  /** When this water was put in, if the journal knows. */
  filledAt: Instant | undefined
  /** Undefined where nothing has been tested in this water. */
  lastTestAt: Instant | undefined
  /** The journal holds bromide or a bromine reading for this water, so an oxidiser has something to work on. */
  bromideBank: boolean
  /** What would come out of the pipe: its last test where that is recent, else what the tub's set-up says. */
  fillWater: FillWater
  /** When the fill water was last tested, if that still counts. */
  fillTestedAt: Instant | undefined
  /** What bathers left and nothing has met yet, as the residual it will take, ppm; where this tub has taught it. */
  outstandingDemandPpm?: number
  /** Nine in ten of what the residual may be lie above this, ppm, by all that was read and done here (learning/believe.ts). */
  residualTail?: number
  /** By so many readings of this tub. */
  taughtBy?: number
  /** The residual carried on from its last reading alone, where another one has taken its place. */
  folded?: QuantityEstimate
}

/** The residual at one moment of the past, ppm, by what was known then. */
export interface ResidualThen {
  at: Instant
  ppm: number
  /** It was read then, not carried on. */
  read: boolean
}

/**
 * What the residual stood at whenever something happened from `since` to `now`, just before and after it, and now; nothing from
 * before this water was first tested.
 */
export const residualsSince = (
  tub: Tub,
  journal: readonly Entry[],
  since: Instant,
  now: Instant,
): ResidualThen[] => {
  const past = sinceFill(inOrder(journal.filter((entry) => entry.at <= now)))
  const { sanitizer } = programmeOf(tub.programme)
  // Nothing before the last test ahead of `since` bears on it, but what went in after that.
  const known = past.findLastIndex(
    ({ at, kind, body }) =>
      at <= since && kind === 'test' && body.readings[sanitizer] !== undefined,
  )
  const from = Math.max(known, 0)
  let belief = blankState(past[from]?.at ?? now, tub)
  const found: ResidualThen[] = []
  for (const entry of past.slice(from)) {
    belief = advance(belief, entry.at, tub)
    const read = entry.kind === 'test' && entry.body.readings[sanitizer] !== undefined
    const tested = belief.lastReadings[sanitizer] !== undefined
    if (entry.at >= since && tested)
      found.push({ at: entry.at, ppm: residualOf(belief, tub), read: false })
    belief = applyEntry(belief, entry, tub)
    if (entry.at >= since && (tested || read))
      found.push({ at: entry.at, ppm: residualOf(belief, tub), read })
  }
  if (belief.lastReadings[sanitizer])
    found.push({ at: now, ppm: residualOf(advance(belief, now, tub), tub), read: false })
  return found
}

/** What a fold has come to, as every place reads it. */
const resultOf = (belief: EstimateState, now: Instant, tub: Tub): Estimate => {
  const reading = readWater(belief.water)
  const quantities = Object.fromEntries(
    QUANTITIES.map((quantity) => {
      const lastReading = belief.lastReadings[quantity]
      const { read, drift } = belief.spread[quantity]
      return [
        quantity,
        {
          value: quantityOf(reading, quantity),
          standardDeviation: Math.hypot(read, drift),
          driftDeviation: drift,
          lastReading,
          ageHours: lastReading && (now - lastReading.at) / HOUR,
        } satisfies QuantityEstimate,
      ]
    }),
  ) as Record<Quantity, QuantityEstimate>
  return {
    at: now,
    water: belief.water,
    reading,
    quantities,
    filledAt: belief.filledAt,
    lastTestAt: belief.lastTestAt,
    bromideBank: belief.bromideBank,
    fillWater: fillTestAt(belief, now)?.fillWater ?? tub.fillWater,
    fillTestedAt: fillTestAt(belief, now)?.at,
  }
}

/** Folds of settled journals up to their last entry, each with the tub that it was made for. */
const folded = new WeakMap<readonly Entry[], { tub: string; belief: EstimateState }>()

const fold = (tub: Tub, past: readonly Entry[], now: Instant): EstimateState => {
  let belief = blankState(past[0]?.at ?? now, tub)
  for (const entry of past) belief = applyEntry(advance(belief, entry.at, tub), entry, tub)
  return belief
}

/**
 * What the water is now, and how sure: the journal folded from the last fill to `now`. A reading replaces what was believed
 * of that quantity; doses, soaks, time and water changes carry it on from there. Entries after `now` are left out. A settled
 * journal is folded once.
 */
export const estimate = (tub: Tub, journal: readonly Entry[], now: Instant): Estimate => {
  const whole = journal.every((entry) => entry.at <= now)
  const past = sinceFill(inOrder(whole ? journal : journal.filter((entry) => entry.at <= now)))
  if (!(whole && past.length > 0 && isSettled(journal)))
    return resultOf(advance(fold(tub, past, now), now, tub), now, tub)
  const key = JSON.stringify(tub)
  const known = folded.get(journal)
  const belief = known?.tub === key ? known.belief : fold(tub, past, now)
  if (known?.belief !== belief) folded.set(journal, { tub: key, belief })
  return resultOf(advance(belief, now, tub), now, tub)
}

/**
 * The same at many moments, in one fold.
 * @param moments in order of time
 */
export const estimatesAt = (
  tub: Tub,
  journal: readonly Entry[],
  moments: readonly Instant[],
): Estimate[] => {
  const first = moments[0]
  if (first === undefined) return []
  const all = inOrder(journal)
  const past = all.filter(({ at }) => at <= first)
  const known = sinceFill(past)
  const entries = [...known, ...all.slice(past.length)]
  let belief = blankState(entries[0]?.at ?? first, tub)
  let next = 0
  return moments.map((now) => {
    for (let entry = entries[next]; entry && entry.at <= now; entry = entries[next]) {
      belief = applyEntry(advance(belief, entry.at, tub), entry, tub)
      next++
    }
    return resultOf(advance(belief, now, tub), now, tub)
  })
}

/** One test of a water that is known no further: what was not among `read` counts as assumed. */
export const estimateOfReading = (
  reading: WaterReading,
  read: readonly Quantity[],
  method: Method,
  at: Instant,
  fillWater: FillWater,
): Estimate | undefined => {
  const bromideBank = reading.brominePpm >= 1
  const water = waterFromReading(reading, bromideBank ? SHOWN_BANK_MMOL : 0)
  if (!water) return undefined
  const unknown = unknownSpread()
  const quantities = Object.fromEntries(
    QUANTITIES.map((quantity) => {
      const value = quantityOf(reading, quantity)
      const known = read.includes(quantity)
      return [
        quantity,
        {
          value,
          standardDeviation: known ? readingError(quantity, method, value) : unknown[quantity].read,
          driftDeviation: 0,
          lastReading: known ? { value, at, method } : undefined,
          ageHours: known ? 0 : undefined,
        } satisfies QuantityEstimate,
      ]
    }),
  ) as Record<Quantity, QuantityEstimate>
  return {
    at,
    water,
    reading,
    quantities,
    filledAt: undefined,
    lastTestAt: at,
    bromideBank,
    fillWater,
    fillTestedAt: undefined,
  }
}

/** The same tub once its water has become another, as expected: readings keep their age, values move. */
export const estimateAfter = (before: Estimate, water: Water): Estimate => {
  const reading = readWater(water)
  const quantities = Object.fromEntries(
    QUANTITIES.map((quantity) => [
      quantity,
      { ...before.quantities[quantity], value: quantityOf(reading, quantity) },
    ]),
  ) as Record<Quantity, QuantityEstimate>
  return { ...before, water, reading, quantities }
}

export const isStale = (quantity: Quantity, ageHours: number | undefined) =>
  ageHours === undefined || ageHours > QUANTITY[quantity].staleAfterHours
