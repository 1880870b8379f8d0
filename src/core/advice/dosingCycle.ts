import type { Estimate } from '../estimate/estimate'
import { type Entry, isKind } from '../journal/entry'
import type { ProductName } from '../products/product'
import { type Instant, MINUTE } from '../time'
import type { Chosen } from '../tub/choices'
import { handlingOf } from './handling'

/** Doses and aeration since the last test: they belong to the round that the test opened. */
export const dosingCycleOf = (journal: readonly Entry[], estimate: Estimate) => {
  const since = estimate.lastTestAt ?? Number.NEGATIVE_INFINITY
  const inRound = journal.filter((entry) => entry.at >= since && entry.at <= estimate.at)
  return { doses: inRound.filter(isKind('dose')), aerations: inRound.filter(isKind('aeration')) }
}

/** How many are in the water by what was logged, and until when. */
export const bathersIn = (
  journal: readonly Entry[],
  now: Instant,
): { people: number; until: Instant } | undefined => {
  const inNow = journal
    .filter(isKind('soak'))
    .filter(({ at, body }) => at <= now && at + body.minutes * MINUTE > now)
  return inNow.length === 0
    ? undefined
    : {
        people: inNow.reduce((sum, { body }) => sum + body.people, 0),
        until: Math.max(...inNow.map(({ at, body }) => at + body.minutes * MINUTE)),
      }
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
export const waitingUntil = (
  journal: readonly Entry[],
  now: number,
  tub: Chosen,
): Wait | undefined => {
  const open = journal
    .filter(isKind('dose'))
    .filter(({ at }) => at <= now)
    .map(({ at, body }) => ({
      since: at,
      until: at + handlingOf(body.product, tub).waitMinutes * MINUTE,
      product: body.product,
    }))
    .filter(({ until }) => until > now)
  return open.sort((a, b) => b.until - a.until)[0]
}
