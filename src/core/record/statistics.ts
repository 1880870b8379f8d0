import jstat from 'jstat'
import { seeded } from '../random'
import type { Instant } from '../time'

/** One rate from one stretch of the journal, with one standard deviation of it. */
export interface Rated {
  at: Instant
  value: number
  deviation: number
  /** It may have been more: there was no more to be taken. */
  atLeast?: boolean
}

/** The mean of many rates, and where nine in ten of what it may be lie. */
export interface RateMean {
  mean: number
  low: number
  high: number
  standardError: number
  /** Of how many stretches. */
  stretches: number
  /** So many of them show a least that their mean is one too. */
  atLeast: boolean
}

/** Fewer say nothing. */
export const LEAST_STRETCHES = 4

/** Below which a share of Student's t with so many degrees of freedom lies. */
export const studentQuantile = (share: number, degrees: number): number =>
  jstat.studentt.inv(share, degrees)

/** Nine in ten lie between this share and its opposite. */
const UPPER = 0.95

/** What rates scatter by beyond their own errors (DerSimonian and Laird's moment estimator), squared. */
const between = (rates: readonly Rated[]): number => {
  const weights = rates.map(({ deviation }) => 1 / deviation ** 2)
  const sum = weights.reduce((a, b) => a + b, 0)
  const squares = weights.reduce((a, b) => a + b * b, 0)
  const mean = rates.reduce((a, { value }, i) => a + (weights[i] ?? 0) * value, 0) / sum
  const q = rates.reduce((a, { value }, i) => a + (weights[i] ?? 0) * (value - mean) ** 2, 0)
  return Math.max(0, (q - rates.length + 1) / (sum - squares / sum))
}

/** Rates weighted by their errors and their scatter; undefined where there are too few. */
export const meanOf = (rates: readonly Rated[]): RateMean | undefined => {
  const n = rates.length
  if (n < LEAST_STRETCHES) return undefined
  const scatter = between(rates)
  const weights = rates.map(({ deviation }) => 1 / (deviation ** 2 + scatter))
  const sum = weights.reduce((a, b) => a + b, 0)
  const mean = rates.reduce((a, { value }, i) => a + (weights[i] ?? 0) * value, 0) / sum
  // By what was seen and not by what was assumed, so that a wrong guess at a kit's error claims nothing.
  const seen =
    rates.reduce((a, { value }, i) => a + ((weights[i] ?? 0) * (value - mean)) ** 2, 0) /
    sum ** 2 /
    (1 - 1 / n)
  const standardError = Math.sqrt(Math.max(seen, 1e-12))
  const half = studentQuantile(UPPER, n - 1) * standardError
  const leasts = rates.filter(({ atLeast }) => atLeast).length
  return {
    mean,
    low: mean - half,
    high: mean + half,
    standardError,
    stretches: n,
    atLeast: leasts > MOST_LEASTS * n,
  }
}

/** A mean of which more than this share shows a least is a least. */
const MOST_LEASTS = 0.25

const SHUFFLES = 1999

/** Values with their weights in an order of the generator (Fisher and Yates). */
const shuffle = (values: Float64Array, weights: Float64Array, random: () => number) => {
  for (let i = values.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1))
    const [value, weight] = [values[i] ?? 0, weights[i] ?? 0]
    values[i] = values[j] ?? 0
    weights[i] = weights[j] ?? 0
    values[j] = value
    weights[j] = weight
  }
}

/** How far the means before and after each place in an order lie apart, in standard errors; the farthest, and where. */
const farthest = (
  values: Float64Array,
  weights: Float64Array,
  first: number,
  last: number,
): { apart: number; split: number } => {
  const n = values.length
  let all = 0
  let allValue = 0
  for (let i = 0; i < n; i++) {
    all += weights[i] ?? 0
    allValue += (weights[i] ?? 0) * (values[i] ?? 0)
  }
  let sum = 0
  let value = 0
  let best = { apart: 0, split: first }
  for (let i = 1; i <= last; i++) {
    sum += weights[i - 1] ?? 0
    value += (weights[i - 1] ?? 0) * (values[i - 1] ?? 0)
    if (i < first) continue
    const apart = Math.abs(
      (value / sum - (allValue - value) / (all - sum)) / Math.sqrt(1 / sum + 1 / (all - sum)),
    )
    if (apart > best.apart) best = { apart, split: i }
  }
  return best
}

/**
 * The chance that an order as uneven as this comes about when the order means nothing: by {@link SHUFFLES} seeded shuffles.
 * @param from the first place where it may be split
 * @param to the last; the same as `from` where the split is given
 */
const byChance = (rates: readonly Rated[], from: number, to: number) => {
  const scatter = between(rates)
  const values = Float64Array.from(rates, ({ value }) => value)
  const weights = Float64Array.from(rates, ({ deviation }) => 1 / (deviation ** 2 + scatter))
  const found = farthest(values, weights, from, to)
  const random = seeded(20_261)
  let asUneven = 0
  for (let i = 0; i < SHUFFLES; i++) {
    shuffle(values, weights, random)
    if (farthest(values, weights, from, to).apart >= found.apart - 1e-9) asUneven++
  }
  return { chance: (asUneven + 1) / (SHUFFLES + 1), split: found.split }
}

/** Whether two groups of rates differ: the chance that so large a difference comes about by itself. */
export const differenceByChance = (a: readonly Rated[], b: readonly Rated[]): number =>
  a.length < LEAST_STRETCHES || b.length < LEAST_STRETCHES
    ? 1
    : byChance([...a, ...b], a.length, a.length).chance

/** Most that are looked through for a change; older ones stay out. */
const MOST_SCANNED = 240

/** Where in time rates change most, and the chance that such a change comes about by itself; undefined where there are too few. */
export const changeIn = (
  rates: readonly Rated[],
): { before: Rated[]; after: Rated[]; chance: number } | undefined => {
  const latest = rates.slice(-MOST_SCANNED)
  const least = LEAST_STRETCHES
  if (latest.length < 2 * least) return undefined
  const { chance, split } = byChance(latest, least, latest.length - least)
  return { before: latest.slice(0, split), after: latest.slice(split), chance }
}
