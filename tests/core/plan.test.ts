import fc from 'fast-check'
import { dosePlan } from '@/core/advice/plan'
import { estimate } from '@/core/estimate/estimate'
import type { Entry, NewEntry } from '@/core/journal/entry'
import type { Readings } from '@/core/testing/quantity'
import { DAY, MINUTE } from '@/core/time'
import type { Tub } from '@/core/tub/tub'
import { formatWait, stepCautions } from '@/words/handlingText'
import { share } from '../share'
import { journal, NOW, tested, tubWith } from './waters'

const planFor = (tub: Tub, readings: Readings, ...more: NewEntry[]) => {
  const entries = journal(tested(NOW - 5 * MINUTE, readings), ...more)
  return dosePlan(tub, entries, estimate(tub, entries, NOW))
}

const fine: Readings = {
  freeChlorine: 4,
  pH: 7.5,
  totalAlkalinity: 100,
  calciumHardness: 200,
  cyanuricAcid: 20,
}

const products = (plan: ReturnType<typeof planFor>) =>
  plan.steps.map((step) => (step.kind === 'add' ? step.product : 'air'))

test('water in band gets nothing', () => {
  const plan = planFor(tubWith(), fine)
  expect(plan.steps).toEqual([])
  expect(plan.notes).toEqual([])
})

test('a value on the edge of its band gets nothing', () => {
  expect(planFor(tubWith(), { ...fine, pH: 7.8, totalAlkalinity: 80 }).steps).toEqual([])
})

test('low alkalinity is raised to the middle of its band by the handbook mass', () => {
  const plan = planFor(tubWith(), { ...fine, totalAlkalinity: 60, pH: 7.4 })
  expect(products(plan)[0]).toBe('sodium bicarbonate')
  const [step] = plan.steps
  // 40 ppm in 1320 L are 52.8 g as CaCO₃, times 84.007 / 50.043: 88.6 g, shown as 90.
  expect(step?.kind === 'add' && step.grams).toBe(90)
  expect(plan.after.totalAlkalinityPpm).toBeGreaterThan(95)
})

test('low alkalinity with high pH: the high one comes down first', () => {
  const plan = planFor(tubWith(), { ...fine, totalAlkalinity: 60, pH: 8.0 })
  expect(products(plan)).toEqual(['sodium bisulfate', 'sodium bicarbonate'])
  expect(plan.after.pH).toBeCloseTo(7.5, 1)
  expect(plan.after.totalAlkalinityPpm).toBeCloseTo(100, -1)
})

test('both high: one acid dose serves both, then air, then a test', () => {
  const plan = planFor(tubWith(), { ...fine, totalAlkalinity: 130, pH: 8.1 })
  expect(products(plan)).toEqual(['sodium bisulfate', 'air'])
})

test('far too much alkalinity comes down in portions of acid with air between, and a test in the middle', () => {
  const plan = planFor(tubWith(), { ...fine, totalAlkalinity: 200, pH: 7.8 })
  const acid = 'sodium bisulfate'
  expect(products(plan)).toEqual([acid, 'air', acid, 'air', acid, 'air', acid, 'air'])
  for (const { after } of plan.steps) expect(after.pH).toBeGreaterThan(7)
  expect(plan.notes.some(({ quantity }) => quantity === 'totalAlkalinity')).toBe(true)
  expect(plan.after.totalAlkalinityPpm).toBeGreaterThan(130)
})

// Common practice: at 10 ppm of chlorine and above a pH read by colour is not to be trusted.
test('a pH read by colour under bleaching chlorine is not dosed by; a meter’s is', () => {
  const readings = { freeChlorine: 12, pH: 8.3, totalAlkalinity: 100 }
  for (const [method, dosed] of [
    ['drops', false],
    ['strip', false],
    ['meter', true],
  ] as const) {
    const entries = journal(tested(NOW - MINUTE, readings, method))
    const plan = dosePlan(tubWith(), entries, estimate(tubWith(), entries, NOW))
    expect(products(plan).includes('sodium bisulfate')).toBe(dosed)
    expect(plan.notes.some(({ reason }) => reason.code === 'pH bleached')).toBe(!dosed)
  }
})

