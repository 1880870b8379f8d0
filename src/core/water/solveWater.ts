import { chlorineSpecies } from './chlorineCyanurate'
import {
  ALKALINITY_PPM_PER_MEQ,
  ATOM,
  BROMINE_G_PER_MOL,
  CHLORINE_G_PER_MOL,
  CYANURIC_ACID_G_PER_MOL,
  HARDNESS_PPM_PER_MMOL,
} from './constants'
import { type Equilibria, equilibriaFor } from './equilibrium'
import { borateAlkalinity, speciate } from './speciation'
import type { Water, WaterReading } from './water'

const LOWEST_PH = 2
const HIGHEST_PH = 13

/** Alkalinity, eq/L, that the water's totals would have at an activity of H⁺; falls monotonically with it. */
const alkalinityAt = (water: Water, activity: number, k: Equilibria) => {
  const first = k.firstCarbonic / activity
  const second = k.secondCarbonic / (activity * activity)
  const carbon = water.dissolvedInorganicCarbonMmol / 1000
  return (
    (carbon * (first + 2 * second)) / (1 + first + second) +
    k.water / activity -
    activity * k.hydrogen +
    borateAlkalinity(water.borateMmol / 1000, activity, k) +
    chlorineSpecies(water.freeChlorineMmol / 1000, water.cyanurateMmol / 1000, activity, k)
      .alkalinity
  )
}

/**
 * The pH (activity scale) at which the totals balance, to 1e-9; one bracketed root by the Illinois form of regula falsi.
 * Waters beyond pH 2–13 answer with the limit.
 */
export const solvePh = (
  water: Water,
  k: Equilibria = equilibriaFor(
    water.temperatureCelsius,
    water.totalDissolvedSolidsPpm,
    water.saltPpm,
  ),
): number => {
  const wanted = water.alkalinityMeq / 1000
  const miss = (pH: number) => alkalinityAt(water, 10 ** -pH, k) - wanted
  let low = LOWEST_PH
  let high = HIGHEST_PH
  // Most waters lie here; a narrow bracket saves half of the steps.
  if (miss(6) < 0 && miss(9) > 0) {
    low = 6
    high = 9
  }
  let missLow = miss(low)
  let missHigh = miss(high)
  if (missLow >= 0) return low
  if (missHigh <= 0) return high
  let side = 0
  for (let i = 0; i < 100 && high - low > 1e-10; i++) {
    const pH = (low * missHigh - high * missLow) / (missHigh - missLow)
    const here = miss(pH)
    if (Math.abs(here) < 1e-15) return pH
    if (here > 0) {
      high = pH
      missHigh = here
      if (side === 1) missLow /= 2
      side = 1
    } else {
      low = pH
      missLow = here
      if (side === -1) missHigh /= 2
      side = -1
    }
  }
  return (low + high) / 2
}

/** What tests would read in this water: the inverse of `waterFromReading`. */
export const readWater = (water: Water): WaterReading => {
  const k = equilibriaFor(water.temperatureCelsius, water.totalDissolvedSolidsPpm, water.saltPpm)
  const pH = solvePh(water, k)
  const activity = 10 ** -pH
  const cyanurate = water.cyanurateMmol / 1000
  const chlorinated = chlorineSpecies(water.freeChlorineMmol / 1000, cyanurate, activity, k)
  const dechlorinated = chlorineSpecies(0, cyanurate, activity, k)
  const titrated = water.alkalinityMeq - 1000 * (chlorinated.alkalinity - dechlorinated.alkalinity)
  return {
    pH,
    totalAlkalinityPpm: titrated * ALKALINITY_PPM_PER_MEQ,
    calciumHardnessPpm: water.calciumMmol * HARDNESS_PPM_PER_MMOL,
    cyanuricAcidPpm: water.cyanurateMmol * CYANURIC_ACID_G_PER_MOL,
    boratePpm: water.borateMmol * ATOM.B,
    freeChlorinePpm: water.freeChlorineMmol * CHLORINE_G_PER_MOL,
    combinedChlorinePpm: water.combinedChlorineMmol * CHLORINE_G_PER_MOL,
    brominePpm: water.bromineMmol * BROMINE_G_PER_MOL,
    temperatureCelsius: water.temperatureCelsius,
    totalDissolvedSolidsPpm: water.totalDissolvedSolidsPpm,
    saltPpm: water.saltPpm,
  }
}

/**
 * The water that reads like this. Where the readings contradict each other (cyanurate, borate and hydroxide exceed the
 * titrated alkalinity) it returns undefined.
 * @param bromideMmol the bank of bromide, which no owner's test shows
 */
export const waterFromReading = (reading: WaterReading, bromideMmol = 0): Water | undefined => {
  const k = equilibriaFor(
    reading.temperatureCelsius,
    reading.totalDissolvedSolidsPpm,
    reading.saltPpm,
  )
  const species = speciate(
    reading.pH,
    reading.totalAlkalinityPpm,
    reading.cyanuricAcidPpm,
    reading.boratePpm,
    k,
  )
  if (!species) return undefined
  const cyanurateMmol = reading.cyanuricAcidPpm / CYANURIC_ACID_G_PER_MOL
  const freeChlorineMmol = reading.freeChlorinePpm / CHLORINE_G_PER_MOL
  const activity = 10 ** -reading.pH
  const chlorinated = chlorineSpecies(freeChlorineMmol / 1000, cyanurateMmol / 1000, activity, k)
  const dechlorinated = chlorineSpecies(0, cyanurateMmol / 1000, activity, k)
  return {
    temperatureCelsius: reading.temperatureCelsius,
    totalDissolvedSolidsPpm: reading.totalDissolvedSolidsPpm,
    saltPpm: reading.saltPpm,
    alkalinityMeq:
      reading.totalAlkalinityPpm / ALKALINITY_PPM_PER_MEQ +
      1000 * (chlorinated.alkalinity - dechlorinated.alkalinity),
    dissolvedInorganicCarbonMmol: species.dissolvedInorganicCarbonMmol,
    calciumMmol: reading.calciumHardnessPpm / HARDNESS_PPM_PER_MMOL,
    cyanurateMmol,
    borateMmol: reading.boratePpm / ATOM.B,
    freeChlorineMmol,
    combinedChlorineMmol: reading.combinedChlorinePpm / CHLORINE_G_PER_MOL,
    bromineMmol: reading.brominePpm / BROMINE_G_PER_MOL,
    bromideMmol,
    monopersulfateMmol: 0,
    chlorideMmol: 0,
    sulfateMmol: 0,
  }
}
