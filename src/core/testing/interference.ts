import { CHLORINE_G_PER_MOL } from '../water/constants'
import type { Water } from '../water/water'

/** From here on a residual bleaches the colours of other pads and reagents, ppm: common practice. A meter reads without colour. */
export const BLEACHES = { freeChlorine: 10, bromine: 20 } as const

/** Part of monopersulfate that a free-chlorine test shows; assumed, small and varying with the test and its wait. */
const SHOWN_AS_FREE = 0.05

export interface Interference {
  /** ppm that a free-chlorine test shows too much. */
  freeChlorinePpm: number
  /** ppm that a total-chlorine test shows too much; nearly all of it looks like combined chlorine. */
  totalChlorinePpm: number
}

/**
 * What non-chlorine shock adds to a chlorine test: all of it shows in total chlorine, mol for mol, a little of it in free.
 * Common practice; a reagent that removes it exists and its test is not corrected here.
 */
export const monopersulfateShown = ({ monopersulfateMmol }: Water): Interference => {
  const asChlorine = monopersulfateMmol * CHLORINE_G_PER_MOL
  return { freeChlorinePpm: SHOWN_AS_FREE * asChlorine, totalChlorinePpm: asChlorine }
}

/** Combined chlorine behind a reading of total and free, ppm, with what non-chlorine shock shows taken off; never below zero. */
export const combinedBehind = (
  totalChlorinePpm: number,
  freeChlorinePpm: number,
  water: Water,
): number => {
  const shown = monopersulfateShown(water)
  return Math.max(
    0,
    totalChlorinePpm - freeChlorinePpm - (shown.totalChlorinePpm - shown.freeChlorinePpm),
  )
}
