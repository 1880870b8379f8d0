import type { StageId } from '../journal/stageId'
import { DAY, type Instant, MINUTE } from '../time'
import type { Stage } from './stages'

export interface Blocked {
  from: Instant
  to: Instant
}

/** What has happened of a stage. */
export interface StageProgress {
  begunAt?: Instant
  doneAt?: Instant
  skipped?: boolean
}

export interface ScheduledStage {
  stage: Stage
  start: Instant
  /** End of the part by hand. */
  handsEnd: Instant
  end: Instant
  state: 'planned' | 'running' | 'done' | 'skipped'
  /** It begins later than it was pinned to. */
  late: boolean
}

export interface RefillSchedule {
  start: Instant
  ready: Instant
  scheduled: ScheduledStage[]
}

export interface Constraints {
  /** Hours without a free hand, in order. */
  blocked: readonly Blocked[]
  pins: Partial<Record<StageId, Instant>>
  happened: Partial<Record<StageId, StageProgress>>
  now: Instant
}

/** After so long without a free hour a stage is put down in any case. */
const FARTHEST = 30 * DAY

/** The first moment from `from` at which one pair of hands is free for so long. */
const freeFrom = (
  from: Instant,
  length: number,
  blocked: readonly Blocked[],
  busy: readonly Blocked[],
): Instant => {
  let at = from
  for (let moved = true; moved && at < from + FARTHEST; ) {
    moved = false
    for (const list of [blocked, busy])
      for (const one of list)
        if (at < one.to && at + length > one.from) {
          at = one.to
          moved = true
        }
  }
  return at
}

/**
 * Every stage as soon as what it needs is over, hands one thing at a time and only when they are free; what runs alone overlaps.
 * What has happened keeps its real times; the rest moves.
 */
export const scheduleForward = (
  stages: readonly Stage[],
  start: Instant,
  { blocked, pins, happened, now }: Constraints,
): RefillSchedule => {
  const ends = new Map<StageId, Instant>()
  const busy: Blocked[] = []
  const placed: ScheduledStage[] = []
  const begun = Object.values(happened).some((one) => one.begunAt !== undefined || one.doneAt)
  for (const stage of stages) {
    const real = happened[stage.id] ?? {}
    const hands = stage.handsMinutes * MINUTE
    const length = hands + stage.aloneMinutes * MINUTE
    if (real.skipped) {
      const at = Math.max(start, ...stage.needs.map((need) => ends.get(need) ?? start))
      ends.set(stage.id, at)
      placed.push({ stage, start: at, handsEnd: at, end: at, state: 'skipped', late: false })
      continue
    }
    if (real.doneAt !== undefined) {
      const from = Math.min(real.begunAt ?? real.doneAt - length, real.doneAt)
      ends.set(stage.id, real.doneAt)
      placed.push({
        stage,
        start: from,
        handsEnd: Math.min(real.doneAt, from + hands),
        end: real.doneAt,
        state: 'done',
        late: false,
      })
      continue
    }
    if (real.begunAt !== undefined) {
      const end = Math.max(now, real.begunAt + length)
      ends.set(stage.id, end)
      placed.push({
        stage,
        start: real.begunAt,
        handsEnd: Math.min(end, real.begunAt + hands),
        end,
        state: 'running',
        late: false,
      })
      continue
    }
    const needed = Math.max(start, ...stage.needs.map((need) => ends.get(need) ?? start))
    // Once the day has begun nothing can be planned into its past.
    const earliest = begun ? Math.max(needed, now) : needed
    const pin = pins[stage.id]
    const wanted = pin === undefined ? earliest : Math.max(earliest, pin)
    const at = hands > 0 ? freeFrom(wanted, hands, blocked, busy) : wanted
    if (hands > 0) busy.push({ from: at, to: at + hands })
    ends.set(stage.id, at + length)
    placed.push({
      stage,
      start: at,
      handsEnd: at + hands,
      end: at + length,
      state: 'planned',
      late: pin !== undefined && at > pin + MINUTE,
    })
  }
  return {
    start: Math.min(...placed.filter(({ state }) => state !== 'skipped').map((one) => one.start)),
    ready: Math.max(start, ...placed.map(({ end }) => end)),
    scheduled: placed,
  }
}

const QUARTER = 15 * MINUTE
/** How far back a start is looked for. */
const BACK = 21 * DAY

/**
 * The latest quarter of an hour at which it can be begun so that it is ready by then; undefined where that has passed. By the same
 * forward schedule, so that counted back and counted forward are one.
 */
export const countedBack = (
  stages: readonly Stage[],
  readyBy: Instant,
  constraints: Constraints,
): RefillSchedule | undefined => {
  const least = Math.max(...stages.map((one) => one.aloneMinutes)) * MINUTE
  const last = Math.floor((readyBy - least) / QUARTER) * QUARTER
  for (
    let start = last;
    start >= Math.max(constraints.now - QUARTER, readyBy - BACK);
    start -= QUARTER
  ) {
    const schedule = scheduleForward(stages, start, constraints)
    if (schedule.ready <= readyBy) return schedule
  }
  return undefined
}
