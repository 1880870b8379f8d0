import type { Estimate } from '../estimate/estimate'
import { type Entry, type Instant, isKind, MINUTE } from '../journal/entry'
import type { ProductName } from '../products/product'
import { handlingOf } from './handling'

/** Doses and aeration since the last test: they belong to the round that the test opened. */
export const roundOf = (journal: readonly Entry[], estimate: Estimate) => {
  const since = estimate.lastTestAt ?? Number.NEGATIVE_INFINITY
  const inRound = journal.filter((entry) => entry.at >= since && entry.at <= estimate.at)
  return { doses: inRound.filter(isKind('dose')), aerations: inRound.filter(isKind('aeration')) }
}

/** The wait after a product went in. */
export interface Wait {
  since: Instant
  until: Instant
  product: ProductName
}

/**
 * When the product that went in last has mixed, if that lies ahead. A test in the meantime does not shorten it: the wait is
 * the product's, not the plan's.
 */
export const waitingUntil = (journal: readonly Entry[], now: number): Wait | undefined => {
  const open = journal
    .filter(isKind('dose'))
    .filter(({ at }) => at <= now)
    .map(({ at, body }) => ({
      since: at,
      until: at + handlingOf(body.product).waitMinutes * MINUTE,
      product: body.product,
    }))
    .filter(({ until }) => until > now)
  return open.sort((a, b) => b.until - a.until)[0]
}
