import type { PlanOptions } from '../advice/plan'
import type { Ensemble } from '../estimate/learning/ensembleState'
import type { SoakLoad } from '../journal/load'
import type { ProductName } from '../products/product'
import type { ScheduledStage } from '../refill/refillSchedule'
import type { Instant } from '../time'
import type { choreDoses } from '../upkeep/choreDose'
import type { UpkeepPlan } from '../upkeep/choreDue'
import type { FilterStatus } from '../upkeep/filterSet'
import type { Decisions } from './visit/situation'

/** What lies outside a tub's own journal and bears on it; what is left out is as usual, or not there. */
export interface House {
  /** The tub's number among others. */
  id?: number
  /** What a plan may reach for. */
  shelf?: PlanOptions['shelf']
  /** Everything on it, with the labels that its owner typed. */
  labels?: Parameters<typeof choreDoses>[2]
  /** Not reached for, for a visit under way leaves it out. */
  leftOut?: readonly ProductName[]
  /** Chore rules, stays and dates that chores go by. */
  upkeep?: UpkeepPlan
  /** Entries that chores go by, where more of the journal bears on them than on the water. */
  upkeepJournal?: Parameters<typeof import('../upkeep/choreDue').choresDue>[1]
  filters?: readonly FilterStatus[]
  /** Since when none of its filter sets is in it. */
  noFilter?: Instant | undefined
  plannedSoaks?: readonly { id: number; at: Instant; load: SoakLoad }[]
  /** Planned ones of the last days, which somebody may have forgotten to log. */
  soaksBefore?: readonly { id: number; at: Instant; load: SoakLoad }[]
  /** Stages of a change of water that has begun or is about to. */
  stages?: readonly ScheduledStage[]
  /** Of a visit under way. */
  decisions?: Decisions
  /** °C outside, now and at a moment ahead. */
  air?: { now: number | undefined; at: (at: Instant) => number }
  heaterKilowatts?: number | undefined
  /** Of the wall clock by which its days end, ahead of UTC. */
  hoursFromUtc?: number
  /** What the journal has taught, kept elsewhere: never another than is made of it anew. */
  ensemble?: Ensemble
}
