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
