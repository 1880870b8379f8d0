/** Seeded generator (mulberry32): the same seed, the same numbers. Uniform in [0, 1). */
export const seeded = (seed: number) => {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

/** Normal deviate by Box and Muller. */
export const normal = (random: () => number) =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())

/** Nine in ten of a normal lie within this many standard deviations. */
export const NINE_IN_TEN = 1.645

/** Of the tails and of the middle: P. J. Acklam's rational approximation, from memory. */
const TAIL = [
  -7.784894002430293e-3, -0.3223964580411365, -2.400758277161838, -2.549732539343734,
  4.374664141464968, 2.938163982698783,
] as const
const TAIL_BELOW = [
  7.784695709041462e-3, 0.3224671290700398, 2.445134137142996, 3.754408661907416, 1,
] as const
const MIDDLE = [
  -39.69683028665376, 220.9460984245205, -275.9285104469687, 138.357751867269, -30.66479806614716,
  2.506628277459239,
] as const
const MIDDLE_BELOW = [
  -54.47609879822406, 161.5858368580409, -155.6989798598866, 66.80131188771972, -13.28068155288572,
  1,
] as const
const TAIL_SHARE = 0.02425

const polynomial = (coefficients: readonly number[], x: number) =>
  coefficients.reduce((sum, one) => sum * x + one, 0)

/** Below which a share of a standard normal lies. @param share between 0 and 1 @returns to 1e-8 */
export const normalQuantile = (share: number): number => {
  if (share > 0.5) return -normalQuantile(1 - share)
  if (share < TAIL_SHARE) {
    const q = Math.sqrt(-2 * Math.log(share))
    return polynomial(TAIL, q) / polynomial(TAIL_BELOW, q)
  }
  const q = share - 0.5
  return (q * polynomial(MIDDLE, q * q)) / polynomial(MIDDLE_BELOW, q * q)
}
