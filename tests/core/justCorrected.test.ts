import { dosePlan } from '@/core/advice/plan'
import { estimate } from '@/core/estimate/estimate'
import type { Entry, NewEntry } from '@/core/journal/entry'
import { PROGRAMMES } from '@/core/programmes/programme'
import { DAY, HOUR } from '@/core/time'
import { verdict } from '@/core/today/verdict'
import { share } from '../share'
import { NOW, tubWith } from './waters'

const tub = tubWith()

const read = (at: number, pH: number, totalAlkalinity = 85): NewEntry => ({
  kind: 'test',
  at,
  body: {
    method: 'drops',
    readings: { pH, totalAlkalinity, calciumHardness: 180, freeChlorine: 4 },
  },
})
const told = (...entries: NewEntry[]) => {
  const journal = entries.map((entry, i) => ({ ...entry, id: i + 1 }) as Entry)
  const at = Math.max(...journal.map((entry) => entry.at))
  const { steps, notes } = dosePlan(tub, journal, estimate(tub, journal, at))
  return { steps: steps.length, codes: notes.map(({ reason }) => reason.code) }
}
/** What the plan puts in first against a pH. */
const against = (pH: number, at: number): NewEntry => {
  const before = [{ ...read(at - HOUR, pH), id: 1 } as Entry]
  const step = dosePlan(tub, before, estimate(tub, before, at - HOUR)).steps[0]
  if (step?.kind !== 'add') throw new Error('nothing to put in')
  return { kind: 'dose', at, body: { product: step.product, grams: step.grams } }
}

/** Practice: daily chasing makes it worse; correct on the weekly test unless it is well out of range (common practice). */
test('a reading just outside its range right after a correction is left alone, and that is said', () => {
  const after = told(read(NOW - 2 * HOUR, 7), against(7, NOW - HOUR), read(NOW, 7.12))
  expect(after).toEqual({ steps: 0, codes: expect.arrayContaining(['just corrected']) })
})

test('without a correction before it, or further out, it is corrected', () => {
  expect(told(read(NOW, 7.12)).steps).toBeGreaterThan(0)
  const far = told(read(NOW - 2 * HOUR, 7), against(7, NOW - HOUR), read(NOW, 7.0))
  expect(far.steps).toBeGreaterThan(0)
  const weekly = told(read(NOW - 8 * DAY, 7), against(7, NOW - 7 * DAY), read(NOW, 7.12))
  expect(weekly.steps).toBeGreaterThan(0)
})

test('half a correction is gone on with: what went in was not meant to bring it in', () => {
  const little: NewEntry = {
    kind: 'dose',
    at: NOW - HOUR,
    body: { product: 'sodium carbonate', grams: 1 },
  }
  expect(told(read(NOW - 2 * HOUR, 7), little, read(NOW, 7.1)).steps).toBeGreaterThan(0)
})

test('what keeps everybody out is never left alone: a closure that a dose lifts has its dose', () => {
  for (const id of PROGRAMMES.map((one) => one.id))
    for (let pH = 6.8; pH < 8.3; pH += 1.5 / share('readings of pH after a correction', 15, 75)) {
      const own = tubWith(id)
      const begun = pH < 7.5 ? 7 : 8
      const journal = [read(NOW - 2 * HOUR, begun), against(begun, NOW - HOUR), read(NOW, pH)].map(
        (entry, i) => ({ ...entry, id: i + 1 }) as Entry,
      )
      const state = estimate(own, journal, NOW)
      const closed = verdict(own, journal, state).closures.some(
        ({ code }) => code === 'pH low' || code === 'pH high',
      )
      const { steps } = dosePlan(own, journal, state)
      if (closed) expect([id, pH, steps.length > 0]).toEqual([id, pH, true])
    }
})
