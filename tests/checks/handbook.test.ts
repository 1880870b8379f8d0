import { PRODUCTS, type ProductName } from '@/core/products/product'
import { HEALTH_FLOOR } from '@/core/programmes/programme'
import {
  fromLitres,
  GRAMS_PER_OUNCE,
  GRAMS_PER_POUND,
  LITRES_PER_US_GALLON,
  toLitres,
} from '@/core/units'
import { chlorineSpecies } from '@/core/water/chlorineCyanurate'
import {
  ALKALINITY_PPM_PER_MEQ,
  BROMINE_G_PER_MOL,
  CHLORINE_G_PER_MOL,
  HARDNESS_PPM_PER_MMOL,
} from '@/core/water/constants'
import { equilibriaAt } from '@/core/water/equilibrium'

/** The handbook's pool: 10,000 US gallons. */
const POOL_LITRES = 10_000 * LITRES_PER_US_GALLON

const gramsFor = (product: ProductName, ppm: number, ppmPerGramPerLitre: number) =>
  (ppm * POOL_LITRES) / Math.abs(ppmPerGramPerLitre) / (PRODUCTS[product] ? 1 : Number.NaN)

const alkalinity = (product: ProductName) =>
  PRODUCTS[product].perGram.alkalinityMeq * ALKALINITY_PPM_PER_MEQ

const near = (value: number, handbook: number, relative: number) =>
  expect(Math.abs(value / handbook - 1)).toBeLessThan(relative)

describe('common handbook doses for 10,000 US gallons (from memory)', () => {
  test('1.4 lb of bicarbonate raise alkalinity by 10 ppm', () => {
    const grams = gramsFor('sodium bicarbonate', 10, alkalinity('sodium bicarbonate'))
    near(grams / GRAMS_PER_POUND, 1.4, 0.02)
  })
  test('2.1 lb of 93.2 % bisulfate lower alkalinity by 10 ppm', () => {
    const grams = gramsFor('sodium bisulfate', 10, alkalinity('sodium bisulfate'))
    near(grams / GRAMS_PER_POUND, 2.1, 0.03)
  })
  test('1.2 lb of calcium chloride dihydrate raise hardness by 10 ppm', () => {
    const perGram =
      PRODUCTS['calcium chloride dihydrate'].perGram.calciumMmol * HARDNESS_PPM_PER_MMOL
    near(gramsFor('calcium chloride dihydrate', 10, perGram) / GRAMS_PER_POUND, 1.2, 0.03)
  })
  test('2.4 oz of dichlor give 1 ppm of free chlorine', () => {
    const perGram =
      PRODUCTS['sodium dichlor dihydrate'].perGram.freeChlorineMmol * CHLORINE_G_PER_MOL
    near(gramsFor('sodium dichlor dihydrate', 1, perGram) / GRAMS_PER_OUNCE, 2.4, 0.02)
  })
})

test('dichlor leaves about 0.9 ppm of stabiliser for each ppm of chlorine (common practice)', () => {
  const { cyanurateMmol, freeChlorineMmol } = PRODUCTS['sodium dichlor dihydrate'].perGram
  near((cyanurateMmol * 129.075) / (freeChlorineMmol * CHLORINE_G_PER_MOL), 0.9, 0.02)
})

test('a level teaspoon of dichlor holds 4.5 g (common practice)', () => {
  expect(
    PRODUCTS['sodium dichlor dihydrate'].densityGramsPerMillilitre * 4.92892159375,
  ).toBeCloseTo(4.5, 6)
})

// Trade correction table, common practice, from memory; published pKa without activities.
test.each([
  [7.0, 0.22],
  [7.6, 0.33],
  [8.0, 0.36],
])('cyanurate alkalinity a ppm of stabiliser at pH %s is %s', (pH, factor) => {
  const cyanurate = 1 / 129075
  const { alkalinity: eq } = chlorineSpecies(0, cyanurate, 10 ** -pH, equilibriaAt(25, 0))
  near(eq * 1000 * ALKALINITY_PPM_PER_MEQ, factor, 0.05)
})

test('4.5 ppm of bromine are 2 ppm as chlorine (common handbook value, from memory)', () => {
  near((4.5 / BROMINE_G_PER_MOL) * CHLORINE_G_PER_MOL, 2, 0.01)
})

test('published floor for hot tubs (US CDC guidance, from memory)', () => {
  expect(HEALTH_FLOOR).toMatchObject({ freeChlorine: 3, bromine: 4, pH: { low: 7, high: 7.8 } })
})

test('300 imperial gallons are 1363.83 L and 360.285 US gallons (exact definitions)', () => {
  const litres = toLitres(300, 'imperial gallon')
  expect(litres).toBeCloseTo(1363.827, 3)
  expect(fromLitres(litres, 'US gallon')).toBeCloseTo(360.285, 3)
})
