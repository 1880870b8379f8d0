import { asc, eq, sql } from 'drizzle-orm'
import type { Store } from './database'
import { tubs } from './schema'

export type TubRow = typeof tubs.$inferSelect
export type NewTub = Omit<typeof tubs.$inferInsert, 'id'>

export const allTubs = (store: Store): TubRow[] =>
  store.select().from(tubs).orderBy(asc(tubs.id)).all()

export const findTub = (store: Store, id: number): TubRow | undefined =>
  store.select().from(tubs).where(eq(tubs.id, id)).get()

export const tubOfCalendar = (store: Store, key: string): TubRow | undefined =>
  store.select().from(tubs).where(sql`json_extract(${tubs.calendar}, '$.key') = ${key}`).get()

export const insertTub = (store: Store, tub: NewTub): TubRow =>
  store.insert(tubs).values(tub).returning().get()

export const updateTub = (store: Store, id: number, change: Partial<NewTub>): TubRow | undefined =>
  store.update(tubs).set(change).where(eq(tubs.id, id)).returning().get()
