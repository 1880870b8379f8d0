import { waitingUntil } from '../advice/dosingCycle'
import { nextOf, waitBefore } from '../advice/schedule'
import { FILL_TEST_COUNTS } from '../estimate/fold'
import type { Entry } from '../journal/entry'
import { programmeOf } from '../programmes/programme'
import { refillReasons } from '../refill/refillDue'
import { waterLife } from '../refill/waterLife'
import { DAY, type Instant } from '../time'
import type { Tub } from '../tub/tub'
import { choresDue } from '../upkeep/choreDue'
import type { AgendaGiven, AgendaItem } from './agendaItem'
import { type Closure, standsEmpty, waterCareOpens } from './closure'
import { doingChore, gate, LOOKING, pouring, TESTING } from './gate'
import { openingsOf } from './openings'
import { soakAhead } from './soakAhead'
import { testsAsked } from './testsAsked'

/** What an empty tub still asks for. */
const WITHOUT_WATER: ReadonlySet<AgendaItem['kind']> = new Set(['closed', 'chores', 'soak'])

/** Time enough to buy an inhibitor or a filter for the hose. */
const FILL_TEST_AHEAD = 3 * DAY

/** What goes in next: the step of a start-up, or the plan's doses. */
const poured = (
  tub: Tub,
  journal: readonly Entry[],
  { estimate, plan, startUp }: AgendaGiven,
): AgendaItem[] => {
  const [first] = plan.steps
  const wait = first
    ? waitBefore(journal, nextOf(first), estimate.at, tub)
    : waitingUntil(journal, estimate.at, tub)
  const start = wait?.until ?? estimate.at
  if (startUp)
    return startUp.shutBy
      ? []
      : [{ kind: 'start-up', step: startUp, due: startUp.readyAt ?? start, minutes: 5 }]
  return plan.steps.length > 0
    ? [{ kind: 'dose', due: start, minutes: 3 * plan.steps.length, plan }]
    : []
}

/** The next shock, where it is not in the plan already. */
const shockItem = (
  tub: Tub,
  { estimate, plan, shock, setAside = [], found = [] }: AgendaGiven,
  retestAt: Instant | undefined,
): AgendaItem[] => {
  const planned = plan.steps.some(({ purposes }) => purposes.includes('shock'))
  const [product] = programmeOf(tub.programme).dosedWith
  if (!shock || planned || !gate(pouring(product), found).passes) return []
  const aside = setAside.find(({ what }) => what === 'shock')
  const due = aside?.day ?? Math.max(shock.due, retestAt ?? estimate.at)
  return [{ kind: 'shock', due, minutes: 5, why: shock.why }]
}

const choreItem = (
  tub: Tub,
  journal: readonly Entry[],
  { estimate, found = [], upkeep = choresDue(tub, journal, estimate.at) }: AgendaGiven,
): AgendaItem[] => {
  const now = estimate.at
  const chores = upkeep
    .filter(({ due, chore }) => due < now + DAY && gate(doingChore(chore), found).passes)
    .map(({ chore }) => chore)
  const minutes = chores.reduce((sum, chore) => sum + chore.minutes, 0)
  return chores.length > 0 ? [{ kind: 'chores', due: now + DAY / 4, minutes, chores }] : []
}

/** What neither dosing nor testing opens, the gravest first. */
const closedItems = (tub: Tub, { estimate, found = [] }: AgendaGiven): AgendaItem[] => {
  const openings = openingsOf(tub, estimate, found, false)
  // A start-up stands in the list by its next step.
  const opens = (closure: Closure) =>
    closure.lift.by !== 'start-up' && openings.some((one) => one.closure === closure)
  return found
    .filter((closure) => !waterCareOpens(closure) && opens(closure))
    .map((closure) => ({ kind: 'closed', closure, due: estimate.at, minutes: 5 }))
}

