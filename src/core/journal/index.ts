/** What the other rooms may import of this folder. */
export { notAhead } from './aheadOfClock'
export { bearing } from './bearing'
export {
  type Answers,
  answers,
  CAUSES,
  type CauseId,
  isCause,
  isQuestion,
  NOT_KNOWN,
  QUESTION_IDS,
  QUESTIONS,
  type QuestionId,
} from './causeId'
export { type ChoreId, isChoreId, isPresetChore, type PresetChoreId } from './choreId'
export { cleansFilter } from './cleansFilter'
export { closedDownSince } from './closedDown'
export {
  type Entry,
  type EntryBodies,
  type EntryKind,
  type EntryOf,
  inOrder,
  isKind,
  type NewEntry,
} from './entry'
export { currentBody, ENTRY_VERSION } from './entryVersion'
export { FILTER_ACTS, type FilterAct, SOAK_RECIPES, type SoakRecipeId } from './filterAct'
export { ENTRY_KINDS, KINDS } from './kinds'
export type { ChoreBody } from './kinds/chore'
export type { DoseBody, Objection } from './kinds/dose'
export { FILTER_LOOKS, type FilterBody } from './kinds/filter'
export { SENSES_OF_WATER } from './kinds/test'
export { isHeavy, LOAD, loadOf, type SoakLoad } from './load'
export { cutsIn, type NotedCut } from './powerCut'
export { settle } from './settled'
export {
  EMERGENCIES,
  type Emergency,
  isTrouble,
  SENSES,
  type Sense,
  SIGNS,
  SIGNS_OF,
  type Sign,
  UNCLEAR,
} from './sign'
export { STAGE_IDS, type StageId } from './stageId'
export { isStartStep, type StartStepId } from './startStepId'
