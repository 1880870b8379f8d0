import { asc, count, eq, max } from 'drizzle-orm'
import type { Store } from './database'
import {
  choreRules,
  entries,
  filterSets,
  kits,
  plannedSoaks,
  refills,
  settings,
  shelf,
  stays,
  tubs,
} from './schema'

/** Everything that people entered, row by row, whatever became of it since. */
export const wholeStore = (store: Store) => {
  const of = <
    Table extends typeof choreRules | typeof stays | typeof plannedSoaks | typeof refills,
  >(
    table: Table,
    tubId: number,
  ) => store.select().from(table).where(eq(table.tubId, tubId)).orderBy(asc(table.id)).all()
  return {
    settings: store.select().from(settings).all(),
    kits: store.select().from(kits).orderBy(asc(kits.id)).all(),
    shelf: store.select().from(shelf).orderBy(asc(shelf.id)).all(),
    filterSets: store.select().from(filterSets).orderBy(asc(filterSets.id)).all(),
    tubs: store
      .select()
      .from(tubs)
      .orderBy(asc(tubs.id))
      .all()
      .map((tub) => ({
        ...tub,
        choreRules: of(choreRules, tub.id),
        stays: of(stays, tub.id),
        plannedSoaks: of(plannedSoaks, tub.id),
        refills: of(refills, tub.id),
        entries: store
          .select()
          .from(entries)
          .where(eq(entries.tubId, tub.id))
          .orderBy(asc(entries.id))
          .all(),
      })),
  }
}

const TABLES = {
  kits,
  shelf,
  filterSets,
  tubs,
  choreRules,
  stays,
  plannedSoaks,
  refills,
  entries,
  settings,
} as const
export type TableName = keyof typeof TABLES

/** Writes a row as it is, its number included where it has one; its number. */
export const insertRow = (store: Store, table: TableName, row: Record<string, unknown>): number => {
  const { lastInsertRowid } = store
    .insert(TABLES[table])
    .values(row as never)
    .run()
  return Number(lastInsertRowid)
}

/** A number that points at a row which is written later, or was given another number. */
export const setReference = (
  store: Store,
  id: number,
  reference: { replacesId?: number; batch?: number },
): void => {
  store.update(entries).set(reference).where(eq(entries.id, id)).run()
}

/** How many entries there are, of all tubs and whatever became of them, and when the last was saved. */
export const heldNow = (store: Store): { entries: number; lastAt: number | null } =>
  store
    .select({ entries: count(), lastAt: max(entries.recordedAt) })
    .from(entries)
    .get() ?? { entries: 0, lastAt: null }

/** Whether nobody has entered anything yet. */
export const isEmptyStore = (store: Store): boolean =>
  store.select({ id: tubs.id }).from(tubs).limit(1).all().length === 0 &&
  store.select({ id: kits.id }).from(kits).limit(1).all().length === 0 &&
  store.select({ id: shelf.id }).from(shelf).limit(1).all().length === 0 &&
  store.select({ id: filterSets.id }).from(filterSets).limit(1).all().length === 0
