import { waterFromReading } from '@/core/water/solveWater'
import type { Water } from '@/core/water/water'
import type { FieldTable } from './fields'

/** The common fields of a water. pH on the activity scale; ppm = mg/L; alkalinity and hardness as CaCO₃; borate as B. */
export const WATER_FIELDS: FieldTable = {
  pH: { unit: '', low: 4, high: 11, required: true },
  totalAlkalinityPpm: { unit: 'ppm', low: 0, high: 1000, required: true },
  cyanuricAcidPpm: { unit: 'ppm', low: 0, high: 500, default: 0 },
  boratePpm: { unit: 'ppm as B', low: 0, high: 200, default: 0 },
  temperatureC: { unit: '°C', low: 0, high: 45, default: 38 },
  totalDissolvedSolidsPpm: { unit: 'ppm', low: 0, high: 20_000, default: 500 },
  saltPpm: { unit: 'ppm NaCl, part of the dissolved solids', low: 0, high: 10_000, default: 0 },
}

export interface WaterInput {
  pH: number
  totalAlkalinityPpm: number
  cyanuricAcidPpm: number
  boratePpm: number
  temperatureC: number
  totalDissolvedSolidsPpm: number
  saltPpm: number
  calciumHardnessPpm?: number
  freeChlorinePpm?: number
  brominePpm?: number
}

/** The water of an input; undefined where its readings contradict each other. */
export const waterOf = (input: WaterInput): Water | undefined =>
  waterFromReading({
    pH: input.pH,
    totalAlkalinityPpm: input.totalAlkalinityPpm,
    calciumHardnessPpm: input.calciumHardnessPpm ?? 0,
    cyanuricAcidPpm: input.cyanuricAcidPpm,
    boratePpm: input.boratePpm,
    freeChlorinePpm: input.freeChlorinePpm ?? 0,
    combinedChlorinePpm: 0,
    brominePpm: input.brominePpm ?? 0,
    temperatureCelsius: input.temperatureC,
    totalDissolvedSolidsPpm: input.totalDissolvedSolidsPpm,
    saltPpm: input.saltPpm,
  })
