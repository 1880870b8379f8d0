import type { TubKind } from '../tub/tub'

/**
 * Heat of a tub as one body that loses heat in proportion to its excess over the air (Newton). Constant of the water:
 * 4.18 kJ/(kg K) × 0.995 kg/L, handbook mean of 25–40 °C.
 */
export const KILOJOULES_PER_LITRE_KELVIN = 4.18 * 0.995

/** °C after some hours without heating. */
export const cooledTo = (
  startCelsius: number,
  airCelsius: number,
  timeConstantHours: number,
  hours: number,
) => airCelsius + (startCelsius - airCelsius) * Math.exp(-hours / timeConstantHours)

/** Hours for the excess over the air to fall to 1/e; undefined where the two temperatures cannot belong to cooling. */
export const timeConstantFrom = (
  startCelsius: number,
  endCelsius: number,
  airCelsius: number,
  hours: number,
): number | undefined => {
  const ratio = (startCelsius - airCelsius) / (endCelsius - airCelsius)
  return ratio > 1 ? hours / Math.log(ratio) : undefined
}

/** Kilowatts that hold a temperature. */
export const holdingPowerKw = (
  volumeLitres: number,
  celsius: number,
  airCelsius: number,
  timeConstantHours: number,
) =>
  ((celsius - airCelsius) / timeConstantHours) *
  ((volumeLitres * KILOJOULES_PER_LITRE_KELVIN) / 3600)

/** What it takes to warm a tub of water, losses aside, kWh; nothing where it is warm enough. */
export const warmingKilowattHours = (
  volumeLitres: number,
  startCelsius: number,
  targetCelsius: number,
): number =>
  (volumeLitres * KILOJOULES_PER_LITRE_KELVIN * Math.max(0, targetCelsius - startCelsius)) / 3600

/** Hours to heat up; undefined where the losses are as large as the heater. Without a time constant there are no losses. */
export const heatingHours = (
  { volumeLitres, heaterKw }: { volumeLitres: number; heaterKw: number },
  startCelsius: number,
  targetCelsius: number,
  losses?: { airCelsius: number; timeConstantHours: number },
): number | undefined => {
  const kelvinPerHour = (heaterKw * 3600) / (volumeLitres * KILOJOULES_PER_LITRE_KELVIN)
  if (targetCelsius <= startCelsius) return 0
  if (!losses) return (targetCelsius - startCelsius) / kelvinPerHour
  const { airCelsius, timeConstantHours } = losses
  // The temperature the heater could hold; approached exponentially.
  const end = airCelsius + kelvinPerHour * timeConstantHours
  if (end <= targetCelsius) return undefined
  return timeConstantHours * Math.log((end - startCelsius) / (end - targetCelsius))
}

/** Rated heaters, kW; a hard shell's by the common eight hours for a fill. Assumed. */
export const HEATER_KILOWATTS: Record<TubKind, number> = {
  'hard shell': 5.5,
  inflatable: 1.9,
  'swim spa': 5.5,
}
/** One measured case of a covered rigid tub (7 °F in a day from 104 °F in 30 °F air); a soft wall is worse, assumed. */
export const COOLING_HOURS: Record<TubKind, number> = {
  'hard shell': 241.5,
  inflatable: 60,
  'swim spa': 241.5,
}

/** Where nobody says what the air is like, °C; assumed. */
const USUAL_AIR_CELSIUS = 10

export interface Heater {
  kelvinPerHour: number
  airCelsius: number
  timeConstantHours: number
}

/** The usual heater and walls of a tub of its kind. */
export const usualHeater = ({
  kind = 'hard shell',
  volumeLitres,
}: {
  kind?: TubKind
  volumeLitres: number
}): Heater => ({
  kelvinPerHour: (HEATER_KILOWATTS[kind] * 3600) / (volumeLitres * KILOJOULES_PER_LITRE_KELVIN),
  airCelsius: USUAL_AIR_CELSIUS,
  timeConstantHours: COOLING_HOURS[kind],
})

/** °C after some hours with a thermostat: up to the set temperature as fast as the heater can, down to it as the air lets it. */
export const thermostatTo = (
  startCelsius: number,
  setCelsius: number,
  hours: number,
  { kelvinPerHour, airCelsius, timeConstantHours }: Heater,
): number => {
  const cooled = cooledTo(startCelsius, airCelsius, timeConstantHours, hours)
  if (startCelsius >= setCelsius) return Math.max(setCelsius, cooled)
  // The heater's own end, approached exponentially.
  const end = airCelsius + kelvinPerHour * timeConstantHours
  return Math.min(setCelsius, cooledTo(startCelsius, end, timeConstantHours, hours))
}
