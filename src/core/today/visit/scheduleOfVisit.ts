import type { PlanStep } from '../../advice/planTypes'
import type { Schedule } from '../../advice/schedule'
import type { Visit } from './visitTypes'

/**
 * When the steps of a plan begin and when they are tested, by the visit they are part of: work with the power off, looks and hands
 * included. The waits are the products' own, so they stay. A visit that leaves a step out changes nothing.
 */
export const scheduleOfVisit = (
  { acts }: Visit,
  steps: readonly PlanStep[],
  alone: Schedule,
): Schedule => {
  const starts = steps.flatMap((step) =>
    acts.filter(({ what }) => what.kind === 'dose' && what.dose === step).map(({ start }) => start),
  )
  const retest = acts.find(({ what }) => what.kind === 'test' && what.retest)
  if (starts.length !== steps.length || steps.length === 0) return alone
  const mixedAt = acts
    .filter(({ what }) => what.kind === 'dose')
    .reduce((last, { waitEnd }) => Math.max(last, waitEnd), alone.mixedAt)
  return { ...alone, starts, mixedAt, testAt: retest?.start ?? Math.max(alone.testAt, mixedAt) }
}
