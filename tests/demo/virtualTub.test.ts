import { normal, seeded } from '@/core/random'
import { DAY, HOUR } from '@/core/time'
import { virtualTub } from '@/demo/virtualTub'
import { NOW, tubWith } from '../core/waters'

const truth = { lossPerHour: 0.2 / 24, demandGramsPerPersonHour: 5, feedPerHour: 0.1 / 24 }
const world = (programme: 'granular chlorine' | 'bromine tablets' = 'granular chlorine') =>
  virtualTub(tubWith(programme), truth, { start: NOW, random: seeded(7) })

test('the same seed tells the same numbers, another seed others', () => {
  const draw = (seed: number) => {
    const random = seeded(seed)
    return Array.from({ length: 5 }, random)
  }
  expect(draw(1)).toEqual(draw(1))
  expect(draw(1)).not.toEqual(draw(2))
})

test('normal deviates have a mean of nothing and a spread of one', () => {
  const random = seeded(3)
  const values = Array.from({ length: 4000 }, () => normal(random))
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length
  const variance = values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / values.length
  expect(Math.abs(mean)).toBeLessThan(0.06)
  expect(Math.abs(variance - 1)).toBeLessThan(0.1)
})

test('chlorine that was dosed is read, fades, and bathers take their share', () => {
  const tub = world()
  tub.dose('sodium dichlor dihydrate', 20)
  const read = () => tub.read(['freeChlorine'], 'meter').freeChlorine ?? Number.NaN
  // 20 g in 1320 L are 8.4 ppm.
  expect(read()).toBeGreaterThan(7)
  tub.advance(NOW + DAY)
  const faded = read()
  expect(faded).toBeLessThan(7.6)
  expect(faded).toBeGreaterThan(5)
  tub.soak(4, 60)
  expect(read()).toBe(0)
})

test('tablets feed a bromine tub for days', () => {
  const tub = world('bromine tablets')
  tub.dose('sodium bromide', 50)
  tub.dose('bromochlorodimethylhydantoin', 60)
  const read = () => tub.read(['bromine'], 'meter').bromine ?? Number.NaN
  expect(read()).toBeLessThan(0.6)
  tub.advance(NOW + 12 * HOUR)
  const half = read()
  tub.advance(NOW + 2 * DAY)
  expect(half).toBeGreaterThan(0.5)
  expect(read()).toBeGreaterThan(half)
})

test('a refill takes everything away, a top-up a share of it', () => {
  const tub = world()
  tub.dose('calcium chloride dihydrate', 400)
  const hardness = () => tub.read(['calciumHardness'], 'shop').calciumHardness ?? Number.NaN
  const high = hardness()
  tub.topUp(0.5)
  const diluted = hardness()
  tub.refill()
  expect(diluted).toBeLessThan(high)
  expect(hardness()).toBeLessThan(diluted)
})

test('air lifts the pH of fresh water', () => {
  const tub = world()
  const before = tub.read(['pH'], 'meter').pH ?? Number.NaN
  tub.aerate(240)
  expect(tub.read(['pH'], 'meter').pH).toBeGreaterThan(before)
})
