import { handlingOf } from '../../advice/handling'
import { type Entry, isKind } from '../../journal/entry'
import { oxidises } from '../../products/actsOn'
import type { ProductName } from '../../products/product'
import { handlingWhile } from '../../soaks/shock'
import { type Instant, MINUTE } from '../../time'
import type { Tub } from '../../tub/tub'
import type { Held, Need } from './task'

/** What a product's wait asks for: its label's jets and cover, and no face near what gives off gas. */
export const holdsOf = (
  products: readonly ProductName[],
  tub: Tub,
  handling = handlingOf(products.at(-1) ?? 'sodium chloride', tub),
): Need => ({
  // Its pump stays off in one school; the breaker stays on.
  power: 'on',
  jets: [handling.jets],
  cover: [handling.cover],
  ...(products.some(oxidises) ? { gas: true as const } : {}),
})

const pouredBefore = (journal: readonly Entry[], now: Instant) =>
  journal.filter(isKind('dose')).filter(({ at }) => at <= now)

/** What was poured and still mixes holds jets and cover. */
export const heldByDoses = (
  journal: readonly Entry[],
  now: Instant,
  id: number,
  tub: Tub,
): Held[] =>
  pouredBefore(journal, now).flatMap(({ at, body: { product } }): Held[] => {
    const until = at + handlingOf(product, tub).waitMinutes * MINUTE
    if (until <= now) return []
    const handling = handlingWhile(tub, journal, { since: at, until, product })
    return [{ tub: id, until, holds: holdsOf([product], tub, handling), pours: true }]
  })
