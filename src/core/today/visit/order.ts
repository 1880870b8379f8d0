import type { Instant } from '../../time'
import { type Cost, cheaper, Placing, type Slot } from './place'
import type { Held, Task } from './task'

export interface Order {
  /** Task numbers as the hands take them. */
  order: number[]
  slots: Slot[]
  cost: Cost
  /** Nothing is better; false where the search was cut off, and what it had found was only improved on. */
  exact: boolean
}

/** Up to so many tasks the best order is as good as always found. */
const EXACT_UP_TO = 10
/** Steps of the search before it is cut off: one takes 10 to 30 µs, and a page waits for them. 4 of 400 visits of ten tasks, drawn at random, meet the first. */
const STEPS = { few: 8000, many: 2000 }

interface Found {
  order: number[]
  cost: Cost
}

/** What an order costs; undefined where it can't be, or can't be less than `below`. */
const costOf = (placing: Placing, order: readonly number[], below?: Cost): Cost | undefined => {
  let pushed = 0
  let possible = true
  for (const i of order) {
    if (!placing.open(i)) {
      possible = false
      break
    }
    placing.push(i)
    pushed += 1
    if (below && !placing.hopeful(below)) {
      possible = false
      break
    }
  }
  const cost = possible ? placing.cost() : undefined
  while (pushed-- > 0) placing.pop()
  return cost
}

/** What may come next, the likeliest first: what begins soonest, of those what has most to follow. */
const likeliest = (placing: Placing): number[] => {
  const starts: number[] = []
  const open: number[] = []
  for (let i = 0; i < placing.count; i++) {
    if (!placing.open(i)) continue
    open.push(i)
    starts[i] = placing.soonest(i)
  }
  const tail = (i: number) => placing.tails[i] as number
  return open.sort(
    (i, j) => (starts[i] as number) - (starts[j] as number) || tail(j) - tail(i) || i - j,
  )
}

/** Always what can begin soonest next; of those the one with the longest wait, then as they stand. */
const soonestFirst = (placing: Placing): number[] => {
  const order: number[] = []
  while (order.length < placing.count) {
    let best = -1
    let bestStart = Number.POSITIVE_INFINITY
    let bestWait = -1
    for (let i = 0; i < placing.count; i++) {
      if (!placing.open(i)) continue
      placing.push(i)
      const { start, handsEnd, waitEnd } = placing.slots[i] as Slot
      placing.pop()
      const wait = placing.gates[i] ? waitEnd - handsEnd : -1
      if (start < bestStart || (start === bestStart && wait > bestWait)) {
        best = i
        bestStart = start
        bestWait = wait
      }
    }
    // What waits for each other in a ring never opens; nobody makes one, and it must not hang.
    if (best < 0) break
    placing.push(best)
    order.push(best)
  }
  for (let i = 0; i < order.length; i++) placing.pop()
  return order
}

const moved = (order: readonly number[], from: number, to: number): number[] => {
  const next = [...order]
  const [one] = next.splice(from, 1)
  next.splice(to, 0, one as number)
  return next
}

/** Takes one task at a time to wherever it helps most, until none helps. */
const improved = (placing: Placing, from: Found): Found => {
  let best = from
  for (let better = true; better; ) {
    better = false
    const { order } = best
    for (let i = 0; i < order.length; i++)
      for (let j = 0; j < order.length; j++) {
        if (i === j) continue
        const next = moved(order, i, j)
        const cost = costOf(placing, next, best.cost)
        if (cost && cheaper(cost, best.cost)) {
          best = { order: next, cost }
          better = true
        }
      }
  }
  return best
}

const noLater = (a: readonly number[], b: readonly number[]): boolean =>
  a.every((one, i) => one <= (b[i] as number))

/**
 * The cheapest order of tasks for one pair of hands: the last tub ready soonest, then all of them, then the hands free, then the
 * fewest switchings. A branch that can't beat what is known, or that another with the same tasks behind it beats in every moment
 * that still counts, is left. The same tasks always give the same order.
 * @param tasks in walking order, which decides between equals
 * @param steps after which the search is cut off
 */
export const bestOrder = (
  tasks: readonly Task[],
  held: readonly Held[],
  start: Instant,
  steps = tasks.length <= EXACT_UP_TO ? STEPS.few : STEPS.many,
): Order => {
  const placing = new Placing(tasks, held, start)
  const first = soonestFirst(placing)
  if (first.length < tasks.length) {
    // Only what hangs together without a ring; the rest at its end, in walking order.
    const rest = tasks.map((_, i) => i).filter((i) => !first.includes(i))
    first.push(...rest)
  }
  let best: Found = { order: first, cost: costOf(placing, first) ?? worst(placing, first) }
  if (tasks.length > 1) best = improved(placing, best)
  const begun = best
  const seen = new Map<number, number[][]>()
  const path: number[] = []
  let left = steps
  const walk = (): void => {
    if (path.length === placing.count) {
      const cost = placing.cost()
      if (cheaper(cost, best.cost)) best = { order: [...path], cost }
      return
    }
    for (const i of likeliest(placing)) {
      if (left <= 0) return
      left -= 1
      placing.push(i)
      if (cheaper(placing.least(), best.cost) && !beaten()) {
        path.push(i)
        walk()
        path.pop()
      }
      placing.pop()
    }
  }
  const beaten = (): boolean => {
    const state = placing.stateNumber()
    if (state === undefined) return false
    const moments = placing.moments()
    const others = seen.get(state)
    if (!others) {
      seen.set(state, [moments])
      return false
    }
    if (others.some((one) => noLater(one, moments))) return true
    others.push(moments)
    return false
  }
  walk()
  if (left <= 0 && best !== begun) best = improved(placing, best)
  for (const i of best.order) placing.push(i)
  return { ...best, slots: placing.slots.map((slot) => ({ ...slot })), exact: left > 0 }
}

/** Tasks that wait for each other all the same, put down as they come. */
const worst = (placing: Placing, order: readonly number[]): Cost => {
  for (const i of order) placing.push(i)
  const cost = placing.cost()
  for (const _ of order) placing.pop()
  return cost
}
