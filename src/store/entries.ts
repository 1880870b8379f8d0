import { and, desc, eq, isNull, sql } from 'drizzle-orm'
import { alias } from 'drizzle-orm/sqlite-core'
import type { Entry, NewEntry } from '@/core/journal/entry'
import type { Store } from './database'
import { entries } from './schema'

export type EntryRow = typeof entries.$inferSelect

const toEntry = (row: EntryRow): Entry =>
  ({ id: row.id, at: row.happenedAt, kind: row.kind, body: row.body }) as Entry

const correction = alias(entries, 'correction')

/** Stands: neither taken back nor deleted, and not replaced by a correction that stands. */
const stands = and(
  isNull(entries.undoneAt),
  isNull(entries.deletedAt),
  sql`not exists (select 1 from ${entries} as ${correction} where ${correction.replacesId} = ${entries.id} and ${correction.undoneAt} is null)`,
)

/** A tub's journal as it stands after all corrections, newest first. */
export const journalOf = (store: Store, tubId: number): Entry[] =>
  store
    .select()
    .from(entries)
    .where(and(eq(entries.tubId, tubId), stands))
    .orderBy(desc(entries.happenedAt), desc(entries.id))
    .all()
    .map(toEntry)

export const findEntry = (store: Store, tubId: number, id: number): Entry | undefined => {
  const row = store
    .select()
    .from(entries)
    .where(and(eq(entries.id, id), eq(entries.tubId, tubId), stands))
    .get()
  return row && toEntry(row)
}

/** Adds an entry, as a correction of another where `replacesId` is given. */
export const insertEntry = (
  store: Store,
  tubId: number,
  entry: NewEntry,
  recordedAt: number,
  replacesId?: number,
): Entry =>
  toEntry(
    store
      .insert(entries)
      .values({
        tubId,
        kind: entry.kind,
        happenedAt: entry.at,
        recordedAt,
        body: entry.body,
        replacesId,
      })
      .returning()
      .get(),
  )

export const markDeleted = (store: Store, tubId: number, id: number, at: number | null) =>
  store
    .update(entries)
    .set({ deletedAt: at })
    .where(and(eq(entries.id, id), eq(entries.tubId, tubId)))
    .returning()
    .get()

export const markUndone = (store: Store, tubId: number, id: number, at: number | null) =>
  store
    .update(entries)
    .set({ undoneAt: at })
    .where(and(eq(entries.id, id), eq(entries.tubId, tubId)))
    .returning()
    .get()

export interface Change {
  id: number
  entry: Entry
  at: number
  what: 'added' | 'corrected' | 'deleted' | 'undone'
}

/** What was done to a tub's journal last: the change that undo takes back, or puts back. */
export const lastChange = (store: Store, tubId: number): Change | undefined => {
  const moment = sql<number>`max(${entries.recordedAt}, coalesce(${entries.deletedAt}, 0), coalesce(${entries.undoneAt}, 0))`
  const found = store
    .select({ row: entries, moment })
    .from(entries)
    .where(eq(entries.tubId, tubId))
    .orderBy(desc(moment), desc(entries.id))
    .limit(1)
    .get()
  if (!found) return undefined
  const { row } = found
  const what =
    row.undoneAt !== null
      ? 'undone'
      : row.deletedAt !== null
        ? 'deleted'
        : row.replacesId !== null
          ? 'corrected'
          : 'added'
  return { id: row.id, entry: toEntry(row), at: found.moment, what }
}

/** The newest entry that still stands, by when it was recorded: the next one undo would take back. */
export const lastRecorded = (store: Store, tubId: number): Change | undefined => {
  const row = store
    .select()
    .from(entries)
    .where(and(eq(entries.tubId, tubId), stands))
    .orderBy(desc(entries.recordedAt), desc(entries.id))
    .limit(1)
    .get()
  if (!row) return undefined
  return {
    id: row.id,
    entry: toEntry(row),
    at: row.recordedAt,
    what: row.replacesId === null ? 'added' : 'corrected',
  }
}
