import type { QuantityEstimate } from '../estimate/estimate'
import { CARRIED_HOURS } from '../estimate/forecast'

/** Reckoned, not too long ago, and surer than the band is wide: dosed by, with a test before anybody gets in. */
export const surelyModelled = (
  { modelledFrom, ageHours, standardDeviation }: QuantityEstimate,
  bandWidth: number,
): boolean =>
  modelledFrom !== undefined &&
  ageHours !== undefined &&
  ageHours <= CARRIED_HOURS &&
  2 * standardDeviation <= bandWidth
