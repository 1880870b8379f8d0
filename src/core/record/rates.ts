import { DOSE_ERROR } from '../estimate/fold'
import { lossOf } from '../estimate/rates'
import type { Carried, WaterLifeTrajectory } from '../estimate/trajectory'
import type { DoseBody } from '../journal/kinds/dose'
import { PRODUCTS, productEffect } from '../products/product'
import { feederOf } from '../programmes/feederKind'
import { programmeOf } from '../programmes/programme'
import { DAY, HOUR } from '../time'
import type { Tub } from '../tub/tub'
import { BROMINE_G_PER_MOL, CHLORINE_G_PER_MOL } from '../water/constants'
import { LEAST_STRETCHES, meanOf, type Rated } from './statistics'

export const BEHAVIOURS = ['climb', 'loss', 'demand', 'acid'] as const
/**
 * What is followed through the waters of a tub. climb: pH a day beyond what went in; loss: of the residual with nobody in, per day, first
 * order; demand: g of chlorine a person-hour; acid: g of dry acid, or what does its work, a week.
 */
export type Behaviour = (typeof BEHAVIOURS)[number]

/** Long enough that two readings differ by more than their errors. Days. */
const WINDOW_DAYS = 5
const LONGEST_WINDOW_DAYS = 21

/**
 * pH a day that no dose explains: the slope of what is left over once doses are taken out, through all readings of a few days. Windows share
 * no reading, so that one error counts once.
 */
export const climbsOf = ({ carried }: Pick<WaterLifeTrajectory, 'carried'>): Rated[] => {
  const found: Rated[] = []
  let window: { t: number; u: number; variance: number }[] = []
  let from = 0
  let left = 0
  const close = () => {
    const last = window.at(-1)
    if (window.length >= 2 && last && last.t >= WINDOW_DAYS) {
      const weight = window.reduce((sum, { variance }) => sum + 1 / variance, 0)
      const mid = window.reduce((sum, { t, variance }) => sum + t / variance, 0) / weight
      const spread = window.reduce((sum, { t, variance }) => sum + (t - mid) ** 2 / variance, 0)
      const slope =
        window.reduce((sum, { t, u, variance }) => sum + ((t - mid) * u) / variance, 0) / spread
      found.push({ at: from + (last.t * DAY) / 2, value: slope, deviation: 1 / Math.sqrt(spread) })
    }
    window = []
  }
  for (const one of carried) {
    if (one.quantity !== 'pH') continue
    const days = (one.to - one.from) / DAY
    if (one.diluted || days > LONGEST_WINDOW_DAYS) {
      close()
      continue
    }
    if (window.length === 0) {
      from = one.from
      left = 0
      window = [{ t: 0, u: 0, variance: one.beforeDeviation ** 2 }]
    }
    left += one.read - one.carried
    window.push({
      t: (one.to - from) / DAY,
      u: left,
      variance: one.readDeviation ** 2 + one.dosingDeviation ** 2,
    })
    if ((window.at(-1)?.t ?? 0) >= WINDOW_DAYS) close()
  }
  return found
}

/** What a stretch would end at with a loss, per day. */
const endAt = ({ from, to, before, rises }: Carried, perDay: number) =>
  rises.reduce(
    (sum, { at, ppm }) => sum + ppm * Math.exp((-perDay * (to - at)) / DAY),
    before * Math.exp((-perDay * (to - from)) / DAY),
  )

const slopeAt = (stretch: Carried, perDay: number) =>
  (endAt(stretch, perDay + 0.01) - endAt(stretch, perDay - 0.01)) / 0.02

const dosed = ({ rises }: Carried) => DOSE_ERROR * rises.reduce((sum, { ppm }) => sum + ppm, 0)

const isUsable = (one: Carried, tub: Tub) =>
  one.quantity === programmeOf(tub.programme).sanitizer &&
  !one.diluted &&
  one.rises.every(({ ppm }) => ppm > 0) &&
  !one.products.includes('potassium monopersulfate')

/** So long after a soak what people left has met its sanitizer, mostly; assumed. */
const WASTE_IS_MET = 16 * HOUR
/** A reading sooner after people got out shows only a part of what they take. */
const WASTE_SHOWS = 6 * HOUR
/** Fewest ppm that a stretch of loss begins with; below, errors are all there is. */
const LEAST_PPM = 0.8

