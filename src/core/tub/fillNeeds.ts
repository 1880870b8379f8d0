import type { FillWater } from './tub'

/** From so much on, ppm, metal in fill water stains, and an oxidiser brings it out; common practice. */
const METALS_PPM = 0.2
/** From so much on, ppm, fill water scales; common practice. */
const HARD_PPM = 250
/** From so much on, ppm as PO₄, scale of it covers a cell's plates: common practice, 0.1 to 0.5, from memory. */
export const PHOSPHATE_PPM = 0.5

/** Copper or iron enough to stain. */
export const hasMetals = ({
  copperPpm = 0,
  ironPpm = 0,
}: Pick<FillWater, 'copperPpm' | 'ironPpm'>): boolean =>
  copperPpm >= METALS_PPM || ironPpm >= METALS_PPM

/** A well of which nobody has read the metals. */
const unreadWell = ({ source, copperPpm, ironPpm }: FillWater) =>
  source === 'well' && (copperPpm === undefined || ironPpm === undefined)

/**
 * Whether inhibitor goes in first and alone, for a day: hard or metallic water, and a well that was not tested; after town water it
 * comes last. Common practice.
 */
export const inhibitorFirst = (fill: FillWater): boolean =>
  unreadWell(fill) || hasMetals(fill) || (fill.calciumHardnessPpm ?? 0) >= HARD_PPM
