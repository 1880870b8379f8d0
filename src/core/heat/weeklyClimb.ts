import { coveredTransferOf } from '../tub/circulation'
import type { Tub } from '../tub/tub'
import { loseCarbonDioxide } from '../water/aerate'
import { solvePh } from '../water/solveWater'
import type { Water } from '../water/water'

/** Gas transfer goes faster in warm water by so much for each degree: the factor used for reaeration of streams, from memory. */
const PER_DEGREE = 1.024
const REFERENCE_CELSIUS = 38

/** How much pH climbs in a week under the cover with nobody in, because carbon dioxide escapes, at a temperature. */
export const weeklyClimb = (
  water: Water,
  celsius: number,
  tub: Pick<Tub, 'surroundings'> = {},
): number => {
  const at = { ...water, temperatureCelsius: celsius }
  const transfer = coveredTransferOf(tub) * PER_DEGREE ** (celsius - REFERENCE_CELSIUS)
  return solvePh(loseCarbonDioxide(at, transfer, 7 * 24)) - solvePh(at)
}
