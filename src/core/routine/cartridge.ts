import { type Entry, isKind } from '../journal/entry'
import { DAY, type Instant } from '../time'
import type { Tub } from '../tub/tub'

/** Silver and mineral cartridges, and a feeder's stick: common practice, four months and three to four weeks. */
const CARTRIDGE_LIFE = 120 * DAY
const STICK_LIFE = 25 * DAY

/** When the cartridge or stick of such a programme went in; null where nobody has noted it; undefined where there is none. */
export const cartridgeSince = (
  { programme }: Tub,
  journal: readonly Entry[],
): { at: Instant | null; life: number } | undefined => {
  if (
    programme !== 'silver or mineral with low chlorine' &&
    programme !== 'mineral with metered chlorine'
  )
    return undefined
  const life = programme === 'mineral with metered chlorine' ? STICK_LIFE : CARTRIDGE_LIFE
  const noted = journal.filter(isKind('start')).filter(({ body }) => body.step === 'cartridge')
  return { at: noted.length > 0 ? Math.max(...noted.map(({ at }) => at)) : null, life }
}
