import { dosePlan } from '@/core/advice/plan'
import { estimate } from '@/core/estimate/estimate'
import { residualAhead } from '@/core/estimate/forecast'
import { quantityOf } from '@/core/estimate/testedWater'
import type { Entry, NewEntry } from '@/core/journal/entry'
import { keepOutAbove } from '@/core/programmes/programme'
import { DAY, HOUR, type Instant, MINUTE } from '@/core/time'
import { nextSoakAt, testOfUse } from '@/core/today/testOfUse'
import { today } from '@/core/today/today'
import { journal, NOW, tested, tubWith } from '../core/waters'

/*
 * What a week asks for, where it is known when people come: tests in time before they do and not after each dose, doses that last until
 * then, shocks that have fallen by then (common practice: two or three tests a week, the tub ready for the next time).
 */

const tub = tubWith('granular chlorine')
const LOAD = { people: 2, minutes: 30 }
const soakIn = (hours: number) => ({ id: 1, at: NOW + hours * HOUR, load: LOAD })
const water: NewEntry = { kind: 'water', at: NOW - 40 * DAY, body: { replacedFraction: 1 } }
const FINE = { freeChlorine: 4, pH: 7.5, totalAlkalinity: 100, calciumHardness: 180 }
const soaked = (hoursAgo: number): NewEntry => ({
  kind: 'soak',
  at: NOW - hoursAgo * HOUR,
  body: LOAD,
})
const granules = (hoursAgo: number, grams: number): NewEntry => ({
  kind: 'dose',
  at: NOW - hoursAgo * HOUR,
  body: { product: 'sodium dichlor dihydrate', grams },
})
const evening = journal(water, granules(30, 20), tested(NOW - 2 * HOUR, FINE), soaked(0.6))
const told = (entries: readonly Entry[], plannedSoaks: readonly ReturnType<typeof soakIn>[] = []) =>
  today({ id: 1, plannedSoaks }, tub, entries, NOW)
const retestOf = (said: ReturnType<typeof told>): Instant | undefined =>
  said.acts.find((act) => act.kind === 'test')?.due
const chlorineOf = (said: ReturnType<typeof told>) =>
  said.plan.steps.find((step) => step.kind === 'add' && step.product === 'sodium dichlor dihydrate')
const gramsOf = (said: ReturnType<typeof told>): number => {
  const step = chlorineOf(said)
  return step?.kind === 'add' ? step.grams : 0
}

test('when people come next: as planned, else this time tomorrow where they were in tonight, else nobody knows', () => {
  expect(nextSoakAt(evening, NOW, [soakIn(50), soakIn(26)])).toBe(NOW + 26 * HOUR)
  expect(nextSoakAt(evening, NOW, [])).toBe(NOW - 0.6 * HOUR + 30 * MINUTE + DAY)
  expect(nextSoakAt(journal(water, soaked(20)), NOW, [])).toBeUndefined()
})

test('what goes in after a soak is read in time before the next, and not the same night', () => {
  expect(gramsOf(told(evening))).toBeGreaterThan(0)
  expect(retestOf(told(evening, [soakIn(26)]))).toBe(NOW + 24.5 * HOUR)
  // Nobody said when they come: this time tomorrow.
  expect(retestOf(told(evening))).toBeGreaterThan(NOW + 18 * HOUR)
  // Somebody is about to come: as soon as it has mixed.
  expect(retestOf(told(evening, [soakIn(2)]))).toBeLessThan(NOW + HOUR)
})

test('a test comes before the residual may run out, and at the latest after two days and a half', () => {
  const due = (freeChlorine: number, hours: number) => {
    const entries = journal(water, tested(NOW - HOUR, { ...FINE, freeChlorine }))
    const state = estimate(tub, entries, NOW)
    const given = { from: NOW, plannedSoaks: [soakIn(hours)], pours: false, retest: false }
    return ((testOfUse(tub, entries, state, given) ?? Number.NaN) - NOW) / HOUR
  }
  expect(due(5, 40)).toBeLessThanOrEqual(38.5)
  expect(due(2, 60)).toBeLessThan(due(8, 60))
  expect(due(10, 100)).toBeCloseTo(59, 6)
  // Read within six hours of it, it need not be read again.
  expect(due(5, 3)).toBeGreaterThan(20)
})

