import { TZDate } from '@date-fns/tz'
import { type AgendaItem, type ChoreDue, DAY, HOUR, type Instant, MINUTE, soakAhead } from '@/core'
import type { Store } from '@/store/database'
import { soaksAhead } from '@/store/plannedSoaks'
import { openRefill } from '@/store/refills'
import type { HouseCalendar } from '@/store/schema'
import type { TubRow } from '@/store/tubs'
import { calendarTitle } from '@/words/calendarTitle'
import { choreName, choreText } from '@/words/choreText'
import { stageText } from '@/words/stageText'
import { refillView } from './refillView'
import type { TubView } from './views'
import { weeklyVisits } from './visitDay'

/** All-day events ring at nine in the morning of their own day. */
const MORNING_HOURS = 9
/** Chores that follow days alone are told on visits so far ahead. */
const VISITS_AHEAD = 35 * DAY

/** One event as any calendar knows it. */
export interface CalendarEvent {
  uid: string
  start: Date
  end: Date
  allDay: boolean
  summary: string
  description: string
  /** Days between its recurrences. */
  everyDays?: number
  /** Seconds from its start; before it where negative. */
  alarmSeconds: number
}

export interface CalendarScope {
  zone: string
  now: Instant
  /** Its tub stands in each title. */
  named: boolean
  as: HouseCalendar['as']
}

/** Midnight of an instant's day on a wall in that zone, as an all-day date wants it. */
const dayIn = (instant: number, zone: string): Date => {
  const local = new TZDate(instant, zone)
  return new Date(Date.UTC(local.getFullYear(), local.getMonth(), local.getDate()))
}

const allDay = (instant: Instant, { zone, now }: CalendarScope) => {
  const start = dayIn(Math.max(instant, now), zone)
  return {
    start,
    end: new Date(start.getTime() + DAY),
    allDay: true,
    alarmSeconds: MORNING_HOURS * 3600,
  }
}

const timed = (at: Instant, minutes: number, alarmSeconds = 0) => ({
  start: new Date(at),
  end: new Date(at + minutes * MINUTE),
  allDay: false,
  alarmSeconds,
})

const uid = (...parts: (string | number)[]) =>
  `${parts.map((part) => String(part).replace(/\W/g, '-')).join('-')}@pavrel`

/** A chore by itself. One whose date adapts is one event; one that only follows days recurs. What is overdue stands on today. */
const choreEvent = (
  { chore, due, why, gathered }: ChoreDue,
  tub: TubRow,
  scope: CalendarScope,
): CalendarEvent => {
  const { interval } = chore
  const byDaysAlone = interval.days !== undefined && Object.keys(interval).length === 1
  const recurs = byDaysAlone && !chore.season && why !== 'postponed' && !gathered
  return {
    uid: uid('chore', tub.id, chore.id),
    // The heater has to be turned up at its hour.
    ...(why === 'turn up' ? timed(due, 15) : allDay(due, scope)),
    summary: prefixOf(tub, scope) + calendarTitle.chore(choreName(chore), chore.minutes),
    description: [...choreText(chore).how, ...choreText(chore).cautions].join('\n'),
    ...(recurs && interval.days ? { everyDays: interval.days } : {}),
  }
}

const prefixOf = ({ name }: TubRow, { named }: CalendarScope) => (named ? `${name}: ` : '')

/** The dates of a chore as far as visits are told: its own, and its rhythm after it on the visits within its window. */
const datesOf = (
  { chore, due, why }: ChoreDue,
  visits: readonly Instant[],
  now: Instant,
): Instant[] => {
  const { days } = chore.interval
  const first = Math.max(due, now)
  if (days === undefined || why === 'postponed' || chore.season) return [first]
  const dates = [first]
  for (let at = first + days * DAY; at < now + VISITS_AHEAD; at += days * DAY)
    dates.push(visits.find((visit) => Math.abs(visit - at) <= chore.windowDays * DAY) ?? at)
  return dates
}

/** Today is not the day of what a closure shuts out: nobody is sent there. */
const isShut = (
  { chore }: ChoreDue,
  { choresShut, now }: TubView,
  at: Instant,
  zone: string,
): boolean => choresShut.has(chore.id) && +dayIn(Math.max(at, now), zone) === +dayIn(now, zone)

