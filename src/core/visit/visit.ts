import { bathersIn } from '../advice/dosingCycle'
import { DAY, HOUR, type Instant, MINUTE } from '../time'
import { addChores } from './choreTasks'
import { follow, Gathering } from './gathering'
import { type Lanes, lanesOf } from './lanes'
import { bestOrder, type Order } from './order'
import { type Decisions, NO_DECISIONS, type TubAtHand } from './situation'
import { addStages } from './stageTasks'
import type { Held, OrderReason } from './task'
import type { Left, Merged, VisitTask, What } from './visitAct'
import { addWater } from './waterTasks'

/** Why something stands where it stands. */
export type PlaceReason =
  | { code: 'after'; key: string; why: OrderReason }
  /** Fills the wait of another. */
  | { code: 'while'; key: string }
  /** Nothing goes in with the power off, so this comes before it. */
  | { code: 'power off first' }
  /** What that one asks of the tub while it works does not go with this. */
  | { code: 'not while'; key: string }
  | { code: 'not sooner' }
  | { code: 'next' }

export interface PlacedAct {
  key: string
  tub: number
  what: What
  handsMinutes: number
  waitMinutes: number
  gates: boolean
  needs: VisitTask['needs']
  holds: VisitTask['holds']
  start: Instant
  handsEnd: Instant
  /** When what it started by itself is over; the end of the hands where it starts nothing. */
  waitEnd: Instant
  why: PlaceReason
}

/** When one tub may be tested and used again. */
export interface TubReady {
  tub: number
  at: Instant
  /** Something in the visit keeps people out until then; else the visit doesn't touch it. */
  gated: boolean
}

export interface Visit {
  start: Instant
  /** In the order of the hands. */
  acts: PlacedAct[]
  /** Time that hands are busy, minutes. */
  handsMinutes: number
  /** When hands are free for good. */
  free: Instant
  ready: TubReady[]
  /** When the last would be ready if every wait were waited out. */
  oneByOne: Instant
  lanes: { tub: number; lanes: Lanes }[]
  left: Left[]
  merged: Merged[]
  /** One was put before another that it needs. */
  impossible: { key: string; of: string; why: OrderReason }[]
  /** Whether no order is better. */
  exact: boolean
}

/** Whether what was asked of the time can be had. */
export type Fit =
  | { asked: 'all' }
  /** @property minutes as asked */
  | { asked: 'minutes'; minutes: number; fits: boolean }
  /** @property by as asked; `earliest`: where that can't be met, the soonest */
  | { asked: 'ready by'; by: Instant; fits: boolean; earliest: Instant }

export type VisitAsked =
  | { asked: 'all' }
  | { asked: 'minutes'; minutes: number }
  | { asked: 'ready by'; by: Instant }

/** Everything that is to do at these tubs, gone through in walking order. */
const gather = (
  situations: readonly TubAtHand[],
  decisions: Decisions,
  now: Instant,
  until: Instant,
) => {
  const tasks: VisitTask[] = []
  const held: Held[] = []
  const left: Left[] = []
  const merged: Merged[] = []
  const impossible: Visit['impossible'] = []
  for (const situation of situations) {
    const gathering = new Gathering(situation, decisions)
    if (situation.stages.length > 0) addStages(gathering, now)
    else addChores(gathering, addWater(gathering, now, until), now, until)
    const bathing = bathersIn(situation.journal, now)
    // Nobody doses or takes a filter out under people.
    if (bathing)
      for (const task of gathering.tasks)
        if (task.gates) task.notBefore = Math.max(task.notBefore ?? 0, bathing.until)
    tasks.push(...gathering.tasks)
    held.push(...gathering.held)
    left.push(...gathering.left)
    merged.push(...gathering.merged)
  }
  for (const { key, notBefore } of decisions.moved) {
    const task = tasks.find((one) => one.key === key)
    if (task) task.notBefore = Math.max(task.notBefore ?? 0, notBefore)
  }
  for (const { key, of } of decisions.ahead) {
    const [first, then] = [key, of].map((name) => tasks.find((one) => one.key === name))
    if (!first || !then) continue
    if (withAllBefore(tasks, key).has(of)) {
      const link = first.after.find((one) => withAllBefore(tasks, one.key).has(of))
      impossible.push({ key, of, why: link?.why ?? { code: 'look first' } })
    } else follow(then, first, { code: 'your order' })
  }
  const dues = new Map(
    situations.flatMap(({ id, upkeep }) =>
      upkeep.map((one) => [`${id}:${one.chore.id}`, one] as const),
    ),
  )
  return { tasks, held, left, merged, impossible, dues }
}

