import { randomBytes } from 'node:crypto'
import { TZDate } from '@date-fns/tz'
import ical, { ICalAlarmType, ICalEventRepeatingFreq } from 'ical-generator'
import { DAY, HOUR, MINUTE } from '@/core/journal/entry'
import { choresDue } from '@/core/upkeep/choreDue'
import type { Store } from '@/store/database'
import { findTub, tubOfCalendar, updateTub } from '@/store/tubs'
import { type Fields, type Outcome, refused } from './form'
import { isTimeZone } from './moment'
import { tubView } from './views'

/** Gives a tub's calendar an address that cannot be guessed, or a new one, so that the old goes dead. */
export const openCalendar = (store: Store, tubId: number, fields: Fields): Outcome => {
  if (!findTub(store, tubId)) return refused(fields, {}, {}, 'This tub is not here.')
  const zone = fields.zone && isTimeZone(fields.zone) ? fields.zone : 'UTC'
  const key = randomBytes(18).toString('base64url')
  updateTub(store, tubId, { calendar: { key, zone } })
  return { ok: true }
}

/** Midnight of an instant's day on a wall in that zone, as an all-day date wants it. */
const dayIn = (instant: number, zone: string): Date => {
  const local = new TZDate(instant, zone)
  return new Date(Date.UTC(local.getFullYear(), local.getMonth(), local.getDate()))
}

/**
 * Chores and planned soaks as iCalendar (RFC 5545). A chore whose date adapts is one event until it is done, and keeps its UID
 * while the date moves; one that only follows days recurs. What is overdue stands on today, once.
 */
export const calendarOf = (store: Store, key: string, now: number): string | undefined => {
  const found = tubOfCalendar(store, key)
  const view = found && tubView(store, found.id, now)
  const zone = found?.calendar?.zone
  if (!found || !view || !zone) return undefined
  const { tub, journal, planned } = view
  const calendar = ical({ name: tub.name, prodId: { company: 'Pavrel', product: 'Pavrel' } })
  for (const { chore, due, lastDone } of choresDue(tub, journal, now)) {
    const start = dayIn(Math.max(due, now), zone)
    calendar.createEvent({
      id: `chore-${tub.id}-${chore.id}-${lastDone ?? 0}@pavrel`,
      stamp: new Date(now),
      start,
      end: new Date(start.getTime() + DAY),
      allDay: true,
      summary: `${chore.name} (${chore.minutes} min)`,
      description: [...chore.how, ...chore.cautions].join('\n'),
      ...(chore.everyPersonHours === undefined
        ? { repeating: { freq: ICalEventRepeatingFreq.DAILY, interval: chore.everyDays } }
        : {}),
    })
  }
  for (const { id, at, load } of planned)
    calendar.createEvent({
      id: `soak-${tub.id}-${id}@pavrel`,
      stamp: new Date(now),
      start: new Date(at),
      end: new Date(at + load.minutes * MINUTE),
      summary: `Soak, ${load.people} ${load.people === 1 ? 'person' : 'people'}: test before it`,
      alarms: [{ type: ICalAlarmType.display, triggerBefore: (2 * HOUR) / 1000 }],
    })
  return calendar.toString()
}
