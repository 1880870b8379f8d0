import { programmeOf } from '../programmes/programme'
import { HOUR, type Instant } from '../time'
import type { Tub } from '../tub/tub'
import { type Estimate, isStale } from './estimate'
import { DOSE_ERROR } from './fold'
import { lossOf, unfedLossOf } from './rates'

export interface ForecastPoint {
  at: Instant
  value: number
  standardDeviation: number
}

/** Spread that a day adds beyond the loss rate's own; assumed. */
const SPREAD_PER_ROOT_DAY = 0.3

/** What bathers left meets the sanitizer over about so long; assumed, as in learning/kinetics.ts. */
export const LINGERS_HOURS = 6

/** A dose that is still to come: when it has mixed, and what it adds to the residual, ppm. */
export interface PlannedRise {
  at: Instant
  ppm: number
}

/**
 * The residual hour by hour if nobody soaks and nothing goes in but what is planned: first-order loss at this tub's own rate or
 * the programme's, less what bathers left; what is dosed beside a feeder, or stands above its range, falls to what it holds. The spread is of the true value.
 */
export const residualAhead = (
  tub: Tub,
  estimate: Estimate,
  hours: number,
  planned: readonly PlannedRise[] = [],
): ForecastPoint[] => {
  const { sanitizer } = programmeOf(tub.programme)
  const lossPerHour = lossOf(tub)
  const unfed = unfedLossOf(tub)
  const start = estimate.quantities[sanitizer]
  const held = Math.min(start.value, tub.targets.sanitizer.high)
  const at = (instant: Instant, risen: boolean): ForecastPoint => {
    const hour = (instant - estimate.at) / HOUR
    const kept = (since: Instant, rate = unfed.mean) => Math.exp((-rate * (instant - since)) / HOUR)
    const heldNow = held * kept(estimate.at, lossPerHour.mean)
    let value = heldNow + (start.value - held) * kept(estimate.at)
    let variance = (start.standardDeviation * kept(estimate.at, lossPerHour.mean)) ** 2
    for (const rise of planned) {
      if (rise.at > instant || (rise.at === instant && !risen)) continue
      value += rise.ppm * kept(rise.at)
      variance += (DOSE_ERROR * rise.ppm) ** 2
    }
    value = Math.max(
      0,
      value + (estimate.outstandingDemandPpm ?? 0) * Math.expm1(-hour / LINGERS_HOURS),
    )
    variance +=
      (value * lossPerHour.standardDeviation * hour) ** 2 + SPREAD_PER_ROOT_DAY ** 2 * (hour / 24)
    return { at: instant, value, standardDeviation: Math.sqrt(variance) }
  }
  const instants = Array.from({ length: hours + 1 }, (_, hour) => estimate.at + hour * HOUR)
  const points = instants.map((instant) => at(instant, true))
  for (const rise of planned) points.push(at(rise.at, false), at(rise.at, true))
  return points.sort((a, b) => a.at - b.at)
}

/** {@link residualAhead}; undefined where the residual has no reading fresh enough to start from. */
export const residualForecast = (
  tub: Tub,
  estimate: Estimate,
  hours: number,
  planned: readonly PlannedRise[] = [],
): ForecastPoint[] | undefined => {
  const { sanitizer } = programmeOf(tub.programme)
  return isStale(sanitizer, estimate.quantities[sanitizer].ageHours)
    ? undefined
    : residualAhead(tub, estimate, hours, planned)
}
