import { and, asc, eq, isNull } from 'drizzle-orm'
import type { Store } from './database'
import { shelf } from './schema'

export type ShelfRow = typeof shelf.$inferSelect
export type NewShelfRow = Omit<typeof shelf.$inferInsert, 'id'>

export const wholeShelf = (store: Store): ShelfRow[] =>
  store.select().from(shelf).where(isNull(shelf.removedAt)).orderBy(asc(shelf.id)).all()

export const findOnShelf = (store: Store, id: number): ShelfRow | undefined =>
  store
    .select()
    .from(shelf)
    .where(and(eq(shelf.id, id), isNull(shelf.removedAt)))
    .get()

export const insertOnShelf = (store: Store, row: NewShelfRow): ShelfRow =>
  store.insert(shelf).values(row).returning().get()

export const updateOnShelf = (
  store: Store,
  id: number,
  change: Partial<NewShelfRow>,
): ShelfRow | undefined => store.update(shelf).set(change).where(eq(shelf.id, id)).returning().get()
