import type { Estimate } from '../estimate/estimate'
import { fillWaterOf, quantityOf } from '../estimate/testedWater'
import type { Tub } from '../tub/tub'
import { mixWater } from '../water/mix'
import { readWater } from '../water/solveWater'

export const DILUTED = ['cyanuricAcid', 'salt', 'calciumHardness', 'totalDissolvedSolids'] as const
export type Diluted = (typeof DILUTED)[number]

export interface PartialChange {
  litres: number
  fraction: number
  /** What it leaves, by readings: pH with the air's share not yet lost. */
  leaves: Record<'pH' | 'totalAlkalinity' | Diluted, number>
}

/**
 * How much of the water to replace so that something falls to a goal, in one change of drained water, not overflowing. Undefined
 * where this fill water holds as much, or the goal is met. Mixing conserves; pH is solved.
 */
export const partialChange = (
  tub: Tub,
  estimate: Estimate,
  quantity: Diluted,
  goal: number,
): PartialChange | undefined => {
  const fill = fillWaterOf(estimate.fillWater, tub.setTemperatureCelsius)
  const value = quantityOf(estimate.reading, quantity)
  const brought = quantityOf(readWater(fill), quantity)
  if (value <= goal || brought >= goal) return undefined
  const fraction = (value - goal) / (value - brought)
  const left = readWater(mixWater(estimate.water, fill, fraction))
  const leaves = Object.fromEntries(
    (['pH', 'totalAlkalinity', ...DILUTED] as const).map((one) => [one, quantityOf(left, one)]),
  ) as PartialChange['leaves']
  return { litres: fraction * tub.volumeLitres, fraction, leaves }
}
