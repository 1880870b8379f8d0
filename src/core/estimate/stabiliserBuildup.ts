import { type Entry, isKind } from '../journal/entry'
import { PRODUCTS } from '../products/product'
import { DAY, type Instant } from '../time'
import { residualFloor } from '../tub/targetsNow'
import type { Tub } from '../tub/tub'
import { hypochlorousAcid } from '../water/chlorineCyanurate'
import { CHLORINE_G_PER_MOL, CYANURIC_ACID_G_PER_MOL } from '../water/constants'
import { equilibriaFor } from '../water/equilibrium'
import type { Estimate } from './estimate'

/** How the stabiliser that dichlor leaves builds up, and what it leaves of the chlorine. */
export interface StabiliserBuildup {
  ppm: number
  /** Rise by the doses of the last four weeks, ppm a day. */
  perDay: number
  /** Of the strong form that this chlorine would have without stabiliser, 0–1: now. */
  working: number
  /** Of the free chlorine what is active, HOCl as ppm of chlorine, with what the kits leave open of chlorine, stabiliser and pH. */
  active: { value: number; low: number; high: number }
  /** Least free chlorine beside so much stabiliser, ppm. */
  floorPpm: number
  /** When it takes more than half, if it has not already and the doses go on so. */
  halfAt: Instant | undefined
  /** When it leaves its band, if the doses go on so. */
  fullAt: Instant | undefined
}

const WINDOW = 28 * DAY
/** The first, large doses of a fill are not how it goes on. */
const START_UP = 2 * DAY

/** Strong chlorine with so much stabiliser, as a share of what it would be without. */
const workingShare = (estimate: Estimate, cyanuricAcidPpm: number): number => {
  const { freeChlorinePpm, pH, temperatureCelsius, totalDissolvedSolidsPpm, saltPpm } =
    estimate.reading
  const k = equilibriaFor(temperatureCelsius, totalDissolvedSolidsPpm, saltPpm)
  const strong = (ppm: number) =>
    hypochlorousAcid(
      Math.max(1, freeChlorinePpm) / 1000 / CHLORINE_G_PER_MOL,
      ppm / 1000 / CYANURIC_ACID_G_PER_MOL,
      10 ** -pH,
      k,
    )
  const without = strong(0)
  return without > 0 ? strong(cyanuricAcidPpm) / without : 1
}

/** Active chlorine now, ppm: the middle, and one standard deviation of each reading put together as roots of squares. */
const activeNow = (estimate: Estimate): StabiliserBuildup['active'] => {
  const { reading, quantities } = estimate
  const { temperatureCelsius, totalDissolvedSolidsPpm, saltPpm } = reading
  const k = equilibriaFor(temperatureCelsius, totalDissolvedSolidsPpm, saltPpm)
  const active = (chlorinePpm: number, stabiliserPpm: number, pH: number) =>
    1000 *
    CHLORINE_G_PER_MOL *
    hypochlorousAcid(
      Math.max(0, chlorinePpm) / 1000 / CHLORINE_G_PER_MOL,
      Math.max(0, stabiliserPpm) / 1000 / CYANURIC_ACID_G_PER_MOL,
      10 ** -pH,
      k,
    )
  const { freeChlorinePpm: chlorine, cyanuricAcidPpm: stabiliser, pH } = reading
  const value = active(chlorine, stabiliser, pH)
  const off = (sign: 1 | -1) =>
    Math.hypot(
      active(chlorine + sign * quantities.freeChlorine.standardDeviation, stabiliser, pH) - value,
      active(chlorine, stabiliser - sign * quantities.cyanuricAcid.standardDeviation, pH) - value,
      active(chlorine, stabiliser, pH - sign * quantities.pH.standardDeviation) - value,
    )
  return { value, low: Math.max(0, value - off(-1)), high: value + off(1) }
}

/** Undefined where nothing that holds stabiliser has gone in lately and none is there. */
export const stabiliserBuildup = (
  tub: Tub,
  journal: readonly Entry[],
  estimate: Estimate,
): StabiliserBuildup | undefined => {
  const { at, filledAt } = estimate
  const from = Math.max(at - WINDOW, filledAt === undefined ? 0 : filledAt + START_UP)
  const days = Math.max(1, (at - from) / DAY)
  const added = journal
    .filter(isKind('dose'))
    .filter((entry) => entry.at >= from && entry.at <= at)
    .reduce((sum, { body }) => sum + PRODUCTS[body.product].perGram.cyanurateMmol * body.grams, 0)
  const perDay = (added * CYANURIC_ACID_G_PER_MOL) / tub.volumeLitres / days
  const ppm = estimate.reading.cyanuricAcidPpm
  if (perDay <= 0 && ppm < 1) return undefined
  const working = workingShare(estimate, ppm)
  let half: number | undefined
  if (working > 0.5 && perDay > 0) {
    let [low, high] = [ppm, ppm + 100]
    for (let i = 0; i < 30; i++) {
      const middle = (low + high) / 2
      if (workingShare(estimate, middle) > 0.5) low = middle
      else high = middle
    }
    half = (low + high) / 2
  }
  const when = (limit: number) => at + ((limit - ppm) / perDay) * DAY
  const { high } = tub.targets.cyanuricAcid
  return {
    ppm,
    perDay,
    working,
    active: activeNow(estimate),
    floorPpm: residualFloor(tub, ppm),
    halfAt: half === undefined ? undefined : when(half),
    fullAt: perDay > 0 && ppm < high ? when(high) : undefined,
  }
}