/** One event a visit: its list and minutes, at its own time where the house has a day for it, else on the day. */
export const visitEvents = (
  store: Store,
  views: readonly TubView[],
  scope: CalendarScope,
): CalendarEvent[] => {
  const { zone, now } = scope
  const visits = weeklyVisits(store, now)
  const byDay = new Map<string, { at: Instant; lines: Map<string, number> }>()
  for (const view of views)
    for (const one of view.chores)
      for (const at of datesOf(one, visits, now)) {
        if (at > now + VISITS_AHEAD || isShut(one, view, at, zone)) continue
        const day = dayIn(at, zone).toISOString().slice(0, 10)
        const visit = byDay.get(day) ?? { at, lines: new Map<string, number>() }
        visit.lines.set(prefixOf(view.row, scope) + choreName(one.chore), one.chore.minutes)
        byDay.set(day, visit)
      }
  const of = views.map(({ row }) => row.id).join('-')
  return [...byDay].map(([day, { at, lines }]) => {
    const minutes = [...lines.values()].reduce((sum, one) => sum + one, 0)
    const own = visits.find((visit) => dayIn(visit, zone).toISOString().startsWith(day))
    return {
      uid: uid('visit', of, day),
      ...(own !== undefined && own > now ? timed(own, Math.max(5, minutes)) : allDay(at, scope)),
      summary: calendarTitle.visit(lines.size, minutes),
      description: [...lines].map(([name, one]) => calendarTitle.chore(name, one)).join('\n'),
    }
  })
}

/** A test or shock that has a time of its own: a retest only once what it tests has gone in. */
const hasItsTime = (item: AgendaItem, { plan }: TubView): boolean =>
  item.kind === 'test' ||
  item.kind === 'shock' ||
  (item.kind === 'retest' && plan.steps.length === 0)

/** To the hour, so that an estimate that moves by minutes does not move the event each time it is asked for. */
const onTheHour = (at: Instant): Instant => Math.ceil(at / HOUR) * HOUR

/** Tests and shocks, planned soaks and the stages of a change of water: what has its own hour. */
const hourEvents = (store: Store, view: TubView, scope: CalendarScope): CalendarEvent[] => {
  const { tub, row, now } = view
  const events: CalendarEvent[] = []
  const prefix = prefixOf(row, scope)
  const seen = new Map<string, number>()
  for (const item of view.agenda.filter((one) => hasItsTime(one, view))) {
    const nth = (seen.get(item.kind) ?? 0) + 1
    seen.set(item.kind, nth)
    events.push({
      uid: uid(item.kind, tub.id, nth),
      ...(item.due <= now || item.due > now + DAY
        ? allDay(item.due, scope)
        : timed(onTheHour(item.due), item.minutes)),
      summary:
        prefix +
        (item.kind === 'test'
          ? calendarTitle.test(item.quantities)
          : item.kind === 'retest'
            ? calendarTitle.retest
            : calendarTitle.shock),
      description: '',
    })
  }
  if (openRefill(store, tub.id)) {
    const { schedule, row: planned } = refillView(store, { ...view, zone: scope.zone })
    for (const { stage, start: begins, handsEnd, end, state } of schedule.scheduled)
      if (stage.handsMinutes > 0 && (state === 'planned' || state === 'running'))
        events.push({
          uid: uid('refill', tub.id, planned?.id ?? 0, stage.id),
          start: new Date(begins),
          end: new Date(Math.max(handsEnd, Math.min(end, begins + 5 * MINUTE))),
          allDay: false,
          summary: prefix + calendarTitle.refill(stageText(stage).name),
          description: [...stageText(stage).checks, ...stageText(stage).cautions].join('\n'),
          alarmSeconds: -600,
        })
  }
  for (const { id, at, load } of soaksAhead(store, tub.id, now)) {
    const shut = soakAhead(tub, view.estimate, at, view.verdict.closures).closure
    events.push({
      uid: uid('soak', tub.id, id),
      ...timed(at, load.minutes, -2 * 3600),
      summary: prefix + calendarTitle.soak(load.people, shut?.code),
      description: '',
    })
  }
  return events
}

/** Everything of one tub that a calendar is told beside the visits. */
export const tubEvents = (store: Store, view: TubView, scope: CalendarScope): CalendarEvent[] => {
  const chores =
    scope.as === 'visits'
      ? []
      : view.chores
          .filter((one) => !isShut(one, view, one.due, scope.zone))
          .map((one) => choreEvent(one, view.row, scope))
  return [...chores, ...hourEvents(store, view, scope)]
}
