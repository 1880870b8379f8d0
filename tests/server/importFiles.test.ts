import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { strToU8, zipSync } from 'fflate'
import { exportSheets } from '@/server/exchange/exportSheets'
import { undoLastChange } from '@/server/journal'
import { orderOf } from '@/server/spreadsheet/cells'
import { previewSheet, saveSheet } from '@/server/spreadsheet/spreadsheet'
import { openStore, type Store } from '@/store/database'
import { insertEntry, journalOf, lastChange } from '@/store/entries'
import { insertTub } from '@/store/tubs'
import { decoded, readTableFile } from '@/workers/tableFile'
import { newTub } from '../store/newTub'

const NOW = Date.UTC(2026, 10, 20, 18, 0)
let store: Store
let tub: number
const US = {
  ...newTub,
  units: { volume: 'US gallon', temperature: 'fahrenheit', mass: 'ounce' } as const,
}

beforeEach(() => {
  store = openStore(':memory:')
  tub = insertTub(store, newTub).id
})

const sheet = (name: string) => readFileSync(join(__dirname, '../sheets', name))
const buffer = (bytes: Uint8Array) =>
  bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer
const opened = async (bytes: Uint8Array) => {
  const answer = await readTableFile(buffer(bytes))
  if ('refused' in answer) throw new Error(answer.refused)
  return answer.sheets
}
const look = (text: string, more: object = {}, of = tub) => {
  const preview = previewSheet(store, of, { text, timeZone: 'Europe/Berlin', now: NOW, ...more })
  if ('message' in preview) throw new Error(preview.message)
  return preview
}

test('an American’s log: month first by its rows, °F by its figures, spoons and ounces, n/a; one slip is refused and shown', async () => {
  const own = insertTub(store, US).id
  const [{ text } = { text: '' }] = await opened(sheet('us-log.csv'))
  const asked = { text, timeZone: 'America/Chicago', now: NOW, method: 'strip' }
  const preview = previewSheet(store, own, asked)
  if ('message' in preview) throw new Error(preview.message)
  expect(preview.columns.map(({ role }) => role)).toEqual([
    'at',
    'time',
    'freeChlorine',
    'pH',
    'totalAlkalinity',
    'temperature',
    'dose sodium dichlor dihydrate',
    'dose sodium bisulfate',
    'minutes',
    'people',
    'note',
  ])
  expect(preview).toMatchObject({
    dateOrder: 'month first',
    orderOpen: false,
    temperatureUnit: 'fahrenheit',
  })
  expect(preview.rows.filter(({ refusal }) => refusal).map(({ refusal }) => refusal)).toEqual([
    expect.stringContaining('“13/32/2025” isn’t a date'),
    expect.stringContaining('pH: you entered 75'),
  ])
  expect(saveSheet(store, own, asked)).toEqual({
    kept: Object.values(preview.kinds).reduce((sum, n) => sum + n, 0),
  })
  const journal = journalOf(store, own)
  const first = journal.filter(({ kind }) => kind === 'test').at(-1)
  expect(first).toMatchObject({
    at: Date.UTC(2025, 8, 5, 23, 30),
    body: { method: 'strip', readings: { freeChlorine: 3, pH: 7.6, totalAlkalinity: 90 } },
  })
  const warm = first?.kind === 'test' ? first.body.readings.temperature : undefined
  expect(warm).toBeCloseTo((101 - 32) / 1.8, 6)
  // 2 level teaspoons of granules are 9 g (common practice: 4.5 g each); half an ounce of acid 14.2 g.
  const doses = journal.flatMap((entry) => (entry.kind === 'dose' ? [entry.body] : []))
  expect(
    doses.findLast(({ product }) => product === 'sodium dichlor dihydrate')?.grams,
  ).toBeCloseTo(9, 0)
  expect(doses.findLast(({ product }) => product === 'sodium bisulfate')?.grams).toBeCloseTo(
    14.17,
    1,
  )
  undoLastChange(store, own, lastChange(store, own)?.number ?? 0, NOW + 1000)
  expect(journalOf(store, own)).toEqual([])
})

test('a German’s log in Windows’ encoding: semicolons, commas, umlauts, k. A.', async () => {
  const [{ text } = { text: '' }] = await opened(sheet('de-log.csv'))
  const preview = look(text)
  expect(preview.columns.map(({ header, role }) => [header, role])).toEqual([
    ['Datum', 'at'],
    ['Uhrzeit', 'time'],
    ['Freies Chlor', 'freeChlorine'],
    ['pH-Wert', 'pH'],
    ['Alkalität', 'totalAlkalinity'],
    ['Härte', 'calciumHardness'],
    ['Wassertemperatur °C', 'temperature'],
    ['Chlorgranulat (g)', 'dose sodium dichlor dihydrate'],
    ['pH-Senker (g)', 'dose sodium bisulfate'],
    ['Bemerkung', 'note'],
  ])
  expect(preview).toMatchObject({
    dateOrder: 'day first',
    orderOpen: false,
    temperatureUnit: 'celsius',
    refused: 0,
  })
  expect(preview.rows[0]?.readings).toEqual({
    freeChlorine: 2.5,
    pH: 7.4,
    totalAlkalinity: 95,
    calciumHardness: 180,
    temperature: 37.5,
  })
  // The mapping is remembered: the next month’s sheet says no more than "C".
  saveSheet(store, tub, {
    text: text.replace('Freies Chlor', 'C'),
    timeZone: 'Europe/Berlin',
    now: NOW,
    roles: preview.columns.map(({ role }) => role),
  })
  expect(
    look('Datum;C;pH-Wert\n1.11.2026;3,1;7,5\n2.11.2026;2,9;7,5').columns.map(({ role }) => role),
  ).toEqual(['at', 'freeChlorine', 'pH'])
})

