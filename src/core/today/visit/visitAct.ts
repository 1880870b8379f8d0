import type { PlanStep } from '../../advice/planTypes'
import type { ChoreId } from '../../journal/choreId'
import type { SoakLoad } from '../../journal/load'
import type { StageId } from '../../journal/stageId'
import type { StartStepId } from '../../journal/startStepId'
import type { ProductName } from '../../products/product'
import type { FeederMove } from '../../routine/feeder'
import type { Quantity } from '../../testing/quantity'
import type { Instant } from '../../time'
import type { Chore } from '../../upkeep/chore'
import type { Task } from './task'

/** A filter set by name. */
interface SetName {
  id: number
  name: string
}

/** What is done at the tub. */
export type What =
  | { kind: 'look' }
  | { kind: 'soak log'; soak: { id: number; at: Instant; load: SoakLoad } }
  | { kind: 'dose'; dose: PlanStep; step?: StartStepId | undefined }
  | { kind: 'helper'; chore: Chore; doses: readonly { product: ProductName; grams: number }[] }
  | { kind: 'test'; quantities: readonly Quantity[]; retest: boolean }
  | { kind: 'feeder'; move: FeederMove }
  | { kind: 'start-up'; step: StartStepId | undefined }
  /** `also`: what it does on the way, marked with it. */
  | { kind: 'chore'; chore: Chore; also: readonly ChoreId[] }
  /** A dry set goes in for the one that is in. */
  | { kind: 'swap'; chore: Chore; into: SetName; out: SetName | undefined }
  /** What is done to a set away from the tub. */
  | { kind: 'set'; set: SetName; act: 'rinse' | 'soak' | 'dry' }
  | { kind: 'stage'; stage: StageId }

export type VisitTask = Task & { what: What }

/** Why something is not part of the visit. */
export type LeftReason =
  /** Within its days until then, and not asked for today. */
  | { code: 'within its days' }
  | { code: 'no time' }
  | { code: 'not by then' }
  /** @property said in its person's words */
  | { code: 'skipped'; said: string }
  | { code: 'later today' }
  | { code: 'with the drain' }
  | { code: 'licensed' }
  /** Power off longer than the pipes may stand in frost. */
  | { code: 'frost'; airCelsius: number; minutes: number }
  | { code: 'no spare'; minutes: number }
  | { code: 'start-up' | 'closed' }
  /** The stage before it ends after this day. */
  | { code: 'stage runs on' }

export interface Left {
  key: string
  tub: number
  what: What
  why: LeftReason
  /** When it comes up again, where that is known. */
  day: Instant | undefined
  /** It can be asked for today. */
  pullable: boolean
  /** Days past its window by then; 0 within it. */
  lateDays: number
}

/** What is done once for two reasons. */
export interface Merged {
  tub: number
  what: ChoreId
  into: ChoreId
}
