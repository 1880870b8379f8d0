import { randomBytes } from 'node:crypto'
import ical, { ICalAlarmRelatesTo, ICalAlarmType, ICalEventRepeatingFreq } from 'ical-generator'
import { sequencesOf } from '@/store/calendarEvents'
import type { Store } from '@/store/database'
import type { HouseCalendar } from '@/store/schema'
import { saveSetting, settingOf } from '@/store/settings'
import { allTubs, findTub, tubOfCalendar, updateTub } from '@/store/tubs'
import { REFUSALS } from '@/words/refusals'
import { type CalendarEvent, type CalendarScope, tubEvents, visitEvents } from './calendarEvents'
import { type Fields, type Outcome, refused } from './form'
import { zoneOf } from './moment'
import { tubView } from './views'

/** How often a calendar may ask anew, seconds. */
const REFRESH_SECONDS = 3600

/**
 * Gives a calendar an address that cannot be guessed, or a new one, so that the old goes dead; or leaves the address and changes what
 * it tells.
 */
export const openCalendar = (store: Store, tubId: number, fields: Fields): Outcome => {
  const tub = findTub(store, tubId)
  if (!tub) return refused(fields, {}, {}, REFUSALS.noTub)
  const before = fields.of === 'house' ? settingOf(store, 'calendar') : tub.calendar
  const as = fields.as === 'visits' || fields.as === 'chores' ? fields.as : before?.as
  const calendar: HouseCalendar = {
    ...(fields.as !== undefined && before
      ? before
      : { key: randomBytes(18).toString('base64url'), zone: zoneOf(fields) }),
    ...(as ? { as } : {}),
  }
  if (fields.of === 'house') saveSetting(store, 'calendar', calendar)
  else updateTub(store, tubId, { calendar })
  return { ok: true }
}

const toldOf = ({ uid, ...event }: CalendarEvent) => ({ uid, told: JSON.stringify(event) })

/**
 * The calendar of one tub or of all, as iCalendar (RFC 5545), by its secret address. Events keep their UID for good, and their
 * SEQUENCE rises whenever what is told of them changes, so that a second download replaces and never doubles.
 */
export const calendarOf = (store: Store, key: string, now: number): string | undefined => {
  if (!key) return undefined
  const house = settingOf(store, 'calendar')
  const tub = tubOfCalendar(store, key)
  const whole = house?.key === key
  const tubs = whole ? allTubs(store) : tub ? [tub] : []
  const chosen = whole ? house : tub?.calendar
  if (tubs.length === 0 || !chosen) return undefined
  const scope: CalendarScope = { zone: chosen.zone, now, named: whole, as: chosen.as }
  const views = tubs.flatMap(({ id }) => tubView(store, id, now) ?? [])
  const events = [
    ...(scope.as === 'visits' ? visitEvents(store, views, scope) : []),
    ...views.flatMap((one) => tubEvents(store, one, scope)),
  ]
  const sequences = sequencesOf(store, events.map(toldOf), now)
  const calendar = ical({
    name: whole ? 'Tubs' : (tub?.name ?? 'Tub'),
    prodId: { company: 'Pavrel', product: 'Pavrel' },
    ttl: REFRESH_SECONDS,
  })
  for (const { uid, everyDays, alarmSeconds, description, ...event } of events) {
    const { sequence = 0, changedAt = now } = sequences.get(uid) ?? {}
    const alarm = calendar
      .createEvent({
        ...event,
        id: uid,
        sequence,
        stamp: new Date(now),
        lastModified: new Date(changedAt),
        ...(description ? { description } : {}),
        ...(everyDays
          ? { repeating: { freq: ICalEventRepeatingFreq.DAILY, interval: everyDays } }
          : {}),
      })
      .createAlarm({
        type: ICalAlarmType.display,
        ...(alarmSeconds > 0 ? { triggerAfter: alarmSeconds } : { triggerBefore: -alarmSeconds }),
      })
    // Given to the constructor it is passed over, and an alarm after the start would count from the end: a day late.
    alarm.relatesTo(ICalAlarmRelatesTo.start)
  }
  return calendar.toString()
}