const by = { timeZone: 'UTC', now: NOW, usual: 'day first' as const }
test.each<[string[], string, boolean]>([
  [['3/4/2026', '3/14/2026'], 'month first', false],
  [['4.3.2026', '14.3.2026'], 'day first', false],
  // Nothing above twelve: rows follow one another, and none lies ahead of now.
  [['9/1/2026', '9/2/2026', '9/3/2026', '9/4/2026'], 'month first', false],
  [['1.9.2026', '2.9.2026', '3.9.2026', '4.9.2026'], 'day first', false],
  [['11/12/2026', '11/11/2026'], 'month first', false],
  [['1/1/2026', '2/2/2026'], 'day first', false],
  [['2026-03-04'], 'day first', false],
])('%j are %s', (cells, order, open) => {
  expect(orderOf(cells, by)).toMatchObject({ order, open })
})

test('where the rows leave it open, that is said, and the reader’s own order is taken', () => {
  const text = 'date,pH\n3/4/2026,7.4'
  expect(look(text)).toMatchObject({ dateOrder: 'day first', orderOpen: true })
  expect(look(text, { usualOrder: 'month first' })).toMatchObject({
    dateOrder: 'month first',
    orderOpen: true,
  })
  expect(look(text, { dateOrder: 'month first' })).toMatchObject({ orderOpen: false })
})

test('an empty cell in any words is no lost row, and a soak that says half is pointed at', () => {
  const { rows, refused } = look(
    'date,pH,FC,people\n2026-11-01,7.4,n/a,\n2026-11-02,-,3,2\n2026-11-03,7.5,?,none\n',
  )
  expect(refused).toBe(0)
  expect(rows.map(({ readings }) => readings)).toEqual([
    { pH: 7.4 },
    { freeChlorine: 3 },
    { pH: 7.5 },
  ])
  expect(rows[1]?.remark).toMatch(/half an hour/)
})

test.each([
  ['utf-8', (text: string) => new TextEncoder().encode(text)],
  ['utf-8 with its mark', (text: string) => new TextEncoder().encode(`\ufeff${text}`)],
  ['utf-16 little', (text: string) => new Uint8Array(Buffer.from(`\ufeff${text}`, 'utf16le'))],
  ['utf-16 little, unmarked', (text: string) => new Uint8Array(Buffer.from(text, 'utf16le'))],
  ['windows', (text: string) => new Uint8Array(Buffer.from(text, 'latin1'))],
])('%s is read', (_, encode) => {
  const text = 'Datum;Härte;Alkalität\n1.3.2026;180;95\n'
  expect(decoded(encode(text)).replace('\ufeff', '')).toBe(text)
})

/** A workbook by hand, as small as one can be: cells as [type, value], a date style, and which epoch it counts from. */
const workbook = (sheets: Record<string, string>, date1904 = false) =>
  zipSync({
    '[Content_Types].xml': strToU8(
      `<?xml version="1.0"?><Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/></Types>`,
    ),
    '_rels/.rels': strToU8(
      `<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rId1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="xl/workbook.xml"/></Relationships>`,
    ),
    'xl/workbook.xml': strToU8(
      `<?xml version="1.0"?><workbook xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"><workbookPr${date1904 ? ' date1904="1"' : ''}/><sheets>${Object.keys(
        sheets,
      )
        .map((name, i) => `<sheet name="${name}" sheetId="${i + 1}" r:id="rId${i + 1}"/>`)
        .join('')}</sheets></workbook>`,
    ),
    'xl/_rels/workbook.xml.rels': strToU8(
      `<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">${Object.keys(
        sheets,
      )
        .map(
          (_, i) =>
            `<Relationship Id="rId${i + 1}" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet" Target="worksheets/sheet${i + 1}.xml"/>`,
        )
        .join(
          '',
        )}<Relationship Id="rId90" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/styles" Target="styles.xml"/></Relationships>`,
    ),
    'xl/styles.xml': strToU8(
      `<?xml version="1.0"?><styleSheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><cellXfs count="2"><xf numFmtId="0"/><xf numFmtId="22" applyNumberFormat="1"/></cellXfs></styleSheet>`,
    ),
    ...Object.fromEntries(
      Object.values(sheets).map((rows, i) => [
        `xl/worksheets/sheet${i + 1}.xml`,
        strToU8(
          `<?xml version="1.0"?><worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><sheetData>${rows}</sheetData><mergeCells count="1"><mergeCell ref="A1:C1"/></mergeCells></worksheet>`,
        ),
      ]),
    ),
  })
