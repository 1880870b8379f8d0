import { chlorineAlkalinity, hypochlorousAcid } from './chlorineCyanurate'
import { AIR_CARBON_DIOXIDE_ATM } from './constants'
import { type Equilibria, equilibriaFor } from './equilibrium'
import { solvePh, solvePhOf, type Totals, totalsOf } from './solveWater'
import { borateAlkalinity } from './speciation'
import type { Water } from './water'

/**
 * Transfer rate kLa of CO₂, per hour: assumed (still 0.01–0.03, jets 0.5–1, jets with air 1–3). Under a closed cover the gas stays in
 * the little air there: half of what open jets drive out.
 */
export const TRANSFER_PER_HOUR = { still: 0.02, jetsUnderCover: 0.35, jets: 0.7, jetsWithAir: 1.5 }

const equilibriaOf = (water: Water) =>
  equilibriaFor(water.temperatureCelsius, water.totalDissolvedSolidsPpm, water.saltPpm)

/**
 * Inorganic carbon, mol/L, after `hours` of gas exchange; the inner loop of `loseCarbonDioxide`, by the midpoint rule in
 * steps of at most 0.1/kLa. Makes no objects.
 */
const carbonAfter = (
  water: Water,
  transferPerHour: number,
  hours: number,
  airAtm: number,
): number => {
  const k = equilibriaOf(water)
  const totals = totalsOf(water)
  const inAir = k.henry * airAtm
  const steps = Math.max(1, Math.ceil(hours * transferPerHour * 10))
  const exchange = (transferPerHour * hours) / steps
  let { carbon } = totals
  let pH = 7.5
  for (let i = 0; i < steps; i++) {
    totals.carbon = carbon
    for (let half = 0; half < 2; half++) {
      pH = solvePhOf(totals, k, pH)
      const a = 10 ** -pH
      const dissolved = totals.carbon / (1 + (k.firstCarbonic + k.secondCarbonic / a) / a)
      const lost = exchange * (dissolved - inAir)
      if (half === 0) totals.carbon = carbon - lost / 2
      else carbon -= lost
    }
  }
  return carbon
}

/**
 * Water after `hours` of gas exchange with the open air; alkalinity is untouched. d(DIC)/dt = −kLa (CO₂ − CO₂ at
 * equilibrium); error below 0.005 pH.
 */
export const loseCarbonDioxide = (
  water: Water,
  transferPerHour: number,
  hours: number,
  airAtm: number = AIR_CARBON_DIOXIDE_ATM,
): Water => ({
  ...water,
  dissolvedInorganicCarbonMmol: 1000 * carbonAfter(water, transferPerHour, hours, airAtm),
})

/**
 * Inorganic carbon, mol/L, that goes with an alkalinity at a pH. Explicit: no root to solve. Makes no objects.
 * @param totals but for their carbon, which is what comes out
 */
export const carbonOf = (
  pH: number,
  { alkalinity, borate, cyanurate, freeChlorine }: Omit<Totals, 'carbon'>,
  k: Equilibria,
): number => {
  const a = 10 ** -pH
  const h = hypochlorousAcid(freeChlorine, cyanurate, a, k)
  const carbonate =
    alkalinity -
    k.water / a +
    a * k.hydrogen -
    borateAlkalinity(borate, a, k) -
    chlorineAlkalinity(h, cyanurate, a, k)
  const first = k.firstCarbonic / a
  const second = k.secondCarbonic / (a * a)
  return (carbonate * (1 + first + second)) / (first + 2 * second)
}

const carbonAt = (water: Water, pH: number, k: Equilibria): number =>
  carbonOf(pH, totalsOf(water), k)

/** The water at which the same alkalinity stands at a pH: only its inorganic carbon differs. */
export const waterAtPh = (water: Water, pH: number): Water => ({
  ...water,
  dissolvedInorganicCarbonMmol: 1000 * carbonAt(water, pH, equilibriaOf(water)),
})

/** The pH this water drifts to in the open air: the one at which its CO₂ is the air's, alkalinity untouched. */
export const equilibriumPh = (water: Water, airAtm: number = AIR_CARBON_DIOXIDE_ATM): number => {
  const k = equilibriaOf(water)
  let low = 3
  let high = 12
  for (let i = 0; i < 60; i++) {
    const pH = (low + high) / 2
    const a = 10 ** -pH
    const dissolved =
      carbonAt(water, pH, k) / (1 + k.firstCarbonic / a + k.secondCarbonic / (a * a))
    if (dissolved > k.henry * airAtm) low = pH
    else high = pH
  }
  return (low + high) / 2
}

/**
 * Hours of gas exchange until the pH is reached; undefined where air alone does not get there within a day. With alkalinity
 * fixed, pH decides the carbon, so t = ∫ dDIC / kLa (CO₂ − CO₂ at equilibrium) is summed over pH by the midpoint rule:
 * within 1 % where the goal is not the equilibrium itself.
 */
export const hoursToReachPh = (
  water: Water,
  transferPerHour: number,
  pH: number,
  airAtm: number = AIR_CARBON_DIOXIDE_ATM,
): number | undefined => {
  const k = equilibriaOf(water)
  const start = solvePh(water, k)
  if (start >= pH) return 0
  const steps = 48
  let hours = 0
  let from = water.dissolvedInorganicCarbonMmol / 1000
  for (let i = 0; i < steps; i++) {
    const here = start + ((pH - start) * (i + 0.5)) / steps
    const a = 10 ** -here
    const dissolved = carbonAt(water, here, k) / (1 + (k.firstCarbonic + k.secondCarbonic / a) / a)
    const excess = dissolved - k.henry * airAtm
    if (excess <= 0) return undefined
    const to = carbonAt(water, start + ((pH - start) * (i + 1)) / steps, k)
    hours += (from - to) / (transferPerHour * excess)
    from = to
  }
  return hours <= 24 ? hours : undefined
}
