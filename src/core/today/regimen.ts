import { gapMinutes, type Handling } from '../advice/handling'
import type { PlanStep, Purpose } from '../advice/planTypes'
import { type Schedule, scheduleOf } from '../advice/schedule'
import type { Estimate } from '../estimate/estimate'
import type { ChoreId } from '../journal/choreId'
import type { Entry } from '../journal/entry'
import type { StartStepId } from '../journal/startStepId'
import { PRODUCTS, type ProductName } from '../products/product'
import { programmeOf } from '../programmes/programme'
import type { FeederMove } from '../routine/feeder'
import type { Quantity } from '../testing/quantity'
import { DAY, type Instant, MINUTE } from '../time'
import type { Tub } from '../tub/tub'
import { choreDoses } from '../upkeep/choreDose'
import { type ChoreDue, isOnDay } from '../upkeep/choreDue'
import type { AgendaItem } from './agendaItem'
import type { Closure } from './closure'
import { type Asks, doingChore, gate, moving, pouring, starting, TESTING } from './gate'
import { stepAsks } from './gatePlan'
import { lookedAtAgain, type Opening, openingsOf } from './openings'
import type { PlanToday } from './planToday'
import { quantitiesOf } from './quantitiesOf'

/** One thing to do, with what it needs of tub and hands. */
export type Act = {
  order: number
  due: Instant
  /** Everything that it serves; no other act serves the same quantity. */
  purposes: readonly Purpose[]
  handsMinutes: number
  waitMinutes: number
  power: 'on' | 'off'
  jets: Handling['jets']
  cover: Handling['cover']
  /** Goes back into the journal once done, where a start-up asks for it. */
  step?: StartStepId | undefined
} & (
  | { kind: 'dose'; dose: PlanStep }
  /** A helper, as much as its chore says: inhibitor, enzyme. */
  | {
      kind: 'helper'
      /** In the order they go in, one right after the other; g. */
      doses: readonly { product: ProductName; grams: number }[]
      chore: ChoreDue['chore']
    }
  /** What opens a shut tub beside doses and tests. */
  | ({ kind: 'open' } & Opening)
  /** `retest`: of what went in, once it has mixed. */
  | { kind: 'test'; quantities: readonly Quantity[]; retest: boolean }
  | { kind: 'feeder'; move: FeederMove }
  | { kind: 'start-up' }
  | { kind: 'chore'; chore: ChoreDue['chore'] }
)

/** Why nothing goes in for a chore at the moment, where that is so. */
export type HelpersWait = 'closed' | 'start-up'
export const helpersWaitFor = (
  startUp: PlanToday['startUp'],
  held: boolean,
): HelpersWait | undefined => (held ? 'closed' : startUp && 'start-up')

type WithoutOrder<One> = One extends unknown ? Omit<One, 'order'> : never
type NewAct = WithoutOrder<Act>

/** Everything there is to do for a tub until `until`, once, in a possible order. */
export interface Regimen {
  acts: Act[]
  schedule: Schedule
}

/** Beside the filters, what is done with the power off at the breaker. */
const POWER_OFF: readonly ChoreId[] = ['heat-pump fins', 'cell look', 'yearly service']
const HANDS = { dose: 3, test: 3, feeder: 2, startUp: 5, open: 5 }
const CALM: Handling = { jets: 'off', cover: 'open', waitMinutes: 0 }

/**
 * The acts of the rest of a day: what goes in with its waits, tests and gates, the feeder, the chores. Helpers wait while a start-up
 * owns the water, and their own product is dosed by one of them alone.
 * @param plan as it may be carried out
 * @param found what keeps the tub shut: every act passes the gate
 */
