import { fillWaterOf } from '@/core/estimate/testedWater'
import { weeklyClimb } from '@/core/heat/weeklyClimb'

const water = fillWaterOf({ source: 'town', totalAlkalinityPpm: 100, pH: 7.4 }, 38)

test('pH climbs under the cover, less in cooler water, and not at all in water that holds no more than the air', () => {
  const warm = weeklyClimb(water, 38)
  const cool = weeklyClimb(water, 30)
  expect(warm).toBeGreaterThan(0.1)
  expect(warm).toBeLessThan(1)
  expect(cool).toBeGreaterThan(0)
  expect(cool).toBeLessThan(warm)
  // At rest with the air: alkalinity of 100 ppm stands near 8.4 then (chemistry of open water, common knowledge of the field).
  const rested = fillWaterOf({ source: 'town', totalAlkalinityPpm: 100, pH: 8.45 }, 38)
  expect(Math.abs(weeklyClimb(rested, 38))).toBeLessThan(0.05)
})
