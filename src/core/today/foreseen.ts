import type { Plan, PlanOptions } from '../advice/plan'
import type { Schedule } from '../advice/schedule'
import type { Ahead } from '../estimate/forecast'
import type { DoseBody } from '../journal/kinds/dose'
import type { SoakLoad } from '../journal/load'
import type { ProductName } from '../products/product'
import type { Instant } from '../time'

/** A step of the plan as it will be logged: of the pack that it was planned with. */
export const plannedDose = (
  shelf: PlanOptions['shelf'],
  { product, grams }: { product: ProductName; grams: number },
): DoseBody => {
  const strength = shelf?.find((item) => item.product === product)?.strength
  return { product, grams, ...(strength ? { strength } : {}) }
}

/** What is to come if all is done that is asked: the plan's doses and air at their times, and the planned soaks. */
export const toCome = ({
  now,
  plan,
  schedule,
  plannedSoaks,
  shelf,
}: {
  now: Instant
  plan: Plan
  schedule: Schedule
  plannedSoaks: readonly { at: Instant; load: SoakLoad }[]
  shelf: PlanOptions['shelf']
}): Ahead[] => [
  ...plannedSoaks.map(({ at, load }) => ({ at, kind: 'soak' as const, body: load })),
  ...plan.steps.flatMap((step, i): Ahead[] => {
    const at = schedule.starts[i] ?? now
    if (step.kind === 'add') return [{ id: 0, at, kind: 'dose', body: plannedDose(shelf, step) }]
    return step.kind === 'aerate'
      ? [{ id: 0, at, kind: 'aeration', body: { minutes: step.minutes } }]
      : []
  }),
]
