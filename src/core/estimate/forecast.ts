import type { Entry } from '../journal/entry'
import type { SoakLoad } from '../journal/load'
import { programmeOf } from '../programmes/programme'
import type { Quantity } from '../testing/quantity'
import { HOUR, type Instant } from '../time'
import type { Tub } from '../tub/tub'
import { ENOUGH_READINGS, type Estimate, isStale } from './estimate'
import { advanceEnsemble, type Follows } from './learning/advanceEnsemble'
import { expectedOf, takeEntry } from './learning/ensemble'
import { deviationOf, type Ensemble, foretelling, type Spread } from './learning/ensembleState'
import { foreseenOf } from './learning/learnt'
import { lossAtTemperature } from './surroundings'

export interface FanPoint extends Spread {
  at: Instant
}

export interface Fan {
  quantity: Quantity
  points: FanPoint[]
  /** When the middle and the edges of the spread fall below a floor: with more, as expected, with less. */
  floorAt: { early: Instant | undefined; middle: Instant | undefined; late: Instant | undefined }
}

/** Something that is still to come. */
export type Ahead =
  | { at: Instant; kind: 'soak'; body: SoakLoad }
  | Extract<Entry, { kind: 'dose' | 'aeration' }>

const FAN_DAYS = 7

/**
 * The coming week over the members: eight in ten lie between low and high. Planned soaks and doses happen as planned; everything
 * else stays away.
 * @param floor below which nobody should be in: the tub's own where none is given
 */
export const fanOf = (
  ensemble: Ensemble,
  tub: Tub,
  ahead: readonly Ahead[],
  {
    floor = tub.targets.sanitizer.low,
    hours = 24 * FAN_DAYS,
    stepHours = 4,
    follows = 'everything',
  }: { floor?: number; hours?: number; stepHours?: number; follows?: Follows } = {},
): Fan[] => {
  const { sanitizer } = programmeOf(tub.programme)
  const quantities =
    follows === 'residual'
      ? [sanitizer]
      : foreseenOf(tub).filter((quantity) => quantity !== 'totalChlorine')
  const state = foretelling(ensemble)
  const fans = new Map(quantities.map((quantity): [Quantity, FanPoint[]] => [quantity, []]))
  const start = ensemble.at
  const coming = ahead.filter(({ at }) => at >= start).toSorted((a, b) => a.at - b.at)
  let next = 0
  for (let at = start; at <= start + hours * HOUR; at += stepHours * HOUR) {
    for (; next < coming.length && (coming[next]?.at ?? 0) <= at; next++) {
      const one = coming[next]
      if (one) takeEntry(state, tub, { id: 0, ...one } as Entry, follows)
    }
    advanceEnsemble(state, tub, at, follows)
    for (const quantity of quantities) {
      const spread = expectedOf(state, tub, quantity)
      if (spread) fans.get(quantity)?.push({ at, ...spread })
    }
  }
  return quantities.map((quantity) => {
    const points = fans.get(quantity) ?? []
    const below = (edge: 'low' | 'median' | 'high') =>
      quantity === sanitizer ? points.find((point) => point[edge] < floor)?.at : undefined
    return {
      quantity,
      points,
      floorAt: { early: below('low'), middle: below('median'), late: below('high') },
    }
  })
}

export interface ForecastPoint {
  at: Instant
  /** Middle of the tubs that this one may be, ppm. */
  value: number
  standardDeviation: number
  /** Eight in ten lie between. */
  low: number
  high: number
}

/** Hour by hour for two days, in longer steps after that. */
const NEAR_HOURS = 48
const FAR_STEP_HOURS = 6

const instantsOf = (from: Instant, hours: number): Instant[] => {
  const found: Instant[] = []
  for (let hour = 0; hour < hours; hour += hour < NEAR_HOURS ? 1 : FAR_STEP_HOURS)
    found.push(from + hour * HOUR)
  return [...found, from + hours * HOUR]
}

/**
 * The residual ahead, over the members of the estimate: with these soaks and doses, each at its time, and with nothing else; what a
 * feeder or a cell gives is in it. A point an hour, and one on either side of whatever happens.
 */
