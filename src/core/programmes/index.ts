/** What the other rooms may import of this folder. */
export { type CellDoubt, type CellFault, type CellStatus, cellDoubt } from './cell'
export { feederOf, hasChlorinePart, tabletsAWeek } from './feederKind'
export {
  type Band,
  bringsNoStabiliser,
  type FeederKind,
  floorBroken,
  HEALTH_FLOOR,
  HOTTEST_CELSIUS,
  keepOutAbove,
  MOST_KEEP_OUT_ABOVE,
  middle,
  PROGRAMME_IDS,
  PROGRAMMES,
  type PresetId,
  type Programme,
  type ProgrammeId,
  programmeOf,
  type Targets,
  width,
} from './programme'
export { type SwitchReason, switchAdvice } from './switching'
