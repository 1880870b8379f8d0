import { type ChoreId, isChoreId, type NewEntry } from '@/core'
import type { Store } from '@/store/database'
import { insertTogether } from '@/store/entries'
import { findTub } from '@/store/tubs'
import { openVisit } from '@/store/visits'
import { choreName } from '@/words/choreText'
import { REFUSALS, visitRefusal } from '@/words/refusals'
import { clock } from '@/words/words'
import { draftEntry } from './entries/forms'
import { filtersOf } from './filters'
import { type Fields, type Outcome, refused } from './form'
import { preferencesIn } from './preferences'
import { choresOfTub } from './upkeep'

/**
 * Marks a chore of a visit done, with what it does on the way, by one act that one undo takes back. Done since the visit began, by
 * whomever, it is not done twice. A rinse is noted at the set that was rinsed, where the sets are known.
 */
export const markInVisit = (store: Store, tubId: number, fields: Fields, now: number): Outcome => {
  const tub = findTub(store, tubId)
  if (!tub) return refused(fields, {}, {}, REFUSALS.noTub)
  const chores = choresOfTub(store, tub, now)
  const one = chores.find(({ chore }) => chore.id === fields.chore)
  if (!one) return refused(fields, {}, {}, REFUSALS.noChore)
  const since = openVisit(store, tubId, now)?.startedAt ?? now
  if (one.lastDone !== undefined && one.lastDone >= since) {
    const at = clock(one.lastDone, preferencesIn(fields, tub, now))
    return refused(fields, {}, {}, visitRefusal.doneSince(choreName(one.chore), at))
  }
  const draft = draftEntry('chore', {
    store,
    tub,
    fields: { ...fields, outcome: 'done' },
    at: now,
    journal: [],
  })
  if ('errors' in draft) return refused(fields, draft.errors, {}, draft.message)
  const set = filtersOf(store, now).find((standing) => standing.tubId === tubId)?.set
  const rinsed: NewEntry[] =
    one.chore.id === 'filter rinse' && set
      ? [{ kind: 'filter', at: now, body: { set: set.id, name: set.name, act: 'rinse' } }]
      : []
  const also = (fields.also ?? '')
    .split(',')
    .filter((id): id is ChoreId => isChoreId(id) && chores.some(({ chore }) => chore.id === id))
    .map((id): NewEntry => ({ kind: 'chore', at: now, body: { chore: id, outcome: 'done' } }))
  store.transaction((tx) => insertTogether(tx, tubId, [draft.entry, ...rinsed, ...also], now))
  return { ok: true }
}
