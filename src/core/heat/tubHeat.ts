import { type Entry, isKind } from '../journal/entry'
import { NINE_IN_TEN } from '../random'
import { readingError } from '../testing/quantity'
import { DAY, HOUR, type Instant } from '../time'
import { filtrationHours, jetsHours } from '../tub/circulation'
import type { Tub, TubKind } from '../tub/tub'
import { COOLING_HOURS, HEATER_KILOWATTS, KILOJOULES_PER_LITRE_KELVIN } from './heat'

/** Something that is known to within a factor: the middle, and where nine in ten of what it may be lie. */
export interface LearntFigure {
  value: number
  low: number
  high: number
  /** From so many stretches of the log; none while it is assumed. */
  stretches: number
}

/** A tub as one body of water: what warms it, and how it cools. */
export interface TubHeat {
  volumeLitres: number
  kilowatts: LearntFigure
  /** Hours for the excess over the air to fall to 1/e with the cover on and the heater off. */
  timeConstantHours: LearntFigure
  /** Falls in the log that were left out: people in, water changed, or too short to tell. */
  leftOut: number
  /** The latest time it warmed, where that was clearly slower than before: the heater's power then, kW. */
  weakened: { at: Instant; kilowatts: number; before: LearntFigure } | undefined
  /** What pumps leave in the water with nobody in, kW; assumed. */
  pumpKilowatts: number
}

/**
 * What pumps draw, W: circulation around the clock for a rigid tub's small pump, an inflatable's filter pump by common practice; jets
 * while people are in. Assumed, until somebody reads a meter.
 */
const PUMP_WATTS: Record<TubKind, { circulation: number; jets: number }> = {
  'hard shell': { circulation: 80, jets: 1500 },
  inflatable: { circulation: 50, jets: 600 },
  'swim spa': { circulation: 150, jets: 3000 },
}
/**
 * What this tub's pumps draw, W: `unattended` as a mean over the day, for the hours that it filters and those of jets by its panel's
 * clock; `jets` while people are in.
 */
export const pumpWatts = (tub: Tub): { unattended: number; jets: number } => {
  const { circulation, jets } = PUMP_WATTS[tub.kind ?? 'hard shell']
  return {
    unattended: (circulation * filtrationHours(tub) + jets * jetsHours(tub)) / 24,
    jets,
  }
}

/** Of a pump's power so much ends in the water and not in the air of the cabinet; assumed. */
const PUMP_WARMS = 0.5

/** One standard deviation of the logarithm: tubs of a kind differ by so much in how they cool, and heaters from what is usual. Assumed. */
const KINDS_DIFFER = { cooling: 0.5, heater: 0.35, rated: 0.06 }
/** Wind, rain and a cover not quite closed, or the mains: one stretch differs from the next by so much of its change. Assumed. */
const STRETCHES_DIFFER = { cooling: 0.15, heating: 0.02 }
/** Air that is a forecast's or somebody's guess, °C, over a whole stretch. Assumed. */
const AIR_ERROR = 1.5

/** With the heater working a tub is nearer to its set temperature than this, K, or rising. */
const CLEARLY_BELOW = 1
/** A fill is not as warm everywhere, °C; and the end of heating is noted so late, hours. Assumed. */
const FILL_ERROR = 1
const NOTED_LATE = 0.3
/** So long a heater that warmed slower is told. */
const WEAKENED_DAYS = 21
/** One time of warming judged by itself: its heater may be of nearly any power. */
const KNOWN_BY_ITSELF = 1
const LONGEST_STRETCH = 4 * DAY
/** A heater shows itself sooner than the air does. */
const SHORTEST_STRETCH = { cooling: 2 * HOUR, heating: HOUR / 2 }

/** kWh that warm the water by one kelvin. */
export const kilowattHoursPerKelvin = (volumeLitres: number) =>
  (volumeLitres * KILOJOULES_PER_LITRE_KELVIN) / 3600

interface Stretch {
  /** When it ended. */
  at: Instant
  hours: number
  before: number
  after: number
  beforeError: number
  afterError: number
  air: number
  kind: 'cooling' | 'heating'
}

/** Mean of the air between two moments, °C. */
const meanAir = (air: (at: Instant) => number, from: Instant, to: Instant) => {
  const steps = Math.max(1, Math.ceil((to - from) / (3 * HOUR)))
  let sum = 0
  for (let i = 0; i < steps; i++) sum += air(from + ((i + 0.5) * (to - from)) / steps)
  return sum / steps
}

/**
 * Pairs of temperatures between which the heater was off all the time, or on all the time. Both are clearly below the set
 * temperature; what falls there has no heater, what rises has nothing but.
 */
