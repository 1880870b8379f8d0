import type { PresetChoreId } from '../journal/choreId'
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
const BEFORE = 14 * DAY
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
            since: next.from - BEFORE,
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

const closedJobs = (
  stays: readonly GuestStay[],
  now: Instant,
  closedSince: Instant | undefined,
): StayJob[] => {
  const closed = stays.filter(({ kind }) => kind === 'closed').toSorted((a, b) => a.from - b.from)
  const stay =
    closedSince === undefined
      ? closed.find(({ from }) => from + GIVEN_UP > now)
      : closed.findLast(({ from }) => from - BEFORE <= closedSince)
  if (!stay && closedSince === undefined) return []
  const begins = stay?.from ?? closedSince ?? now
  const opens = stay?.to ?? begins + SEASON
  const since = Math.min(begins, closedSince ?? begins) - BEFORE
  return [
    ...CLOSING.map(
      (id, i): StayJob => ({ id, due: begins + i * HOUR, why: 'closing', since, stay }),
    ),
    ...OPENING.map(
      (id, i): StayJob => ({
        id,
        due: opens + i * HOUR,
        why: 'opening',
        since: closedSince ?? begins,
        stay,
      }),
    ),
  ]
}

/**
 * What stays ask for, each on its own day.
 * @param stays those to come, and those that are over of the last year
 * @param closedSince since when the tub stands empty
 */
export const stayJobs = (
  stays: readonly GuestStay[],
  now: Instant,
  closedSince: Instant | undefined,
): StayJob[] => [
  // Whoever leaves an empty tub has nothing to get ready.
  ...(closedSince === undefined ? awayJobs(stays, now) : []),
  ...closedJobs(stays, now, closedSince),
]

/** When a closing down drains the tub, where one is ahead. */
export const closingAt = (
  stays: readonly GuestStay[],
  now: Instant,
  closedSince: Instant | undefined,
): Instant | undefined =>
  closedJobs(stays, now, closedSince).find(
    ({ id }) => id === 'close drain' && closedSince === undefined,
  )?.due