/** When something that is left comes up again: at the next weekly visit, else the day after, and how late it is by then. */
const leftUntil = (
  one: Left,
  dues: ReturnType<typeof gather>['dues'],
  now: Instant,
  visits: readonly Instant[],
): Left => {
  const { what, tub, why } = one
  if (one.day !== undefined || !COMES_AGAIN.has(why.code)) return one
  const chore = what.kind === 'chore' || what.kind === 'swap' || what.kind === 'helper'
  const next = chore ? visits.filter((at) => at > now + HOUR).sort((a, b) => a - b)[0] : undefined
  const day = next !== undefined && next < now + 8 * DAY ? next : now + DAY
  const due = chore ? dues.get(`${tub}:${what.chore.id}`) : undefined
  const lateDays = due
    ? Math.max(0, Math.floor((day - due.due) / DAY - due.chore.windowDays))
    : one.lateDays
  return { ...one, day, lateDays }
}

const COMES_AGAIN: ReadonlySet<Left['why']['code']> = new Set([
  'no time',
  'not by then',
  'skipped',
  'frost',
  'no spare',
])

const placedIn = (
  tasks: readonly VisitTask[],
  held: readonly Held[],
  { order, slots }: Order,
  start: Instant,
): PlacedAct[] => {
  const at = (minutes: number) => start + minutes * MINUTE
  const acts = order.map((i): PlacedAct => {
    const { key, tub, what, handsMinutes, waitMinutes, gates, needs, holds } = tasks[i] as VisitTask
    const slot = slots[i] as Order['slots'][number]
    return {
      key,
      tub,
      what,
      handsMinutes,
      waitMinutes,
      gates,
      needs,
      holds,
      start: at(slot.start),
      handsEnd: at(slot.handsEnd),
      waitEnd: at(slot.waitEnd),
      why: { code: 'next' },
    }
  })
  return acts.map((act, i) => ({ ...act, why: whyThere(acts, i, tasks, held, start) }))
}

/** Why an act begins when it does: what it follows, whose wait it fills, or what could not be done first. */
const whyThere = (
  acts: readonly PlacedAct[],
  i: number,
  tasks: readonly VisitTask[],
  held: readonly Held[],
  start: Instant,
): PlaceReason => {
  const act = acts[i] as PlacedAct
  const task = tasks.find(({ key }) => key === act.key)
  const placed = (key: string) => acts.find((one) => one.key === key)
  const binding = (task?.after ?? [])
    .flatMap((link) => {
      const before = placed(link.key)
      return before ? [{ link, from: before.handsEnd + link.gapMinutes * MINUTE }] : []
    })
    .sort((a, b) => b.from - a.from)[0]
  const wait = acts
    .slice(0, i)
    .findLast((one) => one.waitEnd > one.handsEnd && one.waitEnd >= act.handsEnd)
  if (wait && !(binding && binding.link.gapMinutes > 0 && binding.from === act.start))
    return { code: 'while', key: wait.key }
  const powerFirst = act.needs.power === 'off' && acts.slice(i + 1).some(pours(act.tub))
  if (powerFirst && !(binding && binding.link.gapMinutes > 0)) return { code: 'power off first' }
  const over = acts
    .slice(0, i)
    .find((one) => one.tub === act.tub && one.waitEnd > one.handsEnd && one.waitEnd === act.start)
  if (over && !(binding && binding.from === act.start)) return { code: 'not while', key: over.key }
  if (binding && (binding.from === act.start || binding.link.gapMinutes > 0))
    return { code: 'after', key: binding.link.key, why: binding.link.why }
  const waits = held.some(
    ({ tub, until }) => tub === act.tub && until > start && act.start >= until,
  )
  if (waits || (task?.notBefore ?? 0) > start) return { code: 'not sooner' }
  return binding
    ? { code: 'after', key: binding.link.key, why: binding.link.why }
    : { code: 'next' }
}

const pours =
  (tub: number) =>
  (one: PlacedAct): boolean =>
    one.tub === tub && (one.what.kind === 'dose' || one.what.kind === 'helper')

