import {
  FILL_WATER_SOURCES,
  type FillWater,
  type FillWaterSource,
  METHODS,
  type Method,
  makeWater,
  type Quantity,
  type Water,
  type WaterReading,
} from '@/core'
import { LIMIT_REASONS } from '@/words/testText'
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

/** Fields of an owner's test, and the quantity that each reads. */
export const READ_AS: Record<string, Quantity> = {
  pH: 'pH',
  totalAlkalinityPpm: 'totalAlkalinity',
  calciumHardnessPpm: 'calciumHardness',
  cyanuricAcidPpm: 'cyanuricAcid',
  freeChlorinePpm: 'freeChlorine',
  totalChlorinePpm: 'totalChlorine',
  brominePpm: 'bromine',
  biguanidePpm: 'biguanide',
  peroxidePpm: 'peroxide',
  boratePpm: 'borate',
  saltPpm: 'salt',
  totalDissolvedSolidsPpm: 'totalDissolvedSolids',
  copperPpm: 'copper',
  ironPpm: 'iron',
  phosphatePpm: 'phosphate',
  temperatureC: 'temperature',
}

/** What an owner's test may hold; nothing in it has to be there, and nothing that is not there was read. */
export const READING_FIELDS: FieldTable = {
  method: { unit: '', oneOf: [...METHODS, 'photometer'], default: 'drops' },
  pH: { unit: '', low: 4, high: 11 },
  totalAlkalinityPpm: { unit: 'ppm', low: 0, high: 1000 },
  calciumHardnessPpm: { unit: 'ppm', low: 0, high: 2000 },
  cyanuricAcidPpm: { unit: 'ppm', low: 0, high: 500 },
  freeChlorinePpm: { unit: 'ppm', low: 0, high: 100 },
  totalChlorinePpm: { unit: 'ppm', low: 0, high: 100 },
  brominePpm: { unit: 'ppm', low: 0, high: 200 },
  biguanidePpm: { unit: 'ppm', low: 0, high: 300 },
  peroxidePpm: { unit: 'ppm', low: 0, high: 500 },
  boratePpm: { unit: 'ppm as B', low: 0, high: 200 },
  saltPpm: { unit: 'ppm', low: 0, high: 10_000 },
  totalDissolvedSolidsPpm: { unit: 'ppm', low: 0, high: 20_000 },
  copperPpm: { unit: 'ppm', low: 0, high: 20 },
  ironPpm: { unit: 'ppm', low: 0, high: 20 },
  phosphatePpm: { unit: 'ppm as PO₄', low: 0, high: 50 },
  temperatureC: { unit: '°C', low: 0, high: 45 },
}

/** Water from a pipe, as far as it was measured; the rest is taken from what its source usually gives. */
export const FILL_FIELDS: FieldTable = {
  source: { unit: '', oneOf: FILL_WATER_SOURCES, default: 'town' },
  ...Object.fromEntries(Object.entries(READING_FIELDS).filter(([name]) => name !== 'method')),
}

export const fillWaterFrom = (
  given: Partial<WaterInput> & { source?: FillWaterSource } = {},
): FillWater => ({
  source: given.source ?? 'town',
  pH: given.pH,
  totalAlkalinityPpm: given.totalAlkalinityPpm,
  calciumHardnessPpm: given.calciumHardnessPpm,
  totalDissolvedSolidsPpm: given.totalDissolvedSolidsPpm,
  saltPpm: given.saltPpm,
  copperPpm: given.copperPpm,
  ironPpm: given.ironPpm,
  phosphatePpm: given.phosphatePpm,
  cyanuricAcidPpm: given.cyanuricAcidPpm,
  boratePpm: given.boratePpm,
  freeChlorinePpm: given.freeChlorinePpm,
})

/** A photometer is a meter. */
export const methodOf = (method: Method | 'photometer'): Method =>
  method === 'photometer' ? 'meter' : method

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
  totalChlorinePpm?: number
  brominePpm?: number
  peroxidePpm?: number
  biguanidePpm?: number
  copperPpm?: number
  ironPpm?: number
  phosphatePpm?: number
}

/** An input as the core's reading. */
export const readingOf = (input: WaterInput): WaterReading => ({
  pH: input.pH,
  totalAlkalinityPpm: input.totalAlkalinityPpm,
  calciumHardnessPpm: input.calciumHardnessPpm ?? 0,
  cyanuricAcidPpm: input.cyanuricAcidPpm,
  boratePpm: input.boratePpm,
  freeChlorinePpm: input.freeChlorinePpm ?? 0,
  combinedChlorinePpm: Math.max(0, (input.totalChlorinePpm ?? 0) - (input.freeChlorinePpm ?? 0)),
  brominePpm: input.brominePpm ?? 0,
  peroxidePpm: input.peroxidePpm ?? 0,
  biguanidePpm: input.biguanidePpm ?? 0,
  copperPpm: input.copperPpm ?? 0,
  ironPpm: input.ironPpm ?? 0,
  phosphatePpm: input.phosphatePpm ?? 0,
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
    allowed: `${Number(low.toFixed(2))} to ${high}${because ? `: ${LIMIT_REASONS[because]}` : ''}`,
  }
}
