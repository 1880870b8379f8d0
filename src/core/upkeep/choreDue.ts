import { DAY, type Entry, type Instant, isKind, MINUTE } from '../journal/entry'
import { loadOf } from '../soaks/load'
import type { Tub } from '../tub'
import { type Chore, choresOf } from './chore'

export interface ChoreDue {
  chore: Chore
  lastDone: Instant | undefined
  due: Instant
  state: 'late' | 'due' | 'ahead'
  /** Why this day. */
  why: 'rhythm' | 'load' | 'quiet' | 'postponed' | 'never noted'
  /** Load since it was last done, weighted person-hours. */
  personHours: number
}

/** Nobody in for a whole interval stretches what the load drives, by so much. */
const QUIET_STRETCH = 1.5
/** Brought forward, it is for the next day: nobody rinses a filter at midnight after a party. */
const NEXT_DAY = DAY

/**
 * When each chore is due: its interval after it was last done, brought forward by load, stretched where nobody soaked. Load
 * never delays it, and doing it always moves it on. Skipped counts as done for the date, not for the load.
 */
export const choresDue = (tub: Tub, journal: readonly Entry[], now: Instant): ChoreDue[] => {
  const past = journal.filter(({ at }) => at <= now)
  const first = past.reduce((earliest, { at }) => Math.min(earliest, at), now)
  const noted = past.filter(isKind('chore')).toSorted((a, b) => a.at - b.at)
  const soaks = past.filter(isKind('soak')).toSorted((a, b) => a.at - b.at)
  return choresOf(tub).map((chore): ChoreDue => {
    const own = noted.filter(({ body }) => body.chore === chore.id)
    const lastDone = own.findLast(({ body }) => body.outcome === 'done')?.at
    const last = own.findLast(({ body }) => body.outcome !== 'postponed')?.at
    const postponed = own.findLast(
      ({ body, at }) => body.outcome === 'postponed' && at >= (last ?? 0),
    )
    const since = soaks.filter(({ at }) => at > (lastDone ?? last ?? first))
    let personHours = 0
    let reached: Instant | undefined
    for (const { at, body } of since) {
      personHours += loadOf(body)
      if (reached === undefined && chore.everyPersonHours && personHours >= chore.everyPersonHours)
        reached = at + body.minutes * MINUTE + NEXT_DAY
    }
    const quiet = chore.everyPersonHours !== undefined && since.length === 0
    let due = (last ?? first) + chore.everyDays * DAY * (quiet ? QUIET_STRETCH : 1)
    let why: ChoreDue['why'] = last === undefined ? 'never noted' : quiet ? 'quiet' : 'rhythm'
    if (postponed?.body.until !== undefined) {
      due = postponed.body.until
      why = 'postponed'
    }
    if (reached !== undefined && reached < due) {
      due = reached
      why = 'load'
    }
    const state =
      now > due + chore.windowDays * DAY
        ? 'late'
        : now >= due - chore.windowDays * DAY
          ? 'due'
          : 'ahead'
    return { chore, lastDone, due, state, why, personHours }
  })
}