test('what opens the tub goes first: a high alkalinity keeps nobody out', () => {
  const low = { ...fine, freeChlorine: 1, totalAlkalinity: 200 }
  const plan = planFor(tubWith(), { ...low, pH: 7.7 })
  expect(products(plan)).toEqual(['sodium dichlor dihydrate'])
  const [note] = plan.notes.filter(({ reason }) => reason.code === 'alkalinity another evening')
  expect(note).toBeDefined()
  // pH itself keeps people out: one portion, air, sanitizer, and a test.
  expect(products(planFor(tubWith(), { ...low, pH: 8.2 }))).toEqual([
    'sodium bisulfate',
    'air',
    'sodium dichlor dihydrate',
  ])
})

test('fresh water is offered beside acid, with what it leaves, where the fill water is softer', () => {
  const tub = tubWith('granular chlorine', {
    fillWater: { source: 'town', totalAlkalinityPpm: 50, pH: 7.6 },
  })
  const offer = planFor(tub, { ...fine, totalAlkalinity: 200, pH: 7.8 })
    .notes.map(({ reason }) => reason)
    .find(({ code }) => code === 'water instead of acid')
  // (200 - 110) / (200 - 50) of 1320 L.
  expect(offer).toMatchObject({ assumed: false })
  if (offer?.code !== 'water instead of acid') throw new Error('not offered')
  expect(offer.litres).toBeCloseTo(0.6 * 1320, 0)
  expect(offer.totalAlkalinityPpm).toBeCloseTo(110, 0)
  expect(offer.acidHours).toBeGreaterThan(3)
  // 792 L through a hose of 18 L a minute after a pump of 126; 26 K by 4.16 kJ for a litre and kelvin.
  expect(offer.waterMinutes).toBeCloseTo(792 / 18 + 792 / 126, 0)
  expect(offer.kilowattHours).toBeCloseTo((792 * 26 * 4.16) / 3600, 0)
  const hard = tubWith('granular chlorine', {
    fillWater: { source: 'town', totalAlkalinityPpm: 190 },
  })
  const codes = planFor(hard, { ...fine, totalAlkalinity: 200, pH: 7.8 }).notes.map(
    ({ reason }) => reason.code,
  )
  expect(codes).not.toContain('water instead of acid')
})

test('an alkalinity that fits nothing before it is met with one portion and a test', () => {
  const before = tested(NOW - DAY, { ...fine, totalAlkalinity: 100 })
  const odd = tested(NOW, { ...fine, totalAlkalinity: 230 })
  const state = estimate(tubWith(), journal(before, odd), NOW)
  const plan = dosePlan(tubWith(), journal(before, odd), state)
  expect(products(plan).filter((one) => one !== 'air').length).toBeLessThan(2)
})

test('low pH with enough alkalinity is lifted by air, and alkalinity stays', () => {
  const plan = planFor(tubWith(), { ...fine, totalAlkalinity: 110, pH: 7.0 })
  expect(products(plan)).toEqual(['air'])
  // A ppm at most, as hypochlorite takes its share of the alkalinity at the higher pH.
  expect(Math.abs(plan.after.totalAlkalinityPpm - 110)).toBeLessThan(1)
  expect(plan.after.pH).toBeGreaterThan(7.2)
})

test('soda ash is halved, and the rest waits for a test', () => {
  const plan = planFor(tubWith(), { ...fine, totalAlkalinity: 85, pH: 6.9 })
  const soda = plan.steps.find((step) => step.kind === 'add' && step.product === 'sodium carbonate')
  expect(soda).toBeDefined()
  expect(plan.later.map(({ product }) => product)).toContain('sodium carbonate')
})

test('sanitizer goes last', () => {
  const plan = planFor(tubWith(), {
    freeChlorine: 0.5,
    pH: 8.0,
    totalAlkalinity: 60,
    calciumHardness: 100,
    cyanuricAcid: 20,
  })
  expect(products(plan)).toEqual([
    'sodium bisulfate',
    'sodium bicarbonate',
    'calcium chloride dihydrate',
    'sodium dichlor dihydrate',
  ])
  expect(plan.after.freeChlorinePpm).toBeCloseTo(4, 0)
  expect(plan.after.calciumHardnessPpm).toBeCloseTo(200, -1)
})

test('bromine is brought back by the oxidiser, after bromide where none is known', () => {
  const tub = tubWith('bromine tablets')
  const readings = { bromine: 0, pH: 7.5, totalAlkalinity: 100, calciumHardness: 200 }
  expect(products(planFor(tub, readings))).toEqual(['sodium bromide', 'potassium monopersulfate'])
  expect(products(planFor(tub, { ...readings, bromine: 2 }))).toEqual(['potassium monopersulfate'])
})

