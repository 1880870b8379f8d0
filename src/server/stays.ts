import { TZDate } from '@date-fns/tz'
import ICAL from 'ical.js'
import Joi from 'joi'
import { DAY, type GuestStay, HOUR, type Instant, MINUTE, STAY_KINDS } from '@/core'
import type { Store } from '@/store/database'
import { insertPlannedSoak, removeSoaksOfStay, soaksAhead } from '@/store/plannedSoaks'
import { findTub } from '@/store/tubs'
import { insertStay, removeStay as removeStayRow, staysAhead } from '@/store/upkeep'
import { calendarNote, field, REFUSALS } from '@/words/refusals'
import { STAY_FIELDS, STAY_NAMES } from '@/words/stayNames'
import { withinDeadline } from './deadline'
import { PEOPLE_AND_MINUTES, type PeopleAndMinutes } from './entries/soak'
import { check, type Fields, type Outcome, refused, text } from './form'
import { fromWallClock, isTimeZone, noMoment, zoneOf } from './moment'

const LARGEST_CHARACTERS = 4_000_000
const FARTHEST = 400 * DAY
/** More stays than this in a year and more is no holiday let's calendar. */
const MOST = 200
/** Steps of all recurrences together, so that no file can hold the server. */
const MOST_STEPS = 60_000
const LONGEST_STAY = 120 * DAY
const LONGEST_CLOSED = 400 * DAY
const CHECK_IN_HOUR = 15
const CHECK_OUT_HOUR = 11

export interface CalendarEvent {
  uid: string
  title: string
  from: Instant
  to: Instant
  allDay: boolean
}

export interface ReadCalendar {
  events: CalendarEvent[]
  /** What was left out, a sentence each. */
  notes: string[]
}

const instantOf = (time: ICAL.Time, zone: string, hour = 0): Instant => {
  if (!time.isDate && time.zone === ICAL.Timezone.utcTimezone) return time.toJSDate().getTime()
  const named = time.zone?.tzid
  const local = named && named !== 'floating' && isTimeZone(named) ? named : zone
  return new TZDate(
    time.year,
    time.month - 1,
    time.day,
    time.isDate ? hour : time.hour,
    time.isDate ? 0 : time.minute,
    time.isDate ? zone : local,
  ).getTime()
}

/** The name of a zone that a property carries and ical.js does not know without its definition. */
const zoned = (component: ICAL.Component, name: string, time: ICAL.Time): ICAL.Time => {
  const tzid = component.getFirstProperty(name)?.getParameter('tzid')
  if (typeof tzid === 'string' && !time.isDate)
    time.zone = new ICAL.Timezone({ component: new ICAL.Component('vtimezone'), tzid })
  return time
}

/** Looking for an event's dates is broken off after this: ical.js goes on for ever where a rule never matches. */
const EVENT_MS = 1500
/** After so many that were broken off the rest of a file is not read. */
const MOST_BROKEN_OFF = 3
/** A length of more figures is none. */
const LONG_DURATION = /^DURATION[^:]*:.*\d{6}/i
/** Rules that step over more than this, or more often than daily, are no stays; ical.js would go on looking for them. */
const LARGEST_INTERVAL = 500
const STAY_FREQUENCIES: readonly string[] = ['DAILY', 'WEEKLY', 'MONTHLY', 'YEARLY']

/** The lines of each event, blank ones left out; an event without its end is there with none. */
const eventLines = (content: string): (string[] | undefined)[] => {
  const events: (string[] | undefined)[] = []
  let open: string[] | undefined
  for (const line of content.replace(/^\uFEFF/, '').split(/\r\n|\n|\r/)) {
    if (line.trim() === '') continue
    const word = line.length < 40 ? line.trim().toUpperCase() : ''
    if (word === 'BEGIN:VEVENT') {
      if (open) events.push(undefined)
      open = []
    } else if (word === 'END:VEVENT') {
      if (open) events.push(open)
      open = undefined
    } else open?.push(line)
  }
  if (open) events.push(undefined)
  return events
}

interface EventDates {
  uid: string
  title: string
  allDay: boolean
  length: number
  /** When it begins, each time, as far as it could be told. */
  begins: Instant[]
  recurs: boolean
  tooOften: boolean
}

