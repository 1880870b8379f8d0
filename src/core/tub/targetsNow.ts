import {
  type Band,
  HEALTH_FLOOR,
  keepOutAbove,
  LEAST_RESIDUAL,
  programmeOf,
  STABILISER,
  type Targets,
  WIDEST_PH,
} from '../programmes/programme'
import type { Tub } from './tub'

/** The narrowest range that a hand and a test can aim at, ppm of chlorine or bromine. */
const NARROWEST = 0.5

/**
 * Below this nobody gets in, ppm: the low end of the owner's range, but never so little that it is none, and never less free
 * chlorine than a twentieth of the stabiliser.
 */
export const residualFloor = (tub: Tub, cyanuricAcidPpm: number): number => {
  const { sanitizer } = programmeOf(tub.programme)
  return Math.max(
    tub.targets.sanitizer.low,
    LEAST_RESIDUAL[sanitizer],
    sanitizer === 'freeChlorine' ? cyanuricAcidPpm / STABILISER.timesFreeChlorine : 0,
  )
}

/** The owner's ranges as this water allows them: the residual's begins at its floor and ends where people keep out. */
export const targetsNow = (tub: Tub, cyanuricAcidPpm: number): Targets => {
  const own = tub.targets.sanitizer
  const most = keepOutAbove(tub)
  const low = Math.min(residualFloor(tub, cyanuricAcidPpm), most - NARROWEST)
  const raised = low - own.low
  const high = Math.min(most, raised > 0 ? Math.max(own.high, low + 1) : own.high)
  const sanitizer: Band = { low, high: Math.max(high, low + NARROWEST) }
  return sanitizer.low === own.low && sanitizer.high === own.high
    ? tub.targets
    : { ...tub.targets, sanitizer }
}

/** Outside these pH keeps everybody out, whatever range its people keep: the published ceiling, and no further than is borne. */
export const phLimits = ({ targets }: Pick<Tub, 'targets'>): Band => ({
  low: WIDEST_PH.low,
  high: Math.min(WIDEST_PH.high, Math.max(HEALTH_FLOOR.pH.high, targets.pH.high)),
})
