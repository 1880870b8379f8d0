import type { WaterLifeTrajectory } from '../estimate/trajectory'
import { type Entry, isKind } from '../journal/entry'
import { loadOf } from '../journal/load'
import type { ProductName } from '../products/product'
import type { Quantity } from '../testing/quantity'
import { DAY, type Instant } from '../time'
import type { Tub } from '../tub/tub'
import {
  acidOf,
  BEHAVIOURS,
  type Behaviour,
  climbsOf,
  demandsOf,
  lossesOf,
  lossPerDay,
} from './rates'
import {
  changeIn,
  differenceByChance,
  LEAST_STRETCHES,
  meanOf,
  type Rated,
  type RateMean,
} from './statistics'

/** Something else that differs between two times, and may be why. */
export type Why =
  | { kind: 'quantity'; quantity: Quantity; before: number; after: number }
  | { kind: 'jets'; before: number; after: number }
  | { kind: 'use'; before: number; after: number }
  | { kind: 'product'; product: ProductName; since: Instant }
  | { kind: 'climb'; before: number; after: number }

export interface Finding {
  measure: Behaviour
  before: RateMean
  after: RateMean
  /** When it changed; to within a stretch or two. */
  since: Instant
  /** It came with this water. */
  withWater: boolean
  /** That it came about by itself, all that was looked at counted. */
  chance: number
  why: Why | undefined
  /** What changed too, but only afterwards. */
  notWhy: Why | undefined
}

export interface Comparison {
  measure: Behaviour
  here: RateMean | undefined
  last: RateMean | undefined
  verdict: 'differs' | 'no difference' | 'too few'
}

export interface TrendFindings {
  /** The surest change; undefined where none passes the threshold. */
  finding: Finding | undefined
  comparisons: Comparison[]
  /** Measures in which enough was read to see a change at all. */
  lookedAt: readonly Behaviour[]
}

/** A change is told where it would come about by itself three times in a hundred, all that was looked at together. */
const CHANCE_TOLD = 0.03
/** Smaller ones are of no use to anybody, however sure. */
const LEAST_RATIO = 1.2

const mean = (values: readonly number[]) =>
  values.length > 0 ? values.reduce((a, b) => a + b, 0) / values.length : undefined

interface Span {
  from: Instant
  to: Instant
}
const within =
  ({ from, to }: Span) =>
  ({ at }: { at: Instant }) =>
    at >= from && at < to

const readIn = (journal: readonly Entry[], quantity: Quantity, span: Span) =>
  mean(
    journal
      .filter(isKind('test'))
      .filter(within(span))
      .flatMap(({ body }) => body.readings[quantity] ?? []),
  )

const perDay = (journal: readonly Entry[], span: Span, of: (entry: Entry) => number) =>
  journal.filter(within(span)).reduce((sum, entry) => sum + of(entry), 0) /
  Math.max(1, (span.to - span.from) / DAY)

const jetMinutes = (entry: Entry) => (entry.kind === 'aeration' ? entry.body.minutes : 0)
const personHours = (entry: Entry) => (entry.kind === 'soak' ? loadOf(entry.body) : 0)

/** How far a quantity has to move to matter, and which way it moves each measure; from the chemistry, or common practice. */
const MOVED_BY: Record<Behaviour, readonly (readonly [Quantity, number, 1 | -1])[]> = {
  // More bicarbonate holds more carbon dioxide to lose.
  climb: [
    ['totalAlkalinity', 12, 1],
    ['temperature', 2, 1],
    ['borate', 12, -1],
  ],
  loss: [
    ['cyanuricAcid', 12, -1],
    ['temperature', 2, 1],
    ['totalChlorine', 0.5, 1],
  ],
  demand: [['totalChlorine', 0.5, 1]],
  acid: [['totalAlkalinity', 12, 1]],
}

const CHLORINES: readonly ProductName[] = [
  'sodium hypochlorite',
  'sodium dichlor dihydrate',
  'calcium hypochlorite',
]