/** First-order loss per day with nobody in, from each pair of readings with nobody between; none where a feeder makes up for it. */
export const lossesOf = (tub: Tub, { carried }: Pick<WaterLifeTrajectory, 'carried'>): Rated[] => {
  if (feederOf(tub.programme) !== undefined) return []
  const quiet = carried.filter((one) => {
    const days = (one.to - one.from) / DAY
    const most = one.before + one.rises.reduce((sum, { ppm }) => sum + ppm, 0)
    return (
      isUsable(one, tub) &&
      one.personHours === 0 &&
      (one.soakedBefore === undefined || one.from - one.soakedBefore >= WASTE_IS_MET) &&
      days >= 0.3 &&
      days <= 7 &&
      most >= LEAST_PPM
    )
  })
  const rates = quiet.map((one) => {
    let [low, high] = [-2, 6]
    for (let i = 0; i < 40; i++) {
      const mid = (low + high) / 2
      if (endAt(one, mid) > one.read) low = mid
      else high = mid
    }
    return (low + high) / 2
  })
  const usual = rates.toSorted((a, b) => a - b)[Math.floor(rates.length / 2)] ?? 0
  return quiet.map((one, i) => ({
    at: (one.from + one.to) / 2,
    value: rates[i] ?? 0,
    // At the usual rate, so that a low reading by chance does not weigh less than a high one.
    deviation:
      Math.hypot(
        one.readDeviation,
        one.beforeDeviation * Math.exp((-usual * (one.to - one.from)) / DAY),
        dosed(one),
      ) / Math.max(0.05, Math.abs(slopeAt(one, usual))),
  }))
}

/** The loss that this tub has taught, per day; that of quiet stretches before it has, and as it is usual where too few are quiet. */
export const lossPerDay = (tub: Tub, quiet: readonly Rated[]): number =>
  (tub.learnt ? undefined : meanOf(quiet)?.mean) ?? 24 * lossOf(tub).mean

/**
 * What bathers took, g of chlorine a person-hour, from each pair of readings with a soak between.
 * @param perDay what was lost beside it: the same for all that are compared, or its error would pass for a difference
 */
export const demandsOf = (
  tub: Tub,
  { carried }: Pick<WaterLifeTrajectory, 'carried'>,
  perDay: number,
): Rated[] => {
  const { sanitizer } = programmeOf(tub.programme)
  if (feederOf(tub.programme) !== undefined) return []
  if (sanitizer !== 'freeChlorine' && sanitizer !== 'bromine') return []
  const grams =
    (tub.volumeLitres / 1000) *
    (sanitizer === 'bromine' ? CHLORINE_G_PER_MOL / BROMINE_G_PER_MOL : 1)
  return carried.flatMap((one) => {
    const days = (one.to - one.from) / DAY
    if (!isUsable(one, tub) || one.personHours < 0.4 || days > 2) return []
    if (one.to - (one.soakedLast ?? one.to) < WASTE_SHOWS) return []
    return [
      {
        at: (one.from + one.to) / 2,
        value: ((endAt(one, perDay) - one.read) * grams) / one.personHours,
        deviation:
          (Math.hypot(
            one.readDeviation,
            one.beforeDeviation,
            dosed(one),
            0.1 * Math.abs(slopeAt(one, perDay)),
          ) *
            grams) /
          one.personHours,
        // Where it ran out, they would have taken more.
        ...(one.read < LEAST_PPM ? { atLeast: true } : {}),
      },
    ]
  })
}

/** What a dose takes of alkalinity, in grams of the usual dry acid; nothing where it is no acid. */
const asDryAcid = ({ product, grams, strength }: DoseBody): number =>
  PRODUCTS[product].family === 'acid'
    ? (grams * productEffect(product, strength).alkalinityMeq) /
      productEffect('sodium bisulfate').alkalinityMeq
    : 0

/** Dry acid a week, in whole weeks of one water; what was poured of liquid acid counts as what does its work. */
export const acidOf = (
  { from, to }: Pick<WaterLifeTrajectory, 'from' | 'to'>,
  doses: readonly (DoseBody & { at: number })[],
  until: number,
): Rated[] => {
  const weeks = Math.floor(((to ?? until) - from) / (7 * DAY))
  const used = Array.from({ length: weeks }, () => 0)
  for (const dose of doses) {
    const week = Math.floor((dose.at - from) / (7 * DAY))
    if (week >= 0 && week < weeks) used[week] = (used[week] ?? 0) + asDryAcid(dose)
  }
  // The first week balances the fill.
  const rest = used.slice(1)
  if (rest.length < LEAST_STRETCHES || rest.every((one) => one === 0)) return []
  const mean = rest.reduce((a, b) => a + b, 0) / rest.length
  return rest.map((value, i) => ({
    at: from + (i + 1.5) * 7 * DAY,
    value,
    deviation: 0.5 * mean + 1,
  }))
}
