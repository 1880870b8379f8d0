import { ionicStrength, logActivity } from '@/core/water/constants'
import { equilibriaAt } from '@/core/water/equilibrium'

// Mean activity coefficients of sodium chloride at 25 °C: Robinson & Stokes, Electrolyte Solutions, table (from memory).
test.each([
  [0.001, 0.965],
  [0.005, 0.928],
  [0.01, 0.903],
  [0.05, 0.822],
  [0.1, 0.778],
])('NaCl at %d mol/kg: %d', (strength, published) => {
  expect(Math.abs(10 ** logActivity(25, 1, strength) - published)).toBeLessThan(0.007)
})

test('a salt tub of 4,000 ppm stays inside the range that was checked', () => {
  expect(ionicStrength(4500, 4000)).toBeLessThan(0.1)
})

// Apparent constants in salt water of low strength shift as Davies says: pK₁′ = pK₁ − 2·A·f for two charges made, and so on.
test('conditional constants grow with salt, the doubly charged most', () => {
  const pure = equilibriaAt(38, 0)
  const salt = equilibriaAt(38, ionicStrength(4500, 4000))
  const first = salt.firstCarbonic / pure.firstCarbonic
  const second = salt.secondCarbonic / pure.secondCarbonic
  expect(first).toBeGreaterThan(1.1)
  expect(second).toBeCloseTo(first ** 4, 6)
  expect(salt.hypochlorous / pure.hypochlorous).toBeCloseTo(first, 9)
  expect(salt.henry).toBe(pure.henry)
})
