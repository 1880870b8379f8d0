import { dosePlan } from '@/core/advice/plan'
import { estimate } from '@/core/estimate/estimate'
import type { Entry, NewEntry } from '@/core/journal/entry'
import { DAY, HOUR } from '@/core/time'
import { NOW, tubWith } from './waters'

const tub = tubWith()

const read = (at: number, pH: number, totalAlkalinity = 100): NewEntry => ({
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
const acid = (at: number): NewEntry => {
  const before = [{ ...read(at - HOUR, 8), id: 1 } as Entry]
  const step = dosePlan(tub, before, estimate(tub, before, at - HOUR)).steps[0]
  if (step?.kind !== 'add') throw new Error('no acid')
  return { kind: 'dose', at, body: { product: step.product, grams: step.grams } }
}

/** Practice: daily chasing makes it worse; correct on the weekly test unless it is well out of range (common practice). */
test('a reading just outside its range right after a correction is left alone, and that is said', () => {
  const after = told(read(NOW - 2 * HOUR, 8), acid(NOW - HOUR), read(NOW, 7.85))
  expect(after).toEqual({ steps: 0, codes: expect.arrayContaining(['just corrected']) })
})

test('without a correction before it, or further out, it is corrected', () => {
  expect(told(read(NOW, 7.85)).steps).toBeGreaterThan(0)
  expect(told(read(NOW - 2 * HOUR, 8), acid(NOW - HOUR), read(NOW, 8.1)).steps).toBeGreaterThan(0)
  const weekly = told(read(NOW - 8 * DAY, 8), acid(NOW - 7 * DAY), read(NOW, 7.85))
  expect(weekly.steps).toBeGreaterThan(0)
})

test('half a correction is gone on with: what went in was not meant to bring it in', () => {
  const little: NewEntry = {
    kind: 'dose',
    at: NOW - HOUR,
    body: { product: 'sodium bisulfate', grams: 2 },
  }
  expect(told(read(NOW - 2 * HOUR, 8), little, read(NOW, 7.9)).steps).toBeGreaterThan(0)
})
