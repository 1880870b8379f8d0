import fc from 'fast-check'
import { dosePlan } from '@/core/advice/plan'
import { estimate, estimatesAt } from '@/core/estimate/estimate'
import { residualForecast } from '@/core/estimate/forecast'
import type { NewEntry } from '@/core/journal/entry'
import { DAY, HOUR, MINUTE } from '@/core/time'
import { agenda } from '@/core/today/agenda'
import { anyHouse } from './houses'
import { journal, NOW, tested, tubWith } from './waters'

const tub = tubWith()
const fine = { freeChlorine: 4, pH: 7.5, totalAlkalinity: 100, calciumHardness: 200 }

test('straight after a test the estimate is the reading, with the method’s error', () => {
  const { quantities } = estimate(tub, journal(tested(NOW, fine, 'strip')), NOW)
  expect(quantities.freeChlorine.value).toBeCloseTo(4, 9)
  expect(quantities.freeChlorine.standardDeviation).toBeCloseTo(1.3, 9)
  expect(quantities.pH.value).toBeCloseTo(7.5, 6)
  expect(quantities.pH.standardDeviation).toBeCloseTo(0.2, 9)
})

test('free chlorine falls by a fifth a day under the cover (common practice, 15–25 %)', () => {
  const { quantities } = estimate(tub, journal(tested(NOW - DAY, fine)), NOW)
  const lost = 1 - quantities.freeChlorine.value / 4
  expect(lost).toBeGreaterThan(0.15)
  expect(lost).toBeLessThan(0.25)
})

test('the spread grows with time, and stopping on the way does not change it', () => {
  const once = estimate(tub, journal(tested(NOW - DAY, fine)), NOW)
  const stopped = estimate(
    tub,
    journal(tested(NOW - DAY, fine), { kind: 'note', at: NOW - 12 * HOUR, body: { text: 'x' } }),
    NOW,
  )
  expect(once.quantities.pH.standardDeviation).toBeGreaterThan(0.15)
  expect(stopped.quantities.pH.standardDeviation).toBeCloseTo(
    once.quantities.pH.standardDeviation,
    9,
  )
})

test('two people for an hour use 12 g of chlorine at the starting demand of 6 g a person-hour', () => {
  const big = tubWith('granular chlorine', { volumeLitres: 6000 })
  const { quantities } = estimate(
    big,
    journal(tested(NOW - MINUTE, fine), {
      kind: 'soak',
      at: NOW - MINUTE,
      body: { people: 2, minutes: 60 },
    }),
    NOW,
  )
  expect(4 - quantities.freeChlorine.value).toBeCloseTo(2, 1)
})

test('a soak never takes the residual below zero', () => {
  const { quantities } = estimate(
    tub,
    journal(tested(NOW - MINUTE, fine), {
      kind: 'soak',
      at: NOW - MINUTE,
      body: { people: 8, minutes: 120 },
    }),
    NOW,
  )
  expect(quantities.freeChlorine.value).toBe(0)
})

test('half of the water changed for town water halves the stabiliser', () => {
  const { quantities } = estimate(
    tub,
    journal(tested(NOW - MINUTE, { ...fine, cyanuricAcid: 60 }), {
      kind: 'water',
      at: NOW - MINUTE,
      body: { replacedFraction: 0.5 },
    }),
    NOW,
  )
  expect(quantities.cyanuricAcid.value).toBeCloseTo(30, 6)
})

test('entries in any order give the same water; entries ahead of now are left out', () => {
  const entries = journal(
    { kind: 'dose', at: NOW - 10 * MINUTE, body: { product: 'sodium bicarbonate', grams: 50 } },
    tested(NOW - 20 * MINUTE, fine),
    { kind: 'dose', at: NOW + HOUR, body: { product: 'sodium bicarbonate', grams: 500 } },
  )
  const one = estimate(tub, entries, NOW)
  const other = estimate(tub, [...entries].reverse(), NOW)
  expect(other.reading).toEqual(one.reading)
  // 50 g in 1320 L are 37.9 mg/L, times 0.5957 (stoichiometry).
  expect(one.reading.totalAlkalinityPpm - 100).toBeCloseTo(22.6, 0)
})

test('the estimate at many moments, in one fold, is the estimate at each of them', () => {
  fc.assert(
    fc.property(anyHouse, ({ tub, journal }) => {
      const moments = [40, 9, 3, 1, 0.2, 0].map((days) => NOW - days * DAY)
      expect(estimatesAt(tub, journal, moments)).toEqual(
        moments.map((moment) => estimate(tub, journal, moment)),
      )
    }),
    { numRuns: 40 },
  )
})

