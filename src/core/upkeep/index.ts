/** What the other rooms may import of this folder. */
export {
  type Chore,
  type ChoreChange,
  type ChoreRule,
  type ChoreText,
  LANES,
  type Lane,
  RAREST_DAYS,
  type SchoolId,
} from './chore'
export { choreDoses } from './choreDose'
export { type ChoreDue, choresDue, isOnDay, type UpkeepPlan } from './choreDue'
export { allChoresOf, choresOf, presetChore, recurringChoresOf, schoolsOf } from './choresOf'
export {
  FILTER_KINDS,
  type FilterEvent,
  type FilterKind,
  type FilterStatus,
  filterStatus,
  noFilterSince,
  RECIPES,
} from './filterSet'
export { type GuestStay, STAY_KINDS } from './guestStay'
export type { Interval } from './interval'
export { isQuiet, type Reminder, remindersFor } from './reminder'
export { type SeasonStrip, type StripMark, type StripRow, seasonStrip } from './seasonStrip'
export { BEGUN_BEFORE, CLOSING, OPENING } from './stayJobs'
export { upkeepBearing } from './upkeepBearing'
