import ICAL from 'ical.js'
import { DAY } from '@/core/time'
import { calendarOf, openCalendar } from '@/server/calendar'
import { recordEntry } from '@/server/journal'
import { planSoak } from '@/server/plannedSoaks'
import { saveVisitDay } from '@/server/visitDay'
import { openStore, type Store } from '@/store/database'
import { settingOf } from '@/store/settings'
import { findTub, insertTub } from '@/store/tubs'
import { newTub } from '../store/newTub'

// The feed is read by a parser of RFC 5545 that has no part in writing it.
const NOW = Date.UTC(2026, 4, 20, 20, 30)
let store: Store
let tub: number

beforeEach(() => {
  store = openStore(':memory:')
  tub = insertTub(store, newTub).id
  recordEntry(store, tub, { kind: 'note', text: 'begun' }, NOW - 3 * DAY)
})

const key = () => findTub(store, tub)?.calendar?.key ?? ''
const feed = (now = NOW) => {
  const text = calendarOf(store, key(), now)
  if (!text) throw new Error('no calendar')
  const root = new ICAL.Component(ICAL.parse(text))
  return root.getAllSubcomponents('vevent').map((event) => new ICAL.Event(event))
}
const named = (summary: RegExp, now = NOW) => {
  const found = feed(now).filter((event) => summary.test(event.summary))
  expect(found).toHaveLength(1)
  return found[0] as ICAL.Event
}

test('an address that nobody can guess, and a new one makes the old go dead', () => {
  expect(calendarOf(store, '', NOW)).toBeUndefined()
  openCalendar(store, tub, { zone: 'Europe/Berlin' })
  const first = key()
  expect(first.length).toBeGreaterThanOrEqual(20)
  expect(calendarOf(store, first, NOW)).toContain('BEGIN:VCALENDAR')
  openCalendar(store, tub, { zone: 'nowhere' })
  expect(key()).not.toBe(first)
  expect(calendarOf(store, first, NOW)).toBeUndefined()
  expect(findTub(store, tub)?.calendar?.zone).toBe('UTC')
})

test('nobody is sent today to a tub that must not be touched; what is due later stays', () => {
  openCalendar(store, tub, { zone: 'Europe/Berlin' })
  const rinses = () => feed().filter(({ summary }) => /^Rinse the filter/.test(summary))
  const others = feed().length
  const due = feed(NOW + 14 * DAY).filter(({ summary }) => /^Rinse the filter/.test(summary))
  expect(due).toHaveLength(1)
  recordEntry(store, tub, { kind: 'look', 'sign.electric shock': 'yes' }, NOW + 14 * DAY - 1)
  expect(feed(NOW + 14 * DAY).filter(({ summary }) => /^Rinse the filter/.test(summary))).toEqual(
    [],
  )
  expect(rinses()).toHaveLength(1)
  expect(feed()).toHaveLength(others)
})

test('a chore has one event that keeps its name in the calendar for good; its sequence rises each time its date moves', () => {
  openCalendar(store, tub, { zone: 'Europe/Berlin' })
  const before = named(/^Rinse the filter/)
  expect(before.startDate.isDate).toBe(true)
  recordEntry(store, tub, { kind: 'soak', people: '6', minutes: '90' }, NOW)
  const moved = named(/^Rinse the filter/)
  expect(moved.uid).toBe(before.uid)
  expect(moved.startDate.compare(before.startDate)).toBe(-1)
  expect(moved.sequence).toBe(before.sequence + 1)
  // Asked for again, nothing has moved.
  expect(named(/^Rinse the filter/).sequence).toBe(moved.sequence)
  recordEntry(store, tub, { kind: 'chore', chore: 'filter rinse', outcome: 'done' }, NOW + 1)
  const done = named(/^Rinse the filter/, NOW + 2)
  expect(done.uid).toBe(before.uid)
  expect(done.sequence).toBe(moved.sequence + 1)
  expect(done.startDate.compare(moved.startDate)).toBe(1)
  const [alarm] = done.component.getAllSubcomponents('valarm')
  // Nine in the morning of its own day: counted from the start, which is what a trigger says for itself.
  expect(String(alarm?.getFirstPropertyValue('trigger'))).toBe('PT9H')
  expect(alarm?.getFirstProperty('trigger')?.getParameter('related') ?? 'START').toBe('START')
  expect(done.component.getFirstPropertyValue('last-modified')).toBeDefined()
})

test('a chore that its people moved stands on that day alone', () => {
  openCalendar(store, tub, { zone: 'Europe/Berlin' })
  recordEntry(
    store,
    tub,
    {
      kind: 'chore',
      chore: 'cover wipe',
      outcome: 'postponed',
      until: '2026-07-04',
      zone: 'Europe/Berlin',
    },
    NOW,
  )
  const cover = named(/^Wipe the cover/)
  expect(cover.isRecurring()).toBe(false)
  expect(cover.startDate.toString()).toBe('2026-07-04')
})

