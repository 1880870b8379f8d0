import { isDeepStrictEqual } from 'node:util'
import fc from 'fast-check'
import { dosePlan } from '@/core/advice/plan'
import { estimate, estimatesAt } from '@/core/estimate/estimate'
import { type Ahead, fallsTo, fanOf, residualForecast } from '@/core/estimate/forecast'
import type { NewEntry } from '@/core/journal/entry'
import { DAY, HOUR, MINUTE } from '@/core/time'
import { agenda } from '@/core/today/agenda'
import { share } from '../share'
import { anyHouse } from './houses'
import { journal, NOW, tested, tubWith } from './waters'

const tub = tubWith()
const fine = { freeChlorine: 4, pH: 7.5, totalAlkalinity: 100, calciumHardness: 200 }

test('straight after a test the estimate is the reading, with the method’s error', () => {
  const { quantities } = estimate(tub, journal(tested(NOW, fine, 'strip')), NOW)
  expect(quantities.freeChlorine.value).toBeCloseTo(4, 9)
  expect(quantities.freeChlorine.standardDeviation / 1.3).toBeCloseTo(1, 1)
  expect(quantities.pH.value).toBeCloseTo(7.5, 6)
  expect(quantities.pH.standardDeviation / 0.2).toBeCloseTo(1, 1)
})

test('free chlorine falls by a fifth a day under the cover (common practice, 15–25 %)', () => {
  const { quantities } = estimate(tub, journal(tested(NOW - DAY, fine)), NOW)
  const lost = 1 - quantities.freeChlorine.value / 4
  expect(lost).toBeGreaterThan(0.15)
  expect(lost).toBeLessThan(0.25)
})

test('the spread grows with time, and stopping on the way does not change it', () => {
  const once = estimate(tub, journal(tested(NOW - 4 * DAY, fine)), NOW)
  const stopped = estimate(
    tub,
    journal(tested(NOW - 4 * DAY, fine), {
      kind: 'note',
      at: NOW - 12 * HOUR,
      body: { text: 'x' },
    }),
    NOW,
  )
  expect(once.quantities.pH.standardDeviation).toBeGreaterThan(
    estimate(tub, journal(tested(NOW, fine)), NOW).quantities.pH.standardDeviation,
  )
  expect(stopped.quantities).toEqual(once.quantities)
})

