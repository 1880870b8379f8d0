import { type LabelRule, labelGrams, PRODUCTS, type ProductName } from '../products/product'
import type { Chore } from './chore'

/** A product's own label, where its owner typed it. */
interface ShelfLabel {
  product: ProductName
  label?: LabelRule | null | undefined
}

/** The label's dose, or its share where the chore comes round more often than the label asks for. */
const shareOf = (
  { product, interval }: Pick<Chore, 'product' | 'interval'>,
  litres: number,
  shelf: readonly ShelfLabel[],
): number | undefined => {
  const own = shelf.find((item) => item.product === product)?.label
  const grams = product && labelGrams(product, litres, own)
  const every = own ? own.everyDays : product && PRODUCTS[product].label?.everyDays
  if (grams === undefined || every === undefined || interval.days === undefined) return grams
  return grams * Math.min(1, interval.days / every)
}

/**
 * All that a chore puts in, in the order it goes in, g: a quarter of a monthly inhibitor dose each week, and never the full one.
 * Empty where it puts in nothing.
 */
export const choreDoses = (
  { product, andThen, interval }: Pick<Chore, 'product' | 'andThen' | 'interval'>,
  litres: number,
  shelf: readonly ShelfLabel[] = [],
): { product: ProductName; grams: number }[] =>
  [product, andThen].flatMap((one) => {
    const grams = one && shareOf({ product: one, interval }, litres, shelf)
    return one && grams !== undefined ? [{ product: one, grams }] : []
  })
