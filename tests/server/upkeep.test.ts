import { DAY, HOUR, MINUTE } from '@/core/time'
import { choresDue } from '@/core/upkeep/choreDue'
import { upkeepBearing } from '@/core/upkeep/upkeepBearing'
import { saveChore, setChore } from '@/server/chores'
import { actOnFilter, filtersOf, saveFilterSet } from '@/server/filters'
import type { Fields, Outcome } from '@/server/form'
import { recordEntry, undoLastChange } from '@/server/journal'
import { pourChore } from '@/server/pourChore'
import { remindersNow, saveQuiet } from '@/server/reminders'
import { shelfOf } from '@/server/shelf'
import { importStays, readCalendar, removeStay, saveStay } from '@/server/stays'
import { tubView } from '@/server/views'
import { openStore, type Store } from '@/store/database'
import { journalOf, lastChange } from '@/store/entries'
import { soaksAhead } from '@/store/plannedSoaks'
import { insertOnShelf } from '@/store/shelf'
import { findTub, insertTub } from '@/store/tubs'
import { staysAhead } from '@/store/upkeep'
import { newTub } from '../store/newTub'

const NOW = Date.UTC(2026, 4, 20, 10)
const ZONE = 'Europe/Berlin'
let store: Store
let tub: number

beforeEach(() => {
  store = openStore(':memory:')
  tub = insertTub(store, newTub).id
  recordEntry(store, tub, { kind: 'note', text: 'begun' }, NOW - 30 * DAY)
})

const errorsOf = (outcome: Outcome) => (outcome.ok ? {} : outcome.errors)
const messageOf = (outcome: Outcome) => (outcome.ok ? '' : (outcome.message ?? ''))
const chore = (fields: Fields, at = NOW) =>
  recordEntry(store, tub, { kind: 'chore', chore: 'filter rinse', ...fields }, at)

describe('what a chore puts in', () => {
  const conditioner = { chore: 'conditioner' }
  const dueNow = () =>
    tubView(store, tub, NOW)?.chores.find((one) => one.chore.id === 'conditioner')

  test('both parts in order by one tap, the chore shown by them, and one undo for both', () => {
    expect(messageOf(pourChore(store, tub, conditioner, NOW))).toMatch(/no longer on/)
    setChore(store, tub, { chore: 'conditioner', to: 'running' }, NOW)
    expect(dueNow()?.state).toBe('late')
    expect(pourChore(store, tub, conditioner, NOW).ok).toBe(true)
    const poured = journalOf(store, tub)
      .filter(({ kind }) => kind === 'dose')
      .toReversed()
    // 10 mL of each for 100 L.
    expect(poured.map(({ body }) => body)).toEqual([
      { product: 'conditioner part one', grams: newTub.volumeLitres / 10 },
      { product: 'conditioner part two', grams: newTub.volumeLitres / 10 },
    ])
    expect(dueNow()?.lastDone).toBe(NOW)
    expect(undoLastChange(store, tub, lastChange(store, tub)?.number ?? 0, NOW + 1).ok).toBe(true)
    expect(journalOf(store, tub).filter(({ kind }) => kind === 'dose')).toEqual([])
  })
  test('nothing while a start-up owns the water, on the list and by hand', () => {
    setChore(store, tub, { ...conditioner, to: 'running' }, NOW)
    expect(tubView(store, tub, NOW)?.helpersWait).toBeUndefined()
    recordEntry(store, tub, { kind: 'water', percent: '100' }, NOW - HOUR)
    expect(tubView(store, tub, NOW)?.helpersWait).toBe('start-up')
    expect(messageOf(pourChore(store, tub, conditioner, NOW))).toMatch(/start-up’s own steps/)
    expect(journalOf(store, tub).filter(({ kind }) => kind === 'dose')).toEqual([])
  })
  test('nothing while something else is mixing', () => {
    setChore(store, tub, { chore: 'conditioner', to: 'running' }, NOW)
    recordEntry(
      store,
      tub,
      { kind: 'dose', product: 'sodium bisulfate', amount: '20' },
      NOW - HOUR / 6,
    )
    expect(messageOf(pourChore(store, tub, conditioner, NOW))).toMatch(/has to mix in/)
    expect(journalOf(store, tub).filter(({ kind }) => kind === 'dose')).toHaveLength(1)
  })
})

