import { and, desc, eq, isNull } from 'drizzle-orm'
import type { Store } from './database'
import { refills } from './schema'

export type RefillRow = typeof refills.$inferSelect
export type NewRefill = Omit<typeof refills.$inferInsert, 'id'>

/** The change of water that is planned or under way. */
export const openRefill = (store: Store, tubId: number): RefillRow | undefined =>
  store
    .select()
    .from(refills)
    .where(and(eq(refills.tubId, tubId), isNull(refills.closedAt)))
    .orderBy(desc(refills.id))
    .limit(1)
    .get()

export const insertRefill = (store: Store, row: NewRefill): RefillRow =>
  store.insert(refills).values(row).returning().get()

export const updateRefill = (
  store: Store,
  tubId: number,
  id: number,
  change: Partial<NewRefill>,
): RefillRow | undefined =>
  store
    .update(refills)
    .set(change)
    .where(and(eq(refills.id, id), eq(refills.tubId, tubId)))
    .returning()
    .get()
