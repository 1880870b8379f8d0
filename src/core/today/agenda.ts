import { dosingCycleOf, waitingUntil } from '../advice/dosingCycle'
import { byLabel } from '../advice/due'
import { handlingOf } from '../advice/handling'
import type { Plan } from '../advice/plan'
import { RETEST_AFTER, scheduleOf } from '../advice/schedule'
import { type Estimate, isStale } from '../estimate/estimate'
import { FILL_TEST_COUNTS } from '../estimate/fold'
import { fallsTo, leftAlone } from '../estimate/forecast'
import type { Frost } from '../heat/frost'
import type { TubHeat } from '../heat/tubHeat'
import { type Entry, isKind } from '../journal/entry'
import type { SoakLoad } from '../journal/load'
import type { Sign } from '../journal/sign'
import { programmeOf } from '../programmes/programme'
import { refillReasons } from '../refill/refillDue'
import { waterLife } from '../refill/waterLife'
import type { FeederAdvice, FeederMove } from '../routine/feeder'
import type { StartStepNow } from '../routine/startUp'
import type { ShockDue } from '../soaks/shock'
import { QUANTITY, type Quantity } from '../testing/quantity'
import { DAY, HOUR, type Instant, MINUTE } from '../time'
import type { Case } from '../trouble/cases'
import { residualFloor } from '../tub/targetsNow'
import type { Tub } from '../tub/tub'
import type { Chore } from '../upkeep/chore'
import { type ChoreDue, choresDue } from '../upkeep/choreDue'
import { gatheredOn } from '../upkeep/gather'
import type { GuestStay } from '../upkeep/guestStay'
import { type Closure, standsEmpty, waterCareOpens } from './closure'
import { type Asks, doingChore, gate, LOOKING, pouring, TESTING } from './gate'
import { lookedAtAgain, openingsOf } from './openings'
import type { SetAside } from './planToday'
import { quantitiesOf } from './quantitiesOf'
import { type SoakAhead, soakAhead } from './soakAhead'
import { testOfUse } from './testOfUse'

export type AgendaItem = { due: Instant; minutes: number } & (
  | { kind: 'dose'; plan: Plan }
  | { kind: 'retest'; also: Quantity[] }
  | { kind: 'test'; quantities: Quantity[] }
  | { kind: 'soak'; people: number; advice: SoakAhead['advice'] }
  | { kind: 'chores'; chores: Chore[] }
  /** What neither dosing nor testing opens; `no filter` among them. */
  | { kind: 'closed'; closure: Closure }
  | { kind: 'shock'; why: ShockDue['why'] }
  /** The step of a start-up that owns the water. */
  | { kind: 'start-up'; step: StartStepNow }
  | { kind: 'feeder'; move: FeederMove }
  | { kind: 'refill' }
  /** Nobody is there until then. */
  | { kind: 'away'; stay: GuestStay }
  /** Hard frost is coming: what it threatens here. */
  | { kind: 'frost'; frost: Frost }
  /** It warmed slower than it has learnt. */
  | { kind: 'heater'; weakened: NonNullable<TubHeat['weakened']> }
  /** Something is wrong that closes nothing by itself, or it is time to look whether it has gone. */
  | { kind: 'trouble'; signs: readonly Sign[]; look: boolean }
  /** The water out of the pipe, before it goes in. */
  | { kind: 'fill test' }
  /** Nobody has said yet how old this water is. */
  | { kind: 'water age' }
)

/** What an empty tub still asks for. */
const WITHOUT_WATER: ReadonlySet<AgendaItem['kind']> = new Set(['closed', 'chores', 'soak'])

/** Balance weekly, stabiliser and hardness monthly: common practice. */
const EVERY: Partial<Record<Quantity, number>> = {
  pH: 7 * DAY,
  totalAlkalinity: 7 * DAY,
  calciumHardness: 30 * DAY,
  cyanuricAcid: 30 * DAY,
}
/** Time enough to buy an inhibitor or a filter for the hose. */
const FILL_TEST_AHEAD = 3 * DAY
const SCHOOL_PERIOD = { 'every few days': 2.5 * DAY, weekly: 7 * DAY } as const
/** A new tub is tested before every soak for its first three weeks, whatever the school: common practice. */
const NEW_TUB = 21 * DAY

