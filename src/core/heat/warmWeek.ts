import { HOUR, type Instant } from '../time'
import { inHours } from './settings'
import { type HeatStep, heatStep, restingCelsius, type TubHeat } from './tubHeat'

/** How a tub is kept warm: held, lower between soaks, or heated in set hours of the wall clock only. */
export type Warming =
  | { kind: 'held' }
  | { kind: 'lower'; byKelvin: number }
  | { kind: 'hours'; from: number; to: number }

export interface WarmWeek {
  way: Warming
  /** Hour by hour, °C. */
  points: { at: Instant; celsius: number }[]
  /** Share of each hour in which the heater is on. */
  duty: number[]
  kilowattHours: number
  /** Undefined without a price. */
  money: number | undefined
  /** The longest wait for the set temperature at any moment of the week, hours; undefined where the heater can't reach it. */
  longestWaitHours: number | undefined
  /** Soaks that begin colder than half a kelvin below the set temperature. */
  coldSoaks: number
  meanCelsius: number
}

export interface WeekAsked {
  from: Instant
  setCelsius: number
  soaks: readonly { at: Instant; minutes: number }[]
  /** °C at a moment. */
  air: (at: Instant) => number
  /** Hour of the wall clock at a moment, 0 to 24. */
  hourAt: (at: Instant) => number
  /** Of a kilowatt hour at a moment. */
  priceAt?: ((at: Instant) => number) | undefined
}

const STEPS_AN_HOUR = 4
const STEPS = 7 * 24 * STEPS_AN_HOUR
const STEP = HOUR / STEPS_AN_HOUR

/** The temperature before a step that full heat brings to `needed` by its end; `needed` where heat can't. */
const before = (needed: number, { heatedEnd, left }: HeatStep) =>
  heatedEnd > needed ? heatedEnd + (needed - heatedEnd) / left : needed

/** What has to be there at the beginning of each step so that every soak finds the set temperature, and no less than a base. */
const neededAt = (
  steps: readonly HeatStep[],
  soaking: readonly boolean[],
  setCelsius: number,
  base: number,
): number[] => {
  const needed = new Array<number>(STEPS + 1).fill(base)
  // The week repeats: what its first hours need reaches back into its last.
  for (let pass = 0; pass < 2; pass++) {
    needed[STEPS] = needed[0] ?? base
    for (let i = STEPS - 1; i >= 0; i--) {
      const step = steps[i]
      if (!step) continue
      needed[i] = soaking[i]
        ? setCelsius
        : Math.min(setCelsius, Math.max(base, before(needed[i + 1] ?? base, step)))
    }
  }
  return needed
}

interface Run {
  celsius: number[]
  /** Share of the heater's power in each step. */
  power: number[]
}

const run = (start: number, steps: readonly HeatStep[], target: (i: number) => number): Run => {
  const celsius = [start]
  const power: number[] = []
  let now = start
  steps.forEach((step, i) => {
    const cold = step.restEnd + (now - step.restEnd) * step.left
    const hot = step.heatedEnd + (now - step.heatedEnd) * step.left
    const wanted = target(i)
    const share = cold >= wanted ? 0 : hot <= wanted ? 1 : (wanted - cold) / (hot - cold)
    now = cold + share * (hot - cold)
    celsius.push(now)
    power.push(share)
  })
  return { celsius, power }
}

const NEAR = 1e-5
const MOST_RUNS = 60

/**
 * The week that ends as warm as it began. The end rises with the start, more slowly than it, and in straight pieces: where the heater
 * meets its target both meet at once, else a secant finds where.
 */
const settled = (begin: number, steps: readonly HeatStep[], target: (i: number) => number): Run => {
  let start = begin
  let before: { start: number; excess: number } | undefined
  for (let i = 0; ; i++) {
    const found = run(start, steps, target)
    const end = found.celsius.at(-1) ?? start
    const excess = end - start
    if (Math.abs(excess) < NEAR || i >= MOST_RUNS) return found
    const slope = before ? (excess - before.excess) / (start - before.start) : 0
    before = { start, excess }
    // A slope that is none of a rising, slower line is left alone: the end itself is always nearer.
    start = slope < -1e-3 && slope >= -1 ? start - excess / slope : end
  }
}

/**
 * One week in one way, settled: it ends as warm as it began, so that none borrows heat from the next. The cover is on; what a soak
 * itself loses is the same in every way and left out.
 */
