import type { Estimate } from '../estimate/estimate'
import { residualForecast } from '../estimate/forecast'
import { HOUR, type Instant } from '../journal/entry'
import type { Tub } from '../tub'

export interface SoakAhead {
  /** What the residual will be then, ppm, and one standard deviation; undefined where nothing fresh enough was read. */
  expected: { value: number; standardDeviation: number } | undefined
  /** 'test': test before it; 'dose': it will be too low by then; 'ready': it should do, after a test. */
  advice: 'test' | 'dose' | 'ready'
}

/** Farther ahead than this a forecast says nothing. */
const FARTHEST_HOURS = 72

/** How the water will stand at a planned soak if nothing is done till then. */
export const soakAhead = (tub: Tub, estimate: Estimate, at: Instant): SoakAhead => {
  const hours = Math.ceil((at - estimate.at) / HOUR)
  if (hours > FARTHEST_HOURS) return { expected: undefined, advice: 'test' }
  const point = residualForecast(tub, estimate, Math.max(1, hours))?.at(-1)
  if (!point) return { expected: undefined, advice: 'test' }
  const { value, standardDeviation } = point
  const { low } = tub.targets.sanitizer
  return {
    expected: { value, standardDeviation },
    advice: value < low ? 'dose' : value - standardDeviation < low ? 'test' : 'ready',
  }
}
