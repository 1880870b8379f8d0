import { type DoseTarget, ppmPerUnit } from '../products/doseTarget'
import { PRODUCTS, type ProductName } from '../products/product'
import type { ProductEffect } from '../products/substance'
import {
  ALKALINITY_PPM_PER_MEQ,
  ATOM,
  BROMINE_G_PER_MOL,
  CHLORINE_G_PER_MOL,
} from '../water/constants'
import type { WaterReading } from '../water/water'

/** One line of the arithmetic behind a dose; the edge turns mass and volume into the person's units. */
export interface CalculationLine {
  label: string
  value: number
  unit: 'ppm' | 'gram' | 'litre' | 'pH' | 'hour' | 'perHour'
}

/** What a product is measured by, and what it is wanted for. */
const MEASURED: Record<DoseTarget | 'bromide', { as: string; need: string }> = {
  alkalinity: { as: 'calcium carbonate', need: 'Alkalinity that puts both in band' },
  carbon: { as: 'calcium carbonate', need: 'Inorganic carbon' },
  hardness: { as: 'calcium carbonate', need: 'Hardness to raise' },
  stabiliser: { as: 'cyanuric acid', need: 'Stabiliser to raise' },
  borate: { as: 'boron', need: 'Borate to raise' },
  salt: { as: 'salt', need: 'Salt to raise' },
  chlorine: { as: 'chlorine', need: 'Free chlorine to raise' },
  bromine: { as: 'bromine', need: 'Bromine to bring back' },
  biguanide: { as: 'biguanide', need: 'Biguanide to raise' },
  peroxide: { as: 'peroxide', need: 'Peroxide to raise' },
  bromide: { as: 'bromide', need: 'Bromide bank to build' },
}

const givesOf = (effect: ProductEffect, aimed: DoseTarget | 'bromide') =>
  aimed === 'bromide' ? (effect.bromideMmol * ATOM.Br) / 1000 : ppmPerUnit(effect, aimed)

export const calculationFor = (
  product: ProductName,
  effect: ProductEffect,
  aimed: DoseTarget | 'bromide',
  wantedGrams: number,
  volumeLitres: number,
  grams: number,
): CalculationLine[] => {
  const each = Math.abs(givesOf(effect, aimed))
  const together = each * wantedGrams
  const { as, need } = MEASURED[aimed]
  const acid = PRODUCTS[product].family === 'acid'
  return [
    {
      label: acid
        ? 'Alkalinity to take, so that pH falls'
        : product === 'sodium carbonate'
          ? 'Alkalinity that lifts pH'
          : need,
      value: (1000 * together) / volumeLitres,
      unit: 'ppm',
    },
    { label: 'Water', value: volumeLitres, unit: 'litre' },
    { label: `Together, as ${as}`, value: together, unit: 'gram' },
    {
      label: `One gram of ${PRODUCTS[product].commonName} gives, as ${as}`,
      value: each,
      unit: 'gram',
    },
    { label: 'So it takes', value: wantedGrams, unit: 'gram' },
    { label: 'Rounded to what a scale shows', value: grams, unit: 'gram' },
  ]
}

/** What outlasts the moment: stabiliser or calcium left behind, acid to come. */
export const lastingOf = (
  product: ProductName,
  before: WaterReading,
  after: WaterReading,
): string | undefined => {
  const { family } = PRODUCTS[product]
  const acid = (ppm: number, gramsPerMol: number) =>
    `Used up, it takes ${((ppm / gramsPerMol) * ALKALINITY_PPM_PER_MEQ).toFixed(1)} ppm alkalinity.`
  const chlorine = after.freeChlorinePpm - before.freeChlorinePpm
  const bromine = after.brominePpm - before.brominePpm
  if (product === 'sodium dichlor dihydrate' && chlorine > 0) {
    const stabiliser = after.cyanuricAcidPpm - before.cyanuricAcidPpm
    return `Leaves ${stabiliser.toFixed(1)} ppm stabiliser for good; used up, its chlorine takes ${((chlorine / CHLORINE_G_PER_MOL) * ALKALINITY_PPM_PER_MEQ).toFixed(1)} ppm alkalinity.`
  }
  if (product === 'calcium hypochlorite')
    return `Leaves ${(after.calciumHardnessPpm - before.calciumHardnessPpm).toFixed(1)} ppm hardness for good.`
  if (product === 'sodium hypochlorite')
    return 'Leaves nothing but a little salt: the pH it adds goes again as it is used up.'
  if (family === 'oxidiser' && bromine > 0)
    return `${acid(bromine, BROMINE_G_PER_MOL)} Some tests show it as chlorine for a day.`
  return undefined
}
