import { type Entry, type EntryOf, isKind } from '../journal/entry'
import { isHeavy } from '../journal/load'
import type { ProductName } from '../products/product'
import { DAY, type Instant } from '../time'
import type { Tub } from '../tub/tub'

/** So much of each is a shock, mg per litre of water: common practice (a quarter cup of non-chlorine shock for a tub, a teaspoon of granules for 100 US gal), less what a hand may be short. */
const SHOCK_MG_PER_LITRE: Partial<Record<ProductName, number>> = {
  'potassium monopersulfate': 25,
  'sodium dichlor dihydrate': 10,
  'sodium hypochlorite': 110,
  'calcium hypochlorite': 10,
}
/** What one puts in, mg per litre: common practice; of granules, 4.5 g for 100 US gal. */
export const SHOCK_DOSE_MG_PER_LITRE: Partial<Record<ProductName, number>> = {
  'potassium monopersulfate': 40,
  'sodium dichlor dihydrate': 12,
}

export const SHOCK_EVERY = 7 * DAY
/** With every third shock the shell above the waterline and the cover's underside are wiped: common practice, third or fourth. */
const WIPE_EVERY = 3
/** Cover at least half open for so long, minutes: common practice, 20 to 30. */
export const COVER_MINUTES = 30

export const isShock = (tub: Tub, entry: Entry): boolean => {
  if (entry.kind !== 'dose') return false
  const least = SHOCK_MG_PER_LITRE[entry.body.product]
  return least !== undefined && (1000 * entry.body.grams) / tub.volumeLitres >= least
}

export const shocksIn = (tub: Tub, journal: readonly Entry[], now: Instant): EntryOf<'dose'>[] =>
  journal
    .filter(isKind('dose'))
    .filter((entry) => entry.at <= now && isShock(tub, entry))
    .toSorted((a, b) => a.at - b.at)

export interface ShockDue {
  last: Instant | undefined
  due: Instant
  why: 'rhythm' | 'load'
  /** This one comes with the wipe of shell and cover. */
  wipe: boolean
}

/** The next shock: a week after the last, or at once after a heavy soak that none has answered. Common practice. */
export const nextShock = (tub: Tub, journal: readonly Entry[], now: Instant): ShockDue => {
  const shocks = shocksIn(tub, journal, now)
  const last = shocks.at(-1)?.at
  const heavy = journal
    .filter(isKind('soak'))
    .filter(({ at, body }) => at <= now && at > (last ?? 0) && isHeavy(body))
    .reduce<Instant | undefined>((first, { at }) => Math.min(first ?? at, at), undefined)
  const first = journal.reduce((earliest, { at }) => Math.min(earliest, at), now)
  const rhythm = (last ?? first) + SHOCK_EVERY
  const byLoad = heavy !== undefined && heavy < rhythm
  return {
    last,
    due: byLoad ? heavy : rhythm,
    why: byLoad ? 'load' : 'rhythm',
    wipe: (shocks.length + 1) % WIPE_EVERY === 0,
  }
}
