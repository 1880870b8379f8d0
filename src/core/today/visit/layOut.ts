import { type Instant, MINUTE } from '../../time'
import type { Gathered } from './gather'
import { lanesOf } from './lanes'
import { bestOrder, type Order } from './order'
import type { TubAtHand } from './situation'
import type { Held } from './task'
import type { VisitTask } from './visitAct'
import type { PlacedAct, PlaceReason, TubReady, Visit } from './visitTypes'

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
  return acts.map((act, i) => ({ ...act, why: whyThere(acts, i, { tasks, held, start }) }))
}

/** Why an act begins when it does: what it follows, whose wait it fills, or what could not be done first. */
const whyThere = (
  acts: readonly PlacedAct[],
  i: number,
  { tasks, held, start }: { tasks: readonly VisitTask[]; held: readonly Held[]; start: Instant },
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

/** Gathered tasks in their best order, with lanes and readiness. */
export const laidOut = (
  { tasks, held, left, merged, impossible }: Gathered,
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

/** When the last of the tubs is ready. */
export const lastReady = ({ ready, start }: Visit): Instant =>
  ready.reduce((last, { at }) => Math.max(last, at), start)
