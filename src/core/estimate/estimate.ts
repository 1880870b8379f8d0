import { type Entry, inOrder } from '../journal/entry'
import { isSettled } from '../journal/settled'
import { feederOf } from '../programmes/feederKind'
import { programmeOf } from '../programmes/programme'
import {
  type Method,
  QUANTITIES,
  QUANTITY,
  type Quantity,
  type Readings,
  readingError,
} from '../testing/quantity'
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
  SHOWN_BANK_MMOL,
  sinceFill,
  unknownSpread,
} from './fold'
import { advanceEnsemble } from './learning/advanceEnsemble'
import { ensembleOf, expectedOf, MEMBERS, startEnsemble, takeEntry } from './learning/ensemble'
import {
  copyEnsemble,
  deviationOf,
  type Ensemble,
  meanOf,
  SANITIZER_PPM_PER_MMOL,
  type Spread,
} from './learning/ensembleState'
import { quantityOf, untestedComponents, waterThatReads, withReadings } from './testedWater'

export interface QuantityEstimate {
  value: number
  /** Of the true value, with reading error, elapsed time and dosing error in it. */
  standardDeviation: number
  /** The part that is not the reading's own error: what time and doses have added since. */
  driftDeviation: number
  /** Undefined where it was never read in this water; then the value is an assumption. */
  lastReading: LastReading | undefined
  ageHours: number | undefined
  /** What it would have read, just before its last reading, by all that was known then; undefined where it was never read before. */
  expected?: { value: number; standardDeviation: number } | undefined
  /** Nothing that was logged explains its last reading, which counts in part until a second one agrees. */
  odd?: boolean
  /** Carried on from its last reading by what so many readings have taught of this tub. */
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
  /** What bathers left and nothing has met yet, as the residual it will take, ppm; none where a feeder meets it. */
  outstandingDemandPpm: number
  /** Nine in ten of what the residual may be lie above this, ppm. */
  residualTail: number
  /** By so many readings of this tub. */
  taughtBy: number
  /** The tubs that this one may be: what every forecast goes on from. */
  ensemble: Ensemble
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
  const { sanitizer } = programmeOf(tub.programme)
  const past = inOrder(journal.filter((entry) => entry.at <= now))
  const before = past.filter(({ at }) => at < since)
  const ensemble = ensembleOf(tub, before, before.at(-1)?.at ?? past[0]?.at ?? now)
  const ppm = () => expectedOf(ensemble, tub, sanitizer)?.median ?? 0
  const tested = () => ensemble.taken[sanitizer] !== undefined
  const found: ResidualThen[] = []
  /** What comes after so many of them was raised by a hand. */
  const raised = new Set<number>()
  for (const entry of past.slice(before.length)) {
    advanceEnsemble(ensemble, tub, entry.at)
    if (tested()) found.push({ at: entry.at, ppm: ppm(), read: false })
    if (entry.kind === 'dose') raised.add(found.length)
    takeEntry(ensemble, tub, entry)
    const read = entry.kind === 'test' && entry.body.readings[sanitizer] !== undefined
    if (tested()) found.push({ at: entry.at, ppm: ppm(), read })
  }
  advanceEnsemble(ensemble, tub, now)
  if (tested()) found.push({ at: now, ppm: ppm(), read: false })
  // What nothing raised stood no lower than it was read afterwards.
  let least = 0
  return found
    .map((one, i) => ({ one, i }))
    .reverse()
    .map(({ one, i }) => {
      const then = one.read ? one : { ...one, ppm: Math.max(one.ppm, least) }
      least = raised.has(i) ? 0 : one.read ? one.ppm : least
      return then
    })
    .reverse()
}

/** Fewer readings than these have taught little of a tub. */
export const ENOUGH_READINGS = 20
/** So long a reading is as good as new, unless somebody has been in since. */
const FRESH_HOURS = 6

/** Nine in ten of a normal spread lie above its middle less this: what is modelled is in band only where nine in ten are. */
const NINE_IN_TEN_BELOW = 1.28

/** What the members follow; everything else is carried on by what goes in alone. */
const followedOf = (tub: Tub): Quantity[] => [
  programmeOf(tub.programme).sanitizer,
  'pH',
  'totalAlkalinity',
  'cyanuricAcid',
]

