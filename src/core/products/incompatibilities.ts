import type { Water } from '../water/water'
import { PRODUCTS, type ProductFamily, type ProductName } from './product'

const HALOGENS: readonly ProductFamily[] = ['chlorine', 'bromine', 'bromide', 'oxidiser']
/** Below these nothing a test could show is there. */
const TRACE = { biguanidePpm: 1, halogenMmol: 0.003, peroxideMmol: 0.03, reducerMmol: 0.003 }

export interface Incompatibility {
  /** `never`: the water would have to be drained. `wasted`: the two destroy each other. */
  kind: 'never' | 'wasted'
  reason: string
}

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
    return {
      kind: 'never',
      reason:
        'This water holds biguanide: chlorine, bromine and their oxidisers turn it cloudy at once, and it has to be drained. Purge, drain and refill before changing programme.',
    }
  if (
    family === 'biguanide' &&
    (halogen > TRACE.halogenMmol || water.bromideMmol > TRACE.halogenMmol)
  )
    return {
      kind: 'never',
      reason:
        'This water holds chlorine or bromine: biguanide turns it cloudy at once, and it has to be drained. Purge, drain and refill before changing programme.',
    }
  if ((family === 'chlorine' || family === 'bromine') && water.peroxideMmol > TRACE.peroxideMmol)
    return {
      kind: 'wasted',
      reason:
        'This water holds peroxide: it and the halogen destroy each other, and neither is left.',
    }
  if (family === 'peroxide' && water.freeChlorineMmol + water.bromineMmol > TRACE.halogenMmol)
    return {
      kind: 'wasted',
      reason: 'This water holds chlorine or bromine: peroxide destroys it, and is used up itself.',
    }
  if ((family === 'chlorine' || family === 'bromine') && water.reducerMmol > TRACE.reducerMmol)
    return {
      kind: 'wasted',
      reason: `Chlorine remover is left in this water: it takes the first ${(70.9 * water.reducerMmol).toFixed(1)} ppm.`,
    }
  return undefined
}
