import { type ChoreDue, choresDue } from '@/core/upkeep/choreDue'
import type { Store } from '@/store/database'
import { upkeepJournalOf } from '@/store/entries'
import { allTubs } from '@/store/tubs'
import { choreRulesOf, staysAhead, toRule } from '@/store/upkeep'

export interface TubChores {
  id: number
  name: string
  chores: ChoreDue[]
}

/** What is due at one tub, or at all of them for one walk, without folding what their water is. */
export const choresOfTubs = (store: Store, now: number, only?: number): TubChores[] =>
  allTubs(store)
    .filter(({ id }) => only === undefined || id === only)
    .map((tub) => ({
      id: tub.id,
      name: tub.name,
      chores: choresDue(tub, upkeepJournalOf(store, tub.id, now), now, {
        rules: choreRulesOf(store, tub.id).map(toRule),
        stays: staysAhead(store, tub.id, now),
      }),
    }))