/** The middle of the members over what is carried on beside them, as every place reads it. */
const resultOf = (
  { water: carried, spread, lastReadings, ...belief }: EstimateState,
  ensemble: Ensemble,
  now: Instant,
  tub: Tub,
): Estimate => {
  const { sanitizer } = programmeOf(tub.programme)
  const spreads = new Map<Quantity, Spread>()
  const middles: Readings = {}
  for (const quantity of followedOf(tub)) {
    const found = expectedOf(ensemble, tub, quantity)
    if (!found) continue
    spreads.set(quantity, found)
    middles[quantity] = found.median
  }
  const water = {
    ...waterThatReads(withReadings(carried, middles), carried.bromideMmol),
    ...untestedComponents(carried, {}),
  }
  const reading = readWater(water)
  const taught = ensemble.readings >= ENOUGH_READINGS
  const quantities = Object.fromEntries(
    QUANTITIES.map((quantity): [Quantity, QuantityEstimate] => {
      const lastReading = lastReadings[quantity]
      const ageHours = lastReading && (now - lastReading.at) / HOUR
      const found = spreads.get(quantity)
      const taken = ensemble.taken[quantity]
      if (!found || !taken) {
        const { read, drift } = spread[quantity]
        return [
          quantity,
          {
            value: quantityOf(reading, quantity),
            standardDeviation: Math.hypot(read, drift),
            driftDeviation: drift,
            lastReading,
            ageHours,
            expected: taken?.expected ?? lastReading?.expected,
          },
        ]
      }
      const standardDeviation = deviationOf(found)
      // What is left of a residual errs by its share of what was read.
      const left = quantity === sanitizer && taken.value > 0 ? found.median / taken.value : 1
      const readError = taken.standardDeviation * Math.min(1, left)
      const soaked = quantity === sanitizer && (lastReading?.at ?? now) < ensemble.soakedAt
      const modelled = taught && (soaked || (ageHours ?? 0) > FRESH_HOURS)
      return [
        quantity,
        {
          value: quantityOf(reading, quantity),
          standardDeviation,
          driftDeviation: modelled
            ? NINE_IN_TEN_BELOW * standardDeviation
            : Math.sqrt(Math.max(0, standardDeviation ** 2 - readError ** 2)),
          lastReading,
          ageHours,
          expected: taken.expected,
          ...(taken.odd ? { odd: true } : {}),
          ...(modelled ? { modelledFrom: ensemble.readings } : {}),
        },
      ]
    }),
  ) as Record<Quantity, QuantityEstimate>
  const met = feederOf(tub.programme) !== undefined
  const tested = fillTestAt({ fillTest: belief.fillTest }, now)
  return {
    at: now,
    water,
    reading,
    quantities,
    filledAt: belief.filledAt,
    lastTestAt: belief.lastTestAt,
    bromideBank: belief.bromideBank,
    fillWater: tested?.fillWater ?? tub.fillWater,
    fillTestedAt: tested?.at,
    // Where a feeder or a cell holds the level, it meets that too.
    outstandingDemandPpm: met
      ? 0
      : meanOf(ensemble.bathersDemand) * SANITIZER_PPM_PER_MMOL[sanitizer],
    residualTail: spreads.get(sanitizer)?.low ?? 0,
    taughtBy: ensemble.readings,
    ensemble,
  }
}

/** What stands beside the members, of settled journals up to their last entry, each with the tub that it was made for. */
const carriedOn = new WeakMap<readonly Entry[], { tub: string; belief: EstimateState }>()

const carry = (tub: Tub, past: readonly Entry[], now: Instant): EstimateState => {
  let belief = blankState(past[0]?.at ?? now, tub)
  for (const entry of past) belief = applyEntry(advance(belief, entry.at, tub), entry, tub)
  return belief
}

/**
 * What the water is now, and how sure: the middle and the spread of the tubs that this one may be, each of which has lived through
 * the whole journal and was moved by what was read. Entries after `now` are left out.
 * @param ensemble this journal taken in, at `now`; made anew where none is kept
 */
export const estimate = (
  tub: Tub,
  journal: readonly Entry[],
  now: Instant,
  ensemble: Ensemble = ensembleOf(tub, journal, now),
): Estimate => {
  const whole = journal.every((entry) => entry.at <= now)
  const past = sinceFill(inOrder(whole ? journal : journal.filter((entry) => entry.at <= now)))
  if (!(whole && past.length > 0 && isSettled(journal)))
    return resultOf(advance(carry(tub, past, now), now, tub), ensemble, now, tub)
  const key = JSON.stringify(tub)
  const known = carriedOn.get(journal)
  const belief = known?.tub === key ? known.belief : carry(tub, past, now)
  if (known?.belief !== belief) carriedOn.set(journal, { tub: key, belief })
  return resultOf(advance(belief, now, tub), ensemble, now, tub)
}

/**
 * The same at many moments, in one pass.
 * @param moments in order of time
 */
export const estimatesAt = (
  tub: Tub,
  journal: readonly Entry[],
  moments: readonly Instant[],
): Estimate[] => {
  const all = inOrder(journal)
  const first = all[0]?.at ?? Number.POSITIVE_INFINITY
  const ensemble = startEnsemble(tub, MEMBERS, first)
  let belief = blankState(first, tub)
  let next = 0
  return moments.map((now) => {
    for (let entry = all[next]; entry && entry.at <= now; entry = all[next]) {
      takeEntry(ensemble, tub, entry)
      belief = applyEntry(advance(belief, entry.at, tub), entry, tub)
      next++
    }
    if (now < first) return estimate(tub, [], now)
    const then = copyEnsemble(ensemble)
    advanceEnsemble(then, tub, now)
    return resultOf(advance(belief, now, tub), then, now, tub)
  })
}

/** One test of a water that is known no further: what was not among `read` counts as assumed. */
export const estimateOfReading = (
  tub: Tub,
  reading: WaterReading,
  read: readonly Quantity[],
  { method, at }: { method: Method; at: Instant },
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
  const { sanitizer } = programmeOf(tub.programme)
  const readings = Object.fromEntries(read.map((one) => [one, quantityOf(reading, one)]))
  const test: Entry = { id: 0, kind: 'test', at, body: { method, readings } }
  const ensemble = ensembleOf(tub, [test], at)
  return {
    at,
    water,
    reading,
    quantities,
    filledAt: undefined,
    lastTestAt: at,
    bromideBank,
    fillWater: tub.fillWater,
    fillTestedAt: undefined,
    outstandingDemandPpm: 0,
    residualTail: expectedOf(ensemble, tub, sanitizer)?.low ?? 0,
    taughtBy: ensemble.readings,
    ensemble,
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
