import type { Plan, PlanStep } from '../advice/planTypes'
import type { Closure } from './closure'
import { AIRING, type Asks, gate, pouring, REPLACING } from './gate'

/** What a step of a plan asks of the gate. */
export const stepAsks = (step: PlanStep): Asks =>
  step.kind === 'add' ? pouring(step.product) : step.kind === 'aerate' ? AIRING : REPLACING

/** The plan as it may be carried out: the steps that the closures let through, and nothing to follow where one is held. */
export const gatePlan = (plan: Plan, found: readonly Closure[]): Plan => {
  const steps = plan.steps.filter((step) => gate(stepAsks(step), found).passes)
  const waits = plan.later.filter(({ product }) => gate(pouring(product), found).passes)
  if (steps.length === plan.steps.length && waits.length === plan.later.length)
    return gate(AIRING, found).passes ? plan : { ...plan, replaceable: undefined }
  return {
    ...plan,
    steps,
    later: steps.length > 0 ? waits : [],
    replaceable: gate(AIRING, found).passes ? plan.replaceable : undefined,
    // Less goes in than it was made for.
    after: steps.at(-1)?.after ?? plan.before,
  }
}
