import {
  bathersIn,
  type ChoreRule,
  DAY,
  type Entry,
  type FilterStatus,
  type GuestStay,
  type House,
  type Instant,
  noFilterSince,
  type Today,
  today,
} from '@/core'
import type { Store } from '@/store/database'
import { type Change, journalOf, lastChange } from '@/store/entries'
import { type PlannedSoak, soaksAhead, soaksBetween } from '@/store/plannedSoaks'
import { allTubs, findTub, type TubRow } from '@/store/tubs'
import { choreRulesOf, staysAhead, toRule } from '@/store/upkeep'
import { openVisit, type VisitRow } from '@/store/visits'
import { filtersOf } from './filters'
import { clockBehind, journalAt } from './journalAt'
import { ensembleNow } from './learning'
import { leftOutOf } from './leftOut'
import { airAt } from './outsideAir'
import { refillSettings } from './refillSettings'
import { type OnShelf, planningShelf, shelfOf } from './shelf'
import { upkeepJournalOf, upkeepPlanOf } from './upkeep'

/** What is said of one tub at one moment, and what of its house the places show beside it. */
export interface TubView extends Today<TubRow> {
  /** As its owner has set it. */
  row: TubRow
  tubs: { id: number; name: string; place: string }[]
  /** What bears on today, newest first; nothing in it is ahead of the clock. */
  journal: readonly Entry[]
  /** All of it, as it was written down. */
  written: readonly Entry[]
  /** The latest moment known here, where this machine's clock was set back behind it. */
  clockBehind: Instant | undefined
  /** A visit that is going on here. */
  underWay: VisitRow | undefined
  bathers: ReturnType<typeof bathersIn>
  /** Planned soaks. */
  planned: PlannedSoak[]
  rules: ChoreRule[]
  /** Every set of the house. */
  filters: FilterStatus[]
  /** Since when no filter is in this tub. */
  noFilter: Instant | undefined
  /** Guests and times away that are not over. */
  stays: GuestStay[]
  /** What is in the house, and what the plan was made with. */
  shelf: OnShelf[]
  lastChange: Change | undefined
}

export const tubList = (store: Store) =>
  allTubs(store).map(({ id, name, place }) => ({ id, name, place }))

/** @param supposed entries as if they had been written: what would then be said */
export const tubView = (
  store: Store,
  tubId: number,
  now: Instant,
  supposed: readonly Entry[] = [],
): TubView | undefined => {
  const row = findTub(store, tubId)
  if (!row) return undefined
  const written = journalOf(store, tubId)
  const kept = journalAt(store, tubId, now)
  const journal = supposed.length > 0 ? [...supposed, ...kept] : kept
  const changed = lastChange(store, tubId)
  const shelf = shelfOf(store)
  const planned = soaksAhead(store, tubId, now)
  const filters = filtersOf(store, now)
  const noFilter = noFilterSince(filters, tubId)
  const underWay = openVisit(store, tubId, now)
  const stays = staysAhead(store, tubId, now)
  const air = airAt(row)
  const house: House = {
    id: tubId,
    shelf: planningShelf(shelf, row, now),
    labels: shelf,
    leftOut: leftOutOf(underWay, tubId),
    upkeep: upkeepPlanOf(store, row, now),
    upkeepJournal: upkeepJournalOf(store, row, now, supposed),
    filters,
    noFilter,
    plannedSoaks: planned,
    soaksBefore: soaksBetween(store, tubId, now - 2 * DAY, now),
    ...(underWay ? { decisions: underWay.decisions } : {}),
    air: { now: undefined, at: air },
    heaterKilowatts: refillSettings(row).heaterKilowatts,
    ensemble: ensembleNow(store, row, kept, now),
  }
  return {
    ...today(house, row, journal, now),
    row,
    tubs: tubList(store),
    journal,
    written,
    clockBehind: clockBehind(written, changed?.at, now),
    underWay,
    bathers: bathersIn(journal, now),
    planned,
    rules: choreRulesOf(store, tubId).map(toRule),
    filters,
    noFilter,
    stays,
    shelf,
    lastChange: changed,
  }
}
