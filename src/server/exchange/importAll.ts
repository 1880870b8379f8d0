import { currentBody, ENTRY_VERSION, type EntryKind } from '@/core'
import type { Store } from '@/store/database'
import { insertRow, isEmptyStore, setReference, type TableName } from '@/store/wholeStore'
import { AN_EXPORT, importRefusal, jsonSentence } from '@/words/dataWords'
import { BODIES, EXPORT, EXPORT_FORMAT, EXPORT_VERSION } from './exportForm'

/** An export can't be larger; fifty thousand entries are about fifteen. */
export const MOST_EXPORT_BYTES = 200_000_000

type Row = Record<string, unknown> & { id: number }
interface EntryRow extends Row {
  kind: EntryKind
  version: number
  body: Record<string, unknown>
  replacesId?: number
  batch?: number
}
interface TubRow extends Row {
  name: string
  choreRules: Row[]
  stays: Row[]
  plannedSoaks: (Row & { stayId?: number })[]
  refills: Row[]
  entries: EntryRow[]
}
export interface Exported {
  settings: Record<string, unknown>
  kits: Row[]
  shelf: Row[]
  filterSets: Row[]
  tubs: TubRow[]
}

const doubled = (rows: readonly { id: number }[]): number => {
  const seen = new Set<number>()
  return rows.findIndex(({ id }) => seen.size === seen.add(id).size)
}

/** Where a number points at nothing, or stands twice. */
const wrongReference = ({ kits, shelf, filterSets, tubs }: Exported): string | undefined => {
  const ofTubs = (name: 'choreRules' | 'stays' | 'plannedSoaks' | 'refills' | 'entries') =>
    tubs.flatMap((tub) => tub[name] as Row[])
  const lists = {
    kits,
    shelf,
    filterSets,
    tubs,
    choreRules: ofTubs('choreRules'),
    stays: ofTubs('stays'),
    plannedSoaks: ofTubs('plannedSoaks'),
    refills: ofTubs('refills'),
    entries: ofTubs('entries'),
  }
  for (const [name, rows] of Object.entries(lists)) {
    const at = doubled(rows)
    if (at >= 0) return importRefusal.twice(name, rows[at]?.id ?? 0)
  }
  for (const [i, tub] of tubs.entries()) {
    const known = new Set(tub.entries.map(({ id }) => id))
    for (const [j, { id, replacesId, batch }] of tub.entries.entries())
      for (const [name, to] of [
        ['replacesId', replacesId],
        ['batch', batch],
      ] as const)
        if (to !== undefined && (!known.has(to) || (name === 'replacesId' && to >= id)))
          return importRefusal.nowhere(`tubs[${i}].entries[${j}].${name}`, to)
  }
  return undefined
}

/** An export that was read and checked through and through, or the first thing that is wrong with it. */
export const readExport = (text: string): { exported: Exported } | { message: string } => {
  if (text.length > MOST_EXPORT_BYTES)
    return { message: importRefusal.large(MOST_EXPORT_BYTES / 1e6) }
  let given: unknown
  try {
    given = JSON.parse(text)
  } catch {
    return { message: importRefusal.notJson }
  }
  const head = given as { format?: unknown; version?: unknown } | null
  if (typeof given !== 'object' || head?.format !== EXPORT_FORMAT)
    return { message: importRefusal.otherFormat }
  if (typeof head.version === 'number' && head.version > EXPORT_VERSION)
    return { message: importRefusal.newer(head.version, EXPORT_VERSION) }
  const { value, error } = EXPORT.validate(given)
  if (error) return { message: jsonSentence(error.details[0], AN_EXPORT) }
  const exported = value as Exported
  for (const [i, tub] of exported.tubs.entries())
    for (const [j, { kind, version, body }] of tub.entries.entries()) {
      const path = ['tubs', i, 'entries', j]
      if (version > ENTRY_VERSION)
        return { message: importRefusal.newerEntry([...path, 'version'], version, ENTRY_VERSION) }
      const checked = BODIES[kind].validate(currentBody(kind, version, body), { convert: false })
      const [wrong] = checked.error?.details ?? []
      if (wrong)
        return {
          message: jsonSentence({ ...wrong, path: [...path, 'body', ...wrong.path] }, AN_EXPORT),
        }
    }
  const reference = wrongReference(exported)
  return reference ? { message: reference } : { exported }
}

