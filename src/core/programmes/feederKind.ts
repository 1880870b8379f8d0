import type { ProgrammeId } from './programme'

export type FeederKind = 'floater' | 'feeder' | 'cell'

/** What holds the level in a programme, where something does. */
export const feederOf = (programme: ProgrammeId): FeederKind | undefined => {
  switch (programme) {
    case 'chlorine tablets':
    case 'bromine tablets':
      return 'floater'
    case 'in-line bromine feeder':
    case 'mineral with metered chlorine':
      return 'feeder'
    case 'in-line salt chlorine':
    case 'over-the-side salt chlorine':
    case 'salt bromine':
      return 'cell'
    default:
      return undefined
  }
}

/** Tablets for a floater, by volume: 2 to 6 a week, common practice. */
export const tabletsAWeek = (litres: number): number =>
  Math.min(6, Math.max(2, Math.round(litres / 400)))
