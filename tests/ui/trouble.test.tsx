import { renderToStaticMarkup } from 'react-dom/server'
import {
  CAUSES,
  type CauseId,
  casesIn,
  type Entry,
  type NewEntry,
  QUESTIONS,
  SIGNS,
  trouble,
} from '@/core'
import { estimate } from '@/core/estimate/estimate'
import { DAY, HOUR } from '@/core/time'
import { closures } from '@/core/today/closures'
import { type Evidence, evidenceOf } from '@/core/trouble/evidence'
import { FACTOR_TABLE } from '@/core/trouble/tables'
import { Causes } from '@/ui/trouble/Causes'
import { SIGN_LABELS, SIGN_MEANS, signName } from '@/words/signText'
import { CAUSE_NAMES, CAUSE_SAYS } from '@/words/troubleText'
import {
  answerWords,
  emergencySteps,
  formatCase,
  formatLine,
  likelihoodWord,
  oddsInTen,
  reopensWords,
  troubleTitle,
} from '@/words/troubleWords'
import type { DisplayPreferences } from '@/words/words'
import { NOW, tubWith } from '../core/waters'
import { preferences } from './view'

const american: DisplayPreferences = {
  ...preferences,
  now: NOW,
  locale: 'en-US',
  units: { volume: 'US gallon', temperature: 'fahrenheit', mass: 'ounce' },
}
const german: DisplayPreferences = { ...preferences, now: NOW, locale: 'de-DE' }
const numbered = (entries: readonly NewEntry[]) =>
  entries.map((entry, i) => ({ ...entry, id: i + 1 }) as Entry)

const journal = numbered([
  { kind: 'water', at: NOW - 90 * DAY, body: { replacedFraction: 1 } },
  { kind: 'chore', at: NOW - 19 * DAY, body: { chore: 'filter rinse', outcome: 'done' } },
  { kind: 'soak', at: NOW - 2 * DAY, body: { people: 6, minutes: 60 } },
  {
    kind: 'test',
    at: NOW - 3 * HOUR,
    body: {
      method: 'drops',
      readings: {
        freeChlorine: 0.5,
        totalChlorine: 1.3,
        pH: 8.1,
        totalAlkalinity: 150,
        calciumHardness: 380,
        temperature: 33,
      },
    },
  },
])
const tub = tubWith('granular chlorine')
const state = estimate(tub, journal, NOW)
const found = trouble(tub, journal, NOW, { estimate: state, signs: ['cloudy', 'no smell'] })

test('every sign and every cause has its words', () => {
  for (const sign of SIGNS)
    for (const words of [SIGN_LABELS[sign], SIGN_MEANS[sign], signName(sign)])
      expect(words.length).toBeGreaterThan(2)
  for (const cause of CAUSES)
    for (const words of [CAUSE_NAMES[cause], CAUSE_SAYS[cause]]) expect(words).toMatch(/^[a-z]/)
})

