import { undoLastChange } from '@/server/journal'
import { cellMoment, cellNumber } from '@/server/spreadsheet/cells'
import { previewSheet, saveSheet } from '@/server/spreadsheet/spreadsheet'
import { openStore, type Store } from '@/store/database'
import { journalOf, lastChange } from '@/store/entries'
import { insertTub } from '@/store/tubs'
import { newTub } from '../store/newTub'

const NOW = Date.UTC(2026, 4, 20, 18, 0)
const timeZone = 'Europe/Berlin'
let store: Store
let tub: number

beforeEach(() => {
  store = openStore(':memory:')
  tub = insertTub(store, newTub).id
})

const look = (text: string, more: { roles?: string[]; dateOrder?: string } = {}) => {
  const preview = previewSheet(store, tub, { text, timeZone, now: NOW, ...more })
  if ('message' in preview) throw new Error(preview.message)
  return preview
}
const said = (text: string) => {
  const preview = previewSheet(store, tub, { text, timeZone, now: NOW })
  return 'message' in preview ? preview.message : ''
}
const GERMAN =
  '\ufeffDatum;pH-Wert;Total alkalinity;Salt\r\n1.3.2026;7,4;95;1.750\r\n8.3.2026 18:30;7,6;90;1.800\r\n'

test('semicolons, decimal commas, a BOM and foreign column names', () => {
  const first = look(GERMAN)
  expect(first.columns.map(({ role }) => role)).toEqual(['at', 'pH', 'totalAlkalinity', 'salt'])
  expect(first.rows.map(({ readings }) => readings)).toEqual([
    { pH: 7.4, totalAlkalinity: 95, salt: 1750 },
    { pH: 7.6, totalAlkalinity: 90, salt: 1800 },
  ])
  expect(first.rows[1]?.at).toBe(Date.UTC(2026, 2, 8, 17, 30))
  expect(journalOf(store, tub)).toEqual([])
})

test('columns the person names instead', () => {
  const { rows, columns } = look('x,y\n7.4,120\n', { roles: ['pH', 'calciumHardness'] })
  expect(columns.map(({ role }) => role)).toEqual(['pH', 'calciumHardness'])
  expect(rows[0]?.readings).toEqual({ pH: 7.4, calciumHardness: 120 })
  expect(rows[0]?.at).toBe(NOW)
})

test('a row that cannot be read is refused by itself, with what was given and what is allowed', () => {
  const { rows, accepted, refused } = look(
    'date,pH,free chlorine\n2026-03-01,=1+6.4,3\n2026-03-02,17,3\n2026-03-03,7.4,\n31.2.2026,7.4,3\n2026-09-01,7.4,3\n2026-03-04,,\n,7.4,3\n',
  )
  expect(rows.map(({ refusal }) => refusal)).toEqual([
    expect.stringMatching(/“=1\+6.4” isn’t a number/),
    expect.stringMatching(/pH: you entered 17; it can be 2 to 12/),
    undefined,
    expect.stringMatching(/“31.2.2026” isn’t a date/),
    expect.stringMatching(/in the future/),
    expect.stringMatching(/nothing that can be kept/),
    expect.stringMatching(/has no date/),
  ])
  expect([accepted, refused]).toEqual([1, 6])
})

test('what is rare is kept and pointed at', () => {
  const [row] = look('pH,alkalinity\n9.1,400\n').rows
  expect(row?.refusal).toBeUndefined()
  expect(row?.doubt?.reason).toMatchObject({ code: 'rare', value: 9.1 })
})

test('temperatures by the scale their column names, else by the tub’s', () => {
  expect(look('temp F\n100.4\n').rows[0]?.readings?.temperature).toBeCloseTo(38, 6)
  expect(look('temperature\n38\n').rows[0]?.readings?.temperature).toBe(38)
  expect(look('temp °F\n400\n').rows[0]?.refusal).toMatch(/32 to 140 °F/)
})

test('JSON, one object or many, is read by its keys', () => {
  const { rows } = look('[{"at":"2026-03-01","pH":7.4},{"pH":7.5,"at":"2026-03-02","iron":0.2}]')
  expect(rows.map(({ readings }) => readings)).toEqual([{ pH: 7.4 }, { pH: 7.5, iron: 0.2 }])
  expect(look('{"pH":7.4}').accepted).toBe(1)
})

test('a sheet is kept whole by one act and taken back by one', () => {
  const asked = { text: GERMAN, timeZone, now: NOW }
  expect(saveSheet(store, tub, asked)).toEqual({ kept: 2 })
  expect(journalOf(store, tub).map(({ body }) => body)).toMatchObject([
    { method: 'shop', readings: { pH: 7.6 } },
    { method: 'shop', readings: { pH: 7.4 } },
  ])
  expect(look(GERMAN).rows.map(({ refusal }) => refusal)).toEqual([
    'It’s already in the history.',
    'It’s already in the history.',
  ])
  const change = lastChange(store, tub)
  expect(change?.entries).toBe(2)
  undoLastChange(store, tub, change?.number ?? 0, NOW + 1000)
  expect(journalOf(store, tub)).toEqual([])
  undoLastChange(store, tub, lastChange(store, tub)?.number ?? 0, NOW + 2000)
  expect(journalOf(store, tub)).toHaveLength(2)
})

test.each([
  ['', /empty/],
  ['date,pH', /at least one row/],
  ['{"pH": 7.4', /starts like JSON/],
  [`pH\n${'7.4\n'.repeat(20_001)}`, /more than 20000 rows/],
])('%.20j is refused as a whole', (text, sentence) => {
  expect(said(text)).toMatch(sentence)
})

test('twenty thousand rows are read, and the first of them shown', () => {
  const rows = Array.from(
    { length: 20_000 },
    (_, i) => `2025-01-01 ${i % 24}:${(i % 60).toString().padStart(2, '0')},${7 + (i % 90) / 100}`,
  )
  const { accepted, refused, rows: shown } = look(`date,pH\n${rows.join('\n')}`)
  expect(accepted + refused).toBe(20_000)
  expect(shown.slice(0, 30).map(({ line }) => line)).toEqual(
    Array.from({ length: 30 }, (_, i) => i + 2),
  )
  expect(shown.length).toBeLessThanOrEqual(230)
})

test.each([
  ['7.4', false, 7.4],
  ['7,4', false, 7.4],
  ['1.234,5', false, 1234.5],
  ['1,234.5', true, 1234.5],
  ['1,750', true, 1750],
  ['0.250', true, 0.25],
  ["1'750", true, 1750],
  ['7.4.1', false, Number.NaN],
  ['-', false, Number.NaN],
  ['', false, Number.NaN],
])('%s is the number %s %d', (cell, whole, value) => {
  expect(cellNumber(cell, whole)).toEqual(value)
})

test.each<[string, 'day first' | 'month first', number | undefined]>([
  ['2026-03-01T06:30:00Z', 'day first', Date.UTC(2026, 2, 1, 6, 30)],
  ['2026-03-01T06:30:00+01:00', 'day first', Date.UTC(2026, 2, 1, 5, 30)],
  ['3/1/26 6:30 pm', 'month first', Date.UTC(2026, 2, 1, 17, 30)],
  ['3/1/26', 'day first', Date.UTC(2026, 0, 3, 11, 0)],
  ['29.02.2028', 'day first', Date.UTC(2028, 1, 29, 11, 0)],
  ['29.02.2026', 'day first', undefined],
  ['13/13/2026', 'day first', undefined],
  ['yesterday', 'day first', undefined],
])('%s, %s', (cell, order, instant) => {
  expect(cellMoment(cell, order, timeZone)).toBe(instant)
})
