import ICAL from 'ical.js'
import { CLOSING, DAY, HOUR, type Instant, type PresetChoreId } from '@/core'
import { emptyTimes } from '@/core/journal/closedDown'
import { calendarOf, openCalendar } from '@/server/calendar'
import { closingPlace } from '@/server/closing'
import { costsFor } from '@/server/costs'
import { saveWay } from '@/server/heat'
import { deleteEntry, recordEntry } from '@/server/journal'
import { planSoak } from '@/server/plannedSoaks'
import { refillView } from '@/server/refillView'
import { saveStay } from '@/server/stays'
import { tubView } from '@/server/views'
import { openStore, type Store } from '@/store/database'
import { journalOf } from '@/store/entries'
import { findTub, insertTub } from '@/store/tubs'
import { frostAdvice } from '@/words/closingWords'
import { newTub } from '../store/newTub'
import { preferences } from '../ui/view'

const NOW = Date.UTC(2026, 10, 14, 9, 0)
const ZONE = 'Europe/Berlin'
let store: Store
let id: number
beforeEach(() => {
  store = openStore(':memory:')
  id = insertTub(store, newTub).id
  recordEntry(store, id, { kind: 'water', percent: '100' }, NOW - 60 * DAY)
  recordEntry(
    store,
    id,
    {
      kind: 'test',
      method: 'drops',
      bromine: '',
      freeChlorine: '4',
      pH: '7.5',
      totalAlkalinity: '90',
    },
    NOW - HOUR,
  )
})
const stay = (from: string, to: string, as = 'closed') =>
  saveStay(store, id, { as, title: '', from, to, zone: ZONE }, NOW)
const view = (at: Instant = NOW) => {
  const found = tubView(store, id, at)
  if (!found) throw new Error('it is there')
  return found
}
const done = (chore: PresetChoreId, at: Instant, outcome = 'done') =>
  expect(recordEntry(store, id, { kind: 'chore', chore, outcome, note: 'as it was' }, at).ok).toBe(
    true,
  )
const dueOf = (chore: PresetChoreId, at: Instant = NOW) =>
  view(at).chores.find((one) => one.chore.id === chore)
const place = (at: Instant = NOW, query = {}) => closingPlace(view(at), { locale: 'en-DE', query })
/** Ten in the morning in Berlin. */
const morning = (month: number, dayOfMonth: number, hoursFromUtc = 1) =>
  Date.UTC(month < 10 ? 2027 : 2026, month - 1, dayOfMonth, 10 - hoursFromUtc)

test('dates bring the stages of closing and opening, each on its day, and the flush the day before', () => {
  expect(dueOf('close drain')).toBeUndefined()
  expect(stay('2026-11-20', '2027-04-10')).toEqual({ ok: true })
  const from = morning(11, 20)
  const to = morning(4, 10, 2)
  expect(dueOf('close drain')).toMatchObject({ due: from, why: 'closing', state: 'ahead' })
  expect(CLOSING.map((one) => dueOf(one)?.due)).toEqual(CLOSING.map((_, i) => from + i * HOUR))
  expect(dueOf('open inspect')).toMatchObject({ due: to, why: 'opening' })
  expect(dueOf('purge')?.due).toBe(from - DAY)
  expect(dueOf('shell clean')?.due).toBe(from)
  // Chores of the season move to before it.
  expect(dueOf('lamp')?.due ?? 0).toBeLessThan(from)
})

test('closed for longer than a stay may be, but not for years', () => {
  expect(stay('2026-11-20', '2027-04-10', 'away')).toMatchObject({
    errors: { to: 'Until: it can be up to 120 days after the first day.' },
  })
  expect(stay('2026-11-20', '2028-04-10')).toMatchObject({
    errors: { to: 'Open it again: it can be up to 400 days after the first day.' },
  })
})

