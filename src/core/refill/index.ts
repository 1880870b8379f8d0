/** What the other rooms may import of this folder. */
export { firstDoses, firstSteps, refillNeeds } from './firstDoses'
export { type LevelAhead, levelAhead } from './levelAhead'
export { DILUTED, type Diluted, partialChange } from './partialChange'
export { type Rate, type Rates, ratesOf } from './rates'
export { type RefillReason, refillReasons, SOLIDS_ABOVE_FILL_PPM } from './refillDue'
export {
  type Blocked,
  type Constraints,
  countedBack,
  type RefillSchedule,
  type ScheduledStage,
  type StageProgress,
  scheduleForward,
} from './refillSchedule'
export { DRAIN_PLACES, DRAIN_WAYS, type RefillSettings, USUAL_SETTINGS } from './settings'
export { type Refill, refillOf, type Stage, type StageConflict } from './stages'
export { topUpOf } from './topUp'