const laidOut = (
  { tasks, held, left, merged, impossible }: ReturnType<typeof gather>,
  situations: readonly TubAtHand[],
  start: Instant,
): Visit => {
  const order = bestOrder(tasks, held, start)
  const acts = placedIn(tasks, held, order, start)
  const free = acts.reduce((last, { handsEnd }) => Math.max(last, handsEnd), start)
  const ready = situations.map(({ id }): TubReady => {
    const gating = acts.filter((act) => act.tub === id && act.gates)
    return {
      tub: id,
      at: gating.reduce((last, { waitEnd }) => Math.max(last, waitEnd), start),
      gated: gating.length > 0,
    }
  })
  const end = acts.reduce((last, { waitEnd }) => Math.max(last, waitEnd), free)
  const lanes = situations.map(({ id }) => ({
    tub: id,
    lanes: lanesOf(
      acts
        .filter(({ tub }) => tub === id)
        .flatMap(({ start: from, handsEnd, waitEnd, needs, holds }) => [
          { from, to: handsEnd, need: needs },
          { from: handsEnd, to: waitEnd, need: holds },
        ]),
      held.filter(({ tub }) => tub === id),
      start,
      end + 5 * MINUTE,
    ),
  }))
  return {
    start,
    acts,
    handsMinutes: acts.reduce((sum, { handsMinutes }) => sum + handsMinutes, 0),
    free,
    ready,
    oneByOne:
      start + acts.reduce((sum, one) => sum + one.handsMinutes + one.waitMinutes, 0) * MINUTE,
    lanes,
    left,
    merged,
    impossible,
    exact: order.exact,
  }
}

const lastReady = ({ ready, start }: Visit): Instant =>
  ready.reduce((last, { at }) => Math.max(last, at), start)

/** Takes tasks out, with what can't be done without them. */
const without = (
  gathered: ReturnType<typeof gather>,
  out: ReadonlySet<string>,
  code: 'no time' | 'not by then',
): ReturnType<typeof gather> => ({
  ...gathered,
  tasks: gathered.tasks.filter(({ key }) => !out.has(key)),
  left: [
    ...gathered.left,
    ...gathered.tasks
      .filter(({ key }) => out.has(key))
      .map(
        ({ key, tub, what }): Left => ({
          key,
          tub,
          what,
          why: { code },
          day: undefined,
          pullable: false,
          lateDays: 0,
        }),
      ),
  ],
})

/** What comes back later and asks for nobody's time now: the test once all has mixed. */
const comesBack = ({ what }: VisitTask | PlacedAct): boolean => what.kind === 'test' && what.retest

/**
 * What fits into so many minutes at the tub: what opens it first, then by worth, each with what it needs before it. The test that
 * follows a wait is another short trip and stands outside the minutes.
 */
const fitted = (
  gathered: ReturnType<typeof gather>,
  situations: readonly TubAtHand[],
  start: Instant,
  minutes: number,
): { visit: Visit; fits: boolean } => {
  const all = laidOut(gathered, situations, start)
  const leaves = ({ acts }: Visit) =>
    acts.filter((act) => !comesBack(act)).reduce((last, act) => Math.max(last, act.handsEnd), start)
  const limit = start + minutes * MINUTE
  if (leaves(all) <= limit) return { visit: all, fits: true }
  const byWorth = gathered.tasks
    .filter((task) => !comesBack(task))
    .toSorted((a, b) => b.worth - a.worth)
  const kept = new Set<string>()
  const dropping = (keep: ReadonlySet<string>) =>
    without(
      gathered,
      new Set(gathered.tasks.map(({ key }) => key).filter((key) => !keep.has(key))),
      'no time',
    )
  for (const task of byWorth) {
    const needed = new Set([...kept, ...withAllBefore(gathered.tasks, task.key)])
    if (needed.size === kept.size) continue
    const tried = laidOut(dropping(withTests(gathered.tasks, needed)), situations, start)
    if (leaves(tried) <= limit) for (const key of needed) kept.add(key)
  }
  const whole = minutes > 0 ? withTests(gathered.tasks, kept) : kept
  return { visit: laidOut(dropping(whole), situations, start), fits: false }
}

