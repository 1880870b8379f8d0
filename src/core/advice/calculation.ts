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
import type { Lasting } from './reasons'

export type MeasuredAs =
  | 'calcium carbonate'
  | 'cyanuric acid'
  | 'boron'
  | 'salt'
  | 'chlorine'
  | 'bromine'
  | 'biguanide'
  | 'peroxide'
  | 'bromide'

/** What a line of the arithmetic stands for. */
export type CalculationLabel =
  | { code: 'change'; target: DoseTarget | 'bromide' }
  | { code: 'alkalinity for pH'; by: 'acid' | 'soda ash' }
  | { code: 'water' | 'it takes' | 'rounded' | 'replaced' }
  | { code: 'together'; as: MeasuredAs }
  | { code: 'one gram'; product: ProductName; as: MeasuredAs }
  | { code: 'pH to reach' | 'gas exchange' | 'time it takes' | 'longest before a test' }

/** One line of the arithmetic behind a dose; the edge turns mass and volume into the person's units. */
export interface CalculationLine {
  label: CalculationLabel
  value: number
  unit: 'ppm' | 'gram' | 'litre' | 'pH' | 'hour' | 'perHour'
}

const MEASURED_AS: Record<DoseTarget | 'bromide', MeasuredAs> = {
  alkalinity: 'calcium carbonate',
  carbon: 'calcium carbonate',
  hardness: 'calcium carbonate',
  stabiliser: 'cyanuric acid',
  borate: 'boron',
  salt: 'salt',
  chlorine: 'chlorine',
  bromine: 'bromine',
  biguanide: 'biguanide',
  peroxide: 'peroxide',
  bromide: 'bromide',
}

const givesOf = (effect: ProductEffect, aimed: DoseTarget | 'bromide') =>
  aimed === 'bromide' ? (effect.bromideMmol * ATOM.Br) / 1000 : ppmPerUnit(effect, aimed)

export const calculationFor = ({
  product,
  effect,
  aimed,
  wantedGrams,
  volumeLitres,
  grams,
}: {
  product: ProductName
  effect: ProductEffect
  aimed: DoseTarget | 'bromide'
  wantedGrams: number
  volumeLitres: number
  grams: number
}): CalculationLine[] => {
  const each = Math.abs(givesOf(effect, aimed))
  const together = each * wantedGrams
  const as = MEASURED_AS[aimed]
  const acid = PRODUCTS[product].family === 'acid'
  // What oxidises waste and leaves no residual has no arithmetic but its own rule's.
  if (each === 0)
    return [
      { label: { code: 'water' }, value: volumeLitres, unit: 'litre' },
      { label: { code: 'rounded' }, value: grams, unit: 'gram' },
    ]
  return [
    {
      label:
        acid || product === 'sodium carbonate'
          ? { code: 'alkalinity for pH', by: acid ? 'acid' : 'soda ash' }
          : { code: 'change', target: aimed },
      value: (1000 * together) / volumeLitres,
      unit: 'ppm',
    },
    { label: { code: 'water' }, value: volumeLitres, unit: 'litre' },
    { label: { code: 'together', as }, value: together, unit: 'gram' },
    { label: { code: 'one gram', product, as }, value: each, unit: 'gram' },
    { label: { code: 'it takes' }, value: wantedGrams, unit: 'gram' },
    { label: { code: 'rounded' }, value: grams, unit: 'gram' },
  ]
}

/** What outlasts the moment: stabiliser or calcium left behind, acid to come. */
export const lastingOf = (
  product: ProductName,
  before: WaterReading,
  after: WaterReading,
): Lasting | undefined => {
  const { family } = PRODUCTS[product]
  const alkalinity = (ppm: number, gramsPerMol: number) =>
    (ppm / gramsPerMol) * ALKALINITY_PPM_PER_MEQ
  const chlorine = after.freeChlorinePpm - before.freeChlorinePpm
  const bromine = after.brominePpm - before.brominePpm
  if (product === 'sodium dichlor dihydrate' && chlorine > 0)
    return {
      code: 'stabiliser stays',
      stabiliserPpm: after.cyanuricAcidPpm - before.cyanuricAcidPpm,
      alkalinityTakenPpm: alkalinity(chlorine, CHLORINE_G_PER_MOL),
    }
  if (product === 'calcium hypochlorite')
    return {
      code: 'hardness stays',
      hardnessPpm: after.calciumHardnessPpm - before.calciumHardnessPpm,
    }
  if (product === 'sodium hypochlorite') return { code: 'a little salt stays' }
  if (family === 'oxidiser' && bromine > 0)
    return {
      code: 'alkalinity taken',
      alkalinityTakenPpm: alkalinity(bromine, BROMINE_G_PER_MOL),
    }
  return undefined
}
