import { ensembleOf } from '@/core/estimate/learning/ensemble'
import type { Entry } from '@/core/journal/entry'
import { programmeOf } from '@/core/programmes/programme'
import { DAY, HOUR, MINUTE } from '@/core/time'
import { today } from '@/core/today/today'
import type { Tub } from '@/core/tub/tub'
import { position, staffMarks } from '@/ui/column/scale'
import { formatEntry } from '@/words/entryWords'
import { formatFloor, formatVerdict } from '@/words/verdictWords'
import {
  amount,
  type DisplayPreferences,
  day,
  dayAndClock,
  duration,
  formatSpoon,
  list,
  mass,
  volume,
} from '@/words/words'
import { journal, NOW, tested, tubWith } from '../core/waters'

const preferences: DisplayPreferences = {
  locale: 'en-GB',
  timeZone: 'UTC',
  units: { volume: 'litre', temperature: 'celsius', mass: 'gram' },
  now: NOW,
}
const american: DisplayPreferences = {
  ...preferences,
  locale: 'en-US',
  units: { volume: 'US gallon', temperature: 'fahrenheit', mass: 'ounce' },
}
const fine = { freeChlorine: 4, pH: 7.5, totalAlkalinity: 100, calciumHardness: 200 }

const say = (tub: Tub, entries: Entry[], now = NOW) =>
  formatVerdict(today({ ensemble: ensembleOf(tub, entries, now, 16) }, tub, entries, now), {
    ...preferences,
    now,
  })

test('no reading, stale, out of band and fine are four different sentences', () => {
  const tub = tubWith()
  const sentences = [
    say(tub, []),
    say(tub, journal(tested(NOW - 2 * DAY, fine))),
    say(tub, journal(tested(NOW - 6 * MINUTE, { ...fine, freeChlorine: 1 }))),
    say(tub, journal(tested(NOW - 6 * MINUTE, fine))),
  ]
  expect(new Set(sentences.map(({ sentence }) => sentence)).size).toBe(4)
  expect(sentences[1]?.reason).toContain('2 days old')
  expect(sentences[2]?.reason).toContain('at least 3.0')
  expect(sentences[2]?.sentence).toMatch(/Ready from about 18:\d[05]\./)
  expect(sentences[3]?.sentence).toBe('Yes, get in.')
  expect(sentences[3]?.evidence).toBe('Drops test at 17:54, 6 minutes ago.')
})

test('a range below the published floor says so where it is used', () => {
  expect(formatFloor(tubWith(), preferences)).toBeUndefined()
  const [, moderate] = programmeOf('granular chlorine').presets
  const low = tubWith('granular chlorine', { targets: moderate?.targets ?? tubWith().targets })
  expect(formatFloor(low, preferences)).toContain('below the published floor of 3.0')
})

test('figures, units and decimals', () => {
  expect(amount('pH', 7.46, preferences)).toBe('7.5')
  expect(amount('temperature', 38, american)).toBe('100.4 °F')
  expect(volume(1324.89, american)).toBe('350 US gal')
  expect(mass(56.7, american)).toBe('2 oz')
  expect(mass(1250, preferences)).toBe('1,250 g')
  expect(formatSpoon('sodium bicarbonate', 90)).toBe('6 level tablespoons')
  expect(formatSpoon('sodium dichlor dihydrate', 2.25)).toBe('½ level teaspoon')
  // A US cup is 236.6 mL; loose salt weighs 1.18 g/mL.
  expect(formatSpoon('sodium chloride', 1155)).toBe('4¼ level cups')
  expect(formatSpoon('sodium chloride', 285)).toBe('1 level cup')
})

test('days and times in the reader’s zone', () => {
  expect(day(NOW, preferences)).toBe('today')
  expect(day(NOW - DAY, preferences)).toBe('yesterday')
  expect(dayAndClock(NOW + DAY, preferences)).toBe('tomorrow 18:00')
  expect(dayAndClock(NOW - 9 * DAY, preferences)).toMatch(
    /^Mon 11 May 18:00$|^Mon,? 11 May,? 18:00$/,
  )
  // 18:00 UTC is the next morning in Tokyo.
  expect(dayAndClock(NOW, { ...preferences, timeZone: 'Asia/Tokyo' })).toBe('03:00')
})

test('durations as people say them', () => {
  expect([30_000, MINUTE, 75 * MINUTE, 5 * HOUR, 49 * HOUR].map(duration)).toEqual([
    '1 minute',
    '1 minute',
    '75 minutes',
    '5 hours',
    '2 days',
  ])
  expect(list(['a', 'b', 'c'])).toBe('a, b and c')
})

test('an entry is one line; a dose that differs from its plan says so', () => {
  const [dose, soak] = journal(
    { kind: 'dose', at: NOW, body: { product: 'sodium bisulfate', grams: 12, plannedGrams: 15 } },
    { kind: 'soak', at: NOW, body: { people: 1, minutes: 30 } },
  )
  expect(dose && formatEntry(dose, preferences)).toBe('12 g dry acid (planned 15 g)')
  expect(soak && formatEntry(soak, preferences)).toBe('1 person for 30 minutes')
})

test('every band fills the middle third of its staff', () => {
  const band = { low: 80, high: 120 }
  expect([40, 80, 100, 120, 160, 500].map((value) => position(value, band))).toEqual([
    0,
    expect.closeTo(1 / 3, 9),
    0.5,
    expect.closeTo(2 / 3, 9),
    1,
    1,
  ])
  expect(staffMarks({ low: 0, high: 50 })).toEqual([0, 50, 100])
})
