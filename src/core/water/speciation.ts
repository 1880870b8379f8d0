import { chlorineAlkalinity } from './chlorineCyanurate'
import { ALKALINITY_PPM_PER_MEQ, ATOM, CYANURIC_ACID_G_PER_MOL } from './constants'
import type { Equilibria } from './equilibrium'
import type { WaterReading } from './water'

export interface Speciation {
  carbonateAlkalinityPpm: number
  cyanurateAlkalinityPpm: number
  borateAlkalinityPpm: number
  dissolvedInorganicCarbonMmol: number
  bicarbonateMmol: number
  carbonDioxideMmol: number
  carbonateMmol: number
  hydroxideMmol: number
  carbonDioxidePartialPressureAtm: number
}

export const borateAlkalinity = (borate: number, activity: number, k: Equilibria) =>
  (borate * k.boric) / (k.boric + activity)

/**
 * Splits a titrated alkalinity at a given pH. Returns undefined where hydroxide, borate and cyanurate alone exceed it:
 * such a water cannot exist, one of the readings is wrong.
 * @param reading its alkalinity as CaCO₃, sample dechlorinated
 */
export const speciate = (
  {
    pH,
    totalAlkalinityPpm,
    cyanuricAcidPpm,
    boratePpm,
  }: Pick<WaterReading, 'pH' | 'totalAlkalinityPpm' | 'cyanuricAcidPpm' | 'boratePpm'>,
  k: Equilibria,
): Speciation | undefined => {
  const activity = 10 ** -pH
  const hydroxide = k.water / activity
  const proton = activity * k.hydrogen
  const borate = borateAlkalinity(boratePpm / (1000 * ATOM.B), activity, k)
  const cyanurate = chlorineAlkalinity(
    0,
    cyanuricAcidPpm / (1000 * CYANURIC_ACID_G_PER_MOL),
    activity,
    k,
  )
  const carbonate =
    totalAlkalinityPpm / (1000 * ALKALINITY_PPM_PER_MEQ) - hydroxide + proton - borate - cyanurate
  if (!(carbonate > 0)) return undefined
  const first = k.firstCarbonic / activity
  const second = k.secondCarbonic / (activity * activity)
  const carbonDioxide = carbonate / (first + 2 * second)
  const perMilli = 1000
  return {
    carbonateAlkalinityPpm: carbonate * perMilli * ALKALINITY_PPM_PER_MEQ,
    cyanurateAlkalinityPpm: cyanurate * perMilli * ALKALINITY_PPM_PER_MEQ,
    borateAlkalinityPpm: borate * perMilli * ALKALINITY_PPM_PER_MEQ,
    dissolvedInorganicCarbonMmol: carbonDioxide * (1 + first + second) * perMilli,
    bicarbonateMmol: carbonDioxide * first * perMilli,
    carbonDioxideMmol: carbonDioxide * perMilli,
    carbonateMmol: carbonDioxide * second * perMilli,
    hydroxideMmol: hydroxide * perMilli,
    carbonDioxidePartialPressureAtm: carbonDioxide / k.henry,
  }
}
