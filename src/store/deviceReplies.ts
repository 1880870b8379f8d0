import { and, desc, eq, gte, lt } from 'drizzle-orm'
import type { DeviceReply } from '@/core'
import type { Store } from './database'
import { deviceReplies } from './schema'

export type ReplyRow = typeof deviceReplies.$inferSelect

/** Keeps a reply, and lets go of what is older than `keepFrom`. */
export const insertReply = (
  store: Store,
  tubId: number,
  reply: DeviceReply,
  { receivedAt, keepFrom }: { receivedAt: number; keepFrom: number },
): void =>
  store.transaction((tx) => {
    tx.delete(deviceReplies).where(lt(deviceReplies.receivedAt, keepFrom)).run()
    tx.insert(deviceReplies).values({ tubId, reply, receivedAt }).run()
  })

/** Newest first. */
export const repliesSince = (store: Store, tubId: number, since: number): ReplyRow[] =>
  store
    .select()
    .from(deviceReplies)
    .where(and(eq(deviceReplies.tubId, tubId), gte(deviceReplies.receivedAt, since)))
    .orderBy(desc(deviceReplies.receivedAt), desc(deviceReplies.id))
    .all()
