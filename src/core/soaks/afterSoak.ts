import { effectFor, type PlanContext } from '../advice/planContext'
import { SANITIZER_AIM } from '../advice/requiredChange'
import { type Estimate, estimate as estimateAt } from '../estimate/estimate'
import { demandOf } from '../estimate/rates'
import { quantityOf } from '../estimate/testedWater'
import { type Entry, type EntryOf, isKind } from '../journal/entry'
import { isHeavy, loadOf } from '../journal/load'
import { addProduct } from '../products/addProduct'
import { ppmPerUnit } from '../products/doseTarget'
import { gramsInMeasure, roundToMeasure } from '../products/measure'
import type { ProductName } from '../products/product'
import { middle, type Programme, programmeOf } from '../programmes/programme'
import { HOUR, MINUTE } from '../time'
import type { Tub } from '../tub/tub'
import { LITRES_PER_US_GALLON } from '../units'
import { BROMINE_G_PER_MOL, CHLORINE_G_PER_MOL } from '../water/constants'
import { readWater } from '../water/solveWater'

export const AFTER_SOAK_SCHOOLS = ['spoon rule', 'daily grams', 'demand'] as const
export type AfterSoakSchool = (typeof AFTER_SOAK_SCHOOLS)[number]

/** What one school would put in now. */
export interface AfterSoakDose {
  school: AfterSoakSchool
  product: ProductName
  /** Rounded as a hand measures; 0 where the school would add nothing. */
  grams: number
  /** The residual as soon as it has mixed, ppm, by the estimate. */
  peakPpm: number
  /** And once it has met what bathers left. */
  residualPpm: number
  /** This much is a shock: cover half open, nobody in for longer. */
  shock: boolean
}

/** Half a level teaspoon of granules per 100 US gallons after a soak, a whole one as a shock: common practice. */
const SPOONS_PER_100_GALLONS = { normal: 0.5, shock: 1 }
/** 6 to 10 g of granules per 1000 L a day: common practice, one school. */
const DAILY_GRAMS_PER_CUBIC_METRE = 8
/** Soaks count until this long after they ended. */
const RECENT = 18 * HOUR

/** Soaks since the sanitizer was last dosed or the water tested: what an after-soak dose answers. */
export const openSoaks = (journal: readonly Entry[], now: number): EntryOf<'soak'>[] => {
  const answered = journal
    .filter((entry) => entry.at <= now)
    .filter(({ kind }) => kind === 'dose' || kind === 'water')
    .reduce((latest, { at }) => Math.max(latest, at), Number.NEGATIVE_INFINITY)
  return journal
    .filter(isKind('soak'))
    .filter(
      ({ at, body }) => at > answered && at <= now && now - at - body.minutes * MINUTE < RECENT,
    )
}

/** Load of these soaks together, weighted person-hours. */
export const loadTogether = (soaks: readonly EntryOf<'soak'>[]): number =>
  soaks.reduce((sum, { body }) => sum + loadOf(body), 0)

/** However much is left to oxidise, no more than a shock goes in before the next test, ppm as chlorine: common practice. */
const MOST_AT_ONCE_PPM = 10

/** Of what these soaks brought, the part that the residual was too small for and that still waits in the water, ppm. */
const unmetPpm = (
  tub: Tub,
  soaks: readonly EntryOf<'soak'>[],
  journal: readonly Entry[],
): number => {
  const [first] = soaks.toSorted((a, b) => a.at - b.at)
  if (!first || journal.length === 0) return 0
  const { sanitizer } = programmeOf(tub.programme)
  if (sanitizer !== 'freeChlorine' && sanitizer !== 'bromine') return 0
  const before = estimateAt(tub, journal, first.at - 1)
  const gramsPerMol = sanitizer === 'bromine' ? BROMINE_G_PER_MOL : CHLORINE_G_PER_MOL
  const brought =
    (1000 * demandOf(tub).mean * loadTogether(soaks)) / tub.volumeLitres / CHLORINE_G_PER_MOL
  return Math.max(0, brought * gramsPerMol - quantityOf(before.reading, sanitizer))
}

/** A dose that carries the residual so far over its range is a shock. */
const OVER = 1.1

const isGranular = ({ sanitizer, dosedWith }: Programme) =>
  sanitizer === 'freeChlorine' && dosedWith[0] === 'sodium dichlor dihydrate'

/**
 * What goes in after these soaks, by three schools side by side: the spoon rule and the daily grams of those who dose dichlor
 * by habit, and the demand model, which brings the estimated residual back to the middle of its band and counts what the
 * residual was too small for, up to a shock. The first two are of
 * granules alone. Nothing is said where the residual has no estimate to start from.
 */
export const afterSoakDoses = (
  tub: Tub,
  estimate: Estimate,
  soaks: readonly EntryOf<'soak'>[],
  sources: PlanContext['sources'],
  journal: readonly Entry[] = [],
): AfterSoakDose[] => {
  const programme = programmeOf(tub.programme)
  const { sanitizer } = programme
  const aimed = SANITIZER_AIM[sanitizer]
  const product =
    sources.find((source) => programme.dosedWith.includes(source.product))?.product ??
    programme.dosedWith[0]
  const heavy = soaks.some(({ body }) => isHeavy(body))
  const litres = tub.volumeLitres
  const dose = (
    school: AfterSoakSchool,
    given: ProductName,
    exact: number,
    taken = 0,
  ): AfterSoakDose => {
    const grams = exact > 0 ? roundToMeasure(given, exact) : 0
    const after = readWater(addProduct(estimate.water, given, grams, litres))
    const peakPpm = quantityOf(after, sanitizer)
    return {
      school,
      product: given,
      grams,
      peakPpm,
      residualPpm: Math.max(0, peakPpm - taken),
      shock:
        school === 'spoon rule' ? heavy : grams > 0 && peakPpm > OVER * tub.targets.sanitizer.high,
    }
  }
  const missing = middle(tub.targets.sanitizer) - quantityOf(estimate.reading, sanitizer)
  const perMgPerLitre = ppmPerUnit(effectFor(sources, product), aimed)
  const unmet = estimate.outstandingDemandPpm ?? unmetPpm(tub, soaks, journal)
  const wantedPpm = Math.min(Math.max(0, missing) + unmet, Math.max(missing, MOST_AT_ONCE_PPM))
  const demand = dose(
    'demand',
    product,
    perMgPerLitre > 0 ? (wantedPpm / perMgPerLitre) * (litres / 1000) : 0,
    unmet,
  )
  if (!isGranular(programme)) return [demand]
  const dichlor: ProductName = 'sodium dichlor dihydrate'
  const spoons = SPOONS_PER_100_GALLONS[heavy ? 'shock' : 'normal']
  return [
    dose(
      'spoon rule',
      dichlor,
      (spoons * gramsInMeasure(dichlor, 'teaspoon') * litres) / (100 * LITRES_PER_US_GALLON),
    ),
    dose('daily grams', dichlor, (DAILY_GRAMS_PER_CUBIC_METRE * litres) / 1000),
    demand,
  ]
}
