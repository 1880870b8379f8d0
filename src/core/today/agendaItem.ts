import type { Plan } from '../advice/plan'
import type { Estimate } from '../estimate/estimate'
import type { Frost } from '../heat/frost'
import type { TubHeat } from '../heat/tubHeat'
import type { SoakLoad } from '../journal/load'
import type { Sign } from '../journal/sign'
import type { FeederAdvice, FeederMove } from '../routine/feeder'
import type { StartStepNow } from '../routine/startUp'
import type { ShockDue } from '../soaks/shock'
import type { Quantity } from '../testing/quantity'
import type { Instant } from '../time'
import type { Case } from '../trouble/cases'
import type { Chore } from '../upkeep/chore'
import type { ChoreDue } from '../upkeep/choreDue'
import type { GuestStay } from '../upkeep/guestStay'
import type { Closure } from './closure'
import type { SetAside } from './planToday'
import type { SoakAhead } from './soakAhead'

export type AgendaItem = { due: Instant; minutes: number } & (
  | { kind: 'dose'; plan: Plan }
  | { kind: 'retest'; also: Quantity[] }
  | { kind: 'test'; quantities: Quantity[] }
  | { kind: 'soak'; people: number; advice: SoakAhead['advice'] }
  | { kind: 'chores'; chores: Chore[] }
  /** What neither dosing nor testing opens; `no filter` among them. */
  | { kind: 'closed'; closure: Closure }
  | { kind: 'shock'; why: ShockDue['why'] }
  /** The step of a start-up that owns the water. */
  | { kind: 'start-up'; step: StartStepNow }
  | { kind: 'feeder'; move: FeederMove }
  | { kind: 'refill' }
  /** Nobody is there until then. */
  | { kind: 'away'; stay: GuestStay }
  /** Hard frost is coming: what it threatens here. */
  | { kind: 'frost'; frost: Frost }
  /** It warmed slower than it has learnt. */
  | { kind: 'heater'; weakened: NonNullable<TubHeat['weakened']> }
  /** Something is wrong that closes nothing by itself, or it is time to look whether it has gone. */
  | { kind: 'trouble'; signs: readonly Sign[]; look: boolean }
  /** The water out of the pipe, before it goes in. */
  | { kind: 'fill test' }
  /** Nobody has said yet how old this water is. */
  | { kind: 'water age' }
)

/** What the list of what comes next is made from. */
export interface AgendaGiven {
  estimate: Estimate
  plan: Plan
  /** The next shock; where it is due it is in the plan already, or set aside. */
  shock?: ShockDue | undefined
  startUp?: (StartStepNow & { shutBy: Closure | undefined }) | undefined
  feeder?: (FeederAdvice & { shutBy: Closure | undefined }) | undefined
  setAside?: readonly SetAside[]
  plannedSoaks?: readonly { at: Instant; load: SoakLoad }[]
  upkeep?: readonly ChoreDue[]
  found?: readonly Closure[]
  /** When the weekly visits are. */
  visits?: readonly Instant[]
  /** What is wrong as far as anybody has said. */
  wrong?: Case | undefined
  stays?: readonly GuestStay[]
  frost?: Frost | undefined
  weakened?: TubHeat['weakened']
}
