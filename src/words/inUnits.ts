import {
  fromCelsius,
  fromGrams,
  fromLitres,
  fromMetres,
  MILLILITRES_PER_US_FLUID_OUNCE,
} from '@/core'
import { numberFormat } from './formats'
import type { DisplayPreferences } from './words'

/** What follows a figure in prose, and how a reader of US units has it. */
const NUMBER = String.raw`\d+(?:\.\d+)?`
const AMOUNT = new RegExp(
  String.raw`(?<![\w.])(${NUMBER})(?: to (${NUMBER}))? (°C|m²|mm|cm|mL|g|L)(?![\w²])`,
  'g',
)

const SQUARE_FEET_PER_SQUARE_METRE = 10.7639

/** The unit that a person who measures so says for a metric one, and the figure in it. */
const said = (
  unit: string,
  preferences: DisplayPreferences,
): { unit: string; of: (value: number) => number } => {
  const { volume, temperature, mass } = preferences.units
  const inches = volume === 'US gallon'
  switch (unit) {
    case '°C':
      return temperature === 'celsius'
        ? { unit, of: (value) => value }
        : { unit: '°F', of: (value) => fromCelsius(value, 'fahrenheit') }
    case 'L':
      return volume === 'litre'
        ? { unit, of: (value) => value }
        : {
            unit: volume === 'US gallon' ? 'US gal' : 'imp gal',
            of: (value) => fromLitres(value, volume),
          }
    case 'mL':
      return mass === 'gram'
        ? { unit, of: (value) => value }
        : { unit: 'fl oz', of: (value) => value / MILLILITRES_PER_US_FLUID_OUNCE }
    case 'g':
      return mass === 'gram'
        ? { unit, of: (value) => value }
        : { unit: 'oz', of: (value) => fromGrams(value, 'ounce') }
    case 'cm':
    case 'mm': {
      const metres = unit === 'cm' ? 0.01 : 0.001
      return inches
        ? { unit: 'in', of: (value) => fromMetres(value * metres, 'inch') }
        : { unit, of: (value) => value }
    }
    default:
      return inches
        ? { unit: 'ft²', of: (value) => value * SQUARE_FEET_PER_SQUARE_METRE }
        : { unit, of: (value) => value }
  }
}

/** As precise as a rule of thumb is: two figures, whole above a hundred, temperatures whole. */
const rounded = (value: number, unit: string, exact: boolean): number => {
  if (exact) return value
  if (unit === '°F' || Math.abs(value) >= 100) return Math.round(value)
  return Number(value.toPrecision(2))
}

/** One metric amount as this person says it: "19 L" or "5 US gal". */
export const metric = (
  value: number,
  unit: string,
  preferences: DisplayPreferences,
  decimals = 2,
): string => {
  const as = said(unit, preferences)
  const shown = as.unit === unit ? value : rounded(as.of(value), as.unit, false)
  const format = numberFormat(preferences.locale, { maximumFractionDigits: decimals })
  return `${format.format(shown)} ${as.unit}`
}

/** Prose whose amounts stand in metric units, in the units of whoever reads it: "35 °C" as "95 °F". */
export const inUnits = (text: string, preferences: DisplayPreferences): string =>
  text.replace(AMOUNT, (_, first: string, second: string | undefined, unit: string) => {
    const as = said(unit, preferences)
    const format = numberFormat(preferences.locale, { maximumFractionDigits: 2 })
    const one = (figure: string) =>
      format.format(rounded(as.of(Number(figure)), as.unit, as.unit === unit))
    return `${one(first)}${second === undefined ? '' : ` to ${one(second)}`} ${as.unit}`
  })

/** How a fallen level and the water's surface are measured by this person, and what one of each is in cm and m². */
export const levelUnits = (preferences: DisplayPreferences) =>
  preferences.units.volume === 'US gallon'
    ? {
        length: 'in',
        area: 'ft²',
        centimetres: 2.54,
        squareMetres: 1 / SQUARE_FEET_PER_SQUARE_METRE,
      }
    : { length: 'cm', area: 'm²', centimetres: 1, squareMetres: 1 }
