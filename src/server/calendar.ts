import { randomBytes } from 'node:crypto'
import { TZDate } from '@date-fns/tz'
import ical, { ICalAlarmType, type ICalCalendar, ICalEventRepeatingFreq } from 'ical-generator'
import { DAY, HOUR, MINUTE, soakAhead } from '@/core'
import type { Store } from '@/store/database'
import { soaksAhead } from '@/store/plannedSoaks'
import { openRefill } from '@/store/refills'
import { saveSetting, settingOf } from '@/store/settings'
import { allTubs, findTub, type TubRow, tubOfCalendar, updateTub } from '@/store/tubs'
import { calendarTitle } from '@/words/calendarTitle'
import { choreName, choreText } from '@/words/choreText'
import { REFUSALS } from '@/words/refusals'
import { stageText } from '@/words/stageText'
import { type Fields, type Outcome, refused } from './form'
import { zoneOf } from './moment'
import { refillView } from './refillView'
import { choresOfTub } from './upkeep'
import { tubView } from './views'

/** Chores ring at nine in the morning of their day. */
const ALARM_AFTER_HOURS = 9

/** Gives a calendar an address that cannot be guessed, or a new one, so that the old goes dead. */
export const openCalendar = (store: Store, tubId: number, fields: Fields): Outcome => {
  if (!findTub(store, tubId)) return refused(fields, {}, {}, REFUSALS.noTub)
  const calendar = { key: randomBytes(18).toString('base64url'), zone: zoneOf(fields) }
  if (fields.of === 'house') saveSetting(store, 'calendar', calendar)
  else updateTub(store, tubId, { calendar })
  return { ok: true }
}

/** Midnight of an instant's day on a wall in that zone, as an all-day date wants it. */
const dayIn = (instant: number, zone: string): Date => {
  const local = new TZDate(instant, zone)
  return new Date(Date.UTC(local.getFullYear(), local.getMonth(), local.getDate()))
}

/**
 * Chores and planned soaks of a tub. A chore whose date adapts is one event; one that only follows days recurs. Both keep their
 * UID for good, and count their SEQUENCE up by every note in the journal, so that a second download replaces and never doubles.
 * What is overdue stands on today, once.
 */
const addTub = (
  calendar: ICalCalendar,
  store: Store,
  tub: TubRow,
  { zone, now, named }: { zone: string; now: number; named: boolean },
): void => {
  const prefix = named ? `${tub.name}: ` : ''
  for (const { chore, due, why, times } of choresOfTub(store, tub, now)) {
    const start = dayIn(Math.max(due, now), zone)
    const { interval } = chore
    const byDaysAlone = interval.days !== undefined && Object.keys(interval).length === 1
    calendar.createEvent({
      id: `chore-${tub.id}-${chore.id.replace(/\W/g, '-')}@pavrel`,
      sequence: times,
      stamp: new Date(now),
      start,
      end: new Date(start.getTime() + DAY),
      allDay: true,
      summary: prefix + calendarTitle.chore(choreName(chore), chore.minutes),
      description: [...choreText(chore).how, ...choreText(chore).cautions].join('\n'),
      ...(byDaysAlone && !chore.season && why !== 'postponed' && interval.days
        ? { repeating: { freq: ICalEventRepeatingFreq.DAILY, interval: interval.days } }
        : {}),
      alarms: [{ type: ICalAlarmType.display, triggerAfter: (ALARM_AFTER_HOURS * HOUR) / 1000 }],
    })
  }
  const view = openRefill(store, tub.id) && tubView(store, tub.id, now)
  if (view) {
    const { schedule, row } = refillView(store, { ...view, zone })
    for (const { stage, start: begins, handsEnd, end, state } of schedule.scheduled)
      if (stage.handsMinutes > 0 && (state === 'planned' || state === 'running'))
        calendar.createEvent({
          id: `refill-${tub.id}-${row?.id ?? 0}-${stage.id.replace(/\W/g, '-')}@pavrel`,
          stamp: new Date(now),
          start: new Date(begins),
          end: new Date(Math.max(handsEnd, Math.min(end, begins + 5 * MINUTE))),
          summary: prefix + calendarTitle.refill(stageText(stage).name),
          description: [...stageText(stage).checks, ...stageText(stage).cautions].join('\n'),
          alarms: [{ type: ICalAlarmType.display, triggerBefore: 600 }],
        })
  }
  const soaks = soaksAhead(store, tub.id, now)
  const soaking = soaks.length > 0 ? tubView(store, tub.id, now) : undefined
  for (const { id, at, load } of soaks) {
    const shut =
      soaking && soakAhead(soaking.tub, soaking.estimate, at, soaking.verdict.closures).closure
    calendar.createEvent({
      id: `soak-${tub.id}-${id}@pavrel`,
      stamp: new Date(now),
      start: new Date(at),
      end: new Date(at + load.minutes * MINUTE),
      summary: prefix + calendarTitle.soak(load.people, shut?.code),
      alarms: [{ type: ICalAlarmType.display, triggerBefore: (2 * HOUR) / 1000 }],
    })
  }
}

/** The calendar of one tub or of all, as iCalendar (RFC 5545), by its secret address. */
export const calendarOf = (store: Store, key: string, now: number): string | undefined => {
  if (!key) return undefined
  const house = settingOf(store, 'calendar')
  const tub = tubOfCalendar(store, key)
  const tubs = house?.key === key ? allTubs(store) : tub ? [tub] : []
  const zone = house?.key === key ? house.zone : tub?.calendar?.zone
  if (tubs.length === 0 || !zone) return undefined
  const calendar = ical({
    name: house?.key === key ? 'Tubs' : (tub?.name ?? 'Tub'),
    prodId: { company: 'Pavrel', product: 'Pavrel' },
  })
  for (const one of tubs) addTub(calendar, store, one, { zone, now, named: house?.key === key })
  return calendar.toString()
}
