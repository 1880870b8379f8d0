import { DAY, HOUR, MINUTE } from '@/core/time'
import { actOnFilter, saveFilterSet } from '@/server/filters'
import { recordEntry, undoLastChange } from '@/server/journal'
import { shelfOf } from '@/server/shelf'
import { tubView } from '@/server/views'
import {
  decideVisit,
  decisionsIn,
  endVisit,
  startVisit,
  type VisitView,
  visitView,
} from '@/server/visit'
import { saveVisitDay, weeklyVisits } from '@/server/visitDay'
import { markInVisit } from '@/server/visitDone'
import { visitStateOf } from '@/server/visitState'
import { openStore, type Store } from '@/store/database'
import { journalOf, lastChange } from '@/store/entries'
import { insertOnShelf } from '@/store/shelf'
import { insertTub } from '@/store/tubs'
import { newTub } from '../store/newTub'

// A Wednesday evening.
const NOW = Date.UTC(2026, 4, 20, 18, 30)
const PLACE = { zone: 'UTC', airCelsius: 15, foreseen: () => undefined }
let store: Store
let tub: number

const at = (id = tub, now = NOW, draft = {}): VisitView => {
  const page = visitView(store, id, now, { place: PLACE, draft })
  if (!page) throw new Error('no visit')
  return page
}
const keys = (page: VisitView) => page.visit.acts.map(({ key }) => key)
const test1 = (now = NOW - 5 * MINUTE, pH = '8.2', id = tub) =>
  recordEntry(
    store,
    id,
    {
      kind: 'test',
      method: 'drops',
      freeChlorine: '1',
      pH,
      totalAlkalinity: '90',
      calciumHardness: '180',
    },
    now,
  )

beforeEach(() => {
  store = openStore(':memory:')
  tub = insertTub(store, newTub).id
  recordEntry(store, tub, { kind: 'water', percent: '100' }, NOW - 40 * DAY)
  for (const chore of ['filter rinse', 'waterline', 'level look'])
    recordEntry(store, tub, { kind: 'chore', chore, outcome: 'done' }, NOW - 8 * DAY)
  recordEntry(store, tub, { kind: 'soak', people: '2', minutes: '20' }, NOW - 2 * DAY)
  test1()
})

const start = (fields = {}) =>
  expect(startVisit(store, tub, fields, NOW)).toMatchObject({ ok: true })

test('a visit survives because nothing of it is remembered but journal and decisions', () => {
  const before = at()
  expect(keys(before)).toContain(`${tub}:look`)
  start()
  expect(at().row).toBeDefined()
  expect(keys(at())).toEqual(keys(before))
  recordEntry(store, tub, { kind: 'look' }, NOW + MINUTE)
  // A second phone, two hours later.
  const later = at(tub, NOW + 2 * HOUR)
  expect(keys(later)).not.toContain(`${tub}:look`)
  expect(later.done.map(({ entry }) => entry.kind)).toEqual(['look'])
  for (const act of later.visit.acts) expect(act.start).toBeGreaterThanOrEqual(NOW + 2 * HOUR)
})

test('begun twice it is one visit, and one at any of its tubs goes on', () => {
  const other = insertTub(store, { ...newTub, name: 'Lamp' }).id
  start({ tubs: `${tub} ${other}` })
  const { row } = at()
  expect(startVisit(store, other, {}, NOW + MINUTE)).toMatchObject({ ok: true })
  expect(at(other, NOW + MINUTE).row?.id).toBe(row?.id)
  expect(at(other, NOW + MINUTE).views.map((view) => view.tub.id)).toEqual([tub, other])
  expect(endVisit(store, other, {}, NOW + 2 * MINUTE)).toMatchObject({ ok: true })
  expect(at(tub, NOW + 3 * MINUTE).row).toBeUndefined()
  expect(endVisit(store, tub, {}, NOW)).toMatchObject({
    ok: false,
    message: expect.stringMatching(/no visit under way/),
  })
})