/** A chlorine that was hardly used before a time and mostly after it, and since when. */
const switched = (journal: readonly Entry[], span: Span): Why | undefined => {
  const doses = journal
    .filter(isKind('dose'))
    .filter(within(span))
    .filter(({ body }) => CHLORINES.includes(body.product))
    .toSorted((a, b) => a.at - b.at)
  const last = doses.at(-1)
  if (!last) return undefined
  const { product } = last.body
  const before = doses.findLastIndex(({ body }) => body.product !== product)
  const first = doses[before + 1]
  return before >= 2 && first && doses.length - before >= 4
    ? { kind: 'product', product, since: first.at }
    : undefined
}

/** Every other thing that may move a measure and differs between two times, the likeliest first. */
const candidates = (
  measure: Behaviour,
  rise: boolean,
  journal: readonly Entry[],
  { before, after }: { before: Span; after: Span },
): Why[] => {
  const found: Why[] = []
  for (const [quantity, least, way] of MOVED_BY[measure]) {
    const [was, is] = [readIn(journal, quantity, before), readIn(journal, quantity, after)]
    if (was === undefined || is === undefined) continue
    const moved = (is - was) * way
    if (rise ? moved >= least : moved <= -least)
      found.push({ kind: 'quantity', quantity, before: was, after: is })
  }
  if (measure === 'climb' || measure === 'acid') {
    const [was, is] = [perDay(journal, before, jetMinutes), perDay(journal, after, jetMinutes)]
    if (rise ? is > 1.5 * was + 2 : was > 1.5 * is + 2)
      found.push({ kind: 'jets', before: was, after: is })
  }
  const [used, use] = [perDay(journal, before, personHours), perDay(journal, after, personHours)]
  if (measure !== 'demand' && (rise ? use > 1.4 * used + 0.1 : used > 1.4 * use + 0.1))
    found.push({ kind: 'use', before: used, after: use })
  return found
}

const spanOf = (rates: readonly Rated[], edge: Instant, first: boolean): Span => {
  const from = rates[0]?.at ?? edge
  const to = rates.at(-1)?.at ?? edge
  return first ? { from: from - 5 * DAY, to: edge } : { from: edge, to: to + 5 * DAY }
}

/** pH may fall by itself; none of the others can be less than nothing. */
const possible = <Mean extends RateMean | undefined>(measure: Behaviour, rate: Mean): Mean =>
  rate && measure !== 'climb'
    ? {
        ...rate,
        mean: Math.max(0, rate.mean),
        low: Math.max(0, rate.low),
        high: Math.max(0, rate.high),
      }
    : rate

interface Found extends Omit<Finding, 'why' | 'notWhy'> {
  groups: readonly [Rated[], Rated[]]
}

const ratio = (a: number, b: number) => {
  const [low, high] = [Math.min(Math.abs(a), Math.abs(b)), Math.max(Math.abs(a), Math.abs(b))]
  return a * b <= 0 ? Number.POSITIVE_INFINITY : high / low
}

const foundIn = (
  measure: Behaviour,
  { before, after }: { before: Rated[]; after: Rated[] },
  chance: number,
  water: Instant | undefined,
): Found | undefined => {
  const [was, is] = [meanOf(before), meanOf(after)]
  if (!was || !is || chance >= CHANCE_TOLD || ratio(was.mean, is.mean) < LEAST_RATIO)
    return undefined
  const [last, next] = [before.at(-1)?.at ?? 0, after[0]?.at ?? 0]
  return {
    measure,
    before: was,
    after: is,
    since: water ?? (last + next) / 2,
    withWater: water !== undefined,
    chance,
    groups: [before, after],
  }
}

/** All rates of one life of the water; `perDay` is the loss that the demand is estimated beside. */
const ratesOfLife = (
  tub: Tub,
  life: WaterLifeTrajectory,
  journal: readonly Entry[],
  { now, perDay }: { now: Instant; perDay: number },
): Record<Behaviour, Rated[]> => ({
  climb: climbsOf(life),
  loss: lossesOf(tub, life),
  demand: demandsOf(tub, life, perDay),
  acid: acidOf(
    life,
    journal.filter(isKind('dose')).map(({ at, body }) => ({ at, ...body })),
    now,
  ),
})

/**
 * What changed in how a tub behaves: this water against the last one, and within the two of them. Nothing is told that would come about by itself
 * more than three times in a hundred, counting every measure that was looked at.
 * @param lives oldest first; the last is the water in the tub
 */
