import { asc, eq, sql } from 'drizzle-orm'
import type { Store } from './database'
import { tubs } from './schema'

type StoredTub = typeof tubs.$inferSelect
/** With what its refill settings say of the water that goes in. */
export type TubRow = StoredTub & { metalsFirst?: boolean }
export type NewTub = Omit<typeof tubs.$inferInsert, 'id'>

const asTub = (row: StoredTub): TubRow =>
  row.refill?.metalsFirst === undefined ? row : { ...row, metalsFirst: row.refill.metalsFirst }

const known = (row: StoredTub | undefined) => row && asTub(row)

export const allTubs = (store: Store): TubRow[] =>
  store.select().from(tubs).orderBy(asc(tubs.id)).all().map(asTub)

export const findTub = (store: Store, id: number): TubRow | undefined =>
  known(store.select().from(tubs).where(eq(tubs.id, id)).get())

export const tubOfCalendar = (store: Store, key: string): TubRow | undefined =>
  known(
    store.select().from(tubs).where(sql`json_extract(${tubs.calendar}, '$.key') = ${key}`).get(),
  )

export const insertTub = (store: Store, tub: NewTub): TubRow =>
  asTub(store.insert(tubs).values(tub).returning().get())

export const updateTub = (store: Store, id: number, change: Partial<NewTub>): TubRow | undefined =>
  known(store.update(tubs).set(change).where(eq(tubs.id, id)).returning().get())