test('one address holds all tubs, each named, with no UID twice', () => {
  const second = insertTub(store, { ...newTub, name: 'Lamp' }).id
  openCalendar(store, tub, { zone: 'America/New_York', of: 'house' })
  const address = settingOf(store, 'calendar')?.key ?? ''
  const text = calendarOf(store, address, NOW) ?? ''
  const events = new ICAL.Component(ICAL.parse(text))
    .getAllSubcomponents('vevent')
    .map((event) => new ICAL.Event(event))
  const uids = events.map(({ uid }) => uid)
  expect(new Set(uids).size).toBe(uids.length)
  expect(uids.filter((uid) => uid.startsWith(`chore-${second}-`)).length).toBeGreaterThan(5)
  expect(events.every(({ summary }) => /^(Deck|Lamp): /.test(summary))).toBe(true)
  expect(calendarOf(store, key(), NOW)).toBeUndefined()
})

test('what is overdue stands on today, by the clock of the wall it hangs on', () => {
  // Half past eight in the evening UTC is the next day already in Auckland.
  for (const [zone, today] of [
    ['America/New_York', '2026-06-20'],
    ['Pacific/Auckland', '2026-06-21'],
  ] as const) {
    openCalendar(store, tub, { zone })
    expect(named(/^Rinse the filter/, NOW + 31 * DAY).startDate.toString()).toBe(today)
  }
})

test('what follows days alone recurs, what adapts does not', () => {
  openCalendar(store, tub, { zone: 'Europe/Berlin' })
  const cover = named(/^Wipe the cover/)
  expect(cover.isRecurring()).toBe(true)
  const dates = cover.iterator()
  const [first, second] = [dates.next(), dates.next()]
  expect(second?.subtractDate(first as ICAL.Time).toSeconds()).toBe((30 * DAY) / 1000)
  expect(named(/^Rinse the filter/).isRecurring()).toBe(false)
})

test.each([
  // Two zones, each on either side of its change to and from summer time.
  ['Europe/Berlin', '2026-10-24T20:00', '2026-10-24T18:00:00Z'],
  ['Europe/Berlin', '2026-10-25T20:00', '2026-10-25T19:00:00Z'],
  ['America/New_York', '2026-10-31T20:00', '2026-11-01T00:00:00Z'],
  ['America/New_York', '2026-11-01T20:00', '2026-11-02T01:00:00Z'],
])('a soak planned in %s at %s is at %s, with an alarm two hours before', (zone, at, utc) => {
  openCalendar(store, tub, { zone })
  expect(planSoak(store, tub, { people: '2', minutes: '30', at, zone }, NOW).ok).toBe(true)
  const soak = named(/^Soak, 2 people/)
  expect(soak.startDate.toJSDate().toISOString()).toBe(utc.replace('Z', '.000Z'))
  expect(soak.duration.toSeconds()).toBe(1800)
  const [alarm] = soak.component.getAllSubcomponents('valarm')
  expect(String(alarm?.getFirstPropertyValue('trigger'))).toBe('-PT2H')
})

test('one event a visit: its jobs and minutes, on its own day at its own time', () => {
  openCalendar(store, tub, { zone: 'Europe/Berlin', as: 'visits' })
  // A Sunday, ten in the morning in Berlin.
  saveVisitDay(store, { weekday: '0', time: '10:00', zone: 'Europe/Berlin' })
  const visits = feed().filter(({ summary }) => summary.startsWith('Tub visit: '))
  expect(feed().some(({ summary }) => summary.startsWith('Rinse the filter ('))).toBe(false)
  const sundays = visits.filter(({ startDate }) => !startDate.isDate)
  expect(sundays.length).toBeGreaterThan(3)
  for (const { startDate, description, summary } of sundays) {
    expect(startDate.dayOfWeek()).toBe(ICAL.Time.SUNDAY)
    expect(startDate.toJSDate().toISOString()).toMatch(/T08:00/)
    const minutes = [...description.matchAll(/\((\d+) min\)/g)].map(([, one]) => Number(one))
    expect(summary).toBe(
      `Tub visit: ${minutes.length} ${minutes.length === 1 ? 'job' : 'jobs'}, ${minutes.reduce((a, b) => a + b, 0)} min`,
    )
  }
  expect(new Set(visits.map(({ uid }) => uid)).size).toBe(visits.length)
})

test('tests and shocks are told, and the calendar says how often to ask', () => {
  openCalendar(store, tub, { zone: 'Europe/Berlin' })
  expect(feed().some(({ summary }) => /^Test /.test(summary))).toBe(true)
  recordEntry(store, tub, { kind: 'soak', people: '1', minutes: '20' }, NOW - DAY)
  recordEntry(
    store,
    tub,
    { kind: 'test', method: 'drops', freeChlorine: '4', pH: '7.5', totalAlkalinity: '100' },
    NOW - DAY / 2,
  )
  expect(feed().some(({ summary }) => /^Shock/.test(summary))).toBe(true)
  expect(calendarOf(store, key(), NOW)).toMatch(/REFRESH-INTERVAL;VALUE=DURATION:PT1H/)
})

test('the address stays when only what it tells is changed', () => {
  openCalendar(store, tub, { zone: 'Europe/Berlin' })
  const before = key()
  openCalendar(store, tub, { zone: 'Europe/Berlin', as: 'visits' })
  expect(key()).toBe(before)
  openCalendar(store, tub, { zone: 'Europe/Berlin' })
  expect(key()).not.toBe(before)
  expect(findTub(store, tub)?.calendar?.as).toBe('visits')
})
