import { and, asc, eq, gte, isNull, lt } from 'drizzle-orm'
import type { Store } from './database'
import { plannedSoaks } from './schema'

export type PlannedSoak = typeof plannedSoaks.$inferSelect
export type NewPlannedSoak = Omit<typeof plannedSoaks.$inferInsert, 'id'>

/** Those that lie ahead, the next one first. */
export const soaksAhead = (store: Store, tubId: number, now: number): PlannedSoak[] =>
  store
    .select()
    .from(plannedSoaks)
    .where(
      and(eq(plannedSoaks.tubId, tubId), gte(plannedSoaks.at, now), isNull(plannedSoaks.removedAt)),
    )
    .orderBy(asc(plannedSoaks.at))
    .all()

/** Those that were to begin between two moments. */
export const soaksBetween = (
  store: Store,
  tubId: number,
  from: number,
  to: number,
): PlannedSoak[] =>
  store
    .select()
    .from(plannedSoaks)
    .where(
      and(
        eq(plannedSoaks.tubId, tubId),
        gte(plannedSoaks.at, from),
        lt(plannedSoaks.at, to),
        isNull(plannedSoaks.removedAt),
      ),
    )
    .orderBy(asc(plannedSoaks.at))
    .all()

export const insertPlannedSoak = (store: Store, soak: NewPlannedSoak): PlannedSoak =>
  store.insert(plannedSoaks).values(soak).returning().get()

export const removePlannedSoak = (
  store: Store,
  tubId: number,
  id: number,
  at: number,
): PlannedSoak | undefined =>
  store
    .update(plannedSoaks)
    .set({ removedAt: at })
    .where(
      and(eq(plannedSoaks.id, id), eq(plannedSoaks.tubId, tubId), isNull(plannedSoaks.removedAt)),
    )
    .returning()
    .get()

/** Takes back the soaks that came with a stay. */
export const removeSoaksOfStay = (store: Store, stayId: number, at: number): void => {
  store
    .update(plannedSoaks)
    .set({ removedAt: at })
    .where(and(eq(plannedSoaks.stayId, stayId), isNull(plannedSoaks.removedAt)))
    .run()
}
