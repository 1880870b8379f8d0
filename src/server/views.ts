import {
  type Act,
  type AgendaItem,
  agenda,
  asItStands,
  bathersIn,
  type Case,
  type ChoreDue,
  type ChoreRule,
  type Closure,
  casesIn,
  DAY,
  dosingCycleOf,
  type Entry,
  type EntryOf,
  type Estimate,
  endOfDay,
  estimateNow,
  type FilterStatus,
  frostAhead,
  type GuestStay,
  type HelpersWait,
  heatOf,
  helpersWaitFor,
  holdsBack,
  type Instant,
  type LearntRates,
  type LearntTub,
  noFilterSince,
  openCase,
  type Plan,
  type PlanOptions,
  type ProductName,
  planToday,
  planVisit,
  regimen,
  type Schedule,
  type SetAside,
  type ShockDue,
  type StartStepNow,
  scheduleOfVisit,
  type TubChoices,
  type Verdict,
  type Visit,
  verdict,
  type Wait,
  waitingUntil,
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
import { choresOfTub } from './upkeep'
import { weeklyVisits } from './visitDay'

/** Everything the places say about one tub at one moment: a pure function of tub, journal and now. */
export interface TubView {
  now: Instant
  /** With rates of its own, once enough was read, and its ranges as its water allows them. */
  tub: TubRow & { learnt?: LearntRates }
  /** As its owner has set it. */
  row: TubRow
  learnt: LearntTub
  tubs: { id: number; name: string; place: string }[]
  /** What bears on today, newest first; nothing in it is ahead of the clock. */
  journal: readonly Entry[]
  /** All of it, as it was written down. */
  written: readonly Entry[]
  /** The latest moment known here, where this machine's clock was set back behind it. */
  clockBehind: Instant | undefined
  estimate: Estimate
  plan: Plan
  verdict: Verdict
  agenda: AgendaItem[]
  /** Everything there is to do today, doses and chores in one order. */
  acts: Act[]
  /** All of it as one sequence at this tub alone. */
  visit: Visit
  /** A visit that is going on here. */
  underWay: VisitRow | undefined
  /** Why nothing goes in for a chore. */
  helpersWait: HelpersWait | undefined
  round: { doses: EntryOf<'dose'>[]; aerations: EntryOf<'aeration'>[] }
  waiting: Wait | undefined
  /** When each step may begin, and when all of it has mixed. */
  schedule: Schedule
  bathers: ReturnType<typeof bathersIn>
  /** Planned soaks. */
  planned: PlannedSoak[]
  rules: ChoreRule[]
  /** In walking order. */
  chores: ChoreDue[]
  /** What was wrong in this water and the last year, and what is: the last may be open. */
  cases: Case[]
  wrong: Case | undefined
  /** Every set of the house. */
  filters: FilterStatus[]
  /** Since when no filter is in this tub. */
  noFilter: Instant | undefined
  /** Guests and times away that are not over. */
  stays: GuestStay[]
  /** What is in the house, and what the plan was made with. */
  shelf: OnShelf[]
  /** Made with these, the plan of a supposed water has the same sanitizer dose. */
  planOptions: PlanOptions
  /** What was wanted and waits, and why. */
  setAside: SetAside[]
  shock: ShockDue | undefined
  /** The step of a start-up that owns the water. */
  startUp: StartStepNow | undefined
  lastChange: Change | undefined
}

/** The plan as it may be carried out: nothing of it while the water has to go or no filter is in. */
const heldBack = (plan: Plan, found: readonly Closure[]): Plan =>
  found.some(holdsBack) ? { ...plan, steps: [], later: [], replaceable: undefined } : plan

/** What was chosen by name is not reached for while a visit leaves it out. */
const withoutLeftOut = (
  { acid, sanitizer, ...choices }: TubChoices = {},
  left: readonly ProductName[],
): TubChoices => ({
  ...choices,
  ...(acid && !left.includes(acid) ? { acid } : {}),
  ...(sanitizer && !left.includes(sanitizer) ? { sanitizer } : {}),
})

/** The retest stands where the visit has it: what else is done before it moves it. */
const testedWhen = (items: readonly AgendaItem[], { testAt }: Schedule): AgendaItem[] =>
  items
    .map((item) => (item.kind === 'retest' ? { ...item, due: Math.max(item.due, testAt) } : item))
    .sort((a, b) => (a.kind === 'closed' || b.kind === 'closed' ? 0 : a.due - b.due))

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
  const known = estimateNow(row, journal, now, ensembleNow(store, row, kept, now))
  const { tub, learnt, estimate: state } = known
  const shelf = shelfOf(store)
  const planned = soaksAhead(store, tubId, now)
  const filters = filtersOf(store, now)
  const noFilter = noFilterSince(filters, tubId)
  const found = verdict(tub, journal, now, state, { noFilter })
  const underWay = openVisit(store, tubId, now)
  const left = leftOutOf(underWay, tubId)
  const wanted = planToday(tub, journal, state, {
    shelf: planningShelf(shelf, tub, now).filter(({ product }) => !left.includes(product)),
    choices: withoutLeftOut(tub.choices, left),
    plannedSoaks: planned,
  })
  const today = asItStands(wanted, found.closures)
  const planOptions = today.options
  const plan = heldBack(today.plan, found.closures)
  const round = dosingCycleOf(journal, state)
  const rules = choreRulesOf(store, tubId).map(toRule)
  const stays = staysAhead(store, tubId, now)
  const visits = weeklyVisits(store, now)
  const chores = choresOfTub(store, tub, now, supposed)
  const cases = casesIn(tub, journal, now)
  const wrong = openCase(cases)
  const items = agenda(tub, journal, {
    estimate: state,
    plan,
    shock: today.shock,
    startUp: today.startUp,
    setAside: today.setAside,
    plannedSoaks: planned,
    upkeep: chores,
    found: found.closures,
    visits,
    wrong,
    stays,
    frost: frostAhead(airAt(row), now, {
      lowLevel: chores.some(({ chore, sign }) => chore.id === 'level look' && sign !== undefined),
      noPower: found.closures.some(({ code }) => code === 'no power'),
    }),
    weakened: heatOf(row, journal, {
      air: airAt(row),
      now,
      ratedKilowatts: refillSettings(row).heaterKilowatts,
    }).weakened,
  })
  const held = found.closures.some(holdsBack)
  const until = endOfDay(now, tub.surroundings?.hoursFromUtc ?? 0)
  const { acts, schedule: alone } = regimen(tub, journal, {
    today,
    plan,
    agenda: items,
    upkeep: chores,
    now,
    until,
    shelf,
    held,
  })
  const { visit } = planVisit(
    [
      {
        id: tub.id,
        tub,
        journal,
        acts,
        upkeep: chores,
        helpersWait: helpersWaitFor(today.startUp, held),
        filters,
        plannedSoaks: soaksBetween(store, tubId, now - 2 * DAY, now),
        stages: [],
        airCelsius: undefined,
        held,
      },
    ],
    { now, until, ...(underWay ? { decisions: underWay.decisions, begun: true } : {}) },
  )
  const schedule = scheduleOfVisit(visit, plan.steps, alone)
  return {
    now,
    tub,
    row,
    learnt,
    tubs: tubList(store),
    journal,
    written,
    clockBehind: clockBehind(written, changed?.at, now),
    estimate: state,
    plan,
    verdict: found,
    agenda: testedWhen(items, schedule),
    acts,
    visit,
    underWay,
    helpersWait: helpersWaitFor(today.startUp, held),
    round,
    waiting: waitingUntil(journal, now, tub),
    schedule,
    bathers: bathersIn(journal, now),
    planned,
    rules,
    chores,
    cases,
    wrong,
    filters,
    noFilter,
    stays,
    shelf,
    planOptions,
    setAside: today.setAside,
    shock: today.shock,
    startUp: today.startUp,
    lastChange: changed,
  }
}