const stretchesOf = (
  tub: Tub,
  journal: readonly Entry[],
  air: (at: Instant) => number,
  now: Instant,
): { stretches: Stretch[]; leftOut: number } => {
  const past = journal
    .filter(({ at }) => at <= now && at > now - 400 * DAY)
    .toSorted((a, b) => a.at - b.at || a.id - b.id)
  const stretches: Stretch[] = []
  let leftOut = 0
  let last: { at: Instant; celsius: number; error: number } | undefined
  let disturbed = false
  let heatingSince: { at: Instant; celsius: number } | undefined
  for (const entry of past) {
    if (entry.kind === 'refill' && entry.body.stage === 'heat') {
      const { what, celsius } = entry.body
      if (what === 'begun')
        heatingSince = celsius === undefined ? undefined : { at: entry.at, celsius }
      else if (what === 'done' && heatingSince && celsius !== undefined) {
        const hours = (entry.at - heatingSince.at) / HOUR
        // Done is noted when somebody comes to look: a longer stretch has stood at its end.
        if (hours >= 0.5 && hours <= 48 && celsius > heatingSince.celsius + 2)
          stretches.push({
            at: entry.at,
            hours,
            before: heatingSince.celsius,
            after: celsius,
            beforeError: FILL_ERROR,
            afterError: FILL_ERROR + NOTED_LATE * ((celsius - heatingSince.celsius) / hours),
            air: meanAir(air, heatingSince.at, entry.at),
            kind: 'heating',
          })
        heatingSince = undefined
      }
    }
    if (entry.kind === 'soak' || entry.kind === 'water' || entry.kind === 'aeration')
      disturbed = true
    if (!isKind('test')(entry)) continue
    const celsius = entry.body.readings.temperature
    if (celsius === undefined) continue
    const error = readingError('temperature', entry.body.method, celsius)
    const one = { at: entry.at, celsius, error }
    if (last) {
      const span = entry.at - last.at
      const below = tub.setTemperatureCelsius - CLEARLY_BELOW
      const change = celsius - last.celsius
      const off = last.celsius <= tub.setTemperatureCelsius + CLEARLY_BELOW && celsius <= below
      const kind: Stretch['kind'] | undefined =
        change < 0 && off
          ? 'cooling'
          : change > 2 * error && celsius <= below
            ? 'heating'
            : undefined
      if (kind && span <= LONGEST_STRETCH) {
        const mean = meanAir(air, last.at, entry.at)
        if (
          disturbed ||
          span < SHORTEST_STRETCH[kind] ||
          (kind === 'cooling' && last.celsius - mean < 5)
        )
          leftOut++
        else
          stretches.push({
            at: entry.at,
            hours: span / HOUR,
            before: last.celsius,
            after: celsius,
            beforeError: last.error,
            afterError: error,
            air: mean,
            kind,
          })
      }
    }
    last = one
    disturbed = false
  }
  return { stretches, leftOut }
}

const GRID = 121

/** The middle and nine in ten of a number by its prior and what was seen, on a grid of its logarithm. */
const posterior = (
  usual: number,
  deviation: number,
  seen: readonly ((value: number) => number)[],
): LearntFigure => {
  const wide = 3.5 * deviation
  const logs = Array.from({ length: GRID }, (_, i) => wide * ((2 * i) / (GRID - 1) - 1))
  const weights = logs.map((log) => {
    const value = usual * Math.exp(log)
    return seen.reduce((sum, likelihood) => sum + likelihood(value), -0.5 * (log / deviation) ** 2)
  })
  const most = Math.max(...weights)
  const masses = weights.map((weight) => Math.exp(weight - most))
  const all = masses.reduce((a, b) => a + b, 0)
  const at = (share: number) => {
    let sum = 0
    for (let i = 0; i < GRID; i++) {
      const mass = (masses[i] ?? 0) / all
      if (sum + mass >= share) {
        const [a, b] = [logs[Math.max(0, i - 1)] ?? 0, logs[i] ?? 0]
        return usual * Math.exp(i === 0 ? b : a + ((share - sum) / mass) * (b - a))
      }
      sum += mass
    }
    return usual * Math.exp(wide)
  }
  return { value: at(0.5), low: at(0.05), high: at(0.95), stretches: seen.length }
}

/** ln of how likely a second temperature is where another was expected; far strays count no more than four deviations. */
const likelihood = (expected: number, stretch: Stretch, carried: number): number => {
  const error = Math.hypot(
    stretch.afterError,
    stretch.beforeError * carried,
    AIR_ERROR * (1 - carried),
    STRETCHES_DIFFER[stretch.kind] * (stretch.before - stretch.after),
  )
  return -0.5 * Math.min(16, ((stretch.after - expected) / error) ** 2)
}

