import { and, asc, count, desc, eq, gt, isNull, or, sql } from 'drizzle-orm'
import { alias } from 'drizzle-orm/sqlite-core'
import {
  currentBody,
  ENTRY_VERSION,
  type Entry,
  type FilterEvent,
  type NewEntry,
  type ProductName,
  settle,
} from '@/core'
import { inTransaction, keptBeside, preparedOnce, type Store } from './database'
import { entries } from './schema'

export type EntryRow = typeof entries.$inferSelect

const toEntry = (row: EntryRow): Entry =>
  ({
    id: row.id,
    at: row.happenedAt,
    kind: row.kind,
    body: currentBody(row.kind, row.version, row.body),
    ...(row.by ? { by: row.by } : {}),
  }) as Entry

const correction = alias(entries, 'correction')

/** Stands: neither taken back nor deleted, and not replaced by a correction that stands. */
const stands = and(
  isNull(entries.undoneAt),
  isNull(entries.deletedAt),
  sql`not exists (select 1 from ${entries} as ${correction} where ${correction.replacesId} = ${entries.id} and ${correction.undoneAt} is null)`,
)

/** As they stand in a journal: newest first; of one moment, the later written first. */
const newestFirst = (a: Entry, b: Entry) => b.at - a.at || b.id - a.id

interface KnownJournal {
  /** The tub's last change that it holds. */
  changed: number
  journal: readonly Entry[]
}

const journalQueries = preparedOnce((store) => ({
  changed: store
    .select({ changed: sql<number | null>`max(${entries.changed})` })
    .from(entries)
    .where(eq(entries.tubId, sql.placeholder('tub')))
    .prepare(),
  all: store
    .select()
    .from(entries)
    .where(and(eq(entries.tubId, sql.placeholder('tub')), stands))
    .orderBy(desc(entries.happenedAt), desc(entries.id))
    .prepare(),
  touched: store
    .select({ id: entries.id, replacesId: entries.replacesId })
    .from(entries)
    .where(
      and(
        eq(entries.tubId, sql.placeholder('tub')),
        gt(entries.changed, sql.placeholder('changed')),
      ),
    )
    .prepare(),
  some: store
    .select()
    .from(entries)
    .where(
      and(
        sql`${entries.id} in (select value from json_each(${sql.placeholder('ids')}))`,
        eq(entries.tubId, sql.placeholder('tub')),
        stands,
      ),
    )
    .prepare(),
}))

/** Above so many changes at once a journal is read anew. */
const MOST_TOUCHED = 500

/** A known journal with what was written, hidden or restored since; undefined where that is most of it. */
const caughtUp = (store: Store, tub: number, known: KnownJournal): readonly Entry[] | undefined => {
  const query = journalQueries(store)
  const touched = query.touched.all({ tub, changed: known.changed })
  if (touched.length > MOST_TOUCHED) return undefined
  // What a correction replaced stands or falls with it.
  const ids = new Set(
    touched.flatMap(({ id, replacesId }) => [id, ...(replacesId ? [replacesId] : [])]),
  )
  const standing = query.some.all({ tub, ids: JSON.stringify([...ids]) }).map(toEntry)
  const journal = known.journal.filter(({ id }) => !ids.has(id))
  for (const entry of standing.sort(newestFirst)) {
    const after = journal.findIndex((one) => newestFirst(entry, one) < 0)
    journal.splice(after < 0 ? journal.length : after, 0, entry)
  }
  return journal
}

/**
 * A tub's journal as it stands after all corrections, newest first. It is read once and then kept up by its changes, which are
 * counted; what a transaction may still take back is not kept. It is settled, so that what was worked out of it can be kept with it.
 */
