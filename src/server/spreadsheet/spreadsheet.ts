import { type Entry, METHODS, type Method, type NewEntry, type TemperatureUnit } from '@/core'
import type { Store } from '@/store/database'
import { insertTogether, journalOf } from '@/store/entries'
import { saveSetting, settingOf } from '@/store/settings'
import { findTub, type TubRow } from '@/store/tubs'
import { postRefusal, REFUSALS, sheetRefusal } from '@/words/refusals'
import { withinDeadline } from '../deadline'
import { MOST_SAID, tooMany } from '../journalAt'
import { cellNumber, DATE_ORDERS, type DateOrder, isBlank, type OrderGuess, orderOf } from './cells'
import { type ColumnRole, learntFrom, rolesOf } from './columns'
import { type Reading, rowOf, type SheetRow, unitIn } from './rows'
import { MOST_ROWS, TOO_MANY, tableOf } from './table'

export type { ColumnRole } from './columns'
export type { SheetRow } from './rows'

const SHOWN_ROWS = 30
/** Of rows that somebody has to look at, so many more. */
const SHOWN_DOUBTFUL = 200
const LONGEST_NAME = 80

export interface SheetPreview {
  columns: { header: string; role: ColumnRole; example: string }[]
  dateOrder: DateOrder
  /** No date in it says which order it is. */
  orderOpen: boolean
  temperatureUnit: TemperatureUnit | undefined
  /** Every row that was refused or is doubtful, as far as there is room, and the first of the others. */
  rows: SheetRow[]
  /** Entries, by kind, and rows of `accepted` and `refused`. */
  kinds: Partial<Record<NewEntry['kind'], number>>
  accepted: number
  refused: number
  doubtful: number
}

/** What the person has given: the sheet, and how its columns are to be taken. */
export interface SheetAsked {
  text: string
  roles?: readonly string[] | undefined
  dateOrder?: string | undefined
  timeZone: string
  /** What tests were read with, where no column says. */
  method?: string | undefined
  /** Month first for a reader of the United States. */
  usualOrder?: string | undefined
  /** Lines that are not to be kept. */
  leftOut?: readonly number[] | undefined
}
interface SheetQuestion extends SheetAsked {
  now: number
}
export type SheetAnswer = SheetPreview | { message: string }

const orderNamed = (text: string | undefined) => DATE_ORDERS.find((one) => one === text)

/** Hotter than any tub in °C, and colder than any in °F. */
const FAHRENHEIT_FROM = 50

/** The scale that the header names, else the one in which the column is a tub’s, else the tub's own. */
const scaleOf = (
  header: string | undefined,
  cells: readonly string[],
  own: TemperatureUnit,
): TemperatureUnit => {
  const name = (header ?? '').slice(0, LONGEST_NAME)
  if (/fahrenheit|°\s?f|\(f\)|_f$|\bf$/i.test(name)) return 'fahrenheit'
  if (/celsius|°\s?c|\(°?c\)|\bc$/i.test(name)) return 'celsius'
  const values = cells
    .map((cell) => cellNumber(cell.replace(/\s*°?\s?[cf]?$/i, '')))
    .filter(Number.isFinite)
    .sort((a, b) => a - b)
  const middle = values[Math.floor(values.length / 2)]
  // One value proves nothing: a slip of the hand reads the same.
  if (middle === undefined || values.length < 3) return own
  return middle >= FAHRENHEIT_FROM ? 'fahrenheit' : 'celsius'
}

/** A sheet of twenty thousand rows takes a twentieth of it on an idle machine; a machine may be many times slower. */
const LONGEST_MS = 12_000

/** More than this is no dose for a tub, g per litre of water. */
const LARGEST_GRAMS_PER_LITRE = 5

interface Read {
  headers: string[]
  roles: ColumnRole[]
  order: OrderGuess
  scale: TemperatureUnit
  rows: SheetRow[]
  first: string[]
}

const readAll = (store: Store, tub: TubRow, question: SheetQuestion): Read | { message: string } =>
  withinDeadline(LONGEST_MS, () => readRows(store, tub, question))?.value ?? {
    message: sheetRefusal.slow,
  }