/** One event and its dates up to the end of what is looked at; undefined where it is cancelled. */
const readEvent = (
  lines: readonly string[],
  now: Instant,
  zone: string,
  stepsLeft: number,
): EventDates | undefined => {
  const component = new ICAL.Component(
    ICAL.parse(['BEGIN:VEVENT', ...lines, 'END:VEVENT'].join('\r\n')),
  )
  const event = new ICAL.Event(component)
  if (!event.startDate || !component.hasProperty('dtstart')) throw new Error('no start')
  if (component.getFirstPropertyValue('status') === 'CANCELLED') return undefined
  const allDay = event.startDate.isDate
  const start = zoned(component, 'dtstart', event.startDate)
  const from = instantOf(start, zone, CHECK_IN_HOUR)
  const to = instantOf(zoned(component, 'dtend', event.endDate), zone, CHECK_OUT_HOUR)
  const dates: EventDates = {
    uid: event.uid ?? `${from}`,
    title: (event.summary ?? '').trim().slice(0, 80) || calendarNote.noName,
    allDay,
    length: Math.max(to - from, allDay ? 12 * HOUR : 0),
    begins: [from],
    recurs: event.isRecurring(),
    tooOften: false,
  }
  if (!dates.recurs) return dates
  const rules = component
    .getAllProperties('rrule')
    .map((property) => property.getFirstValue())
    .filter((rule): rule is ICAL.Recur => rule instanceof ICAL.Recur)
  if (
    rules.some(
      ({ freq, interval }) => !STAY_FREQUENCIES.includes(freq) || interval > LARGEST_INTERVAL,
    )
  )
    return { ...dates, tooOften: true }
  dates.begins = []
  const months = rules.flatMap(({ parts }) => (parts.BYMONTH as number[] | undefined) ?? [])
  let skipped = 0
  const iterator = event.iterator()
  for (let steps = 0; ; steps++) {
    if (steps > stepsLeft || dates.begins.length > MOST) return { ...dates, tooOften: true }
    const next = iterator.next()
    if (!next) return { ...dates, tooOften: skipped > 0 && dates.begins.length === 0 }
    // Long over in every zone: the wall's time, which costs more than the step, is not asked for.
    if (Date.UTC(next.year, next.month - 1, next.day + 2) + dates.length < now) continue
    next.zone = start.zone
    const at = instantOf(next, zone, CHECK_IN_HOUR)
    if (at > now + FARTHEST) return { ...dates, tooOften: skipped > 0 && dates.begins.length === 0 }
    // ical.js rolls 30 February over into March, where the standard leaves it out.
    if (months.length > 0 && !months.includes(next.month)) {
      skipped += 1
      continue
    }
    if (at + dates.length > now) dates.begins.push(at)
  }
}

/**
 * Events of an iCalendar file (RFC 5545) that lie within the coming 400 days, recurrences told one by one. Every event is read
 * by itself, so that a broken one costs only itself, and each has so long: a rule that never matches is looked for no longer.
 */
export const readCalendar = (content: string, now: Instant, zone: string): ReadCalendar => {
  const notes: string[] = []
  if (content.length > LARGEST_CHARACTERS)
    return {
      events: [],
      notes: [calendarNote.tooLarge(Math.round(content.length / 1e6))],
    }
  const blocks = eventLines(content)
  if (blocks.length === 0) return { events: [], notes: [calendarNote.noEvent] }
  const events: CalendarEvent[] = []
  const count = { broken: 0, past: 0, far: 0, long: 0, endless: 0, unread: 0 }
  let steps = MOST_STEPS
  let brokenOff = 0
  let firstBroken: number | undefined
  blocks.forEach((lines, i) => {
    if (brokenOff >= MOST_BROKEN_OFF) {
      count.unread += 1
      return
    }
    try {
      if (!lines) throw new Error('no end')
      if (lines.some((line) => LONG_DURATION.test(line))) throw new Error('no length')
      const found = withinDeadline(EVENT_MS, () => readEvent(lines, now, zone, steps))
      if (!found) {
        count.endless += 1
        brokenOff += 1
        return
      }
      const dates = found.value
      if (!dates) return
      if (dates.tooOften) count.endless += 1
      steps -= dates.begins.length
      dates.begins.forEach((at, nth) => {
        if (at + dates.length <= now) count.past += 1
        else if (at > now + FARTHEST) count.far += 1
        else if (dates.length > LONGEST_STAY) count.long += 1
        else
          events.push({
            uid: dates.recurs && nth > 0 ? `${dates.uid}#${at}` : dates.uid,
            title: dates.title,
            from: at,
            to: at + dates.length,
            allDay: dates.allDay,
          })
      })
    } catch {
      count.broken += 1
      firstBroken ??= i + 1
    }
  })
  notes.push(
    ...calendarNote.broken(count.broken, firstBroken ?? 0),
    ...calendarNote.past(count.past),
    ...calendarNote.far(count.far),
    ...calendarNote.long(count.long),
    ...calendarNote.tooOften(count.endless),
    ...calendarNote.unread(count.unread),
  )
  events.sort((a, b) => a.from - b.from)
  if (events.length > MOST) {
    notes.push(calendarNote.many(MOST))
    events.length = MOST
  }
  return { events, notes }
}