export const regimen = (
  tub: Tub,
  journal: readonly Entry[],
  {
    startUp,
    plan,
    estimate,
    agenda,
    upkeep,
    now,
    until,
    labels = [],
    found = [],
  }: {
    startUp?: PlanToday['startUp']
    plan: PlanToday['plan']
    estimate: Estimate
    agenda: readonly AgendaItem[]
    upkeep: readonly ChoreDue[]
    now: Instant
    until: Instant
    /** With the labels that its owner typed. */
    labels?: Parameters<typeof choreDoses>[2]
    found?: readonly Closure[]
  },
): Regimen => {
  const acts: Act[] = []
  const add = (asks: Asks, act: NewAct) => {
    const passage = gate(asks, found)
    if (!passage.passes) return
    acts.push({ ...act, due: Math.max(act.due, passage.notBefore), order: acts.length + 1 })
  }
  const schedule = scheduleOf(plan.steps, journal, now, tub)
  const gates = (startUp?.gates ?? []).map(({ quantity }) => quantity)
  const step = startUp?.id
  const { tested } = programmeOf(tub.programme)

  // What the closures themselves say has to be read.
  const shows = quantitiesOf(found)
  const replaced = plan.steps.some(({ kind }) => kind === 'replace water')
  const opens = (opening: Opening) =>
    acts.push({
      kind: 'open',
      ...opening,
      order: acts.length + 1,
      due: now,
      purposes: ['upkeep'],
      handsMinutes: HANDS.open,
      power: opening.way === 'power off' ? 'off' : 'on',
      ...CALM,
    })
  for (const opening of openingsOf(tub, estimate, found, replaced)) opens(opening)
  plan.steps.forEach((dose, i) => {
    const { jets, cover, waitMinutes, purposes } = dose
    const due = schedule.starts[i] ?? now
    const owned = purposes.includes('start-up') ? { step } : {}
    add(stepAsks(dose), {
      kind: 'dose',
      dose,
      due,
      purposes,
      handsMinutes: HANDS.dose,
      waitMinutes,
      power: 'on',
      jets,
      cover,
      ...owned,
    })
  })
  if (startUp && plan.steps.length === 0) {
    // What went in last is read again, once it has mixed; where that is done and nothing is left to pour, its people go on.
    const stirred = startUp.needs === 'correct' && dosedSinceTest(journal, now)
    // A level that is to fall is read again when it has.
    const falls = startUp.needs === 'fall' ? fallenBy(tub, estimate, gates) : now
    const tests =
      stirred || startUp.needs === 'test' || startUp.needs === 'fall' || startUp.needs === 'wait'
    const mixed = tests ? schedule.testAt : now
    const due = Math.max(startUp.readyAt ?? now, mixed, falls)
    const shared = { due, purposes: ['start-up'] as const, power: 'on' as const, ...CALM, step }
    if (tests && gates.length > 0)
      add(TESTING, {
        kind: 'test',
        quantities: gates,
        retest: startUp.needs !== 'test',
        handsMinutes: HANDS.test,
        ...shared,
      })
    // A step that waits is a wait, not the step once more.
    else if (startUp.needs === 'wait') {
      const [closure] = found
      if (closure) opens({ way: 'wait', closure, until: startUp.readyAt })
    } else add(starting(startUp), { kind: 'start-up', handsMinutes: HANDS.startUp, ...shared })
  }
  for (const item of agenda) {
    // What goes in today is tested, though the wait goes over midnight.
    if (item.due > until && item.kind !== 'retest') continue
    if (item.kind === 'test' || item.kind === 'retest') {
      const also = item.kind === 'test' ? item.quantities : item.also
      // Of a retest with nothing left to pour, all that went in before.
      const changed =
        plan.steps.length === 0 || plan.steps.some(({ kind }) => kind !== 'replace water')
      const quantities =
        item.kind === 'test'
          ? also
          : tested.filter(
              (one) => also.includes(one) || (changed && RETESTED.has(one)) || shows.includes(one),
            )
      add(TESTING, {
        kind: 'test',
        quantities,
        retest: item.kind === 'retest',
        due: item.due,
        purposes: ['residual'],
        handsMinutes: HANDS.test,
        power: 'on',
        ...CALM,
      })
    }
    if (item.kind === 'feeder')
      add(moving(item.move, tub), {
        kind: 'feeder',
        move: item.move,
        // Nothing is loaded while something else mixes.
        due: Math.max(item.due, schedule.mixedAt),
        purposes: ['residual'],
        handsMinutes: HANDS.feeder,
        power: 'on',
        ...CALM,
        cover: 'closed',
      })
  }
  const poured = new Set(
    acts.flatMap((act) =>
      act.kind === 'dose' && act.dose.kind === 'add' ? [act.dose.product] : [],
    ),
  )
  for (const one of upkeep) {
    const { chore, due } = one
    if (!isOnDay(one, until)) continue
    const shared = { due: Math.max(now, Math.min(due, until)), handsMinutes: chore.minutes, chore }
    const { product } = chore
    if (product && PRODUCTS[product].goes === 'by hand') {
      const doses = choreDoses(chore, tub.volumeLitres, labels)
      if (startUp || doses.length === 0 || poured.has(product)) continue
      for (const one of doses) poured.add(one.product)
      add(pouring(...doses.map((one) => one.product)), {
        kind: 'helper',
        doses,
        ...shared,
        // After the doses of the plan, once they have worked.
        due: Math.max(shared.due, schedule.mixedAt),
        purposes: ['weekly'],
        power: 'on',
        jets: 'on',
        cover: 'open',
        waitMinutes: Math.max(...doses.map((one) => gapMinutes('water', one.product, tub))),
      })
      continue
    }
    const off = chore.lane === 'filters' || POWER_OFF.some((id) => id === chore.id)
    add(doingChore(chore), {
      kind: 'chore',
      ...shared,
      purposes: ['upkeep'],
      power: off ? 'off' : 'on',
      ...CALM,
    })
  }
  const placed = acts
    // A wait is what is left when hands have done the rest.
    .toSorted((a, b) => a.due - b.due || isWait(a) - isWait(b) || a.order - b.order)
    .map((act, i) => ({ ...act, order: i + 1 }))
  return { acts: placed, schedule }
}

/** When a level that is too high is read again: the sanitizer as it falls, everything else a day after it was read. */
const fallenBy = (tub: Tub, estimate: Estimate, gates: readonly Quantity[]): Instant => {
  const [gate] = gates
  if (!gate || gate === programmeOf(tub.programme).sanitizer) return lookedAtAgain(tub, estimate)
  return (estimate.quantities[gate].lastReading?.at ?? estimate.at - DAY) + DAY
}

const isWait = (act: Act): number => Number(act.kind === 'open' && act.way === 'wait')

/** Something went in after the last test. */
const dosedSinceTest = (journal: readonly Entry[], now: Instant): boolean => {
  const last = (kinds: readonly Entry['kind'][]) =>
    journal.reduce(
      (latest, { at, kind }) => (at <= now && kinds.includes(kind) ? Math.max(latest, at) : latest),
      Number.NEGATIVE_INFINITY,
    )
  return last(['dose', 'aeration']) > last(['test'])
}

/** What a round of dosing may have moved: read again when it has mixed. */
const RETESTED: ReadonlySet<Quantity> = new Set([
  'freeChlorine',
  'bromine',
  'biguanide',
  'peroxide',
  'pH',
  'totalAlkalinity',
])

/** Midnight after a moment, on a clock so many hours ahead of UTC. */
export const endOfDay = (now: Instant, hoursFromUtc = 0): Instant => {
  const local = new Date(now + hoursFromUtc * 60 * MINUTE)
  return (
    Date.UTC(local.getUTCFullYear(), local.getUTCMonth(), local.getUTCDate() + 1) -
    hoursFromUtc * 60 * MINUTE
  )
}
