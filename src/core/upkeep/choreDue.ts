import type { CauseId } from '../journal/causeId'
import type { Entry } from '../journal/entry'
import type { Sign } from '../journal/sign'
import type { ProductName } from '../products/product'
import { waterLife } from '../refill/waterLife'
import { DAY, type Instant } from '../time'
import type { Tub } from '../tub/tub'
import type { Chore, ChoreRule } from './chore'
import { type ChoreHistory, choreHistory, NEXT_DAY, NOTHING } from './choreHistory'
import { allChoresOf } from './choresOf'
import { gatheredOn } from './gather'
import { aroundStays, type GuestStay } from './guestStay'
import { nextInSeason } from './interval'
import { COUNTED, type Pace, paceOf } from './pace'
import { drainOf, isOver, type StayJob, type StayWhy, stayJobs } from './stayJobs'

export interface ChoreDue {
  chore: Chore
  lastDone: Instant | undefined
  due: Instant
  /** So much before its day it may be done: its window, but for what has to wait its time after a dose. */
  earlyDays: number
  state: 'late' | 'due' | 'ahead'
  /** Why this day. */
  why:
    | 'rhythm'
    | 'load'
    | 'sign'
    /** Part of what is done about something that is wrong. */
    | 'trouble'
    /** A dose that asks for it a day later. */
    | 'follows'
    | 'quiet'
    | 'postponed'
    | 'drain'
    | 'season'
    | 'stay'
    | 'never noted'
    /** Nothing but counting drives it, and the count is not full yet. */
    | 'count'
    | StayWhy
  /** Put on the weekly visit, within its window. */
  gathered: boolean
  /** What was seen, where that is why. */
  sign: Sign | undefined
  /** What it is done about, where that is why. */
  cause: CauseId | undefined
  /** What was poured, where that is why. */
  after: ProductName | undefined
  /** Whose stay it keeps clear of. */
  stay: GuestStay | undefined
  /** Load since it was last done, weighted person-hours. */
  personHours: number
  hoseLitres: number
  shocks: number
  /** How often it was noted at all. */
  times: number
}

/** What decides dates beside tub and journal. */
export interface UpkeepPlan {
  rules?: readonly ChoreRule[]
  stays?: readonly GuestStay[]
  /** Stays of the last year that are over: whoever is back has things to do. */
  over?: readonly GuestStay[]
  /** When the heater has to be turned up for a soak. */
  turnUp?: { at: Instant; by: Instant }
  /** When a planned change of water is to be over. */
  refillAt?: Instant
  /** When the weekly visits are. */
  visits?: readonly Instant[]
}

/** Nobody in for a whole interval stretches what the load drives, by so much. */
const QUIET_STRETCH = 1.5
/** Less than this, person-hours, is little use: what is wanted only by use comes after so many days; common practice 10 to 14. */
const LITTLE_USE = 3
const LITTLE_USE_DAYS = 12
/** What only counts and hardly gets anywhere is put so many days ahead. */
const LONGEST_FORESEEN = 400
/** What a dose asks for is for the next day; common practice. */
const FOLLOWS_AFTER = DAY

/** Days that its own interval gives: they may be moved onto a visit, and give way to what a dose asks for. */
const OF_ITSELF: ReadonlySet<ChoreDue['why']> = new Set([
  'rhythm',
  'load',
  'quiet',
  'season',
  'never noted',
  'count',
])

/** A day that a chore may have, and why. */
interface Dated {
  due: Instant
  why: ChoreDue['why']
}

/** With what gave it. */
interface Day extends Dated, Partial<Pick<ChoreDue, 'sign' | 'cause' | 'after' | 'stay'>> {}

const earliest = <Date extends Dated>(dates: readonly Date[]): Date | undefined =>
  dates.reduce<Date | undefined>(
    (first, one) => (first && first.due <= one.due ? first : one),
    undefined,
  )

/** What bears on the dates of all chores alike. */
interface Bearing {
  tub: Tub
  history: ChoreHistory
  pace: Pace
  now: Instant
  /** The next change of water that is planned or goes with a closing down. */
  drainAt: Instant | undefined
}

/** What was counted since a chore was last done, and when its limit was reached. */
const countSince = (
  { events }: ChoreHistory,
  { interval }: Chore,
  since: Instant,
  movedAt: Instant,
) => {
  const total = { ...NOTHING }
  let reached: Instant | undefined
  let next = events.length
  while (next > 0 && (events[next - 1]?.at ?? 0) > since) next -= 1
  for (const event of events.slice(next))
    for (const name of COUNTED) {
      const before = total[name]
      total[name] += event[name]
      const limit = interval[name]
      // What it was moved in spite of does not move it back.
      if (limit && total[name] >= limit && before < limit && event.at > movedAt)
        reached = Math.min(reached ?? Number.POSITIVE_INFINITY, event.reachedAt)
    }
  return { total, reached }
}

