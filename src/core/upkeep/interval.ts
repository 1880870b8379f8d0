/** How often a chore comes round: by the first of these that is reached. None is given for what only comes up when asked for. */
export interface Interval {
  days?: number
  /** With somebody in. */
  soakHours?: number
  /** Weighted by what people bring along. */
  personHours?: number
  /** Through the hose and its filter. */
  hoseLitres?: number
  shocks?: number
  /** The day before each drain, or with the tub empty. */
  drain?: 'before' | 'with'
}

/** Months from 1 to 12, both included; from 11 to 3 goes over the new year. */
export interface Season {
  fromMonth: number
  toMonth: number
}

export const inSeason = ({ fromMonth, toMonth }: Season, month: number): boolean =>
  fromMonth <= toMonth
    ? month >= fromMonth && month <= toMonth
    : month >= fromMonth || month <= toMonth

/** The instant itself where its month is in season, else the first day of the next season; by UTC months, ± half a day. */
export const nextInSeason = (season: Season, at: number): number => {
  const date = new Date(at)
  if (inSeason(season, date.getUTCMonth() + 1)) return at
  const year = date.getUTCFullYear() + (date.getUTCMonth() + 1 > season.fromMonth ? 1 : 0)
  return Date.UTC(year, season.fromMonth - 1, 1, 12)
}
