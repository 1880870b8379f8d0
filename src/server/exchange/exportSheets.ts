import Papa from 'papaparse'
import { type Entry, type EntryKind, QUANTITIES, type Quantity } from '@/core'
import type { Store } from '@/store/database'
import { journalOf } from '@/store/entries'
import { wholeShelf } from '@/store/shelf'
import { allTubs, type TubRow } from '@/store/tubs'
import { SHEET_NAMES, sheetColumn } from '@/words/sheetWords'
import { toWallClock } from '../moment'

export interface Sheet {
  name: string
  text: string
}

type Cell = string | number | boolean
type Row = Record<string, Cell>

const SHELF = 'shelf'
const NUMBER_OF_LEAVES = 60

/** A body's values under their paths; lists in one cell. */
const flat = (value: unknown, path = '', into: Row = {}): Row => {
  if (Object.keys(into).length >= NUMBER_OF_LEAVES || value === null || value === undefined)
    return into
  if (Array.isArray(value))
    into[path] = value
      .map((one) => (typeof one === 'object' ? JSON.stringify(one) : one))
      .join(', ')
  else if (typeof value === 'object')
    for (const [name, one] of Object.entries(value))
      flat(one, path ? `${path}.${name}` : name, into)
  else into[path] = value as Cell
  return into
}

/** A table as a spreadsheet opens it: a mark of its encoding, commas, and no cell that it would take for a formula. */
const sheet = (name: string, rows: readonly Row[], first: readonly string[]): Sheet => {
  const seen = new Set(rows.flatMap((row) => Object.keys(row)))
  const columns = [...first, ...[...seen].filter((column) => !first.includes(column)).sort()]
  return {
    name,
    text: `\uFEFF${Papa.unparse(
      {
        fields: columns.map(sheetColumn),
        data: rows.map((row) => columns.map((column) => row[column] ?? '')),
      },
      { newline: '\r\n', escapeFormulae: true },
    )}\r\n`,
  }
}

const ofTest = ({ body }: Extract<Entry, { kind: 'test' }>): Row => ({
  method: body.method,
  ...Object.fromEntries(
    QUANTITIES.flatMap((quantity: Quantity) => {
      const value = body.readings[quantity]
      return value === undefined ? [] : [[quantity, value]]
    }),
  ),
})

/** Which sheets there are, by name. */
export const sheetsThere = (store: Store): string[] => {
  const kinds = new Set(
    allTubs(store).flatMap(({ id }) => journalOf(store, id).map(({ kind }) => kind)),
  )
  return [...[...kinds].map((kind) => SHEET_NAMES[kind]), SHELF]
}

/**
 * The journals as they stand, a sheet a kind of entry, and what is on the shelf: for reading, adding up and drawing. What a
 * spreadsheet can't hold, such as what was undone, is in the JSON export alone.
 * @param timeZone the clock of the times in it
 */
export const exportSheets = (store: Store, timeZone: string): Sheet[] => {
  const tubs = allTubs(store)
  const rows = new Map<EntryKind, Row[]>()
  const add = (tub: TubRow, entry: Entry) => {
    const list = rows.get(entry.kind) ?? []
    rows.set(entry.kind, list)
    list.push({
      tub: tub.name,
      date: toWallClock(entry.at, timeZone).replace('T', ' '),
      ...(entry.kind === 'test' ? ofTest(entry) : flat(entry.body)),
    })
  }
  for (const tub of tubs) for (const entry of journalOf(store, tub.id)) add(tub, entry)
  const first = ['tub', 'date']
  return [
    ...[...rows].map(([kind, list]) => sheet(SHEET_NAMES[kind], list, first)),
    sheet(
      SHELF,
      wholeShelf(store).map(({ id: _, createdAt: __, removedAt: ___, countedAt, ...row }) => ({
        ...flat(row),
        ...(countedAt === null
          ? {}
          : { countedAt: toWallClock(countedAt, timeZone).replace('T', ' ') }),
      })),
      ['product'],
    ),
  ]
}
