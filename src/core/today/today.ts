import { dosingCycleOf, type Wait, waitingUntil } from '../advice/dosingCycle'
import type { Plan } from '../advice/plan'
import type { Schedule } from '../advice/schedule'
import { type Ahead, type ForecastPoint, pHAhead, residualForecast } from '../estimate/forecast'
import { ensembleOf } from '../estimate/learning/ensemble'
import type { Ensemble } from '../estimate/learning/ensembleState'
import { estimateNow, type TubNow } from '../estimate/learning/estimateNow'
import { frostAhead } from '../heat/frost'
import { heatOf } from '../heat/tubHeat'
import type { Entry } from '../journal/entry'
import type { ProductName } from '../products/product'
import type { FeederAdvice } from '../routine/feeder'
import { feederAdvice } from '../routine/feeder'
import { type StartProgress, type StartStepNow, startProgress } from '../routine/startUp'
import { type Instant, MINUTE } from '../time'
import { type Case, casesIn, openCase } from '../trouble/cases'
import type { TubChoices } from '../tub/choices'
import type { Tub } from '../tub/tub'
import { type ChoreDue, choresDue } from '../upkeep/choreDue'
import { agenda } from './agenda'
import type { AgendaItem } from './agendaItem'
import { type Closure, handsWhile, holdsBack, standsEmpty } from './closure'
import type { Hands } from './closureTable'
import { type Decides, decidesOf } from './decides'
import { toCome } from './foreseen'
import { doingChore, gate, moving, starting } from './gate'
import type { House } from './house'
import { type PlanToday, planToday, type SetAside, type TodayOptions } from './planToday'
import { highAtFirst } from './readyAhead'
import { readyAtOf, testedAtOf } from './readyAt'
import { type Act, endOfDay, type HelpersWait, helpersWaitFor, regimen } from './regimen'
import { type Verdict, verdict } from './verdict'
import { scheduleOfVisit } from './visit/scheduleOfVisit'
import { NO_DECISIONS, type TubAtHand } from './visit/situation'
import { planVisit } from './visit/visit'
import type { Visit } from './visit/visitTypes'

/** Something that is advised, and the closure that shuts it out where one does. */
export type Advised<Advice> = Advice & { readonly shutBy: Closure | undefined }

/** Everything that is said of a tub at a moment: what places, commands, calendar and printed sheets read, and nothing else. */
export interface Today<Row extends Tub = Tub> extends TubNow<Row> {
  now: Instant
  verdict: Verdict
  hands: Hands
  /** What opens a shut tub. */
  decides: Decides | undefined
  /** When people may get in again, if all is done that is asked. */
  readyAt: Instant | undefined
  /** What goes in takes the sanitizer past what lets people in, so that it has to fall again. */
  highAtFirst: boolean
  /** The test that decides by itself. */
  testedAt: Instant | undefined
  /** The arithmetic of the doses among the acts. */
  plan: Plan
  /** Made with these, the plan of a supposed water has the same sanitizer dose. */
  planOptions: TodayOptions
  /** The same before anything of it was settled: for plans by another choice. */
  asked: TodayOptions
  /** What comes next, soonest first. */
  agenda: AgendaItem[]
  /** Everything there is to do today, once, in a possible order. */
  acts: Act[]
  visit: Visit
  /** This tub as a visit finds it, for one that goes to more than one. */
  atHand: TubAtHand
  schedule: Schedule
  setAside: SetAside[]
  helpersWait: HelpersWait | undefined
  shock: PlanToday['shock']
  /** The step of a start-up that owns the water. */
  startUp: Advised<NonNullable<PlanToday['startUp']>> | undefined
  /** All steps of the start-up of this water, where it has one. */
  startProgress: StartProgress | undefined
  feeder: Advised<FeederAdvice> | undefined
  /** In walking order. */
  chores: ChoreDue[]
  /** Chores that nobody does while a closure holds. */
  choresShut: ReadonlyMap<ChoreDue['chore']['id'], Closure>
  /** The others: what somebody may be sent to do. */
  choresOpen: ChoreDue[]
  cases: Case[]
  wrong: Case | undefined
  round: ReturnType<typeof dosingCycleOf>
  waiting: Wait | undefined
  /** When the next test is, where nothing is left to pour and one is asked for or waited for. */
  nextTestAt: Instant | undefined
  /** What is to come if all is done that is asked. */
  ahead: readonly Ahead[]
  /** The residual of the next two days, or of more, with that; undefined where nothing fresh enough was read. */
  foreseen: (hours?: number) => readonly ForecastPoint[] | undefined
  /** pH at a moment ahead with that. */
  pHAt: (at: Instant) => number | undefined
  ensemble: Ensemble
}

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

