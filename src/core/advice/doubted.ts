import type { Estimate } from '../estimate/estimate'
import { type Quantity, readingError } from '../testing/quantity'
import type { Tub } from '../tub/tub'
import { unlikelyBy } from './inconsistencies'
import { bandOf } from './state'

/** The newest reading of a quantity lies above its band and fits neither the one before it nor what was dosed since. */
export const doubted = (tub: Tub, { quantities }: Estimate, quantity: Quantity): boolean => {
  const { lastReading: newest, expected } = quantities[quantity]
  const band = bandOf(tub, quantity)
  if (!newest || !expected || !band || newest.value <= band.high) return false
  return unlikelyBy(expected, newest.value, readingError(quantity, newest.method, newest.value)) > 0
}
