import {
  ALKALINITY_PPM_PER_MEQ,
  ATOM,
  BROMINE_G_PER_MOL,
  CHLORINE_G_PER_MOL,
  CYANURIC_ACID_G_PER_MOL,
  HARDNESS_PPM_PER_MMOL,
  PEROXIDE_G_PER_MOL,
} from '../water/constants'
import type { ProductEffect } from './substance'

/** What a dose is wanted for; ppm as tests show it, carbon as calcium carbonate so that it weighs like alkalinity. */
export const DOSE_TARGETS = [
  'alkalinity',
  'carbon',
  'hardness',
  'stabiliser',
  'borate',
  'salt',
  'chlorine',
  'bromine',
  'biguanide',
  'peroxide',
] as const

export type DoseTarget = (typeof DOSE_TARGETS)[number]

/** ppm of an aimed quantity that one mg/L of a product gives. */
export const ppmPerUnit = (effect: ProductEffect, aimed: DoseTarget): number => {
  switch (aimed) {
    case 'alkalinity':
      return (effect.alkalinityMeq * ALKALINITY_PPM_PER_MEQ) / 1000
    case 'carbon':
      return (effect.dissolvedInorganicCarbonMmol * ALKALINITY_PPM_PER_MEQ) / 1000
    case 'hardness':
      return (effect.calciumMmol * HARDNESS_PPM_PER_MMOL) / 1000
    case 'stabiliser':
      return (effect.cyanurateMmol * CYANURIC_ACID_G_PER_MOL) / 1000
    case 'borate':
      return (effect.borateMmol * ATOM.B) / 1000
    case 'salt':
      return effect.saltPpm / 1000
    case 'chlorine':
      return (effect.freeChlorineMmol * CHLORINE_G_PER_MOL) / 1000
    case 'bromine':
      // Every oxidiser becomes bromine beside a bank of bromide.
      return (
        ((effect.bromineMmol + effect.freeChlorineMmol + effect.monopersulfateMmol) *
          BROMINE_G_PER_MOL) /
        1000
      )
    case 'biguanide':
      return effect.biguanidePpm / 1000
    case 'peroxide':
      return (effect.peroxideMmol * PEROXIDE_G_PER_MOL) / 1000
  }
}
