import { maybe, number, record } from '../../shape'
import { FILL_WATER } from '../../tub/tub'

export const water = {
  shape: record({
    /** 1 for a drain and refill. */
    replacedFraction: number(0, 1),
    /** What went in, where it was not what the tub is usually filled with. */
    fillWater: maybe(FILL_WATER),
  }),
}
