import { makeWater } from '@/core/water/makeWater'
import type { Water, WaterReading } from '@/core/water/water'
import type { FieldTable, Refusal } from './fields'

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

/** An input as the core's reading. */
export const readingOf = (input: WaterInput): WaterReading => ({
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

/** The water of an input; undefined where no water reads so. */
export const waterOf = (input: WaterInput): Water | undefined => {
  const made = makeWater(readingOf(input))
  return 'water' in made ? made.water : undefined
}

/** Why an input is no water, in the command's field names. */
export const refusalOf = (input: WaterInput): Refusal => {
  const made = makeWater(readingOf(input))
  if ('water' in made) throw new Error('a possible water was refused')
  const { quantity, given, low, high, because } = made.refusal
  return {
    field: quantity === 'temperatureCelsius' ? 'temperatureC' : quantity,
    given,
    allowed: `${Number(low.toFixed(2))} to ${high}${because ? `: ${because}` : ''}`,
  }
}
