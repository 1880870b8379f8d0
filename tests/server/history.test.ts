import { historyAsked, historyOf } from '@/server/history'
import { deleteEntry, recordEntry, undoBefore, undoLastChange } from '@/server/journal'
import { logSheet, monthLog, monthOf, signatureHolds, signMonth } from '@/server/monthLog'
import { tubView } from '@/server/views'
import { openStore, type Store } from '@/store/database'
import {
  changeBefore,
  insertTogether,
  journalOf,
  lastChange,
  lastEntryId,
  signSince,
} from '@/store/entries'
import { insertTub } from '@/store/tubs'
import { newTub } from '../store/newTub'

const DAY = 86_400_000
const NOW = Date.UTC(2026, 4, 20, 18, 0)
let store: Store
let tub: number

beforeEach(() => {
  store = openStore(':memory:')
  tub = insertTub(store, newTub).id
})

const note = (text: string, at = NOW) => recordEntry(store, tub, { kind: 'note', text }, at)
const texts = () =>
  journalOf(store, tub).map(({ kind, body }) =>
    kind === 'note' ? (body as { text: string }).text : kind,
  )
const view = (now = NOW) => {
  const found = tubView(store, tub, now)
  if (!found) throw new Error('the tub is here')
  return found
}

test('undo goes back step by step, over a deletion and what was written by one act, and stops at the beginning', () => {
  note('one', NOW)
  note('two', NOW + 1000)
  insertTogether(
    store,
    tub,
    [
      { kind: 'note', at: NOW + 2000, body: { text: 'a' } },
      { kind: 'note', at: NOW + 3000, body: { text: 'b' } },
    ],
    NOW + 3000,
  )
  const two = journalOf(store, tub).find(({ body }) => (body as { text: string }).text === 'two')
  deleteEntry(store, tub, two?.id ?? 0, NOW + 4000)
  expect(texts()).toEqual(['b', 'a', 'one'])
  const back = () => {
    const change = changeBefore(store, tub)
    return change ? undoBefore(store, tub, change.number, NOW + 5000).ok : undefined
  }
  undoLastChange(store, tub, lastChange(store, tub)?.number ?? 0, NOW + 4500)
  expect(texts()).toEqual(['b', 'a', 'two', 'one'])
  // The deletion is taken back already: the next step is the act before it.
  expect(back()).toBe(true)
  expect(texts()).toEqual(['two', 'one'])
  expect(back()).toBe(true)
  expect(texts()).toEqual(['one'])
  expect(back()).toBe(true)
  expect(texts()).toEqual([])
  expect(back()).toBeUndefined()
  // What was taken back last comes back first.
  undoLastChange(store, tub, lastChange(store, tub)?.number ?? 0, NOW + 6000)
  expect(texts()).toEqual(['one'])
})

test('a step that is no longer the newest takes nothing back', () => {
  note('one')
  const old = changeBefore(store, tub)?.number ?? 0
  note('two', NOW + 1000)
  expect(undoBefore(store, tub, old, NOW + 2000)).toMatchObject({
    ok: false,
    message: expect.any(String),
  })
  expect(texts()).toEqual(['two', 'one'])
})

test('the history is found by words, kind and day, and says whether there is more', () => {
  note('Gale in the night', NOW - 3 * DAY)
  note('Filter rinsed', NOW - DAY)
  store.transaction((tx) => {
    const last = lastEntryId(tx)
    recordEntry(tx, tub, { kind: 'dose', product: 'sodium bisulfate', amount: '20' }, NOW)
    signSince(tx, last, 'Anna')
  })
  const written = journalOf(store, tub)
  const find = (query: Record<string, string>, most = 9) =>
    historyOf(written, historyAsked(query, 'Europe/Berlin'), most)
  expect(find({ q: 'gale NIGHT' }).entries).toHaveLength(1)
  expect(find({ q: 'dry acid' }).entries.map(({ kind }) => kind)).toEqual(['dose'])
  expect(find({ q: 'anna' }).entries).toHaveLength(1)
  expect(find({ q: 'gale', kind: 'dose' }).entries).toEqual([])
  expect(find({ day: '2026-05-19' }).entries.map(({ at }) => at)).toEqual([
    NOW - DAY,
    NOW - 3 * DAY,
  ])
  expect(find({ day: 'soon', kind: 'moon' }).entries).toHaveLength(3)
  expect(find({}, 2)).toMatchObject({ more: true })
})

test('who wrote it stands by what was written since, and by nothing before', () => {
  note('mine')
  store.transaction((tx) => {
    const before = lastEntryId(tx)
    recordEntry(tx, tub, { kind: 'note', text: 'hers' }, NOW + 1000)
    signSince(tx, before, 'Anna')
  })
  expect(journalOf(store, tub).map(({ by }) => by)).toEqual(['Anna', undefined])
})