/** What an export holds, for a look before it is taken. */
export const contentsOfExport = ({ tubs, kits, shelf }: Exported) => ({
  tubs: tubs.map(({ name, entries }) => ({ name, entries: entries.length })),
  kits: kits.length,
  shelf: shelf.length,
})

type Numbers = Map<number, number>
const to = (numbers: Numbers | undefined, id: unknown): number =>
  numbers?.get(Number(id)) ?? Number(id)

/** A chore of their own is named by the number of its rule. */
const choreTo = (chore: unknown, rules: Numbers | undefined): string => {
  const [, number] = /^own-(\d+)$/.exec(String(chore)) ?? []
  return number ? `own-${to(rules, number)}` : String(chore)
}

const bodyTo = (
  { kind, body }: EntryRow,
  numbers: Partial<Record<TableName, Numbers>>,
): Record<string, unknown> => {
  switch (kind) {
    case 'test':
      return body.kitId === undefined ? body : { ...body, kitId: to(numbers.kits, body.kitId) }
    case 'filter':
      return { ...body, set: to(numbers.filterSets, body.set) }
    case 'refill':
      return { ...body, refill: to(numbers.refills, body.refill) }
    case 'chore':
      return { ...body, chore: choreTo(body.chore, numbers.choreRules) }
    default:
      return body
  }
}

/**
 * Writes a checked export, whole or not at all. Into an empty store every row keeps its number, so that an export of it is the same
 * file; else each gets one of its own, and whatever pointed at it follows.
 */
export const importAll = (
  store: Store,
  exported: Exported,
  into: boolean,
): { message: string } | { tubs: number[] } => {
  const { settings, kits, shelf, filterSets, tubs } = exported
  return store.transaction(
    (tx) => {
      const empty = isEmptyStore(tx)
      if (!empty && !into) return { message: importRefusal.notEmpty }
      const numbers: Partial<Record<TableName, Numbers>> = {}
      const write = (table: TableName, { id, ...row }: Row): number => {
        const made = insertRow(tx, table, empty ? { id, ...row } : row)
        const known = numbers[table] ?? new Map<number, number>()
        numbers[table] = known.set(id, made)
        return made
      }
      if (empty)
        for (const [name, value] of Object.entries(settings))
          insertRow(tx, 'settings', { name, value })
      for (const row of kits) write('kits', row)
      for (const row of shelf) write('shelf', row)
      for (const row of filterSets) write('filterSets', row)
      const made = tubs.map(({ choreRules, stays, plannedSoaks, refills, entries, ...tub }) => {
        const tubId = write('tubs', tub)
        for (const row of choreRules) write('choreRules', { ...row, tubId })
        for (const row of stays) write('stays', { ...row, tubId })
        for (const { stayId, ...row } of plannedSoaks)
          write('plannedSoaks', {
            ...row,
            tubId,
            ...(stayId === undefined ? {} : { stayId: to(numbers.stays, stayId) }),
          })
        for (const row of refills) write('refills', { ...row, tubId })
        for (const { replacesId, batch, ...row } of entries) {
          const id = write('entries', {
            ...row,
            // An older export doesn't tell by which change an entry was written.
            written: row.written ?? row.changed,
            tubId,
            body: bodyTo(row as EntryRow, numbers),
            ...(replacesId === undefined ? {} : { replacesId: to(numbers.entries, replacesId) }),
          })
          if (batch !== undefined) setReference(tx, id, { batch: to(numbers.entries, batch) })
        }
        return tubId
      })
      return { tubs: made }
    },
    { behavior: 'immediate' },
  )
}
