import { TZDate, tzOffset } from '@date-fns/tz'
import { DAY, HOUR, type Instant, MINUTE } from '@/core'
import { field, hourTwice, REFUSALS } from '@/words/refusals'
import type { Ask, Fields } from './form'

const LOCAL = /^(\d{4})-(\d{2})-(\d{2})T(\d{2}):(\d{2})(?::\d{2})?$/
/** Nothing that happened longer ago is told of: no water lasts so long. */
export const OLDEST_YEARS = 10
export const OLDEST = OLDEST_YEARS * 365 * DAY

export const isTimeZone = (zone: string): boolean => {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone })
    return true
  } catch {
    return false
  }
}

/** Days whose offset is kept: a sheet of ten years has so many. */
const MOST_DAYS = 4000
const offsets = new Map<string, number | undefined>()

/** The one offset of a day's clock from UTC, minutes; undefined where clocks change about that day. A large sheet asks for each day many times. */
const offsetOfDay = (midnight: Instant, timeZone: string): number | undefined => {
  const key = `${timeZone} ${midnight}`
  if (offsets.has(key)) return offsets.get(key)
  // Wherever the place lies, its day is between these.
  const [before, after] = [midnight - 26 * HOUR, midnight + 50 * HOUR].map((at) =>
    tzOffset(timeZone, new Date(at)),
  )
  if (offsets.size >= MOST_DAYS) offsets.clear()
  const offset = before === after ? before : undefined
  offsets.set(key, offset)
  return offset
}

/** A clock reading on the person's wall, as an instant; undefined where it cannot be read, or is on no calendar or clock there. */
export const fromWallClock = (local: string, timeZone: string): Instant | undefined => {
  const match = LOCAL.exec(local)
  if (!match) return undefined
  const [year = 0, month = 0, day = 0, hour = 0, minute = 0] = match.slice(1, 6).map(Number)
  const midnight = Date.UTC(year, month - 1, day)
  const offset = offsetOfDay(midnight, timeZone)
  if (offset !== undefined) {
    const wall = midnight + (60 * hour + minute) * MINUTE
    return new Date(wall).toISOString().slice(0, 16) === local.slice(0, 16)
      ? wall - offset * MINUTE
      : undefined
  }
  const instant = new TZDate(year, month - 1, day, hour, minute, timeZone).getTime()
  // 29 February of a common year, 25 o'clock, or the hour that summer time leaves out comes back as something else.
  return Number.isFinite(instant) && toWallClock(instant, timeZone) === local.slice(0, 16)
    ? instant
    : undefined
}

/** By how much clocks are set back in autumn, anywhere: an hour, or half of one. */
const SET_BACK_MINUTES = [30, 60]

/** The two instants of a clock reading in the hour that comes twice in autumn; undefined where it comes once, or never. */
export const twiceOnTheClock = (
  local: string,
  timeZone: string,
): readonly [Instant, Instant] | undefined => {
  const one = fromWallClock(local, timeZone)
  if (one === undefined) return undefined
  const shown = toWallClock(one, timeZone)
  for (const minutes of SET_BACK_MINUTES)
    for (const other of [one - minutes * MINUTE, one + minutes * MINUTE])
      if (toWallClock(other, timeZone) === shown)
        return [Math.min(one, other), Math.max(one, other)]
  return undefined
}

/** Why a clock reading could not be taken. */
export const noMoment = (name: string, local: string): string =>
  LOCAL.test(local)
    ? field.noSuchMoment(name, local.slice(0, 16).replace('T', ' '))
    : field.momentMissing(name)

/** Noon of a day as a date field gives it. */
export const noonOf = (day: string, timeZone: string): Instant | undefined =>
  /^\d{4}-\d{2}-\d{2}$/.test(day) ? fromWallClock(`${day}T12:00`, timeZone) : undefined

export const zoneOf = (fields: Fields): string =>
  fields.zone && isTimeZone(fields.zone) ? fields.zone : 'UTC'

/** The clock of a place against UTC, hours, without its summer time. */
export const hoursFromUtc = (timeZone: string): number => {
  const year = 2026
  const minutes = [0, 6].map((month) => new TZDate(year, month, 1, timeZone).getTimezoneOffset())
  return -Math.max(...minutes) / 60
}

/** What a `datetime-local` field shows for an instant. */
export const toWallClock = (instant: Instant, timeZone: string): string => {
  const local = new TZDate(instant, timeZone)
  const two = (n: number) => String(n).padStart(2, '0')
  return `${local.getFullYear()}-${two(local.getMonth() + 1)}-${two(local.getDate())}T${two(local.getHours())}:${two(local.getMinutes())}`
}

export type Moment = { at: Instant } | { errors: { at: string } } | { asks: { at: Ask } }

/** The day and time in the field `at`, asked about where that hour came twice; undefined where it can't be read. */
export const givenMoment = (
  fields: Fields,
): { at: Instant } | { asks: { at: Ask } } | undefined => {
  const zone = zoneOf(fields)
  const local = fields.at ?? ''
  const twice = twiceOnTheClock(local, zone)
  if (!twice) {
    const at = fromWallClock(local, zone)
    return at === undefined ? undefined : { at }
  }
  const [first, second] = twice
  switch (fields['confirm.at']) {
    case 'first':
      return { at: first }
    case 'second':
      return { at: second }
    default:
      return { asks: { at: hourTwice(local.slice(11, 16)) } }
  }
}

/** When an entry happened: now unless the form says otherwise, never ahead. */
export const momentOf = (fields: Fields, now: Instant): Moment => {
  if (fields.when !== 'earlier') return { at: now }
  const moment = givenMoment(fields)
  if (moment === undefined)
    return {
      errors: {
        at: LOCAL.test(fields.at ?? '') ? noMoment('Time', fields.at ?? '') : REFUSALS.timeMissing,
      },
    }
  if ('asks' in moment) return moment
  const { at } = moment
  const given = (fields.at ?? '').replace('T', ' ')
  // A phone's clock may run a minute fast.
  if (at > now + 90_000) return { errors: { at: field.ahead('Time', given) } }
  if (at < now - OLDEST) return { errors: { at: field.tooLongAgo('Time', given, OLDEST_YEARS) } }
  return { at: Math.min(at, now) }
}