/** What is known of one chore before its day is worked out. */
const standingOf = (chore: Chore, { history, now }: Bearing, rules: readonly ChoreRule[]) => {
  const own = history.notedOf(chore.id)
  const doneAt = Math.max(
    own.findLast(({ body }) => body.outcome === 'done')?.at ?? -1,
    history.shownAt(chore.id) ?? -1,
  )
  const lastDone = doneAt < 0 ? undefined : doneAt
  const skipped = own.findLast(({ body }) => body.outcome === 'skipped')?.at ?? -1
  const last = Math.max(doneAt, skipped)
  const rule = rules.find((one) => one.chore === chore.id)
  const begun = chore.id.startsWith('own-')
    ? Math.max(history.first, rule?.createdAt ?? 0)
    : history.first
  const from = last >= 0 ? last : begun
  const moved = own.findLast(({ body, at }) => body.outcome === 'postponed' && at >= last)
  const { total, reached } = countSince(history, chore, lastDone ?? from, moved?.at ?? 0)
  return { chore, times: own.length, last, lastDone, from, moved, total, reached, now }
}
type Standing = ReturnType<typeof standingOf>

/** By days, by the next drain, or by what is counted and how fast: the first of them. */
const byInterval = (
  { chore: { interval }, from, last, total }: Standing,
  { tub, history, pace, now, drainAt }: Bearing,
): Dated => {
  const driven = interval.personHours !== undefined || interval.soakHours !== undefined
  const quiet = driven && total.soakHours === 0
  const dates: Dated[] = []
  if (interval.days !== undefined)
    dates.push({
      due: from + interval.days * DAY * (quiet ? QUIET_STRETCH : 1),
      why: last < 0 ? 'never noted' : quiet ? 'quiet' : 'rhythm',
    })
  if (interval.drain !== undefined) {
    const before = interval.drain === 'before'
    const life = waterLife(tub)
    const fill = history.filledAt ?? history.first
    const done = last > fill + 7 * DAY || (!before && last >= fill - DAY)
    const drain = drainAt ?? fill + life
    dates.push({
      due: (done && before ? drain + life : drain) - (before ? DAY : 0),
      why: 'drain',
    })
  }
  const counts = COUNTED.flatMap((name) => {
    const limit = interval[name]
    return limit && pace[name] > 0 ? [Math.max(0, limit - total[name]) / pace[name]] : []
  })
  return earliest(dates) ?? { due: now + Math.min(LONGEST_FORESEEN, ...counts) * DAY, why: 'count' }
}

/** The day its people moved it to, or its interval's, later where nobody was in and it is wanted by use. */
const ownDay = (standing: Standing, bearing: Bearing): Dated => {
  const { chore, moved, total, from, now } = standing
  if (moved?.body.until !== undefined) return { due: moved.body.until, why: 'postponed' }
  const day = byInterval(standing, bearing)
  if (!chore.whenUsed || total.personHours >= LITTLE_USE) return day
  const later =
    total.soakHours > 0 ? from + LITTLE_USE_DAYS * DAY : now + NEXT_DAY + chore.windowDays * DAY
  return later > day.due ? { due: later, why: 'quiet' } : day
}

/** The earliest of the days that something gives it; with what gave it. */
const dayOf = (standing: Standing, bearing: Bearing, job: StayJob | undefined): Day => {
  const { chore, last, moved, reached } = standing
  const { history } = bearing
  const movedAt = moved?.at ?? -1
  const sign = history.looks.find(
    ({ sign, at }) => chore.signs.includes(sign) && at > Math.max(last, movedAt),
  )
  const follow = history.followOf(chore)
  const treats = history.wayOutOf(chore.id)
  const own = ownDay(standing, bearing)
  // A job of a stay has its day, unless its people moved it.
  if (job && own.why !== 'postponed') return { due: job.due, why: job.why, stay: job.stay }
  const asked: Day[] = []
  if (sign)
    asked.push({ due: sign.at + (chore.asked ? 0 : NEXT_DAY), why: 'sign', sign: sign.sign })
  if (follow && follow.at > movedAt)
    asked.push({ due: follow.at + FOLLOWS_AFTER, why: 'follows', after: follow.body.product })
  if (treats && treats.at > movedAt)
    asked.push({ due: treats.at, why: 'trouble', cause: treats.cause })
  const ofItself: Day[] = [own]
  if (reached !== undefined) ofItself.push({ due: reached, why: 'load' })
  // What comes round by itself waits for what a dose asks for: one rinse and not two.
  const waits = asked.some(({ why }) => why === 'follows')
  const dates = [...ofItself.filter(({ why }) => !waits || !OF_ITSELF.has(why)), ...asked]
  return earliest(dates) ?? own
}

