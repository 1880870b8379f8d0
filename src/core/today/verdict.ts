import { stateOf } from '../advice/state'
import type { Estimate } from '../estimate/estimate'
import { SHOWS_HOURS } from '../estimate/mayStand'
import { type Entry, isKind } from '../journal/entry'
import { floorBroken, programmeOf } from '../programmes/programme'
import type { Quantity } from '../testing/quantity'
import { residualFloor } from '../tub/targetsNow'
import type { Tub } from '../tub/tub'
import { type Closure, dosedSince, SLACK, testOpens } from './closure'
import { closures, type House } from './closures'

export interface Fault {
  quantity: Quantity
  value: number
  /** The side of the range it is on, and its edge. */
  side: 'low' | 'high'
  limit: number
}

/**
 * `yes`: a fresh test shows it; `probably`: the estimate says so; `test first`: nothing but a test is missing; `no`: shut by more
 * than that.
 */
export type MayGetIn = 'yes' | 'probably' | 'test first' | 'no'

/** Whether anyone may get in, and why. A `no` or `test first` has at least one closure, a `yes` or `probably` none. */
export interface Verdict {
  mayGetIn: MayGetIn
  closures: readonly Closure[]
  /** The published floor that this tub's own range starts below, ppm, where it decides a yes. */
  belowFloor: number | undefined
  /** What the last test read of the sanitizer, ppm, where the tub is open although it read too little: two of one evening leave it to the estimate. */
  readLow: number | undefined
  /** Of comfort, not of safety: out of range without shutting the tub. */
  balanceOut: readonly Fault[]
}

/** pH moves slower. */
const PH_SHOWS_HOURS = 24

const leastOf = (tub: Tub, estimate: Estimate): number =>
  residualFloor(tub, estimate.reading.cyanuricAcidPpm) - SLACK.residual

/** What the last test read, where that is too little and nothing has gone in since. */
const readLow = (tub: Tub, journal: readonly Entry[], estimate: Estimate): number | undefined => {
  const { lastReading } = estimate.quantities[programmeOf(tub.programme).sanitizer]
  return lastReading &&
    lastReading.value < leastOf(tub, estimate) &&
    !dosedSince(journal, lastReading.at)
    ? lastReading.value
    : undefined
}

const shownByTest = (tub: Tub, journal: readonly Entry[], estimate: Estimate): boolean => {
  const { sanitizer } = programmeOf(tub.programme)
  const { lastReading, ageHours, modelledFrom } = estimate.quantities[sanitizer]
  if (!lastReading || ageHours === undefined || ageHours > SHOWS_HOURS) return false
  // Both that decide, within a day.
  const pHAge = estimate.quantities.pH.ageHours
  if (pHAge === undefined || pHAge > PH_SHOWS_HOURS) return false
  const left = estimate.quantities[sanitizer].value - estimate.outstandingDemandPpm
  if (left < leastOf(tub, estimate) || readLow(tub, journal, estimate) !== undefined) return false
  if (modelledFrom !== undefined || estimate.quantities.pH.modelledFrom !== undefined) return false
  return !journal.filter(isKind('soak')).some(({ at }) => at >= lastReading.at && at <= estimate.at)
}

const balanceOut = (tub: Tub, estimate: Estimate): Fault[] =>
  (['pH', 'totalAlkalinity', 'calciumHardness', 'cyanuricAcid', 'salt'] as const).flatMap(
    (quantity) => {
      const state = stateOf(tub, estimate, quantity)
      const band = tub.targets[quantity]
      if (!band || (state !== 'low' && state !== 'high')) return []
      return [
        {
          quantity,
          value: estimate.quantities[quantity].value,
          side: state,
          limit: band[state],
        },
      ]
    },
  )

/** What the closures come to in one word. */
export const verdict = (
  tub: Tub,
  journal: readonly Entry[],
  estimate: Estimate,
  house: House = {},
): Verdict => {
  const found = closures(tub, journal, estimate, house)
  const { sanitizer } = programmeOf(tub.programme)
  const open = found.length === 0
  return {
    mayGetIn: open
      ? shownByTest(tub, journal, estimate)
        ? 'yes'
        : 'probably'
      : found.every(testOpens)
        ? 'test first'
        : 'no',
    closures: found,
    belowFloor: open ? floorBroken(sanitizer, tub.targets.sanitizer) : undefined,
    readLow: open ? readLow(tub, journal, estimate) : undefined,
    balanceOut: open ? balanceOut(tub, estimate) : [],
  }
}
