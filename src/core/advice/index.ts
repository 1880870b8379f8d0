/** What the other rooms may import of this folder. */
export { pairTo } from './balance'
export type { CalculationLabel, CalculationLine } from './calculation'
export { type CorrectedOften, correctedOften } from './correctedOften'
export { type Dilution, MOST_REPLACED } from './dilution'
export { bathersIn, dosingCycleOf } from './dosingCycle'
export { byLabel, dueReadings, isDue } from './due'
export { feederIncompatibility } from './feederIncompatibility'
export { type Cover, type Handling, handlingOf, type Jets, whyNotAfter } from './handling'
export { inconsistencies } from './inconsistencies'
export { type Overdone, overdone } from './overdone'
export { overdoseHelp } from './overdose'
export { dosePlan, type PlanOptions, planContext } from './plan'
export type { Plan, PlanNote, PlanStep, Purpose } from './planTypes'
export type {
  BalanceReason,
  Lasting,
  NoteReason,
  RaisedReason,
  StepReason,
  WaitReason,
} from './reasons'
export { OBJECTIVES, type Objective } from './recipe'
export { scheduleOf, waitBefore } from './schedule'
export { filledShelf, type ShelfItem, sourcesOf, usualShelf } from './shelf'
export { bandOf, type QuantityState, stateOf } from './state'
export { journeyTo } from './whatIf'
