import { AIR_CARBON_DIOXIDE_ATM } from './constants'
import { equilibriaFor } from './equilibrium'
import { solvePh } from './solveWater'
import type { Water } from './water'

/** Transfer rate kLa of CO₂, per hour: assumed (still 0.01–0.03, circulating 0.03–0.1, jets 0.5–1, jets with air 1–3). */
export const TRANSFER_PER_HOUR = { still: 0.02, circulating: 0.06, jets: 0.7, jetsWithAir: 1.5 }

/** Dissolved CO₂ beyond what air at the surface would hold, mmol/L; negative where the water takes it up. */
const carbonDioxideExcess = (water: Water, airAtm: number): number => {
  const k = equilibriaFor(water.temperatureCelsius, water.totalDissolvedSolidsPpm, water.saltPpm)
  const activity = 10 ** -solvePh(water, k)
  const first = k.firstCarbonic / activity
  const second = k.secondCarbonic / (activity * activity)
  return water.dissolvedInorganicCarbonMmol / (1 + first + second) - 1000 * k.henry * airAtm
}

/**
 * Water after `hours` of gas exchange with the open air; alkalinity is untouched. d(DIC)/dt = −kLa (CO₂ − CO₂ at
 * equilibrium), by the midpoint rule in steps of at most 0.1/kLa; error below 0.005 pH.
 */
export const loseCarbonDioxide = (
  water: Water,
  transferPerHour: number,
  hours: number,
  airAtm: number = AIR_CARBON_DIOXIDE_ATM,
): Water => {
  const steps = Math.max(1, Math.ceil(hours * transferPerHour * 10))
  const step = hours / steps
  let now = water
  for (let i = 0; i < steps; i++) {
    const half = {
      ...now,
      dissolvedInorganicCarbonMmol:
        now.dissolvedInorganicCarbonMmol -
        (transferPerHour * step * carbonDioxideExcess(now, airAtm)) / 2,
    }
    now = {
      ...now,
      dissolvedInorganicCarbonMmol:
        now.dissolvedInorganicCarbonMmol -
        transferPerHour * step * carbonDioxideExcess(half, airAtm),
    }
  }
  return now
}

/** The pH this water drifts to in the open air: the one at which its CO₂ is the air's, alkalinity untouched. */
export const equilibriumPh = (water: Water, airAtm: number = AIR_CARBON_DIOXIDE_ATM): number => {
  let low = 0
  let high = water.dissolvedInorganicCarbonMmol + Math.max(0, water.alkalinityMeq) + 1
  for (let i = 0; i < 60; i++) {
    const dissolvedInorganicCarbonMmol = (low + high) / 2
    if (carbonDioxideExcess({ ...water, dissolvedInorganicCarbonMmol }, airAtm) > 0)
      high = dissolvedInorganicCarbonMmol
    else low = dissolvedInorganicCarbonMmol
  }
  return solvePh({ ...water, dissolvedInorganicCarbonMmol: (low + high) / 2 })
}

/** Hours of gas exchange until the pH is reached; undefined where air alone does not get there within a day. */
export const hoursToReachPh = (
  water: Water,
  transferPerHour: number,
  pH: number,
): number | undefined => {
  const step = 1 / 12
  let now = water
  for (let hours = 0; hours <= 24; hours += step) {
    if (solvePh(now) >= pH) return hours
    now = loseCarbonDioxide(now, transferPerHour, step)
  }
  return undefined
}
