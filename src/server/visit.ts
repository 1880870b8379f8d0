import {
  type Decisions,
  type Entry,
  endOfDay,
  type Fit,
  HOUR,
  type Instant,
  MINUTE,
  NO_DECISIONS,
  planVisit,
  readyAtOf,
  type TubAtHand,
  testedAtOf,
  type Visit,
  type VisitAsked,
} from '@/core'
import type { Store } from '@/store/database'
import { openRefill } from '@/store/refills'
import { findTub } from '@/store/tubs'
import { insertVisit, openVisit, updateVisit, type VisitRow } from '@/store/visits'
import { field, REFUSALS, visitRefusal } from '@/words/refusals'
import { type Fields, type Outcome, refused } from './form'
import { refillView } from './refillView'
import { type TubView, tubView } from './views'
import { weeklyVisits } from './visitDay'

/** A change of water is part of a visit from so long before it begins. */
const REFILL_SOON = 6 * HOUR
/** Tubs that one pair of hands may mean to see to at once. */
const MOST_TUBS = 4
const LONGEST_MINUTES = 600
const LONGEST_SAID = 120

/** Stages of a change of water that has begun or is about to. */
const stagesOf = (store: Store, view: TubView, zone: string): TubAtHand['stages'] => {
  if (!openRefill(store, view.tub.id)) return []
  const { scheduled } = refillView(store, { ...view, zone }).schedule
  const open = scheduled.filter(({ state }) => state === 'planned' || state === 'running')
  const begun = scheduled.some(({ state }) => state === 'running' || state === 'done')
  return begun || open.some(({ start }) => start < view.now + REFILL_SOON) ? open : []
}

const situationOf = (store: Store, view: TubView, { zone, airCelsius }: VisitPlace): TubAtHand => ({
  ...view.atHand,
  stages: stagesOf(store, view, zone),
  airCelsius,
})

/** Where and by whose clock a visit is looked at. */
export interface VisitPlace {
  zone: string
  airCelsius: number | undefined
}

export interface VisitView {
  row: VisitRow | undefined
  visit: Visit
  fit: Fit
  decisions: Decisions
  /** Of the tubs it goes to, in its order. */
  views: TubView[]
  /** What was written down since it began, oldest first. */
  done: { tub: number; entry: Entry }[]
  /**
   * When each tub may be used by all that is known; undefined where a test has to say so first, at `testAt`, or where more than
   * water care has to open it.
   */
  ready: { tub: number; name: string; at: Instant | undefined; testAt: Instant | undefined }[]
  /** The weekly visit after this one, where the house has a day for it. */
  next: Instant | undefined
}

/** What would be done in a visit that has not begun. */
export interface VisitDraft {
  tubs: number[]
  asked: VisitAsked
  decisions: Decisions
  /** It begins later than now. */
  start?: Instant
}

/** A visit under way at this tub, or one as it is thought of. */
export const visitView = (
  store: Store,
  tubId: number,
  now: Instant,
  {
    place,
    draft = {},
    known = [],
  }: { place: VisitPlace; draft?: Partial<VisitDraft>; known?: readonly TubView[] },
): VisitView | undefined => {
  const row = openVisit(store, tubId, now)
  const tubs = row?.tubs ?? draft.tubs ?? [tubId]
  const views = tubs.flatMap(
    (id) => known.find((view) => view.tub.id === id) ?? tubView(store, id, now) ?? [],
  )
  const [first] = views
  if (!first) return undefined
  const visits = weeklyVisits(store, now)
  const decisions = row?.decisions ?? draft.decisions ?? NO_DECISIONS
  const asked: VisitAsked = askedNow(row, now) ?? draft.asked ?? { asked: 'all' }
  const situations = views.map((view) => situationOf(store, view, place))
  const planned = (one: VisitAsked) =>
    planVisit(situations, {
      now,
      ...(row || draft.start === undefined ? {} : { start: draft.start }),
      until: endOfDay(now, first.tub.surroundings?.hoursFromUtc ?? 0),
      begun: row !== undefined,
      asked: one,
      decisions,
      visits,
    })
  const readyIn = (one: Visit) =>
    views.map((view) => {
      const today = readying(view)
      return {
        tub: view.tub.id,
        name: view.tub.name,
        testAt: testedAtOf(today, one),
        at: readyAtOf(today, one),
      }
    })
  const { visit, fit } =
    asked.asked === 'ready by' ? withTheFall(asked, planned, readyIn) : planned(asked)
  return {
    row,
    visit,
    fit,
    decisions,
    views,
    done: row ? doneSince(views, row.startedAt) : [],
    next: visits.find((at) => at > now + 12 * HOUR),
    ready: readyIn(visit),
  }
}