/** Each evening of a stay, at that hour of the tub's wall clock. */
const evenings = (from: Instant, to: Instant, hour: string, zone: string): Instant[] => {
  const found: Instant[] = []
  for (let day = from; day <= to + DAY; day += DAY) {
    const local = new TZDate(day, zone)
    const two = (n: number) => String(n).padStart(2, '0')
    const at = fromWallClock(
      `${local.getFullYear()}-${two(local.getMonth() + 1)}-${two(local.getDate())}T${hour}`,
      zone,
    )
    if (at !== undefined && at >= from && at < to) found.push(at)
  }
  return found
}

const saveStays = (
  store: Store,
  tubId: number,
  {
    kind,
    events,
    soaks,
    zone,
    now,
  }: {
    kind: GuestStay['kind']
    events: readonly CalendarEvent[]
    soaks: { at: string; load: PeopleAndMinutes } | undefined
    zone: string
    now: Instant
  },
): { kept: number; moved: number; same: number; soaks: number } => {
  const count = { kept: 0, moved: 0, same: 0, soaks: 0 }
  const known = staysAhead(store, tubId, now)
  for (const { uid, title, from, to } of events) {
    const before = known.find((stay) => stay.uid === uid && stay.kind === kind)
    if (before && before.from === from && before.to === to) {
      count.same += 1
      continue
    }
    if (before) {
      removeStayRow(store, tubId, before.id, now)
      removeSoaksOfStay(store, before.id, now)
      count.moved += 1
    } else count.kept += 1
    const { id } = insertStay(store, { tubId, kind, title, from, to, uid, createdAt: now })
    if (kind !== 'guests' || !soaks) continue
    for (const at of evenings(from, to, soaks.at, zone)) {
      if (at < now) continue
      insertPlannedSoak(store, { tubId, at, load: soaks.load, stayId: id, createdAt: now })
      count.soaks += 1
    }
  }
  return count
}

const AS = ['guests', 'away', 'soaks'] as const

/** A calendar of five thousand events takes a small part of it on an idle machine; a machine may be many times slower. */
const LONGEST_MS = 8000

