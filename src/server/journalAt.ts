import { bearing, type Entry, type Instant, notAhead, settle } from '@/core'
import type { Store } from '@/store/database'
import { journalOf } from '@/store/entries'

/** What bears on today, kept with the journal that it was cut from: the same piece again while it is the same. */
const pieces = new WeakMap<readonly Entry[], readonly Entry[]>()

const pieceOf = (journal: readonly Entry[], now: Instant): readonly Entry[] => {
  const piece = bearing(journal, now)
  if (piece === journal) return journal
  const known = pieces.get(journal)
  if (known?.length === piece.length) return known
  pieces.set(journal, settle(piece))
  return piece
}

/** A tub's journal at a moment: what bears on it today, newest first, with nothing ahead of the clock. */
export const journalAt = (store: Store, tubId: number, now: Instant): readonly Entry[] =>
  notAhead(pieceOf(journalOf(store, tubId), now), now)

/** A century of a busy house; a journal that grows beyond it is written by no person. */
const MOST_ENTRIES = 200_000
export const MOST_SAID = MOST_ENTRIES.toLocaleString('en')

/** Whether so many more entries are more than a tub's journal holds. */
export const tooMany = (store: Store, tubId: number, more: number): boolean =>
  journalOf(store, tubId).length + more > MOST_ENTRIES

/** A clock may be corrected by so much without a word. */
const NOTICED = 2 * 60_000

/** The latest moment that is known at a tub, where this machine's clock has not come to it yet. */
export const clockBehind = (
  journal: readonly Entry[],
  lastChangeAt: Instant | undefined,
  now: Instant,
): Instant | undefined => {
  const latest = Math.max(lastChangeAt ?? 0, journal[0]?.at ?? 0)
  return latest > now + NOTICED ? latest : undefined
}
