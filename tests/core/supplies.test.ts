import fc from 'fast-check'
import { estimate } from '@/core/estimate/estimate'
import { usualHeat } from '@/core/heat/tubHeat'
import { PRODUCT_NAMES, PRODUCTS, productEffect } from '@/core/products/product'
import { bleachLeft, strengthAt } from '@/core/supplies/ageing'
import { costsOf } from '@/core/supplies/costs'
import { conflictBetween, conflictsOf, poolOnly } from '@/core/supplies/storage'
import { lastsUntil, packsFor, rateOfUse, runsOut } from '@/core/supplies/use'
import { DAY, HOUR } from '@/core/time'
import { journal, NOW, tested, tubWith } from './waters'

describe('what a month costs, by hand', () => {
  const tub = tubWith('granular chlorine', { volumeLitres: 1000, setTemperatureCelsius: 38 })
  const from = NOW - 30 * DAY
  const entries = journal(
    { kind: 'water', at: from - 40 * DAY, body: { replacedFraction: 1 } },
    { kind: 'dose', at: from + DAY, body: { product: 'sodium dichlor dihydrate', grams: 8 } },
    { kind: 'dose', at: from + 2 * DAY, body: { product: 'sodium dichlor dihydrate', grams: 12 } },
    { kind: 'dose', at: from + 3 * DAY, body: { product: 'sodium bisulfate', grams: 50 } },
    { kind: 'dose', at: from + 4 * DAY, body: { product: 'potassium monopersulfate', grams: 40 } },
    { kind: 'soak', at: from + 5 * DAY, body: { people: 2, minutes: 30 } },
    { kind: 'water', at: from + 10 * DAY, body: { replacedFraction: 1 } },
    {
      kind: 'dose',
      at: from + 10 * DAY + HOUR,
      body: { product: 'sodium bicarbonate', grams: 100 },
    },
    {
      kind: 'chore',
      at: from + 12 * DAY,
      body: { chore: 'filter soak', outcome: 'done', used: { product: 'filter soak', grams: 60 } },
    },
    { kind: 'dose', at: from - DAY, body: { product: 'sodium bisulfate', grams: 999 } },
  )
  const costs = costsOf(
    tub,
    entries,
    {
      perGram: {
        'sodium dichlor dihydrate': 0.02,
        'sodium bisulfate': 0.006,
        'potassium monopersulfate': 0.012,
        'sodium bicarbonate': 0.003,
      },
      perLitre: 0.004,
      perKilowattHour: 0.3,
    },
    { from, to: NOW, heat: usualHeat(tub), air: () => 8, fillCelsius: 12 },
  )

  test('products: 20 g × 0.02 + 50 g × 0.006 + 40 g × 0.012 + 100 g × 0.003 = 1.48; what has no price is named', () => {
    expect(costs.productsMoney).toBeCloseTo(0.4 + 0.3 + 0.48 + 0.3, 10)
    expect(costs.products.find(({ product }) => product === 'filter soak')).toEqual({
      product: 'filter soak',
      grams: 60,
      money: undefined,
    })
    expect(costs.spentOn.balance).toBeCloseTo(0.3, 10)
    expect(costs.spentOn.refill).toBeCloseTo(0.3, 10)
    // 12 mg/L of granules is a shock, 8 is none; so is 40 mg/L of the other.
    expect(costs.spentOn.sanitizer).toBeCloseTo(0.16, 10)
    expect(costs.spentOn.shock).toBeCloseTo(0.24 + 0.48, 10)
  })

  test('water and heat: 1,000 L × 0.004; 30 K held by 1/241.5 an hour less the 40 W of a pump, and one fill up 26 K', () => {
    expect(costs.waterMoney).toBeCloseTo(4, 10)
    // 1000 L × 4.18 × 0.995 kJ/K = 1.1553 kWh/K.
    const perKelvin = (1000 * 4.18 * 0.995) / 3600
    expect(costs.kilowattHours.heat).toBeCloseTo(((30 / 241.5) * perKelvin - 0.04) * 720, 6)
    expect(costs.kilowattHours.fills).toBeCloseTo(26 * perKelvin, 6)
    expect(costs.kilowattHours.pumps).toBeCloseTo(0.08 * 720 + 1.5 * 0.5, 6)
    const { heat, pumps, fills } = costs.kilowattHours
    expect(costs.energyMoney).toBeCloseTo(0.3 * (heat + pumps + fills), 10)
    expect([costs.soaks, costs.personHours]).toEqual([1, 1])
  })

  test('a rigid tub of 1,300 L at 38 °C in 8 °C air takes 5 to 8 kWh a day to hold, as makers quote for cool weather (from memory)', () => {
    const rigid = tubWith('granular chlorine', { volumeLitres: 1300 })
    const day = costsOf(
      rigid,
      journal({ kind: 'water', at: NOW - 9 * DAY, body: { replacedFraction: 1 } }),
      { perGram: {}, perLitre: undefined, perKilowattHour: undefined },
      { from: NOW - DAY, to: NOW, heat: usualHeat(rigid), air: () => 8, fillCelsius: 12 },
    )
    expect(day.kilowattHours.heat + day.kilowattHours.pumps).toBeGreaterThan(5)
    expect(day.kilowattHours.heat + day.kilowattHours.pumps).toBeLessThan(8)
    expect(day.energyMoney).toBeUndefined()
  })
})

