import { addEffect } from '../products/addProduct'
import { ppmPerUnit } from '../products/doseTarget'
import type { ProductEffect } from '../products/substance'
import { width } from '../programmes/programme'
import { hoursToReachPh, loseCarbonDioxide, TRANSFER_PER_HOUR } from '../water/aerate'
import { solvePh } from '../water/solveWater'
import type { Water } from '../water/water'
import { doseToPh } from './balance'
import { ACID_BEFORE_AIR_MINUTES } from './handling'
import { type Known, LOWEST_STEP_PH, offBy } from './safeShare'

/** One stretch of an evening that brings alkalinity down: acid as far as pH allows, then jets and air until it has risen again. */
export type Portion =
  | { kind: 'acid'; mgPerLitre: number }
  | { kind: 'air'; minutes: number; pH: number; hours: number }

/** Portions of acid before a test, and what they take together, ppm: assumed, so that a test comes in the middle of an evening. */
const MOST_PORTIONS = 4
const MOST_PPM = 60
/** How long portions take, hours: air, and acid until it has spread. */
export const portionHours = (portions: readonly Portion[]): number =>
  portions.reduce(
    (sum, one) => sum + (one.kind === 'air' ? one.minutes : ACID_BEFORE_AIR_MINUTES),
    0,
  ) / 60

/** One portion takes no more, whatever pH allows. */
const MOST_A_PORTION_PPM = 40
/** Less than this is not worth a portion, ppm. */
const SMALLEST_PPM = 4
/** Air goes on until pH stands here, were it read a standard deviation too high; acid may begin a little earlier. */
const RISEN_PH = 7.4
const ENOUGH_PH = 7.25
const LONGEST_AIR_MINUTES = 90

/**
 * How far acid in portions brings a high alkalinity down before the next test, by the water as it would be were pH read a standard
 * deviation too high and alkalinity too: no portion takes that below 7.0. Empty where a single portion does.
 * @param acid what a gram does @param mostMgPerLitre what is at hand
 * @param done acid of this round so far: how often, and ppm of alkalinity
 * @param phTo where air brings pH back to in the end
 */
export const acidPortions = (
  known: Known,
  acid: ProductEffect,
  { mostMgPerLitre, phTo }: { mostMgPerLitre: number; phTo: number },
  done: { portions: number; ppm: number },
): Portion[] => {
  const { water, reading, targets, alkalinityDeviation, phDeviation } = known
  const band = targets.totalAlkalinity
  const ppmPerMg = Math.abs(ppmPerUnit(acid, 'alkalinity'))
  const alkalinity = reading.totalAlkalinityPpm
  let left = Math.min(
    alkalinity - (band.high - width(band) / 4),
    alkalinity - alkalinityDeviation - band.low,
    MOST_PPM - done.ppm,
    mostMgPerLitre * ppmPerMg,
  )
  const portions: Portion[] = []
  let likely = water
  let corner: Water = offBy(known, -phDeviation) ?? water
  let acids = done.portions
  const air = (toPh: number, of: Water) => {
    const hours = hoursToReachPh(of, TRANSFER_PER_HOUR.jetsWithAir, toPh) ?? 24
    const minutes = Math.min(LONGEST_AIR_MINUTES, 60 * hours)
    portions.push({ kind: 'air', minutes, pH: toPh, hours })
    likely = loseCarbonDioxide(likely, TRANSFER_PER_HOUR.jetsWithAir, minutes / 60)
    corner = loseCarbonDioxide(corner, TRANSFER_PER_HOUR.jetsWithAir, minutes / 60)
  }
  while (left >= SMALLEST_PPM && acids < MOST_PORTIONS && portions.length < 2 * MOST_PORTIONS) {
    if (solvePh(corner) >= ENOUGH_PH) {
      const room = doseToPh(corner, acid, LOWEST_STEP_PH) * ppmPerMg
      const ppm = Math.min(room, left, MOST_A_PORTION_PPM)
      const mgPerLitre = ppm / ppmPerMg
      portions.push({ kind: 'acid', mgPerLitre })
      likely = addEffect(likely, acid, mgPerLitre / 1000, 1)
      corner = addEffect(corner, acid, mgPerLitre / 1000, 1)
      left -= ppm
      acids++
    } else air(RISEN_PH, corner)
  }
  if (solvePh(likely) < phTo - 0.1) air(phTo, likely)
  const single = done.portions === 0 && acids === 1 && portions[0]?.kind === 'acid'
  return single ? [] : portions
}
