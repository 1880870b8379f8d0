import { desc, eq, isNull } from 'drizzle-orm'
import { HOUR } from '@/core'
import type { Store } from './database'
import { visits } from './schema'

export type VisitRow = typeof visits.$inferSelect
export type NewVisit = Omit<typeof visits.$inferInsert, 'id'>

/** A visit that nobody ended is over after so long. */
const OVER_AFTER = 12 * HOUR

/** The visit under way at a tub. A clock that was set back since does not end it. */
export const openVisit = (store: Store, tubId: number, now: number): VisitRow | undefined =>
  store
    .select()
    .from(visits)
    .where(isNull(visits.endedAt))
    .orderBy(desc(visits.id))
    // One that nobody ended is of no account once it is old.
    .limit(50)
    .all()
    .find(({ tubs, startedAt }) => tubs.includes(tubId) && now - startedAt < OVER_AFTER)

export const insertVisit = (store: Store, row: NewVisit): VisitRow =>
  store.insert(visits).values(row).returning().get()

export const updateVisit = (store: Store, id: number, change: Partial<NewVisit>): void => {
  store.update(visits).set(change).where(eq(visits.id, id)).run()
}
