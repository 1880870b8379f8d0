import { dosePlan, type PlanOptions } from '../advice/plan'
import type { PlanStep } from '../advice/planTypes'
import { scheduleOf } from '../advice/schedule'
import { estimate } from '../estimate/estimate'
import { fillWaterOf } from '../estimate/testedWater'
import type { Entry } from '../journal/entry'
import { labelGrams, PRODUCTS, type ProductFamily, type ProductName } from '../products/product'
import { programmeOf } from '../programmes/programme'
import { TABLET_GRAMS } from '../routine/feeder'
import { type StartStep, startSteps } from '../routine/startUp'
import { type Instant, MINUTE } from '../time'
import type { FillWater, Tub } from '../tub/tub'
import { readWater } from '../water/solveWater'

const BALANCES: readonly ProductFamily[] = ['base', 'acid', 'mineral']

/** The water as it will be once filled and tested: the fill water's own numbers, nothing of the old water left. */
const freshWater = (tub: Tub, fillWater: FillWater, now: Instant) => {
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
  return { journal, state: estimate({ ...tub, fillWater }, journal, now) }
}

/** The steps by which a programme starts up in the new water, by the fill water's own numbers. */
export const firstSteps = (tub: Tub, fillWater: FillWater, now: Instant): StartStep[] =>
  startSteps(tub, freshWater(tub, fillWater, now).state)

/** What balances the new water, from the fill water's own numbers, with its waits. What sanitizes is the start-up's. */
export const firstDoses = (
  tub: Tub,
  fillWater: FillWater,
  now: Instant,
  options: PlanOptions = {},
): { balance: PlanStep[]; minutes: number } => {
  const { journal, state } = freshWater(tub, fillWater, now)
  const balance = dosePlan(tub, journal, state, options).steps.filter(
    (step) => step.kind !== 'add' || BALANCES.includes(PRODUCTS[step.product].family),
  )
  return { balance, minutes: (scheduleOf(balance, journal, now, tub).mixedAt - now) / MINUTE }
}

/** Everything that a refill takes from the shelf, g, each product once: its stages, the balance and the start-up. */
export const refillNeeds = (
  tub: Tub,
  stages: readonly { product?: { product: ProductName; grams: number } }[],
  balance: readonly PlanStep[],
  steps: readonly StartStep[],
): { product: ProductName; grams: number }[] => {
  const needs = new Map<ProductName, number>()
  const add = (product: ProductName | undefined, grams: number | undefined) => {
    if (product && grams) needs.set(product, (needs.get(product) ?? 0) + grams)
  }
  add('pipe flush', labelGrams('pipe flush', tub.volumeLitres))
  for (const { product } of stages) add(product?.product, product?.grams)
  for (const step of balance) if (step.kind === 'add') add(step.product, step.grams)
  for (const { id, product, grams, gates, tablets } of steps) {
    // Only where a day's level did not hold.
    if (id === 'held a day') continue
    // The second half is all that is missing where the salt is measured between.
    if (id === 'salt second half' && gates) needs.delete(product ?? 'sodium chloride')
    add(product, grams)
    if (tablets) add('bromochlorodimethylhydantoin', tablets.count * TABLET_GRAMS)
  }
  return [...needs].map(([product, grams]) => ({ product, grams }))
}