describe('chores as rules', () => {
  const form: Fields = {
    name: 'Oil the steps',
    lane: 'surfaces',
    days: '90',
    windowDays: '7',
    minutes: '20',
    how: 'Sand\nOil',
    purpose: '',
    needs: '',
    cautions: '',
  }

  test.each([
    ['0', 'Days between: you entered 0; it can be 1 to 1825 days.'],
    ['5000', 'Days between: you entered 5000; it can be 1 to 1825 days.'],
    ['weekly', 'Days between: “weekly” isn’t a number; it can be 1 to 1825 days.'],
  ])('an interval of %s is refused at its field and nothing is written', (days, sentence) => {
    expect(errorsOf(saveChore(store, tub, { ...form, days }, NOW))).toEqual({ days: sentence })
    expect(tubView(store, tub, NOW)?.rules).toEqual([])
  })
  test('no interval at all, half a season', () => {
    expect(errorsOf(saveChore(store, tub, { ...form, days: '' }, NOW)).days).toMatch(
      /enter at least one/,
    )
    expect(errorsOf(saveChore(store, tub, { ...form, fromMonth: '11' }, NOW)).toMonth).toMatch(
      /both months/,
    )
  })
  test('an own chore is added, done under its name, taken off and put back', () => {
    expect(saveChore(store, tub, form, NOW).ok).toBe(true)
    const own = tubView(store, tub, NOW)?.rules[0]?.chore ?? ''
    expect(own).toMatch(/^own-\d+$/)
    expect(chore({ chore: own, outcome: 'done' }).ok).toBe(true)
    expect(journalOf(store, tub)[0]?.body).toEqual({
      chore: own,
      name: 'Oil the steps',
      outcome: 'done',
    })
    setChore(store, tub, { chore: own, to: 'removed' }, NOW)
    expect(messageOf(chore({ chore: own, outcome: 'done' }))).toMatch(/no longer on/)
    setChore(store, tub, { chore: own, to: 'back' }, NOW)
    expect(chore({ chore: own, outcome: 'done' }, NOW + 1).ok).toBe(true)
  })
  test('a preset is changed, paused and brought back', () => {
    saveChore(store, tub, { ...form, chore: 'waterline', name: 'Wipe it', days: '14' }, NOW)
    const wipe = () => tubView(store, tub, NOW)?.chores.find((one) => one.chore.id === 'waterline')
    expect(wipe()?.chore).toMatchObject({ text: { name: 'Wipe it' }, interval: { days: 14 } })
    setChore(store, tub, { chore: 'waterline', to: 'paused' }, NOW)
    expect(wipe()).toBeUndefined()
    setChore(store, tub, { chore: 'waterline', to: 'preset' }, NOW)
    expect(wipe()?.chore.interval.days).toBe(7)
  })
})

describe('ticking', () => {
  test('a chore in the future and 29 February of a common year are a sentence', () => {
    expect(
      errorsOf(chore({ outcome: 'done', when: 'earlier', at: '2026-05-22T10:00', zone: ZONE })).at,
    ).toMatch(/in the future/)
    expect(
      errorsOf(chore({ outcome: 'done', when: 'earlier', at: '2026-02-29T10:00', zone: ZONE })).at,
    ).toMatch(/isn’t on the calendar/)
    expect(
      errorsOf(chore({ outcome: 'postponed', until: '2027-02-29', zone: ZONE })).until,
    ).toMatch(/2027-02-29.*isn’t on the calendar/)
    expect(chore({ outcome: 'done', when: 'earlier', at: '2024-02-29T10:00', zone: ZONE }).ok).toBe(
      true,
    )
  })
  test.each([
    ['Europe/Berlin', '2026-03-29T02:30'],
    ['America/New_York', '2026-03-08T02:30'],
  ])(
    'the hour that summer time leaves out in %s is a sentence, the hours beside it are times',
    (zone, at) => {
      expect(errorsOf(chore({ outcome: 'done', when: 'earlier', at, zone })).at).toMatch(
        /the clocks skip that hour/,
      )
      expect(
        chore({ outcome: 'done', when: 'earlier', at: at.replace('02:30', '03:30'), zone }).ok,
      ).toBe(true)
    },
  )
  test('moved to a day: not the past, not years away', () => {
    expect(
      errorsOf(chore({ outcome: 'postponed', until: '2026-05-10', zone: ZONE })).until,
    ).toMatch(/has passed/)
    expect(
      errorsOf(chore({ outcome: 'postponed', until: '2029-05-10', zone: ZONE })).until,
    ).toMatch(/too far/)
    expect(chore({ outcome: 'postponed', until: '2026-05-30', zone: ZONE }).ok).toBe(true)
    expect(
      tubView(store, tub, NOW)?.chores.find((one) => one.chore.id === 'filter rinse')?.due,
    ).toBe(Date.UTC(2026, 4, 30, 10))
  })
  test('what a chore used leaves the shelf, and comes back with its undo', () => {
    insertOnShelf(store, {
      product: 'filter soak',
      countedGrams: 500,
      countedAt: NOW - DAY,
      createdAt: NOW - DAY,
    })
    chore({ chore: 'filter soak', outcome: 'done', used: '24' })
    expect(shelfOf(store)[0]?.gramsLeft).toBe(476)
    undoLastChange(store, tub, lastChange(store, tub)?.number ?? 0, NOW + 1)
    expect(shelfOf(store)[0]?.gramsLeft).toBe(500)
  })
})

