import { CHLORINE_G_PER_MOL } from '../water/constants'
import type { Water } from '../water/water'
import { PRODUCTS, type ProductFamily, type ProductName } from './product'

const HALOGENS: readonly ProductFamily[] = ['chlorine', 'bromine', 'bromide', 'oxidiser']
/** Below these nothing a test could show is there. */
const TRACE = { biguanidePpm: 1, halogenMmol: 0.003, peroxideMmol: 0.03, reducerMmol: 0.003 }

/** `never`: the water would have to be drained, or worse; `wasted`: the two destroy each other. */
export type Incompatibility =
  | { kind: 'never'; code: 'biguanide in the water' | 'halogen in the water' }
  | { kind: 'never'; code: 'feeder held another'; held: ProductName }
  | { kind: 'wasted'; code: 'peroxide in the water' | 'halogen destroys peroxide' }
  /** So much chlorine it takes first. */
  | { kind: 'wasted'; code: 'chlorine remover left'; ppm: number }

/** What a product must not meet in a water; undefined where nothing stands against it. Common practice and the labels. */
export const incompatibilityIn = (
  water: Water,
  product: ProductName,
): Incompatibility | undefined => {
  const { family } = PRODUCTS[product]
  const halogen =
    water.freeChlorineMmol +
    water.bromineMmol +
    water.monopersulfateMmol +
    water.combinedChlorineMmol
  if (HALOGENS.includes(family) && water.biguanidePpm > TRACE.biguanidePpm)
    return { kind: 'never', code: 'biguanide in the water' }
  if (
    family === 'biguanide' &&
    (halogen > TRACE.halogenMmol || water.bromideMmol > TRACE.halogenMmol)
  )
    return { kind: 'never', code: 'halogen in the water' }
  if ((family === 'chlorine' || family === 'bromine') && water.peroxideMmol > TRACE.peroxideMmol)
    return { kind: 'wasted', code: 'peroxide in the water' }
  if (family === 'peroxide' && water.freeChlorineMmol + water.bromineMmol > TRACE.halogenMmol)
    return { kind: 'wasted', code: 'halogen destroys peroxide' }
  if ((family === 'chlorine' || family === 'bromine') && water.reducerMmol > TRACE.reducerMmol)
    return {
      kind: 'wasted',
      code: 'chlorine remover left',
      ppm: CHLORINE_G_PER_MOL * water.reducerMmol,
    }
  return undefined
}
