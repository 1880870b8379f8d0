import { DAY, HOUR, type Weather } from '@/core'

const YEAR = 365.25 * DAY

/** Repeatable noise of an hour, 0 to 1. */
const noise = (n: number) => {
  const x = Math.sin(12.9898 * n + 4.1414) * 43_758.5453
  return x - Math.floor(x)
}

/**
 * A simulated weather feed for a temperate coast: seasons, day and night, fronts every few days. The same for the same hour, and
 * made up throughout.
 */
export const simulatedWeather = (at: number): Weather => {
  const season = Math.cos((2 * Math.PI * (at - Date.UTC(2020, 6, 25))) / YEAR)
  const hour = Math.cos((2 * Math.PI * (at - Date.UTC(2020, 0, 1, 15))) / DAY)
  const front = noise(Math.floor(at / (2.5 * DAY)))
  const airCelsius = 9.5 + 6.5 * season + (2 + 1.5 * season) * hour + 5 * (front - 0.5)
  const windMetresPerSecond = 1 + 6 * front * noise(Math.floor(at / HOUR))
  return {
    airCelsius,
    relativeHumidity: Math.min(0.98, 0.72 + 0.18 * front - 0.08 * hour),
    windMetresPerSecond,
    rainMillimetresPerHour: front > 0.7 && noise(Math.floor(at / HOUR) + 7) > 0.6 ? 1.2 : 0,
  }
}
