import { and, asc, eq, gt, isNotNull, isNull, lte, sql } from 'drizzle-orm'
import { type ChoreId, type ChoreRule, DAY } from '@/core'
import { preparedOnce, type Store } from './database'
import { choreRules, filterSets, stays } from './schema'

export type ChoreRuleRow = typeof choreRules.$inferSelect
export type NewChoreRule = Omit<typeof choreRules.$inferInsert, 'id'>
export type FilterSetRow = typeof filterSets.$inferSelect
export type NewFilterSet = Omit<typeof filterSets.$inferInsert, 'id'>
export type StayRow = typeof stays.$inferSelect
export type NewStay = Omit<typeof stays.$inferInsert, 'id'>

export const choreIdOf = ({ id, preset }: { id: number; preset: string | null }): ChoreId =>
  preset === null ? `own-${id}` : (preset as ChoreId)

const queries = preparedOnce((store) => ({
  rules: store
    .select()
    .from(choreRules)
    .where(and(eq(choreRules.tubId, sql.placeholder('tub')), isNull(choreRules.removedAt)))
    .orderBy(asc(choreRules.id))
    .prepare(),
  stays: store
    .select()
    .from(stays)
    .where(
      and(
        eq(stays.tubId, sql.placeholder('tub')),
        gt(stays.to, sql.placeholder('now')),
        isNull(stays.removedAt),
      ),
    )
    .orderBy(asc(stays.from))
    .prepare(),
  over: store
    .select()
    .from(stays)
    .where(
      and(
        eq(stays.tubId, sql.placeholder('tub')),
        gt(stays.to, sql.placeholder('since')),
        lte(stays.to, sql.placeholder('now')),
        isNull(stays.removedAt),
      ),
    )
    .orderBy(asc(stays.from))
    .prepare(),
}))

export const choreRulesOf = (store: Store, tubId: number): ChoreRuleRow[] =>
  queries(store).rules.all({ tub: tubId })

/** Own chores that were taken off the list; a preset that went back to what it was is none. */
export const removedChoreRulesOf = (store: Store, tubId: number): ChoreRuleRow[] =>
  store
    .select()
    .from(choreRules)
    .where(
      and(eq(choreRules.tubId, tubId), isNull(choreRules.preset), isNotNull(choreRules.removedAt)),
    )
    .orderBy(asc(choreRules.id))
    .all()

export const toRule = (row: ChoreRuleRow): ChoreRule => ({
  chore: choreIdOf(row),
  change: row.change,
  paused: row.paused ?? undefined,
  createdAt: row.createdAt,
})

export const insertChoreRule = (store: Store, rule: NewChoreRule): ChoreRuleRow =>
  store.insert(choreRules).values(rule).returning().get()

export const updateChoreRule = (
  store: Store,
  tubId: number,
  id: number,
  change: Partial<NewChoreRule>,
): ChoreRuleRow | undefined =>
  store
    .update(choreRules)
    .set(change)
    .where(and(eq(choreRules.id, id), eq(choreRules.tubId, tubId)))
    .returning()
    .get()

export const allFilterSets = (store: Store): FilterSetRow[] =>
  store
    .select()
    .from(filterSets)
    .where(isNull(filterSets.removedAt))
    .orderBy(asc(filterSets.id))
    .all()

export const insertFilterSet = (store: Store, set: NewFilterSet): FilterSetRow =>
  store.insert(filterSets).values(set).returning().get()

export const updateFilterSet = (
  store: Store,
  id: number,
  change: Partial<NewFilterSet>,
): FilterSetRow | undefined =>
  store.update(filterSets).set(change).where(eq(filterSets.id, id)).returning().get()

/** Those that are not over, the next one first. */
export const staysAhead = (store: Store, tubId: number, now: number): StayRow[] =>
  queries(store).stays.all({ tub: tubId, now })

/** Those of the last year that are over. */
export const staysOver = (store: Store, tubId: number, now: number): StayRow[] =>
  queries(store).over.all({ tub: tubId, now, since: now - 400 * DAY })

export const insertStay = (store: Store, stay: NewStay): StayRow =>
  store.insert(stays).values(stay).returning().get()

export const removeStay = (
  store: Store,
  tubId: number,
  id: number,
  at: number,
): StayRow | undefined =>
  store
    .update(stays)
    .set({ removedAt: at })
    .where(and(eq(stays.id, id), eq(stays.tubId, tubId), isNull(stays.removedAt)))
    .returning()
    .get()
