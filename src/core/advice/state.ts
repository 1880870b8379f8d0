import { type Estimate, isStale } from '../estimate/estimate'
import { type Band, contains, programmeOf, width } from '../programmes/programme'
import type { Quantity } from '../testing/quantity'
import type { Tub } from '../tub/tub'

export type QuantityState = 'in band' | 'drifting' | 'low' | 'high' | 'stale' | 'unknown'

/** The band an owner keeps for a quantity, where there is one. */
export const bandOf = (tub: Tub, quantity: Quantity): Band | undefined => {
  switch (quantity) {
    case 'freeChlorine':
    case 'bromine':
    case 'biguanide':
    case 'peroxide':
      return programmeOf(tub.programme).sanitizer === quantity ? tub.targets.sanitizer : undefined
    case 'pH':
      return tub.targets.pH
    case 'totalAlkalinity':
      return tub.targets.totalAlkalinity
    case 'calciumHardness':
      return tub.targets.calciumHardness
    case 'cyanuricAcid':
    case 'borate':
    case 'salt':
    case 'totalDissolvedSolids':
      return tub.targets[quantity]
    default:
      return undefined
  }
}

/**
 * Drifting: still in band, but what time has added since the reading reaches over an edge of it. A value within 1 % of the
 * band's width of an edge counts as on it, so that rounding raises no alarm.
 */
export const stateOf = (tub: Tub, estimate: Estimate, quantity: Quantity): QuantityState => {
  const one = estimate.quantities[quantity]
  const band = bandOf(tub, quantity)
  if (!one.lastReading || !band) return 'unknown'
  if (isStale(quantity, one.ageHours)) return 'stale'
  if (!contains(band, one.value)) return one.value < band.low ? 'low' : 'high'
  const slack = width(band) / 100
  const reachesLow = band.low > 0 && one.value - one.driftDeviation < band.low - slack
  const reachesHigh = one.value + one.driftDeviation > band.high + slack
  return reachesLow || reachesHigh ? 'drifting' : 'in band'
}
