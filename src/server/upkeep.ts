import { allChoresOf, type ChoreDue, choresDue, type Entry, notAhead, upkeepBearing } from '@/core'
import type { Store } from '@/store/database'
import { journalOf } from '@/store/entries'
import { openRefill } from '@/store/refills'
import { allTubs, type TubRow } from '@/store/tubs'
import { choreRulesOf, staysAhead, staysOver, toRule } from '@/store/upkeep'
import { turnUpAhead } from './turnUpAhead'
import { weeklyVisits } from './visitDay'

export interface TubChores {
  id: number
  name: string
  chores: ChoreDue[]
}

/** When a planned change of water is to be over, for the chores that go with it. */
const refillAtOf = (store: Store, tubId: number): { refillAt?: number } => {
  const row = openRefill(store, tubId)
  return row ? { refillAt: row.at } : {}
}

/**
 * What is due at a tub, by as much of its journal as bears on it.
 * @param supposed entries as if they had been written
 */
export const choresOfTub = (
  store: Store,
  tub: TubRow,
  now: number,
  supposed: readonly Entry[] = [],
): ChoreDue[] => {
  const rules = choreRulesOf(store, tub.id).map(toRule)
  const ids = allChoresOf(tub, rules).map(({ id }) => id)
  const turnUp = turnUpAhead(store, tub, now)
  const journal = [...supposed, ...upkeepBearing(journalOf(store, tub.id), now, ids)]
  return choresDue(tub, notAhead(journal, now), now, {
    rules,
    stays: staysAhead(store, tub.id, now),
    over: staysOver(store, tub.id, now),
    ...(turnUp ? { turnUp } : {}),
    ...refillAtOf(store, tub.id),
    visits: weeklyVisits(store, now),
  })
}

/** What is due at one tub, or at all of them for one walk, without folding what their water is. */
export const choresOfTubs = (store: Store, now: number, only?: number): TubChores[] =>
  allTubs(store)
    .filter(({ id }) => only === undefined || id === only)
    .map((tub) => ({ id: tub.id, name: tub.name, chores: choresOfTub(store, tub, now) }))