test('every value of every factor can be said, to a US and to a German reader', () => {
  const facts = { at: NOW - DAY, days: 12.4, every: 7, value: 1.4, limit: 3, other: 1.5, people: 4 }
  for (const [id, table] of Object.entries(FACTOR_TABLE))
    for (const value of table.values) {
      const evidence = { id, table, value, facts } as Evidence
      for (const reader of [american, german]) {
        const words = formatLine({ kind: 'journal', evidence }, reader)
        expect([id, value, /undefined|NaN|\{|\[/.test(words)]).toEqual([id, value, false])
        expect(words.length).toBeGreaterThan(6)
      }
    }
})

test('what the log says carries its figure and its day, in the reader’s own figures', () => {
  const lines = (reader: DisplayPreferences) =>
    evidenceOf(tub, journal, NOW, { estimate: state }).map((evidence) =>
      formatLine({ kind: 'journal', evidence }, reader),
    )
  expect(lines(american)).toContain('Filter last rinsed 19 days ago; every 7 here')
  expect(lines(american).join(' ')).toMatch(/Combined chlorine read 0\.8 ppm/)
  expect(lines(american).join(' ')).toMatch(/91\.4 °F .*set to 1\d\d °F/)
  expect(lines(german).join(' ')).toMatch(/Combined chlorine read 0,8 ppm/)
  expect(lines(german).join(' ')).toMatch(/33,0 °C/)
  expect(lines(german).join(' ')).toMatch(/6 person-hours in three days/)
})

test('a cause is shown with how likely it is in words and as so many in ten, and its way out', () => {
  const page = renderToStaticMarkup(
    <Causes found={found} chosen={found.causes[0]?.cause} tubId={1} preferences={american} />,
  )
  expect(page).toContain('more than one can be true')
  expect(page).toMatch(/about \d in 10|about 19 in 20/)
  expect(page).toMatch(/speaks for it/)
  expect(page.match(/What to do/g)?.length).toBeGreaterThan(0)
  expect(page).toMatch(/href="\/tubs\/1\/record\/\d"/)
})

test('no test is said to decide while something else keeps the tub shut', () => {
  const seen = numbered([...journal, { kind: 'look', at: NOW - HOUR, body: { signs: ['cloudy'] } }])
  const shut = closures(tub, seen, estimate(tub, seen, NOW))
  const later = { testAt: NOW + HOUR, at: undefined }
  expect(reopensWords(later, shut, american)).toMatch(/^The tub stays closed\. Find out why/)
  expect(reopensWords(later, [], american)).toMatch(/^The test at .* decides/)
  expect(reopensWords({ testAt: undefined, at: NOW + HOUR }, [], american)).toMatch(/^Open again/)
})

test('an answer in centimetres is read in inches by a reader of US units', () => {
  expect(QUESTIONS['fall a week'].map((answer) => answerWords(answer, american))).toEqual([
    'under ¾ in',
    '¾ to 2 in',
    'more than 2 in',
  ])
  expect(answerWords('2 to 5 cm', german)).toBe('2 to 5 cm')
})

test('the title says what, since when, and why', () => {
  const [open] = casesIn(
    tub,
    numbered([{ kind: 'look', at: NOW - 3 * DAY, body: { signs: ['cloudy'] } }]),
    NOW,
  )
  expect(troubleTitle(found, open, american)).toMatch(/^Cloudy water since .*\. Most likely /)
  expect(troubleTitle({ ...found, signs: [] }, undefined, american)).toBe('What’s wrong?')
})

test.each([
  [0.01, 'less than 1 in 10', 'unlikely'],
  [0.2, '2 in 10', 'possible'],
  [0.6, '6 in 10', 'more likely than not'],
  [0.92, '9 in 10', 'very likely'],
  [0.99, '19 in 20', 'very likely'],
])('%d is said as %s, %s', (likelihood, odds, word) => {
  expect(oddsInTen(likelihood)).toBe(odds)
  expect(likelihoodWord(likelihood)).toBe(word)
})

test('an emergency names the number of the reader’s region, and one’s own poison line', () => {
  const steps = (locale: string, poison?: string) =>
    emergencySteps('fumes', { locale }, poison).join(' ')
  expect(steps('en-US', '1-800')).toMatch(/911.*Poison line: 1-800/)
  expect(steps('de-DE')).toMatch(/112.*number of your region/)
  expect(steps('en-GB')).toMatch(/999/)
  expect(steps('nonsense-')).toMatch(/112/)
})

test('a case that is over says what it was, how long it took and what helped', () => {
  const one = {
    since: NOW - 3 * DAY,
    until: NOW - DAY,
    ended: 'clear' as const,
    signs: [],
    seen: ['cloudy' as const, 'no smell' as const],
    answers: {},
    lookedAt: NOW - DAY,
    treatments: [],
    helped: 'filter clogged' as CauseId,
  }
  expect(formatCase(one, american)).toEqual({
    what: 'Cloudy water',
    how: 'over after 2 days, treated for a loaded filter',
  })
  expect(formatCase({ ...one, helped: undefined, ended: 'new water' }, american).how).toBe(
    'over after 2 days, new water',
  )
})
