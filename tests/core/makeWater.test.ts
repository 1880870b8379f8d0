import fc from 'fast-check'
import { makeWater, WATER_LIMITS } from '@/core/water/makeWater'
import { readWater } from '@/core/water/solveWater'
import type { WaterReading } from '@/core/water/water'
import { anyReading, plainReading } from './waters'

const refused = (given: Partial<WaterReading>) => {
  const made = makeWater(plainReading(given))
  return 'refusal' in made ? made.refusal : undefined
}

test.each<[Partial<WaterReading>, keyof WaterReading]>([
  [{ pH: 1 }, 'pH'],
  [{ pH: Number.NaN }, 'pH'],
  [{ temperatureCelsius: 90 }, 'temperatureCelsius'],
  [{ totalAlkalinityPpm: -5 }, 'totalAlkalinityPpm'],
  [{ calciumHardnessPpm: Number.POSITIVE_INFINITY }, 'calciumHardnessPpm'],
  [{ freeChlorinePpm: -0.1 }, 'freeChlorinePpm'],
])('%j is refused, and the refusal names the quantity and its limits', (given, quantity) => {
  const refusal = refused(given)
  expect(refusal).toMatchObject({ quantity, given: given[quantity] })
  expect([refusal?.low, refusal?.high]).toEqual([...WATER_LIMITS[quantity]])
})

test('alkalinity that stabiliser alone exceeds is refused with the least that could stand', () => {
  const given = { pH: 8.8, totalAlkalinityPpm: 20, cyanuricAcidPpm: 150 }
  const refusal = refused(given)
  expect(refusal?.quantity).toBe('totalAlkalinityPpm')
  expect(refusal?.because).toBe('alkalinity of the rest')
  const least = refusal?.low ?? Number.NaN
  // 150 ppm at pH 8.8 titrate to a little over a third of that (trade factor 0.36 at pH 8).
  expect(least).toBeGreaterThan(50)
  expect(least).toBeLessThan(75)
  expect(refused({ ...given, totalAlkalinityPpm: least + 0.02 })).toBeUndefined()
  expect(refused({ ...given, totalAlkalinityPpm: least - 0.05 })).toBeDefined()
})

test('more salt than solids contradicts itself', () => {
  expect(refused({ saltPpm: 700, totalDissolvedSolidsPpm: 600 })).toMatchObject({
    quantity: 'saltPpm',
    high: 600,
  })
})

test('ordinary waters are made', () => {
  fc.assert(
    fc.property(anyReading, (reading) => {
      expect('water' in makeWater(reading)).toBe(true)
    }),
  )
})

test('whatever is given, no NaN comes out', () => {
  const anything = fc.double({ noNaN: false })
  const near = (name: keyof WaterReading) => {
    const [low, high] = WATER_LIMITS[name]
    return fc.oneof(anything, fc.double({ min: low, max: high, noNaN: true }))
  }
  const reading = fc.record(
    Object.fromEntries(
      (Object.keys(WATER_LIMITS) as (keyof WaterReading)[]).map((name) => [name, near(name)]),
    ),
  ) as unknown as fc.Arbitrary<WaterReading>
  fc.assert(
    fc.property(reading, (given) => {
      const made = makeWater(given)
      if ('refusal' in made) {
        expect(WATER_LIMITS[made.refusal.quantity]).toBeDefined()
        return
      }
      for (const value of Object.values(readWater(made.water)))
        expect(Number.isFinite(value)).toBe(true)
    }),
    { numRuns: 1000 },
  )
})