/** With the tests that come back for what goes in, or for what went in before. */
const withTests = (tasks: readonly VisitTask[], kept: ReadonlySet<string>): Set<string> =>
  new Set([
    ...kept,
    ...tasks.filter(comesBack).flatMap(({ key, after }) => {
      const tested = after.filter(({ why }) => why.code === 'shows what came of it')
      return tested.length === 0 || tested.some((link) => kept.has(link.key)) ? [key] : []
    }),
  ])

/** A task and all that has to come before it. */
const withAllBefore = (tasks: readonly VisitTask[], key: string): Set<string> => {
  const found = new Set<string>()
  const add = (one: string): void => {
    const task = tasks.find((other) => other.key === one)
    if (!task || found.has(one)) return
    found.add(one)
    for (const { key: before } of task.after) add(before)
  }
  add(key)
  return found
}

/** Chores that keep people out, and that opening the tub does not ask for. */
const canWait = ({ what, gates, worth }: VisitTask): boolean =>
  gates && worth < 100 && (what.kind === 'chore' || what.kind === 'swap' || what.kind === 'helper')

/** A task and what only makes sense with it: the set that comes out with a swap. */
const withWhatHangsOn = (tasks: readonly VisitTask[], key: string): Set<string> =>
  new Set([
    key,
    ...tasks
      .filter(({ after }) =>
        after.some((link) => link.key === key && link.why.code === 'out of the tub first'),
      )
      .map((one) => one.key),
  ])

/**
 * Counted back from when the tubs are to be ready: the same forward order, begun as late as it may. Where even now is too late,
 * chores that keep people out are left one by one, the least worth first; where that isn't enough either, the soonest is said.
 */
const countedBack = (
  all: ReturnType<typeof gather>,
  situations: readonly TubAtHand[],
  now: Instant,
  by: Instant,
  begun: boolean,
): { visit: Visit; fits: boolean; earliest: Instant } => {
  let gathered = all
  let visit = laidOut(gathered, situations, now)
  const earliest = lastReady(visit)
  while (lastReady(visit) > by) {
    const [least] = gathered.tasks.filter(canWait).sort((a, b) => a.worth - b.worth)
    // All of it then, for leaving chores does not make it.
    if (!least)
      return { visit: laidOut(all, situations, now), fits: false, earliest: lastReady(visit) }
    gathered = without(gathered, withWhatHangsOn(gathered.tasks, least.key), 'not by then')
    visit = laidOut(gathered, situations, now)
  }
  // What stands at a time of its own does not move with the start: it moves on only while the end still holds.
  let start = now + Math.floor((by - lastReady(visit)) / MINUTE) * MINUTE
  while (start > now && !begun) {
    const later = laidOut(gathered, situations, start)
    const over = lastReady(later) - by
    if (over <= 0) return { visit: later, fits: true, earliest }
    start -= Math.ceil(over / MINUTE) * MINUTE
  }
  return { visit, fits: true, earliest }
}

/**
 * Everything at these tubs as one sequence for one pair of hands, with the waits used.
 * @param until chores that are due by then belong to it; the end of the day
 * @param start not before `now`
 */
export const planVisit = (
  situations: readonly TubAtHand[],
  {
    now,
    start = now,
    until,
    asked = { asked: 'all' },
    decisions = NO_DECISIONS,
    begun = false,
    visits = [],
  }: {
    now: Instant
    start?: Instant
    until: Instant
    asked?: VisitAsked
    decisions?: Decisions
    /** It goes on from now, however late it might have begun. */
    begun?: boolean
    /** When the weekly visits are. */
    visits?: readonly Instant[]
  },
): { visit: Visit; fit: Fit } => {
  const from = Math.max(now, start)
  const gathered = gather(situations, decisions, now, until)
  const again = ({ left, ...visit }: Visit): Visit => ({
    ...visit,
    left: left.map((one) => leftUntil(one, gathered.dues, now, visits)),
  })
  switch (asked.asked) {
    case 'minutes': {
      const { visit, fits } = fitted(gathered, situations, from, Math.max(0, asked.minutes))
      return { visit: again(visit), fit: { ...asked, fits } }
    }
    case 'ready by': {
      const { visit, fits, earliest } = countedBack(gathered, situations, now, asked.by, begun)
      return { visit: again(visit), fit: { ...asked, fits, earliest } }
    }
    default:
      return { visit: again(laidOut(gathered, situations, from)), fit: { asked: 'all' } }
  }
}