test('no dose for what was not read, or was read too long ago', () => {
  const entries = journal(tested(NOW - 30 * 3_600_000, { freeChlorine: 0, pH: 7.5 }))
  const tub = tubWith()
  const plan = dosePlan(tub, entries, estimate(tub, entries, NOW))
  expect(plan.steps).toEqual([])
  expect(plan.notes.map(({ quantity }) => quantity)).toEqual(
    expect.arrayContaining(['freeChlorine', 'totalAlkalinity', 'calciumHardness']),
  )
})

test('pH alone asks for alkalinity before anything is poured', () => {
  const plan = planFor(tubWith(), { freeChlorine: 4, pH: 8.2 })
  expect(plan.steps).toEqual([])
  expect(plan.notes[0]?.reason).toEqual({ code: 'needs alkalinity' })
})

test('too much sanitizer or stabiliser is not dosed away', () => {
  const plan = planFor(tubWith(), { ...fine, freeChlorine: 9, cyanuricAcid: 120 })
  expect(plan.steps).toEqual([])
  expect(plan.notes.map(({ quantity }) => quantity).sort()).toEqual([
    'cyanuricAcid',
    'freeChlorine',
  ])
  // 1 − 50/120 of the water.
  expect(plan.notes.find(({ quantity }) => quantity === 'cyanuricAcid')?.reason).toMatchObject({
    code: 'dilution',
    dilution: { fraction: expect.closeTo(1 - 50 / 120, 2) },
  })
})

test('every step carries its jets, cover, wait, cautions, and what it does to everything', () => {
  const plan = planFor(tubWith(), { ...fine, freeChlorine: 1, totalAlkalinity: 60, pH: 8.0 })
  expect(plan.steps.length).toBeGreaterThan(1)
  for (const [i, step] of plan.steps.entries()) {
    expect(step.order).toBe(i + 1)
    expect(step.waitMinutes).toBeGreaterThan(0)
    expect(stepCautions(step).length).toBeGreaterThan(0)
    expect(step.calculation.length).toBeGreaterThan(3)
    if (i > 0) {
      expect(step.before).toEqual(plan.steps[i - 1]?.after)
      expect(step.notAfter).toBeTruthy()
    }
  }
  const acid = plan.steps.find((step) => step.kind === 'add' && step.product === 'sodium bisulfate')
  expect(acid?.jets).toBe('low')
})

test('chlorine straight after acid says what would happen', () => {
  const plan = planFor(tubWith(), { ...fine, freeChlorine: 1, pH: 8.1 })
  expect(products(plan)).toEqual(['sodium bisulfate', 'sodium dichlor dihydrate'])
  expect(plan.steps[1]?.notAfter).toEqual({ code: 'acid and oxidiser' })
  expect(formatWait({ code: 'acid and oxidiser' })).toContain('toxic gas')
})

test('a dose made is counted: the rest of the plan is what was planned', () => {
  const tub = tubWith()
  const readings = { ...fine, freeChlorine: 1, totalAlkalinity: 60, pH: 8.0 }
  const first = planFor(tub, readings)
  const [step] = first.steps
  if (step?.kind !== 'add') throw new Error('expected a dose')
  const rest = planFor(tub, readings, {
    kind: 'dose',
    at: NOW - MINUTE,
    body: { product: step.product, grams: step.grams },
  })
  expect(products(rest)).toEqual(products(first).slice(1))
  for (const [i, later] of rest.steps.entries()) {
    const planned = first.steps[i + 1]
    if (later.kind !== 'add' || planned?.kind !== 'add') continue
    expect(Math.abs(later.grams / planned.grams - 1)).toBeLessThan(0.12)
  }
})

const anyTested = fc.record({
  freeChlorine: fc.double({ min: 0, max: 6, noNaN: true }),
  pH: fc.double({ min: 6.4, max: 8.6, noNaN: true }),
  totalAlkalinity: fc.double({ min: 40, max: 280, noNaN: true }),
  calciumHardness: fc.double({ min: 0, max: 500, noNaN: true }),
  cyanuricAcid: fc.double({ min: 0, max: 60, noNaN: true }),
})

/** Distance outside a band; 0 inside. */
const outside = (value: number, low: number, high: number) => Math.max(low - value, 0, value - high)

