import type { Cover, Jets } from '../../advice/handling'
import { type Instant, MINUTE } from '../../time'
import type { Held, Need, Task } from './task'

const POWER = { on: 1, off: 2 } as const
const JETS: Record<Jets, number> = { on: 4, low: 8, off: 16 }
const COVER: Record<Cover, number> = { open: 32, 'half open': 64, closed: 128 }
const ALL = { power: 3, jets: 28, cover: 224 }
const WELL = 256
const GAS = 512
const NEAR = 1024

const anyOf = <Value extends string>(
  values: readonly Value[] | undefined,
  bits: Record<Value, number>,
  all: number,
): number => values?.reduce((sum, one) => sum | bits[one], 0) ?? all

/** A need as bits: those of power, jets and cover say what is allowed, the others what is there. */
const bitsOf = ({ power, jets, cover, well, gas, near }: Need): number =>
  (power ? POWER[power] : ALL.power) |
  anyOf(jets, JETS, ALL.jets) |
  anyOf(cover, COVER, ALL.cover) |
  (well ? WELL : 0) |
  (gas ? GAS : 0) |
  (near ? NEAR : 0)

const clash = (a: number, b: number): boolean => {
  const both = a & b
  return (
    (both & ALL.power) === 0 ||
    (both & ALL.jets) === 0 ||
    (both & ALL.cover) === 0 ||
    (both & WELL) !== 0 ||
    ((a & GAS) !== 0 && (b & NEAR) !== 0) ||
    ((b & GAS) !== 0 && (a & NEAR) !== 0)
  )
}

/** Whether two needs of one tub can hold at one time. */
export const clashes = (a: Need, b: Need): boolean => clash(bitsOf(a), bitsOf(b))

/** How the tub stands before anybody comes: running, covered, jets off. */
const RESTING = POWER.on | JETS.off | COVER.closed
const DIMENSIONS = [ALL.power, ALL.jets, ALL.cover]

/** Times in whole minutes after the start of the visit. */
export interface Slot {
  start: number
  handsEnd: number
  waitEnd: number
}

/**
 * What is compared, in this order: the last tub ready, all of them, hands free, switchings of power, jets and cover; and of equals
 * work with the power off comes early, so that nothing waits for it.
 */
export type Cost = readonly [
  last: number,
  sum: number,
  free: number,
  switches: number,
  powerOff: number,
]

export const cheaper = (a: Cost, b: Cost): boolean => {
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return (a[i] as number) < (b[i] as number)
  return false
}

/**
 * Tasks put down one after another, each as soon as hands, gaps and the tub's state allow: for one order of the hands there is
 * nothing sooner, because a wait that begins later never ends sooner. `push` and `pop` walk a search.
 */
export class Placing {
  readonly count: number
  readonly slots: Slot[]
  readonly placed: Uint8Array
  free = 0
  switches = 0
  /** Starts of what is done with the power off, added up. */
  private offAt = 0
  private readonly hands: Int32Array
  private readonly waits: Int32Array
  private readonly needs: Int32Array
  private readonly holds: Int32Array
  private readonly tubs: Int32Array
  private readonly pours: boolean[]
  private readonly earliest: Int32Array
  private readonly links: { of: number; gap: number }[][]
  /** Who comes after a task. */
  private readonly followers: number[][]
  /** From the end of a task's hands: until what it gates with all that follows is over, and until the last hands of that. */
  readonly tails: number[]
  private readonly handsTails: number[]
  /** Those that gate, or that something follows that does: the longest tail first. */
  private readonly byTail: number[]
  private readonly held: { tub: number; until: number; bits: number; pours: boolean }[]
  /** What is done with the power off, the shortest first. */
  private readonly offs: number[]
  readonly gates: boolean[]
  readonly tubCount: number
  readonly ready: Int32Array
  private readonly state: Int32Array
  private readonly order: number[] = []
  private readonly before: {
    free: number
    switches: number
    offAt: number
    state: number
    ready: number
  }[] = []

