// The moments that tests run at. Each is a wall clock at the place of the journeys, Dublin; the zone's own rules make the instant.
import { TZDate } from '@date-fns/tz'

export const ZONE = 'Europe/Dublin'

/** Where `npm test` stands: an ordinary evening in the middle of a week and of a month. */
export const USUAL = '2026-05-20 19:05'

/** Where `npm run test:whole` stands too. */
export const OTHERS = [
  ['a Monday', '2026-06-15 09:30'],
  ['a Tuesday, the first of a December', '2026-12-01 12:50'],
  ['a Wednesday, the last of a month', '2026-09-30 18:40'],
  ['a Thursday, New Year’s Eve', '2026-12-31 21:15'],
  ['a Friday', '2026-07-17 16:20'],
  ['a Saturday, the day before the clocks go on', '2026-03-28 20:30'],
  ['a Sunday, an hour after the clocks went on', '2026-03-29 02:30'],
  ['a Sunday, the clocks just back', '2026-10-25 03:10'],
  ['29 February', '2028-02-29 11:00'],
  ['ten to midnight', '2026-08-11 23:50'],
  ['ten past midnight', '2026-08-12 00:10'],
  ['early on the first of a month', '2026-11-01 05:45'],
]

/** @param {string} wall as above */
export const instantOf = (wall) => {
  const [year, month, day, hour, minute] = wall.split(/[- :]/).map(Number)
  return new TZDate(year, month - 1, day, hour, minute, ZONE).getTime()
}
