/** What stands around a tub in one hour: the same from a real feed and from the simulated one. */
export interface Weather {
  airCelsius: number
  /** 0 to 1. */
  relativeHumidity: number
  windMetresPerSecond: number
  rainMillimetresPerHour: number
}

/** Where no feed is at hand: the air as its people set it, humidity and wind of a sheltered place; assumed. */
export const assumedWeather = (airCelsius: number): Weather => ({
  airCelsius,
  relativeHumidity: 0.7,
  windMetresPerSecond: 1,
  rainMillimetresPerHour: 0,
})

/** Behind walls and hedges a tub has so much of the wind that a feed tells of ten metres up in the open. Assumed. */
const SHELTERED = 0.35

/** The weather a feed tells of, as it is at the water. */
export const atTheWater = (weather: Weather): Weather => ({
  ...weather,
  windMetresPerSecond: SHELTERED * weather.windMetresPerSecond,
})
