import type { Estimate } from '../estimate/estimate'
import { residualForecast } from '../estimate/forecast'
import { keepOutAbove } from '../programmes/programme'
import { HOUR, type Instant } from '../time'
import { residualFloor } from '../tub/targetsNow'
import type { Tub } from '../tub/tub'
import { type Closure, waterCareOpens } from './closure'

export interface SoakAhead {
  /** What the residual will be then, ppm, and one standard deviation; undefined where nothing fresh enough was read. */
  expected: { value: number; standardDeviation: number } | undefined
  /** `closed`: by this closure, unless it is lifted; `test`: test before it; `dose`: it will be too low by then; `ready`: it should do, after a test. */
  advice: 'closed' | 'test' | 'dose' | 'ready'
  closure: Closure | undefined
}

/** Farther ahead than this a forecast says nothing. */
const FORESEEN_HOURS = 72

/** How the water will stand at a planned soak if nothing is done till then, and what keeps the tub shut now and will then. */
export const soakAhead = (
  tub: Tub,
  estimate: Estimate,
  at: Instant,
  found: readonly Closure[],
): SoakAhead => {
  const closure = found.find(
    (one) => !waterCareOpens(one) && (one.until === null || one.until > at),
  )
  const hours = (at - estimate.at) / HOUR
  const point = hours > FORESEEN_HOURS ? undefined : residualForecast(tub, estimate, hours)?.at(-1)
  const expected = point && { value: point.value, standardDeviation: point.standardDeviation }
  if (closure) return { expected, advice: 'closed', closure }
  if (!expected) return { expected, advice: 'test', closure }
  const low = residualFloor(tub, estimate.reading.cyanuricAcidPpm)
  const { value, standardDeviation } = expected
  const sure = found.length === 0 && value - standardDeviation >= low && value <= keepOutAbove(tub)
  return { expected, advice: value < low ? 'dose' : sure ? 'ready' : 'test', closure }
}
