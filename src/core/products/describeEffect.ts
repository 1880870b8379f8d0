import {
  ALKALINITY_PPM_PER_MEQ,
  ATOM,
  BROMINE_G_PER_MOL,
  CHLORINE_G_PER_MOL,
  CYANURIC_ACID_G_PER_MOL,
  HARDNESS_PPM_PER_MMOL,
} from '../water/constants'
import type { ProductEffect } from './substance'

/** What a dose does to each litre, mg/L; "added" as it dissolves, "spent" once every oxidiser has become halide or sulfate. */
export interface EffectPerLitre {
  totalAlkalinityAddedPpm: number
  totalAlkalinitySpentPpm: number
  dissolvedInorganicCarbonMmolPerL: number
  freeChlorinePpm: number
  totalBrominePpm: number
  oxidantAsChlorinePpm: number
  freeChlorineRemovedPpm: number
  cyanuricAcidPpm: number
  calciumHardnessPpm: number
  boratePpm: number
  bromideAddedPpm: number
  bromideSpentPpm: number
  chlorideAddedPpm: number
  chlorideSpentPpm: number
  sulfateAddedPpm: number
  sulfateSpentPpm: number
  totalDissolvedSolidsPpm: number
}

const SULFATE_G_PER_MOL = ATOM.S + 4 * ATOM.O

/**
 * A reducing agent is credited with all the chlorine it could destroy. A product that carries bromine is reported as bromine
 * with both of its halogens: the chlorine half needs a bromide bank.
 */
export const describeEffect = (
  effect: ProductEffect,
  grams: number,
  volumeLitres: number,
): EffectPerLitre => {
  const share = grams / volumeLitres
  const oxidant = effect.freeChlorineMmol + effect.bromineMmol + effect.monopersulfateMmol
  const carriesBromine = effect.bromineMmol > 0
  const removed = effect.reducerMmol + effect.peroxideMmol
  return {
    totalAlkalinityAddedPpm: share * effect.alkalinityMeq * ALKALINITY_PPM_PER_MEQ,
    totalAlkalinitySpentPpm:
      share *
      (effect.alkalinityMeq - oxidant + effect.reducerAlkalinityMeq - effect.peroxideMmol) *
      ALKALINITY_PPM_PER_MEQ,
    dissolvedInorganicCarbonMmolPerL: share * effect.dissolvedInorganicCarbonMmol,
    freeChlorinePpm: carriesBromine ? 0 : share * effect.freeChlorineMmol * CHLORINE_G_PER_MOL,
    totalBrominePpm: carriesBromine
      ? share * (effect.bromineMmol + effect.freeChlorineMmol) * BROMINE_G_PER_MOL
      : 0,
    oxidantAsChlorinePpm: share * oxidant * CHLORINE_G_PER_MOL,
    freeChlorineRemovedPpm: share * removed * CHLORINE_G_PER_MOL,
    cyanuricAcidPpm: share * effect.cyanurateMmol * CYANURIC_ACID_G_PER_MOL,
    calciumHardnessPpm: share * effect.calciumMmol * HARDNESS_PPM_PER_MMOL,
    boratePpm: share * effect.borateMmol * ATOM.B,
    bromideAddedPpm: share * effect.bromideMmol * ATOM.Br,
    bromideSpentPpm: share * (effect.bromideMmol + effect.bromineMmol) * ATOM.Br,
    chlorideAddedPpm: share * effect.chlorideMmol * ATOM.Cl,
    chlorideSpentPpm: share * (effect.chlorideMmol + effect.freeChlorineMmol + removed) * ATOM.Cl,
    sulfateAddedPpm: share * effect.sulfateMmol * SULFATE_G_PER_MOL,
    sulfateSpentPpm:
      share *
      (effect.sulfateMmol + effect.monopersulfateMmol + effect.reducerSulfateMmol) *
      SULFATE_G_PER_MOL,
    totalDissolvedSolidsPpm: share * effect.totalDissolvedSolidsPpm,
  }
}
