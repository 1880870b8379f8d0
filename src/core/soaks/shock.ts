import type { Wait } from '../advice/dosingCycle'
import { type Handling, handlingOf } from '../advice/handling'
import { effectFor, type PlanContext, usable } from '../advice/planContext'
import { MOST_AT_ONCE_PPM, SANITIZER_AIM } from '../advice/requiredChange'
import { quantityOf } from '../estimate/testedWater'
import { type Entry, type EntryOf, isKind } from '../journal/entry'
import { isHeavy } from '../journal/load'
import { cutsIn } from '../journal/powerCut'
import { isTrouble, SHOCK_SIGNS } from '../journal/sign'
import { ppmPerUnit } from '../products/doseTarget'
import { measureAtMost, roundToMeasure } from '../products/measure'
import { PRODUCTS, type ProductName } from '../products/product'
import { feederOf } from '../programmes/feederKind'
import { keepOutAbove, programmeOf } from '../programmes/programme'
import { treatmentsOpen, wayOut } from '../routine/wayOut'
import { DAY, HOUR, type Instant } from '../time'
import type { Tub } from '../tub/tub'

const NON_CHLORINE: ProductName = 'potassium monopersulfate'

/** So much of each is a shock, mg per litre of water: common practice (a quarter cup of non-chlorine shock for a tub, a teaspoon of granules for 100 US gal), less what a hand may be short. */
const SHOCK_MG_PER_LITRE: Partial<Record<ProductName, number>> = {
  'potassium monopersulfate': 25,
  'sodium dichlor dihydrate': 10,
  'sodium hypochlorite': 110,
  'calcium hypochlorite': 10,
}
/**
 * Onto a bromide bank less oxidiser does: all of it turns into bromine, 0.45 ppm of bromine for each mg/L, so that a label's quarter
 * cup would carry the level past 15 ppm and keep everybody out for days. So a shock there goes as far as people may still get in.
 */
const BANK_SHOCK_MG_PER_LITRE = 6
/** What one puts in, mg per litre: common practice; of granules, 4.5 g for 100 US gal. */
export const SHOCK_DOSE_MG_PER_LITRE = { monopersulfate: 40, granules: 12 }

export const SHOCK_EVERY = 7 * DAY
/** With every third shock the shell above the waterline and the cover's underside are wiped: common practice, third or fourth. */
const WIPE_EVERY = 3
/** Cover at least half open for so long, minutes: common practice, 20 to 30. */
export const COVER_MINUTES = 30

const isCell = (tub: Tub): boolean => feederOf(tub.programme) === 'cell'

const leastOf = (tub: Tub, product: ProductName): number | undefined =>
  product === NON_CHLORINE && programmeOf(tub.programme).sanitizer === 'bromine'
    ? BANK_SHOCK_MG_PER_LITRE
    : SHOCK_MG_PER_LITRE[product]

/** Whether so much of a product is a shock in this tub. */
const isShockDose = (tub: Tub, product: ProductName, grams: number): boolean => {
  const least = leastOf(tub, product)
  return least !== undefined && (1000 * grams) / tub.volumeLitres >= least
}

export const isShock = (tub: Tub, entry: Entry): boolean =>
  entry.kind === 'dose' && isShockDose(tub, entry.body.product, entry.body.grams)

/** What jets and cover are to be while a dose mixes; the gases of a shock leave under a cover that is half open. */
export const handlingWhile = (
  tub: Tub,
  journal: readonly Entry[],
  { since, product }: Wait,
): Handling => {
  const shock = journal.some((entry) => entry.at === since && isShock(tub, entry))
  const handling = handlingOf(product, tub)
  return shock ? { ...handling, cover: 'half open' } : handling
}

export const shocksIn = (tub: Tub, journal: readonly Entry[], now: Instant): EntryOf<'dose'>[] =>
  journal
    .filter(isKind('dose'))
    .filter((entry) => entry.at <= now && isShock(tub, entry))
    .toSorted((a, b) => a.at - b.at)

export interface ShockDue {
  last: Instant | undefined
  due: Instant
  why: 'rhythm' | 'load' | 'sign' | 'trouble' | 'power'
  /** This one comes with the wipe of shell and cover. */
  wipe: boolean
}

/** Shorter than this no test is asked for; longer, water that stood warm asks for a shock too, hours. Assumed. */
const CUT_HOURS = { noticed: 2, long: 12 }
/** Legionella and its kind grow between about 20 and 45 °C (public guidance on warm water, from memory). */
const WARM_CELSIUS = 20