test('what is dosed by hand lasts until people come: within its range then, and never past what is safe at once', () => {
  const now = gramsOf(told(evening, [soakIn(13)]))
  const later = gramsOf(told(evening, [soakIn(44)]))
  expect(later).toBeGreaterThan(now)
  const said = told(evening, [soakIn(44)])
  expect(quantityOf(said.plan.after, 'freeChlorine')).toBeLessThanOrEqual(10.2)
  const dose = chlorineOf(said)
  if (dose?.kind !== 'add') throw new Error('nothing goes in')
  const then = residualAhead(tub, said.estimate, 44, [
    { kind: 'dose', at: NOW, id: 9, body: { product: dose.product, grams: dose.grams } } as never,
  ]).at(-1)?.value
  expect(then).toBeLessThan(keepOutAbove(tub))
})

describe('a shock that only its rhythm asks for', () => {
  const due = (...more: NewEntry[]) =>
    journal(water, granules(9 * 24, 20), soaked(30), tested(NOW - HOUR, FINE), ...more)
  test('waits until the people have been in who are to come', () => {
    const shock = (hours: number) =>
      told(due(), [soakIn(hours)]).setAside.find(({ what }) => what === 'shock')
    expect(shock(26)).toMatchObject({
      reason: 'before a soak',
      day: NOW + 26 * HOUR + 30 * MINUTE,
    })
    expect(shock(70)).toMatchObject({ reason: 'before a soak' })
  })
  test('leaves no more than has fallen by the next evening', () => {
    const said = told(due(soaked(0.6)), [soakIn(23)])
    const peak = quantityOf(said.plan.after, 'freeChlorine') - said.estimate.outstandingDemandPpm
    expect(gramsOf(said)).toBeGreaterThan(0)
    // At two tenths a day, the slowest of ten at an eighth.
    expect(peak).toBeLessThan(1.25 * keepOutAbove(tub))
  })
})

test('acid and bicarbonate that keep nobody out wait until those have been in who are about to come', () => {
  const entries = journal(water, tested(NOW - 10 * MINUTE, { ...FINE, totalAlkalinity: 60 }))
  const stepsBefore = (hours: number) =>
    told(entries, [soakIn(hours)]).plan.steps.filter(
      (step) => step.kind === 'add' && step.product === 'sodium bicarbonate',
    ).length
  expect(stepsBefore(1.5)).toBe(0)
  expect(stepsBefore(9)).toBe(1)
})

test('a little that is still missing after a dose waits for the test of it; half of a dose is gone on with', () => {
  const low = (grams: number) =>
    journal(water, tested(NOW - HOUR, { ...FINE, freeChlorine: 0.5 }), granules(0.7, grams))
  const whole = gramsOf(
    told(journal(water, tested(NOW - 10 * MINUTE, { ...FINE, freeChlorine: 0.5 }))),
  )
  expect(gramsOf(told(low(0.7 * whole)))).toBe(0)
  expect(gramsOf(told(low(0.3 * whole)))).toBeGreaterThan(0)
})

describe('pH read twice', () => {
  const read = (minutesAgo: number, pH: number): NewEntry =>
    tested(NOW - minutesAgo * MINUTE, { pH })
  const before = [
    water,
    tested(NOW - 3 * DAY, FINE),
    tested(NOW - 2 * DAY, FINE),
    tested(NOW - 3 * HOUR, FINE),
  ]
  const codes = (...more: NewEntry[]) =>
    told(journal(...before, ...more)).verdict.closures.map(({ code }) => code)
  test('outside its limits once it is read again, twice it is so, and has its dose', () => {
    expect(codes(read(20, 7.9))).toContain('readings disagree')
    const twice = journal(...before, read(20, 7.9), read(5, 7.95))
    expect(told(twice).verdict.closures.map(({ code }) => code)).toContain('pH high')
    expect(told(twice).plan.steps.some((step) => step.kind === 'add')).toBe(true)
    expect(codes(read(20, 7.9), read(5, 7.5))).not.toContain('pH high')
  })
  test('read within its range a moment ago, nothing is put in for what was expected', () => {
    const entries = journal(
      water,
      tested(NOW - 3 * DAY, { ...FINE, pH: 7.75 }),
      { kind: 'aeration', at: NOW - 3 * HOUR, body: { minutes: 60 } },
      read(10, 7.7),
    )
    const state = estimate(tub, entries, NOW)
    const acids = dosePlan(tub, entries, state).steps.filter(
      (step) => step.kind === 'add' && step.product === 'sodium bisulfate',
    )
    expect(acids).toEqual([])
  })
})
