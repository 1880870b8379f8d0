import { bathersIn } from '../advice/dosingCycle'
import type { Estimate } from '../estimate/estimate'
import { closedDownSince } from '../journal/closedDown'
import { type Entry, inOrder } from '../journal/entry'
import type { StartStepId } from '../journal/startStepId'
import { startUpOwning } from '../routine/startUp'
import { HOUR, type Instant } from '../time'
import type { Tub } from '../tub/tub'
import type { Closure, Situation } from './closure'
import { CLOSURE_CODES, type ClosureCode, closureRow } from './closureTable'
import { contradictions } from './contradictions'
import { clarity, complaint, filtersOutSince, happenings, heat } from './happenings'
import { readings } from './outOfLimits'
import { untested } from './untested'

/** A start-up somebody is at: its steps up to the first residual keep people out, for so long after the fill. */
const START_UP_HOURS = 96
/** Later steps let people in while the water reads right: common practice. */
const USABLE_STEPS: ReadonlySet<StartStepId> = new Set<StartStepId>([
  'residual',
  'held a day',
  'cell at zero',
  'cell on',
  'feeder',
  'floater',
])
const startUp = ({ tub, estimate, past, now }: Situation): Closure[] => {
  const { filledAt } = estimate
  if (filledAt === undefined || now - filledAt > START_UP_HOURS * HOUR) return []
  const step = startUpOwning(tub, past, estimate)
  const begun = past.some(({ kind, at }) => kind === 'start' && at >= filledAt)
  if (!step || !begun || USABLE_STEPS.has(step.id)) return []
  return [
    {
      code: 'start-up unfinished',
      step: step.id,
      since: filledAt,
      until: null,
      lift: { by: 'start-up' },
    },
  ]
}

/** What the house knows of a tub beside its own journal. */
export interface House {
  /** Since when none of its filter sets is in it. */
  noFilter?: Instant | undefined
}

/**
 * Every reason why nobody may get in at `now`, the gravest first; none where they may. The only source of that: whoever tells
 * people yes or no, or when, asks here. What each limit rests on stands beside it in programmes/programme.ts.
 * @param estimate of this tub and this journal, at the moment that is asked about
 */
export const closures = (
  tub: Tub,
  journal: readonly Entry[],
  estimate: Estimate,
  { noFilter }: House = {},
): Closure[] => {
  const now = estimate.at
  const past = inOrder(journal.filter(({ at }) => at <= now))
  const situation: Situation = {
    tub,
    estimate,
    past,
    now,
    filledAt: estimate.filledAt ?? Number.NEGATIVE_INFINITY,
  }
  const found: Closure[] = [
    ...happenings(situation),
    ...heat(situation),
    ...untested(situation),
    ...clarity(situation),
    ...complaint(situation),
    ...readings(situation),
    ...contradictions(situation),
    ...startUp(situation),
  ]
  const bathers = bathersIn(past, now)
  if (bathers)
    found.push({
      code: 'people in',
      people: bathers.people,
      since: now,
      until: bathers.until,
      lift: { by: 'wait' },
    })
  const out = [noFilter, filtersOutSince(past)].filter((at) => at !== undefined)
  if (out.length > 0)
    found.push({
      code: 'no filter',
      since: Math.min(...out),
      until: null,
      lift: { by: 'filter in' },
    })
  const rank = (code: ClosureCode) => CLOSURE_CODES.indexOf(code)
  const emptySince = closedDownSince(past)
  if (emptySince !== undefined)
    return [
      ...found.filter(({ code }) => closureRow(code).withoutWater),
      {
        code: 'closed down' as const,
        since: emptySince,
        until: null,
        lift: { by: 'opening' as const },
      },
    ].toSorted((a, b) => rank(a.code) - rank(b.code))
  return found.toSorted((a, b) => rank(a.code) - rank(b.code))
}
