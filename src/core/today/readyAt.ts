import type { Plan } from '../advice/planTypes'
import type { Estimate } from '../estimate/estimate'
import { type Instant, MINUTE } from '../time'
import type { Tub } from '../tub/tub'
import { type Closure, testOpens, waterCareOpens } from './closure'
import { type Foreseen, planReadyAt } from './readyAhead'
import type { Visit } from './visit/visitTypes'

/** What a moment of readiness is worked out of. */
export interface Readying {
  id: number
  now: Instant
  tub: Tub
  estimate: Estimate
  closures: readonly Closure[]
  plan: Plan
  /** The residual ahead with the plan carried out. */
  foreseen: Foreseen
  /** pH at a moment ahead with it. */
  pHAt: (at: Instant) => number | undefined
}

/** Nothing is known well enough before a test, and no dose that is worked out already changes that. */
const testDecides = ({ closures, plan }: Pick<Readying, 'closures' | 'plan'>): boolean =>
  closures.some(testOpens) && (plan.steps.length === 0 || closures.every(testOpens))

/** A time that is said with “about” ends on a five, never sooner. */
const onFives = (at: Instant): Instant => Math.ceil(at / (5 * MINUTE)) * 5 * MINUTE

/** The test of a visit that shows what came of it, else the first that is in it. */
const deciding = ({ id }: Pick<Readying, 'id'>, { acts }: Pick<Visit, 'acts'>) => {
  const tests = acts.flatMap((act) =>
    act.tub === id && act.what.kind === 'test' ? [{ ...act, what: act.what }] : [],
  )
  return tests.findLast(({ what }) => what.retest) ?? tests.at(-1)
}

/**
 * When people may get in again if this visit is done as it stands; undefined while a closure holds that it does not lift, where it
 * leaves out a dose or the test that decides, or where what goes in is not enough. The only sum of it.
 */
export const readyAtOf = (today: Readying, visit: Visit): Instant | undefined => {
  const { id, now, tub, estimate, closures, plan, foreseen, pHAt } = today
  const own = visit.ready.find((one) => one.tub === id)
  if (closures.length === 0) return own?.gated ? onFives(own.at) : now
  if (!closures.every(waterCareOpens) || testDecides(today)) return undefined
  const poured = visit.acts.filter((act) => act.tub === id && act.what.kind === 'dose').length
  const test = deciding(today, visit)
  if (poured < plan.steps.length || !test) return undefined
  const shown = Math.max(test.handsEnd, own?.gated ? own.at : now)
  const ends = closures.reduce((latest, { until }) => Math.max(latest, until ?? 0), shown)
  const fit = planReadyAt(tub, estimate, plan, {
    mixedAt: test.start,
    notBefore: ends,
    foreseen,
    pHAt,
  })
  return fit && onFives(fit)
}

/** When the visit has the test that decides by itself. */
export const testedAtOf = (today: Readying, visit: Visit): Instant | undefined =>
  testDecides(today) ? deciding(today, visit)?.start : undefined