describe('filter sets', () => {
  const add = (name: string) =>
    saveFilterSet(store, tub, { name, kind: 'open ends', cartridges: '2', zone: ZONE }, NOW)
  const set = (name: string) => filtersOf(store, NOW + HOUR).find((one) => one.set.name === name)
  const act = (name: string, what: string, more: Fields = {}, where = tub, at = NOW) =>
    actOnFilter(store, where, { set: String(set(name)?.set.id), act: what, ...more }, at)

  test('a swap takes the other out by the same act, and one undo brings both back', () => {
    add('Copper')
    add('Slate')
    act('Copper', 'put in', {}, tub, NOW - DAY)
    expect(act('Slate', 'put in').ok).toBe(true)
    expect([set('Copper')?.state, set('Slate')?.state]).toEqual(['taken out', 'in the tub'])
    undoLastChange(store, tub, lastChange(store, tub)?.number ?? 0, NOW + 1)
    expect([set('Copper')?.state, set('Slate')?.state]).toEqual(['in the tub', 'new'])
  })
  test('a set that is in another tub, one that soaks and one that is gone cannot go in', () => {
    const other = insertTub(store, { ...newTub, name: 'Lamp' }).id
    add('Copper')
    act('Copper', 'put in', {}, other, NOW - DAY)
    expect(messageOf(act('Copper', 'put in'))).toBe('Copper is in Lamp; take it out there first.')
    act('Copper', 'take out', {}, other, NOW - HOUR)
    act('Copper', 'soak', { recipe: 'hot' }, tub, NOW - HOUR / 2)
    expect(messageOf(act('Copper', 'put in'))).toMatch(/soak for another 30 minutes/)
    expect(errorsOf(act('Copper', 'soak')).recipe).toMatch(/choose one of/)
    act('Copper', 'retire')
    expect(messageOf(act('Copper', 'rinse', {}, tub, NOW + 1))).toMatch(/thrown away/)
  })
  test('two sets of one name, a dozen and more cartridges, bought tomorrow', () => {
    add('Copper')
    expect(errorsOf(add('copper')).name).toMatch(/already a set called/)
    const more = saveFilterSet(
      store,
      tub,
      { name: 'S', kind: 'open ends', cartridges: '40', bought: '2026-06-20', zone: ZONE },
      NOW,
    )
    expect(Object.keys(errorsOf(more)).sort()).toEqual(['bought', 'cartridges'])
  })
  test('no filter in the tub leads what is to be done', () => {
    add('Copper')
    act('Copper', 'put in', {}, tub, NOW - DAY)
    act('Copper', 'take out', {}, tub, NOW - HOUR)
    const view = tubView(store, tub, NOW)
    expect(view?.noFilter).toBe(NOW - HOUR)
    expect(view?.agenda[0]).toMatchObject({ kind: 'closed', closure: { code: 'no filter' } })
    expect(view?.plan.steps).toEqual([])
  })
})

const calendar = (...events: string[]) =>
  `BEGIN:VCALENDAR\r\nVERSION:2.0\r\n${events.map((event) => `BEGIN:VEVENT\r\n${event}\r\nEND:VEVENT\r\n`).join('')}END:VCALENDAR\r\n`
