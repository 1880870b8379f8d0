import { HOUR, type Instant } from '../time'
import {
  evaporationLitresPerHour,
  LATENT_JOULES_PER_KILOGRAM,
  usualSurface,
} from '../water/evaporation'
import { kilowattHoursPerKelvin, type TubHeat } from './tubHeat'

/** Hours until something happens: at the soonest, probably and at the latest; undefined where it does not. */
export interface HoursUntil {
  soonest: number | undefined
  likely: number | undefined
  latest: number | undefined
}

export interface PowerCut {
  /** The water hour by hour, °C, with nine in ten of what it may be. */
  points: { hours: number; celsius: number; low: number; high: number }[]
  /** Until the water is at 20 °C, below which little grows, and at 4 °C. */
  until20: HoursUntil
  until4: HoursUntil
  /** Until the pipes in the cabinet may freeze, which is well before the water does. */
  pipes: HoursUntil
}

/** The longest cut that is drawn. */
const MOST_CUT_HOURS = 28 * 24

/**
 * The cabinet of a tub: how much of the water's excess over the air it holds when the power goes, and hours for that excess to fall to 1/e.
 * Assumed: nobody has measured it here; a bare inflatable is at the quick end.
 */
const CABINET = { share: 0.6, soonest: 12, likely: 24, latest: 48 }
/** Pipes are in danger from here, °C. */
const PIPES_CELSIUS = 1
/** Air that has to be foreseen for so long is known to so much, °C. Assumed. */
const AIR_ERROR = 2

/** Over open water: still, a light air, a breeze, m/s; and how moist the air is, 0 to 1. Assumed. */
const WIND = { latest: 0, likely: 0.5, soonest: 2 }
const HUMIDITY = 0.8
const KILOWATT_HOURS_PER_LITRE = LATENT_JOULES_PER_KILOGRAM / 3.6e6
const STEFAN_BOLTZMANN = 5.67e-8
/** Of water, for heat; handbook value. */
const EMISSIVITY = 0.95

/**
 * What open water gives off beside what goes through the walls, kW: evaporation, radiation to surroundings as warm as the air, and
 * convection by 3.1 + 4.1 v W/(m² K), which is used for open pools (from memory).
 */
export const openWaterKilowatts = (
  surfaceSquareMetres: number,
  waterCelsius: number,
  airCelsius: number,
  windMetresPerSecond: number,
): number => {
  const kelvin = (celsius: number) => (celsius + 273.15) ** 4
  const dry =
    EMISSIVITY * STEFAN_BOLTZMANN * (kelvin(waterCelsius) - kelvin(airCelsius)) +
    (3.1 + 4.1 * windMetresPerSecond) * (waterCelsius - airCelsius)
  const litres = evaporationLitresPerHour({
    surfaceSquareMetres,
    waterCelsius,
    airCelsius,
    relativeHumidity: HUMIDITY,
    windMetresPerSecond,
  })
  return KILOWATT_HOURS_PER_LITRE * litres + (surfaceSquareMetres * dry) / 1000
}

/** What the water does without heat and pump; `open` is what it gives off without a cover, K an hour. */
const cooling = (
  start: number,
  hours: number,
  {
    air,
    timeConstantHours,
    open = () => 0,
  }: {
    air: (hours: number) => number
    timeConstantHours: number
    open?: (celsius: number, airCelsius: number) => number
  },
): number[] => {
  const celsius = [start]
  const left = Math.exp(-1 / timeConstantHours)
  const rest = Math.exp(-0.5 / timeConstantHours)
  for (let hour = 0; hour < hours; hour++) {
    const outside = air(hour + 0.5)
    const now = celsius.at(-1) ?? start
    const middle = outside + (now - outside) * rest - 0.5 * open(now, outside)
    celsius.push(outside + (now - outside) * left - open(middle, outside))
  }
  return celsius
}

/** When a falling line first meets a level, hours; between two points in a straight line. */
const meets = (line: readonly number[], level: number): number | undefined => {
  const i = line.findIndex((one) => one <= level)
  if (i < 0) return undefined
  if (i === 0) return 0
  const [a, b] = [line[i - 1] ?? level, line[i] ?? level]
  return i - 1 + (a - level) / (a - b)
}

/**
 * The water and the pipes while there is no power, from its beginning on.
 * Newton's law of cooling with this tub's own rate and its spread; without a cover what the open water gives off comes on top.
 * @param air °C at a moment
 */
export const powerCut = (
  heat: TubHeat,
  {
    from,
    celsius,
    air,
    hours = MOST_CUT_HOURS,
    covered = true,
  }: {
    from: Instant
    celsius: number
    air: (at: Instant) => number
    hours?: number
    /** The cover lies on it, sound. */
    covered?: boolean
  },
): PowerCut => {
  const whole = Math.min(MOST_CUT_HOURS, Math.max(1, Math.round(hours)))
  const { value, low, high } = heat.timeConstantHours
  const outside = (by: number) => (hour: number) => air(from + hour * HOUR) + by
  const surface = usualSurface(heat.volumeLitres)
  const perKelvin = kilowattHoursPerKelvin(heat.volumeLitres)
  const open = (wind: number) =>
    covered
      ? undefined
      : (water: number, airCelsius: number) =>
          openWaterKilowatts(surface, water, airCelsius, wind) / perKelvin
  const likely = cooling(celsius, whole, {
    air: outside(0),
    timeConstantHours: value,
    open: open(WIND.likely),
  })
  // A short time constant, colder air and wind go the same way.
  const cold = cooling(celsius, whole, {
    air: outside(-AIR_ERROR),
    timeConstantHours: low,
    open: open(WIND.soonest),
  })
  const warm = cooling(celsius, whole, {
    air: outside(AIR_ERROR),
    timeConstantHours: high,
    open: open(WIND.latest),
  })
  const until = (level: number): HoursUntil => ({
    soonest: meets(cold, level),
    likely: meets(likely, level),
    latest: meets(warm, level),
  })
  const cabinet = (timeConstantHours: number) =>
    meets(
      cooling(air(from) + CABINET.share * (celsius - air(from)), whole, {
        air: outside(0),
        timeConstantHours,
      }),
      PIPES_CELSIUS,
    )
  return {
    points: likely.map((one, i) => ({
      hours: i,
      celsius: one,
      low: cold[i] ?? one,
      high: warm[i] ?? one,
    })),
    until20: until(20),
    until4: until(4),
    pipes: {
      soonest: cabinet(CABINET.soonest),
      likely: cabinet(CABINET.likely),
      latest: cabinet(CABINET.latest),
    },
  }
}