const assumed = (usual: number, deviation: number): LearntFigure => ({
  value: usual,
  low: usual * Math.exp(-NINE_IN_TEN * deviation),
  high: usual * Math.exp(NINE_IN_TEN * deviation),
  stretches: 0,
})

/**
 * How a tub cools and how fast its heater warms it: what is usual for its kind, moved by what its own temperatures show.
 * Physics: Newton's law of cooling. A fall counts only where the heater was off throughout, a rise only where it was on.
 * @param air °C at a moment
 * @param ratedKilowatts what is written on the heater, where somebody gave it
 */
export const heatOf = (
  tub: Tub,
  journal: readonly Entry[],
  {
    air,
    now,
    ratedKilowatts,
  }: { air: (at: Instant) => number; now: Instant; ratedKilowatts?: number | undefined },
): TubHeat => {
  const kind = tub.kind ?? 'hard shell'
  const { stretches, leftOut } = stretchesOf(tub, journal, air, now)
  const perKelvin = kilowattHoursPerKelvin(tub.volumeLitres)
  const cooling = stretches.filter((one) => one.kind === 'cooling')
  const timeConstantHours =
    cooling.length > 0
      ? posterior(
          COOLING_HOURS[kind],
          KINDS_DIFFER.cooling,
          cooling.map((one) => (hours: number) => {
            const carried = Math.exp(-one.hours / hours)
            return likelihood(one.air + (one.before - one.air) * carried, one, carried)
          }),
        )
      : assumed(COOLING_HOURS[kind], KINDS_DIFFER.cooling)
  const heating = stretches.filter((one) => one.kind === 'heating')
  const usual = ratedKilowatts ?? HEATER_KILOWATTS[kind]
  const differ = ratedKilowatts === undefined ? KINDS_DIFFER.heater : KINDS_DIFFER.rated
  const powerBy = (some: readonly Stretch[], spread: number): LearntFigure =>
    some.length > 0
      ? posterior(
          usual,
          spread,
          some.map((one) => (power: number) => {
            const carried = Math.exp(-one.hours / timeConstantHours.value)
            const end = one.air + (power / perKelvin) * timeConstantHours.value
            return likelihood(end + (one.before - end) * carried, one, carried)
          }),
        )
      : assumed(usual, spread)
  const last = heating.at(-1)
  const earlier = powerBy(heating.slice(0, -1), differ)
  const lately =
    last && last.at > now - WEAKENED_DAYS * DAY ? powerBy([last], KNOWN_BY_ITSELF) : undefined
  return {
    volumeLitres: tub.volumeLitres,
    kilowatts: powerBy(heating, differ),
    timeConstantHours,
    leftOut,
    weakened:
      // Against what a kind usually has nothing is clear: this heater may always have been a small one.
      last &&
      lately &&
      (earlier.stretches > 0 || ratedKilowatts !== undefined) &&
      lately.high < earlier.low
        ? { at: last.at, kilowatts: lately.value, before: earlier }
        : undefined,
    pumpKilowatts: (PUMP_WARMS * pumpWatts(tub).unattended) / 1000,
  }
}

/** The usual heat of a tub of its kind, for a journal that shows none of it. */
export const usualHeat = (tub: Tub, ratedKilowatts?: number): TubHeat =>
  heatOf(tub, [], { air: () => 0, now: 0, ratedKilowatts })

/** Kilowatts that the heater has to give to hold a temperature, beside the pump's own warmth. */
export const neededKilowatts = (heat: TubHeat, celsius: number, airCelsius: number): number =>
  Math.max(
    0,
    ((celsius - airCelsius) / heat.timeConstantHours.value) *
      kilowattHoursPerKelvin(heat.volumeLitres) -
      heat.pumpKilowatts,
  )

/** Where the water comes to rest with the heater off and the pump on, °C: it will not cool below it. */
export const restingCelsius = (heat: TubHeat, airCelsius: number): number =>
  airCelsius +
  (heat.pumpKilowatts / kilowattHoursPerKelvin(heat.volumeLitres)) * heat.timeConstantHours.value

/** What the tub's heat does in one step. */
export interface HeatStep {
  /** Where full heat would bring it in the end, °C. */
  heatedEnd: number
  /** Where no heat would. */
  restEnd: number
  /** How much of the difference to an end is left after the step. */
  left: number
}

export const heatStep = (heat: TubHeat, airCelsius: number, hours: number): HeatStep => {
  const rest = restingCelsius(heat, airCelsius)
  return {
    restEnd: rest,
    heatedEnd:
      rest +
      (heat.kilowatts.value / kilowattHoursPerKelvin(heat.volumeLitres)) *
        heat.timeConstantHours.value,
    left: Math.exp(-hours / heat.timeConstantHours.value),
  }
}
