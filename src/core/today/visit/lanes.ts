import type { Cover, Jets } from '../../advice/handling'
import { type Instant, MINUTE } from '../../time'
import type { Held, Need } from './task'

export interface Stretch<State> {
  from: Instant
  to: Instant
  state: State
}

/** How one tub stands over the time of a visit. */
export interface Lanes {
  power: Stretch<'on' | 'off'>[]
  jets: Stretch<Jets>[]
  cover: Stretch<Cover>[]
}

/** What is asked of a tub from one moment to another. */
export interface Asked {
  from: Instant
  to: Instant
  need: Need
}

interface State {
  power: 'on' | 'off'
  jets: Jets
  cover: Cover
}

const RESTING: State = { power: 'on', jets: 'off', cover: 'closed' }
/** Where several will do and the tub has to move, the first of these. */
const JETS: readonly Jets[] = ['low', 'on', 'off']
const COVER: readonly Cover[] = ['open', 'half open', 'closed']

/** An open tub that nobody needs open is covered, unless it is opened again so soon. Assumed. */
const LEFT_OPEN = 10 * MINUTE

const narrowed = <Value>(
  before: Value,
  asked: readonly (readonly Value[])[],
  order: readonly Value[],
): Value => {
  if (asked.length === 0 || asked.every((values) => values.includes(before))) return before
  // Two products that mix together: the gentler of their states stands.
  return (
    order.find((value) => asked.every((values) => values.includes(value))) ??
    order.find((value) => asked.some((values) => values.includes(value))) ??
    before
  )
}

const stateAt = (before: State, needs: readonly Need[]): State => {
  const off = needs.some(({ power }) => power === 'off')
  return {
    power: off ? 'off' : 'on',
    jets: off
      ? 'off'
      : narrowed(
          before.jets,
          needs.flatMap(({ jets }) => (jets ? [jets] : [])),
          JETS,
        ),
    cover: narrowed(
      before.cover,
      needs.flatMap(({ cover }) => (cover ? [cover] : [])),
      COVER,
    ),
  }
}

/**
 * Power, jets and cover of one tub from `start` to `end`: what is asked holds, and between two askings the tub stays as it was; once
 * nothing more is asked it runs covered again.
 */
export const lanesOf = (
  asked: readonly Asked[],
  held: readonly Held[],
  start: Instant,
  end: Instant,
): Lanes => {
  const all: Asked[] = [
    ...held.map(({ until, holds }) => ({ from: start, to: until, need: holds })),
    ...asked,
  ].filter(({ from, to }) => to > from)
  const over = all.reduce((last, { to }) => Math.max(last, to), start)
  const moments = [...new Set([start, over, ...all.flatMap(({ from, to }) => [from, to])])]
    .filter((at) => at >= start && at < end)
    .sort((a, b) => a - b)
  const lanes: Lanes = { power: [], jets: [], cover: [] }
  let state = RESTING
  moments.forEach((from, i) => {
    const to = moments[i + 1] ?? end
    const needs = all.flatMap((one) => (one.from <= from && one.to > from ? [one.need] : []))
    state = from >= over ? RESTING : stateAt(state, needs)
    const covered = needs.every(({ cover }) => !cover || cover.includes('closed'))
    if (covered && nextOpening(all, from) - from > LEFT_OPEN) state = { ...state, cover: 'closed' }
    extend(lanes.power, state.power, from, to)
    extend(lanes.jets, state.jets, from, to)
    extend(lanes.cover, state.cover, from, to)
  })
  return lanes
}

/** When the cover is next asked to be off. */
const nextOpening = (all: readonly Asked[], after: Instant): Instant =>
  all.reduce(
    (soonest, { from, need }) =>
      from >= after && need.cover && !need.cover.includes('closed')
        ? Math.min(soonest, from)
        : soonest,
    Number.POSITIVE_INFINITY,
  )

const extend = <Value>(lane: Stretch<Value>[], state: Value, from: Instant, to: Instant): void => {
  const last = lane.at(-1)
  if (last && last.state === state && last.to === from) last.to = to
  else lane.push({ from, to, state })
}
