/** What the other rooms may import of this folder. */
export { beforeLeaving } from './beforeLeaving'
export { type FeederAdvice, type FeederMove, TABLET_GRAMS } from './feeder'
export { type AwayAdvice, awayAdvice, LONGEST_UNATTENDED_DAYS } from './routine'
export {
  CELL_START,
  isTicked,
  type StartProgress,
  type StartStep,
  type StartStepNow,
} from './startUp'
export { treatmentsOpen, wayOut } from './wayOut'