test('readings that contradict each other do not stop the estimate', () => {
  const { reading } = estimate(
    tub,
    journal(tested(NOW, { pH: 8.8, totalAlkalinity: 20, cyanuricAcid: 150 })),
    NOW,
  )
  for (const value of Object.values(reading)) expect(Number.isFinite(value)).toBe(true)
})

describe('the forecast', () => {
  const points = residualForecast(tub, estimate(tub, journal(tested(NOW, fine)), NOW), 48)
  test('falls, and its fan opens', () => {
    expect(points).toHaveLength(49)
    expect(points?.[48]?.value).toBeCloseTo(4 * Math.exp(-0.4), 6)
    const relative = points?.map((point) => point.standardDeviation / point.value) ?? []
    for (let i = 1; i < relative.length; i++)
      expect(relative[i]).toBeGreaterThan(relative[i - 1] ?? 0)
  })
  test('rises where a dose is planned', () => {
    const at = NOW + 30 * MINUTE
    const planned = residualForecast(tub, estimate(tub, journal(tested(NOW, fine)), NOW), 4, [
      { at, ppm: 2 },
    ])
    const there = planned?.filter((point) => point.at === at).map(({ value }) => value)
    expect((there?.[1] ?? 0) - (there?.[0] ?? 0)).toBeCloseTo(2, 9)
  })
  test('meets what bathers left within hours, before a dose and after it', () => {
    const state = { ...estimate(tub, journal(tested(NOW, fine)), NOW), outstandingDemandPpm: 1.5 }
    const after = residualForecast(tub, state, 48)
    expect(after?.[0]?.value).toBeCloseTo(4, 6)
    expect((points?.[24]?.value ?? 0) - (after?.[24]?.value ?? 0)).toBeCloseTo(1.47, 1)
    const much = residualForecast(tub, { ...state, outstandingDemandPpm: 9 }, 24, [
      { at: NOW, ppm: 6 },
    ])
    expect(much?.at(-1)?.value).toBeLessThan(1)
    expect(much?.at(-1)?.value).toBeGreaterThanOrEqual(0)
  })
  // An outside integrator: small steps of dC/dt = feed - k C, the feed what holds the level at its start.
  test('beside a feeder a dose falls to what the feeder holds', () => {
    const floater = tubWith('bromine tablets')
    const state = estimate(floater, journal(tested(NOW, { bromine: 2, pH: 7.5 })), NOW)
    const points = residualForecast(floater, state, 48, [{ at: NOW, ppm: 6 }])
    const perHour = 0.2 / 24
    let ppm = 8
    for (let minute = 0; minute < 48 * 60; minute++) ppm += (perHour * 2 - perHour * ppm) * (1 / 60)
    expect(points?.at(-1)?.value).toBeCloseTo(ppm, 2)
    expect(points?.at(-1)?.value).toBeGreaterThan(2)
  })
  test('is not made from a stale reading', () =>
    expect(
      residualForecast(tub, estimate(tub, journal(tested(NOW - 2 * DAY, fine)), NOW), 48),
    ).toBeUndefined())
})

describe('fill water', () => {
  const fillTest = (daysAgo: number): NewEntry => ({
    kind: 'fillTest',
    at: NOW - daysAgo * DAY,
    body: { method: 'drops', fillWater: { source: 'well', calciumHardnessPpm: 320, ironPpm: 0.4 } },
  })
  const refill: NewEntry = { kind: 'water', at: NOW - HOUR, body: { replacedFraction: 1 } }
  const at = (...entries: NewEntry[]) => estimate(tubWith(), journal(...entries), NOW)

  test('as it was read before the fill is what the tub then holds', () => {
    const { reading, fillWater } = at(fillTest(2), refill)
    expect(reading.calciumHardnessPpm).toBeCloseTo(320, 6)
    expect(reading.ironPpm).toBeCloseTo(0.4, 6)
    expect(fillWater.source).toBe('well')
  })
  test('read too long before, it does not count: it can be other water by now', () => {
    const { reading, fillTestedAt } = at(fillTest(40), refill)
    expect(reading.calciumHardnessPpm).toBeCloseTo(100, 6)
    expect(fillTestedAt).toBeUndefined()
  })
  test('is asked for before a refill is due, and not again once it was read', () => {
    const asked = (...entries: NewEntry[]) => {
      const tub = tubWith()
      const all = journal(...entries)
      const state = estimate(tub, all, NOW)
      return agenda(tub, all, { estimate: state, plan: dosePlan(tub, all, state) }).some(
        ({ kind, due }) => kind === 'fill test' && due <= NOW,
      )
    }
    const old: NewEntry = { kind: 'water', at: NOW - 119 * DAY, body: { replacedFraction: 1 } }
    expect(asked(old)).toBe(true)
    expect(asked(old, fillTest(3))).toBe(false)
  })
})
