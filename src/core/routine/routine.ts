import { feederOf, hasChlorinePart } from '../programmes/feederKind'
import type { Tub } from '../tub/tub'

export type AwayAdvice = {
  code: 'shut down' | 'frost' | 'the day before' | 'cell' | 'new chlorine part' | 'dosed by others'
}

/** Longer than this a tub is shut down or looked after, days; common practice. */
export const LONGEST_UNATTENDED_DAYS = 30
/** So long a tub that is dosed by hand lasts, days; common practice. */
const LASTS_BY_HAND_DAYS = 10

/** What to do before nobody is there for so many days, in order, beside what goes in (`beforeLeaving`); common practice. */
export const awayAdvice = (tub: Tub, days: number): AwayAdvice[] => {
  const feeder = feederOf(tub.programme)
  if (days > LONGEST_UNATTENDED_DAYS) return [{ code: 'shut down' }, { code: 'frost' }]
  return [
    { code: 'the day before' },
    ...(feeder === 'cell' ? [{ code: 'cell' } as const] : []),
    ...(feeder && hasChlorinePart(tub.programme) ? [{ code: 'new chlorine part' } as const] : []),
    ...(!feeder && days > LASTS_BY_HAND_DAYS ? [{ code: 'dosed by others' } as const] : []),
  ]
}