const stay = (uid: string, from: string, to: string, more = '') =>
  `UID:${uid}\r\nSUMMARY:Room ${uid}\r\nDTSTART;VALUE=DATE:${from}\r\nDTEND;VALUE=DATE:${to}${more}`

describe('stays from a calendar file (RFC 5545)', () => {
  const take = (content: string, more: Fields = {}, at = NOW) =>
    importStays(store, tub, { fields: { as: 'guests', zone: ZONE, ...more }, content }, at)

  test('whole days are check-in to check-out on the wall of the tub; a second import doubles nothing, a moved one moves', () => {
    const file = calendar(stay('a', '20260601', '20260604'), stay('b', '20260610', '20260612'))
    expect(take(file)).toMatchObject({ ok: true, sentences: ['2 stays imported.'] })
    expect(take(file)).toMatchObject({ sentences: ['0 stays imported.', '2 were already here.'] })
    const [first] = staysAhead(store, tub, NOW)
    expect([first?.from, first?.to]).toEqual([Date.UTC(2026, 5, 1, 13), Date.UTC(2026, 5, 4, 9)])
    take(calendar(stay('a', '20260602', '20260604')))
    expect(staysAhead(store, tub, NOW).map(({ uid }) => uid)).toEqual(['a', 'b'])
    expect(staysAhead(store, tub, NOW)[0]?.from).toBe(Date.UTC(2026, 5, 2, 13))
  })
  test('a soak each evening of a stay, gone with it', () => {
    take(calendar(stay('a', '20260601', '20260604')), {
      soaks: 'yes',
      hour: '19:30',
      people: '4',
      minutes: '45',
    })
    const soaks = soaksAhead(store, tub, NOW)
    expect(soaks.map(({ at }) => new Date(at).toISOString())).toEqual([
      '2026-06-01T17:30:00.000Z',
      '2026-06-02T17:30:00.000Z',
      '2026-06-03T17:30:00.000Z',
    ])
    expect(soaks[0]?.load).toEqual({ people: 4, minutes: 45 })
    removeStay(store, tub, staysAhead(store, tub, NOW)[0]?.id ?? 0, NOW)
    expect(soaksAhead(store, tub, NOW)).toEqual([])
  })
  test('times of day in a named zone, in UTC, and with no zone at all', () => {
    const { events } = readCalendar(
      calendar(
        'UID:a\r\nDTSTART;TZID=America/New_York:20261031T190000\r\nDTEND;TZID=America/New_York:20261031T200000',
        'UID:b\r\nDTSTART:20261101T000000Z\r\nDTEND:20261101T010000Z',
        'UID:c\r\nDTSTART:20261101T190000\r\nDTEND:20261101T200000',
      ),
      NOW,
      'America/New_York',
    )
    // Summer time ends there in the night to 1 November 2026.
    expect(events.map(({ from }) => new Date(from).toISOString())).toEqual([
      '2026-10-31T23:00:00.000Z',
      '2026-11-01T00:00:00.000Z',
      '2026-11-02T00:00:00.000Z',
    ])
  })
  test('a recurrence without end gives the dates of 400 days at most, one of every second gives up', () => {
    const weekly = readCalendar(
      calendar(
        'UID:w\r\nDTSTART;VALUE=DATE:20200103\r\nDTEND;VALUE=DATE:20200105\r\nRRULE:FREQ=WEEKLY',
      ),
      NOW,
      ZONE,
    )
    expect(weekly.events).toHaveLength(57)
    expect(new Set(weekly.events.map(({ uid }) => uid)).size).toBe(57)
    const mad = readCalendar(
      calendar(
        'UID:s\r\nDTSTART:20000101T000000Z\r\nDTEND:20000101T000001Z\r\nRRULE:FREQ=SECONDLY',
      ),
      NOW,
      ZONE,
    )
    expect(mad.notes.join(' ')).toMatch(/recurs too often/)
  })
  test('broken events cost only themselves, 5,000 are read, and what has passed is counted', () => {
    const many = Array.from({ length: 5000 }, (_, i) =>
      stay(`e${i}`, i % 2 ? '20200101' : '20260601', i % 2 ? '20200103' : '20260603'),
    )
    const { events, notes } = readCalendar(
      calendar(...many, 'UID:x\r\nDTSTART:not a date', 'garbage'),
      NOW,
      ZONE,
    )
    expect(events).toHaveLength(200)
    expect(notes).toEqual([
      '2 events are damaged and were skipped, the first is number 5001.',
      '2500 events are over.',
      'There are more than 200 dates ahead; the next 200 are imported.',
    ])
  })
  test.each([
    ['', /There are no events in it/],
    ['BEGIN:VCALENDAR\nBEGIN:VEVENT\nDTSTART:20260601', /Event 1 is damaged/],
    [calendar(stay('a', '20260101', '20261201')), /longer than 120 days/],
    [calendar(stay('a', '20260601', '20260603', '\r\nSTATUS:CANCELLED')), /Nothing was imported/],
  ])('%#: nothing to take is said at the file', (content, sentence) => {
    expect(errorsOf(take(content)).file).toMatch(sentence)
    expect(staysAhead(store, tub, NOW)).toEqual([])
  })
  test('single soaks, and what takes whole days is none', () => {
    const file = calendar(
      'UID:a\r\nDTSTART:20260601T180000Z\r\nDTEND:20260601T190000Z',
      stay('b', '20260602', '20260603'),
    )
    expect(take(file, { as: 'soaks', people: '3' })).toMatchObject({
      sentences: ['1 soaks planned.', '1 are all-day or have started, so no soaks were planned.'],
    })
    expect(soaksAhead(store, tub, NOW)[0]?.load).toEqual({ people: 3, minutes: 60 })
  })
  test('typed by hand: the last day after the first, no day that is not', () => {
    const typed = (from: string, to: string) =>
      errorsOf(saveStay(store, tub, { as: 'away', from, to, zone: ZONE }, NOW))
    expect(typed('2026-06-04', '2026-06-01').to).toMatch(/isn’t after/)
    expect(typed('2027-02-29', '2027-03-02').from).toMatch(/isn’t on the calendar/)
    expect(typed('2026-06-01', '2026-06-20')).toEqual({})
    expect(staysAhead(store, tub, NOW)[0]).toMatchObject({ kind: 'away', title: 'Away' })
  })
})

