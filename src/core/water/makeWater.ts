import { waterFromReading } from './solveWater'
import type { Water, WaterReading } from './water'

/** Why a reading is no water that this core answers for. */
/** Which other readings set a limit. */
export type LimitReason = 'salt above solids' | 'alkalinity of the rest'

export interface WaterRefusal {
  quantity: keyof WaterReading
  given: number
  low: number
  high: number
  /** Where the limit comes from the other readings and not from the quantity alone. */
  because?: LimitReason
}

/** What the equations are good for; beyond it they would answer, and mean nothing. */
export const WATER_LIMITS: Record<keyof WaterReading, readonly [low: number, high: number]> = {
  pH: [4, 11],
  totalAlkalinityPpm: [0, 1000],
  calciumHardnessPpm: [0, 5000],
  cyanuricAcidPpm: [0, 500],
  boratePpm: [0, 200],
  freeChlorinePpm: [0, 200],
  combinedChlorinePpm: [0, 200],
  brominePpm: [0, 400],
  peroxidePpm: [0, 1000],
  biguanidePpm: [0, 500],
  copperPpm: [0, 20],
  ironPpm: [0, 20],
  phosphatePpm: [0, 50],
  temperatureCelsius: [0, 45],
  totalDissolvedSolidsPpm: [0, 20_000],
  saltPpm: [0, 10_000],
}

/**
 * The water that reads like this, or a refusal that names the quantity and its limits. Whatever is given, no NaN comes out.
 * @param bromideMmol the bank of bromide, which no owner's test shows
 */
export const makeWater = (
  reading: WaterReading,
  bromideMmol = 0,
): { water: Water } | { refusal: WaterRefusal } => {
  for (const [name, [low, high]] of Object.entries(WATER_LIMITS)) {
    const quantity = name as keyof WaterReading
    const given = reading[quantity]
    if (!(given >= low && given <= high)) return { refusal: { quantity, given, low, high } }
  }
  const { saltPpm, totalDissolvedSolidsPpm } = reading
  if (saltPpm > totalDissolvedSolidsPpm)
    return {
      refusal: {
        quantity: 'saltPpm',
        given: saltPpm,
        low: 0,
        high: totalDissolvedSolidsPpm,
        because: 'salt above solids',
      },
    }
  const water = waterFromReading(reading, bromideMmol)
  if (water) return { water }
  // The least alkalinity that stands at this pH, to a hundredth of a ppm.
  const [, most] = WATER_LIMITS.totalAlkalinityPpm
  let low = reading.totalAlkalinityPpm
  let high: number = most
  while (high - low > 0.01) {
    const totalAlkalinityPpm = (low + high) / 2
    if (waterFromReading({ ...reading, totalAlkalinityPpm })) high = totalAlkalinityPpm
    else low = totalAlkalinityPpm
  }
  return {
    refusal: {
      quantity: 'totalAlkalinityPpm',
      given: reading.totalAlkalinityPpm,
      low: high,
      high: most,
      because: 'alkalinity of the rest',
    },
  }
}
