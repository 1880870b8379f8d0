import { createHash } from 'node:crypto'
import { DAY } from '@/core'
import type { Store } from '@/store/database'
import { findPost, insertPost } from '@/store/posts'
import { postRefusal } from '@/words/refusals'
import { duration } from '@/words/words'
import { type Fields, type Outcome, refused } from './form'

/** A key is made in the browser, 128 bits in letters and figures; a device may send what it likes of that length. */
const KEY = /^[\w-]{16,64}$/
/** No phone is offline so long with a form still unsent. */
const KEPT = 90 * DAY

/** Goes along with every post and is none of what it says. */
const BESIDE = /^(post|locale|drawn|drawnFor|units|by)$|^confirm\.|^reason\./

const digestOf = (what: string, fields: Fields): string => {
  const said = Object.entries(fields)
    .filter(([name]) => !BESIDE.test(name))
    .sort(([a], [b]) => (a < b ? -1 : 1))
  return createHash('sha256')
    .update(JSON.stringify([what, said]))
    .digest('base64url')
}

export type Answered = Outcome & { id?: number }

/**
 * Does what a form asks exactly once. Its answer is written with what it writes, in one transaction; the same key again gets the
 * first answer and writes nothing, and with other fields a sentence. What was refused wrote nothing and may come again.
 */
export const once = (
  store: Store,
  { what, fields, now }: { what: string; fields: Fields; now: number },
  work: () => Answered,
): Answered => {
  const key = fields.post ?? ''
  if (!KEY.test(key)) return refused(fields, {}, {}, postRefusal.keyMissing)
  return store.transaction(
    () => {
      const digest = digestOf(what, fields)
      const before = findPost(store, key)
      if (before)
        return before.digest === digest
          ? { ok: true, ...before.answer }
          : refused(
              fields,
              {},
              {},
              postRefusal.savedAlready(duration(Math.max(0, now - before.at))),
            )
      const outcome = work()
      if (outcome.ok) {
        const { ok: _, ...answer } = outcome
        insertPost(store, { key, digest, answer, at: now }, now - KEPT)
      }
      return outcome
    },
    { behavior: 'immediate' },
  )
}

/** What became of a post whose answer was lost: its answer where it was written, else nothing. */
export const answerOf = (store: Store, key: string): { next?: string } | undefined => {
  const found = KEY.test(key) ? findPost(store, key)?.answer : undefined
  return found && (found.next ? { next: found.next } : {})
}
