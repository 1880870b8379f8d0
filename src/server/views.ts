import { dosePlan, type Plan, type PlanOptions } from '@/core/advice/plan'
import { bathersIn, roundOf, type Wait, waitingUntil } from '@/core/advice/dosingCycle'
import { type Schedule, scheduleOf } from '@/core/advice/schedule'
import type { Estimate } from '@/core/estimate/estimate'
import { estimateNow } from '@/core/estimate/learning/estimateNow'
import type { LearntTub } from '@/core/estimate/learning/learnt'
import type { Entry, EntryOf } from '@/core/journal/entry'
import { type AgendaItem, agenda } from '@/core/today/agenda'
import { type Closure, forbidsDosing } from '@/core/today/closures'
import { type Verdict, verdict } from '@/core/today/verdict'
import type { LearntRates } from '@/core/tub/tub'
import type { ChoreRule } from '@/core/upkeep/chore'
import { type ChoreDue, choresDue } from '@/core/upkeep/choreDue'
import { type FilterStanding, noFilterSince } from '@/core/upkeep/filterSet'
import type { Stay } from '@/core/upkeep/guestStay'
import type { Store } from '@/store/database'
import { type Change, journalOf, lastChange } from '@/store/entries'
import { type PlannedSoak, soaksAhead } from '@/store/plannedSoaks'
import { allTubs, findTub, type TubRow } from '@/store/tubs'
import { choreRulesOf, staysAhead, toRule } from '@/store/upkeep'
import { filtersOf } from './filters'
import { ensembleNow } from './learning'
import { type OnShelf, planningShelf, shelfOf } from './shelf'
import { refillAtOf } from './upkeep'
import { type Instant } from "@/core/time";

/** Everything the places say about one tub at one moment: a pure function of tub, journal and now. */
export interface TubView {
  now: Instant
  /** With rates of its own, once enough was read, and its ranges as its water allows them. */
  tub: TubRow & { learnt?: LearntRates }
  /** As its owner has set it. */
  row: TubRow
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

/** Nothing goes in while this holds; people in the tub only have to get out first. */
export const holdsBack = (closure: Closure): boolean =>
  forbidsDosing(closure) && closure.code !== 'people in'

/** The plan as it may be carried out: nothing of it while the water has to go or no filter is in. */
const heldBack = (plan: Plan, found: readonly Closure[]): Plan =>
  found.some(holdsBack) ? { ...plan, steps: [], later: [], replaceable: undefined } : plan

export const tubList = (store: Store) =>
  allTubs(store).map(({ id, name, place }) => ({ id, name, place }))

export const tubView = (store: Store, tubId: number, now: Instant): TubView | undefined => {
  const row = findTub(store, tubId)
  if (!row) return undefined
  const journal = journalOf(store, tubId)
  const known = estimateNow(row, journal, now, ensembleNow(store, row, journal, now))
  const { tub, learnt, estimate: state } = known
  const shelf = shelfOf(store)
  const planned = soaksAhead(store, tubId, now)
  const planOptions: PlanOptions = { shelf: planningShelf(shelf, tub), choices: tub.choices }
  const filters = filtersOf(store, now)
  const noFilter = noFilterSince(filters, tubId)
  const found = verdict(tub, journal, now, state, { noFilter })
  const plan = heldBack(dosePlan(tub, journal, state, planOptions), found.closures)
  const round = roundOf(journal, state)
  const rules = choreRulesOf(store, tubId).map(toRule)
  const stays = staysAhead(store, tubId, now)
  const chores = choresDue(tub, journal, now, { rules, stays, ...refillAtOf(store, tubId) })
  return {
    now,
    tub,
    row,
    learnt,
    tubs: tubList(store),
    journal,
    estimate: state,
    plan,
    verdict: found,
    agenda: agenda(tub, journal, state, plan, planned, chores, found.closures),
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
