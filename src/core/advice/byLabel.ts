import { quantityOf } from '../estimate/testedWater'
import { type Entry, isKind } from '../journal/entry'
import { type LabelRule, labelGrams, PRODUCTS, type ProductName } from '../products/product'
import { QUANTITY } from '../testing/quantity'
import { DAY, HOUR } from '../time'
import { type PlanContext, usable } from './planContext'
import type { PlanNote } from './planTypes'

/** Granules a day, where no label was typed: the middle of 6 to 10 g for 1000 L, common practice. */
const USUAL_RULE: Partial<Record<ProductName, LabelRule>> = {
  'sodium dichlor dihydrate': {
    amount: 8,
    unit: 'g',
    perLitres: 1000,
    everyDays: 1,
    note: 'The usual daily dose; your own label comes first.',
  },
}
/** A dose a little before its time counts as the next. */
const EARLY = 3 * HOUR

export interface LabelDose {
  product: ProductName
  /** mg per litre of water. */
  dose: number
  why: string
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
  const { name } = QUANTITY[sanitizer]
  const say = (text: string): { remark: PlanNote } => ({ remark: { quantity: sanitizer, text } })
  const source = sources.find(({ product }) => programme.dosedWith.includes(product))
  const product = source?.product ?? programme.dosedWith[0]
  const rule = source?.label ?? USUAL_RULE[product]
  const { commonName } = PRODUCTS[product]
  if (!rule)
    return say(
      `${name} goes by its label here, and the label of the ${commonName} has not been typed yet: put it on the shelf with its rule.`,
    )
  const value = quantityOf(estimate.reading, sanitizer)
  if (usable(task, sanitizer) && value > tub.targets.sanitizer.high)
    return say(`${name} was read above its range, so the label’s dose is left out.`)
  const period = (rule.everyDays ?? 1) * DAY
  const last = journal
    .filter(isKind('dose'))
    .filter(({ at, body }) => body.product === product && at <= estimate.at)
    .reduce((latest, { at }) => Math.max(latest, at), Number.NEGATIVE_INFINITY)
  if (estimate.at - last < period - EARLY)
    return say(
      `The label’s dose of ${commonName} went in ${Math.max(1, Math.round((estimate.at - last) / HOUR))} hours ago; the next is due ${rule.everyDays === 1 || !rule.everyDays ? 'a day' : `${rule.everyDays} days`} after it.`,
    )
  const grams = labelGrams(product, tub.volumeLitres, rule) ?? 0
  return {
    dose: {
      product,
      dose: (1000 * grams) / tub.volumeLitres,
      why: `By its label, not by a test. ${rule.note}`.trim(),
    },
    remark: {
      quantity: sanitizer,
      text: `${name} goes by the label, so nobody knows what is left of it: a test with drops once a week would show.`,
    },
  }
}
