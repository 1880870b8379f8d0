import type { Plan } from '../advice/planTypes'
import type { Estimate } from '../estimate/estimate'
import type { ForecastPoint } from '../estimate/forecast'
import { FARTHEST_HOURS, fallsTo } from '../estimate/forecast'
import { stillStands } from '../estimate/mayStand'
import { quantityOf } from '../estimate/testedWater'
import { keepOutAbove, programmeOf } from '../programmes/programme'
import { QUANTITY } from '../testing/quantity'
import { HOUR, type Instant } from '../time'
import { phLimits, residualFloor } from '../tub/targetsNow'
import type { Tub } from '../tub/tub'
import { type Closure, SLACK, waterCareOpens } from './closure'

/**
 * How a moment ahead stands: `ready` as a yes or a probably of today would; `test first`: the residual should do, but no test is
 * fresh enough; `above` and `below` its limits; `closed` by what neither dosing nor testing opens.
 */
export type ReadyAhead = 'ready' | 'test first' | 'above' | 'below' | 'closed'

export interface Outlook {
  /** From when on a test shows it: now, where nothing is shut, else when the plan's own test is due. */
  openFrom: Instant
  /** That test, on which the hours after it rest. */
  testedAt: Instant
  closed: Closure | undefined
}

/**
 * @param retestAt when the plan's own test is due; undefined where there is no plan, so that nothing opens without one asked for
 */
export const outlookOf = (
  tub: Tub,
  estimate: Estimate,
  found: readonly Closure[],
  retestAt: Instant | undefined,
): Outlook => {
  const { sanitizer } = programmeOf(tub.programme)
  const closed = found.find((one) => !waterCareOpens(one) && one.until === null)
  const open = found.length === 0
  return {
    openFrom: open
      ? estimate.at
      : Math.max(retestAt ?? Number.POSITIVE_INFINITY, ...found.map(({ until }) => until ?? 0)),
    testedAt: open
      ? (estimate.quantities[sanitizer].lastReading?.at ?? estimate.at)
      : (retestAt ?? estimate.at),
    closed,
  }
}

/** The same limits as the closures' own, at a moment of the forecast; it never says more than they would. */
export const aheadAt = (
  tub: Tub,
  estimate: Estimate,
  point: ForecastPoint,
  { openFrom, testedAt, closed }: Outlook,
): ReadyAhead => {
  if (closed) return 'closed'
  const { sanitizer } = programmeOf(tub.programme)
  const floor = residualFloor(tub, estimate.reading.cyanuricAcidPpm)
  if (point.value > keepOutAbove(tub) + 0.05) return 'above'
  if (point.value < floor - 0.05) return 'below'
  const stands = stillStands(point.low, floor)
  const fresh = (point.at - testedAt) / HOUR <= QUANTITY[sanitizer].staleAfterHours
  return stands && fresh && point.at >= openFrom ? 'ready' : 'test first'
}

/** The residual so many hours ahead; undefined where nothing fresh enough was read. */
export type Foreseen = (hours?: number) => readonly ForecastPoint[] | undefined

/** Whether what goes in takes the sanitizer past what lets people in: by the forecast, where there is one. */
export const highAtFirst = (tub: Tub, plan: Plan, foreseen: Foreseen): boolean => {
  const { sanitizer } = programmeOf(tub.programme)
  const limit = keepOutAbove(tub) + SLACK.residual
  if (quantityOf(plan.after, sanitizer) <= limit) return false
  return foreseen()?.some(({ value }) => value > limit) ?? true
}

/** So much of a dose has to be left once bathers' demand is met, for a promise to hold. Assumed. */
const LEFT_SHARE = 0.15

/** What is gone again before anybody was in for so long is no promise. Assumed. */
const LASTS = HOUR / 2

/**
 * When a plan's last wait is over and what it leaves of the sanitizer has fallen to what lets people in; undefined where the plan
 * leaves too little, or nothing brings it down by itself within two weeks. A test then decides.
 * @param mixedAt when the plan's last wait is over
 * @param notBefore until when something else holds: what has fallen too low by then is not promised
 * @param foreseen the residual ahead with the plan carried out
 * @param pHAt pH at a moment ahead with it
 */
export const planReadyAt = (
  tub: Tub,
  estimate: Estimate,
  plan: Plan,
  {
    mixedAt,
    notBefore,
    foreseen,
    pHAt,
  }: {
    mixedAt: Instant
    notBefore: Instant
    foreseen: Foreseen
    pHAt: (at: Instant) => number | undefined
  },
): Instant | undefined => {
  const { sanitizer } = programmeOf(tub.programme)
  const peak = quantityOf(plan.after, sanitizer)
  // What it leaves shut no wait opens: a step was left out, or one go can't do it.
  const floor = residualFloor(tub, plan.after.cyanuricAcidPpm) - SLACK.residual
  if (peak < floor) return undefined
  // What bathers left takes nearly all of it before long.
  if (peak - estimate.outstandingDemandPpm < LEFT_SHARE * peak) return undefined
  const { low, high } = phLimits(tub)
  const inLimits = (pH: number) => pH >= low - SLACK.pH && pH <= high + SLACK.pH
  if (!inLimits(plan.after.pH)) return undefined
  const falls = highAtFirst(tub, plan, foreseen)
  // To the limit itself: what is promised may come out a little higher.
  const down = (points: readonly ForecastPoint[]) =>
    fallsTo(
      points.filter(({ at }) => at >= mixedAt),
      keepOutAbove(tub),
    )
  const near = foreseen() ?? []
  // Two weeks cost more than twice as much as two days, and are seldom asked for.
  const points =
    near.length > 0 && (!falls || down(near) !== undefined)
      ? near
      : (foreseen(FARTHEST_HOURS) ?? [])
  const fallen = falls ? down(points) : mixedAt
  if (fallen === undefined) return undefined
  const fit = Math.max(fallen, notBefore)
  // From the last point before it on: an hour may lie between two of them.
  const gone = fallsTo(
    points.filter(({ at }, i) => at >= fit || (points[i + 1]?.at ?? at) > fit),
    floor,
  )
  if (gone !== undefined && gone < fit + LASTS) return undefined
  const pH = pHAt(fit)
  return pH === undefined || inLimits(pH) ? fit : undefined
}