test('skipped with a reason, it is left with these words; brought back it is there again', () => {
  start()
  const key = `${tub}:chore:waterline`
  expect(decideVisit(store, tub, { key, to: 'skip', said: '' }, NOW)).toMatchObject({
    ok: false,
    errors: { said: expect.any(String) },
  })
  expect(decideVisit(store, tub, { key, to: 'skip', said: 'no cloth' }, NOW)).toMatchObject({
    ok: true,
  })
  expect(at().visit.left).toContainEqual(
    expect.objectContaining({ key, why: { code: 'skipped', said: 'no cloth' } }),
  )
  expect(decideVisit(store, tub, { key, to: 'pull' }, NOW)).toMatchObject({ ok: true })
  expect(keys(at())).toContain(key)
})

test('a dose that is skipped is planned without, in every place', () => {
  start()
  const poured = () =>
    (tubView(store, tub, NOW)?.plan.steps ?? []).flatMap((step) =>
      step.kind === 'add' ? [step.product] : [],
    )
  expect(poured()).toContain('sodium bisulfate')
  decideVisit(
    store,
    tub,
    { key: `${tub}:dose:sodium bisulfate`, to: 'skip', said: 'none left' },
    NOW,
  )
  expect(poured()).not.toContain('sodium bisulfate')
  expect(keys(at()).some((key) => key.includes('bisulfate'))).toBe(false)
  endVisit(store, tub, {}, NOW)
  expect(poured()).toContain('sodium bisulfate')
})

test('a test in the middle changes what follows', () => {
  start()
  const acid = (page: VisitView) =>
    page.visit.acts.flatMap(({ what }) =>
      what.kind === 'dose' && what.dose.kind === 'add' && what.dose.product === 'sodium bisulfate'
        ? [what.dose.grams]
        : [],
    )[0]
  const first = acid(at())
  test1(NOW + MINUTE, '7.9')
  const second = acid(at(tub, NOW + 2 * MINUTE))
  expect(second).toBeLessThan(first ?? 0)
})

test('a chore is marked with what it does on the way, taken back by one undo, and never twice', () => {
  recordEntry(store, tub, { kind: 'chore', chore: 'cover wipe', outcome: 'done' }, NOW - 31 * DAY)
  start()
  const wipe = at().visit.acts.find(
    ({ what }) => what.kind === 'chore' && what.chore.id === 'cover wipe',
  )
  expect(wipe).toBeDefined()
  const mark = { chore: 'cover wipe', also: 'cover underside', zone: 'UTC' }
  expect(markInVisit(store, tub, mark, NOW + MINUTE)).toMatchObject({ ok: true })
  const chores = () => journalOf(store, tub).filter((one) => one.kind === 'chore' && one.at > NOW)
  expect(chores()).toHaveLength(2)
  expect(markInVisit(store, tub, mark, NOW + 2 * MINUTE)).toMatchObject({
    ok: false,
    message: expect.stringMatching(/marked done at 18:31 already/),
  })
  expect(chores()).toHaveLength(2)
  const last = lastChange(store, tub)
  undoLastChange(store, tub, last?.number ?? 0, NOW + 3 * MINUTE)
  expect(chores()).toHaveLength(0)
})

test('what was used leaves the shelf', () => {
  insertOnShelf(store, {
    product: 'filter soak',
    countedGrams: 500,
    countedAt: NOW - DAY,
    createdAt: 1,
  })
  start()
  markInVisit(store, tub, { chore: 'filter soak', used: '40', locale: 'en-GB' }, NOW + MINUTE)
  expect(shelfOf(store).find(({ product }) => product === 'filter soak')?.gramsLeft).toBe(460)
})