test('drained, it stands empty: one voice in every place, and nothing to test, dose or rinse', () => {
  stay('2026-11-20', '2027-04-10')
  const from = morning(11, 20)
  done('close drain', from + HOUR)
  const later = from + 20 * DAY
  const { verdict, agenda, chores, acts, plan } = view(later)
  expect(verdict.mayGetIn).toBe('no')
  expect(verdict.closures).toMatchObject([{ code: 'closed down', since: from + HOUR }])
  expect(plan.steps).toEqual([])
  expect(new Set(agenda.map(({ kind }) => kind))).toEqual(new Set(['closed', 'chores']))
  expect(
    acts.every((act) => act.kind === 'chore' || (act.kind === 'open' && act.way === 'fill')),
  ).toBe(true)
  expect(
    chores.filter(
      ({ why, chore }) => why !== 'closing' && why !== 'opening' && chore.lane !== 'cover',
    ),
  ).toEqual([])
  // Neither an absence nor a planned soak asks for anything.
  stay('2026-12-20', '2027-01-10', 'away')
  saveWay(store, id, { way: 'lower' })
  planSoak(store, id, { at: '2026-12-12T19:00', zone: ZONE, people: '2', minutes: '30' }, later)
  const idle = view(later).chores.map(({ why }) => why)
  expect(idle).not.toContain('leaving')
  expect(idle).not.toContain('turn up')
  // A soak or a test that somebody logs all the same opens nothing.
  recordEntry(
    store,
    id,
    { kind: 'test', method: 'drops', freeChlorine: '4', pH: '7.5' },
    later - HOUR,
  )
  expect(view(later).verdict.closures.map(({ code }) => code)).toEqual(['closed down'])
  // Taken back, it is full again.
  const drained = journalOf(store, id).find(({ kind }) => kind === 'chore')
  expect(deleteEntry(store, id, drained?.id ?? 0, later).ok).toBe(true)
  expect(view(later).verdict.closures.map(({ code }) => code)).not.toContain('closed down')
})

test('resumed after days: what was done stays done, what was left out too, the rest is late', () => {
  stay('2026-11-20', '2027-04-10')
  const from = morning(11, 20)
  done('close drain', from)
  done('close blow out', from + HOUR)
  done('close antifreeze', from + 2 * HOUR, 'skipped')
  const { closing, opening, closedSince } = place(from + 3 * DAY)
  expect(closedSince).toBe(from)
  expect(closing.map(({ doneAt }) => doneAt)).toEqual([
    from,
    from + HOUR,
    undefined,
    undefined,
    from + 2 * HOUR,
    undefined,
  ])
  expect(closing[4]?.skipped).toBe(true)
  expect(closing[2]?.item?.state).toBe('late')
  expect(opening.every(({ item }) => item?.state === 'ahead')).toBe(true)
})

test('without dates it can be opened all the same; the fill opens it and the start-up takes over', () => {
  done('close drain', NOW - 50 * DAY)
  const { closing, opening, stay: none } = place()
  expect(none).toBeUndefined()
  expect(closing.slice(1).every(({ item }) => item !== undefined)).toBe(true)
  expect(opening.map(({ item }) => item?.why)).toEqual(['opening', 'opening'])
  recordEntry(store, id, { kind: 'water', percent: '100' }, NOW)
  expect(view(NOW).verdict.closures.map(({ code }) => code)).not.toContain('closed down')
  expect(view(NOW).startUp).toBeDefined()
  expect(dueOf('open fill')).toBeUndefined()
  expect(dueOf('close dry')).toBeUndefined()
})

test('a refill of a tub that stands empty begins with the fill', () => {
  const asked = (at: Instant) => {
    const now = view(at)
    return refillView(store, { ...now, tub: now.row, zone: ZONE })
  }
  const states = (at: Instant) =>
    asked(at).schedule.scheduled.flatMap(({ stage, state }) =>
      state === 'planned' ? [stage.id] : [],
    )
  expect(states(NOW)).toContain('drain')
  done('close drain', NOW - DAY)
  expect(states(NOW)).not.toContain('drain')
  expect(states(NOW)).not.toContain('purge')
  expect(states(NOW)).toContain('fill')
})

test('an absence: ready before it, a look after it, and nothing is asked of those who are not there', () => {
  stay('2026-11-20', '2026-12-04', 'away')
  const from = Date.UTC(2026, 10, 20, 14)
  const to = Date.UTC(2026, 11, 4, 10)
  expect(dueOf('leave')).toMatchObject({ due: from - DAY / 2, why: 'leaving' })
  expect(dueOf('return')).toMatchObject({ due: to, why: 'back' })
  const during = view(from + 3 * DAY)
  expect(during.agenda).toContainEqual(
    expect.objectContaining({ kind: 'away', stay: expect.objectContaining({ to }) }),
  )
  for (const item of during.agenda)
    if (item.kind === 'test' || item.kind === 'shock') expect(item.due).toBeGreaterThanOrEqual(to)
  expect(during.chores.some(({ chore }) => chore.id === 'leave')).toBe(false)
  // Back two days, it is asked for until it is done.
  expect(dueOf('return', to + 2 * DAY)?.state).toBe('late')
  done('return', to + 2 * DAY)
  expect(dueOf('return', to + 2 * DAY)).toBeUndefined()
  // A weekend asks for nothing.
  stay('2026-12-12', '2026-12-14', 'away')
  expect(dueOf('leave', to + 3 * DAY)).toBeUndefined()
})

