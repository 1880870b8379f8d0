import { quantityOf } from '../estimate/testedWater'
import { addEffect } from '../products/addProduct'
import { labelGrams, PRODUCTS, type ProductName, productEffect } from '../products/product'
import type { Strength } from '../products/substance'
import { QUANTITIES, QUANTITY, type Quantity } from '../testing/quantity'
import { readWater } from '../water/solveWater'
import type { Water } from '../water/water'

/** What a dose would make of the water that no owner means to make of it. */
export type Overdone =
  | { by: 'water'; quantity: Quantity; value: number; before: number }
  /** So many times what is usual at once. */
  | { by: 'amount'; times: number }

/** The most that goes in at once of what no test shows, mg per litre: four shocks, ten banks; common practice for one. */
const MOST_MG_PER_LITRE: Partial<Record<ProductName, number>> = {
  'potassium monopersulfate': 160,
  'sodium bromide': 300,
  'sodium thiosulfate pentahydrate': 60,
}
/** Tablets for a feeder, g per litre: ten weeks of them. */
const MOST_TABLETS = 0.5
/** So many label doses at once are a slip. */
const LABEL_DOSES = 4

/** A rise this small of what is already out of the usual is not this dose's doing. */
const MOVED = 0.05

/**
 * Whether a dose reads like a slip of the decimal point: by where it would take the water, beyond what such tests usually read;
 * where no test shows it, by what is usual at once. Undefined where it does not.
 */
export const overdone = (
  water: Water,
  { product, grams, strength }: { product: ProductName; grams: number; strength?: Strength },
  litres: number,
): Overdone | undefined => {
  const { goes } = PRODUCTS[product]
  if (goes === 'in a bucket') return undefined
  const mgPerLitre = (1000 * grams) / litres
  const most = goes === 'in a feeder' ? 1000 * MOST_TABLETS : MOST_MG_PER_LITRE[product]
  if (most !== undefined && mgPerLitre > most)
    return { by: 'amount', times: (mgPerLitre / most) * 4 }
  if (goes === 'in a feeder') return undefined
  const label = labelGrams(product, litres)
  if (label !== undefined)
    return grams > LABEL_DOSES * label ? { by: 'amount', times: grams / label } : undefined
  const before = readWater(water)
  const after = readWater(addEffect(water, productEffect(product, strength), grams, litres))
  for (const quantity of QUANTITIES) {
    const [low, high] = QUANTITY[quantity].usual
    const value = quantityOf(after, quantity)
    const was = quantityOf(before, quantity)
    const moved = Math.abs(value - was) > MOVED * (high - low)
    if (moved && ((value > high && value > was) || (value < low && value < was)))
      return { by: 'water', quantity, value, before: was }
  }
  return undefined
}
