import { PRODUCTS } from '../products/product'
import { hoursToReachPh, TRANSFER_PER_HOUR } from '../water/aerate'
import { readWater } from '../water/solveWater'
import type { Water } from '../water/water'
import { pairTo } from './balance'

/** What it would take to be at another pH and alkalinity, nothing else changed. */
export interface Journey {
  /** g for the whole tub; 0 where none is needed. */
  bicarbonateGrams: number
  sodaAshGrams: number
  dryAcidGrams: number
  /** Jets and air with the cover open, hours, assumed transfer; undefined where they would never get there. */
  airHours: number | undefined
}

const BICARBONATE_G_PER_MOL = 84.007
const CARBONATE_G_PER_MOL = 105.988

/** The exact way from a water to a point on the balance map; undefined where no water could read so. */
export const journeyTo = (
  water: Water,
  pH: number,
  totalAlkalinityPpm: number,
  litres: number,
): Journey | undefined => {
  const pair = pairTo(water, pH, totalAlkalinityPpm)
  if (!pair) return undefined
  const acid = -PRODUCTS['sodium bisulfate'].perGram.alkalinityMeq
  const dosed: Water = {
    ...water,
    alkalinityMeq:
      water.alkalinityMeq + pair.bicarbonateMmol + 2 * pair.carbonateMmol - pair.acidMeq,
    dissolvedInorganicCarbonMmol:
      water.dissolvedInorganicCarbonMmol + pair.bicarbonateMmol + pair.carbonateMmol,
  }
  return {
    bicarbonateGrams: (pair.bicarbonateMmol * BICARBONATE_G_PER_MOL * litres) / 1000,
    sodaAshGrams: (pair.carbonateMmol * CARBONATE_G_PER_MOL * litres) / 1000,
    dryAcidGrams: (pair.acidMeq * litres) / acid,
    airHours:
      pair.carbonDioxideLossMmol < 1e-4 || readWater(dosed).pH >= pH
        ? 0
        : hoursToReachPh(dosed, TRANSFER_PER_HOUR.jetsWithAir, pH),
  }
}
