import { type Estimate, isStale } from '../estimate/estimate'
import { surelyReckoned } from '../estimate/learning/mergeLearnedEstimate'
import { PRODUCTS, type ProductName } from '../products/product'
import { type Programme, width } from '../programmes/programme'
import type { Quantity } from '../testing/quantity'
import type { Tub } from '../tub/tub'
import type { Choices } from '../tub/choices'
import { type Objective } from './recipe'
import type { roundOf } from './dosingCycle'
import type { Source } from './shelf'
import { bandOf } from './state'
import { type Aimed, gives } from "../products/doseTarget";

/** What one round of planning works on. */
export interface Task {
  tub: Tub
  programme: Programme
  estimate: Estimate
  round: ReturnType<typeof roundOf>
  objective: Objective
  choices: Choices
  sources: readonly Source[]
  barred: readonly { product: ProductName; why: string }[]
}

/** Too long ago to dose by, but reckoned surely enough from what this tub has taught. */
export const reckoned = ({ estimate, tub }: Task, quantity: Quantity): boolean => {
  const one = estimate.quantities[quantity]
  const band = bandOf(tub, quantity)
  return isStale(quantity, one.ageHours) && band !== undefined && surelyReckoned(one, width(band))
}

/** Read in this water lately enough to dose by, or reckoned. */
export const usable = (task: Task, quantity: Quantity): boolean =>
  !isStale(quantity, task.estimate.quantities[quantity].ageHours) || reckoned(task, quantity)

/** ppm of a quantity that this round's products have given already. */
export const donePpm = (
  { round, tub }: Task,
  aimed: Aimed,
  of: (product: ProductName) => boolean = () => true,
): number =>
  round.doses
    .filter(({ body }) => of(body.product))
    .reduce(
      (sum, { body }) =>
        sum + (gives(PRODUCTS[body.product].perGram, aimed) * 1000 * body.grams) / tub.volumeLitres,
      0,
    )

export const effectFor = (sources: readonly Source[], product: ProductName) =>
  sources.find((source) => source.product === product)?.effect ?? PRODUCTS[product].perGram

export const scoopFor = (sources: readonly Source[], product: ProductName) =>
  sources.find((source) => source.product === product)?.scoop

export const isBase = (product: ProductName) => PRODUCTS[product].family === 'base'
export const isAcid = (product: ProductName) => PRODUCTS[product].family === 'acid'

/** Products of one round, in the order they go in: bases, acid, minerals, sanitizer last. Acid may go first: see correction.ts. */
export const orderOf = (product: ProductName): number => {
  const { family } = PRODUCTS[product]
  if (family === 'base') return product === 'sodium bicarbonate' ? 0 : 1
  if (family === 'acid') return 2
  if (family === 'mineral') return 3
  if (family === 'stabiliser' || family === 'salt') return 4
  if (family === 'bromide') return 5
  return 6
}
