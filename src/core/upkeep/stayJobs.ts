import type { PresetChoreId } from '../journal/choreId'
import type { EmptyTime } from '../journal/closedDown'
import { DAY, HOUR, type Instant } from '../time'
import type { GuestStay } from './guestStay'

/** What belongs to a time nobody is there, or one in which the tub is closed down. */
export type StayWhy = 'leaving' | 'back' | 'closing' | 'opening' | 'turn up'

/** A chore with a date of its own, because of a stay or of a soak. */
export interface StayJob {
  id: PresetChoreId
  due: Instant
  why: StayWhy
  /** Done or left out since then, it is over. */
  since: Instant
  stay: GuestStay | undefined
}

/** Work of one day, in this order: what it takes with it is ticked on its own. */
export const CLOSING = [
  'close drain',
  'close blow out',
  'close dry',
  'close filters',
  'close antifreeze',
  'close cover',
] as const satisfies readonly PresetChoreId[]
export const OPENING = ['open inspect', 'open fill'] as const satisfies readonly PresetChoreId[]

/** A weekend asks for nothing. Assumed. */
const SHORTEST_AWAY = 3 * DAY
/** Whoever has been back for so long has looked at the tub. Assumed. */
const BACK_FOR = 7 * DAY
/** Begun so long before its date it still belongs to it. */
export const BEGUN_BEFORE = 14 * DAY
/** A closing down that nobody has begun for so long after its date is given up. */
const GIVEN_UP = 30 * DAY
/** Without a date it is opened again about then; assumed. */
const SEASON = 150 * DAY

const awayJobs = (stays: readonly GuestStay[], now: Instant): StayJob[] => {
  const away = stays
    .filter(({ kind, from, to }) => kind === 'away' && to - from >= SHORTEST_AWAY)
    .toSorted((a, b) => a.from - b.from)
  const next = away.find(({ from }) => from + DAY / 2 > now)
  const back = away.findLast(({ from, to }) => from <= now && to + BACK_FOR > now) ?? next
  return [
    ...(next
      ? [
          {
            id: 'leave' as const,
            due: next.from - DAY / 2,
            why: 'leaving' as const,
            since: next.from - BEGUN_BEFORE,
            stay: next,
          },
        ]
      : []),
    ...(back
      ? [
          {
            id: 'return' as const,
            due: back.to,
            why: 'back' as const,
            since: back.to - DAY,
            stay: back,
          },
        ]
      : []),
  ]
}

/** Whether a closing down is over, though its dates are not: the tub was drained for it and is full again. */
export const isOver = (stay: GuestStay, times: readonly EmptyTime[]): boolean =>
  stay.kind === 'closed' &&
  times.some(({ from, to }) => to !== undefined && from >= stay.from - BEGUN_BEFORE)

const closedJobs = (
  stays: readonly GuestStay[],
  now: Instant,
  times: readonly EmptyTime[],
): StayJob[] => {
  const last = times.at(-1)
  const closedSince = last?.to === undefined ? last?.from : undefined
  const closed = stays
    .filter((stay) => stay.kind === 'closed' && !isOver(stay, times))
    .toSorted((a, b) => a.from - b.from)
  const stay =
    closedSince === undefined
      ? closed.find(({ from }) => from + GIVEN_UP > now)
      : closed.findLast(({ from }) => from - BEGUN_BEFORE <= closedSince)
  if (!stay && closedSince === undefined) return []
  const begins = stay?.from ?? closedSince ?? now
  const opens = stay?.to ?? begins + SEASON
  const since = Math.min(begins, closedSince ?? begins) - BEGUN_BEFORE
  return [
    ...CLOSING.map(
      (id, i): StayJob => ({ id, due: begins + i * HOUR, why: 'closing', since, stay }),
    ),
    ...OPENING.map(
      (id, i): StayJob => ({
        id,
        due: opens + i * HOUR,
        why: 'opening',
        // Nothing but a fill fills it.
        since:
          id === 'open fill' && closedSince !== undefined
            ? Number.POSITIVE_INFINITY
            : (closedSince ?? begins),
        stay,
      }),
    ),
  ]
}

/**
 * What stays ask for, each on its own day.
 * @param stays those to come, and those that are over of the last year
 * @param times when the tub stood empty
 */
export const stayJobs = (
  stays: readonly GuestStay[],
  now: Instant,
  times: readonly EmptyTime[],
): StayJob[] => [
  // Whoever leaves an empty tub has nothing to get ready.
  ...(times.some(({ to }) => to === undefined) ? [] : awayJobs(stays, now)),
  ...closedJobs(stays, now, times),
]

/** When a closing down drains the tub, where one is ahead. */
export const drainOf = (jobs: readonly StayJob[]): Instant | undefined =>
  jobs.find(({ id }) => id === 'close drain')?.due
