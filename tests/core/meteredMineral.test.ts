import { estimate } from '@/core/estimate/estimate'
import type { Entry, NewEntry } from '@/core/journal/entry'
import { feederAdvice } from '@/core/routine/feeder'
import { awayAdvice } from '@/core/routine/routine'
import { startSteps } from '@/core/routine/startUp'
import { DAY } from '@/core/time'
import { choresDue } from '@/core/upkeep/choreDue'
import { NOW, tubWith } from './waters'

const tub = tubWith('mineral with metered chlorine')

const journalOf = (...entries: NewEntry[]) =>
  entries.map((entry, i) => ({ ...entry, id: i + 1 }) as Entry)
const put = (daysAgo: number): NewEntry => ({
  kind: 'start',
  at: NOW - daysAgo * DAY,
  body: { step: 'cartridge' },
})
const low = (daysAgo: number): NewEntry => ({
  kind: 'test',
  at: NOW - daysAgo * DAY,
  body: {
    method: 'drops',
    readings: { freeChlorine: 0.6 * tub.targets.sanitizer.low, pH: 7.5, totalAlkalinity: 100 },
  },
})
const renewed: NewEntry = {
  kind: 'chore',
  at: NOW - 3 * DAY,
  body: { chore: 'chlorine part', outcome: 'done' },
}

/** Two parts, two lives: four months, and three to four weeks (common practice). */
test('each part is due by its own life, and a new chlorine part leaves the minerals as they are', () => {
  const due = (...entries: NewEntry[]) =>
    new Map(
      choresDue(tub, journalOf(...entries), NOW).map((one) => [
        one.chore.id,
        Math.round((one.due - NOW) / DAY),
      ]),
    )
  const first = due(put(30))
  expect(first.get('chlorine part')).toBe(-5)
  expect(first.get('mineral cartridge')).toBe(90)
  const second = due(put(30), renewed)
  expect(second.get('chlorine part')).toBe(22)
  expect(second.get('mineral cartridge')).toBe(90)
})

test('a level that falls asks for a new part where the old one has done its time, and for the dial otherwise', () => {
  const advised = (...entries: NewEntry[]) => {
    const journal = journalOf(...entries)
    return feederAdvice(tub, journal, estimate(tub, journal, NOW))
  }
  expect(advised(put(30), low(2), low(0))).toMatchObject({
    move: 'load it',
    tabletsAWeek: undefined,
    tabletsLeft: undefined,
  })
  expect(advised(put(30), renewed, low(2), low(0))?.move).toBe('open a notch')
})

test('no tablets are loaded, for a holiday neither', () => {
  expect(awayAdvice(tub, 10).map(({ code }) => code)).toContain('new chlorine part')
  expect(startSteps(tub, estimate(tub, [], NOW)).every(({ tablets }) => !tablets)).toBe(true)
})