test('quiet hours are kept, by the clock of the wall', () => {
  expect(remindersNow(store, NOW, 'UTC')[0]?.reminders.length).toBeGreaterThan(0)
  expect(remindersNow(store, NOW, 'Asia/Tokyo').length).toBe(1)
  expect(remindersNow(store, NOW, 'Pacific/Auckland')).toEqual([])
  expect(errorsOf(saveQuiet(store, { fromHour: '25', toHour: '8' })).fromHour).toMatch(/0 to 23/)
  saveQuiet(store, { fromHour: '9', toHour: '12' })
  expect(remindersNow(store, NOW, 'UTC')).toEqual([])
})

test('no reminder sends anybody to a tub that must not be touched, but for the technician', () => {
  const names = () => remindersNow(store, NOW, ZONE)[0]?.reminders.map(({ name }) => name) ?? []
  expect(names()).toContain('Rinse the filter')
  recordEntry(store, tub, { kind: 'look', 'sign.electric shock': 'yes' }, NOW - MINUTE)
  expect(names()).not.toContain('Rinse the filter')
  for (const name of names()) expect(name).toMatch(/technician|service/i)
})

test('the short journal gives the same dates as the whole one', () => {
  for (let day = 900; day > 0; day -= 18) {
    recordEntry(store, tub, { kind: 'soak', people: '2', minutes: '30' }, NOW - day * DAY)
    if (day % 4 === 0)
      chore({ outcome: day % 8 ? 'done' : 'skipped', note: 'as it was' }, NOW - day * DAY + HOUR)
  }
  chore({ chore: 'filter replace', outcome: 'done' }, NOW - 800 * DAY)
  chore({ chore: 'yearly service', outcome: 'done' }, NOW - 500 * DAY)
  recordEntry(store, tub, { kind: 'water', percent: '100' }, NOW - 600 * DAY)
  expect(
    upkeepBearing(journalOf(store, tub), NOW, ['filter rinse', 'filter replace']).length,
  ).toBeLessThan(journalOf(store, tub).length)
  const row = findTub(store, tub)
  if (!row) throw new Error('no tub')
  const whole = choresDue(row, journalOf(store, tub), NOW, {}).map(
    ({ chore: { id }, due, why, state }) => ({ id, due, why, state }),
  )
  const short = tubView(store, tub, NOW)?.chores.map(({ chore: { id }, due, why, state }) => ({
    id,
    due,
    why,
    state,
  }))
  expect(short).toEqual(whole)
})
