import Papa from 'papaparse'
import {
  fromCelsius,
  type Implausibility,
  type Instant,
  implausibilities,
  type NewEntry,
  QUANTITIES,
  QUANTITY,
  type Quantity,
  type Readings,
  type TemperatureUnit,
  toCelsius,
} from '@/core'
import type { Store } from '@/store/database'
import { insertTogether, journalOf } from '@/store/entries'
import { findTub } from '@/store/tubs'
import { QUANTITY_NAMES } from '@/words/quantityNames'
import { field, postRefusal, REFUSALS, sheetRefusal } from '@/words/refusals'
import { temperatureSign } from '@/words/words'
import { withinDeadline } from './deadline'
import { MOST_SAID, tooMany } from './journalAt'
import { fromWallClock, OLDEST, OLDEST_YEARS } from './moment'
export const DATE_ORDERS = ['day first', 'month first'] as const
export type DateOrder = (typeof DATE_ORDERS)[number]

/** What a column of a sheet is: a quantity, the day and time, or nothing of use. */
export type ColumnRole = Quantity | 'at' | 'ignore'
const COLUMN_ROLES: readonly ColumnRole[] = ['ignore', 'at', ...QUANTITIES]

const MOST_ROWS = 10_000
const MOST_CHARACTERS = 4_000_000
const SHOWN_ROWS = 30
/** More columns than this are no laboratory's sheet, and a longer name is none. */
const MOST_COLUMNS = 120
const LONGEST_NAME = 80
const LONGEST_CELL = 200

export interface SheetRow {
  line: number
  /** What would be kept, or why not. */
  at?: Instant
  readings?: Readings
  /** Kept, and rare enough to be looked at. */
  doubt?: Implausibility
  refusal?: string
}

export interface SheetPreview {
  columns: { header: string; role: ColumnRole; example: string }[]
  dateOrder: DateOrder
  /** The first of them; `accepted` and `refused` count all. */
  rows: SheetRow[]
  accepted: number
  refused: number
}

/** Words that headers use, in no particular language of any laboratory. */
const HEADERS: readonly (readonly [RegExp, ColumnRole])[] = [
  [/date|time|^day|^when|^at$|datum|fecha/, 'at'],
  [/(free.*(chlorine|cl)|^fc\b|^freechlorine)/, 'freeChlorine'],
  [/(total.*chlorine|^tc\b|^totalchlorine)/, 'totalChlorine'],
  [/bromine|^br\b/, 'bromine'],
  [/^ph\b/, 'pH'],
  [/alkalinity|^ta\b|^alk/, 'totalAlkalinity'],
  [/hardness|^ch\b|^calcium/, 'calciumHardness'],
  [/cyanuric|stabili[sz]er|^cya\b/, 'cyanuricAcid'],
  [/biguanide|^phmb/, 'biguanide'],
  [/peroxide/, 'peroxide'],
  [/bor(ate|on)/, 'borate'],
  [/salt|^nacl/, 'salt'],
  [/solids|^tds\b/, 'totalDissolvedSolids'],
  [/copper|^cu\b/, 'copper'],
  [/iron|^fe\b/, 'iron'],
  [/phosphate|^po4/, 'phosphate'],
  [/temp|^water$/, 'temperature'],
]

const guess = (header: string): ColumnRole => {
  const plain = header.slice(0, LONGEST_NAME).trim().toLowerCase()
  return HEADERS.find(([words]) => words.test(plain))?.[1] ?? 'ignore'
}

/**
 * A number with a point or a comma; where both stand, the last is the decimal sign. One sign with three figures behind it
 * groups thousands where the quantity is read in whole numbers.
 */