test('no plan leaves pH below 7.0 on its way, overshoots a band, or makes a quantity worse than it was', () => {
  const tub = tubWith()
  fc.assert(
    fc.property(anyTested, (readings) => {
      const plan = planFor(tub, readings)
      const { targets } = tub
      const { before, after, steps } = plan
      for (const step of steps) {
        if (step.kind === 'add' && step.product === 'sodium bisulfate')
          expect(step.after.pH).toBeGreaterThan(6.98)
        for (const value of Object.values(step.after)) expect(Number.isFinite(value)).toBe(true)
      }
      const worse = (was: number, is: number, low: number, high: number, slack: number) =>
        expect(outside(is, low, high)).toBeLessThanOrEqual(outside(was, low, high) + slack)
      const { totalAlkalinity, calciumHardness, sanitizer, pH } = targets
      worse(
        before.totalAlkalinityPpm,
        after.totalAlkalinityPpm,
        totalAlkalinity.low,
        totalAlkalinity.high,
        // Hypochlorite takes its share of the alkalinity as pH rises.
        4,
      )
      worse(
        before.calciumHardnessPpm,
        after.calciumHardnessPpm,
        calciumHardness.low,
        calciumHardness.high,
        0.1,
      )
      worse(before.freeChlorinePpm, after.freeChlorinePpm, sanitizer.low, sanitizer.high, 0.1)
      worse(before.pH, after.pH, pH.low, pH.high, 0.06)
    }),
    { numRuns: share('plans of any water', 120, 600) },
  )
})

/** Carries plans out on a tub whose tests are exact; the tub itself is the estimate. */
const carryOut = (tub: Tub, readings: Readings, rounds: number) => {
  let now = NOW
  let entries: Entry[] = journal(tested(now, readings))
  const add = (entry: NewEntry) => {
    entries = [...entries, { ...entry, id: entries.length + 1 } as Entry]
  }
  for (let round = 0; round < rounds; round++) {
    for (let i = 0; i < 8; i++) {
      const [step] = dosePlan(tub, entries, estimate(tub, entries, now)).steps
      if (!step) break
      if (step.kind === 'add')
        add({ kind: 'dose', at: now, body: { product: step.product, grams: step.grams } })
      else if (step.kind === 'aerate')
        add({ kind: 'aeration', at: now, body: { minutes: step.minutes } })
      now += 30 * MINUTE
    }
    const { quantities } = estimate(tub, entries, now)
    const read: Readings = {}
    for (const quantity of Object.keys(readings) as (keyof Readings)[])
      read[quantity] = quantities[quantity].value
    add(tested(now, read))
    now += MINUTE
  }
  return estimate(tub, entries, now)
}

test.each([
  { pH: 8.2, totalAlkalinity: 60 },
  { pH: 6.9, totalAlkalinity: 50 },
  { pH: 7.0, totalAlkalinity: 120 },
  { pH: 8.2, totalAlkalinity: 115 },
  { pH: 7.9, totalAlkalinity: 40 },
  { pH: 8.0, totalAlkalinity: 130 },
])('pH $pH with alkalinity $totalAlkalinity is in band after at most three rounds', (balance) => {
  const tub = tubWith()
  const after = carryOut(tub, { ...fine, ...balance, freeChlorine: 1, calciumHardness: 60 }, 3)
  const { pH, totalAlkalinity, calciumHardness, freeChlorine } = after.quantities
  expect(outside(pH.value, 7.2, 7.8)).toBeLessThan(0.02)
  expect(outside(totalAlkalinity.value, 80, 120)).toBeLessThan(1)
  expect(outside(calciumHardness.value, 150, 250)).toBeLessThan(2)
  expect(outside(freeChlorine.value, 3, 5)).toBeLessThan(0.2)
})

test('bleach is counted as something only until its label is known, and that is said', () => {
  const own = tubWith('liquid chlorine')
  const entries = journal(
    tested(NOW - 5 * MINUTE, { freeChlorine: 1, pH: 7.5, totalAlkalinity: 100 }),
  )
  const state = estimate(own, entries, NOW)
  const bleach = (options: Parameters<typeof dosePlan>[3] = {}) => {
    const [step] = dosePlan(own, entries, state, options).steps
    if (step?.kind !== 'add') throw new Error('nothing goes in')
    return step
  }
  const usual = bleach()
  expect(usual).toMatchObject({ product: 'sodium hypochlorite', takenAsPercent: 6 })
  const strong = bleach({
    shelf: [{ product: 'sodium hypochlorite', strength: { weightFraction: 0.125 } }],
  })
  expect(strong.takenAsPercent).toBeUndefined()
  expect(strong.grams).toBeLessThan(0.6 * usual.grams)
})
