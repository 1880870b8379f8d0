/** Of water near 40 °C; handbook value, from memory. */
export const LATENT_JOULES_PER_KILOGRAM = 2_400_000

/**
 * Evaporation from open water, ASHRAE's pool formula as handbooks print it (from memory): kg/(m² s) from vapour pressures in Pa
 * and air speed in m/s. For still public pools ±30 %; jets make it more, so here it is a lower estimate for a tub in use.
 */
export const evaporationLitresPerHour = ({
  surfaceSquareMetres,
  waterCelsius,
  airCelsius,
  relativeHumidity,
  windMetresPerSecond,
}: {
  surfaceSquareMetres: number
  waterCelsius: number
  airCelsius: number
  /** 0 to 1. */
  relativeHumidity: number
  windMetresPerSecond: number
}): number => {
  const difference =
    saturationPascal(waterCelsius) - relativeHumidity * saturationPascal(airCelsius)
  return Math.max(
    0,
    (3600 * surfaceSquareMetres * (0.089 + 0.0782 * windMetresPerSecond) * difference) /
      LATENT_JOULES_PER_KILOGRAM,
  )
}

/** Of water vapour over water, Pa: Magnus formula, ±0.3 % from 0 to 50 °C (WMO). */
export const saturationPascal = (celsius: number): number =>
  611.2 * Math.exp((17.62 * celsius) / (243.12 + celsius))

/** Open water of a usual tub, m², where nobody has measured it: half a metre deep on the whole. Assumed. */
export const usualSurface = (volumeLitres: number): number => volumeLitres / 1000 / 0.5

/** What gets past a cover that lies on it, of what would evaporate without; assumed. */
export const PAST_COVER = 0.02
