import { addEffect } from '../products/addProduct'
import type { ProductEffect } from '../products/substance'
import type { Targets } from '../programmes/programme'
import { loseCarbonDioxide, TRANSFER_PER_HOUR } from '../water/aerate'
import { solvePh, waterFromReading } from '../water/solveWater'
import type { Water, WaterReading } from '../water/water'
import type { Imbalance } from './balance'

/** A correction of pH and alkalinity as it would go in: doses in their order, then air. */
export interface Trial {
  doses: { effect: ProductEffect; mgPerLitre: number }[]
  airMinutes: number
}

/** No step may leave the water below this, whatever it is on its way to: metal and skin suffer. Common practice. */
export const LOWEST_STEP_PH = 7.0

export interface Known {
  water: Water
  reading: WaterReading
  targets: Targets
  imbalance: Imbalance
  phDeviation: number
  alkalinityDeviation: number
}

/** The water with pH off by so much and alkalinity a standard deviation less, which moves pH most. */
export const offBy = ({ reading, alkalinityDeviation }: Known, pH: number): Water | undefined =>
  waterFromReading({
    ...reading,
    pH: reading.pH + pH,
    totalAlkalinityPpm: Math.max(
      0.5 * reading.totalAlkalinityPpm,
      reading.totalAlkalinityPpm - alkalinityDeviation,
    ),
  })

const run = (start: Water, trial: Trial, share: number) => {
  let water = start
  let pH = solvePh(water)
  let lowest = pH
  for (const { effect, mgPerLitre } of trial.doses) {
    water = addEffect(water, effect, (share * mgPerLitre) / 1000, 1)
    pH = solvePh(water, undefined, pH)
    lowest = Math.min(lowest, pH)
  }
  if (trial.airMinutes > 0) {
    water = loseCarbonDioxide(water, TRANSFER_PER_HOUR.jetsWithAir, (share * trial.airMinutes) / 60)
    pH = solvePh(water, undefined, pH)
  }
  return { pH, lowest }
}

/**
 * The largest share of a correction, at most `most`, that stays safe where the reading is a standard deviation off: pH and
 * alkalinity do not end beyond the far edge of the band they were missing, and no step takes pH below 7.0.
 */
export const largestSafeShare = (trial: Trial, most: number, known: Known): number => {
  const { targets, imbalance, reading, phDeviation, alkalinityDeviation } = known
  const lowCorner = offBy(known, -phDeviation)
  const highCorner = offBy(known, phDeviation)
  const startLow = lowCorner ? solvePh(lowCorner) : reading.pH
  const startHigh = highCorner ? solvePh(highCorner) : reading.pH
  const alkalinityChange = trial.doses.reduce(
    (sum, { effect, mgPerLitre }) => sum + (effect.alkalinityMeq * mgPerLitre * 50.04) / 1000,
    0,
  )
  const lowers = trial.doses.some(({ effect }) => effect.alkalinityMeq < 0)
  const safe = (share: number): boolean => {
    const moved = share * alkalinityChange
    const alkalinity = reading.totalAlkalinityPpm + moved
    if (
      imbalance.low &&
      moved > 0 &&
      alkalinity + alkalinityDeviation > targets.totalAlkalinity.high
    )
      return false
    if (
      imbalance.high &&
      moved < 0 &&
      alkalinity - alkalinityDeviation < targets.totalAlkalinity.low
    )
      return false
    if (lowCorner && lowers) {
      const { pH, lowest } = run(lowCorner, trial, share)
      if (lowest < Math.min(LOWEST_STEP_PH, startLow - 1e-6)) return false
      if (imbalance.alkaline && pH < Math.min(targets.pH.low, startLow - 1e-6)) return false
    }
    if (highCorner && imbalance.acidic) {
      const { pH } = run(highCorner, trial, share)
      if (pH > Math.max(targets.pH.high, startHigh + 1e-6)) return false
    }
    return true
  }
  if (most <= 0 || safe(most)) return Math.max(0, most)
  let low = 0
  let high = most
  for (let i = 0; i < 7; i++) {
    const share = (low + high) / 2
    if (safe(share)) low = share
    else high = share
  }
  return low
}
