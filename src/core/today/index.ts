/** What the other rooms may import of this folder. */
export type { AgendaItem } from './agendaItem'
export { type Alternative, type Question, questionsFor } from './alternatives'
export {
  type Closure,
  forbidsDosing,
  holdsBack,
  standsEmpty,
  waterCareOpens,
} from './closure'
export { type ClosureCode, closureRow } from './closureTable'
export { plannedDose } from './foreseen'
export { type GroupTurn, gathering } from './gathering'
export type { House } from './house'
export type { Way as OpeningWay } from './openings'
export {
  dosingOf,
  planToday,
  type SetAside,
  sanitizerStepOf,
  supposedPlan,
  type Way,
  waysToDose,
} from './planToday'
export { aheadAt, outlookOf, type ReadyAhead } from './readyAhead'
export { readyAtOf, testedAtOf } from './readyAt'
export { type Act, endOfDay, type HelpersWait } from './regimen'
export { soakAhead } from './soakAhead'
export { type Today, today } from './today'
export { choreNeeds } from './visit/choreNeeds'
export type { Lanes, Stretch } from './visit/lanes'
export { type Decisions, NO_DECISIONS, type TubAtHand } from './visit/situation'
export type { OrderReason } from './visit/task'
export { planVisit } from './visit/visit'
export type { Left, Merged, What } from './visit/visitAct'
export type { Fit, PlacedAct, PlaceReason, Visit, VisitAsked } from './visit/visitTypes'