const text = (ref: string, value: string) =>
  `<c r="${ref}" t="inlineStr"><is><t>${value}</t></is></c>`
/** 5 November 2026, 18:30, in days from the end of 1899 and from the beginning of 1904. */
const SERIAL = 46_331 + 18.5 / 24
const DAYS_1904 = 1462
const log = (serial: number) =>
  `<row r="1">${text('A1', 'The tub, autumn')}</row>
   <row r="3">${text('A3', 'Date')}${text('B3', 'pH')}${text('C3', 'FC')}</row>
   <row r="4"><c r="A4" s="1"><v>${serial}</v></c><c r="B4"><f>7+0.4</f><v>7.4</v></c><c r="C4"><v>2.9999999999999996</v></c></row>
   <row r="5"><c r="A5" s="1"><v>${serial + 1}</v></c><c r="B5" t="e"><v>#REF!</v></c><c r="C5"><v>4</v></c></row>`

test.each([
  ['1900', SERIAL, false],
  ['1904', SERIAL - DAYS_1904, true],
])(
  'a workbook that counts its days from %s, with a merged title, formulas and three sheets',
  async (_, serial, old) => {
    const sheets = await opened(
      workbook(
        {
          Autumn: log(serial),
          Empty: '',
          Costs: `<row r="1">${text('A1', 'x')}${text('B1', 'y')}</row>`,
        },
        old,
      ),
    )
    expect(sheets.map(({ name }) => name)).toEqual(['Autumn', 'Costs'])
    const { rows } = look(sheets[0]?.text ?? '')
    expect(rows[0]).toMatchObject({
      at: Date.UTC(2026, 10, 5, 17, 30),
      readings: { pH: 7.4, freeChlorine: 3 },
    })
    // A formula that failed is an empty cell.
    expect(rows[1]?.readings).toEqual({ freeChlorine: 4 })
  },
)

test('days that were typed as plain numbers are days', () => {
  expect(look(`date,pH\n${Math.floor(SERIAL)},7.4\n`).rows[0]?.at).toBe(
    Date.UTC(2026, 10, 5, 11, 0),
  )
})

test.each([
  ['an old workbook', new Uint8Array([0xd0, 0xcf, 0x11, 0xe0, 1, 2]), 'old workbook'],
  ['a torn one', workbook({ A: log(SERIAL) }).slice(0, 500), 'not a workbook'],
  ['a zip of something else', zipSync({ 'a.txt': strToU8('hello') }), 'not a workbook'],
  ['nothing', new Uint8Array(), 'empty'],
])('%s is refused, and nothing thrown', async (_, bytes, refused) => {
  expect(await readTableFile(buffer(bytes))).toEqual({ refused })
})

test('fifty thousand rows open, and are refused in a sentence before anything is written', async () => {
  const rows = Array.from(
    { length: 50_000 },
    (_, i) =>
      `<row r="${i + 1}"><c r="A${i + 1}"><v>${i}</v></c><c r="B${i + 1}"><v>7.4</v></c></row>`,
  ).join('')
  const [big] = await opened(workbook({ Big: rows }))
  expect(previewSheet(store, tub, { text: big?.text ?? '', timeZone: 'UTC', now: NOW })).toEqual({
    message: expect.stringContaining('more than 20000 rows'),
  })
  expect(journalOf(store, tub)).toEqual([])
}, 60_000)

test('our own tables come back: tests, doses, soaks and notes of an export into another tub', () => {
  const entries = [
    {
      kind: 'test',
      at: NOW - 9_000_000,
      body: {
        method: 'drops',
        readings: { freeChlorine: 3.2, totalChlorine: 3.4, pH: 7.4, salt: 1750, temperature: 37.5 },
      },
    },
    { kind: 'dose', at: NOW - 8_040_000, body: { product: 'sodium hypochlorite', grams: 41.5 } },
    { kind: 'soak', at: NOW - 7_020_000, body: { people: 3, minutes: 25 } },
    { kind: 'note', at: NOW - 6_000_000, body: { text: 'Gale, cover held; "fine".' } },
  ] as const
  for (const entry of entries)
    insertEntry(store, tub, { ...entry, at: Math.floor(entry.at / 60_000) * 60_000 }, NOW)
  const other = insertTub(store, { ...newTub, name: 'Other' }).id
  for (const { name, text: table } of exportSheets(store, 'Europe/Berlin'))
    if (['tests', 'doses', 'soaks', 'notes'].includes(name))
      expect(saveSheet(store, other, { text: table, timeZone: 'Europe/Berlin', now: NOW })).toEqual(
        { kept: 1 },
      )
  const plain = (of: number) =>
    journalOf(store, of).map(({ at, kind, body }) => ({ at, kind, body }))
  expect(plain(other)).toEqual(plain(tub))
})
