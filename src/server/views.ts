import { type AgendaItem, agenda } from '@/core/advice/agenda'
import { dosePlan, type Plan, type PlanOptions } from '@/core/advice/plan'
import { bathersIn, roundOf, type Wait, waitingUntil } from '@/core/advice/round'
import { type Schedule, scheduleOf } from '@/core/advice/schedule'
import { type Verdict, verdict } from '@/core/advice/verdict'
import { type Estimate, estimate } from '@/core/estimate/estimate'
import { believe } from '@/core/estimate/learning/believe'
import type { LearntTub } from '@/core/estimate/learning/learnt'
import type { Entry, EntryOf, Instant } from '@/core/journal/entry'
import type { LearntRates } from '@/core/tub'
import type { ChoreRule } from '@/core/upkeep/chore'
import { type ChoreDue, choresDue } from '@/core/upkeep/choreDue'
import { type FilterStanding, noFilterSince } from '@/core/upkeep/filterSet'
import type { Stay } from '@/core/upkeep/stay'
import type { Store } from '@/store/database'
import { type Change, journalOf, lastChange } from '@/store/entries'
import { type PlannedSoak, soaksAhead } from '@/store/plannedSoaks'
import { allTubs, findTub, type TubRow } from '@/store/tubs'
import { choreRulesOf, staysAhead, toRule } from '@/store/upkeep'
import { filtersOf } from './filters'
import { learntNow } from './learning'
import { type OnShelf, planningShelf, shelfOf } from './shelf'
import { refillAtOf } from './upkeep'

/** Everything the places say about one tub at one moment: a pure function of tub, journal and now. */
export interface TubView {
  now: Instant
  /** With rates of its own, once enough was read. */
  tub: TubRow & { learnt?: LearntRates }
  learnt: LearntTub
  tubs: { id: number; name: string; place: string }[]
  /** Newest first. */
  journal: Entry[]
  estimate: Estimate
  plan: Plan
  verdict: Verdict
  agenda: AgendaItem[]
  round: { doses: EntryOf<'dose'>[]; aerations: EntryOf<'aeration'>[] }
  waiting: Wait | undefined
  /** When each step may begin, and when all of it has mixed. */
  schedule: Schedule
  bathers: ReturnType<typeof bathersIn>
  /** Soaks that are meant to happen. */
  planned: PlannedSoak[]
  rules: ChoreRule[]
  /** In walking order. */
  chores: ChoreDue[]
  /** Every set of the house. */
  filters: FilterStanding[]
  /** Since when no filter is in this tub. */
  noFilter: Instant | undefined
  /** Guests and times away that are not over. */
  stays: Stay[]
  /** What is in the house, and what the plan was made with. */
  shelf: OnShelf[]
  planOptions: PlanOptions
  lastChange: Change | undefined
}

export const tubList = (store: Store) =>
  allTubs(store).map(({ id, name, place }) => ({ id, name, place }))

export const tubView = (store: Store, tubId: number, now: Instant): TubView | undefined => {
  const row = findTub(store, tubId)
  if (!row) return undefined
  const journal = journalOf(store, tubId)
  const { learnt, ensemble, rates } = learntNow(store, row, journal, now)
  const tub: TubRow & { learnt?: LearntRates } = rates ? { ...row, learnt: rates } : row
  const state = believe(tub, journal, estimate(tub, journal, now), ensemble)
  const shelf = shelfOf(store)
  const planned = soaksAhead(store, tubId, now)
  const planOptions: PlanOptions = { shelf: planningShelf(shelf, tub), choices: tub.choices }
  const plan = dosePlan(tub, journal, state, planOptions)
  const round = roundOf(journal, state)
  const rules = choreRulesOf(store, tubId).map(toRule)
  const stays = staysAhead(store, tubId, now)
  const chores = choresDue(tub, journal, now, { rules, stays, ...refillAtOf(store, tubId) })
  const filters = filtersOf(store, now)
  const noFilter = noFilterSince(filters, tubId)
  return {
    now,
    tub,
    learnt,
    tubs: tubList(store),
    journal,
    estimate: state,
    plan,
    verdict: verdict(tub, journal, state),
    agenda: agenda(tub, journal, state, plan, planned, chores, noFilter),
    round,
    waiting: waitingUntil(journal, now),
    schedule: scheduleOf(plan.steps, journal, now),
    bathers: bathersIn(journal, now),
    planned,
    rules,
    chores,
    filters,
    noFilter,
    stays,
    shelf,
    planOptions,
    lastChange: lastChange(store, tubId),
  }
}
