import type { Cover, Jets } from '../../advice/handling'
import type { WaitReason } from '../../advice/reasons'
import type { Instant } from '../../time'

/** What something asks of one tub while it goes on; what is left out may be as it is. */
export interface Need {
  power?: 'on' | 'off'
  /** Any of these. */
  jets?: readonly Jets[]
  cover?: readonly Cover[]
  /** Has the filter well to itself. */
  well?: true
  /** Gas leaves the water. */
  gas?: true
  /** A face or bare hands are near the water. */
  near?: true
}

/** Why one task comes after another. */
export type OrderReason =
  | { code: 'look first' }
  | { code: 'soak counts' }
  | { code: 'level first' }
  | { code: 'sets the amounts' }
  | { code: 'not after'; why: WaitReason | undefined }
  | { code: 'air first' }
  | { code: 'shows what came of it' }
  | { code: 'after the doses' }
  | { code: 'with the shock' }
  | { code: 'ends the water' }
  | { code: 'out of the tub first' }
  /** The last test is of the tub as people get in. */
  | { code: 'opens the tub' }
  /** Its people put it first. */
  | { code: 'your order' }
  | { code: 'stage' }

/** One thing to do in a visit, as the order needs it: who is busy for how long, and what the tub has to be like. */
export interface Task {
  /** The same each time a visit is planned anew: which tub, and what. */
  key: string
  tub: number
  handsMinutes: number
  /** Runs by itself from the moment the hands are done. */
  waitMinutes: number
  /** While hands are at it. */
  needs: Need
  /** While it waits. */
  holds: Need
  /** What goes in stands in its own order: of two of these only the gap counts, not what their waits ask for. */
  pours?: true
  notBefore?: Instant
  after: readonly { key: string; gapMinutes: number; why: OrderReason }[]
  /** Nobody gets in before it is over, its wait included. */
  gates: boolean
  /** What it is worth to do it now, 0–100: what opens the tub most, then what is late, then what may wait. */
  worth: number
}

/** A wait that runs already, or whatever else holds a tub's state. */
export interface Held {
  tub: number
  until: Instant
  holds: Need
  /** It was poured: what goes in next is kept off by its own gap. */
  pours?: true
}
