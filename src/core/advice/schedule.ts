import { type Entry, isKind } from '../journal/entry'
import type { ProductName } from '../products/product'
import { type Instant, MINUTE } from '../time'
import type { Chosen } from '../tub/choices'
import type { Wait } from './dosingCycle'
import { gapMinutes, handlingOf } from './handling'
import type { PlanStep } from './planTypes'

type Next = ProductName | 'air' | 'water'

/** What a step puts into the water, as the gaps know it. */
export const nextOf = (step: PlanStep): Next =>
  step.kind === 'add' ? step.product : step.kind === 'aerate' ? 'air' : 'water'

/** The wait that keeps something from going in now: the one that ends last of those the journal has open against it. */
export const waitBefore = (
  journal: readonly Entry[],
  next: Next,
  now: Instant,
  tub: Chosen,
): Wait | undefined => {
  let last: Wait | undefined
  for (const { at, body } of journal.filter(isKind('dose'))) {
    if (at > now) continue
    const until = at + gapMinutes(next, body.product, tub) * MINUTE
    if (until > now && (!last || until > last.until))
      last = { since: at, until, product: body.product }
  }
  return last
}

export interface Schedule {
  /** When each step may begin, if each is done at once. */
  starts: Instant[]
  /** Minutes from the end of each step to the next, or to the test. */
  waits: number[]
  /** When the last of all waits is over, those already running included. */
  mixedAt: Instant
  /** When the test is due that ends the round; now, where there is nothing to do. */
  testAt: Instant
}

/** No test before this much after the first step of a round: common practice. */
export const RETEST_AFTER = 30 * MINUTE

/** Waits overlap where the two have nothing to do with each other; nothing begins before what it depends on has mixed. */
export const scheduleOf = (
  steps: readonly PlanStep[],
  journal: readonly Entry[],
  now: Instant,
  tub: Chosen,
): Schedule => {
  const starts: Instant[] = []
  const ends: Instant[] = []
  let mixedAt = now
  for (const { at, body } of journal.filter(isKind('dose')))
    if (at <= now)
      mixedAt = Math.max(mixedAt, at + handlingOf(body.product, tub).waitMinutes * MINUTE)
  const before: { product: Next; at: Instant }[] = []
  let free = now
  for (const step of steps) {
    const next = nextOf(step)
    let start = Math.max(free, waitBefore(journal, next, now, tub)?.until ?? now)
    for (const { product, at } of before)
      if (product !== 'air' && product !== 'water')
        start = Math.max(start, at + gapMinutes(next, product, tub) * MINUTE)
    starts.push(start)
    before.push({ product: next, at: start })
    // Air is run through before anything else goes in; the rest only has to be poured.
    free = start + (step.kind === 'aerate' ? step.minutes * MINUTE : 0)
    ends.push(free)
    mixedAt = Math.max(mixedAt, free + (step.kind === 'aerate' ? 0 : step.waitMinutes * MINUTE))
  }
  const [first] = starts
  const testAt = first === undefined ? mixedAt : Math.max(mixedAt, first + RETEST_AFTER)
  const waits = ends.map((end, i) => Math.round(((starts[i + 1] ?? testAt) - end) / MINUTE))
  return { starts, waits, mixedAt, testAt }
}
