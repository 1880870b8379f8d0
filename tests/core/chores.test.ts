import fc from 'fast-check'
import type { Entry } from '@/core/journal/entry'
import type { ProductName } from '@/core/products/product'
import { PROGRAMMES } from '@/core/programmes/programme'
import { DAY, HOUR } from '@/core/time'
import { type ChoreDue, choresDue, isOnDay } from '@/core/upkeep/choreDue'
import { choresOf } from '@/core/upkeep/choresOf'
import { share } from '../share'
import { NOW, tubWith } from './waters'

const tub = tubWith()
const begun: Entry = { id: 1, kind: 'note', at: NOW - 20 * DAY, body: { text: 'begun' } }
const chore = (outcome: 'done' | 'skipped' | 'postponed', daysAgo: number, id = 2): Entry => ({
  id,
  kind: 'chore',
  at: NOW - daysAgo * DAY,
  body: {
    chore: 'filter rinse',
    outcome,
    ...(outcome === 'postponed' ? { until: NOW - daysAgo * DAY + 3 * DAY } : {}),
  },
})
const soak = (people: number, minutes: number, daysAgo: number, id: number): Entry => ({
  id,
  kind: 'soak',
  at: NOW - daysAgo * DAY,
  body: { people, minutes },
})
const rinse = (...entries: Entry[]): ChoreDue => {
  const found = choresDue(tub, [begun, ...entries], NOW).find(
    (one) => one.chore.id === 'filter rinse',
  )
  if (!found) throw new Error('no rinse')
  return found
}

test('weekly after it was last done (common practice), late when its window has passed', () => {
  expect(rinse(chore('done', 3), soak(1, 20, 1, 3))).toMatchObject({
    due: NOW + 4 * DAY,
    state: 'ahead',
    why: 'rhythm',
  })
  expect(rinse(chore('done', 8), soak(1, 20, 1, 3)).state).toBe('due')
  expect(rinse(chore('done', 12), soak(1, 20, 1, 3)).state).toBe('late')
})
test('a gathering brings it to the next day, a quiet time stretches it', () => {
  const after = rinse(chore('done', 2), soak(6, 90, 1, 3))
  expect(after).toMatchObject({ why: 'load', due: NOW + 90 * 60_000 })
  expect(rinse(chore('done', 8))).toMatchObject({ why: 'quiet', due: NOW + 2.5 * DAY })
})
test('put off it comes on that day; left out it moves on, and its load stays', () => {
  expect(rinse(chore('done', 9), chore('postponed', 1, 3))).toMatchObject({
    why: 'postponed',
    due: NOW + 2 * DAY,
  })
  const skipped = rinse(chore('done', 9), soak(2, 60, 5, 3), chore('skipped', 2, 4))
  expect(skipped).toMatchObject({ due: NOW + 5 * DAY, lastDone: NOW - 9 * DAY })
  expect(skipped.personHours).toBe(2)
})
test('a cell has its plates looked at, other tubs have none', () => {
  for (const { id } of PROGRAMMES) {
    const ids = choresOf(tubWith(id)).map((one) => one.id)
    expect(ids.includes('cell look')).toBe(/salt/.test(id))
    expect(new Set(ids).size).toBe(ids.length)
  }
})

