import { normal, seeded } from '@/core/random'
import {
  changeIn,
  differenceByChance,
  meanOf,
  type Rated,
  studentQuantile,
} from '@/core/record/statistics'

test.each([
  // Student's t, handbook table (Abramowitz and Stegun, table 26.10; from memory).
  [3, 0.95, 2.353],
  [4, 0.95, 2.132],
  [6, 0.95, 1.943],
  [10, 0.95, 1.812],
  [30, 0.95, 1.697],
  [10, 0.975, 2.228],
])('t of %d degrees of freedom', (degrees, share, expected) => {
  expect(studentQuantile(share, degrees)).toBeCloseTo(expected, 3)
})

const drawn = (n: number, mean: number, deviation: number, random: () => number): Rated[] =>
  Array.from({ length: n }, (_, i) => ({
    at: i,
    value: mean + deviation * normal(random),
    deviation,
  }))

test('nine in ten intervals hold the true mean, however wrong the stated errors are', () => {
  for (const stated of [0.5, 1, 2]) {
    let held = 0
    for (let seed = 1; seed <= 600; seed++) {
      const rates = drawn(9, 3, 1, seeded(seed)).map((one) => ({ ...one, deviation: stated }))
      const found = meanOf(rates)
      if (found && found.low <= 3 && found.high >= 3) held++
    }
    expect(held / 600).toBeGreaterThan(0.86)
    expect(held / 600).toBeLessThan(0.94)
  }
})

test('a difference or a change that is none is claimed as rarely as the chance says', () => {
  let [apart, changed] = [0, 0]
  for (let seed = 1; seed <= 200; seed++) {
    const random = seeded(seed)
    const rates = drawn(20, 1, 0.3, random)
    if (differenceByChance(rates.slice(0, 9), rates.slice(9)) <= 0.1) apart++
    if ((changeIn(rates)?.chance ?? 1) <= 0.1) changed++
  }
  expect(apart / 200).toBeLessThan(0.16)
  expect(apart / 200).toBeGreaterThan(0.04)
  expect(changed / 200).toBeLessThan(0.16)
  expect(changed / 200).toBeGreaterThan(0.04)
})

test('a jump is found where it is', () => {
  const random = seeded(5)
  const rates = [...drawn(12, 1, 0.2, random), ...drawn(8, 2, 0.2, random)]
  const found = changeIn(rates)
  expect(found?.chance).toBeLessThan(0.002)
  expect(Math.abs((found?.before.length ?? 0) - 12)).toBeLessThanOrEqual(1)
})

test('too few say nothing', () => {
  const rates = drawn(3, 1, 0.1, seeded(1))
  expect(meanOf(rates)).toBeUndefined()
  expect(changeIn(rates)).toBeUndefined()
  expect(differenceByChance(rates, drawn(9, 9, 0.1, seeded(2)))).toBe(1)
})