test.each([
  [{ measured: 'litres', litres: '130' }, 130 / newTub.volumeLitres],
  // A tub half a metre deep on the whole: 5 cm are a tenth of it.
  [{ measured: 'level', level: '5' }, 0.1],
  [{ measured: 'share', percent: '25' }, 0.25],
])('a top-up as %j', (fields, share) => {
  expect(recordEntry(store, tub, { kind: 'water', ...fields }, NOW).ok).toBe(true)
  const [entry] = journalOf(store, tub)
  const body = entry?.kind === 'water' ? entry.body : undefined
  expect(body?.replacedFraction).toBeCloseTo(share, 6)
})

test('a top-up that is none is refused at its field', () => {
  expect(
    recordEntry(store, tub, { kind: 'water', measured: 'litres', litres: '99999' }, NOW),
  ).toMatchObject({ ok: false, errors: { litres: expect.stringContaining('99999') } })
  expect(recordEntry(store, tub, { kind: 'water', measured: 'level' }, NOW)).toMatchObject({
    ok: false,
    errors: { level: expect.any(String) },
  })
})

describe('a month to show', () => {
  const test_ = (fields: Record<string, string>, at: number) =>
    recordEntry(
      store,
      tub,
      {
        kind: 'test',
        method: 'drops',
        ...fields,
        'confirm.pH': 'yes',
        'confirm.freeChlorine': 'yes',
      },
      at,
    )
  beforeEach(() => {
    recordEntry(store, tub, { kind: 'water', percent: '100' }, NOW - 18 * DAY)
    test_({ freeChlorine: '4', pH: '7.4', totalAlkalinity: '90' }, NOW - 10 * DAY)
    test_({ freeChlorine: '0.5', pH: '8.3', totalAlkalinity: '90' }, NOW - 5 * DAY)
    test_({ freeChlorine: '4', pH: '7.5', totalAlkalinity: '90' }, NOW - 4 * DAY)
    note('Guests in the west room', NOW - 3 * DAY)
  })
  const log = () => monthLog(view(), monthOf('2026-05', NOW, 'UTC'))

  test('tests against their limits, and what shut the tub until what opened it', () => {
    const { tests, closures } = log()
    expect(tests.map(({ out }) => out)).toEqual([{}, { freeChlorine: 'low', pH: 'high' }, {}])
    const low = closures.find(({ code }) => code === 'sanitizer low')
    expect(low).toMatchObject({ from: NOW - 5 * DAY, to: NOW - 4 * DAY, endedBy: { kind: 'test' } })
    expect(closures.find(({ code }) => code === 'pH high')?.to).toBe(NOW - 4 * DAY)
  })

  test('it is signed as it stands; what changes afterwards shows, and undo takes the signature back', () => {
    const signed = (digest: string) =>
      signMonth(store, tub, { name: 'Anna Beck', month: '2026-05', digest, zone: 'UTC' }, NOW)
    expect(signed('00000000')).toMatchObject({
      ok: false,
      message: expect.stringContaining('changed'),
    })
    expect(
      signMonth(store, tub, { name: '', month: '2026-05', digest: log().digest }, NOW),
    ).toMatchObject({ ok: false, errors: { name: expect.any(String) } })
    expect(signed(log().digest).ok).toBe(true)
    const [signature] = log().signed
    expect(signature?.body.signs?.name).toBe('Anna Beck')
    expect(signatureHolds(log(), signature?.body.signs?.digest)).toBe(true)
    note('One more thing', NOW - 2 * DAY)
    expect(signatureHolds(log(), signature?.body.signs?.digest)).toBe(false)
  })

  test('as a table: a row an entry, nothing a spreadsheet would run', () => {
    note('=SUM(A1:A9)', NOW - 2 * DAY)
    const lines = logSheet(log(), 'UTC').split('\r\n')
    expect(lines[0]).toBe('date,kind,by,what,amount,freeChlorine,pH,totalAlkalinity,outside')
    expect(lines).toContain('2026-05-15 18:00,test,,drops,,0.5,8.3,90,freeChlorine pH')
    expect(lines.some((line) => line.includes("'=SUM"))).toBe(true)
  })

  test('months of the address: this one where it names none, or one ahead', () => {
    expect(monthOf(undefined, NOW, 'UTC')).toMatchObject({
      month: '2026-05',
      before: '2026-04',
      after: undefined,
      over: false,
    })
    expect(monthOf('2027-01', NOW, 'UTC').month).toBe('2026-05')
    expect(monthOf('2026-13', NOW, 'UTC').month).toBe('2026-05')
    expect(monthOf('2026-02', NOW, 'Pacific/Auckland')).toMatchObject({
      from: Date.UTC(2026, 0, 31, 11),
      after: '2026-03',
      over: true,
    })
  })
})
