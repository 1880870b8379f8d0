import {
  allChoresOf,
  type ChoreDue,
  choresDue,
  type Entry,
  notAhead,
  type UpkeepPlan,
  upkeepBearing,
} from '@/core'
import type { Store } from '@/store/database'
import { journalOf } from '@/store/entries'
import { openRefill } from '@/store/refills'
import type { TubRow } from '@/store/tubs'
import { choreRulesOf, staysAhead, staysOver, toRule } from '@/store/upkeep'
import { turnUpAhead } from './turnUpAhead'
import { weeklyVisits } from './visitDay'

/** When a planned change of water is to be over, for the chores that go with it. */
const refillAtOf = (store: Store, tubId: number): { refillAt?: number } => {
  const row = openRefill(store, tubId)
  return row ? { refillAt: row.at } : {}
}

/** What decides dates beside a tub and its journal. */
export const upkeepPlanOf = (store: Store, tub: TubRow, now: number): UpkeepPlan => {
  const turnUp = turnUpAhead(store, tub, now)
  return {
    rules: choreRulesOf(store, tub.id).map(toRule),
    stays: staysAhead(store, tub.id, now),
    over: staysOver(store, tub.id, now),
    ...(turnUp ? { turnUp } : {}),
    ...refillAtOf(store, tub.id),
    visits: weeklyVisits(store, now),
  }
}

/**
 * As much of a tub's journal as bears on its chores.
 * @param supposed entries as if they had been written
 */
export const upkeepJournalOf = (
  store: Store,
  tub: TubRow,
  now: number,
  supposed: readonly Entry[] = [],
): readonly Entry[] => {
  const rules = choreRulesOf(store, tub.id).map(toRule)
  const ids = allChoresOf(tub, rules).map(({ id }) => id)
  return notAhead([...supposed, ...upkeepBearing(journalOf(store, tub.id), now, ids)], now)
}

/** What is due at a tub, without folding what its water is. */
export const choresOfTub = (store: Store, tub: TubRow, now: number): ChoreDue[] =>
  choresDue(tub, upkeepJournalOf(store, tub, now), now, upkeepPlanOf(store, tub, now))
