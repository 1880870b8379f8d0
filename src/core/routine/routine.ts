import { feederOf, hasChlorinePart, tabletsAWeek } from '../programmes/feederKind'
import type { Tub } from '../tub/tub'

export type AwayAdvice =
  | { code: 'shut down' | 'frost' }
  | { code: 'the day before' }
  | { code: 'cell' }
  | { code: 'load'; tablets: number; holder: 'floater' | 'feeder' }
  | { code: 'new chlorine part' }
  | { code: 'dosed by others' }
  | { code: 'dose high' }
  | { code: 'close up' | 'back' }

/** Longer than this a tub is shut down or looked after, days; common practice. */
const LONGEST_UNATTENDED_DAYS = 30
/** So long a tub that is dosed by hand lasts, days; common practice. */
const LASTS_BY_HAND_DAYS = 10

/** What to do before nobody is there for so many days, in order; common practice. */
export const awayAdvice = (tub: Tub, days: number): AwayAdvice[] => {
  const feeder = feederOf(tub.programme)
  if (days > LONGEST_UNATTENDED_DAYS) return [{ code: 'shut down' }, { code: 'frost' }]
  return [
    { code: 'the day before' },
    feeder === 'cell'
      ? { code: 'cell' }
      : feeder && hasChlorinePart(tub.programme)
        ? { code: 'new chlorine part' }
        : feeder
          ? {
              code: 'load',
              tablets: Math.ceil((tabletsAWeek(tub.volumeLitres) * days) / 7),
              holder: feeder,
            }
          : { code: days > LASTS_BY_HAND_DAYS ? 'dosed by others' : 'dose high' },
    { code: 'close up' },
    { code: 'back' },
  ]
}