/** Ready by an hour means that the residual has fallen by then too: the visit ends sooner by as long as that takes. */
const withTheFall = (
  { by }: Extract<VisitAsked, { asked: 'ready by' }>,
  planned: (asked: VisitAsked) => { visit: Visit; fit: Fit },
  readyIn: (visit: Visit) => { tub: number; at: Instant | undefined }[],
): { visit: Visit; fit: Fit } => {
  const all = planned({ asked: 'all' }).visit
  const ends = (tub: number) => all.ready.find((one) => one.tub === tub)?.at ?? all.start
  const fall = Math.max(0, ...readyIn(all).map(({ tub, at }) => (at ?? 0) - ends(tub)))
  const { visit, fit } = planned({ asked: 'ready by', by: by - fall })
  return {
    visit,
    fit: fit.asked === 'ready by' ? { ...fit, by, earliest: fit.earliest + fall } : fit,
  }
}

/** Of minutes that were asked for, those that are left; a visit under way begins now, whatever its clock said. */
const askedNow = (row: VisitRow | undefined, now: Instant): VisitAsked | undefined => {
  if (row?.asked.asked !== 'minutes') return row?.asked
  const gone = Math.max(0, (now - row.startedAt) / MINUTE)
  return { asked: 'minutes', minutes: Math.max(0, Math.ceil(row.asked.minutes - gone)) }
}

const doneSince = (views: readonly TubView[], since: Instant): VisitView['done'] =>
  views
    .flatMap(({ tub, journal }) =>
      journal.filter(({ at }) => at >= since).map((entry) => ({ tub: tub.id, entry })),
    )
    .sort((a, b) => a.entry.at - b.entry.at || a.entry.id - b.entry.id)

/** What a moment of readiness of one tub is worked out of. */
const readying = (view: TubView) => ({
  ...view,
  id: view.tub.id,
  closures: view.verdict.closures,
})

const tubsIn = (store: Store, fields: Fields, tubId: number): number[] => {
  const asked = (fields.tubs ?? '').split(' ').map(Number)
  const known = [...new Set([tubId, ...asked])].filter((id) => findTub(store, id) !== undefined)
  return known.slice(0, MOST_TUBS)
}

const isKey = (key: string) => /^\d{1,9}:[\w :.-]{1,60}$/.test(key)

/** Decisions as a page sends them along; what can't be read is left out, for it asks for nothing that could hurt. */
export const decisionsIn = (text: string | undefined): Decisions => {
  try {
    const given = JSON.parse(text ?? '{}') as Partial<Decisions>
    const list = <One>(items: readonly One[] | undefined, good: (one: One) => boolean): One[] =>
      (Array.isArray(items) ? items : [])
        .filter((one) => (typeof one === 'object' ? one !== null && good(one) : good(one)))
        .slice(0, 60)
    return {
      pulled: list(given.pulled, (key) => typeof key === 'string' && isKey(key)),
      skipped: list(
        given.skipped,
        ({ key, said }) => isKey(String(key)) && typeof said === 'string',
      ),
      moved: list(
        given.moved,
        ({ key, notBefore }) => isKey(String(key)) && Number.isFinite(notBefore),
      ),
      ahead: list(given.ahead, ({ key, of }) => isKey(String(key)) && isKey(String(of))),
    }
  } catch {
    return NO_DECISIONS
  }
}

