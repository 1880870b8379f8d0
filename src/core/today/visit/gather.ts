import { bathersIn } from '../../advice/dosingCycle'
import { DAY, HOUR, type Instant } from '../../time'
import { addChores } from './choreTasks'
import { follow, Gathering } from './gathering'
import type { Decisions, TubAtHand } from './situation'
import { addStages } from './stageTasks'
import type { Held } from './task'
import type { Left, Merged, VisitTask } from './visitAct'
import type { Visit } from './visitTypes'
import { addWater } from './waterTasks'

/** A task and all that has to come before it. */
export const withAllBefore = (tasks: readonly VisitTask[], key: string): Set<string> => {
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

/** Everything that is to do at these tubs, gone through in walking order. */
export const gather = (
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
    // Farther off it is no part of this visit's time.
    if (task) task.notBefore = Math.max(task.notBefore ?? 0, Math.min(notBefore, now + 2 * DAY))
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

/** What is gathered, and the chores it came from. */
export type Gathered = ReturnType<typeof gather>

/** When something that is left comes up again: at the next weekly visit, else the day after, and how late it is by then. */
export const leftUntil = (
  one: Left,
  dues: Gathered['dues'],
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

/** Takes tasks out, with what can't be done without them. */
export const without = (
  gathered: Gathered,
  out: ReadonlySet<string>,
  code: 'no time' | 'not by then',
): Gathered => ({
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
