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
  const latentJoulesPerKilogram = 2_400_000
  return Math.max(
    0,
    (3600 * surfaceSquareMetres * (0.089 + 0.0782 * windMetresPerSecond) * difference) /
      latentJoulesPerKilogram,
  )
}

/** Of water vapour over water, Pa: Magnus formula, ±0.3 % from 0 to 50 °C (WMO). */
export const saturationPascal = (celsius: number): number =>
  611.2 * Math.exp((17.62 * celsius) / (243.12 + celsius))

/** Open water of a usual tub, m², where nobody has measured it: half a metre deep on the whole. Assumed. */
export const usualSurface = (volumeLitres: number): number => volumeLitres / 1000 / 0.5

/** What gets past a cover that lies on it, of what would evaporate without; assumed. */
export const PAST_COVER = 0.02

export interface TopUp {
  litres: number
  /** Evaporation explains so much. */
  explainedLitres: number
  /** Each bather carries out and splashes so much, litres; assumed. */
  carriedLitres: number
  verdict: 'evaporation' | 'more than usual' | 'leak'
}

export const CARRIED_PER_BATHER = 2

/** What a drop of the level means: litres, and whether evaporation and bathers explain it. */
export const topUpOf = ({
  dropMetres,
  surfaceSquareMetres,
  days,
  openHoursPerDay,
  bathers,
  openLitresPerHour,
}: {
  dropMetres: number
  surfaceSquareMetres: number
  days: number
  openHoursPerDay: number
  bathers: number
  openLitresPerHour: number
}): TopUp => {
  const litres = 1000 * dropMetres * surfaceSquareMetres
  const explainedLitres =
    openLitresPerHour * days * (openHoursPerDay + PAST_COVER * (24 - openHoursPerDay))
  const carriedLitres = CARRIED_PER_BATHER * bathers
  const usual = explainedLitres + carriedLitres
  return {
    litres,
    explainedLitres,
    carriedLitres,
    // An eye reads the level to half a centimetre.
    verdict:
      litres <= 1.5 * usual + 5 * surfaceSquareMetres
        ? 'evaporation'
        : litres <= 3 * usual + 10 * surfaceSquareMetres
          ? 'more than usual'
          : 'leak',
  }
}
