import fc from 'fast-check'
import { PRODUCT_NAMES } from '@/core'
import { inSpoons, measureAtMost, roundToScale } from '@/core/products/measure'
import { implausibilities } from '@/core/testing/plausibility'
import { volumeLitres } from '@/core/tub/tub'
import {
  fromCelsius,
  fromGrams,
  fromLitres,
  fromMetres,
  toCelsius,
  toGrams,
  toLitres,
  toMetres,
} from '@/core/units'

const number = fc.double({ min: -1e6, max: 1e6, noNaN: true })

test('every unit comes back from its round trip', () => {
  fc.assert(
    fc.property(number, (value) => {
      for (const unit of ['litre', 'US gallon', 'imperial gallon'] as const)
        expect(toLitres(fromLitres(value, unit), unit)).toBeCloseTo(value, 6)
      for (const unit of ['gram', 'ounce'] as const)
        expect(toGrams(fromGrams(value, unit), unit)).toBeCloseTo(value, 6)
      for (const unit of ['celsius', 'fahrenheit'] as const)
        expect(toCelsius(fromCelsius(value, unit), unit)).toBeCloseTo(value, 6)
      for (const unit of ['centimetre', 'inch'] as const)
        expect(toMetres(fromMetres(value, unit), unit)).toBeCloseTo(value, 6)
    }),
  )
})

test('104 °F are 40 °C; 400 US gallons are 1514 L', () => {
  expect(toCelsius(104, 'fahrenheit')).toBe(40)
  expect(toLitres(400, 'US gallon')).toBeCloseTo(1514.16, 2)
})

test('the most that can be measured is never more than asked', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...PRODUCT_NAMES),
      fc.double({ min: 5, max: 2000, noNaN: true }),
      (product, grams) => {
        const most = measureAtMost(product, grams)
        expect(most).toBeLessThanOrEqual(grams + 1e-6)
        expect(most / grams).toBeGreaterThan(0.88)
      },
    ),
  )
})

test('a scale shows half grams, grams, then fives, and rounding costs at most 6 %', () => {
  expect([4.2, 17.4, 88.6].map((grams) => roundToScale(grams))).toEqual([4, 17, 90])
  fc.assert(
    fc.property(fc.double({ min: 5, max: 2000, noNaN: true }), (grams) => {
      expect(Math.abs(roundToScale(grams) / grams - 1)).toBeLessThan(0.06)
    }),
  )
})

test('9 g of dichlor are two level teaspoons; a teaspoon holds 4.5 g (common practice)', () => {
  expect(inSpoons('sodium dichlor dihydrate', 9)).toEqual({ tablespoons: 0, teaspoons: 2 })
})

test('spoons hold the mass they stand for, within their own steps', () => {
  fc.assert(
    fc.property(fc.double({ min: 2, max: 300, noNaN: true }), (grams) => {
      const { tablespoons, teaspoons } = inSpoons('sodium bicarbonate', grams)
      const held = (3 * tablespoons + teaspoons) * 4.92892159375
      expect(Math.abs(held - grams)).toBeLessThan(2.5)
    }),
  )
})

test('volume by shape takes a tenth off for the seats; by hose it is minutes times flow', () => {
  expect(
    volumeLitres({ by: 'box', lengthMetres: 2, widthMetres: 2, depthMetres: 0.75 }),
  ).toBeCloseTo(2700, 6)
  expect(volumeLitres({ by: 'round', diameterMetres: 2, depthMetres: 0.7 })).toBeCloseTo(1979.2, 1)
  expect(volumeLitres({ by: 'fill', minutes: 75, litresPerMinute: 18 })).toBe(1350)
})

test('odd readings are asked about, ordinary ones are not', () => {
  expect(
    implausibilities({ pH: 7.5, freeChlorine: 3, totalChlorine: 3.5, totalAlkalinity: 90 }),
  ).toEqual([])
  const about = (...found: Parameters<typeof implausibilities>) =>
    implausibilities(...found).map((o) => o.quantity)
  expect(about({ pH: 9 })).toEqual(['pH'])
  expect(about({ freeChlorine: 5, totalChlorine: 3 })).toEqual(['freeChlorine'])
  expect(about({ pH: 8.6, totalAlkalinity: 20, cyanuricAcid: 150 })).toEqual(['totalAlkalinity'])
  expect(about({ temperature: 45 })).toEqual(['temperature'])
})