test('the calendar has each stage once', () => {
  openCalendar(store, id, { zone: ZONE, as: 'chores' })
  stay('2026-11-20', '2027-04-10')
  const text = calendarOf(store, findTub(store, id)?.calendar?.key ?? '', NOW) ?? ''
  const events = new ICAL.Component(ICAL.parse(text))
    .getAllSubcomponents('vevent')
    .map((event) => new ICAL.Event(event))
  const drains = events.filter(({ summary }) => /drain the tub/.test(summary))
  expect(drains).toHaveLength(1)
  expect(drains[0]?.startDate.toString()).toBe('2026-11-20')
  expect(drains[0]?.isRecurring()).toBe(false)
  expect(events.filter(({ summary }) => /^Reopening/.test(summary))).toHaveLength(2)
})

test('frost is a reason only where a cut outlasts the pipes', () => {
  const said = (query: Record<string, string>) => {
    const { answer, errors } = place(NOW, query).frost
    expect(errors).toEqual({})
    return answer && frostAdvice(answer, preferences)
  }
  expect(said({ longest: '72', coldest: '-20' })).toMatch(/close it down for the frost/)
  expect(said({ longest: '2', coldest: '-5' })).toMatch(/frost alone is no reason/)
  expect(said({ longest: '72', coldest: '5' })).toMatch(/no reason/)
  expect(place(NOW, { longest: 'long', coldest: '-300' }).frost).toMatchObject({
    errors: { longest: expect.stringContaining('long'), coldest: expect.stringContaining('-300') },
    answer: undefined,
  })
})

test('opened early, what belonged to the closing down does not come back, and its dates move nothing', () => {
  stay('2026-11-20', '2027-04-10')
  const from = morning(11, 20)
  done('close drain', from)
  const filled = from + 10 * DAY
  recordEntry(store, id, { kind: 'water', percent: '100' }, filled)
  const later = filled + 5 * DAY
  const whys = new Set(view(later).chores.map(({ why }) => why))
  expect(whys.has('closing') || whys.has('opening')).toBe(false)
  expect(view(later).chores.some(({ stay: one }) => one?.kind === 'closed')).toBe(false)
  // The next drain is the water's own, not the one of those dates.
  expect(dueOf('purge', later)?.due ?? 0).toBeGreaterThan(later + 14 * DAY)
  expect(place(later).stay).toBeUndefined()
})

test('past its date and still empty, every place has the same date; a tick is no fill', () => {
  stay('2026-11-20', '2026-12-01')
  const from = morning(11, 20)
  done('close drain', from)
  const later = morning(12, 1) + 3 * DAY
  expect(place(later).stay?.to).toBe(morning(12, 1))
  expect(dueOf('open fill', later)).toMatchObject({ state: 'late', due: morning(12, 1) + HOUR })
  done('open fill', later)
  expect(dueOf('open fill', later)).toBeDefined()
  expect(view(later).verdict.closures[0]?.code).toBe('closed down')
  // A part of a fill does not fill it either.
  recordEntry(store, id, { kind: 'water', percent: '95' }, later + HOUR)
  expect(view(later + 2 * HOUR).verdict.closures[0]?.code).toBe('closed down')
})

test('while it stands empty nothing is heated and no pump runs: Costs count the days with water', () => {
  const now = NOW + 20 * DAY
  const kwh = (until: Instant) => {
    const row = findTub(store, id)
    if (!row) throw new Error('it is there')
    return costsFor(store, row, journalOf(store, id), {
      now: until,
      timeZone: ZONE,
      months: 1,
      air: () => 8,
    }).lately.kilowattHours
  }
  const full = kwh(now)
  done('close drain', now - 15 * DAY)
  const half = kwh(now)
  // Thirty days, of which fifteen stood empty.
  expect(half.heat / full.heat).toBeCloseTo(0.5, 6)
  expect(half.pumps / full.pumps).toBeCloseTo(0.5, 6)
  expect(emptyTimes(journalOf(store, id))).toEqual([{ from: now - 15 * DAY, to: undefined }])
})
