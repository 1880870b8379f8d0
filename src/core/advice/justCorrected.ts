import type { Estimate } from '../estimate/estimate'
import type { Entry } from '../journal/entry'
import { PRODUCTS } from '../products/product'
import { readingError } from '../testing/quantity'
import { DAY } from '../time'
import { phLimits } from '../tub/targetsNow'
import type { Tub } from '../tub/tub'
import { bandOf } from './state'

export type Balanced = 'pH' | 'totalAlkalinity'

/** However coarse the kit, so far outside a band is corrected: assumed. */
const MOST_SLACK: Record<Balanced, number> = { pH: 0.15, totalAlkalinity: 12 }

/** Small corrections are for the weekly test: common practice. */
const LATELY = 6 * DAY

export const corrects = (entry: Entry) =>
  entry.kind === 'aeration' ||
  (entry.kind === 'dose' && ['acid', 'base'].includes(PRODUCTS[entry.body.product].family))

/**
 * How far outside its band a quantity is left alone: by the error of its reading, where it was corrected less than a week before
 * that reading and should be in its band by what was read before and put in since. Chasing a reading's error makes it worse (common
 * practice); the next test of its rhythm decides. 0 everywhere else.
 * @returns pH units or ppm
 */
export const slackAfterCorrection = (
  tub: Tub,
  journal: readonly Entry[],
  { at, quantities }: Estimate,
  quantity: Balanced,
): number => {
  const newest = quantities[quantity].lastReading
  const band = bandOf(tub, quantity)
  if (!newest || !band) return 0
  const slack = Math.min(MOST_SLACK[quantity], readingError(quantity, newest.method, newest.value))
  const { value } = quantities[quantity]
  const limits = phLimits(tub)
  // What keeps everybody out is never left alone.
  if (quantity === 'pH' && (value < limits.low || value > limits.high)) return 0
  const out = Math.max(band.low - newest.value, newest.value - band.high)
  if (out <= 0 || out > slack) return 0
  const past = journal.filter((entry) => entry.at < newest.at && entry.at <= at)
  if (!past.some((entry) => corrects(entry) && entry.at > newest.at - LATELY)) return 0
  const expected = quantities[quantity].expected?.value
  return expected !== undefined && expected > band.low && expected < band.high ? slack : 0
}
