/**
 * Conversions between SI and the units people use. Exact by definition unless a comment says otherwise.
 * Everything inside the core is in litres, grams, °C, mg/L (ppm) and hours.
 */

export const LITRES_PER_US_GALLON = 3.785411784
const LITRES_PER_IMPERIAL_GALLON = 4.54609
export const GRAMS_PER_OUNCE = 28.349523125
export const GRAMS_PER_POUND = 453.59237
export const MILLILITRES_PER_US_FLUID_OUNCE = 29.5735295625
/** US customary teaspoon; a metric cooking teaspoon is 5 mL, 1.4 % more. */
export const MILLILITRES_PER_TEASPOON = 4.92892159375
const METRES_PER_INCH = 0.0254

export type VolumeUnit = 'litre' | 'US gallon' | 'imperial gallon'
export type TemperatureUnit = 'celsius' | 'fahrenheit'
export type MassUnit = 'gram' | 'ounce'
export type LengthUnit = 'centimetre' | 'inch'

const LITRES_PER: Record<VolumeUnit, number> = {
  litre: 1,
  'US gallon': LITRES_PER_US_GALLON,
  'imperial gallon': LITRES_PER_IMPERIAL_GALLON,
}

const GRAMS_PER: Record<MassUnit, number> = { gram: 1, ounce: GRAMS_PER_OUNCE }

const METRES_PER: Record<LengthUnit, number> = { centimetre: 0.01, inch: METRES_PER_INCH }

export const toLitres = (volume: number, unit: VolumeUnit) => volume * LITRES_PER[unit]
export const fromLitres = (litres: number, unit: VolumeUnit) => litres / LITRES_PER[unit]

export const toGrams = (mass: number, unit: MassUnit) => mass * GRAMS_PER[unit]
export const fromGrams = (grams: number, unit: MassUnit) => grams / GRAMS_PER[unit]

export const toMetres = (length: number, unit: LengthUnit) => length * METRES_PER[unit]
export const fromMetres = (metres: number, unit: LengthUnit) => metres / METRES_PER[unit]

export const toCelsius = (temperature: number, unit: TemperatureUnit) =>
  unit === 'celsius' ? temperature : ((temperature - 32) * 5) / 9
export const fromCelsius = (celsius: number, unit: TemperatureUnit) =>
  unit === 'celsius' ? celsius : (celsius * 9) / 5 + 32