/** What is wrong and closes nothing by itself. */
const troubleItem = ({ estimate, wrong, found = [] }: AgendaGiven): AgendaItem[] => {
  if (!wrong) return []
  const now = estimate.at
  const { signs } = wrong
  const treatment = wrong.treatments.at(-1)
  const shows = treatment?.showsAt
  if (shows !== undefined && wrong.lookedAt < shows)
    return [{ kind: 'trouble', due: Math.max(now, shows), minutes: 2, signs, look: true }]
  // A closure that says the same is in front already.
  const said = found.some(({ lift }) => lift.by === 'look and test') && !treatment
  return !said && (!treatment || treatment.inVain)
    ? [{ kind: 'trouble', due: now, minutes: 3, signs, look: false }]
    : []
}

/** The next change of water, and the test of what comes out of the pipe before it. */
const refillItems = (
  tub: Tub,
  journal: readonly Entry[],
  { estimate }: AgendaGiven,
): AgendaItem[] => {
  const now = estimate.at
  if (estimate.filledAt === undefined) return [{ kind: 'water age', due: now + DAY, minutes: 1 }]
  const reason = refillReasons(tub, journal, estimate)[0]
  const due = Math.max(now, reason?.at ?? estimate.filledAt + waterLife(tub))
  const asked = Math.max(now, due - FILL_TEST_AHEAD)
  const tested = estimate.fillTestedAt ?? Number.NEGATIVE_INFINITY
  return [
    { kind: 'refill', due, minutes: 180 },
    ...(tested < asked - FILL_TEST_COUNTS / 2
      ? [{ kind: 'fill test' as const, due: asked, minutes: 3 }]
      : []),
  ]
}

/** Whether the gate and a tub without water let an item be. */
const reached = ({ kind }: AgendaItem, found: readonly Closure[]): boolean => {
  if (standsEmpty(found) && !WITHOUT_WATER.has(kind)) return false
  if (kind === 'test' || kind === 'retest' || kind === 'fill test')
    return gate(TESTING, found).passes
  if (kind === 'trouble' || kind === 'heater' || kind === 'frost')
    return gate(LOOKING, found).passes
  return true
}

/** What comes next for this tub: what shuts it, the gravest first, then the rest, soonest first. */
export const agenda = (tub: Tub, journal: readonly Entry[], given: AgendaGiven): AgendaItem[] => {
  const { estimate, feeder, plannedSoaks = [], found = [], stays = [], frost, weakened } = given
  const now = estimate.at
  const tests = testsAsked(tub, journal, given)
  const retest = tests.find(({ kind }) => kind === 'retest')
  const away = stays.find(({ kind, from, to }) => kind === 'away' && from <= now && to > now)
  // Nobody is there to test before they are back.
  const present = (item: AgendaItem): AgendaItem =>
    away ? { ...item, due: Math.max(item.due, away.to) } : item
  const items: AgendaItem[] = [
    ...tests.filter(({ kind }) => kind === 'test').map(present),
    ...poured(tub, journal, given),
    ...tests.filter(({ kind }) => kind === 'retest').map(present),
    ...plannedSoaks.map(
      ({ at, load: { people, minutes } }): AgendaItem => ({
        kind: 'soak',
        due: at,
        minutes,
        people,
        advice: soakAhead(tub, estimate, at, found).advice,
      }),
    ),
    ...shockItem(tub, given, retest?.due).map(present),
    ...choreItem(tub, journal, given),
  ]
  if (feeder && !feeder.shutBy && feeder.move !== 'leave it' && feeder.move !== 'test first')
    items.push({ kind: 'feeder', due: now, minutes: 2, move: feeder.move })
  if (away) items.push({ kind: 'away', stay: away, due: now, minutes: 5 })
  if (weakened) items.push({ kind: 'heater', weakened, due: now, minutes: 3 })
  if (frost) items.push({ kind: 'frost', frost, due: now, minutes: 5 })
  items.push(...troubleItem(given), ...refillItems(tub, journal, given))
  return [
    ...closedItems(tub, given),
    ...items.filter((item) => reached(item, found)).sort((a, b) => a.due - b.due),
  ]
}