  /** @param start the visit's first minute */
  constructor(tasks: readonly Task[], held: readonly Held[], start: Instant) {
    const tubIds = [...new Set([...tasks.map(({ tub }) => tub), ...held.map(({ tub }) => tub)])]
    const at = (key: string) => tasks.findIndex((one) => one.key === key)
    const minutes = (instant: Instant) => Math.max(0, Math.ceil((instant - start) / MINUTE))
    this.count = tasks.length
    this.tubCount = tubIds.length
    this.slots = tasks.map(() => ({ start: 0, handsEnd: 0, waitEnd: 0 }))
    this.hands = Int32Array.from(tasks, ({ handsMinutes }) => Math.ceil(handsMinutes))
    this.waits = Int32Array.from(tasks, ({ waitMinutes }) => Math.ceil(waitMinutes))
    this.needs = Int32Array.from(tasks, ({ needs }) => bitsOf(needs))
    this.holds = Int32Array.from(tasks, ({ holds }) => bitsOf(holds))
    this.tubs = Int32Array.from(tasks, ({ tub }) => tubIds.indexOf(tub))
    this.pours = tasks.map(({ pours }) => pours === true)
    this.earliest = Int32Array.from(tasks, ({ notBefore }) =>
      notBefore === undefined ? 0 : minutes(notBefore),
    )
    this.gates = tasks.map(({ gates }) => gates)
    this.links = tasks.map(({ after }) =>
      after.flatMap(({ key, gapMinutes }) => {
        const of = at(key)
        return of < 0 ? [] : [{ of, gap: Math.ceil(gapMinutes) }]
      }),
    )
    this.followers = tasks.map((_, i) =>
      this.links.flatMap((links, j) => (links.some(({ of }) => of === i) ? [j] : [])),
    )
    this.tails = this.farthest((i) =>
      this.gates[i] ? (this.waits[i] as number) : Number.NEGATIVE_INFINITY,
    )
    this.handsTails = this.farthest(() => 0)
    this.byTail = tasks
      .map((_, i) => i)
      .filter((i) => (this.tails[i] as number) > Number.NEGATIVE_INFINITY)
      .sort((i, j) => (this.tails[j] as number) - (this.tails[i] as number))
    this.offs = tasks
      .map((_, i) => i)
      .filter((i) => this.isOff(i))
      .sort((i, j) => (this.hands[i] as number) - (this.hands[j] as number))
    this.placed = new Uint8Array(tasks.length)
    this.held = held.map(({ tub, until, holds, pours }) => ({
      tub: tubIds.indexOf(tub),
      until: minutes(until),
      bits: bitsOf(holds),
      pours: pours === true,
    }))
    this.ready = new Int32Array(this.tubCount)
    this.state = new Int32Array(this.tubCount).fill(RESTING)
    for (const { tub, bits } of this.held) this.settle(tub, bits)
    this.switches = 0
  }

  /** From the end of a task's hands along what has to follow it, to the farthest `own` of any of them. */
  private farthest(own: (i: number) => number): number[] {
    const known: number[] = []
    const of = (i: number): number => {
      const before = known[i]
      if (before !== undefined) return before
      let after = own(i)
      // Tasks in a ring would never end; none is made, and none may hang.
      known[i] = after
      for (const j of this.followers[i] ?? [])
        for (const link of this.links[j] ?? [])
          if (link.of === i) after = Math.max(after, link.gap + (this.hands[j] as number) + of(j))
      known[i] = after
      return after
    }
    return Array.from({ length: this.count }, (_, i) => of(i))
  }

  private isOff(i: number): boolean {
    return ((this.needs[i] as number) & ALL.power) === POWER.off
  }

  /** Whether all that task i comes after is placed. */
  open(i: number): boolean {
    return !this.placed[i] && (this.links[i] ?? []).every(({ of }) => this.placed[of])
  }

  /** The state of a tub moves where it has to, each move of power, jets or cover counted. */
  private settle(tub: number, bits: number): void {
    let state = this.state[tub] as number
    for (const dimension of DIMENSIONS) {
      if ((state & bits & dimension) !== 0) continue
      const wanted = bits & dimension
      state = (state & ~dimension) | (wanted & -wanted)
      this.switches += 1
    }
    this.state[tub] = state
  }