/** So far a place looks ahead. */
const HOURS_AHEAD = 48

const frostOf = (
  { air }: House,
  now: Instant,
  chores: readonly ChoreDue[],
  found: readonly Closure[],
) =>
  air &&
  frostAhead(air.at, now, {
    lowLevel: chores.some(({ chore, sign }) => chore.id === 'level look' && sign !== undefined),
    noPower: found.some(({ code }) => code === 'no power'),
  })

const shutBy = (asks: Parameters<typeof gate>[0], found: readonly Closure[]) => {
  const passage = gate(asks, found)
  return passage.passes ? undefined : passage.by
}

/** A start-up leaves its product alone for longer than it mixes: inhibitor for a day in hard water. The test comes after that. */
const restingAfter = (
  startUp: StartStepNow | undefined,
  { steps }: Plan,
  schedule: Schedule,
): Schedule => {
  const last = steps.length - 1
  const poured = schedule.starts[last]
  if (startUp?.needs !== 'act' || poured === undefined) return schedule
  const minutes = Math.max(startUp.waitMinutes, startUp.readAfterMinutes ?? 0)
  const testAt = Math.max(schedule.testAt, poured + minutes * MINUTE)
  return {
    ...schedule,
    testAt,
    waits: schedule.waits.map((wait, i) =>
      i === last ? Math.max(wait, Math.round((testAt - poured) / MINUTE)) : wait,
    ),
  }
}

/**
 * The one authority: a pure function of the house, a tub, its journal and a moment.
 * @param journal what bears on that moment; nothing in it is ahead of it
 */