test('two people for an hour use 12 g of chlorine at the starting demand of 6 g a person-hour', () => {
  const big = tubWith('granular chlorine', { volumeLitres: 6000 })
  const { quantities, outstandingDemandPpm } = estimate(
    big,
    journal(tested(NOW - MINUTE, fine), {
      kind: 'soak',
      at: NOW - MINUTE,
      body: { people: 2, minutes: 60 },
    }),
    NOW,
  )
  // 2 ppm: what has met it and what still waits.
  const met = 4 - quantities.freeChlorine.value
  expect(met + outstandingDemandPpm).toBeGreaterThan(1.9)
  expect(met + outstandingDemandPpm).toBeLessThan(2.2)
  expect(met).toBeGreaterThan(1)
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
  expect(quantities.cyanuricAcid.value).toBeCloseTo(30, 0)
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
      // What jest compares figure by figure takes as long as the estimates.
      const each = moments.map((moment) => estimate(tub, journal, moment))
      expect(isDeepStrictEqual(estimatesAt(tub, journal, moments), each)).toBe(true)
    }),
    { numRuns: share('journals, at many moments in one fold', 15, 60) },
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
  const known = estimate(tub, journal(tested(NOW, fine)), NOW)
  const points = residualForecast(tub, known, 48)
  const dose = (at: number, grams: number): Ahead => ({
    id: 0,
    at,
    kind: 'dose',
    body: { product: 'sodium dichlor dihydrate', grams },
  })
  test('falls, and its fan opens', () => {
    expect(points).toHaveLength(49)
    // Common practice: a fifth of it a day, more or less by half.
    const left = (points?.[48]?.value ?? 0) / 4
    expect(left).toBeGreaterThan(Math.exp(-0.6))
    expect(left).toBeLessThan(Math.exp(-0.25))
    const relative = points?.map((point) => point.standardDeviation / point.value) ?? []
    for (let i = 6; i < relative.length; i += 6)
      expect(relative[i]).toBeGreaterThan(relative[i - 6] ?? 0)
  })
  test('starts where the estimate stands, and foretells a moment alike whichever moments are asked for', () => {
    expect(points?.[0]?.value).toBeCloseTo(known.quantities.freeChlorine.value, 9)
    const [fan] = fanOf(known.ensemble, tub, [dose(NOW + HOUR, 5)], {
      floor: 1,
      hours: 24,
      stepHours: 24,
    })
    const hourly = residualForecast(tub, known, 24, [dose(NOW + HOUR, 5)])
    expect(hourly?.at(-1)?.value).toBeCloseTo(fan?.points.at(-1)?.median ?? 0, 2)
    expect(hourly?.at(-1)?.standardDeviation).toBeCloseTo(
      ((fan?.points.at(-1)?.high ?? 0) - (fan?.points.at(-1)?.low ?? 0)) / 2.563,
      2,
    )
  })
  test('rises where a dose is planned', () => {
    const at = NOW + 30 * MINUTE
    const planned = residualForecast(tub, known, 4, [dose(at, 5)])
    const there = planned?.filter((point) => point.at === at).map(({ value }) => value)
    // A gram of dichlor gives 0.554 g of chlorine.
    const rise = (5 * 554) / tub.volumeLitres
    expect((there?.[1] ?? 0) - (there?.[0] ?? 0)).toBeGreaterThan(0.93 * rise)
    expect((there?.[1] ?? 0) - (there?.[0] ?? 0)).toBeLessThan(1.07 * rise)
  })
  test('meets what bathers left within hours, before a dose and after it', () => {
    const bathed = estimate(
      tub,
      journal(tested(NOW - HOUR, fine), {
        kind: 'soak',
        at: NOW - 40 * MINUTE,
        body: { people: 4, minutes: 40 },
      }),
      NOW,
    )
    const after = residualForecast(tub, bathed, 48) ?? []
    expect(bathed.outstandingDemandPpm).toBeGreaterThan(1)
    expect(after[24]?.value).toBeLessThan(0.3 * (points?.[24]?.value ?? 0))
    const dosed = residualForecast(tub, bathed, 24, [dose(NOW, 10)]) ?? []
    expect(dosed.at(-1)?.value).toBeGreaterThan(after[24]?.value ?? 0)
    expect(dosed.at(-1)?.value).toBeLessThan((10 * 554) / tub.volumeLitres)
  })
  // An outside integrator: small steps of dC/dt = feed - k C, the feed what holds the middle of the range.
  test('beside a feeder a dose falls to what the feeder holds', () => {
    const floater = tubWith('bromine tablets')
    const holds = (floater.targets.sanitizer.low + floater.targets.sanitizer.high) / 2
    const state = estimate(floater, journal(tested(NOW, { bromine: holds, pH: 7.5 })), NOW)
    const end = residualForecast(floater, state, 240, [dose(NOW, 14)])?.at(-1)?.value ?? 0
    const perHour = 0.22 / 24
    let ppm = holds + (14 * 554 * 159.8) / 70.9 / floater.volumeLitres
    for (let minute = 0; minute < 240 * 60; minute++)
      ppm += (perHour * holds - perHour * ppm) * (1 / 60)
    expect(end).toBeGreaterThan(0.85 * ppm)
    expect(end).toBeLessThan(1.15 * ppm)
  })
  test('passes a limit between its points', () => {
    const at = fallsTo(points ?? [], 3) ?? 0
    const before = points?.findLast((point) => point.at <= at)
    const after = points?.find((point) => point.at > at)
    expect(before?.value).toBeGreaterThanOrEqual(3)
    expect(after?.value).toBeLessThan(3)
    expect(fallsTo(points ?? [], 0.01)).toBeUndefined()
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
