import {
  closedDownSince,
  type Entry,
  findingsOf,
  type Instant,
  LONGEST_WITH_LINES,
  livesOf,
  MINUTE,
  notAhead,
  type TrendFindings,
  type Trends,
  type Tub,
  trajectoryOf,
  trendsOf,
  type WaterLifeEntries,
  type WaterLifeTrajectory,
} from '@/core'
import { keptBeside, type Store } from '@/store/database'
import type { TubView } from './views'

interface KnownLife {
  key: string
  now: Instant
  trajectory: WaterLifeTrajectory
}

/** What a life's trajectory depends on: its entries, each of which has a number of its own, and the tub. */
const keyOf = ({ from, to, entries }: WaterLifeEntries, tub: Tub) => {
  let sum = 0
  for (const { id, at } of entries) sum = (Math.imul(sum, 31) + id + (at % 1e9)) | 0
  return JSON.stringify([
    from,
    to,
    entries.length,
    sum,
    tub.programme,
    tub.volumeLitres,
    tub.fillWater,
    tub.setTemperatureCelsius,
    // Rates that are learnt move a little with every reading.
    tub.learnt?.lossPerHour.mean.toPrecision(2),
    tub.learnt?.demandGramsPerPersonHour.mean.toPrecision(2),
  ])
}

/** The water in the tub goes on by itself: what was made of it so long ago lacks less than a step of its line. */
const GOOD_FOR = 3_600_000

/** Waters that are over change no more: theirs are kept, and that of the water in the tub for an hour. */
const trajectories = (
  store: Store,
  tub: Tub & { id: number },
  lives: readonly WaterLifeEntries[],
  now: Instant,
): WaterLifeTrajectory[] => {
  const known = keptBeside(store, 'lives', () => new Map<string, KnownLife>())
  return lives.map((life) => {
    const place = `${tub.id} ${life.from}`
    const key = keyOf(life, tub)
    const kept = known.get(place)
    const good = life.to !== undefined || (kept && now >= kept.now && now - kept.now < GOOD_FOR)
    if (kept?.key === key && good) return kept.trajectory
    const trajectory = trajectoryOf(tub, life, now)
    known.set(place, { key, now, trajectory })
    return trajectory
  })
}

/** A journal's waters, by the list that they were cut from, which is the same until something is written. */
const cut = new WeakMap<readonly Entry[], WaterLifeEntries[]>()

/** A tub that stands empty has had no water since. */
const untilDrained = (lives: WaterLifeEntries[], past: readonly Entry[]): WaterLifeEntries[] => {
  const since = closedDownSince(past)
  return since === undefined
    ? lives
    : lives.map((life) => (life.to === undefined ? { ...life, to: since } : life))
}

const livesIn = (journal: readonly Entry[], now: Instant): WaterLifeEntries[] => {
  if (journal.some(({ at }) => at > now))
    return untilDrained(livesOf(journal, now), notAhead(journal, now))
  const known = cut.get(journal) ?? untilDrained(livesOf(journal, now), journal)
  cut.set(journal, known)
  return known
}

export const RANGES = ['2 weeks', '3 months', 'water', 'all'] as const
export type TrendRange = (typeof RANGES)[number]

const WEEKS_2 = 14 * 86_400_000
const MONTHS_3 = 91 * 86_400_000

/** From when a range goes: at least a day, so that the first reading has a place. */
export const rangeStart = (
  range: TrendRange,
  {
    journal,
    filledAt,
    now,
  }: { journal: readonly Entry[]; filledAt?: Instant | undefined; now: Instant },
): Instant => {
  const oldest = journal.at(-1)?.at ?? now
  const from = {
    '2 weeks': now - WEEKS_2,
    '3 months': now - MONTHS_3,
    water: filledAt ?? oldest,
    all: oldest,
  }[range]
  return Math.min(Math.max(from, oldest), now - 86_400_000)
}

/** The picture of one time of a tub, by its whole journal. Its last point is what every other place says of now. */
export const trendsBetween = (
  store: Store,
  {
    tub,
    journal,
    written,
    estimate,
    now,
  }: Pick<TubView, 'tub' | 'journal' | 'written' | 'estimate' | 'now'>,
  { from, to }: { from: Instant; to: Instant },
): Trends => {
  const past = written.filter(({ at }) => at <= now)
  const all = livesIn(written, now)
  const within = all.filter((life) => life.from <= to && (life.to ?? now) >= from)
  const drawn =
    to - from > LONGEST_WITH_LINES
      ? within.map((life) => ({ from: life.from, to: life.to, points: [], carried: [] }))
      : trajectories(store, tub, within, now)
  const last = drawn.at(-1)
  if (last && last.to === undefined && last.points.length > 0 && journal.length > 0) {
    const known = Object.fromEntries(
      Object.entries(last.points.at(-1)?.known ?? {}).map(([quantity, before]) => {
        const own = estimate.quantities[quantity as keyof typeof estimate.quantities]
        return [quantity, own ? ([own.value, own.standardDeviation] as const) : before]
      }),
    )
    // Its times travel in minutes: nothing else is said of this one.
    const before = last.points.filter(({ at }) => at < now - MINUTE)
    drawn[drawn.length - 1] = { ...last, points: [...before, { at: now, known }] }
  }
  return trendsOf(tub, past, drawn, { from, to })
}

/** Kept with the journal they were found in, which is the same list until something is written. */
const kept = new WeakMap<readonly Entry[], { now: Instant; findings: TrendFindings }>()

/** What changed between the last water and this one, and within them. */
export const findingsFor = (
  store: Store,
  { tub, written, now }: Pick<TubView, 'tub' | 'written' | 'now'>,
): TrendFindings => {
  const known = kept.get(written)
  if (known && now >= known.now && now - known.now < GOOD_FOR) return known.findings
  const lives = livesIn(written, now).slice(-2)
  const from = lives[0]?.from ?? now
  const findings = findingsOf(
    tub,
    trajectories(store, tub, lives, now),
    written.filter(({ at }) => at >= from && at <= now),
    now,
  )
  kept.set(written, { now, findings })
  return findings
}
