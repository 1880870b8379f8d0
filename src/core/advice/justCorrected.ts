import type { Estimate } from '../estimate/estimate'
import type { Entry } from '../journal/entry'
import { PRODUCTS } from '../products/product'
import { contains } from '../programmes/programme'
import { readingError } from '../testing/quantity'
import { DAY } from '../time'
import { phLimits } from '../tub/targetsNow'
import type { Tub } from '../tub/tub'
import { bandOf } from './state'

export type Balanced = 'pH' | 'totalAlkalinity'

/** So long a reading of each is as good as new: bathers and air move pH within an evening. Assumed. */
export const BALANCE_SETTLED_HOURS = { pH: 2, totalAlkalinity: 24 }

/** However coarse the kit, so far outside a band is corrected: assumed. */
const MOST_SLACK: Record<Balanced, number> = { pH: 0.15, totalAlkalinity: 12 }

/** Small corrections are for the weekly test: common practice. */
const LATELY = 6 * DAY

/** Corrections of one evening, each read again, are one round. */
const ROUND = DAY / 2

export const corrects = (entry: Entry) =>
  entry.kind === 'aeration' ||
  (entry.kind === 'dose' && ['acid', 'base'].includes(PRODUCTS[entry.body.product].family))

/** Read a moment ago, with nothing put in since that moves it. */
export const stands = (
  journal: readonly Entry[],
  { lastReading, ageHours = Number.POSITIVE_INFINITY }: Estimate['quantities']['pH'],
): boolean =>
  lastReading !== undefined &&
  ageHours <= BALANCE_SETTLED_HOURS.pH &&
  !journal.some(
    (entry) => entry.at >= lastReading.at && (corrects(entry) || entry.kind === 'water'),
  )

/**
 * How far outside its band a quantity is left alone, by the error of its reading: where it was corrected in an earlier round of the last
 * days, or in this one, and should be in its band by what was read before and put in since; altogether where it was read within its band a moment
 * ago. Chasing a reading's error makes it worse, and small corrections are for once a week (common practice). 0 everywhere else.
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
  const { value, expected } = quantities[quantity]
  // Read within its band a moment ago: what is expected beside it is no reason to correct it.
  if (stands(journal, quantities[quantity]) && contains(band, newest.value))
    return Number.POSITIVE_INFINITY
  const limits = phLimits(tub)
  // What keeps everybody out is never left alone.
  if (quantity === 'pH' && (value < limits.low || value > limits.high)) return 0
  const slack = Math.min(MOST_SLACK[quantity], readingError(quantity, newest.method, newest.value))
  if (Math.max(band.low - newest.value, newest.value - band.high) > slack) return 0
  const corrected = journal
    .filter((entry) => entry.at < newest.at && entry.at <= at && corrects(entry))
    .map((entry) => entry.at)
    .filter((one) => one > newest.at - LATELY)
  const thisRound = corrected.some((one) => one > newest.at - ROUND)
  const comesIn = expected !== undefined && expected.value > band.low && expected.value < band.high
  return corrected.length > 0 && (comesIn || !thisRound) ? slack : 0
}
