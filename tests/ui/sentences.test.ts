import { plainPreferences } from '@/cli/plainPreferences'
import type { NewEntry } from '@/core/journal/entry'
import type { ProgrammeId } from '@/core/programmes/programme'
import type { Readings } from '@/core/testing/quantity'
import { DAY, HOUR, MINUTE } from '@/core/time'
import { columnScales } from '@/ui/column/columnData'
import { presetFields, programmeIn } from '@/ui/form/presetFields'
import { testRows } from '@/ui/form/testRows'
import { formatAgenda } from '@/words/agendaWords'
import { closureLine } from '@/words/closureWords'
import { formatEntry, KIND_WORDS } from '@/words/entryWords'
import { alsoToday, planText } from '@/words/planWords'
import { formatVerdict } from '@/words/verdictWords'
import { journal, NOW, tested } from '../core/waters'
import { viewOf } from './view'

const fine: Readings = { freeChlorine: 4, pH: 7.5, totalAlkalinity: 100, calciumHardness: 200 }
const brominated: Readings = { bromine: 5, pH: 7.5, totalAlkalinity: 100, calciumHardness: 200 }

const say = (entries: NewEntry[], programme: ProgrammeId = 'granular chlorine') => {
  const { view, preferences } = viewOf(programme, journal(...entries), NOW)
  return formatVerdict(view, preferences)
}
const dose = (at: number): NewEntry => ({
  kind: 'dose',
  at,
  body: { product: 'sodium dichlor dihydrate', grams: 5 },
})

describe('the sentence, its reason and where it leads', () => {
  test.each<[string, NewEntry[], string, RegExp, string]>([
    ['nothing known', [], 'Test first.', /Nothing is known yet about this water/, 'test'],
    [
      'a fresh fill',
      [{ kind: 'water', at: NOW - 3 * HOUR, body: { replacedFraction: 1 } }],
      'Test first.',
      /put in at 15:00/,
      'test',
    ],
    [
      'pH never read',
      [tested(NOW - HOUR, { freeChlorine: 4 })],
      'Test pH first.',
      /Clear water isn’t always safe water/,
      'test',
    ],
    [
      'a stale residual',
      [tested(NOW - 3 * DAY, fine)],
      'Test before anyone gets in.',
      /free chlorine test is 3 days old\. The sanitizer can be gone within a day/,
      'test',
    ],
    [
      'a stale pH',
      [tested(NOW - 9 * DAY, fine), tested(NOW - HOUR, { freeChlorine: 4 })],
      'Test before anyone gets in.',
      /pH test is 9 days old\. After a week/,
      'test',
    ],
    [
      'mixing',
      [tested(NOW - HOUR, { ...fine, freeChlorine: 2 }), dose(NOW - 5 * MINUTE)],
      'Not yet. Mixing until 18:15.',
      /^Chlorine granules \(dichlor\) was just added and needs to mix/,
      'test',
    ],
    [
      'dosed',
      [tested(NOW - HOUR, { ...fine, freeChlorine: 2 }), dose(NOW - 30 * MINUTE)],
      'Test again, then soak.',
      /has not been tested since it mixed\. Test free chlorine\./,
      'test',
    ],
    [
      'too hot',
      [tested(NOW - MINUTE, { ...fine, temperature: 41.5 })],
      'Too hot. Let it cool.',
      /was at 41\.5 °C .* 40 °C is the most/,
      'test',
    ],
    [
      'far too much chlorine',
      [tested(NOW - MINUTE, { ...fine, freeChlorine: 12 })],
      'Not yet. Chlorine is too high.',
      /keep out above 5\.0/,
      'dose',
    ],
    [
      'drifting',
      [tested(NOW - 20 * HOUR, { ...fine, freeChlorine: 3.7 }, 'strip')],
      'Test to be sure.',
      /20 hours old, and the level may have fallen too far since/,
      'test',
    ],
    [
      'soft water',
      [tested(NOW - MINUTE, { ...fine, calciumHardness: 80 })],
      'Yes, get in.',
      /Low hardness is no reason to stay out/,
      'dose',
    ],
    [
      'fine',
      [tested(NOW - MINUTE, fine)],
      'Yes, get in.',
      /Free chlorine is about 4\.0 ppm/,
      'soak',
    ],
  ])('%s', (_, entries, sentence, reason, leads) => {
    const words = say(entries)
    expect(words.sentence).toBe(sentence)
    expect(words.reason).toMatch(reason)
    expect(words.action.place).toBe(leads)
  })

  test('one step, several steps, and a round that does not go all the way', () => {
    expect(say([tested(NOW, { ...fine, freeChlorine: 1 })]).reason).toContain('One step fixes it')
    expect(say([tested(NOW, { ...fine, freeChlorine: 1, pH: 8.1 })]).reason).toContain(
      'Two steps fix it',
    )
    expect(
      say([tested(NOW, { ...fine, freeChlorine: 1, pH: 6.9, totalAlkalinity: 20 })]).reason,
    ).toContain('as far as one go can')
  })

  test('bromine speaks of bromine', () => {
    expect(say([tested(NOW, brominated)], 'bromine tablets').reason).toContain(
      'Bromine is about 5.0 ppm',
    )
  })
})