describe('how long something lasts, by hand', () => {
  // 70, 35, 70, 35 g in four weeks: 7.5 g a day.
  const taken = [3, 10, 17, 24].map((days, i) => ({
    at: NOW - days * DAY,
    amount: i % 2 ? 35 : 70,
  }))
  const use = rateOfUse(taken, { since: NOW - 29 * DAY, now: NOW })

  test('210 g in four weeks are 7.5 g a day, scattering by √(4 × 17.5² / 3) g a week', () => {
    expect(use?.perDay).toBeCloseTo(7.5, 10)
    expect(use?.weekDeviation).toBeCloseTo(Math.sqrt((4 * 17.5 ** 2) / 3), 10)
  })

  test('150 g last 20 days; the range holds it, and a week more or less is not surprising', () => {
    if (!use) throw new Error('it is in use')
    const empty = runsOut(150, use, NOW)
    expect((empty?.expected ?? 0) - NOW).toBeCloseTo(20 * DAY, -3)
    expect(empty?.early).toBeLessThan(NOW + 17 * DAY)
    expect(empty?.late).toBeGreaterThan(NOW + 23 * DAY)
    // By its date, where that comes first; ordered before the early end, less the delivery.
    expect(lastsUntil(empty, NOW + 9 * DAY, 4)).toEqual({
      until: NOW + 9 * DAY,
      by: 'date',
      orderBy: NOW + 5 * DAY,
    })
    expect(lastsUntil(empty, undefined, 4)?.orderBy).toBe((empty?.early ?? 0) - 4 * DAY)
    expect(packsFor(use, 150, 34, 100)).toBe(2)
    expect(packsFor(use, 255, 34, 100)).toBe(0)
  })

  test('half of what scatters as it did runs out within the range nine times in ten', () => {
    // Weeks drawn from the same two sums: another model than the normal that the range goes by.
    if (!use) throw new Error('it is in use')
    const empty = runsOut(260, use, NOW)
    let held = 0
    for (let seed = 0; seed < 400; seed++) {
      let [left, day, bits] = [260, 0, seed * 2654435761]
      while (left > 0) {
        bits = (Math.imul(bits, 1664525) + 1013904223) >>> 0
        const week = bits > 0x7fffffff ? 70 : 35
        const days = Math.min(7, (7 * left) / week)
        left -= week
        day += days
      }
      const at = NOW + day * DAY
      if (at >= (empty?.early ?? 0) && at <= (empty?.late ?? Number.POSITIVE_INFINITY)) held++
    }
    expect(held / 400).toBeGreaterThan(0.88)
  })

  test('too short a journal, or nothing used, says nothing; more never lasts less', () => {
    expect(rateOfUse(taken, { since: NOW - 10 * DAY, now: NOW })).toBeUndefined()
    expect(rateOfUse([], { since: NOW - 90 * DAY, now: NOW })).toBeUndefined()
    if (!use) throw new Error('it is in use')
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 3000, noNaN: true }),
        fc.double({ min: 1, max: 3000, noNaN: true }),
        (a, b) => {
          const [less, more] = [
            runsOut(Math.min(a, b), use, NOW),
            runsOut(Math.max(a, b), use, NOW),
          ]
          if (less && more) expect(more.early).toBeGreaterThanOrEqual(less.early - 1)
        },
      ),
    )
  })
})