export const residualAhead = (
  tub: Tub,
  { ensemble }: Pick<Estimate, 'ensemble'>,
  hours: number,
  ahead: readonly Ahead[] = [],
): ForecastPoint[] => {
  const { sanitizer } = programmeOf(tub.programme)
  const state = foretelling(ensemble)
  const points: ForecastPoint[] = []
  const point = () => {
    const spread = expectedOf(state, tub, sanitizer)
    if (spread)
      points.push({
        at: state.at,
        value: spread.median,
        standardDeviation: deviationOf(spread),
        low: spread.low,
        high: spread.high,
      })
  }
  const coming = ahead
    .map((one) => ({ ...one, at: Math.max(one.at, ensemble.at) }))
    .sort((a, b) => a.at - b.at)
  const until = ensemble.at + hours * HOUR
  let next = 0
  for (const at of instantsOf(ensemble.at, hours)) {
    for (; (coming[next]?.at ?? Number.POSITIVE_INFINITY) <= Math.min(at, until); next++) {
      const one = coming[next]
      if (!one) break
      advanceEnsemble(state, tub, one.at, 'residual')
      point()
      takeEntry(state, tub, { id: 0, ...one } as Entry, 'residual')
      point()
    }
    advanceEnsemble(state, tub, at, 'residual')
    if (points.at(-1)?.at !== at) point()
  }
  return points
}

/** pH at a moment ahead, with these soaks and doses each at its time: the middle of the members. */
export const pHAhead = (
  tub: Tub,
  { ensemble }: Pick<Estimate, 'ensemble'>,
  at: Instant,
  ahead: readonly Ahead[] = [],
): number | undefined => {
  const state = foretelling(ensemble)
  const coming = ahead.filter((one) => one.at <= at).toSorted((a, b) => a.at - b.at)
  for (const one of coming) takeEntry(state, tub, { id: 0, ...one } as Entry)
  advanceEnsemble(state, tub, at)
  return expectedOf(state, tub, 'pH')?.median
}

/** Farther ahead than this nothing is foretold, hours. */
export const FARTHEST_HOURS = 14 * 24

const alone = new WeakMap<Ensemble, { hours: number; points: readonly ForecastPoint[] }>()

/** {@link residualAhead} with nothing to come: reckoned once for an estimate, whoever asks, for two days or for all that is foretold. */
export const leftAlone = (
  tub: Tub,
  { ensemble }: Pick<Estimate, 'ensemble'>,
  hours: typeof NEAR_HOURS | typeof FARTHEST_HOURS = NEAR_HOURS,
): readonly ForecastPoint[] => {
  const known = alone.get(ensemble)
  if (known && known.hours >= hours) return known.points
  const points = residualAhead(tub, { ensemble }, hours)
  alone.set(ensemble, { hours, points })
  return points
}

/** So long after its reading what a tub has taught still carries a residual on. */
export const CARRIED_HOURS = 72

/** {@link residualAhead}; undefined where the residual has no reading fresh enough to start from, by what this tub has taught. */
export const residualForecast = (
  tub: Tub,
  estimate: Estimate,
  hours: number,
  ahead: readonly Ahead[] = [],
): ForecastPoint[] | undefined => {
  const { sanitizer } = programmeOf(tub.programme)
  const { ageHours, lastReading } = estimate.quantities[sanitizer]
  const taught = estimate.taughtBy >= ENOUGH_READINGS && (ageHours ?? 0) <= CARRIED_HOURS
  return !lastReading || (isStale(sanitizer, ageHours) && !taught)
    ? undefined
    : residualAhead(tub, estimate, hours, ahead)
}

/** When a forecast first falls to a limit, between its points; undefined where it does not. */
export const fallsTo = (points: readonly ForecastPoint[], limit: number): Instant | undefined => {
  const i = points.findIndex(({ value }) => value <= limit)
  const [before, after] = [points[i - 1], points[i]]
  if (!after) return undefined
  if (!before || before.value === after.value) return after.at
  const share = (limit - before.value) / (after.value - before.value)
  return before.at + share * (after.at - before.at)
}

/**
 * How much of the residual is left after some hours, without bathers and feeder, 0 to 1: of the middle member, and of one in ten that
 * loses it slowest.
 */
export const keptOver = (
  tub: Tub,
  { ensemble }: Pick<Estimate, 'ensemble'>,
  hours: number,
): { middle: number; slow: number } => {
  const rates = ensemble.rates.loss.toSorted()
  const warm = lossAtTemperature(tub.setTemperatureCelsius)
  const kept = (quantile: number) =>
    Math.exp(-warm * Math.exp(rates[Math.floor(quantile * rates.length)] ?? 0) * hours)
  return { middle: kept(0.5), slow: kept(0.1) }
}