export const journalOf = (store: Store, tubId: number): readonly Entry[] => {
  const query = journalQueries(store)
  const changed = query.changed.get({ tub: tubId })?.changed ?? 0
  const journals = keptBeside(store, 'journals', () => new Map<number, KnownJournal>())
  const known = journals.get(tubId)
  if (known?.changed === changed) return known.journal
  const journal = settle(
    (known && known.changed < changed ? caughtUp(store, tubId, known) : undefined) ??
      query.all.all({ tub: tubId }).map(toEntry),
  )
  if (!inTransaction(store)) journals.set(tubId, { changed, journal })
  return journal
}

/** What has left the shelf since a moment: doses into any tub, and what chores took. */
export const takenSince = (
  store: Store,
  since: number,
): { at: number; product: ProductName; grams: number }[] =>
  store
    .select()
    .from(entries)
    .where(
      and(
        or(
          eq(entries.kind, 'dose'),
          and(eq(entries.kind, 'chore'), sql`json_extract(${entries.body}, '$.used') is not null`),
        ),
        gt(entries.happenedAt, since),
        stands,
      ),
    )
    .all()
    .map(toEntry)
    .flatMap((entry) => {
      const taken =
        entry.kind === 'dose' ? entry.body : entry.kind === 'chore' ? entry.body.used : undefined
      return taken ? [{ at: entry.at, product: taken.product, grams: taken.grams }] : []
    })

/** When the oldest entry of the house happened; undefined in an empty one. */
export const firstEntryAt = (store: Store): number | undefined =>
  store
    .select({ at: sql<number | null>`min(${entries.happenedAt})` })
    .from(entries)
    .where(stands)
    .get()?.at ?? undefined

/** When a kit was read with, at any tub, since a moment. */
export const testsByKit = (store: Store, kitId: number, since: number): number[] =>
  store
    .select({ at: entries.happenedAt })
    .from(entries)
    .where(
      and(
        eq(entries.kind, 'test'),
        gt(entries.happenedAt, since),
        sql`json_extract(${entries.body}, '$.kitId') = ${kitId}`,
        stands,
      ),
    )
    .all()
    .map(({ at }) => at)

/** Everything that was ever done to filter sets, at any tub. */
export const filterEventsOf = (store: Store): FilterEvent[] =>
  store
    .select()
    .from(entries)
    .where(and(eq(entries.kind, 'filter'), stands))
    .orderBy(asc(entries.happenedAt))
    .all()
    .flatMap((row) => {
      const entry = toEntry(row)
      return entry.kind === 'filter' ? [{ tubId: row.tubId, entry }] : []
    })

export const findEntry = (store: Store, tubId: number, id: number): Entry | undefined => {
  const row = store
    .select()
    .from(entries)
    .where(and(eq(entries.id, id), eq(entries.tubId, tubId), stands))
    .get()
  return row && toEntry(row)
}

/** The number of a change to a tub's journal: one more than the last. */
const nextChange = (tubId: number) =>
  sql`(select coalesce(max(changed), 0) + 1 from entries where tub_id = ${tubId})`

/** Adds an entry, as a correction of another where it says which it replaces. */
export const insertEntry = (
  store: Store,
  tubId: number,
  entry: NewEntry & { replacesId?: number | undefined },
  recordedAt: number,
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
        version: ENTRY_VERSION,
        replacesId: entry.replacesId,
        changed: nextChange(tubId),
        written: nextChange(tubId),
      })
      .returning()
      .get(),
  )

/** Adds entries by one act: undo takes all of them back. */
export const insertTogether = (
  store: Store,
  tubId: number,
  added: readonly NewEntry[],
  recordedAt: number,
): void => {
  let batch: number | undefined
  for (const { kind, at, body } of added) {
    const { id } = store
      .insert(entries)
      .values({
        tubId,
        kind,
        happenedAt: at,
        recordedAt,
        body,
        version: ENTRY_VERSION,
        batch,
        changed: nextChange(tubId),
        written: nextChange(tubId),
      })
      .returning({ id: entries.id })
      .get()
    if (batch === undefined) {
      batch = id
      store.update(entries).set({ batch }).where(eq(entries.id, id)).run()
    }
  }
}

