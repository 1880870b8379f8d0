import { type FeederKind, type ProgrammeId, programmeOf } from './programme'

/** What holds the level in a programme, where something does. */
export const feederOf = (programme: ProgrammeId): FeederKind | undefined =>
  programmeOf(programme).feeder

/** Its feeder takes no tablets but one chlorine part at a time, on a dial, beside a mineral part with a life of its own. */
export const hasChlorinePart = (programme: ProgrammeId): boolean =>
  programme === 'mineral with metered chlorine'

/** Days that a chlorine part lasts by use: three to four weeks, common practice. */
export const CHLORINE_PART_DAYS = 25

/** Tablets for a floater, by volume: 2 to 6 a week, common practice. */
export const tabletsAWeek = (litres: number): number =>
  Math.min(6, Math.max(2, Math.round(litres / 400)))