test('a dry set in, the old one rinsed and hung up by one act', () => {
  for (const name of ['One', 'Two'])
    saveFilterSet(store, tub, { name, kind: 'open ends', cartridges: '1', size: '' }, NOW - 9 * DAY)
  actOnFilter(store, tub, { set: '1', act: 'put in' }, NOW - 9 * DAY)
  start()
  const swap = at().visit.acts.find(({ what }) => what.kind === 'swap')
  expect(swap?.what).toMatchObject({ into: { name: 'Two' }, out: { name: 'One' } })
  actOnFilter(store, tub, { set: '2', act: 'put in' }, NOW + MINUTE)
  expect(keys(at(tub, NOW + 2 * MINUTE))).toContain(`${tub}:set:1`)
  actOnFilter(store, tub, { set: '1', act: 'rinse', hung: 'yes' }, NOW + 3 * MINUTE)
  const after = at(tub, NOW + 4 * MINUTE)
  expect(keys(after).some((key) => key.includes(':set:') || key.includes('filter rinse'))).toBe(
    false,
  )
  expect(after.views[0]?.filters.find(({ set }) => set.name === 'One')?.state).toBe('drying')
})

test('nothing known, nothing promised: the test decides', () => {
  const fresh = insertTub(store, { ...newTub, name: 'New' }).id
  const [ready] = at(fresh).ready
  expect(ready).toMatchObject({ at: undefined, testAt: expect.any(Number) })
  // Tested and dosed by a plan, there is an hour.
  expect(at().ready[0]).toMatchObject({ at: expect.any(Number), testAt: undefined })
})

test('what opens the tub is left out: no hour is promised, by the visit or by the plan', () => {
  const minutes = at(tub, NOW, { asked: { asked: 'minutes', minutes: 12 } })
  expect(minutes.visit.left.some(({ what }) => what.kind === 'dose')).toBe(true)
  expect(minutes.ready[0]?.at).toBeUndefined()
  start()
  for (const product of ['sodium dichlor dihydrate', 'sodium hypochlorite', 'calcium hypochlorite'])
    decideVisit(store, tub, { key: `${tub}:dose:${product}`, to: 'skip', said: 'none left' }, NOW)
  expect(at().ready[0]?.at).toBeUndefined()
})

test('ready by an hour is the hour the residual has fallen by too', () => {
  const first = at().ready[0]?.at ?? 0
  const by = first + 3 * HOUR
  const page = at(tub, NOW, { asked: { asked: 'ready by', by } })
  expect(page.fit).toMatchObject({ asked: 'ready by', by, fits: true })
  expect(page.visit.start).toBeGreaterThan(NOW + 2 * HOUR)
  expect(page.visit.ready[0]?.at).toBeLessThanOrEqual(by)
})

test('every place has the visit’s times', () => {
  const view = tubView(store, tub, NOW)
  const { visit } = at()
  const retest = visit.acts.find(({ what }) => what.kind === 'test' && what.retest)
  expect(view?.schedule.testAt).toBe(retest?.start)
  expect(view?.agenda.find(({ kind }) => kind === 'retest')?.due).toBe(retest?.start)
  expect(view?.schedule.starts).toEqual(
    visit.acts.filter(({ what }) => what.kind === 'dose').map((act) => act.start),
  )
})

test('an open page is drawn anew when a decision or a journal of its tubs has moved, and not else', () => {
  const other = insertTub(store, { ...newTub, name: 'Lamp' }).id
  start({ tubs: `${tub} ${other}` })
  const state = () => visitStateOf(store, tub, NOW + HOUR)
  const states = [state()]
  expect(state()).toBe(states[0])
  recordEntry(store, other, { kind: 'note', text: 'there' }, NOW + MINUTE)
  states.push(state())
  decideVisit(
    store,
    tub,
    { key: `${tub}:chore:waterline`, to: 'skip', said: 'later' },
    NOW + 2 * MINUTE,
  )
  states.push(state())
  expect(new Set(states).size).toBe(3)
})

test('after half a day nobody’s visit is open any more; a clock set back does not close one', () => {
  start()
  expect(at(tub, NOW + 13 * HOUR).row).toBeUndefined()
  expect(at(tub, NOW - 2 * HOUR).row).toBeDefined()
})

