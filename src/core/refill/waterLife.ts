import { DAY } from '../time'
import { methodOf } from '../tub/methods'
import type { Tub } from '../tub/tub'

/** Longest life of the water by the school its people keep, milliseconds; by its kind where none was chosen. Common practice. */
export const waterLife = (tub: Tub): number => Number(methodOf(tub, 'waterAge')) * DAY
