import { type Entry, isKind } from '../../journal/entry'
import { loadOf } from '../../journal/load'
import { PRODUCTS, productEffect } from '../../products/product'
import { feederOf } from '../../programmes/feederKind'
import { programmeOf } from '../../programmes/programme'
import { DAY, HOUR, type Instant } from '../../time'
import type { Tub } from '../../tub/tub'
import { BROMINE_G_PER_MOL, CHLORINE_G_PER_MOL } from '../../water/constants'

export interface WeeklyUse {
  /** What went in less what the residual rose by, ppm a day. */
  usedPpmPerDay: number
  personHours: number
}

/** Fewer readings within a week say too little of it. */
const LEAST_READINGS = 2

/**
 * What a week has used of the sanitizer, by balance: doses and what tablets gave, less what the readings rose by; no model but the
 * tablets' own rate. Undefined for programmes without halogen, a cell (nobody weighs what it makes), fresh water and weeks with
 * fewer than two readings.
 * @param feedPerHour share of the tablets that dissolves in an hour
 */
export const weeklyUse = (
  tub: Tub,
  journal: readonly Entry[],
  until: Instant,
  feedPerHour: number,
): WeeklyUse | undefined => {
  const { sanitizer } = programmeOf(tub.programme)
  if (sanitizer !== 'bromine' && sanitizer !== 'freeChlorine') return undefined
  if (feederOf(tub.programme) === 'cell') return undefined
  const from = until - 7 * DAY
  const within = ({ at }: Entry) => at > from && at <= until
  if (journal.some((entry) => entry.kind === 'water' && within(entry))) return undefined
  const read = journal
    .filter(isKind('test'))
    .filter(within)
    .flatMap(({ at, body }) => {
      const ppm = body.readings[sanitizer]
      return ppm === undefined ? [] : { at, ppm }
    })
    .toSorted((a, b) => a.at - b.at)
  const [first] = read
  const last = read.at(-1)
  if (read.length < LEAST_READINGS || !first || !last || last.at - first.at < 2 * DAY)
    return undefined
  const ppmPerMmol = sanitizer === 'bromine' ? BROMINE_G_PER_MOL : CHLORINE_G_PER_MOL
  const given = journal.filter(isKind('dose')).reduce((ppm, { at, body }) => {
    const facts = PRODUCTS[body.product]
    const effect = productEffect(body.product, body.strength)
    const mmol =
      effect.freeChlorineMmol +
      effect.bromineMmol +
      (sanitizer === 'bromine' ? effect.monopersulfateMmol : 0)
    const dose = (mmol * body.grams * ppmPerMmol) / tub.volumeLitres
    if (facts.goes === 'in a feeder') {
      const left = (instant: Instant) => Math.exp((-feedPerHour * Math.max(0, instant - at)) / HOUR)
      return at < last.at ? ppm + dose * (left(first.at) - left(last.at)) : ppm
    }
    return at >= first.at && at < last.at ? ppm + dose : ppm
  }, 0)
  const personHours = journal
    .filter(isKind('soak'))
    .filter(({ at }) => at >= first.at && at < last.at)
    .reduce((sum, { body }) => sum + loadOf(body), 0)
  const days = (last.at - first.at) / DAY
  return {
    usedPpmPerDay: Math.max(0, given + first.ppm - last.ppm) / days,
    personHours: (personHours / days) * 7,
  }
}