/** The number of the entry that was written last, of any tub. */
export const lastEntryId = (store: Store): number =>
  store
    .select({ id: sql<number | null>`max(${entries.id})` })
    .from(entries)
    .get()?.id ?? 0

/** Says of entries that were just written who wrote them. */
export const signSince = (store: Store, id: number, by: string): void => {
  store
    .update(entries)
    .set({ by })
    .where(and(gt(entries.id, id), isNull(entries.by)))
    .run()
}

export const markDeleted = (store: Store, tubId: number, id: number, at: number | null) =>
  store
    .update(entries)
    .set({ deletedAt: at, changed: nextChange(tubId) })
    .where(and(eq(entries.id, id), eq(entries.tubId, tubId)))
    .returning()
    .get()

/** Takes an entry back, and all that were written with it; null puts them back. */
export const markUndone = (store: Store, tubId: number, id: number, at: number | null) =>
  store
    .update(entries)
    .set({ undoneAt: at, changed: nextChange(tubId) })
    .where(
      and(
        or(
          eq(entries.id, id),
          sql`${entries.batch} = (select batch from entries where id = ${id})`,
        ),
        eq(entries.tubId, tubId),
      ),
    )
    .returning()
    .get()

export interface Change {
  /** Counted up with every change of the tub's journal. */
  number: number
  id: number
  entry: Entry
  at: number
  what: 'added' | 'corrected' | 'deleted' | 'undone'
  /** How many entries it wrote or took back. */
  entries: number
}

const writtenWith = (store: Store, { batch }: EntryRow): number =>
  batch === null
    ? 1
    : (store.select({ n: count() }).from(entries).where(eq(entries.batch, batch)).get()?.n ?? 1)

const lastQuery = preparedOnce((store) => ({
  row: store
    .select()
    .from(entries)
    .where(eq(entries.tubId, sql.placeholder('tub')))
    .orderBy(desc(entries.changed), desc(entries.id))
    .limit(1)
    .prepare(),
}))

/** What was done to a tub's journal last, by order and by no clock: the change that undo takes back, or puts back. */
export const lastChange = (store: Store, tubId: number): Change | undefined => {
  const row = lastQuery(store).row.get({ tub: tubId })
  if (!row) return undefined
  const what =
    row.undoneAt !== null
      ? 'undone'
      : row.deletedAt !== null
        ? 'deleted'
        : row.replacesId !== null
          ? 'corrected'
          : 'added'
  return {
    number: row.changed,
    id: row.id,
    entry: toEntry(row),
    at: Math.max(row.recordedAt, row.deletedAt ?? 0, row.undoneAt ?? 0),
    what,
    entries: what === 'deleted' ? 1 : writtenWith(store, row),
  }
}

const backQuery = preparedOnce((store) => ({
  row: store
    .select()
    .from(entries)
    .where(and(eq(entries.tubId, sql.placeholder('tub')), isNull(entries.undoneAt)))
    .orderBy(
      sql`case when ${entries.deletedAt} is null then ${entries.written} else ${entries.changed} end desc`,
      desc(entries.id),
    )
    .limit(1)
    .prepare(),
}))

/** The newest change that still stands: what one more step of undoing takes back. Undefined where nothing is left. */
export const changeBefore = (store: Store, tubId: number): Change | undefined => {
  const row = backQuery(store).row.get({ tub: tubId })
  if (!row) return undefined
  const deleted = row.deletedAt !== null
  return {
    number: deleted ? row.changed : row.written,
    id: row.id,
    entry: toEntry(row),
    at: Math.max(row.recordedAt, row.deletedAt ?? 0),
    what: deleted ? 'deleted' : row.replacesId !== null ? 'corrected' : 'added',
    entries: deleted ? 1 : writtenWith(store, row),
  }
}