describe('what comes next, in words', () => {
  const next = (entries: NewEntry[], programme: ProgrammeId = 'granular chlorine') => {
    const { view, preferences } = viewOf(programme, journal(...entries), NOW)
    return view.agenda.map((item) => formatAgenda(item, preferences))
  }
  test('a dose names its products and is due now', () => {
    const [first, second] = next([tested(NOW, { ...fine, freeChlorine: 1, pH: 8.1 })])
    expect(first).toMatchObject({ when: 'now', place: 'dose' })
    expect(first?.what).toMatch(/^Dose: \d+ g dry acid and [\d.]+ g chlorine granules/)
    expect(second?.what).toContain('Retest to finish the plan')
  })
  test('a far day is said without its minute', () => {
    const weekly = next([tested(NOW, fine)]).find(({ what }) => what.includes('total alkalinity'))
    expect(weekly?.when).toMatch(/^Wed,? 27 May$/)
  })
  test('the age of the water is asked for until it is known', () => {
    const asked = (entries: NewEntry[]) =>
      next(entries).some(({ what }) => what.includes('last filled'))
    expect(asked([tested(NOW, fine)])).toBe(true)
    expect(
      asked([{ kind: 'water', at: NOW - DAY, body: { replacedFraction: 1 } }, tested(NOW, fine)]),
    ).toBe(false)
  })
  test('old water is to be changed now', () => {
    const items = next([
      { kind: 'water', at: NOW - 130 * DAY, body: { replacedFraction: 1 } },
      tested(NOW, fine),
    ])
    expect(items.find(({ what }) => what.startsWith('Drain'))?.when).toBe('now')
  })
})

test('every kind of entry has its word and its line', () => {
  const { preferences } = viewOf('granular chlorine', [], NOW)
  const lines = journal(
    tested(NOW, { freeChlorine: 4, temperature: 38 }, 'strip'),
    dose(NOW),
    { kind: 'aeration', at: NOW, body: { minutes: 30 } },
    { kind: 'soak', at: NOW, body: { people: 3, minutes: 45 } },
    { kind: 'water', at: NOW, body: { replacedFraction: 0.35 } },
    { kind: 'water', at: NOW, body: { replacedFraction: 1 } },
    { kind: 'note', at: NOW, body: { text: 'Wind.' } },
  ).map((entry) => [KIND_WORDS[entry.kind], formatEntry(entry, preferences)])
  expect(lines).toEqual([
    ['Test', 'Strip: Chlorine 4.0 ppm, water 38.0 °C'],
    ['Dose', '5 g chlorine granules (dichlor)'],
    ['Aeration', 'Jets and air for 30 minutes, cover open'],
    ['Soak', '3 people for 45 minutes'],
    ['Water', '35 % of the water replaced'],
    ['Water', 'Drained and refilled'],
    ['Note', 'Wind.'],
  ])
})

