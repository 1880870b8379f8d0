import type { Entry } from '../../journal/entry'
import type { SoakLoad } from '../../journal/load'
import type { ScheduledStage } from '../../refill/refillSchedule'
import { HOUR, type Instant } from '../../time'
import type { Tub } from '../../tub/tub'
import type { ChoreDue } from '../../upkeep/choreDue'
import type { FilterStatus } from '../../upkeep/filterSet'
import type { Closure } from '../closure'
import type { Act, HelpersWait } from '../regimen'

/** One tub as a visit finds it. */
export interface TubAtHand {
  id: number
  tub: Tub
  journal: readonly Entry[]
  /** Everything there is to do today. */
  acts: readonly Act[]
  /** In walking order. */
  upkeep: readonly ChoreDue[]
  helpersWait: HelpersWait | undefined
  /** Of the whole house. */
  filters: readonly FilterStatus[]
  plannedSoaks: readonly { id: number; at: Instant; load: SoakLoad }[]
  /** Of a change of water that is under way. */
  stages: readonly ScheduledStage[]
  airCelsius: number | undefined
  /** What keeps the tub shut. */
  closures: readonly Closure[]
}

/** What its people decided about a visit. */
export interface Decisions {
  /** Keys asked for today though they could wait. */
  pulled: readonly string[]
  /** Left out, with their words. */
  skipped: readonly { key: string; said: string }[]
  /** Put to a time of their own. */
  moved: readonly { key: string; notBefore: Instant }[]
  /** One before another, though nothing asks for it. */
  ahead: readonly { key: string; of: string }[]
}

/** A test or gate that is due later than this is another trip, ms. */
export const SOON = 3 * HOUR

export const NO_DECISIONS: Decisions = { pulled: [], skipped: [], moved: [], ahead: [] }