  /** When it would begin if it were next. */
  soonest(i: number): number {
    const tub = this.tubs[i] as number
    const hands = this.hands[i] as number
    const wait = this.waits[i] as number
    const needs = this.needs[i] as number
    const holds = this.holds[i] as number
    const pours = this.pours[i] as boolean
    let start = Math.max(this.free, this.earliest[i] as number)
    for (const { of, gap } of this.links[i] ?? [])
      start = Math.max(start, (this.slots[of] as Slot).handsEnd + gap)
    for (let moved = true; moved; ) {
      moved = false
      const keepOff = (until: number, bits: number) => {
        if (start < until && clash(needs, bits)) {
          start = until
          moved = true
        }
        if (wait > 0 && start + hands < until && clash(holds, bits)) {
          start = until - hands
          moved = true
        }
      }
      for (const one of this.held)
        if (one.tub === tub && !(pours && one.pours)) keepOff(one.until, one.bits)
      for (const j of this.order)
        if (this.tubs[j] === tub && (this.waits[j] as number) > 0 && !(pours && this.pours[j]))
          keepOff((this.slots[j] as Slot).waitEnd, this.holds[j] as number)
    }
    return start
  }

  push(i: number): void {
    const tub = this.tubs[i] as number
    this.before.push({
      free: this.free,
      switches: this.switches,
      offAt: this.offAt,
      state: this.state[tub] as number,
      ready: this.ready[tub] as number,
    })
    const start = this.soonest(i)
    const slot = this.slots[i] as Slot
    slot.start = start
    slot.handsEnd = start + (this.hands[i] as number)
    slot.waitEnd = slot.handsEnd + (this.waits[i] as number)
    this.order.push(i)
    this.placed[i] = 1
    this.free = slot.handsEnd
    if (this.isOff(i)) this.offAt += start
    this.settle(tub, this.needs[i] as number)
    if ((this.waits[i] as number) > 0) this.settle(tub, this.holds[i] as number)
    if (this.gates[i]) this.ready[tub] = Math.max(this.ready[tub] as number, slot.waitEnd)
  }

  pop(): void {
    const i = this.order.pop()
    const was = this.before.pop()
    if (i === undefined || !was) return
    const tub = this.tubs[i] as number
    this.placed[i] = 0
    this.free = was.free
    this.switches = was.switches
    this.offAt = was.offAt
    this.state[tub] = was.state
    this.ready[tub] = was.ready
  }

  /** Whether what is placed so far can still come out cheaper than that: nothing of it gets less. */
  hopeful([last, sum, free]: Cost): boolean {
    let lastNow = 0
    let sumNow = 0
    for (const ready of this.ready) {
      lastNow = Math.max(lastNow, ready)
      sumNow += ready
    }
    return (
      lastNow < last ||
      (lastNow === last && (sumNow < sum || (sumNow === sum && this.free <= free)))
    )
  }

  /** Of what is placed so far; each tub's cover closed and its power on at the end. */
  cost(): Cost {
    let last = 0
    let sum = 0
    let closing = 0
    for (let tub = 0; tub < this.tubCount; tub++) {
      const ready = this.ready[tub] as number
      last = Math.max(last, ready)
      sum += ready
      const state = this.state[tub] as number
      for (const dimension of DIMENSIONS) if ((state & RESTING & dimension) === 0) closing += 1
    }
    return [last, sum, this.free, this.switches + closing, this.offAt]
  }

  /**
   * What nothing placed from here on can beat: each task not before what it follows, and the tasks of all tubs, or of one, one
   * after another with the longest tail first, which is the best that one pair of hands can do.
   */
  least(): Cost {
    const ready = [...this.ready]
    const busy = ready.map(() => this.free)
    let last = 0
    let all = this.free
    for (const i of this.byTail) {
      if (this.placed[i]) continue
      const tub = this.tubs[i] as number
      const hands = this.hands[i] as number
      const tail = this.tails[i] as number
      all += hands
      const own = (busy[tub] as number) + hands
      busy[tub] = own
      last = Math.max(last, all + tail)
      ready[tub] = Math.max(ready[tub] as number, own + tail)
    }
    let free = this.free
    let farthest = this.free
    for (let i = 0; i < this.count; i++) {
      if (this.placed[i]) continue
      const hands = this.hands[i] as number
      free += hands
      let soonest = Math.max(this.free, this.earliest[i] as number)
      for (const { of, gap } of this.links[i] as { of: number; gap: number }[])
        if (this.placed[of]) soonest = Math.max(soonest, (this.slots[of] as Slot).handsEnd + gap)
      farthest = Math.max(farthest, soonest + hands + (this.handsTails[i] as number))
      const tub = this.tubs[i] as number
      ready[tub] = Math.max(ready[tub] as number, soonest + hands + (this.tails[i] as number))
    }
    let sum = 0
    for (const one of ready) {
      last = Math.max(last, one)
      sum += one
    }
    return [
      last,
      sum,
      Math.max(free, farthest),
      this.switches + this.switchesLeft(),
      this.offAt + this.offLeft(),
    ]
  }

