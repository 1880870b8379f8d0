import { dosePlan, type Plan, type PlanOptions } from '../advice/plan'
import type { PlanStep } from '../advice/planTypes'
import { scheduleOf } from '../advice/schedule'
import { estimate } from '../estimate/estimate'
import { fillWaterOf } from '../estimate/testedWater'
import type { Entry } from '../journal/entry'
import { PRODUCTS, type ProductFamily } from '../products/product'
import { programmeOf } from '../programmes/programme'
import { type Instant, MINUTE } from '../time'
import type { FillWater, Tub } from '../tub/tub'
import { readWater } from '../water/solveWater'

const BALANCES: readonly ProductFamily[] = ['base', 'acid', 'mineral']

/** What the new water will want, from the fill water's own numbers: the plan, and what of it is balance, with its waits. */
export const firstDoses = (
  tub: Tub,
  fillWater: FillWater,
  now: Instant,
  options: PlanOptions = {},
): { plan: Plan; balance: PlanStep[]; minutes: number } => {
  const fill = readWater(fillWaterOf(fillWater, tub.setTemperatureCelsius))
  const { sanitizer } = programmeOf(tub.programme)
  const journal: Entry[] = [
    { id: 1, kind: 'water', at: now - 2 * MINUTE, body: { replacedFraction: 1, fillWater } },
    {
      id: 2,
      kind: 'test',
      at: now - MINUTE,
      body: {
        method: 'drops',
        readings: {
          pH: fill.pH,
          totalAlkalinity: fill.totalAlkalinityPpm,
          calciumHardness: fill.calciumHardnessPpm,
          [sanitizer]: 0,
        },
      },
    },
  ]
  const plan = dosePlan(tub, journal, estimate(tub, journal, now), options)
  // What sanitizes belongs to the programme's start-up.
  const balance = plan.steps.filter(
    (step) => step.kind !== 'add' || BALANCES.includes(PRODUCTS[step.product].family),
  )
  return { plan, balance, minutes: (scheduleOf(balance, journal, now, tub).mixedAt - now) / MINUTE }
}
