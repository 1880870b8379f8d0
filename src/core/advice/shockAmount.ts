import type { ProductName } from '../products/product'
import { programmeOf } from '../programmes/programme'
import { methodOf } from '../tub/methods'
import type { Tub } from '../tub/tub'

export const NON_CHLORINE: ProductName = 'potassium monopersulfate'

/** So much of each is a shock, mg per litre of water: common practice (a quarter cup of non-chlorine shock for a tub, a teaspoon of granules for 100 US gal), less what a hand may be short. */
const SHOCK_MG_PER_LITRE: Partial<Record<ProductName, number>> = {
  'potassium monopersulfate': 25,
  'sodium dichlor dihydrate': 10,
  'sodium hypochlorite': 110,
  'calcium hypochlorite': 10,
  // A packet is 35 mg/L by its usual label.
  'oxygen packet': 20,
}
/**
 * Onto a bromide bank less oxidiser does: all of it turns into bromine, 0.45 ppm of bromine for each mg/L, so that a label's quarter
 * cup would raise the level above 15 ppm and keep everybody out for days. So a shock there goes as far as people may still get in.
 */
const BANK_SHOCK_MG_PER_LITRE = 6
/** What one puts in, mg per litre: common practice; of granules, a teaspoon for 100 US gal, or two. */
export const SHOCK_DOSE_MG_PER_LITRE = { monopersulfate: 40, granules: { usual: 12, double: 25 } }

const leastOf = (tub: Tub, product: ProductName): number | undefined =>
  product === NON_CHLORINE && programmeOf(tub.programme).sanitizer === 'bromine'
    ? BANK_SHOCK_MG_PER_LITRE
    : SHOCK_MG_PER_LITRE[product]

/** Whether so much of a product is a shock in this tub; or, with `share`, so much of one. */
export const isShockDose = (tub: Tub, product: ProductName, grams: number, share = 1): boolean => {
  const least = leastOf(tub, product)
  return least !== undefined && (1000 * grams) / tub.volumeLitres >= share * least
}

/** Of a full shock after every soak, by what its people left: so little at least, and all of it from a heavy one on. Assumed. */
export const LITTLE_SHARE = 0.25

/** Whether a dose counts as one of this tub's shocks, so that its gases have to leave: a full one, or one of the little ones where every soak has one. */
export const ventsAsShock = (tub: Tub, product: ProductName, grams: number): boolean =>
  isShockDose(
    tub,
    product,
    grams,
    methodOf(tub, 'shockRhythm') === 'after every soak' ? LITTLE_SHARE : 1,
  )
