import { OPEN_AROUND_SOAK } from '../estimate/surroundings'
import { type Entry, isKind } from '../journal/entry'
import { DAY, HOUR, type Instant } from '../time'
import { evaporationLitresPerHour, PAST_COVER } from '../water/evaporation'
import type { Weather } from '../weather'
import { CARRIED_PER_BATHER } from './topUp'

export interface LevelAhead {
  evaporatedLitres: number
  carriedLitres: number
  /** How far the level falls. */
  millimetres: number
  airCelsius: { low: number; high: number }
}

/** How its people use it is read off so many days. */
const LOOKED_BACK_DAYS = 28

/**
 * Where the level goes in the coming days if its people go on as in the last four weeks: evaporation hour by hour by the weather,
 * and what bathers carry out. Rain stays on the cover.
 * @param surfaceSquareMetres of open water
 */
export const levelAhead = (
  journal: readonly Entry[],
  {
    now,
    weather,
    surfaceSquareMetres,
    waterCelsius,
    days = 7,
  }: {
    now: Instant
    weather: (at: Instant) => Weather
    surfaceSquareMetres: number
    waterCelsius: number
    days?: number
  },
): LevelAhead => {
  const soaks = journal
    .filter(isKind('soak'))
    .filter(({ at }) => at > now - LOOKED_BACK_DAYS * DAY && at <= now)
  const openShare =
    soaks.reduce((sum, { body }) => sum + body.minutes + 2 * OPEN_AROUND_SOAK, 0) /
    (LOOKED_BACK_DAYS * 24 * 60)
  const bathersADay = soaks.reduce((sum, { body }) => sum + body.people, 0) / LOOKED_BACK_DAYS
  const hours = Array.from({ length: 24 * days }, (_, hour) => weather(now + (hour + 0.5) * HOUR))
  const evaporatedLitres = hours.reduce(
    (litres, one) =>
      litres +
      (openShare + PAST_COVER * (1 - openShare)) *
        evaporationLitresPerHour({ surfaceSquareMetres, waterCelsius, ...one }),
    0,
  )
  const carriedLitres = CARRIED_PER_BATHER * bathersADay * days
  const air = hours.map(({ airCelsius }) => airCelsius)
  return {
    evaporatedLitres,
    carriedLitres,
    millimetres: (evaporatedLitres + carriedLitres) / surfaceSquareMetres,
    airCelsius: { low: Math.min(...air), high: Math.max(...air) },
  }
}
