import { chlorineAlkalinity, hypochlorousAcid } from './chlorineCyanurate'
import {
  ALKALINITY_PPM_PER_MEQ,
  ATOM,
  BROMINE_G_PER_MOL,
  CHLORINE_G_PER_MOL,
  CYANURIC_ACID_G_PER_MOL,
  HARDNESS_PPM_PER_MMOL,
  PEROXIDE_G_PER_MOL,
} from './constants'
import { type Equilibria, equilibriaFor } from './equilibrium'
import { borateAlkalinity, speciate } from './speciation'
import type { Water, WaterReading } from './water'

/** What fixes a pH, per litre: alkalinity in eq, the rest in mol. An inner loop makes one and changes its numbers. */
export interface Totals {
  alkalinity: number
  carbon: number
  borate: number
  cyanurate: number
  freeChlorine: number
}

/** The totals of a water, in mol/L. */
export const totalsOf = (water: Water): Totals => ({
  alkalinity: water.alkalinityMeq / 1000,
  carbon: water.dissolvedInorganicCarbonMmol / 1000,
  borate: water.borateMmol / 1000,
  cyanurate: water.cyanurateMmol / 1000,
  freeChlorine: water.freeChlorineMmol / 1000,
})

const LOWEST_PH = 2
const HIGHEST_PH = 13
const LN10 = Math.LN10

/**
 * The pH (activity scale) at which totals balance; see `solvePh`. Makes no objects, so that a kinetic step can call it.
 * Newton's first step with the buffer capacity of the plain species, the secant through the last two points after that, both
 * kept inside a shrinking bracket.
 * @param guess where to start
 */
export const solvePhOf = (totals: Totals, k: Equilibria, guess = 7.5): number => {
  const { alkalinity, carbon, borate, cyanurate, freeChlorine } = totals
  let low = LOWEST_PH
  let high = HIGHEST_PH
  let pH = guess > low && guess < high ? guess : 7.5
  let lastPh = Number.NaN
  let lastMiss = Number.NaN
  for (let i = 0; i < 100; i++) {
    const a = 10 ** -pH
    const first = k.firstCarbonic / a
    const second = k.secondCarbonic / (a * a)
    const all = 1 + first + second
    const bicarbonate = (carbon * first) / all
    const carbonate = (carbon * second) / all
    const hydroxide = k.water / a
    const proton = a * k.hydrogen
    const miss =
      bicarbonate +
      2 * carbonate +
      hydroxide -
      proton +
      borateAlkalinity(borate, a, k) +
      chlorineAlkalinity(hypochlorousAcid(freeChlorine, cyanurate, a, k), cyanurate, a, k) -
      alkalinity
    if (miss === 0) return pH
    if (miss > 0) high = pH
    else low = pH
    let slope = (miss - lastMiss) / (pH - lastPh)
    if (!(slope > 0)) {
      const free = carbon - bicarbonate - carbonate
      const ionised = k.cyanuric[0] / (k.cyanuric[0] + a)
      slope =
        LN10 *
        ((bicarbonate * (free + carbonate) + 4 * free * carbonate) / Math.max(carbon, 1e-12) +
          hydroxide +
          proton +
          (borate * k.boric * a) / (k.boric + a) ** 2 +
          cyanurate * ionised * (1 - ionised))
    }
    lastPh = pH
    lastMiss = miss
    let next = pH - miss / slope
    if (!(next > low && next < high)) next = (low + high) / 2
    if (Math.abs(next - pH) < 1e-10) return next
    pH = next
  }
  return pH
}

/**
 * The pH (activity scale) at which the totals balance, to 1e-9; alkalinity rises monotonically with pH, so there is one.
 * Waters beyond pH 2–13 answer with the limit.
 */
export const solvePh = (
  water: Water,
  k: Equilibria = equilibriaFor(
    water.temperatureCelsius,
    water.totalDissolvedSolidsPpm,
    water.saltPpm,
  ),
  guess?: number,
): number => solvePhOf(totalsOf(water), k, guess)

/** eq/L that chlorine adds to an alkalinity and a titration, which dechlorinates its sample, does not show. */
const chlorineShare = (freeChlorine: number, cyanurate: number, pH: number, k: Equilibria) => {
  const activity = 10 ** -pH
  const h = hypochlorousAcid(freeChlorine, cyanurate, activity, k)
  return (
    chlorineAlkalinity(h, cyanurate, activity, k) - chlorineAlkalinity(0, cyanurate, activity, k)
  )
}

/** What tests would read in this water: the inverse of `waterFromReading`. */
export const readWater = (water: Water): WaterReading => {
  const k = equilibriaFor(water.temperatureCelsius, water.totalDissolvedSolidsPpm, water.saltPpm)
  const pH = solvePh(water, k)
  const titrated =
    water.alkalinityMeq -
    1000 * chlorineShare(water.freeChlorineMmol / 1000, water.cyanurateMmol / 1000, pH, k)
  return {
    pH,
    totalAlkalinityPpm: titrated * ALKALINITY_PPM_PER_MEQ,
    calciumHardnessPpm: water.calciumMmol * HARDNESS_PPM_PER_MMOL,
    cyanuricAcidPpm: water.cyanurateMmol * CYANURIC_ACID_G_PER_MOL,
    boratePpm: water.borateMmol * ATOM.B,
    freeChlorinePpm: water.freeChlorineMmol * CHLORINE_G_PER_MOL,
    combinedChlorinePpm: water.combinedChlorineMmol * CHLORINE_G_PER_MOL,
    brominePpm: water.bromineMmol * BROMINE_G_PER_MOL,
    peroxidePpm: water.peroxideMmol * PEROXIDE_G_PER_MOL,
    biguanidePpm: water.biguanidePpm,
    copperPpm: water.copperPpm,
    ironPpm: water.ironPpm,
    phosphatePpm: water.phosphatePpm,
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
  const species = speciate(reading, k)
  if (!species) return undefined
  const cyanurateMmol = reading.cyanuricAcidPpm / CYANURIC_ACID_G_PER_MOL
  const freeChlorineMmol = reading.freeChlorinePpm / CHLORINE_G_PER_MOL
  return {
    temperatureCelsius: reading.temperatureCelsius,
    totalDissolvedSolidsPpm: reading.totalDissolvedSolidsPpm,
    saltPpm: reading.saltPpm,
    alkalinityMeq:
      reading.totalAlkalinityPpm / ALKALINITY_PPM_PER_MEQ +
      1000 * chlorineShare(freeChlorineMmol / 1000, cyanurateMmol / 1000, reading.pH, k),
    dissolvedInorganicCarbonMmol: species.dissolvedInorganicCarbonMmol,
    calciumMmol: reading.calciumHardnessPpm / HARDNESS_PPM_PER_MMOL,
    cyanurateMmol,
    borateMmol: reading.boratePpm / ATOM.B,
    freeChlorineMmol,
    combinedChlorineMmol: reading.combinedChlorinePpm / CHLORINE_G_PER_MOL,
    bromineMmol: reading.brominePpm / BROMINE_G_PER_MOL,
    bromideMmol,
    monopersulfateMmol: 0,
    peroxideMmol: reading.peroxidePpm / PEROXIDE_G_PER_MOL,
    reducerMmol: 0,
    reducerAlkalinityMeq: 0,
    reducerSulfateMmol: 0,
    biguanidePpm: reading.biguanidePpm,
    copperPpm: reading.copperPpm,
    ironPpm: reading.ironPpm,
    phosphatePpm: reading.phosphatePpm,
    chlorideMmol: 0,
    sulfateMmol: 0,
  }
}
