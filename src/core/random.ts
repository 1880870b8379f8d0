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
