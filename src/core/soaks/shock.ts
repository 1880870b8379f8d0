import type { Wait } from '../advice/dosingCycle'
import { type Handling, handlingOf } from '../advice/handling'
import { effectFor, type PlanContext, usable } from '../advice/planContext'
import { MOST_AT_ONCE_PPM, SANITIZER_AIM } from '../advice/requiredChange'
import {
  isShockDose,
  LITTLE_SHARE,
  NON_CHLORINE,
  SHOCK_DOSE_MG_PER_LITRE,
  ventsAsShock,
} from '../advice/shockAmount'
import { quantityOf } from '../estimate/testedWater'
import { type Entry, isKind } from '../journal/entry'
import { loadOf } from '../journal/load'
import { ppmPerUnit } from '../products/doseTarget'
import { measureAtMost, roundToMeasure } from '../products/measure'
import { PRODUCTS, type ProductName } from '../products/product'
import { feederOf } from '../programmes/feederKind'
import { keepOutAbove } from '../programmes/programme'
import { treatmentsOpen } from '../routine/wayOut'
import type { Instant } from '../time'
import { methodOf, shockEvery } from '../tub/methods'
import type { Tub } from '../tub/tub'
import { cutsToAnswer, isClear, shockAsked, shocksIn } from './shocks'

/** Two people for 35 minutes. */
const HEAVY_HOURS = 2 * (35 / 60)
/** Cover at least half open for so long, minutes, as long as the shock itself mixes: common practice, 20 to 30. */
export const COVER_MINUTES = 20

const isCell = (tub: Tub): boolean => feederOf(tub.programme) === 'cell'

/** What jets and cover are to be while a dose mixes; the gases of a shock leave under a cover that is half open. */
export const handlingWhile = (
  tub: Tub,
  journal: readonly Entry[],
  { since, product }: Wait,
): Handling => {
  const shock = journal.some(
    (entry) =>
      entry.kind === 'dose' &&
      entry.at === since &&
      ventsAsShock(tub, entry.body.product, entry.body.grams),
  )
  const handling = handlingOf(product, tub)
  return shock ? { ...handling, cover: 'half open' } : handling
}

export interface ShockDue {
  last: Instant | undefined
  due: Instant
  /** `soak`: its people give every soak a little one. */
  why: 'rhythm' | 'soak' | 'load' | 'sign' | 'trouble' | 'power' | 'combined'
  /** Of a full one, above 0 to 1. */
  share: number
  /** This one comes with the wipe of shell and cover. */
  wipe: boolean
}

/**
 * The next shock: a week after the last, or at once after a heavy soak, a sign or a treatment that none has answered; common
 * practice. None is due where nobody has been in since the last. A cell oxidises all day, so it has no rhythm: undefined there until people have left
 * more than it meets.
 */
export const nextShock = (
  tub: Tub,
  journal: readonly Entry[],
  now: Instant,
): ShockDue | undefined => {
  const shocks = shocksIn(tub, journal, now)
  const little = methodOf(tub, 'shockRhythm') === 'after every soak'
  const littleOnes = little ? shocksIn(tub, journal, now, LITTLE_SHARE) : shocks
  const last = littleOnes.at(-1)?.at
  // A sign, a heavy soak and a treatment want a whole one.
  const lastWhole = shocks.at(-1)?.at ?? 0
  const unanswered = (at: Instant) => at <= now && at > lastWhole
  /** When something that no shock has answered asked for one first. */
  const askedBy = (why: ReturnType<typeof shockAsked>, stands: (at: Instant) => boolean) =>
    journal
      .filter((entry) => unanswered(entry.at) && shockAsked(tub, entry) === why && stands(entry.at))
      .reduce<Instant | undefined>((first, { at }) => Math.min(first ?? at, at), undefined)
  const heavy = askedBy('load', () => true)
  const first = journal.reduce((earliest, { at }) => Math.min(earliest, at), now)
  const rhythm = (last ?? first) + shockEvery(tub)
  const byLoad = heavy !== undefined && (little || heavy < rhythm)
  // Gone by a later look, it calls for nothing.
  const sign = askedBy(
    'sign',
    (at) => !journal.some((one) => isClear(one) && one.at > at && one.at <= now),
  )
  const treats = treatmentsOpen(journal, now).find(
    (entry) => unanswered(entry.at) && shockAsked(tub, entry) === 'trouble',
  )
  const cut = cutsToAnswer(
    tub,
    journal.filter(({ at }) => at <= now).toSorted((a, b) => a.at - b.at || a.id - b.id),
  ).find(({ to, long }) => long && unanswered(to))
  const since = last ?? Number.NEGATIVE_INFINITY
  const soaks = journal.filter(isKind('soak')).filter(({ at }) => at > since && at <= now)
  const wipe = !little && (shocks.length + 1) % Number(methodOf(tub, 'wipeAtShocks')) === 0
  const whole = { last, wipe, share: 1 }
  if (cut) return { ...whole, due: cut.to, why: 'power' }
  if (treats) return { ...whole, due: treats.at, why: 'trouble' }
  if (sign !== undefined && !(byLoad && heavy < sign)) return { ...whole, due: sign, why: 'sign' }
  if (!byLoad && (isCell(tub) || soaks.length === 0)) return undefined
  if (!byLoad && little) {
    const left = soaks.reduce((sum, { body }) => sum + loadOf(body), 0)
    const share = Math.min(1, Math.max(LITTLE_SHARE, left / HEAVY_HOURS))
    return { ...whole, share, due: Math.min(...soaks.map(({ at }) => at)), why: 'soak' }
  }
  return { ...whole, due: byLoad ? heavy : rhythm, why: byLoad ? 'load' : 'rhythm' }
}

