import { inArray } from 'drizzle-orm'
import type { Store } from './database'
import { calendarEvents } from './schema'

/** What is told of an event now. */
export interface Told {
  uid: string
  told: string
}

/**
 * The sequence of each event and when it last changed: one higher each time its times or words differ from what was told before.
 * A UID that was never told begins at 0.
 */
export const sequencesOf = (
  store: Store,
  events: readonly Told[],
  now: number,
): Map<string, { sequence: number; changedAt: number }> =>
  store.transaction((tx) => {
    const known = new Map(
      tx
        .select()
        .from(calendarEvents)
        .where(
          inArray(
            calendarEvents.uid,
            events.map(({ uid }) => uid),
          ),
        )
        .all()
        .map((row) => [row.uid, row]),
    )
    return new Map(
      events.map(({ uid, told }) => {
        const before = known.get(uid)
        if (before?.told === told) return [uid, before]
        const row = { uid, told, sequence: before ? before.sequence + 1 : 0, changedAt: now }
        tx.insert(calendarEvents)
          .values(row)
          .onConflictDoUpdate({ target: calendarEvents.uid, set: row })
          .run()
        return [uid, row]
      }),
    )
  })
