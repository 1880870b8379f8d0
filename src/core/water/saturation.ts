import { HARDNESS_PPM_PER_MMOL, ionicStrength, logActivity, logCalcite } from './constants'
import { equilibriaFor } from './equilibrium'
import { readWater } from './solveWater'
import { speciate } from './speciation'
import type { Water, WaterReading } from './water'

/**
 * The calcite index where the water is hotter than in the tub, as on the skin of a heater: totals are kept, pH is solved
 * anew at that temperature, closed to the air.
 */
export const calciteIndexAt = (water: Water, celsius: number): number | undefined =>
  calciteSaturationIndex(readWater({ ...water, temperatureCelsius: celsius }))

/**
 * Calcite saturation index, log10(IAP/K), from activities; ion pairs are left out, which makes it 0.02–0.05 too high in
 * ordinary tub water. Above about +0.3 scale forms on the heater, below about −0.3 the water attacks plaster and metal
 * (bounds: common practice). Undefined where the readings contradict each other or there is no calcium.
 */
export const calciteSaturationIndex = (reading: WaterReading): number | undefined => {
  const { temperatureCelsius: celsius } = reading
  const k = equilibriaFor(celsius, reading.totalDissolvedSolidsPpm, reading.saltPpm)
  const species = speciate(reading, k)
  if (!species || reading.calciumHardnessPpm <= 0) return undefined
  const logGamma = logActivity(
    celsius,
    2,
    ionicStrength(reading.totalDissolvedSolidsPpm, reading.saltPpm),
  )
  const calcium = reading.calciumHardnessPpm / (1000 * HARDNESS_PPM_PER_MMOL)
  return (
    Math.log10(calcium) +
    Math.log10(species.carbonateMmol / 1000) +
    2 * logGamma -
    logCalcite(celsius)
  )
}