/**
 * What a shock takes in this water now; undefined where the residual already stands so high that no shock's worth of it may
 * follow, or was not read lately enough.
 * @param needed what the residual lacks by itself: the shock is at least that
 * @param share of a full shock
 * @param part less than that serves too, as far as the residual has room: combined chlorine is burnt step by step
 * @param most the residual is not to stand above that now, ppm, so that it has fallen when people come
 */
export const shockDose = (
  task: PlanContext,
  needed: { product: ProductName; grams: number } | undefined,
  {
    share = 1,
    part = false,
    most: mostNow = MOST_AT_ONCE_PPM,
  }: { share?: number; part?: boolean; most?: number | undefined } = {},
): { product: ProductName; grams: number } | undefined => {
  const { tub, programme, estimate, sources } = task
  const { sanitizer } = programme
  if (!usable(task, sanitizer)) return undefined
  const raises = (product: ProductName) =>
    ppmPerUnit(effectFor(sources, product), SANITIZER_AIM[sanitizer])
  const own = sources.find(({ product, assumed }) => product === NON_CHLORINE && !assumed)
  // A system whose range tops out at 1 ppm is never shocked with chlorine, and a cell makes its own.
  const chlorineFree =
    sanitizer === 'freeChlorine' &&
    (tub.targets.sanitizer.high <= 1 || ((own || isCell(tub)) && !needed))
  const usual =
    sources.find(({ product }) => programme.dosedWith.includes(product))?.product ??
    programme.dosedWith[0]
  const product = chlorineFree ? NON_CHLORINE : (needed?.product ?? usual)
  const { monopersulfate, granules } = SHOCK_DOSE_MG_PER_LITRE
  const strength = methodOf(tub, 'granuleShock')
  const granulesPpm =
    granules[strength] * ppmPerUnit(PRODUCTS['sodium dichlor dihydrate'].perGram, 'chlorine')
  const perMg = raises(product)
  const full =
    share * (product === NON_CHLORINE || perMg <= 0 ? monopersulfate : granulesPpm / perMg)
  const value = quantityOf(estimate.reading, sanitizer) - estimate.outstandingDemandPpm
  const most = Math.min(mostNow, sanitizer === 'bromine' ? keepOutAbove(tub) : MOST_AT_ONCE_PPM)
  const room = perMg > 0 ? (most - value) / perMg : full
  const least = ((needed?.grams ?? 0) * 1000) / tub.volumeLitres
  const mgPerLitre = Math.max(Math.min(full, room), product === needed?.product ? least : 0)
  if (mgPerLitre <= 0) return undefined
  const exact = (mgPerLitre * tub.volumeLitres) / 1000
  // Not a gram above what lets people in again.
  const grams = room < full ? measureAtMost(product, exact) : roundToMeasure(product, exact)
  return part || isShockDose(tub, product, grams, share) ? { product, grams } : undefined
}
