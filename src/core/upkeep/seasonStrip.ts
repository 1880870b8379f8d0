import type { Entry } from '../journal/entry'
import { waterLife } from '../refill/waterLife'
import { DAY, HOUR, type Instant } from '../time'
import type { Tub } from '../tub/tub'
import { LANES, type Lane } from './chore'
import type { ChoreDue } from './choreDue'
import { shownBy } from './chorePresets'
import type { FilterStatus } from './filterSet'
import type { GuestStay } from './guestStay'
import { nextInSeason } from './interval'
import { COUNTED, type Pace, paceOf } from './pace'

const STRIP_WEEKS = 26

export interface StripMark {
  at: Instant
  what: 'done' | 'done late' | 'skipped' | 'due' | 'overdue' | 'foreseen'
  note?: string
}

export interface StripRow {
  due: ChoreDue
  /** Oldest first. */
  marks: StripMark[]
}

export interface StripBar {
  name: string
  from: Instant
  to: Instant
}

export interface SeasonStrip {
  from: Instant
  to: Instant
  lanes: { lane: Lane; rows: StripRow[] }[]
  /** Which filter set was in. */
  filters: StripBar[]
  /** Each water, from its fill to its drain or to the end of its life. */
  waters: (StripBar & { ended: boolean })[]
  /** Guests and times away. */
  stays: StripBar[]
}

/** Days between two dues at that pace. */
const daysBetween = (tub: Tub, pace: Pace, { chore: { interval } }: ChoreDue): number => {
  const days = [
    interval.days,
    interval.drain && waterLife(tub) / DAY,
    ...COUNTED.map((name) => {
      const limit = interval[name]
      return limit && pace[name] > 0 ? limit / pace[name] : undefined
    }),
  ].filter((one): one is number => one !== undefined)
  return Math.max(1, Math.min(...days, 10_000))
}

/** Half a year back and half a year ahead: what was done, what is due, and what the same pace would bring. */
export const seasonStrip = (
  tub: Tub,
  journal: readonly Entry[],
  {
    dues,
    filters,
    stays,
    tubId,
    now,
  }: {
    dues: readonly ChoreDue[]
    filters: readonly FilterStatus[]
    stays: readonly GuestStay[]
    tubId: number
    now: Instant
  },
): SeasonStrip => {
  const from = now - STRIP_WEEKS * 7 * DAY
  const to = now + STRIP_WEEKS * 7 * DAY
  const pace = paceOf(tub, journal, now)
  const noted = new Map<string, StripMark[]>()
  const lastOf = new Map<string, Instant>()
  const windows = new Map(dues.map((due) => [due.chore.id as string, due.chore]))
  for (const entry of journal.toSorted((a, b) => a.at - b.at)) {
    if (entry.kind !== 'chore' || entry.at > now || entry.body.outcome === 'postponed') continue
    const { chore: id, outcome, note } = entry.body
    const chore = windows.get(id)
    if (!chore) continue
    const last = lastOf.get(id)
    const late =
      last !== undefined &&
      chore.interval.days !== undefined &&
      entry.at > last + (chore.interval.days + chore.windowDays) * DAY
    lastOf.set(id, entry.at)
    if (entry.at < from) continue
    const marks = noted.get(id) ?? []
    marks.push({
      at: entry.at,
      what: outcome === 'skipped' ? 'skipped' : late ? 'done late' : 'done',
      ...(note ? { note } : {}),
    })
    noted.set(id, marks)
  }
  const rowOf = (due: ChoreDue): StripRow => {
    const marks = [...(noted.get(due.chore.id) ?? [])]
    // What another entry showed to be done has a mark as well, one a day.
    const shown = shownBy(due.chore.id)
    if (shown)
      for (const entry of journal)
        if (
          entry.at >= from &&
          entry.at <= now &&
          shown(entry) &&
          !marks.some(({ at }) => Math.abs(at - entry.at) < DAY / 2)
        )
          marks.push({ at: entry.at, what: 'done' })
    marks.sort((a, b) => a.at - b.at)
    if (due.due <= to)
      marks.push({
        at: Math.max(due.due, from),
        what: due.state === 'late' ? 'overdue' : 'due',
      })
    const every = daysBetween(tub, pace, due) * DAY
    for (let at = Math.max(due.due, now) + every; at <= to; at += every) {
      const next = due.chore.season ? nextInSeason(due.chore.season, at) : at
      if (next > to) break
      at = next
      marks.push({ at, what: 'foreseen' })
    }
    return { due, marks }
  }
  const fills = journal
    .filter((entry) => entry.kind === 'water' && entry.body.replacedFraction >= 0.9)
    .map(({ at }) => at)
    .filter((at) => at <= now)
    .sort((a, b) => a - b)
  const waters = fills.flatMap((at, i) => {
    const next = fills[i + 1]
    const end = next ?? Math.max(now + 12 * HOUR, at + waterLife(tub))
    return end < from
      ? []
      : [
          {
            name: 'water',
            from: Math.max(from, at),
            to: Math.min(to, end),
            ended: next !== undefined,
          },
        ]
  })
  return {
    from,
    to,
    lanes: LANES.flatMap((lane) => {
      const rows = dues.filter(({ chore }) => chore.lane === lane).map(rowOf)
      return rows.length > 0 ? [{ lane, rows }] : []
    }),
    filters: filters.flatMap(({ set, stays }) =>
      stays
        .filter((stay) => stay.tubId === tubId && (stay.to ?? now) > from)
        .map((stay) => ({
          name: set.name,
          from: Math.max(from, stay.from),
          to: stay.to ?? now,
        })),
    ),
    waters,
    stays: stays
      .filter((stay) => stay.from < to)
      .map((stay) => ({ name: stay.title, from: stay.from, to: Math.min(to, stay.to) })),
  }
}