describe('the form of a test', () => {
  test('asks for what the programme needs, with its band and the last value', () => {
    const { view, preferences } = viewOf(
      'bromine tablets',
      journal(tested(NOW - DAY, brominated)),
      NOW,
    )
    const rows = testRows(view, preferences)
    expect(rows.map(({ quantity }) => quantity)).toEqual([
      'bromine',
      'pH',
      'totalAlkalinity',
      'calciumHardness',
      'temperature',
    ])
    expect(rows[0]).toMatchObject({
      band: 'target 4.0 to 6.0',
      last: 'last 5.0, yesterday',
      start: 5,
    })
  })
  test('begins at the middle of the band where nothing was read', () => {
    const { view, preferences } = viewOf('granular chlorine', [], NOW)
    const start = Object.fromEntries(
      testRows(view, preferences).map(({ quantity, start: first }) => [quantity, first]),
    )
    expect(start).toMatchObject({
      freeChlorine: 4,
      totalChlorine: 4,
      pH: 7.5,
      totalAlkalinity: 100,
      temperature: 38,
    })
  })
})

test('a column has a scale for every quantity that is watched; only residual and pH close the tub', () => {
  const { view, preferences } = viewOf('granular chlorine', journal(tested(NOW, fine)), NOW)
  const scales = columnScales(view.tub, view.estimate, preferences)
  expect(scales.map(({ name, shown, closes }) => [name, shown, closes])).toEqual([
    ['Chlorine', '4.0', true],
    ['pH', '7.5', true],
    ['Alkalinity', '100', false],
    ['Hardness', '200', false],
    ['Stabiliser', '–', false],
  ])
})

test('a preset fills every range of the form; an unknown one falls back to the default', () => {
  expect(presetFields('bromine tablets', 'soft')).toMatchObject({
    preset: 'soft',
    sanitizerLow: '4',
    totalAlkalinityLow: '50',
    totalAlkalinityHigh: '80',
  })
  expect(presetFields('bromine tablets', 'none').preset).toBe('full')
  expect(programmeIn({ programme: 'unknown' }).id).toBe('granular chlorine')
})

test.each([
  [7.83, /^pH is just above 7\.8, the most that lets anyone in\./],
  [8.2, /^pH is about 8\.2 and should be at most 7\.8\./],
  [7.18, /^pH is just below 7\.2, the least/],
])('pH %d says what its limit is, and not the same figure twice', (value, words) => {
  const line = closureLine(
    {
      code: value > 7.5 ? 'pH high' : 'pH low',
      quantity: 'pH',
      value,
      limit: value > 7.5 ? 7.8 : 7.2,
      since: NOW,
      until: null,
      lift: { by: 'dose', quantity: 'pH' },
    },
    plainPreferences(NOW),
  )
  expect(line).toMatch(words)
})

test('the sheet holds all of today: the plan, and beside it the chores with their power and the feeder', () => {
  const { view, preferences } = viewOf(
    'bromine tablets',
    journal(
      { kind: 'water', at: NOW - 60 * DAY, body: { replacedFraction: 1 } },
      tested(NOW - 2 * DAY, { ...brominated, bromine: 1 }),
      tested(NOW - HOUR, { ...brominated, bromine: 1 }),
    ),
    NOW,
  )
  const also = alsoToday(view, preferences)
  const rinse = also.find((line) => line.startsWith('Rinse the filter'))
  expect(rinse).toMatch(/10 min, power off$/)
  expect(also.some((line) => line.startsWith('Floater: '))).toBe(true)
  const text = planText(view, preferences)
  for (const line of also) expect(text).toContain(line)
})
