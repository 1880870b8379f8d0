import type { OwnScoop } from '../products/measure'
import type { ProductName } from '../products/product'
import type { Quantity } from '../testing/quantity'
import type { WaterReading } from '../water/water'
import type { CalculationLine } from './calculation'
import type { Handling } from './handling'
import type { Lasting, NoteReason, StepReason, WaitReason } from './reasons'

/** What something is done for; one act may serve several. */
export const PURPOSES = [
  'start-up',
  'balance',
  'residual',
  'after soak',
  'shock',
  'bromide bank',
  'hardness',
  'salt',
  'stabiliser',
  'metals',
  'weekly',
  'too much',
  'upkeep',
] as const
export type Purpose = (typeof PURPOSES)[number]

interface StepBase extends Handling {
  order: number
  purposes: readonly Purpose[]
  why: StepReason
  before: WaterReading
  after: WaterReading
  calculation: CalculationLine[]
  /** Why it has to wait for the step before it. */
  notAfter: WaitReason | undefined
  /** What lasts beyond the moment: stabiliser left behind, acid to come. */
  lasting: Lasting | undefined
}

export type PlanStep =
  | (StepBase & {
      kind: 'add'
      product: ProductName
      grams: number
      /** The owner's own measure for it, where there is one. */
      scoop?: OwnScoop | undefined
      /** Nobody has said that it is at hand. */
      assumed: boolean
      /** Percent by weight that it is counted as, where nobody has said what its label says; only of solutions, sold in many strengths. */
      takenAsPercent?: number | undefined
    })
  | (StepBase & { kind: 'aerate'; minutes: number })
  | (StepBase & { kind: 'replace water'; litres: number; fraction: number })

export interface PlanNote {
  quantity: Quantity
  reason: NoteReason
}

/** Part of a large correction that waits for the next test; its size is provisional. */
export interface Later {
  product: ProductName
  grams: number
}

export interface Plan {
  steps: PlanStep[]
  /** After the test that ends this round. */
  later: Later[]
  /** What cannot be dosed away, or was not dosed, and why. */
  notes: PlanNote[]
  /** What the plan took for granted because it was not read. */
  assumed: PlanNote[]
  /** Share of the water, 0–1, whose replacement would bring down what no product lowers. */
  replaceable: number | undefined
  before: WaterReading
  after: WaterReading
}