/** When the school of this tub's people asks for the next test of the residual. */
const sanitizerTestDue = (
  tub: Tub,
  journal: readonly Entry[],
  estimate: Estimate,
  ofUse: Instant | undefined,
): Instant => {
  const { sanitizer } = programmeOf(tub.programme)
  const read = estimate.quantities[sanitizer].lastReading
  const school = byLabel(tub) ? 'weekly' : (tub.testSchool ?? 'after soak')
  if (!read) return estimate.at
  if (school === 'after soak') {
    const out = journal
      .filter(isKind('soak'))
      .filter(({ at }) => at > read.at && at <= estimate.at)
      .map(({ at, body }) => at + body.minutes * MINUTE)
    if (out.length > 0) return Math.max(...out)
  }
  const first = journal.reduce((earliest, { at }) => Math.min(earliest, at), estimate.at)
  const isNew = estimate.at - first < NEW_TUB
  if ((school === 'every few days' || school === 'weekly') && !isNew)
    return read.at + SCHOOL_PERIOD[school]
  return ofUse ?? residualDue(tub, estimate)
}

/** When the residual is forecast to fall below what lets people in, or a day after it was read, whichever comes first. */
const residualDue = (tub: Tub, estimate: Estimate): Instant => {
  const { sanitizer } = programmeOf(tub.programme)
  const one = estimate.quantities[sanitizer]
  if (!one.lastReading || isStale(sanitizer, one.ageHours)) return estimate.at
  const byAge = one.lastReading.at + QUANTITY[sanitizer].staleAfterHours * HOUR
  const low = residualFloor(tub, estimate.reading.cyanuricAcidPpm)
  if (one.value <= low) return estimate.at
  return Math.min(byAge, fallsTo(leftAlone(tub, estimate), low) ?? byAge)
}

/** Nobody tests twice within so long where nothing goes in between: the second test shows what the first would. Assumed. */
const ONE_TRIP = 2 * HOUR

