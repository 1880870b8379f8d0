import { TZDate } from '@date-fns/tz'
import { addDays, endOfDay } from 'date-fns'
import type { Instant } from '@/core'

/** The same time of day so many days on, by the clock of the wall: a day with a clock change has 23 or 25 hours. */
export const addWallDays = (at: Instant, days: number, timeZone: string): Instant =>
  addDays(new TZDate(at, timeZone), days).getTime()

/** The last millisecond of an instant's day on that wall. */
export const wallDayEnd = (at: Instant, timeZone: string): Instant =>
  endOfDay(new TZDate(at, timeZone)).getTime()
