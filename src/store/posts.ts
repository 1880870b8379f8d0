import { eq, lt } from 'drizzle-orm'
import type { Store } from './database'
import { posts } from './schema'

export type PostRow = typeof posts.$inferSelect

export const findPost = (store: Store, key: string): PostRow | undefined =>
  store.select().from(posts).where(eq(posts.key, key)).get()

export const insertPost = (store: Store, row: PostRow, keepFrom: number): void => {
  store.delete(posts).where(lt(posts.at, keepFrom)).run()
  store.insert(posts).values(row).run()
}