export const cellNumber = (cell: string, whole = false): number => {
  const text = cell.replace(/[\s\u00a0']/g, '')
  if (!/^[-+]?[\d.,]+$/.test(text)) return Number.NaN
  if (whole && /^[-+]?[1-9]\d{0,2}([.,]\d{3})+$/.test(text))
    return Number(text.replace(/[.,]/g, ''))
  const [comma, point] = [text.lastIndexOf(','), text.lastIndexOf('.')]
  if (comma >= 0 && point >= 0)
    return Number(
      comma > point ? text.replace(/\./g, '').replace(',', '.') : text.replace(/,/g, ''),
    )
  return Number(text.replace(',', '.'))
}

/** 2026-03-01, 2026-03-01 18:30, 1.3.2026, 3/1/26 6:30 pm; noon where no time is given. */
export const cellMoment = (
  cell: string,
  order: DateOrder,
  timeZone: string,
): Instant | undefined => {
  const match =
    /^(\d{1,4})[-./](\d{1,2})[-./](\d{1,4})(?:[T\s,]+(\d{1,2}):(\d{2})(?::\d{2}(?:\.\d+)?)?\s*(am|pm)?)?\s*(Z|[-+]\d{2}:?\d{2})?$/i.exec(
      cell.trim(),
    )
  if (!match) return undefined
  const [, a = '', b = '', c = '', hours, minutes = '00', half, offset] = match
  const iso = a.length === 4
  const [year, month, day] = iso ? [a, b, c] : order === 'day first' ? [c, b, a] : [c, a, b]
  if (iso ? c.length > 2 : a.length > 2) return undefined
  let hour = Number(hours ?? '12')
  if (half) hour = (hour % 12) + (half.toLowerCase() === 'pm' ? 12 : 0)
  const two = (n: string | number) => String(n).padStart(2, '0')
  const full = year.length === 2 ? `20${year}` : year
  const [m, d] = [Number(month), Number(day)]
  if (m < 1 || m > 12 || d < 1 || d > new Date(Number(full), m, 0).getDate()) return undefined
  if (hour > 23 || Number(minutes) > 59) return undefined
  const local = `${full}-${two(month)}-${two(day)}T${two(hour)}:${minutes}`
  if (!offset) return fromWallClock(local, timeZone)
  return Date.parse(`${local}:00${offset.toUpperCase().replace(/^(.\d\d):?(\d\d)$/, '$1:$2')}`)
}

const TOO_MANY = sheetRefusal.manyRows(MOST_ROWS)
const tooWide = (columns: number) =>
  sheetRefusal.wide(columns, MOST_COLUMNS, columns <= MOST_COLUMNS + 1)

/** Rows of cells, the first of them the headers; JSON objects become rows by their keys. */
const tableOf = (source: string): string[][] | { message: string } => {
  const text = source.replace(/^\ufeff/, '').trim()
  if (text === '') return { message: sheetRefusal.empty }
  if (text.length > MOST_CHARACTERS) return { message: sheetRefusal.long(MOST_CHARACTERS / 1e6) }
  if (text.startsWith('[') || text.startsWith('{')) {
    try {
      const parsed: unknown = JSON.parse(text)
      const objects = (Array.isArray(parsed) ? parsed : [parsed]).filter(
        (one): one is Record<string, unknown> => typeof one === 'object' && one !== null,
      )
      if (objects.length > MOST_ROWS) return { message: TOO_MANY }
      const names = new Set<string>()
      for (const one of objects) {
        for (const name of Object.keys(one)) names.add(name)
        if (names.size > MOST_COLUMNS) return { message: tooWide(names.size) }
      }
      const headers = [...names]
      return [headers, ...objects.map((one) => headers.map((header) => String(one[header] ?? '')))]
    } catch {
      return { message: sheetRefusal.notJson }
    }
  }
  const { data } = Papa.parse<string[]>(text, { skipEmptyLines: 'greedy', preview: MOST_ROWS + 2 })
  const widest = data[0]?.length ?? 0
  return widest > MOST_COLUMNS ? { message: tooWide(widest) } : data
}

/** Where several columns look like the same thing, the first has it. */
const rolesOf = (headers: readonly string[], asked: readonly string[] | undefined) => {
  const taken = new Set<ColumnRole>()
  return headers.map((header, i): ColumnRole => {
    const given = COLUMN_ROLES.find((role) => role === asked?.[i])
    const role = given ?? guess(header)
    if (role === 'ignore' || taken.has(role)) return 'ignore'
    taken.add(role)
    return role
  })
}

/** What the person has given: the sheet, and how its columns are to be taken. */
export interface SheetAsked {
  text: string
  roles?: readonly string[] | undefined
  dateOrder?: string | undefined
  timeZone: string
}
interface SheetQuestion extends SheetAsked {
  now: Instant
}
export type SheetAnswer = SheetPreview | { message: string }

const outOfRange = (role: Quantity, given: string, scale: TemperatureUnit): string => {
  const { possible, unit } = QUANTITY[role]
  const [low, high] = possible.map((one) =>
    role === 'temperature' ? fromCelsius(one, scale) : one,
  ) as [number, number]
  const sign = role === 'temperature' ? temperatureSign(scale) : unit
  return field.outOfRange(QUANTITY_NAMES[role], given, low, high, sign)
}

const rowOf = (
  cells: readonly string[],
  line: number,
  roles: readonly ColumnRole[],
  order: DateOrder,
  scale: TemperatureUnit,
  { timeZone, now }: SheetQuestion,
): SheetRow => {
  const readings: Readings = {}
  let at: Instant | undefined = roles.includes('at') ? undefined : now
  for (const [i, role] of roles.entries()) {
    const cell = (cells[i] ?? '').trim()
    if (role === 'ignore' || cell === '') continue
    const shown = cell.slice(0, 30)
    if (cell.length > LONGEST_CELL) return { line, refusal: sheetRefusal.cellTooLong(shown) }
    if (role === 'at') {
      at = cellMoment(cell, order, timeZone)
      if (at === undefined) return { line, refusal: sheetRefusal.noDay(shown) }
      if (at > now) return { line, refusal: sheetRefusal.ahead(shown) }
      if (at < now - OLDEST)
        return {
          line,
          refusal: sheetRefusal.tooOld(shown, OLDEST_YEARS),
        }
      continue
    }
    const name = QUANTITY_NAMES[role]
    const { possible, decimals } = QUANTITY[role]
    const given = cellNumber(cell, decimals === 0)
    const value = role === 'temperature' ? toCelsius(given, scale) : given
    if (!Number.isFinite(value)) return { line, refusal: sheetRefusal.notANumber(name, shown) }
    if (value < possible[0] || value > possible[1])
      return {
        line,
        refusal: outOfRange(role, shown, scale),
      }
    readings[role] = value
  }
  if (at === undefined) return { line, refusal: sheetRefusal.dayMissing }
  if (Object.keys(readings).length === 0) return { line, refusal: sheetRefusal.nothingRead }
  const [odd] = implausibilities(readings)
  return { line, at, readings, ...(odd ? { doubt: odd } : {}) }
}

/** The scale that the header names, else the tub's own. */
const scaleOf = (header: string | undefined, own: TemperatureUnit): TemperatureUnit =>
  /fahrenheit|°\s?f|\(f\)|_f$|f$/i.test((header ?? '').slice(0, LONGEST_NAME))
    ? 'fahrenheit'
    : /celsius|°\s?c|\(c\)|c$/i.test((header ?? '').slice(0, LONGEST_NAME))
      ? 'celsius'
      : own

/** A sheet of ten thousand rows takes a fortieth of it on an idle machine; a machine may be many times slower. */
const LONGEST_MS = 8000

const readAll = (question: SheetQuestion, own: TemperatureUnit) =>
  withinDeadline(LONGEST_MS, () => readRows(question, own))?.value ?? {
    message: sheetRefusal.slow,
  }

const readRows = (question: SheetQuestion, own: TemperatureUnit) => {
  const table = tableOf(question.text)
  if ('message' in table) return table
  const [headers, ...lines] = table
  if (!headers || lines.length === 0) return { message: sheetRefusal.noRows }
  if (lines.length > MOST_ROWS) return { message: TOO_MANY }
  const roles = rolesOf(headers, question.roles)
  const dateOrder = DATE_ORDERS.find((one) => one === question.dateOrder) ?? 'day first'
  const scale = scaleOf(headers[roles.indexOf('temperature')], own)
  const rows = lines.map((cells, i) => rowOf(cells, i + 2, roles, dateOrder, scale, question))
  return { headers, roles, dateOrder, rows, first: lines[0] ?? [] }
}

/** What a sheet would bring; nothing is written. Rows that are in the journal already are refused as such. */
export const previewSheet = (store: Store, tubId: number, question: SheetQuestion): SheetAnswer => {
  const tub = findTub(store, tubId)
  if (!tub) return { message: REFUSALS.noTub }
  const read = readAll(question, tub.units.temperature)
  if ('message' in read) return read
  const rows = withoutKnown(store, tubId, read.rows)
  return {
    columns: read.headers.map((header, i) => ({
      header: header.slice(0, LONGEST_NAME),
      role: read.roles[i] ?? 'ignore',
      example: (read.first[i] ?? '').slice(0, 30),
    })),
    dateOrder: read.dateOrder,
    rows: rows.slice(0, SHOWN_ROWS),
    accepted: rows.filter(({ refusal }) => refusal === undefined).length,
    refused: rows.filter(({ refusal }) => refusal !== undefined).length,
  }
}

const keyOf = (at: Instant, readings: Readings) =>
  `${at} ${QUANTITIES.map((quantity) => readings[quantity] ?? '').join(' ')}`

const withoutKnown = (store: Store, tubId: number, rows: readonly SheetRow[]): SheetRow[] => {
  const known = new Set(
    journalOf(store, tubId).flatMap((entry) =>
      entry.kind === 'test' ? [keyOf(entry.at, entry.body.readings)] : [],
    ),
  )
  return rows.map((row) => {
    if (row.at === undefined || !row.readings) return row
    const key = keyOf(row.at, row.readings)
    if (known.has(key)) return { line: row.line, refusal: sheetRefusal.known }
    known.add(key)
    return row
  })
}

/** Keeps every row that can be kept, all or none of them; what was refused stays out. */
export const saveSheet = (
  store: Store,
  tubId: number,
  question: SheetQuestion,
): { kept: number } | { message: string } => {
  const tub = findTub(store, tubId)
  if (!tub) return { message: REFUSALS.noTub }
  const read = readAll(question, tub.units.temperature)
  if ('message' in read) return read
  return store.transaction(
    (tx) => {
      const rows = withoutKnown(tx, tubId, read.rows)
      if (tooMany(tx, tubId, rows.length)) return { message: postRefusal.tooManyEntries(MOST_SAID) }
      const tests = rows.flatMap(({ at, readings }): NewEntry[] =>
        at === undefined || !readings
          ? []
          : [{ kind: 'test', at, body: { method: 'shop', readings } }],
      )
      insertTogether(tx, tubId, tests, question.now)
      return { kept: tests.length }
    },
    { behavior: 'immediate' },
  )
}
