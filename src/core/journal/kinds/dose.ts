import type { Incompatibility } from '../../products/incompatibilities'
import { PRODUCT_NAMES } from '../../products/product'
import { STRENGTH } from '../../products/substance'
import { list, maybe, number, record, text, type ValueOf, word } from '../../shape'

/** What can stand against a dose. */
export type Objection = Incompatibility['code'] | 'wait' | 'people'

/** More than a form takes for the largest tub. */
const grams = number(0, 200_000, 'g')

const shape = record({
  product: word(PRODUCT_NAMES),
  grams,
  /** Of what was in the box then, where it was not the usual. */
  strength: maybe(STRENGTH),
  /** What the plan had asked for, where it came from a plan. */
  plannedGrams: maybe(grams),
  /** What stood against it, and why it went in all the same. */
  override: maybe(
    record({
      against: list(text<Objection>(60)),
      /** As it was said where an older version kept only that. */
      said: maybe(text(1000)),
      reason: text(1000),
    }),
  ),
})
export type DoseBody = ValueOf<typeof shape>

interface DoseBody1 extends Omit<DoseBody, 'override'> {
  override?: { against: string; reason: string }
}

export const dose = {
  shape,
  /** Until version 1 a dose kept the sentence that had stood against it. */
  steps: {
    1: ({ override, ...rest }: DoseBody1): DoseBody =>
      override
        ? { ...rest, override: { against: [], said: override.against, reason: override.reason } }
        : rest,
  },
}
