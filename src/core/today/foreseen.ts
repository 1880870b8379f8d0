import type { Plan, PlanOptions } from '../advice/plan'
import type { Schedule } from '../advice/schedule'
import type { ForecastPoint } from '../estimate/forecast'
import type { Ensemble } from '../estimate/learning/ensembleState'
import type { TubNow } from '../estimate/learning/estimateNow'
import { type Ahead, fanOf } from '../estimate/learning/learnt'
import {
  deviationOf,
  ENOUGH_READINGS,
  startingFrom,
} from '../estimate/learning/mergeLearnedEstimate'
import type { DoseBody } from '../journal/entry'
import type { SoakLoad } from '../journal/load'
import type { ProductName } from '../products/product'
import type { Instant } from '../time'
import type { Tub } from '../tub/tub'

/** A step of the plan as it will be logged: of the pack that it was planned with. */
export const plannedDose = (
  shelf: PlanOptions['shelf'],
  { product, grams }: { product: ProductName; grams: number },
): DoseBody => {
  const strength = shelf?.find((item) => item.product === product)?.strength
  return { product, grams, ...(strength ? { strength } : {}) }
}

const HOURS_AHEAD = 48

/** The residual of the next two days with the plan carried out, by what this tub has taught; undefined while it has taught little. */
export const foreseenWith = ({
  tub,
  estimate,
  learnt,
  now,
  plan,
  schedule,
  plannedSoaks,
  ensemble,
  shelf,
}: TubNow<Tub> & {
  now: Instant
  plan: Plan
  schedule: Schedule
  plannedSoaks: readonly { at: Instant; load: SoakLoad }[]
  ensemble: Ensemble
  shelf: PlanOptions['shelf']
}): ForecastPoint[] | undefined => {
  if (learnt.readings < ENOUGH_READINGS || learnt.now.pH === undefined) return undefined
  const ahead: Ahead[] = [
    ...plannedSoaks.map(({ at, load }) => ({ at, kind: 'soak' as const, body: load })),
    ...plan.steps.flatMap((step, i): Ahead[] =>
      step.kind === 'add'
        ? [{ id: 0, at: schedule.starts[i] ?? now, kind: 'dose', body: plannedDose(shelf, step) }]
        : [],
    ),
  ]
  const [residual] = fanOf(
    startingFrom(ensemble, tub, estimate),
    tub,
    ahead,
    tub.targets.sanitizer.low,
    { hours: HOURS_AHEAD, stepHours: 1, follows: 'residual' },
  )
  return residual?.points.map((point) => ({
    at: point.at,
    value: point.median,
    standardDeviation: deviationOf(point),
  }))
}
