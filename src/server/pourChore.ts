import { choreDoses, choresOf, type NewEntry } from '@/core'
import type { Store } from '@/store/database'
import { insertTogether } from '@/store/entries'
import { findTub } from '@/store/tubs'
import { choreRulesOf, toRule } from '@/store/upkeep'
import { HELPERS_WAIT } from '@/words/choreWords'
import { REFUSALS } from '@/words/refusals'
import { objections } from './entries/dose'
import { type Fields, type Outcome, refused } from './form'
import { journalAt } from './journalAt'
import { preferencesIn } from './preferences'
import { shelfOf } from './shelf'
import { tubView } from './views'

/** Logs all that a chore puts in, in its order and by its labels, by one act that one undo takes back. */
export const pourChore = (store: Store, tubId: number, fields: Fields, now: number): Outcome => {
  const tub = findTub(store, tubId)
  if (!tub) return refused(fields, {}, {}, REFUSALS.noTub)
  const chore = choresOf(tub, choreRulesOf(store, tubId).map(toRule)).find(
    ({ id }) => id === fields.chore,
  )
  const doses = chore ? choreDoses(chore, tub.volumeLitres, shelfOf(store)) : []
  if (doses.length === 0) return refused(fields, {}, {}, REFUSALS.noChore)
  const waits = tubView(store, tubId, now)?.helpersWait
  if (waits) return refused(fields, {}, {}, HELPERS_WAIT[waits])
  const journal = journalAt(store, tubId, now)
  for (const { product } of doses) {
    const [against] = objections(
      product,
      { tub, journal, preferences: preferencesIn(fields, tub, now) },
      now,
    )
    if (against) return refused(fields, {}, {}, against.said)
  }
  const entries = doses.map((body): NewEntry => ({ kind: 'dose', at: now, body }))
  store.transaction((tx) => insertTogether(tx, tubId, entries, now))
  return { ok: true }
}
