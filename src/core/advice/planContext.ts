import { ENOUGH_READINGS, type Estimate, isStale } from '../estimate/estimate'
import { quantityOf } from '../estimate/testedWater'
import { type DoseTarget, ppmPerUnit } from '../products/doseTarget'
import { PRODUCTS, type ProductName } from '../products/product'
import { contains, type Programme, width } from '../programmes/programme'
import { BLEACHES } from '../testing/interference'
import type { Quantity } from '../testing/quantity'
import type { Choices } from '../tub/choices'
import { hasMetals } from '../tub/fillNeeds'
import type { Methods } from '../tub/methods'
import type { Tub } from '../tub/tub'
import type { dosingCycleOf } from './dosingCycle'
import { BALANCE_SETTLED_HOURS, type Balanced } from './justCorrected'
import type { PlanNote, Purpose } from './planTypes'
import type { StepReason } from './reasons'
import type { Objective } from './recipe'
import type { Exclusion, Source } from './shelf'
import { bandOf } from './state'
import { surelyModelled } from './surelyModelled'

/** What one round of planning works on. */
export interface PlanContext {
  tub: Tub
  programme: Programme
  estimate: Estimate
  dosingCycle: ReturnType<typeof dosingCycleOf>
  objective: Objective
  choices: Choices & Partial<Methods>
  sources: readonly Source[]
  excluded: readonly Exclusion[]
  /** The sanitizer's dose, where that is settled already; left out, it is what the residual lacks. */
  settled: SettledDose | undefined
  /** Somebody was in and nothing has been dosed since: the residual goes to the middle, even from within its range. */
  afterSoak: boolean
  /** So long what is poured now is to last. */
  holdHours: number
  /** The last alkalinity does not fit the one before it and what was dosed since: corrected by one portion, then read again. */
  alkalinityDoubted: boolean
  /** How far outside its band each of them is left alone, since it was only just corrected. */
  slack: Record<Balanced, number>
}

/** The one dose of sanitizer or oxidiser that goes in now, and what was said on the way to it. */
export interface SettledDose {
  /** g, as a hand measures it; undefined: none now. */
  dose:
    | { product: ProductName; grams: number; why: StepReason; purposes: readonly Purpose[] }
    | undefined
  notes: readonly PlanNote[]
}

/** Too long ago to dose by, but modelled surely enough from what this tub has taught. */
const modelled = ({ estimate, tub }: PlanContext, quantity: Quantity): boolean => {
  const one = estimate.quantities[quantity]
  const band = bandOf(tub, quantity)
  return isStale(quantity, one.ageHours) && band !== undefined && surelyModelled(one, width(band))
}

/** pH was read by colour under a residual that bleaches the colour: nothing is dosed by it. */
export const phBleached = ({
  quantities,
}: Estimate): { residual: 'freeChlorine' | 'bromine'; ppm: number } | undefined => {
  const read = quantities.pH.lastReading
  if (!read || read.method === 'meter') return undefined
  for (const residual of ['freeChlorine', 'bromine'] as const) {
    const { lastReading } = quantities[residual]
    if (lastReading?.at === read.at && lastReading.value >= BLEACHES[residual])
      return { residual, ppm: lastReading.value }
  }
  return undefined
}

/** Time and bathers have carried it out of its band since it was read: read again before anything goes in for it. */
export const wandered = (
  tub: Tub,
  { quantities, taughtBy }: Pick<Estimate, 'quantities' | 'taughtBy'>,
  quantity: 'pH' | 'totalAlkalinity',
): boolean => {
  const { value, lastReading, ageHours = 0 } = quantities[quantity]
  const band = tub.targets[quantity]
  // What moves alkalinity is written down: a tub that has taught enough carries it on.
  if (quantity === 'totalAlkalinity' && taughtBy >= ENOUGH_READINGS) return false
  return (
    ageHours > BALANCE_SETTLED_HOURS[quantity] &&
    !contains(band, value) &&
    lastReading !== undefined &&
    contains(band, lastReading.value)
  )
}

/** Read in this water lately enough to dose by, or modelled. */
export const usable = (task: PlanContext, quantity: Quantity): boolean =>
  !(quantity === 'pH' && phBleached(task.estimate)) &&
  !task.estimate.quantities[quantity].odd &&
  !(
    (quantity === 'pH' || quantity === 'totalAlkalinity') &&
    wandered(task.tub, task.estimate, quantity)
  ) &&
  (!isStale(quantity, task.estimate.quantities[quantity].ageHours) || modelled(task, quantity))

/** Copper and iron, as far as they were read lately; undefined where there is too little to stain. */
export const metalsIn = (task: PlanContext): { copperPpm: number; ironPpm: number } | undefined => {
  const read = (quantity: 'copper' | 'iron') =>
    usable(task, quantity) ? quantityOf(task.estimate.reading, quantity) : 0
  const metals = { copperPpm: read('copper'), ironPpm: read('iron') }
  return hasMetals(metals) ? metals : undefined
}

/** ppm of a quantity that this round's products have given already. */
export const donePpm = (
  { dosingCycle, tub }: PlanContext,
  aimed: DoseTarget,
  of: (product: ProductName) => boolean = () => true,
): number =>
  dosingCycle.doses
    .filter(({ body }) => of(body.product))
    .reduce(
      (sum, { body }) =>
        sum +
        (ppmPerUnit(PRODUCTS[body.product].perGram, aimed) * 1000 * body.grams) / tub.volumeLitres,
      0,
    )

export const effectFor = (sources: readonly Source[], product: ProductName) =>
  sources.find((source) => source.product === product)?.effect ?? PRODUCTS[product].perGram

export const scoopFor = (sources: readonly Source[], product: ProductName) =>
  sources.find((source) => source.product === product)?.scoop

export const isBase = (product: ProductName) => PRODUCTS[product].family === 'base'
export const isAcid = (product: ProductName) => PRODUCTS[product].family === 'acid'

/** Products of one cycle, in the order they go in: bases, acid, minerals, sanitizer last. Acid may go first: see correction.ts. */
export const orderOf = (product: ProductName): number => {
  const { family } = PRODUCTS[product]
  if (family === 'base') return product === 'sodium bicarbonate' ? 0 : 1
  if (family === 'acid') return 2
  if (family === 'mineral') return 3
  if (family === 'stabiliser' || family === 'salt') return 4
  if (family === 'bromide') return 5
  return 6
}
