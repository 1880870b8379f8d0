import { type Estimate, isStale } from '../estimate/estimate'
import { FARTHEST_HOURS, fallsTo, leftAlone } from '../estimate/forecast'
import { quantityOf } from '../estimate/testedWater'
import { type Entry, isKind } from '../journal/entry'
import { ppmPerUnit } from '../products/doseTarget'
import { PRODUCTS, type ProductName } from '../products/product'
import { feederOf } from '../programmes/feederKind'
import { keepOutAbove, middle, programmeOf } from '../programmes/programme'
import type { SanitizerQuantity } from '../testing/quantity'
import { DAY, HOUR, type Instant } from '../time'
import type { Tub } from '../tub/tub'
import { BROMINE_G_PER_MOL, CHLORINE_G_PER_MOL } from '../water/constants'
import { SANITIZER_AIM } from './requiredChange'

/** Na₂S₂O₃ · 5 H₂O, g/mol. */
export const THIOSULFATE_G_PER_MOL = 248.18
/** Halogen that one thiosulfate takes, mol/mol: four where it ends as sulfate, a half where it ends as tetrathionate. */
const TAKEN = { most: 4, least: 0.5 }

export interface Overdose {
  quantity: SanitizerQuantity
  value: number
  standardDeviation: number
  /** The top of the band, where it should be back at. */
  top: number
  /** So high that nobody should be in. */
  stayOut: boolean
  /** The doses of the last two days that carried it there by themselves: what was asked for is not too much. */
  byDose: { product: ProductName; at: Instant } | undefined
  /** Until it is back under a cover, hours: eight in ten between; undefined where a feeder holds it. */
  waitHours: { quickest: number; slowest: number | undefined } | undefined
  /** Share of the water, 0–1, that brings it back at once. */
  replaceFraction: number
  /**
   * Remover (thiosulfate pentahydrate) to the middle of the band, g. How much of it is used depends on pH and on what else is
   * there, eightfold; so the first dose is the least it could take. Halogens only.
   */
  remover: { first: number; most: number } | undefined
}

const GRAMS_PER_MOL: Partial<Record<SanitizerQuantity, number>> = {
  freeChlorine: CHLORINE_G_PER_MOL,
  bromine: BROMINE_G_PER_MOL,
}

/** A dose lasts in the readings for so long. */
const DOSE_SHOWS = 2 * DAY

/** The last of the doses that raised the residual, where without them it would be in its range. */
const explainedBy = (
  tub: Tub,
  estimate: Estimate,
  journal: readonly Entry[],
  value: number,
): Overdose['byDose'] => {
  const { sanitizer } = programmeOf(tub.programme)
  const aimed = SANITIZER_AIM[sanitizer]
  const doses = journal
    .filter(isKind('dose'))
    .filter(({ at, body }) => {
      const recent = at <= estimate.at && at > estimate.at - DOSE_SHOWS
      return recent && ppmPerUnit(PRODUCTS[body.product].perGram, aimed) > 0
    })
    .toSorted((a, b) => a.at - b.at)
  const raised = doses.reduce(
    (ppm, { body }) =>
      ppm +
      (ppmPerUnit(PRODUCTS[body.product].perGram, aimed) * 1000 * body.grams) / tub.volumeLitres,
    0,
  )
  const last = doses.at(-1)
  return last && value - raised <= 1.1 * tub.targets.sanitizer.high
    ? { product: last.body.product, at: last.at }
    : undefined
}

/** How to get back from too much sanitizer; undefined where it is not above its band, or was not read lately. */
export const overdoseHelp = (
  tub: Tub,
  estimate: Estimate,
  journal: readonly Entry[] = [],
): Overdose | undefined => {
  const { sanitizer } = programmeOf(tub.programme)
  const band = tub.targets.sanitizer
  const one = estimate.quantities[sanitizer]
  const value = quantityOf(estimate.reading, sanitizer)
  if (!one.lastReading || isStale(sanitizer, one.ageHours)) return undefined
  if (value <= 1.1 * band.high) return undefined
  const ahead = leftAlone(tub, estimate, FARTHEST_HOURS)
  const backBy = (edge: 'low' | 'high') => {
    const at = fallsTo(
      ahead.map((point) => ({ ...point, value: point[edge] })),
      band.high,
    )
    return at === undefined ? undefined : (at - estimate.at) / HOUR
  }
  const quickest = backBy('low')
  const gramsPerMol = GRAMS_PER_MOL[sanitizer]
  const millimoles = gramsPerMol === undefined ? 0 : (value - middle(band)) / gramsPerMol
  const grams = (taken: number) =>
    (millimoles * THIOSULFATE_G_PER_MOL * tub.volumeLitres) / (1000 * taken)
  return {
    quantity: sanitizer,
    value,
    standardDeviation: one.standardDeviation,
    top: band.high,
    byDose: explainedBy(tub, estimate, journal, value),
    stayOut: value > keepOutAbove(tub),
    waitHours:
      quickest === undefined || feederOf(tub.programme)
        ? undefined
        : { quickest, slowest: backBy('high') },
    replaceFraction: 1 - band.high / value,
    remover:
      gramsPerMol === undefined
        ? undefined
        : { first: grams(TAKEN.most), most: grams(TAKEN.least) },
  }
}
