import { HOUR, type Instant } from '../journal/entry'
import { guidedProgramme } from '../programmes/programme'
import type { Tub } from '../tub'
import { type Estimate, isStale } from './estimate'

export interface ForecastPoint {
  at: Instant
  value: number
  standardDeviation: number
}

/** Spread that a day adds beyond the loss rate's own; assumed. */
const SPREAD_PER_ROOT_DAY = 0.3

/**
 * The residual hour by hour if nobody soaks and nothing is added: first-order loss at the programme's starting rate. Undefined
 * where the residual has no reading fresh enough to start from. The spread is of the true value.
 */
export const residualForecast = (
  tub: Tub,
  estimate: Estimate,
  hours: number,
): ForecastPoint[] | undefined => {
  const { sanitizer, lossPerHour } = guidedProgramme(tub.programme)
  const start = estimate.quantities[sanitizer]
  if (isStale(sanitizer, start.ageHours)) return undefined
  return Array.from({ length: hours + 1 }, (_, hour) => {
    const kept = Math.exp(-lossPerHour.mean * hour)
    return {
      at: estimate.at + hour * HOUR,
      value: start.value * kept,
      standardDeviation: Math.hypot(
        start.standardDeviation * kept,
        start.value * kept * lossPerHour.standardDeviation * hour,
        SPREAD_PER_ROOT_DAY * Math.sqrt(hour / 24),
      ),
    }
  })
}
