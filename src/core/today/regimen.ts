import { gapMinutes, type Handling } from '../advice/handling'
import type { PlanStep, Purpose } from '../advice/planTypes'
import { type Schedule, scheduleOf } from '../advice/schedule'
import type { ChoreId } from '../journal/choreId'
import type { Entry } from '../journal/entry'
import type { StartStepId } from '../journal/startStepId'
import { PRODUCTS, type ProductName } from '../products/product'
import { programmeOf } from '../programmes/programme'
import type { FeederMove } from '../routine/feeder'
import type { Quantity } from '../testing/quantity'
import { type Instant, MINUTE } from '../time'
import type { Tub } from '../tub/tub'
import { choreDoses } from '../upkeep/choreDose'
import { type ChoreDue, isOnDay } from '../upkeep/choreDue'
import type { AgendaItem } from './agenda'
import type { PlanToday, SetAside } from './planToday'

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

/** Everything there is to do for a tub until `until`, once, in a possible order, and what was set aside. */
export interface Regimen {
  acts: Act[]
  setAside: readonly SetAside[]
  schedule: Schedule
}

/** Beside the filters, what is done with the power off at the breaker. */
const POWER_OFF: readonly ChoreId[] = ['heat-pump fins', 'cell look', 'yearly service']
const HANDS = { dose: 3, test: 3, feeder: 2, startUp: 5 }
const CALM: Handling = { jets: 'off', cover: 'open', waitMinutes: 0 }

/**
 * The acts of the rest of a day: what goes in with its waits, tests and gates, the feeder, the chores. Helpers wait while a start-up
 * owns the water, and their own product is dosed by one of them alone.
 * @param plan as it may be carried out: empty while a closure holds everything back
 */
export const regimen = (
  tub: Tub,
  journal: readonly Entry[],
  {
    today,
    plan,
    agenda,
    upkeep,
    now,
    until,
    shelf = [],
    held = false,
  }: {
    today: PlanToday
    plan: PlanToday['plan']
    agenda: readonly AgendaItem[]
    upkeep: readonly ChoreDue[]
    now: Instant
    until: Instant
    /** With the labels that its owner typed. */
    shelf?: Parameters<typeof choreDoses>[2]
    /** A closure holds everything back that would go in. */
    held?: boolean
  },
): Regimen => {
  const acts: Act[] = []
  const add = (act: NewAct) => acts.push({ ...act, order: acts.length + 1 })
  const schedule = scheduleOf(plan.steps, journal, now, tub)
  const { startUp } = today
  const gates = (startUp?.gates ?? []).map(({ quantity }) => quantity)
  const step = startUp?.id
  const { tested } = programmeOf(tub.programme)

  plan.steps.forEach((dose, i) => {
    const { jets, cover, waitMinutes, purposes } = dose
    const due = schedule.starts[i] ?? now
    const owned = purposes.includes('start-up') ? { step } : {}
    add({
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
  if (startUp && startUp.needs !== 'correct' && plan.steps.length === 0) {
    const due = startUp.readyAt ?? now
    const tests = startUp.needs === 'test' || startUp.needs === 'fall' || startUp.needs === 'wait'
    const shared = { due, purposes: ['start-up'] as const, power: 'on' as const, ...CALM, step }
    if (tests && gates.length > 0)
      add({
        kind: 'test',
        quantities: gates,
        retest: startUp.needs !== 'test',
        handsMinutes: HANDS.test,
        ...shared,
      })
    else add({ kind: 'start-up', handsMinutes: HANDS.startUp, ...shared })
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
          : tested.filter((one) => also.includes(one) || (changed && RETESTED.has(one)))
      add({
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
      add({
        kind: 'feeder',
        move: item.move,
        due: item.due,
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
      const doses = choreDoses(chore, tub.volumeLitres, shelf)
      if (helpersWaitFor(startUp, held) || doses.length === 0 || poured.has(product)) continue
      for (const one of doses) poured.add(one.product)
      add({
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
    add({ kind: 'chore', ...shared, purposes: ['upkeep'], power: off ? 'off' : 'on', ...CALM })
  }
  const placed = acts
    .toSorted((a, b) => a.due - b.due || a.order - b.order)
    .map((act, i) => ({ ...act, order: i + 1 }))
  return { acts: placed, setAside: today.setAside, schedule }
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