export const warmWeek = (heat: TubHeat, way: Warming, asked: WeekAsked): WarmWeek => {
  const { from, setCelsius, air, hourAt, priceAt, soaks } = asked
  const times = Array.from({ length: STEPS }, (_, i) => from + i * STEP)
  const steps = times.map((at) => heatStep(heat, air(at + STEP / 2), 1 / STEPS_AN_HOUR))
  const soaking = times.map((at) =>
    soaks.some((soak) => at + STEP > soak.at && at < soak.at + soak.minutes * 60_000),
  )
  const hours = times.map((at) => hourAt(at + STEP / 2))
  const needed =
    way.kind === 'lower'
      ? neededAt(steps, soaking, setCelsius, setCelsius - way.byKelvin)
      : undefined
  const target = (i: number) =>
    way.kind === 'held'
      ? setCelsius
      : way.kind === 'lower'
        ? (needed?.[i + 1] ?? setCelsius)
        : inHours(hours[i] ?? 0, way.from, way.to)
          ? setCelsius
          : Number.NEGATIVE_INFINITY
  const { celsius, power } = settled(setCelsius, steps, target)
  const perStep = heat.kilowatts.value / STEPS_AN_HOUR
  const waits = celsius.slice(0, -1).map((one, i) => {
    const { heatedEnd } = steps[i] as HeatStep
    if (one >= setCelsius - 0.05) return 0
    return heatedEnd <= setCelsius
      ? Number.POSITIVE_INFINITY
      : heat.timeConstantHours.value * Math.log((heatedEnd - one) / (heatedEnd - setCelsius))
  })
  const longest = Math.max(...waits)
  return {
    way,
    points: celsius.flatMap((one, i) =>
      i % STEPS_AN_HOUR === 0 ? [{ at: from + i * STEP, celsius: one }] : [],
    ),
    duty: Array.from(
      { length: STEPS / STEPS_AN_HOUR },
      (_, i) =>
        power
          .slice(i * STEPS_AN_HOUR, (i + 1) * STEPS_AN_HOUR)
          .reduce((sum, share) => sum + share, 0) / STEPS_AN_HOUR,
    ),
    kilowattHours: power.reduce((sum, share) => sum + share * perStep, 0),
    money:
      priceAt &&
      power.reduce((sum, share, i) => sum + share * perStep * priceAt(times[i] ?? from), 0),
    longestWaitHours: Number.isFinite(longest) ? longest : undefined,
    coldSoaks: soaks.filter((soak) => {
      const i = Math.round((soak.at - from) / STEP)
      return i >= 0 && i < STEPS && (celsius[i] ?? 0) < setCelsius - 0.5
    }).length,
    meanCelsius: celsius.reduce((a, b) => a + b, 0) / celsius.length,
  }
}

/** When to turn up, so that a temperature is there by a moment. */
export interface TurnUp {
  at: Instant
  /** When it is there; later than was asked where there is not time enough, undefined where the heater can't reach it. */
  readyAt: Instant | undefined
}

const FIVE_MINUTES = 5 * 60_000
/** Farther ahead nobody counts back. */
const MOST_STEPS = (14 * 24 * HOUR) / FIVE_MINUTES

/**
 * The latest moment to turn up from what the water will be then.
 * @param held °C that the thermostat holds until then; the water cools to it
 */
export const turnUpFor = (
  heat: TubHeat,
  {
    now,
    celsius,
    held,
    target,
    by,
    air,
  }: {
    now: Instant
    celsius: number
    held: number
    target: number
    by: Instant
    air: (at: Instant) => number
  },
): TurnUp => {
  const count = Math.min(MOST_STEPS, Math.max(0, Math.floor((by - now) / FIVE_MINUTES)))
  const steps = Array.from({ length: count }, (_, i) =>
    heatStep(heat, air(now + (i + 0.5) * FIVE_MINUTES), FIVE_MINUTES / HOUR),
  )
  const natural = [celsius]
  for (const step of steps) {
    const was = natural.at(-1) ?? celsius
    const cold = step.restEnd + (was - step.restEnd) * step.left
    const hot = step.heatedEnd + (was - step.heatedEnd) * step.left
    natural.push(Math.max(cold, Math.min(held, hot)))
  }
  const needed = [target]
  for (const step of steps.toReversed()) needed.unshift(before(needed[0] ?? target, step))
  const latest = natural.findLastIndex((one, i) => one >= (needed[i] ?? target) - 1e-9)
  if (latest >= 0) return { at: now + latest * FIVE_MINUTES, readyAt: by }
  let warm = celsius
  for (let i = 0; i < MOST_STEPS; i++) {
    if (warm >= target - 1e-6) return { at: now, readyAt: now + i * FIVE_MINUTES }
    const step = heatStep(heat, air(now + (i + 0.5) * FIVE_MINUTES), FIVE_MINUTES / HOUR)
    if (step.heatedEnd <= target && i > MOST_STEPS / 2) break
    warm = step.heatedEnd + (warm - step.heatedEnd) * step.left
  }
  return { at: now, readyAt: undefined }
}

/** Mean of the air of a time, °C, and its range. */
export const airOver = (air: (at: Instant) => number, from: Instant, to: Instant) => {
  const all: number[] = []
  for (let at = from; at < to; at += HOUR) all.push(air(at))
  return {
    mean: all.reduce((a, b) => a + b, 0) / Math.max(1, all.length),
    low: Math.min(...all),
    high: Math.max(...all),
  }
}

/** The air above which the tub is warmer than it is set even with the heater off, °C. */
export const tooWarmAbove = (heat: TubHeat, setCelsius: number): number =>
  setCelsius - restingCelsius(heat, 0)