/**
 * Power cuts that are over and long enough to matter.
 * @param past oldest first
 */
export const cutsToAnswer = (
  tub: Tub,
  past: readonly Entry[],
): { from: Instant; to: Instant; long: boolean }[] => {
  const { sanitizer } = programmeOf(tub.programme)
  // Where nothing that is at hand is a shock, a test alone has to do.
  const shocked = sanitizer === 'freeChlorine' || sanitizer === 'bromine'
  return cutsIn(past).flatMap(({ from, to }) => {
    if (to === undefined || to - from < CUT_HOURS.noticed * HOUR) return []
    const long =
      shocked && to - from >= CUT_HOURS.long * HOUR && tub.setTemperatureCelsius >= WARM_CELSIUS
    return [{ from, to, long }]
  })
}

const isClear = ({ kind, body }: Entry): boolean => kind === 'look' && !body.signs.some(isTrouble)

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
  const last = shocks.at(-1)?.at
  const heavy = journal
    .filter(isKind('soak'))
    .filter(({ at, body }) => at <= now && at > (last ?? 0) && isHeavy(body))
    .reduce<Instant | undefined>((first, { at }) => Math.min(first ?? at, at), undefined)
  const first = journal.reduce((earliest, { at }) => Math.min(earliest, at), now)
  const rhythm = (last ?? first) + SHOCK_EVERY
  const byLoad = heavy !== undefined && heavy < rhythm
  const unanswered = (at: Instant) => at <= now && at > (last ?? 0)
  const sign = journal
    .filter(isKind('look'))
    .filter(({ at, body }) => unanswered(at) && body.signs.some((one) => SHOCK_SIGNS.includes(one)))
    // Gone by a later look, it calls for nothing.
    .filter(({ at }) => !journal.some((one) => isClear(one) && one.at > at && one.at <= now))
    .reduce<Instant | undefined>((first, { at }) => Math.min(first ?? at, at), undefined)
  const treats = treatmentsOpen(journal, now).find(
    ({ at, body }) =>
      unanswered(at) && wayOut(body.cause, tub).steps.some(({ kind }) => kind === 'shock'),
  )
  const cut = cutsToAnswer(
    tub,
    journal.filter(({ at }) => at <= now).toSorted((a, b) => a.at - b.at || a.id - b.id),
  ).find(({ to, long }) => long && unanswered(to))
  const since = last ?? Number.NEGATIVE_INFINITY
  const soaked = journal.some(({ kind, at }) => kind === 'soak' && at > since && at <= now)
  const wipe = (shocks.length + 1) % WIPE_EVERY === 0
  if (cut) return { last, due: cut.to, why: 'power', wipe }
  if (treats) return { last, due: treats.at, why: 'trouble', wipe }
  if (sign !== undefined && !(byLoad && heavy < sign)) return { last, due: sign, why: 'sign', wipe }
  if (!byLoad && (isCell(tub) || !soaked)) return undefined
  return {
    last,
    due: byLoad ? heavy : rhythm,
    why: byLoad ? 'load' : 'rhythm',
    wipe,
  }
}

/**
 * What a shock takes in this water now; undefined where the residual already stands so high that no shock's worth of it may
 * follow, or was not read lately enough.
 * @param needed what the residual lacks by itself: the shock is at least that
 */
export const shockDose = (
  task: PlanContext,
  needed: { product: ProductName; grams: number } | undefined,
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
  const granulesPpm =
    granules * ppmPerUnit(PRODUCTS['sodium dichlor dihydrate'].perGram, 'chlorine')
  const perMg = raises(product)
  const full = product === NON_CHLORINE || perMg <= 0 ? monopersulfate : granulesPpm / perMg
  const value = quantityOf(estimate.reading, sanitizer) - (estimate.outstandingDemandPpm ?? 0)
  const most = sanitizer === 'bromine' ? keepOutAbove(tub) : MOST_AT_ONCE_PPM
  const room = perMg > 0 ? (most - value) / perMg : full
  const least = ((needed?.grams ?? 0) * 1000) / tub.volumeLitres
  const mgPerLitre = Math.max(Math.min(full, room), product === needed?.product ? least : 0)
  if (mgPerLitre <= 0) return undefined
  const exact = (mgPerLitre * tub.volumeLitres) / 1000
  // Not a gram above what lets people in again.
  const grams = room < full ? measureAtMost(product, exact) : roundToMeasure(product, exact)
  return isShockDose(tub, product, grams) ? { product, grams } : undefined
}