test.each([
  ['minutes', { minutes: '-3' }],
  ['minutes', { minutes: '9999' }],
  ['minutes', { minutes: 'soon' }],
  ['by', { by: '17' }],
])('bad time %s: a sentence at the field, and nothing is begun', (name, fields) => {
  expect(startVisit(store, tub, fields, NOW)).toMatchObject({
    ok: false,
    errors: { [name]: expect.any(String) },
  })
  expect(at().row).toBeUndefined()
})

test('decisions from an address that is no decision ask for nothing', () => {
  for (const text of [
    '',
    'null',
    '[]',
    '{"pulled":5}',
    '{"moved":[{"key":"x"}]}',
    '{"skipped":[null]}',
    '{',
  ])
    expect(decisionsIn(text)).toEqual({ pulled: [], skipped: [], moved: [], ahead: [] })
  const long = JSON.stringify({ pulled: Array.from({ length: 500 }, (_, i) => `1:chore:own-${i}`) })
  expect(decisionsIn(long).pulled.length).toBeLessThanOrEqual(60)
})

test('a job carried to the end of time stands within two days, and nothing hangs', () => {
  const key = `${tub}:chore:waterline`
  for (const notBefore of [1e15, -1e15, NOW + 30 * DAY]) {
    const { visit } = at(tub, NOW, {
      decisions: { pulled: [], skipped: [], moved: [{ key, notBefore }], ahead: [] },
    })
    const wiped = visit.acts.find((act) => act.key === key)
    expect(wiped?.start).toBeGreaterThanOrEqual(NOW)
    expect(wiped?.start).toBeLessThanOrEqual(NOW + 2 * DAY)
  }
  // Each before the other: the second can't be, and is said so.
  const other = `${tub}:look`
  const { visit } = at(tub, NOW, {
    decisions: {
      pulled: [],
      skipped: [],
      moved: [],
      ahead: [
        { key, of: other },
        { key: other, of: key },
      ],
    },
  })
  expect(visit.impossible).toHaveLength(1)
})

test('the weekly visit: chores and tests gather on its day within what they can wait', () => {
  saveVisitDay(store, { weekday: '6', time: '10:00', zone: 'Europe/Berlin' })
  const saturday = Date.UTC(2026, 4, 23, 8)
  expect(weeklyVisits(store, NOW).filter((one) => one > NOW)[0]).toBe(saturday)
  // Due on Thursday, and on Sunday.
  recordEntry(store, tub, { kind: 'chore', chore: 'filter rinse', outcome: 'done' }, NOW - 6 * DAY)
  recordEntry(store, tub, { kind: 'chore', chore: 'waterline', outcome: 'done' }, NOW - 3 * DAY)
  const chores = tubView(store, tub, NOW)?.chores ?? []
  const dues = Object.fromEntries(
    chores.map(({ chore, due, gathered }) => [chore.id, { due, gathered }]),
  )
  expect(dues['filter rinse']).toEqual({ due: saturday, gathered: true })
  expect(dues.waterline?.due).toBe(saturday)
  // Moved by its people, it keeps its day.
  recordEntry(
    store,
    tub,
    {
      kind: 'chore',
      chore: 'filter rinse',
      outcome: 'postponed',
      until: '2026-05-22',
      zone: 'UTC',
    },
    NOW,
  )
  const moved = tubView(store, tub, NOW)?.chores.find(({ chore }) => chore.id === 'filter rinse')
  expect(moved).toMatchObject({ gathered: false, why: 'postponed' })
  for (const bad of [
    { weekday: '9', time: '10:00' },
    { weekday: '1', time: '25:00' },
    { weekday: '1', time: '' },
  ])
    expect(saveVisitDay(store, { ...bad, zone: 'UTC' })).toMatchObject({ ok: false })
  saveVisitDay(store, { weekday: '', zone: 'UTC' })
  expect(weeklyVisits(store, NOW)).toEqual([])
})