/** What was asked of the time, as a form or an address says it; an error at its field. */
export const askedIn = (
  fields: Partial<Record<'minutes' | 'by', string>>,
  now: Instant,
): { asked: VisitAsked } | { errors: Record<string, string> } => {
  if (fields.minutes !== undefined && fields.minutes !== '') {
    const minutes = Number(fields.minutes)
    return Number.isFinite(minutes) && minutes >= 0 && minutes <= LONGEST_MINUTES
      ? { asked: { asked: 'minutes', minutes: Math.round(minutes) } }
      : {
          errors: {
            minutes: field.outOfRange('Minutes', fields.minutes.slice(0, 20), {
              low: 0,
              high: LONGEST_MINUTES,
              unit: 'min',
            }),
          },
        }
  }
  if (fields.by !== undefined && fields.by !== '') {
    const by = Number(fields.by)
    return Number.isFinite(by) && by > now - 24 * HOUR && by < now + 48 * HOUR
      ? { asked: { asked: 'ready by', by } }
      : { errors: { by: visitRefusal.by } }
  }
  return { asked: { asked: 'all' } }
}

/** Where an act was put before is forgotten once it is put elsewhere. */
const withoutMoves = ({ moved, ahead }: Decisions, key: string) => ({
  moved: moved.filter((one) => one.key !== key),
  ahead: ahead.filter((one) => one.key !== key),
})

/** Begins a visit; one that is under way at any of its tubs goes on instead. */
export const startVisit = (store: Store, tubId: number, fields: Fields, now: Instant): Outcome => {
  if (!findTub(store, tubId)) return refused(fields, {}, {}, REFUSALS.noTub)
  const next = `/tubs/${tubId}/visit`
  const tubs = tubsIn(store, fields, tubId)
  if (tubs.some((id) => openVisit(store, id, now))) return { ok: true, next }
  const asked = askedIn(fields, now)
  if ('errors' in asked) return refused(fields, asked.errors)
  insertVisit(store, {
    tubs,
    asked: asked.asked,
    decisions: decisionsIn(fields.decisions),
    startedAt: now,
    changedAt: now,
  })
  return { ok: true, next }
}

export const endVisit = (store: Store, tubId: number, fields: Fields, now: Instant): Outcome => {
  const row = openVisit(store, tubId, now)
  if (!row) return refused(fields, {}, {}, visitRefusal.none)
  updateVisit(store, row.id, { endedAt: now, changedAt: now })
  return { ok: true, next: `/tubs/${tubId}/now` }
}

/**
 * One decision about a visit under way: leave an act out with a reason, bring it back, ask for one that could wait, or take the
 * whole time there is.
 */
export const decideVisit = (store: Store, tubId: number, fields: Fields, now: Instant): Outcome => {
  const row = openVisit(store, tubId, now)
  if (!row) return refused(fields, {}, {}, visitRefusal.none)
  const key = fields.key ?? ''
  if (!isKey(key)) return refused(fields, {}, {}, visitRefusal.noAct)
  const { decisions } = row
  const others = decisions.skipped.filter((one) => one.key !== key)
  const said = (fields.said ?? '').trim().slice(0, LONGEST_SAID)
  const to = (change: Partial<Decisions>): Outcome => {
    updateVisit(store, row.id, { decisions: { ...decisions, ...change }, changedAt: now })
    return { ok: true }
  }
  switch (fields.to) {
    case 'skip':
      if (said.length < 3) return refused(fields, { said: REFUSALS.whySkipped })
      return to({ skipped: [...others, { key, said }] })
    case 'back':
      return to({ skipped: others })
    case 'move': {
      const at = Number(fields.at)
      const of = fields.of ?? ''
      const { ahead, moved } = withoutMoves(decisions, key)
      if (isKey(of)) return to({ moved, ahead: [...ahead, { key, of }] })
      return Number.isFinite(at)
        ? to({ ahead, moved: [...moved, { key, notBefore: at }] })
        : refused(fields, {}, {}, visitRefusal.noAct)
    }
    case 'pull':
      return to({ skipped: others, pulled: [...new Set([...decisions.pulled, key])] })
    default:
      return refused(fields, {}, {}, visitRefusal.noAct)
  }
}
