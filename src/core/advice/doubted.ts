import { type Estimate, estimate as estimateAt } from '../estimate/estimate'
import type { Entry } from '../journal/entry'
import { type Quantity, readingError } from '../testing/quantity'
import type { Tub } from '../tub/tub'
import { unexplained } from './inconsistencies'
import { bandOf } from './state'

/** The newest reading of a quantity lies above its band and fits neither the one before it nor what was dosed since. */
export const doubted = (
  tub: Tub,
  journal: readonly Entry[],
  { at, quantities }: Estimate,
  quantity: Quantity,
): boolean => {
  const newest = quantities[quantity].lastReading
  const band = bandOf(tub, quantity)
  if (!newest || !band || newest.value <= band.high) return false
  const past = journal.filter((entry) => entry.at < newest.at && entry.at <= at)
  if (past.length === 0) return false
  const before = estimateAt(tub, past, newest.at - 1)
  const deviation = (of: Quantity, value: number) => readingError(of, newest.method, value)
  return unexplained(before, { [quantity]: newest.value }, deviation).length > 0
}