/** A day put off to its season, clear of stays. */
const cleared = (
  day: Day,
  { season, windowDays }: Chore,
  { stays, job }: { stays: readonly GuestStay[]; job: StayJob | undefined },
  now: Instant,
): Dated & { stay: GuestStay | undefined } => {
  const opens = season ? nextInSeason(season, day.due) : day.due
  const { due, why } = opens > day.due ? { due: opens, why: 'season' as const } : day
  if (job && why === job.why) return { due, why, stay: job.stay }
  if (why === 'postponed' || why === 'trouble') return { due, why, stay: undefined }
  const clear = aroundStays(due, stays, now, windowDays)
  return clear.due === due ? { due, why, stay: clear.stay } : { ...clear, why: 'stay' }
}

/**
 * When each chore is due: its interval after it was last done, brought forward by load and by what was seen, stretched where
 * nobody soaked, moved where its people moved it. Load never delays it, and doing it always moves it on. Left out counts as
 * done for the date, not for the load.
 */
export const choresDue = (
  tub: Tub,
  journal: readonly Entry[],
  now: Instant,
  { rules = [], stays = [], over = [], turnUp, refillAt, visits = [] }: UpkeepPlan = {},
): ChoreDue[] => {
  const past = journal.filter(({ at }) => at <= now).toSorted((a, b) => a.at - b.at || a.id - b.id)
  const history = choreHistory(tub, past, now)
  const times = history.emptyTimes
  const empty = times.some(({ to }) => to === undefined)
  const ofStays = stayJobs([...over, ...stays], now, times)
  const drains = [refillAt, empty ? undefined : drainOf(ofStays)].filter(
    (at): at is Instant => at !== undefined,
  )
  const bearing: Bearing = {
    tub,
    history,
    pace: paceOf(tub, past, now),
    now,
    drainAt: drains.length > 0 ? Math.min(...drains) : undefined,
  }
  const turn: StayJob[] =
    turnUp && !empty
      ? [
          {
            id: 'turn up',
            due: turnUp.at,
            why: 'turn up',
            since: turnUp.at - DAY / 2,
            stay: undefined,
          },
        ]
      : []
  const jobs = [...ofStays, ...turn]
  const jobOf = ({ id }: Chore) =>
    jobs.find((job) => job.id === id && history.lastOf(id) < job.since)
  /** Of an empty tub there is nothing to be kept but its cover. */
  const kept = ({ id, lane, interval }: Chore) =>
    !empty || (lane === 'cover' && interval.shocks === undefined) || id.startsWith('own-')
  const there = (chore: Chore) =>
    jobOf(chore) ||
    history.wayOutOf(chore.id) ||
    (chore.asked ? history.signOf(chore) || history.followOf(chore) : !chore.paused && kept(chore))

  return allChoresOf({ ...tub, fillWater: history.fillWater }, rules)
    .filter(there)
    .map((chore): ChoreDue => {
      const standing = standingOf(chore, bearing, rules)
      const job = jobOf(chore)
      const day = dayOf(standing, bearing, job)
      // What goes with a drain goes with the closing down, and a cover is looked after meanwhile.
      const others = stays.filter(
        (one) =>
          one.kind !== 'closed' ||
          (chore.interval.drain === undefined && !(empty && kept(chore)) && !isOver(one, times)),
      )
      const { due, why, stay } = cleared(day, chore, { stays: others, job }, now)
      // What its people moved, what was seen and what belongs to a drain keep their own day.
      const visit = OF_ITSELF.has(why) ? gatheredOn(due, visits, chore.windowDays, now) : undefined
      const earlyDays = why === 'follows' ? 0 : chore.windowDays
      const { total, times: noted, lastDone } = standing
      return {
        chore,
        lastDone,
        due: visit ?? due,
        earlyDays,
        state:
          now > due + chore.windowDays * DAY
            ? 'late'
            : now >= due - earlyDays * DAY
              ? 'due'
              : 'ahead',
        why,
        gathered: visit !== undefined,
        sign: why === 'sign' ? day.sign : undefined,
        cause: why === 'trouble' ? day.cause : undefined,
        after: why === 'follows' ? day.after : undefined,
        stay,
        personHours: total.personHours,
        hoseLitres: total.hoseLitres,
        shocks: total.shocks,
        times: noted,
      }
    })
}

/** Due by the end of a day, or within two days after it where its window reaches so far: one trip does for both. */
export const isOnDay = (
  { due, earlyDays, chore }: Pick<ChoreDue, 'due' | 'earlyDays' | 'chore'>,
  dayEnd: Instant,
): boolean => due - earlyDays * DAY <= dayEnd && due <= dayEnd + DAY * Math.min(2, chore.windowDays)
