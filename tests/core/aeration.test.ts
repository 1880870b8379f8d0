import fc from 'fast-check'
import {
  equilibriumPh,
  hoursToReachPh,
  loseCarbonDioxide,
  TRANSFER_PER_HOUR,
} from '@/core/water/aerate'
import { readWater, solvePh, waterFromReading } from '@/core/water/solveWater'
import { anyReading, plainReading } from './waters'

const waterOf = (reading: Parameters<typeof waterFromReading>[0]) => {
  const water = waterFromReading(reading)
  if (!water) throw new Error('a possible water was refused')
  return water
}

test('air moves pH towards the equilibrium and never past it; the conserved alkalinity stays', () => {
  fc.assert(
    fc.property(anyReading, fc.double({ min: 0.1, max: 3, noNaN: true }), (reading, hours) => {
      const water = waterOf({ ...reading, freeChlorinePpm: 0 })
      const end = equilibriumPh(water)
      const before = solvePh(water)
      const after = loseCarbonDioxide(water, TRANSFER_PER_HOUR.jets, hours)
      const between = solvePh(after)
      const slack = 0.005
      expect(between).toBeGreaterThanOrEqual(Math.min(before, end) - slack)
      expect(between).toBeLessThanOrEqual(Math.max(before, end) + slack)
      expect(after.alkalinityMeq).toBe(water.alkalinityMeq)
    }),
    { numRuns: 40 },
  )
})

test('twice in half the time is once in the whole', () => {
  const water = waterOf(plainReading({ pH: 7.0 }))
  const once = loseCarbonDioxide(water, 1, 2)
  const twice = loseCarbonDioxide(loseCarbonDioxide(water, 1, 1), 1, 1)
  expect(solvePh(twice)).toBeCloseTo(solvePh(once), 4)
})

test('the hours it takes are the hours that get there', () => {
  const water = waterOf(plainReading({ pH: 7.0 }))
  const hours = hoursToReachPh(water, TRANSFER_PER_HOUR.jetsWithAir, 7.5) ?? Number.NaN
  const reached = solvePh(loseCarbonDioxide(water, TRANSFER_PER_HOUR.jetsWithAir, hours))
  expect(reached).toBeGreaterThanOrEqual(7.499)
  expect(reached).toBeLessThan(7.6)
})

test('air alone never reaches a pH above its equilibrium', () => {
  const soft = waterOf(plainReading({ pH: 6.8, totalAlkalinityPpm: 40, freeChlorinePpm: 0 }))
  expect(equilibriumPh(soft)).toBeLessThan(8.4)
  expect(hoursToReachPh(soft, TRANSFER_PER_HOUR.jetsWithAir, 8.8)).toBeUndefined()
})

test('the same water reads about 0.06 lower at 38 °C than at 25 °C (published constants)', () => {
  const cool = waterOf(plainReading({ temperatureCelsius: 25, freeChlorinePpm: 0 }))
  const warm = readWater({ ...cool, temperatureCelsius: 38 })
  expect(7.5 - warm.pH).toBeGreaterThan(0.03)
  expect(7.5 - warm.pH).toBeLessThan(0.1)
})
