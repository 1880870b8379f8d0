import { HOUR, type Instant } from '../time'
import { heatStep, type TubHeat } from './tubHeat'

/**
 * Energy and temperature through a time in which a thermostat asks for one temperature after another, hour by hour.
 * @param wanted °C that the thermostat asks for at a moment
 * @returns kWh of the heater, and °C at the end
 */
export const energyThrough = (
  heat: TubHeat,
  {
    from,
    to,
    celsius,
    air,
    wanted,
  }: {
    from: Instant
    to: Instant
    celsius: number
    air: (at: Instant) => number
    wanted: (at: Instant) => number
  },
): { kilowattHours: number; celsius: number } => {
  let now = celsius
  let kilowattHours = 0
  for (let at = from; at < to; at += HOUR) {
    const hours = Math.min(1, (to - at) / HOUR)
    const { restEnd, heatedEnd, left } = heatStep(heat, air(at + (hours * HOUR) / 2), hours)
    const cold = restEnd + (now - restEnd) * left
    const hot = heatedEnd + (now - heatedEnd) * left
    const aim = wanted(at)
    const share = cold >= aim ? 0 : hot <= aim ? 1 : (aim - cold) / (hot - cold)
    kilowattHours += share * heat.kilowatts.value * hours
    now = cold + share * (hot - cold)
  }
  return { kilowattHours, celsius: now }
}
