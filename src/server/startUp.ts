import { isTicked, type NewEntry } from '@/core'
import { preferencesIn } from '@/server/preferences'
import type { Store } from '@/store/database'
import { insertTogether } from '@/store/entries'
import { findTub } from '@/store/tubs'
import { closureLine } from '@/words/closureWords'
import { REFUSALS } from '@/words/refusals'
import { objections } from './entries/dose'
import { type Fields, type Outcome, refused } from './form'
import { strengthOnShelf } from './shelf'
import { tubView } from './views'

/** Ticks the step of a start-up whose turn it is, with the dose that belongs to it, by one act that one undo takes back. */
export const tickStartStep = (
  store: Store,
  tubId: number,
  fields: Fields,
  now: number,
): Outcome => {
  const tub = findTub(store, tubId)
  if (!tub) return refused(fields, {}, {}, REFUSALS.noTub)
  const view = tubView(store, tubId, now)
  const open = view?.startProgress?.now
  if (!view || !open || open.id !== fields.step || !isTicked(open))
    return refused(fields, {}, {}, REFUSALS.startUpChanged)
  const { journal } = view
  const shut = view.startUp?.shutBy
  if (shut) return refused(fields, {}, {}, closureLine(shut, preferencesIn(fields, tub, now)))
  const entries: NewEntry[] = []
  const grams = Number(fields.grams)
  if (open.product && grams > 0) {
    // The amount is the start-up's own; a hand-made request cannot raise it.
    const most = 1.1 * (open.grams ?? 0) + 5
    if (grams > most) return refused(fields, {}, {}, REFUSALS.moreThanStep)
    const [against] = objections(
      open.product,
      { tub, journal, preferences: preferencesIn(fields, tub, now) },
      now,
    )
    if (against) return refused(fields, {}, {}, against.said)
    const strength = strengthOnShelf(store, open.product, now)
    entries.push({
      kind: 'dose',
      at: now,
      body: { product: open.product, grams, ...(strength ? { strength } : {}) },
    })
  }
  entries.push({ kind: 'start', at: now, body: { step: open.id } })
  store.transaction((tx) => insertTogether(tx, tubId, entries, now))
  return { ok: true }
}
