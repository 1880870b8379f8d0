import { TZDate } from '@date-fns/tz'
import { addDays } from 'date-fns'
import { DAY, type Instant } from '@/core'
import type { Store } from '@/store/database'
import type { VisitDay } from '@/store/schema'
import { saveSetting, settingOf } from '@/store/settings'
import { field, visitRefusal } from '@/words/refusals'
import { type Fields, type Outcome, refused } from './form'
import { zoneOf } from './moment'

/** Dates are gathered on visits so far ahead; a yearly chore finds its own. */
const AHEAD = 420 * DAY

export const visitDay = (store: Store): VisitDay | undefined => {
  const day = settingOf(store, 'visit')
  return day && day.weekday >= 0 ? day : undefined
}

/** When the weekly visits are, from the last one on; none where no day is set. */
export const weeklyVisits = (store: Store, now: Instant): Instant[] => {
  const day = visitDay(store)
  if (!day) return []
  const local = new TZDate(now, day.zone)
  const back = (local.getDay() - day.weekday + 7) % 7
  const last = addDays(local, -back)
  const visits: Instant[] = []
  for (let week = 0; ; week++) {
    const date = addDays(last, 7 * week)
    const at = new TZDate(
      date.getFullYear(),
      date.getMonth(),
      date.getDate(),
      day.hour,
      day.minute,
      day.zone,
    ).getTime()
    if (at > now + AHEAD) return visits
    visits.push(at)
  }
}

/** A day of the week and a time for the weekly visit of the house, or none. */
export const saveVisitDay = (store: Store, fields: Fields): Outcome => {
  const zone = zoneOf(fields)
  if (fields.weekday === '' || fields.weekday === undefined) {
    saveSetting(store, 'visit', { weekday: -1, hour: 0, minute: 0, zone })
    return { ok: true }
  }
  const weekday = Number(fields.weekday)
  const time = /^(\d{1,2}):(\d{2})$/.exec(fields.time ?? '')
  const [hour = Number.NaN, minute = Number.NaN] = (time ?? []).slice(1).map(Number)
  const errors: Record<string, string> = {}
  if (!Number.isInteger(weekday) || weekday < 0 || weekday > 6)
    errors.weekday = visitRefusal.weekday
  if (!(hour < 24 && minute < 60))
    errors.time = field.noSuchMoment('Time', (fields.time ?? '').slice(0, 10))
  if (Object.keys(errors).length > 0) return refused(fields, errors)
  saveSetting(store, 'visit', { weekday, hour, minute, zone })
  return { ok: true }
}
