import { NINE_IN_TEN } from '../random'
import { DAY, type Instant } from '../time'

/** What a product or a kit is used up by. */
export interface Use {
  perDay: number
  /** One standard deviation of a week's sum. */
  weekDeviation: number
  /** Whole weeks that were looked at. */
  weeks: number
}

/** Use changes with the season and the guests: older weeks say little of the next. */
const MOST_WEEKS = 10
/** Fewer have no scatter worth the name. */
const LEAST_WEEKS = 2
const WEEK = 7 * DAY

/**
 * How much goes in a day, by whole weeks up to now; undefined while there are fewer than two, or nothing was used.
 * @param since nothing was written down before: the first entry of the journals
 */
export const rateOfUse = (
  taken: readonly { at: Instant; amount: number }[],
  { since, now }: { since: Instant; now: Instant },
): Use | undefined => {
  const weeks = Math.min(MOST_WEEKS, Math.floor((now - since) / WEEK))
  if (weeks < LEAST_WEEKS) return undefined
  const sums = Array.from({ length: weeks }, () => 0)
  for (const { at, amount } of taken) {
    const week = Math.floor((now - at) / WEEK)
    if (at <= now && week < weeks) sums[week] = (sums[week] ?? 0) + amount
  }
  const mean = sums.reduce((a, b) => a + b, 0) / weeks
  if (mean <= 0) return undefined
  const variance = sums.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (weeks - 1)
  return { perDay: mean / 7, weekDeviation: Math.sqrt(variance), weeks }
}

export interface RunsOut {
  expected: Instant
  /** Nine in ten lie between; undefined where it may last for years. */
  early: Instant
  late: Instant | undefined
}

/** Nobody plans further ahead. Days. */
const FARTHEST = 1500

/**
 * When so much is used up: the mean carries it there; the range adds what single weeks scatter by and how little is known of the mean.
 * Undefined where it lasts beyond {@link FARTHEST} days.
 */
export const runsOut = (
  left: number,
  { perDay, weekDeviation, weeks }: Use,
  now: Instant,
): RunsOut | undefined => {
  const days = left / perDay
  if (!(days <= FARTHEST)) return undefined
  const deviation = (t: number) =>
    Math.hypot(Math.sqrt(t / 7) * weekDeviation, (t / 7) * (weekDeviation / Math.sqrt(weeks)))
  const edge = (sign: 1 | -1) => {
    let [low, high] = [0, FARTHEST]
    const used = (t: number) => perDay * t + sign * NINE_IN_TEN * deviation(t)
    if (used(high) < left) return undefined
    for (let i = 0; i < 50; i++) {
      const mid = (low + high) / 2
      if (used(mid) < left) low = mid
      else high = mid
    }
    return now + high * DAY
  }
  return { expected: now + days * DAY, early: edge(1) ?? now + days * DAY, late: edge(-1) }
}

export interface Lasts {
  /** The earlier of empty and past its date. */
  until: Instant
  by: 'empty' | 'date'
  orderBy: Instant
}

/** Until when something can be used, and when the next has to be ordered: before the early end of the range, less the delivery. */
export const lastsUntil = (
  empty: RunsOut | undefined,
  expiresAt: Instant | undefined,
  deliveryDays: number,
): Lasts | undefined => {
  const dated = expiresAt !== undefined && (!empty || expiresAt < empty.expected)
  const until = dated ? expiresAt : empty?.expected
  if (until === undefined) return undefined
  const first = Math.min(empty?.early ?? until, until)
  return { until, by: dated ? 'date' : 'empty', orderBy: first - deliveryDays * DAY }
}

/** How many packs carry a house on for so many days beyond what it has. */
export const packsFor = ({ perDay }: Use, left: number, days: number, pack: number): number =>
  Math.max(0, Math.ceil((perDay * days - left) / pack - 1e-9))
