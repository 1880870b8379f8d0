import fc from 'fast-check'
import { addProduct, spend } from '@/core/products/addProduct'
import { PRODUCT_NAMES } from '@/core/products/product'
import { mixWater } from '@/core/water/mix'
import { readWater, solvePh, waterFromReading } from '@/core/water/solveWater'
import { CONSERVED, type Water } from '@/core/water/water'
import { anyReading, plainReading } from './waters'

const waterOf = (reading: Parameters<typeof waterFromReading>[0], bromide = 0): Water => {
  const water = waterFromReading(reading, bromide)
  if (!water) throw new Error('a possible water was refused')
  return water
}

test('a reading comes back from the water that was made of it', () => {
  fc.assert(
    fc.property(anyReading, (reading) => {
      const back = readWater(waterOf(reading))
      for (const key of Object.keys(reading) as (keyof typeof reading)[])
        expect(back[key]).toBeCloseTo(reading[key], 5)
    }),
  )
})

test('readings that contradict each other are refused, not turned into NaN', () => {
  // At pH 8.8 the cyanurate of 150 ppm alone titrates to more than 20 ppm.
  const impossible = plainReading({ pH: 8.8, totalAlkalinityPpm: 20, cyanuricAcidPpm: 150 })
  expect(waterFromReading(impossible)).toBeUndefined()
})

test('mixing conserves every amount, and the pH lies where the totals put it', () => {
  fc.assert(
    fc.property(anyReading, anyReading, fc.double({ min: 0, max: 1, noNaN: true }), (a, b, f) => {
      const [first, second] = [waterOf(a), waterOf(b)]
      const mixed = mixWater(first, second, f)
      for (const key of CONSERVED)
        expect(mixed[key]).toBeCloseTo(first[key] * (1 - f) + second[key] * f, 9)
      expect(Number.isFinite(readWater(mixed).pH)).toBe(true)
    }),
  )
})

test('acid lowers pH, bases raise it, hardness and bromide leave it alone', () => {
  fc.assert(
    fc.property(anyReading, fc.double({ min: 0.002, max: 0.05, noNaN: true }), (reading, grams) => {
      const water = waterOf({ ...reading, freeChlorinePpm: 0 })
      const before = solvePh(water)
      const after = (product: (typeof PRODUCT_NAMES)[number]) =>
        solvePh({
          ...addProduct(water, product, grams, 1),
          totalDissolvedSolidsPpm: water.totalDissolvedSolidsPpm,
        })
      expect(after('sodium bisulfate')).toBeLessThan(before)
      expect(after('sodium carbonate')).toBeGreaterThan(before)
      expect(after('calcium chloride dihydrate')).toBeCloseTo(before, 6)
      expect(after('sodium bromide')).toBeCloseTo(before, 6)
    }),
  )
})

test('no product turns a possible water into NaN', () => {
  fc.assert(
    fc.property(
      anyReading,
      fc.constantFrom(...PRODUCT_NAMES),
      fc.double({ min: 0, max: 2, noNaN: true }),
      (reading, product, grams) => {
        const back = readWater(addProduct(waterOf(reading, 0.3), product, grams, 1))
        for (const value of Object.values(back)) expect(Number.isFinite(value)).toBe(true)
      },
    ),
  )
})

describe('a bromide bank', () => {
  test('turns dosed chlorine into bromine, mol for mol', () => {
    const water = waterOf(plainReading({ freeChlorinePpm: 0 }), 0.4)
    const after = readWater(addProduct(water, 'sodium dichlor dihydrate', 10, 1000))
    expect(after.freeChlorinePpm).toBeCloseTo(0, 9)
    // 10 mg/L dichlor carry 5.540 ppm Cl₂, which is 12.49 ppm Br₂ (stoichiometry, factor 2.254).
    expect(after.brominePpm).toBeCloseTo(5.54 * 2.254, 1)
  })
  test('is not made from nothing: without bromide chlorine stays chlorine', () => {
    const water = waterOf(plainReading({ freeChlorinePpm: 0 }))
    const after = readWater(addProduct(water, 'sodium dichlor dihydrate', 10, 1000))
    expect(after.brominePpm).toBe(0)
    expect(after.freeChlorinePpm).toBeCloseTo(5.54, 2)
  })
  test('gets its bromide back when the bromine is used', () => {
    const water = waterOf(plainReading({ brominePpm: 5, freeChlorinePpm: 0 }), 0.4)
    const spent = spend(water, { bromineMmol: 1 })
    expect(spent.bromineMmol).toBe(0)
    expect(spent.bromideMmol).toBeCloseTo(water.bromideMmol + water.bromineMmol, 12)
    expect(spent.alkalinityMeq).toBeCloseTo(water.alkalinityMeq - water.bromineMmol, 12)
  })
})

test('used-up chlorine leaves acid: dichlor is net acidic, −0.353 ppm alkalinity a ppm (stoichiometry)', () => {
  const start = waterOf(plainReading({ freeChlorinePpm: 0, cyanuricAcidPpm: 0 }))
  const dosed = addProduct(start, 'sodium dichlor dihydrate', 100, 1000)
  const spent = spend(dosed, dosed)
  const change = readWater(spent).totalAlkalinityPpm - readWater(start).totalAlkalinityPpm
  expect(change / readWater(dosed).freeChlorinePpm).toBeCloseTo(-0.353, 2)
})
