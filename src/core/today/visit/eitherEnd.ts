import { type Instant, MINUTE } from '../../time'
import { type Gathered, withAllBefore, without } from './gather'
import { laidOut, lastReady } from './layOut'
import type { TubAtHand } from './situation'
import type { VisitTask } from './visitAct'
import type { PlacedAct, Visit } from './visitTypes'

/** What comes back later and asks for nobody's time now: the test once all has mixed. */
const comesBack = ({ what }: VisitTask | PlacedAct): boolean => what.kind === 'test' && what.retest

/**
 * What fits into so many minutes at the tub: what opens it first, then by worth, each with what it needs before it. The test that
 * follows a wait is another short trip and stands outside the minutes.
 */
export const intoMinutes = (
  gathered: Gathered,
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
export const readyBy = (
  all: Gathered,
  situations: readonly TubAtHand[],
  now: Instant,
  { by, begun }: { by: Instant; begun: boolean },
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
