import { PAST_COVER } from '../water/evaporation'

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