export const findingsOf = (
  tub: Tub,
  lives: readonly WaterLifeTrajectory[],
  journal: readonly Entry[],
  now: Instant,
): TrendFindings => {
  const here = lives.at(-1)
  const before = lives.at(-2)
  if (!here) return { finding: undefined, comparisons: [], lookedAt: [] }
  const quiet = [before, here].flatMap((life) => (life ? lossesOf(tub, life) : []))
  const at = { now, perDay: lossPerDay(tub, quiet) }
  const own = ratesOfLife(tub, here, journal, at)
  const theirs = before && ratesOfLife(tub, before, journal, at)
  const looks: { measure: Behaviour; scan: Rated[]; then: Rated[]; now: Rated[] }[] = []
  for (const measure of BEHAVIOURS) {
    const [then, now] = [theirs?.[measure] ?? [], own[measure]]
    const scan = [...then, ...now]
    if (scan.length >= 2 * LEAST_STRETCHES) looks.push({ measure, scan, then, now })
  }
  // Every measure that is looked at has its chance to seem changed.
  const compared = new Map<Behaviour, number>()
  const found = looks.flatMap(({ measure, scan, then, now }) => {
    const byWater = differenceByChance(then, now) * looks.length
    if (then.length >= LEAST_STRETCHES && now.length >= LEAST_STRETCHES)
      compared.set(measure, byWater)
    const water = foundIn(measure, { before: then, after: now }, byWater, here.from)
    const change = changeIn(scan)
    const between =
      change &&
      foundIn(
        measure,
        { before: change.before, after: change.after },
        change.chance * looks.length,
        undefined,
      )
    // A split well within a water fits better than its refill does, or it would not be the farthest.
    const elsewhere = between && Math.abs(between.groups[0].length - then.length) > 2
    const one = elsewhere ? between : (water ?? between)
    return one ? [one] : []
  })
  const strongest = found.toSorted(
    (a, b) =>
      a.chance - b.chance ||
      ratio(b.before.mean, b.after.mean) - ratio(a.before.mean, a.after.mean),
  )[0]
  const comparisons = BEHAVIOURS.flatMap((measure): Comparison[] => {
    const [is, was] = [meanOf(own[measure]), meanOf(theirs?.[measure] ?? [])]
    if (!is && !was) return []
    const chance = compared.get(measure)
    return [
      {
        measure,
        here: is,
        last: was,
        verdict:
          chance === undefined ? 'too few' : chance < CHANCE_TOLD ? 'differs' : 'no difference',
      },
    ]
  })
  return {
    finding: strongest && withReason(strongest, journal, own, theirs),
    comparisons,
    lookedAt: BEHAVIOURS.filter((measure) => looks.some((look) => look.measure === measure)),
  }
}

const withReason = (
  { groups, ...found }: Found,
  journal: readonly Entry[],
  own: Record<Behaviour, Rated[]>,
  theirs: Record<Behaviour, Rated[]> | undefined,
): Finding => {
  const { measure, since } = found
  const before = spanOf(groups[0], since, true)
  const after = spanOf(groups[1], since, false)
  const rise = found.after.mean > found.before.mean
  const reasons = candidates(measure, rise, journal, { before, after })
  if (measure === 'acid' && found.withWater && theirs) {
    const [was, is] = [meanOf(theirs.climb), meanOf(own.climb)]
    if (was && is && (rise ? is.mean > 1.2 * was.mean : was.mean > 1.2 * is.mean))
      reasons.unshift({ kind: 'climb', before: was.mean, after: is.mean })
  }
  const other = switched(journal, { from: before.from, to: after.to })
  const late = other?.kind === 'product' && other.since > since + 5 * DAY
  const atOnce =
    other?.kind === 'product' &&
    !late &&
    Math.abs(other.since - since) <= 7 * DAY &&
    measure !== 'acid'
  return {
    ...found,
    before: possible(measure, found.before),
    after: possible(measure, found.after),
    why: reasons[0] ?? (atOnce ? other : undefined),
    notWhy: late ? other : undefined,
  }
}
