import type { QuantityEstimate } from './estimate'

/** A residual may be so far below its floor before it is called lost: four fifths. */
const STILL_STANDS = 0.8
/** Of a normal spread, all but one in forty lie above its middle less this many standard deviations. */
const ALMOST_ALL = 1.96

/**
 * Whether a residual still stands although time, doses and bathers have gone over it since it was read: all but one in forty of
 * the tubs it may be hold four fifths of the floor. The reading's own error is the kit's and not counted, so that a fresh reading at
 * the floor opens the tub.
 */
export const mayStand = (
  {
    value,
    driftDeviation,
    standardDeviation,
    reckonedFrom,
  }: Pick<QuantityEstimate, 'value' | 'driftDeviation' | 'standardDeviation' | 'reckonedFrom'>,
  floor: number,
): boolean => {
  const deviation = reckonedFrom === undefined ? driftDeviation : standardDeviation
  return value - ALMOST_ALL * deviation >= STILL_STANDS * floor
}
