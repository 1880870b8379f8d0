import type { Instant } from '../../time'
import type { Lanes } from './lanes'
import type { OrderReason } from './task'
import type { Left, Merged, VisitTask, What } from './visitAct'

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
