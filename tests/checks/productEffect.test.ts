import { describeEffect } from '@/core/products/describeEffect'
import {
  effectOf,
  type Strength,
  SUBSTANCE_NAMES,
  type SubstanceName,
} from '@/core/products/substance'
import { expectWithin, vectors } from './vectors'

interface Given {
  product: SubstanceName
  massG?: number
  volumeMl?: number
  densityGPerMl?: number
  waterVolumeL: number
  purityPercent?: number
  weightPercent?: number
  availableChlorinePercent?: number
  potassiumPeroxymonosulfatePercent?: number
  oxidationLimit?: Strength['oxidationLimit']
}

const fraction = (percent: number | undefined) => percent && percent / 100

// Stoichiometry with IUPAC atomic weights, by an independent implementation.
test.each(vectors<Given>('product-effect'))(
  '$id: $given.product',
  ({ given, expect: wanted, tolerance }) => {
    const strength = Object.fromEntries(
      Object.entries({
        purity: fraction(given.purityPercent),
        weightFraction: fraction(given.weightPercent),
        availableChlorine: fraction(given.availableChlorinePercent),
        peroxymonosulfate: fraction(given.potassiumPeroxymonosulfatePercent),
        oxidationLimit: given.oxidationLimit,
      }).filter(([, value]) => value !== undefined),
    ) as Strength
    const grams = given.massG ?? (given.volumeMl ?? 0) * (given.densityGPerMl ?? 1)
    const got: Record<string, number> = {
      ...describeEffect(effectOf(given.product, strength), grams, given.waterVolumeL),
    }
    for (const [key, value] of Object.entries(wanted)) {
      if (typeof value === 'number') expectWithin(got[key] ?? Number.NaN, value, tolerance[key])
    }
  },
)

// Stoichiometry: 4 g of the pentahydrate, 248.18 g/mol, leave two sulfates of 96.06 g/mol each in 1,350 L.
test('chlorine remover that ends as sulfate is said with its sulfate, one that ends as tetrathionate with none', () => {
  const said = (oxidationLimit: Strength['oxidationLimit']) =>
    describeEffect(effectOf('sodium thiosulfate pentahydrate', { oxidationLimit }), 4, 1350)
  expect(said('sulfate').sulfateSpentPpm).toBeCloseTo(2.294, 3)
  expect(said('sulfate').sulfateAddedPpm).toBe(0)
  expect(said('tetrathionate').sulfateSpentPpm).toBe(0)
})

// Mass balance of charge (law): strong cations less strong anions left in the water is the spent alkalinity.
const STRONG: Partial<Record<SubstanceName, (mmol: number) => number>> = {
  // One sodium and no chloride but its own two: −1 a mol.
  'sodium dichlor dihydrate': (mmol) => -mmol,
  trichlor: (mmol) => -3 * mmol,
  'sodium chloride': () => 0,
}
test.each(Object.entries(STRONG))('%s leaves the charge its ions say', (name, charge) => {
  const molar = { 'sodium dichlor dihydrate': 255.98, trichlor: 232.4, 'sodium chloride': 58.44 }[
    name
  ]
  const effect = describeEffect(effectOf(name as SubstanceName), 1, 1)
  const mmol = 1000 / (molar ?? Number.NaN)
  expect(effect.totalAlkalinitySpentPpm / 50.043).toBeCloseTo(charge?.(mmol) ?? Number.NaN, 2)
})

test('every substance has an effect without NaN', () => {
  for (const name of SUBSTANCE_NAMES)
    for (const value of Object.values(describeEffect(effectOf(name), 10, 1000)))
      expect(Number.isFinite(value)).toBe(true)
})
