import { type LabelRule, labelGrams, PRODUCTS, type ProductName } from '../products/product'
import type { Chore } from './chore'

/** A product's own label, where its owner typed it. */
interface ShelfLabel {
  product: ProductName
  label?: LabelRule | null | undefined
}

/**
 * What a chore puts in, g: the label's dose, or its share where the chore comes round more often than the label asks for: a quarter
 * of a monthly inhibitor dose each week, and never the full one. Undefined where it puts in nothing.
 */
export const choreDoseGrams = (
  { product, interval }: Pick<Chore, 'product' | 'interval'>,
  litres: number,
  shelf: readonly ShelfLabel[] = [],
): number | undefined => {
  const own = shelf.find((item) => item.product === product)?.label
  const grams = product && labelGrams(product, litres, own)
  const every = own ? own.everyDays : product && PRODUCTS[product].label?.everyDays
  if (grams === undefined || every === undefined || interval.days === undefined) return grams
  return grams * Math.min(1, interval.days / every)
}
