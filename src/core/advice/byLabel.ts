import { quantityOf } from '../estimate/testedWater'
import { type Entry, isKind } from '../journal/entry'
import { type LabelRule, labelGrams, type ProductName } from '../products/product'
import { DAY, HOUR } from '../time'
import { type PlanContext, usable } from './planContext'
import type { PlanNote } from './planTypes'
import type { NoteReason, StepReason } from './reasons'

/** Granules a day, where no label was typed: the middle of 6 to 10 g for 1000 L, common practice. */
const USUAL_RULE: Partial<Record<ProductName, LabelRule>> = {
  'sodium dichlor dihydrate': {
    amount: 8,
    unit: 'g',
    perLitres: 1000,
    everyDays: 1,
  },
}
/** A dose a little before its time counts as the next. */
const EARLY = 3 * HOUR

export interface LabelDose {
  product: ProductName
  /** mg per litre of water. */
  dose: number
  why: StepReason
}

/**
 * The sanitizer by its label's rule instead of by a test: for those who do not trust a strip with it. Nothing is added where
 * it was read above its band, or where the rule's time has not come.
 */
export const sanitizerByLabel = (
  task: PlanContext,
  journal: readonly Entry[],
): { dose?: LabelDose; remark: PlanNote } => {
  const { programme, tub, estimate, sources } = task
  const { sanitizer } = programme
  const say = (reason: NoteReason): { remark: PlanNote } => ({
    remark: { quantity: sanitizer, reason },
  })
  const source = sources.find(({ product }) => programme.dosedWith.includes(product))
  const product = source?.product ?? programme.dosedWith[0]
  const rule = source?.label ?? USUAL_RULE[product]
  if (!rule) return say({ code: 'label unknown', product })
  const value = quantityOf(estimate.reading, sanitizer)
  if (usable(task, sanitizer) && value > tub.targets.sanitizer.high)
    return say({ code: 'label skipped' })
  const period = (rule.everyDays ?? 1) * DAY
  const last = journal
    .filter(isKind('dose'))
    .filter(({ at, body }) => body.product === product && at <= estimate.at)
    .reduce((latest, { at }) => Math.max(latest, at), Number.NEGATIVE_INFINITY)
  if (estimate.at - last < period - EARLY)
    return say({
      code: 'label not due',
      product,
      hoursAgo: (estimate.at - last) / HOUR,
      everyDays: rule.everyDays ?? 1,
    })
  const grams = labelGrams(product, tub.volumeLitres, rule) ?? 0
  return {
    dose: {
      product,
      dose: (1000 * grams) / tub.volumeLitres,
      why: { code: 'label', product, ownNote: source?.label?.note },
    },
    remark: { quantity: sanitizer, reason: { code: 'label untested' } },
  }
}