const readRows = (
  store: Store,
  tub: TubRow,
  question: SheetQuestion,
): Read | { message: string } => {
  const table = tableOf(question.text)
  if ('message' in table) return table
  const [headers, ...lines] = table
  if (!headers || lines.length === 0) return { message: sheetRefusal.noRows }
  if (lines.length > MOST_ROWS) return { message: TOO_MANY }
  const known = settingOf(store, 'sheet')
  const roles = rolesOf(headers, lines, question.roles, known?.roles ?? {})
  const column = (role: ColumnRole) => {
    const i = roles.indexOf(role)
    return i < 0
      ? []
      : lines.map((cells) => (cells[i] ?? '').trim()).filter((cell) => !isBlank(cell))
  }
  const asked = orderNamed(question.dateOrder)
  const guessed = orderOf(column('at'), {
    timeZone: question.timeZone,
    now: question.now,
    usual: orderNamed(question.usualOrder) ?? 'day first',
  })
  const order = asked ? { ...guessed, order: asked, open: false } : guessed
  const scale = scaleOf(
    headers[roles.indexOf('temperature')],
    column('temperature'),
    tub.units.temperature,
  )
  const reading: Reading = {
    roles,
    order: order.order,
    scale,
    mass: tub.units.mass,
    units: headers.map(unitIn),
    method: METHODS.find((one): one is Method => one === question.method) ?? 'shop',
    timeZone: question.timeZone,
    now: question.now,
    largestGrams: LARGEST_GRAMS_PER_LITRE * tub.volumeLitres,
  }
  return {
    headers,
    roles,
    order,
    scale,
    rows: lines.map((cells, i) => rowOf(cells, i + 2, reading)),
    first: lines[0] ?? [],
  }
}

const isDoubtful = ({ doubt, remark, refusal }: SheetRow) =>
  doubt !== undefined || remark !== undefined || refusal !== undefined

/** What a sheet would bring; nothing is written. Rows that are in the journal already are refused as such. */
export const previewSheet = (store: Store, tubId: number, question: SheetQuestion): SheetAnswer => {
  const tub = findTub(store, tubId)
  if (!tub) return { message: REFUSALS.noTub }
  const read = readAll(store, tub, question)
  if ('message' in read) return read
  const rows = withoutKnown(store, tubId, read.rows)
  const kinds: SheetPreview['kinds'] = {}
  for (const { entries } of rows)
    for (const { kind } of entries ?? []) kinds[kind] = (kinds[kind] ?? 0) + 1
  const doubtful = rows.filter(isDoubtful)
  const shown = new Set([...rows.slice(0, SHOWN_ROWS), ...doubtful.slice(0, SHOWN_DOUBTFUL)])
  const refused = rows.filter(({ refusal }) => refusal !== undefined).length
  return {
    columns: read.headers.map((header, i) => ({
      header: header.slice(0, LONGEST_NAME),
      role: read.roles[i] ?? 'ignore',
      example: (read.first[i] ?? '').slice(0, 30),
    })),
    dateOrder: read.order.order,
    orderOpen: read.order.open,
    temperatureUnit: read.roles.includes('temperature') ? read.scale : undefined,
    rows: rows
      .filter((row) => shown.has(row))
      .map(({ entries, ...row }) => ({ ...row, ...(entries ? { entries } : {}) })),
    kinds,
    accepted: rows.length - refused,
    refused,
    doubtful: doubtful.length - refused,
  }
}

const keyOf = ({ kind, at, body }: NewEntry | Entry): string =>
  `${kind} ${at} ${JSON.stringify(body)}`

/** What stands in the journal already, or twice in the sheet, is kept once. */
const withoutKnown = (store: Store, tubId: number, rows: readonly SheetRow[]): SheetRow[] => {
  const known = new Set(journalOf(store, tubId).map(keyOf))
  return rows.map((row) => {
    if (!row.entries) return row
    const fresh = row.entries.filter((entry) => {
      const key = keyOf(entry)
      if (known.has(key)) return false
      known.add(key)
      return true
    })
    return fresh.length > 0
      ? { ...row, entries: fresh }
      : { line: row.line, refusal: sheetRefusal.known }
  })
}

/** Names of columns that are remembered; the newest push out the oldest. */
const MOST_LEARNT = 300

/** Keeps every row that can be kept, all or none of them, and remembers what its columns were; what was refused or left out stays out. */
export const saveSheet = (
  store: Store,
  tubId: number,
  question: SheetQuestion,
): { kept: number } | { message: string } => {
  const tub = findTub(store, tubId)
  if (!tub) return { message: REFUSALS.noTub }
  const read = readAll(store, tub, question)
  if ('message' in read) return read
  const leftOut = new Set(question.leftOut ?? [])
  return store.transaction(
    (tx) => {
      const entries = withoutKnown(tx, tubId, read.rows)
        .filter(({ line }) => !leftOut.has(line))
        .flatMap((row) => row.entries ?? [])
      if (tooMany(tx, tubId, entries.length))
        return { message: postRefusal.tooManyEntries(MOST_SAID) }
      insertTogether(tx, tubId, entries, question.now)
      const before = settingOf(tx, 'sheet')?.roles ?? {}
      const learnt = learntFrom(read.headers, read.roles)
      saveSetting(tx, 'sheet', {
        roles: Object.fromEntries(Object.entries({ ...before, ...learnt }).slice(-MOST_LEARNT)),
      })
      return { kept: entries.length }
    },
    { behavior: 'immediate' },
  )
}