/** What comes next for this tub, soonest first. */
export const agenda = (
  tub: Tub,
  journal: readonly Entry[],
  {
    estimate,
    plan,
    shock,
    startUp,
    feeder,
    setAside = [],
    plannedSoaks = [],
    upkeep = choresDue(tub, journal, estimate.at),
    found = [],
    visits = [],
    wrong,
    stays = [],
    frost,
    weakened,
  }: {
    estimate: Estimate
    plan: Plan
    /** The next shock; where it is due it is in the plan already, or set aside. */
    shock?: ShockDue | undefined
    startUp?: (StartStepNow & { shutBy: Closure | undefined }) | undefined
    feeder?: (FeederAdvice & { shutBy: Closure | undefined }) | undefined
    setAside?: readonly SetAside[]
    plannedSoaks?: readonly { at: Instant; load: SoakLoad }[]
    upkeep?: readonly ChoreDue[]
    found?: readonly Closure[]
    /** When the weekly visits are. */
    visits?: readonly Instant[]
    /** What is wrong as far as anybody has said. */
    wrong?: Case | undefined
    stays?: readonly GuestStay[]
    frost?: Frost | undefined
    weakened?: TubHeat['weakened']
  },
): AgendaItem[] => {
  const now = estimate.at
  const passes = (asks: Asks) => gate(asks, found).passes
  const { doses, aerations } = dosingCycleOf(journal, estimate)
  const programme = programmeOf(tub.programme)
  const items: AgendaItem[] = []
  const { testAt } = scheduleOf(plan.steps, journal, now, tub)
  const pours = plan.steps.some(
    (step) => step.kind === 'add' && programme.dosedWith.includes(step.product),
  )
  const ofUse = (from: Instant, retest: boolean) =>
    testOfUse(tub, journal, estimate, { from, plannedSoaks, pours, retest })
  const start = waitingUntil(journal, now, tub)?.until ?? now

  if (startUp && !startUp.shutBy)
    items.push({ kind: 'start-up', step: startUp, due: startUp.readyAt ?? start, minutes: 5 })
  else if (!startUp && plan.steps.length > 0)
    items.push({ kind: 'dose', due: start, minutes: 3 * plan.steps.length, plan })
  const last = [...doses, ...aerations].reduce((latest, entry) => {
    const mixed =
      entry.kind === 'dose'
        ? entry.at + handlingOf(entry.body.product, tub).waitMinutes * MINUTE
        : entry.at + entry.body.minutes * MINUTE
    return Math.max(latest, mixed, entry.at + RETEST_AFTER)
  }, 0)
  if (startUp) {
    // Its gates ask for the tests.
  } else if (plan.steps.length > 0)
    items.push({
      kind: 'retest',
      also: [],
      due: ofUse(Math.max(testAt, last), true) ?? Math.max(testAt, last),
      minutes: 3,
    })
  else if (last > 0 || found.some(({ code }) => code === 'not retested')) {
    const mixed = Math.max(now, last, start)
    items.push({ kind: 'retest', also: [], due: ofUse(mixed, true) ?? mixed, minutes: 3 })
  }

  // pH is not corrected without an alkalinity.
  const needed = plan.notes.some(({ reason }) => reason.code === 'needs alkalinity')
    ? ['totalAlkalinity' as const]
    : []

  // What water care opens is never without the test that shows it; what a dose still needs to know comes before that.
  const shows = quantitiesOf(found)
  const [high] = found.filter(({ code }) => code === 'sanitizer high')
  if (!startUp && items.length === 0 && shows.length > 0 && needed.length === 0)
    items.push({
      kind: 'test',
      quantities: shows,
      due: high
        ? Math.max(
            start,
            Math.min(lookedAtAgain(tub, estimate), ofUse(now, false) ?? Number.POSITIVE_INFINITY),
          )
        : start,
      minutes: 3,
    })

  // Nobody doses or soaks by a residual that is too old to know: its test comes before everything.
  const { lastReading, ageHours } = estimate.quantities[programme.sanitizer]
  const unsure = found.flatMap((one) =>
    one.code === 'test too old' && one.unsure ? [one.quantity] : [],
  )
  const old = lastReading && isStale(programme.sanitizer, ageHours) ? [programme.sanitizer] : []
  const unknown = [...new Set([...old, ...unsure, ...needed])].filter(
    (quantity) => !items.some((item) => item.kind === 'test' && item.quantities.includes(quantity)),
  )
  const retest = items.find((item) => item.kind === 'retest')
  const unknownDue =
    old.length > 0
      ? sanitizerTestDue(tub, journal, estimate, ofUse(now, false))
      : (ofUse(now, false) ?? now)
  // What is mixing is waited for: one trip shows both, where nothing is poured by what is read.
  const together =
    retest &&
    (unknownDue >= retest.due || (plan.steps.length === 0 && retest.due <= now + ONE_TRIP))
  if (together) retest.also.push(...unknown)
  else if (!startUp && unknown.length > 0)
    items.unshift({ kind: 'test', due: unknownDue, minutes: 3, quantities: unknown })

  const routine: { quantity: Quantity; due: Instant }[] = []
  if (items.length === 0) {
    const due = sanitizerTestDue(tub, journal, estimate, ofUse(now, false))
    routine.push({ quantity: programme.sanitizer, due })
    // Sanitizer and pH every time: common practice.
    if (!startUp && estimate.quantities.pH.lastReading) routine.push({ quantity: 'pH', due })
  }
  for (const quantity of startUp ? [] : programme.watched) {
    const every = EVERY[quantity]
    if (every === undefined) continue
    const read = estimate.quantities[quantity].lastReading
    const urgent = quantity === 'pH' || quantity === 'totalAlkalinity'
    const unread = urgent || estimate.lastTestAt === undefined ? now : estimate.lastTestAt + 7 * DAY
    const due = read ? read.at + every : unread
    // A test may go with the weekly visit, a quarter of its rhythm sooner or later.
    if (routine.some((one) => one.quantity === quantity && one.due <= due)) continue
    const gathered = due > now ? gatheredOn(due, visits, every / DAY / 4, now) : undefined
    routine.push({ quantity, due: gathered ?? due })
  }
  // What is due on the same half day is one trip to the tub.
  routine.sort((a, b) => a.due - b.due)
  for (const { quantity, due } of routine) {
    const previous = items.at(-1)
    const soon = Math.max(due, now)
    if (retest && soon <= retest.due) {
      if (!retest.also.includes(quantity)) retest.also.push(quantity)
      continue
    }
    if (previous?.kind === 'test' && soon - previous.due < DAY / 2)
      previous.quantities = [...new Set([...previous.quantities, quantity])]
    else items.push({ kind: 'test', due: soon, minutes: 3, quantities: [quantity] })
  }
  for (const { at, load } of plannedSoaks)
    items.push({
      kind: 'soak',
      due: at,
      minutes: load.minutes,
      people: load.people,
      advice: soakAhead(tub, estimate, at, found).advice,
    })
  const shocks = plan.steps.some(({ purposes }) => purposes.includes('shock'))
  if (shock && !shocks && passes(pouring(programme.dosedWith[0]))) {
    const aside = setAside.find(({ what }) => what === 'shock')
    const due = aside?.day ?? Math.max(shock.due, retest ? retest.due : now)
    items.push({ kind: 'shock', due, minutes: 5, why: shock.why })
  }
  const chores = upkeep.filter(({ due, chore }) => due < now + DAY && passes(doingChore(chore)))
  if (chores.length > 0)
    items.push({
      kind: 'chores',
      due: now + DAY / 4,
      minutes: chores.reduce((sum, { chore }) => sum + chore.minutes, 0),
      chores: chores.map(({ chore }) => chore),
    })
  if (feeder && !feeder.shutBy && feeder.move !== 'leave it' && feeder.move !== 'test first')
    items.push({ kind: 'feeder', due: now, minutes: 2, move: feeder.move })
  const away = stays.find(({ kind, from, to }) => kind === 'away' && from <= now && to > now)
  if (away) {
    items.push({ kind: 'away', stay: away, due: now, minutes: 5 })
    // Nobody is there to test before they are back.
    for (const item of items)
      if (item.kind === 'test' || item.kind === 'retest' || item.kind === 'shock')
        item.due = Math.max(item.due, away.to)
  }
  if (weakened) items.push({ kind: 'heater', weakened, due: now, minutes: 3 })
  if (frost) items.push({ kind: 'frost', frost, due: now, minutes: 5 })
  const openings = openingsOf(tub, estimate, found, false)
  for (const closure of found)
    if (
      !waterCareOpens(closure) &&
      (closure.lift.by === 'start-up'
        ? startUp !== undefined && !startUp.shutBy
        : openings.some((one) => one.closure === closure))
    )
      items.unshift({ kind: 'closed', closure, due: now, minutes: 5 })
  if (wrong) {
    const treatment = wrong.treatments.at(-1)
    const shows = treatment?.showsAt
    const lookedSince = shows !== undefined && wrong.lookedAt >= shows
    // A closure that says the same is in front already.
    const said = found.some(({ lift }) => lift.by === 'look and test') && !treatment
    if (shows !== undefined && !lookedSince)
      items.push({
        kind: 'trouble',
        due: Math.max(now, shows),
        minutes: 2,
        signs: wrong.signs,
        look: true,
      })
    else if (!said && (!treatment || treatment.inVain))
      items.push({ kind: 'trouble', due: now, minutes: 3, signs: wrong.signs, look: false })
  }
  if (estimate.filledAt !== undefined) {
    const refill = Math.max(
      now,
      refillReasons(tub, journal, estimate)[0]?.at ?? estimate.filledAt + waterLife(tub),
    )
    items.push({ kind: 'refill', due: refill, minutes: 180 })
    const asked = Math.max(now, refill - FILL_TEST_AHEAD)
    if (estimate.fillTestedAt === undefined || estimate.fillTestedAt < asked - FILL_TEST_COUNTS / 2)
      items.push({ kind: 'fill test', due: asked, minutes: 3 })
  } else items.push({ kind: 'water age', due: now + DAY, minutes: 1 })
  const reached = items.filter(({ kind }) => {
    if (kind === 'test' || kind === 'retest' || kind === 'fill test') return passes(TESTING)
    if (kind === 'trouble' || kind === 'heater' || kind === 'frost') return passes(LOOKING)
    return true
  })
  items.splice(0, items.length, ...reached)
  // Of an empty tub there is nothing to test and nothing goes in.
  if (standsEmpty(found))
    items.splice(0, items.length, ...items.filter(({ kind }) => WITHOUT_WATER.has(kind)))
  // What shuts the tub comes before everything else, the gravest first.
  const shut = items.filter(({ kind }) => kind === 'closed').reverse()
  const rest = items.filter(({ kind }) => kind !== 'closed')
  return [...shut, ...rest.sort((a, b) => a.due - b.due)]
}