/** Takes the events of a calendar as stays of guests, times away, or soaks. A second import of the same file doubles nothing. */
export const importStays = (
  store: Store,
  tubId: number,
  { fields, content }: { fields: Fields; content: string },
  now: Instant,
): Outcome & { sentences?: string[] } => {
  if (!findTub(store, tubId)) return refused(fields, {}, {}, REFUSALS.noTub)
  const as = AS.find((one) => one === fields.as)
  if (!as) return refused(fields, { as: field.chooseOne(calendarNote.as, AS) })
  const checked = check<PeopleAndMinutes>(Joi.object(PEOPLE_AND_MINUTES), {
    people: fields.people || '2',
    minutes: fields.minutes || '40',
  })
  const hour = fields.hour || '19:00'
  const errors: Record<string, string> = 'errors' in checked ? { ...checked.errors } : {}
  if (!/^([01]\d|2[0-3]):[0-5]\d$/.test(hour)) errors.hour = calendarNote.hour(hour)
  if ('errors' in checked || Object.keys(errors).length > 0) return refused(fields, errors)
  const zone = zoneOf(fields)
  const read = withinDeadline(LONGEST_MS, () => readCalendar(content, now, zone))
  if (!read) return refused(fields, { file: calendarNote.slow })
  const { events, notes } = read.value
  if (events.length === 0)
    return refused(fields, { file: [calendarNote.nothingTaken, ...notes].join(' ') })
  const load = checked.value
  const sentences = store.transaction((tx): string[] => {
    if (as === 'soaks') {
      const there = new Set(soaksAhead(tx, tubId, now).map(({ at }) => at))
      const timed = events.filter(({ allDay, from }) => !allDay && from >= now)
      const fresh = timed.filter(({ from }) => !there.has(from))
      for (const { from, to } of fresh)
        insertPlannedSoak(tx, {
          tubId,
          at: from,
          load: { ...load, minutes: Math.min(180, Math.max(5, (to - from) / MINUTE)) },
          createdAt: now,
        })
      return [
        calendarNote.soaksPlanned(fresh.length),
        ...(timed.length > fresh.length
          ? [calendarNote.plannedAlready(timed.length - fresh.length)]
          : []),
        ...(timed.length < events.length
          ? [calendarNote.noSoaks(events.length - timed.length)]
          : []),
      ]
    }
    const evening = fields.soaks === 'yes' ? { at: hour, load } : undefined
    const count = saveStays(tx, tubId, { kind: as, events, soaks: evening, zone, now })
    return [
      calendarNote.imported(count.kept, as),
      ...(count.moved > 0 ? [calendarNote.moved(count.moved)] : []),
      ...(count.same > 0 ? [calendarNote.same(count.same)] : []),
      ...(count.soaks > 0 ? [calendarNote.soaksPlanned(count.soaks)] : []),
    ]
  })
  return { ok: true, sentences: [...sentences, ...notes] }
}

/** Hours of the wall clock; closing down and opening again are begun in the morning. */
const HOURS_OF = {
  guests: [CHECK_IN_HOUR, CHECK_OUT_HOUR],
  away: [CHECK_IN_HOUR, CHECK_OUT_HOUR],
  closed: [10, 10],
} as const

/** A stay that somebody types. */
export const saveStay = (store: Store, tubId: number, fields: Fields, now: Instant): Outcome => {
  if (!findTub(store, tubId)) return refused(fields, {}, {}, REFUSALS.noTub)
  const zone = zoneOf(fields)
  const checked = check<{ title: string }>(Joi.object({ title: text('Name', 80) }), fields)
  const errors: Record<string, string> = 'errors' in checked ? { ...checked.errors } : {}
  const moment = (name: 'from' | 'to', label: string, hour: number) => {
    const local = `${fields[name] ?? ''}T${hour}:00`
    const at = fromWallClock(local, zone)
    if (at === undefined) errors[name] = noMoment(label, local)
    return at ?? 0
  }
  const kind = STAY_KINDS.find((one) => one === fields.as) ?? 'guests'
  const [begins, ends] = HOURS_OF[kind]
  const [fromName, untilName] = STAY_FIELDS[kind]
  const from = moment('from', fromName, begins)
  const to = moment('to', untilName, ends)
  if (from && to) {
    if (to <= from) errors.to = field.notAfter(untilName, fields.to ?? '', fields.from ?? '')
    else if (to <= now) errors.to = field.passed(untilName, fields.to ?? '')
    else if (to - from > (kind === 'closed' ? LONGEST_CLOSED : LONGEST_STAY))
      errors.to = kind === 'closed' ? REFUSALS.closedTooLong : REFUSALS.untilTooLong
    else if (from > now + FARTHEST) errors.from = REFUSALS.fromTooFar
  }
  if ('errors' in checked || Object.keys(errors).length > 0) return refused(fields, errors)
  insertStay(store, {
    tubId,
    kind,
    title: checked.value.title || STAY_NAMES[kind],
    from,
    to,
    uid: `own-${now}`,
    createdAt: now,
  })
  return { ok: true }
}

export const removeStay = (store: Store, tubId: number, id: number, now: Instant): Outcome => {
  const gone = store.transaction((tx) => {
    const row = removeStayRow(tx, tubId, id, now)
    if (row) removeSoaksOfStay(tx, id, now)
    return row
  })
  return gone ? { ok: true } : refused({}, {}, {}, REFUSALS.noStay)
}