export const today = <Row extends Tub>(
  house: House,
  row: Row,
  journal: readonly Entry[],
  now: Instant,
): Today<Row> => {
  const { leftOut = [], plannedSoaks = [], labels = [], filters = [], id = 0 } = house
  const ensemble = house.ensemble ?? ensembleOf(row, journal, now)
  const known = estimateNow(row, journal, now, ensemble)
  const { tub, estimate } = known
  const found = verdict(tub, journal, estimate, { noFilter: house.noFilter })
  const { closures } = found
  const asked: TodayOptions = {
    shelf: house.shelf?.filter(({ product }) => !leftOut.includes(product)),
    choices: withoutLeftOut(tub.choices, leftOut),
    plannedSoaks,
    found: closures,
  }
  const wanted = planToday(tub, journal, estimate, asked)
  const { plan } = wanted
  const held = closures.some(holdsBack)
  const chores = choresDue(tub, house.upkeepJournal ?? journal, now, house.upkeep)
  const cases = casesIn(tub, journal, now)
  const wrong = openCase(cases)
  // While a start-up owns the water its own steps say what is done at a feeder, but for a level that has to fall.
  const resting = wanted.startUp !== undefined && wanted.startUp.needs !== 'fall'
  const advice = standsEmpty(closures) || resting ? undefined : feederAdvice(tub, journal, estimate)
  const feeder = advice && {
    ...advice,
    shutBy: shutBy(moving(advice.move, tub), closures),
  }
  const startUp = wanted.startUp && {
    ...wanted.startUp,
    shutBy: shutBy(starting(wanted.startUp), closures),
  }
  const shared = {
    found: closures,
    plan,
    startUp,
    feeder,
    upkeep: chores,
    setAside: wanted.setAside,
  }
  const items = agenda(tub, journal, {
    ...shared,
    estimate,
    feeder,
    setAside: wanted.setAside,
    shock: wanted.shock,
    plannedSoaks,
    visits: house.upkeep?.visits ?? [],
    wrong,
    stays: house.upkeep?.stays ?? [],
    frost: frostOf(house, now, chores, closures),
    weakened: house.air
      ? heatOf(row, journal, { air: house.air.at, now, ratedKilowatts: house.heaterKilowatts })
          .weakened
      : undefined,
  })
  const until = endOfDay(now, house.hoursFromUtc ?? tub.surroundings?.hoursFromUtc ?? 0)
  const done = regimen(tub, journal, { ...shared, estimate, agenda: items, now, until, labels })
  const helpersWait = helpersWaitFor(wanted.startUp, held)
  const atHand: TubAtHand = {
    id,
    tub,
    journal,
    acts: done.acts,
    upkeep: chores,
    helpersWait,
    filters,
    plannedSoaks: house.soaksBefore ?? [],
    stages: house.stages ?? [],
    airCelsius: house.air?.now,
    closures,
  }
  const { decisions } = house
  const { visit } = planVisit([{ ...atHand, stages: [], airCelsius: undefined }], {
    now,
    until,
    ...(decisions ? { decisions, begun: true } : { decisions: NO_DECISIONS }),
  })
  const placed = scheduleOfVisit(visit, plan.steps, done.schedule)
  // A test that rests until people come is no part of this visit.
  const retest = items.find(({ kind }) => kind === 'retest')
  // With nothing to pour the next test is the regimen's, or what a start-up waits for.
  const test = done.acts.find(({ kind }) => kind === 'test')
  const owned = startUp && !startUp.shutBy ? startUp : undefined
  const nextTestAt = plan.steps.length === 0 ? (test?.due ?? owned?.readyAt) : undefined
  const schedule = restingAfter(owned, plan, {
    ...placed,
    testAt: nextTestAt ?? Math.max(placed.testAt, retest?.due ?? 0),
  })
  const ahead = toCome({ now, plan, schedule, plannedSoaks, shelf: house.shelf })
  const forecasts = new Map<number, readonly ForecastPoint[] | undefined>()
  const foreseen = (hours = HOURS_AHEAD) => {
    if (!forecasts.has(hours)) forecasts.set(hours, residualForecast(tub, estimate, hours, ahead))
    return forecasts.get(hours)
  }
  const choresShut = new Map(
    chores.flatMap(({ chore }) => {
      const by = shutBy(doingChore(chore), closures)
      return by ? [[chore.id, by] as const] : []
    }),
  )
  const pHAt = (at: Instant) => pHAhead(tub, estimate, at, ahead)
  const readying = { id, now, tub, estimate, closures, plan, foreseen, pHAt }
  const readyAt = readyAtOf(readying, visit)
  return {
    ...known,
    now,
    verdict: found,
    hands: handsWhile(closures),
    decides: decidesOf(closures, done.acts, visit, id),
    readyAt,
    highAtFirst: closures.length > 0 && highAtFirst(tub, plan, foreseen),
    testedAt: testedAtOf(readying, visit),
    plan,
    planOptions: { ...wanted.options, plannedSoaks, found: closures },
    asked,
    agenda: testedWhen(items, schedule),
    acts: done.acts,
    visit,
    atHand,
    schedule,
    setAside: [...wanted.setAside],
    helpersWait,
    shock: wanted.shock,
    startUp,
    startProgress: standsEmpty(closures) ? undefined : startProgress(tub, journal, estimate),
    feeder,
    chores,
    choresShut,
    choresOpen: chores.filter(({ chore }) => !choresShut.has(chore.id)),
    cases,
    wrong,
    round: dosingCycleOf(journal, estimate),
    waiting: waitingUntil(journal, now, tub),
    nextTestAt,
    ahead,
    foreseen,
    pHAt,
    ensemble,
  }
}