describe('liquid chlorine weakens', () => {
  test.each([
    // Makers' tables of half-lives, days (from memory): percent, °C.
    [10, 25, 220],
    [15, 25, 144],
    [5, 25, 790],
    [10, 15, 800],
    [10, 35, 60],
  ])('half of %d %% at %d °C is gone in about %d days', (percent, celsius, days) => {
    const left = bleachLeft(percent / 100, days, celsius) / (percent / 100)
    expect(left).toBeGreaterThan(0.36)
    expect(left).toBeLessThan(0.58)
  })

  test('the same as stepping through it a quarter of a day at a time (Euler)', () => {
    let percent = 12.5
    const rate = (2 ** 1.4 - 1) / (1.4 * 10 ** 1.4 * 220)
    for (let i = 0; i < 400; i++) percent -= (rate * percent ** 2.4) / 4
    expect(100 * bleachLeft(0.125, 100, 25)).toBeCloseTo(percent, 1)
  })

  test('a pack is worth its age in the plan and in the estimate; others keep', () => {
    const aged = strengthAt(
      'sodium hypochlorite',
      { weightFraction: 0.125 },
      { boughtAt: NOW - 120 * DAY },
      NOW,
    )
    expect(aged.weightFraction).toBeLessThan(0.115)
    expect(
      strengthAt('sodium bisulfate', { purity: 0.93 }, { boughtAt: NOW - 900 * DAY }, NOW),
    ).toEqual({ purity: 0.93 })
    const tub = tubWith('liquid chlorine')
    const ending = (strength: object) =>
      estimate(
        tub,
        journal(tested(NOW - 2 * HOUR, { freeChlorine: 1, pH: 7.4, totalAlkalinity: 90 }), {
          kind: 'dose',
          at: NOW - HOUR,
          body: { product: 'sodium hypochlorite', grams: 40, ...strength },
        }),
        NOW,
      ).quantities.freeChlorine.value
    const rise = (strength: object) =>
      ending(strength) - ending({ strength: { weightFraction: 0.0001 } })
    expect(
      rise({ strength: { weightFraction: 0.12 } }) / rise({ strength: { weightFraction: 0.06 } }),
    ).toBeCloseTo(2, 1)
    expect(rise({})).toBeCloseTo(rise({ strength: { weightFraction: 0.06 } }), 1)
    expect(
      productEffect('sodium hypochlorite', { weightFraction: 0.12 }).freeChlorineMmol,
    ).toBeGreaterThan(0)
  })
})

describe('what may not stand together', () => {
  test('acid beside any chlorine, bromine or oxidiser; two chlorines; oxidisers beside organics; the same both ways', () => {
    for (const a of PRODUCT_NAMES)
      for (const b of PRODUCT_NAMES) {
        expect(conflictBetween(a, b)).toBe(conflictBetween(b, a))
        const families = [PRODUCTS[a].family, PRODUCTS[b].family]
        if (
          families.includes('acid') &&
          families.some((one) => ['chlorine', 'bromine', 'oxidiser'].includes(one))
        )
          expect(conflictBetween(a, b)).toBe('acid and chlorine')
      }
    expect(conflictBetween('sodium dichlor dihydrate', 'calcium hypochlorite')).toBe(
      'two chlorines',
    )
    expect(conflictBetween('enzyme', 'potassium monopersulfate')).toBe('oxidiser and organic')
    expect(conflictBetween('sodium bicarbonate', 'sodium bisulfate')).toBeUndefined()
  })

  test('it goes when one is moved, and not before', () => {
    const acid = { product: 'sodium bisulfate' as const, place: ' Shed ' }
    expect(
      conflictsOf([acid, { product: 'sodium dichlor dihydrate', place: 'shed' }]),
    ).toHaveLength(1)
    expect(
      conflictsOf([acid, { product: 'sodium dichlor dihydrate', place: 'cellar' }]),
    ).toHaveLength(0)
    expect(
      conflictsOf([{ product: 'sodium bisulfate' }, { product: 'sodium dichlor dihydrate' }]),
    ).toHaveLength(1)
  })

  test('pool products are told apart by kind, form and strength', () => {
    expect(poolOnly('sodium hypochlorite', 12.5)).toBe('pool strength')
    expect(poolOnly('sodium hypochlorite', 6)).toBeUndefined()
    expect(poolOnly('trichlor')).toBe('too acid')
    expect(poolOnly('calcium hypochlorite')).toBe('calcium each time')
    expect(poolOnly('sodium bicarbonate')).toBeUndefined()
  })
})