  /** At least so many switchings are to come: each of a tub's states to where a task needs it, and back to rest. */
  private switchesLeft(): number {
    let left = 0
    for (let tub = 0; tub < this.tubCount; tub++) {
      const state = this.state[tub] as number
      for (const dimension of DIMENSIONS) {
        const moves = (bits: number) =>
          this.needs.some(
            (needs, i) =>
              !this.placed[i] && this.tubs[i] === tub && (needs & bits & dimension) === 0,
          )
        if ((state & RESTING & dimension) !== 0) left += moves(RESTING) ? 2 : 0
        else left += moves(state | RESTING) ? 2 : 1
      }
    }
    return left
  }

  /** The starts of what is still to do with the power off, were it done from now on without a break, the shortest first. */
  private offLeft(): number {
    let at = this.free
    let sum = 0
    for (const i of this.offs) {
      if (this.placed[i]) continue
      sum += at
      at += this.hands[i] as number
    }
    return sum
  }

  /**
   * What decides all that follows: when hands, gaps, waits and tubs come free, as far as it is later than what follows anyhow.
   * Comparable where `state` is the same.
   */
  moments(): number[] {
    const moments = [this.free, this.switches, this.offAt]
    for (let tub = 0; tub < this.tubCount; tub++)
      moments.push(Math.max(this.ready[tub] as number, this.readyAnyhow(tub)))
    for (let i = 0; i < this.count; i++) {
      if (!this.placed[i]) continue
      const { handsEnd, waitEnd } = this.slots[i] as Slot
      moments.push(
        waitEnd > this.free && this.inTheWay(i) ? waitEnd : 0,
        this.gapAfter(i) ? handsEnd : 0,
      )
    }
    return moments
  }

  /** What is still to come keeps a tub until then at the least. */
  private readyAnyhow(tub: number): number {
    let least = 0
    for (const i of this.byTail)
      if (!this.placed[i] && this.tubs[i] === tub)
        least = Math.max(least, this.free + (this.hands[i] as number) + (this.tails[i] as number))
    return least
  }

  /** Whether something that follows task i waits for it longer than for the hands. */
  private gapAfter(i: number): boolean {
    const { handsEnd } = this.slots[i] as Slot
    return (this.followers[i] as number[]).some(
      (j) =>
        !this.placed[j] &&
        (this.links[j] ?? []).some(({ of, gap }) => of === i && handsEnd + gap > this.free),
    )
  }

  /** Whether what waits after task i keeps off anything that is still to come. */
  private inTheWay(i: number): boolean {
    const holds = this.holds[i] as number
    for (let j = 0; j < this.count; j++)
      if (
        !this.placed[j] &&
        this.tubs[j] === this.tubs[i] &&
        !(this.pours[i] && this.pours[j]) &&
        (clash(this.needs[j] as number, holds) ||
          ((this.waits[j] as number) > 0 && clash(this.holds[j] as number, holds)))
      )
        return true
    return false
  }

  /** Which tasks are placed and how the tubs stand, as one number; undefined where that would not fit into one. */
  stateNumber(): number | undefined {
    if (this.count > 30 || this.tubCount > 4) return undefined
    let bits = 0
    for (let i = 0; i < this.count; i++) if (this.placed[i]) bits += 2 ** i
    for (const state of this.state) bits = bits * 18 + standing(state)
    return bits
  }
}

/** A tub's state among the eighteen there are. */
const standing = (state: number): number => {
  const jets = (state & JETS.on) !== 0 ? 0 : (state & JETS.low) !== 0 ? 1 : 2
  const cover = (state & COVER.open) !== 0 ? 0 : (state & COVER['half open']) !== 0 ? 1 : 2
  return ((state & POWER.on) !== 0 ? 0 : 9) + 3 * jets + cover
}