describe('what a dose asks for a day later (common practice)', () => {
  const poured = (product: ProductName, grams: number, daysAgo: number, id = 30): Entry => ({
    id,
    kind: 'dose',
    at: NOW - daysAgo * DAY,
    body: { product, grams },
  })
  const silver = tubWith('silver or mineral with low chlorine', { volumeLitres: 1000 })
  const backIn = (...entries: Entry[]) =>
    choresDue(silver, entries, NOW).find(({ chore: { id } }) => id === 'silver back')
  const filled: Entry = { id: 20, kind: 'water', at: NOW - 9 * DAY, body: { replacedFraction: 1 } }
  const put: Entry = {
    id: 21,
    kind: 'start',
    at: NOW - 7 * DAY,
    body: { step: 'cartridge' },
  } as Entry

  test('a rinse of the filter after clarifier or a full dose of inhibitor, not after a small one', () => {
    // Not before its time, however wide its window.
    const due = { due: NOW + DAY / 2, earlyDays: 0, why: 'follows', state: 'ahead' }
    expect(rinse(chore('done', 2), poured('clarifier', 40, 0.5))).toMatchObject(due)
    expect(rinse(chore('done', 2), poured('scale and metal inhibitor', 90, 0.5))).toMatchObject({
      ...due,
      after: 'scale and metal inhibitor',
    })
    expect(rinse(chore('done', 2), poured('scale and metal inhibitor', 20, 0.5)).why).toBe('quiet')
    // Of its rhythm's rinse and this one, one is left: on its day, and not before.
    const weekly = rinse(chore('done', 7), soak(1, 20, 1, 3), poured('clarifier', 40, 0.1))
    expect(weekly).toMatchObject({ due: NOW + 0.9 * DAY, why: 'follows' })
    expect(isOnDay(weekly, NOW + DAY / 2)).toBe(false)
    expect(isOnDay(weekly, NOW + DAY)).toBe(true)
    // Rinsed since, it is done with.
    expect(rinse(poured('clarifier', 40, 1.5), chore('done', 0.5)).why).not.toBe('follows')
  })
  test('a silver part that an inhibitor took out goes back in, once', () => {
    const inhibitor = poured('scale and metal inhibitor', 63, 0.5)
    expect(backIn(filled, put)).toBeUndefined()
    expect(backIn(filled, put, inhibitor)).toMatchObject({
      due: NOW + DAY / 2,
      why: 'follows',
    })
    const done: Entry = {
      id: 40,
      kind: 'chore',
      at: NOW - 0.1 * DAY,
      body: { chore: 'silver back', outcome: 'done' },
    }
    expect(backIn(filled, put, inhibitor, done)).toBeUndefined()
    // However little of it: its caution has the part taken out.
    expect(backIn(filled, put, poured('scale and metal inhibitor', 15, 0.5))).toBeDefined()
    // Nobody notes a part that went on into later water: after the start-up it is in.
    const old: Entry = { ...filled, at: NOW - 30 * DAY }
    expect(backIn(old, inhibitor)).toBeDefined()
    // In new water it is not in yet when the inhibitor goes in.
    expect(backIn(filled, inhibitor)).toBeUndefined()
    expect(
      choresDue(tub, [filled, put, inhibitor], NOW).some(
        ({ chore: { id } }) => id === 'silver back',
      ),
    ).toBe(false)
  })
})

const anyJournal = fc.array(
  fc.oneof(
    fc.record({
      kind: fc.constant('soak' as const),
      daysAgo: fc.double({ min: 0.2, max: 60, noNaN: true }),
      people: fc.integer({ min: 1, max: 8 }),
      minutes: fc.integer({ min: 5, max: 120 }),
    }),
    fc.record({
      kind: fc.constant('chore' as const),
      daysAgo: fc.double({ min: 0.2, max: 60, noNaN: true }),
      outcome: fc.constantFrom('done' as const, 'skipped' as const),
    }),
  ),
  { maxLength: 25 },
)
const journalFrom = (given: unknown): Entry[] =>
  (given as { kind: string; daysAgo: number }[]).map((one, i) => {
    const { daysAgo, ...rest } = one as { daysAgo: number } & Record<string, unknown>
    return rest.kind === 'soak'
      ? soak(rest.people as number, rest.minutes as number, daysAgo, i + 10)
      : { ...chore(rest.outcome as 'done', daysAgo, i + 10) }
  })

test('never two dates for one chore; done moves it on; load never delays it', () => {
  fc.assert(
    fc.property(anyJournal, (given) => {
      const journal = [begun, ...journalFrom(given)]
      const all = choresDue(tub, journal, NOW)
      expect(new Set(all.map((one) => one.chore.id)).size).toBe(all.length)
      const before = rinse(...journalFrom(given))
      const done = rinse(...journalFrom(given), chore('done', 0, 900))
      expect(done.due).toBeGreaterThanOrEqual(Math.min(before.due, NOW + DAY))
      expect(done.state).not.toBe('late')
      const bathed = rinse(...journalFrom(given), soak(5, 100, 0.1, 901))
      if (before.why !== 'quiet') expect(bathed.due).toBeLessThanOrEqual(before.due + HOUR)
      else expect(bathed.due).toBeLessThan(before.due)
    }),
    { numRuns: share('chores and loads', 60, 300) },
  )
})
