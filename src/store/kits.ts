import { and, asc, eq, isNull } from 'drizzle-orm'
import type { Store } from './database'
import { kits } from './schema'

export type KitRow = typeof kits.$inferSelect
export type NewKit = Omit<typeof kits.$inferInsert, 'id'>

export const allKits = (store: Store): KitRow[] =>
  store.select().from(kits).where(isNull(kits.removedAt)).orderBy(asc(kits.id)).all()

export const findKit = (store: Store, id: number): KitRow | undefined =>
  store
    .select()
    .from(kits)
    .where(and(eq(kits.id, id), isNull(kits.removedAt)))
    .get()

export const insertKit = (store: Store, kit: NewKit): KitRow =>
  store.insert(kits).values(kit).returning().get()

export const updateKit = (store: Store, id: number, change: Partial<NewKit>): KitRow | undefined =>
  store.update(kits).set(change).where(eq(kits.id, id)).returning().get()
