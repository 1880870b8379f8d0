import { TRANSFER_PER_HOUR } from '../water/aerate'
import type { Tub } from './tub'

/** Less filtration a day than this leaves water that neither filter nor sanitizer reaches, hours: common practice has four to eight. */
export const LEAST_FILTRATION_HOURS = 4

/** From so many hours a day on, jets by the clock are worth a remark. Assumed. */
export const MANY_JETS_HOURS = 2

/** Hours a day in which the water moves through the filter. */
export const filtrationHours = ({ surroundings }: Pick<Tub, 'surroundings'>): number =>
  Math.min(24, Math.max(0, surroundings?.filtrationHours ?? 24))

/** Hours a day in which the jets run under the cover. */
export const jetsHours = ({ surroundings }: Pick<Tub, 'surroundings'>): number =>
  Math.min(24, Math.max(0, surroundings?.jetsHours ?? 0))

/** Transfer rate of carbon dioxide with nobody in and the cover on, per hour, as a mean over the day. */
export const coveredTransferOf = (tub: Pick<Tub, 'surroundings'>): number => {
  const { still, jetsUnderCover } = TRANSFER_PER_HOUR
  return still + ((jetsUnderCover - still) * jetsHours(tub)) / 24
}
