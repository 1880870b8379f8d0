import { NEW_WATER } from '../advice/dilution'
import type { Estimate } from '../estimate/estimate'
import { stabiliserBuildup } from '../estimate/stabiliserBuildup'
import { fillWaterOf, quantityOf } from '../estimate/testedWater'
import type { CauseId } from '../journal/causeId'
import { type Entry, isKind } from '../journal/entry'
import { type Sign, SOILED, UNWELL } from '../journal/sign'
import type { ProductName } from '../products/product'
import { treatmentsOpen, wayOut } from '../routine/wayOut'
import { DAY, type Instant } from '../time'
import type { Tub } from '../tub/tub'
import { LITRES_PER_US_GALLON } from '../units'
import { readWater } from '../water/solveWater'
import { waterLife } from './waterLife'

/** Why the water has to go, and when by that rule. */
export type RefillReason = { at: Instant } & (
  | { rule: 'bathers'; bathersPerDay: number; days: number }
  | { rule: 'solids'; aboveFillPpm: number; perDay: number }
  | { rule: 'stabiliser'; ppm: number; high: number }
  | { rule: 'age'; days: number }
  | { rule: 'signs'; sign: Sign; times: number }
  | { rule: 'accident' }
  | { rule: 'unwell'; sign: Sign }
  | { rule: 'slime'; sign: Sign }
  | { rule: 'trouble'; cause: CauseId }
  | { rule: 'first month' }
)

/** Common practice: 1,500 ppm over what the fill water brought. A salt tub's own salt is not counted. */
export const SOLIDS_ABOVE_FILL_PPM = 1500
/** Seen again after a treatment in so many days it came back. */
const CAME_BACK = 30 * DAY
/** A new tub's first water holds what its makers left in the pipes; common practice. */
const FIRST_MONTH = 30 * DAY
/** Own salts, poured on purpose: they rise at once and stay. */
const OWN_SALTS: readonly ProductName[] = ['sodium chloride', 'sodium bromide']
const WINDOW = 28 * DAY
const RETURNING: readonly Sign[] = ['foam', 'cloudy', 'chlorine smell', 'musty smell', 'smell']
/** Out of the pipes: they are flushed, and the water changed. Common practice. */
const SLIME: readonly Sign[] = ['slimy flakes']

/**
 * The interval published for public tubs: volume in US gallons over three times the bathers a day, in days. US CDC and state
 * codes, from memory.
 */
export const batherDays = (volumeLitres: number, bathersPerDay: number): number =>
  volumeLitres / LITRES_PER_US_GALLON / (3 * bathersPerDay)

const perDayOf = (reading: number, fill: number, days: number) =>
  Math.max(0, (reading - fill) / Math.max(3, days))

/** By every rule at once, soonest first; empty where nobody has said how old this water is and nothing else speaks. */
export const refillReasons = (
  tub: Tub,
  journal: readonly Entry[],
  estimate: Estimate,
  { newTub = false }: { newTub?: boolean } = {},
): RefillReason[] => {
  const { at: now, filledAt } = estimate
  const since = filledAt ?? Number.NEGATIVE_INFINITY
  const isNew = filledAt !== undefined && now - filledAt < NEW_WATER
  const found: RefillReason[] = []
  const looks = journal.filter(isKind('look')).filter(({ at }) => at > since && at <= now)
  const first = (signs: readonly Sign[]) =>
    looks
      .toReversed()
      .flatMap(({ at, body }) =>
        body.signs.filter((sign) => signs.includes(sign)).map((sign) => ({ at, sign })),
      )
      .toSorted((a, b) => a.at - b.at)[0]
  const accident = first(SOILED)
  if (accident) found.push({ rule: 'accident', at: accident.at })
  const unwell = first(UNWELL)
  if (unwell) found.push({ rule: 'unwell', ...unwell })
  const slime = first(SLIME)
  if (slime) found.push({ rule: 'slime', ...slime })
  const treats = treatmentsOpen(journal, now).find(
    ({ at, body }) =>
      at > since && wayOut(body.cause, tub).steps.some(({ kind }) => kind === 'refill'),
  )
  if (treats) found.push({ rule: 'trouble', cause: treats.body.cause, at: treats.at })
  for (const sign of isNew ? [] : RETURNING) {
    const seen = looks.filter(({ at, body }) => at > now - CAME_BACK && body.signs.includes(sign))
    const [one, other] = [seen.at(0), seen.at(-1)]
    if (one && other && Math.abs(one.at - other.at) > DAY)
      found.push({ rule: 'signs', sign, times: seen.length, at: Math.max(one.at, other.at) })
  }
  if (filledAt !== undefined) {
    const age = (now - filledAt) / DAY
    found.push({ rule: 'age', days: waterLife(tub) / DAY, at: filledAt + waterLife(tub) })
    const soaks = journal
      .filter(isKind('soak'))
      .filter(({ at }) => at > Math.max(since, now - WINDOW) && at <= now)
    const people = soaks.reduce((sum, { body }) => sum + body.people, 0)
    const perDay = people / Math.max(3, Math.min(28, age))
    if (perDay > 0 && !isNew) {
      const days = batherDays(tub.volumeLitres, perDay)
      found.push({ rule: 'bathers', bathersPerDay: perDay, days, at: filledAt + days * DAY })
    }
    const fill = readWater(fillWaterOf(estimate.fillWater, tub.setTemperatureCelsius))
    // The owner's own salt and bromide are no waste.
    const salt = tub.targets.salt ? estimate.reading.saltPpm - fill.saltPpm : 0
    const poured = journal
      .filter(isKind('dose'))
      .filter(({ at, body }) => at >= since && at <= now && OWN_SALTS.includes(body.product))
      .reduce((ppm, { body }) => ppm + (1000 * body.grams) / tub.volumeLitres, 0)
    const above =
      quantityOf(estimate.reading, 'totalDissolvedSolids') -
      fill.totalDissolvedSolidsPpm -
      Math.max(salt, poured)
    const rise = perDayOf(above, 0, age)
    if (rise > 0 && !isNew)
      found.push({
        rule: 'solids',
        aboveFillPpm: above,
        perDay: rise,
        at: now + ((SOLIDS_ABOVE_FILL_PPM - above) / rise) * DAY,
      })
    const clock = stabiliserBuildup(tub, journal, estimate)
    const { high } = tub.targets.cyanuricAcid
    if (isNew) {
      // A first shock is no rate of stabiliser, and no reason to drain what has just been filled.
    } else if (clock && clock.ppm > high)
      found.push({ rule: 'stabiliser', ppm: clock.ppm, high, at: now })
    else if (clock?.fullAt !== undefined)
      found.push({ rule: 'stabiliser', ppm: clock.ppm, high, at: clock.fullAt })
    const fills = journal.filter(
      (entry) => entry.kind === 'water' && entry.body.replacedFraction >= 0.9,
    )
    if (newTub && fills.length <= 1) found.push({ rule: 'first month', at: filledAt + FIRST_MONTH })
  }
  return found.sort((a, b) => a.at - b.at)
}
