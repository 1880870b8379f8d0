import { PRODUCTS, type ProductName } from '../products/product'

/** What must not stand where it could spill into the other. */
export type StorageConflict = 'acid and chlorine' | 'two chlorines' | 'oxidiser and organic'

/** What can burn or be burnt when an oxidiser spills into it. */
const ORGANIC: readonly ProductName[] = [
  'enzyme',
  'clarifier',
  'anti-foam',
  'scale and metal inhibitor',
  'filter soak',
  'filter spray',
  'pipe flush',
]
const CHLORINES: readonly ProductName[] = [
  'sodium dichlor dihydrate',
  'trichlor',
  'calcium hypochlorite',
  'sodium hypochlorite',
  'bromochlorodimethylhydantoin',
]

const oxidises = (product: ProductName) => {
  const { family } = PRODUCTS[product]
  return (
    family === 'chlorine' || family === 'bromine' || family === 'oxidiser' || family === 'peroxide'
  )
}

/** Why two products may not stand together; undefined where they may. Common practice, and every label's. */
export const conflictBetween = (a: ProductName, b: ProductName): StorageConflict | undefined => {
  const acid = (one: ProductName) => PRODUCTS[one].family === 'acid'
  if ((acid(a) && oxidises(b)) || (acid(b) && oxidises(a))) return 'acid and chlorine'
  if (a !== b && CHLORINES.includes(a) && CHLORINES.includes(b)) return 'two chlorines'
  if ((ORGANIC.includes(a) && oxidises(b)) || (ORGANIC.includes(b) && oxidises(a)))
    return 'oxidiser and organic'
  return undefined
}

export interface Stored {
  product: ProductName
  place?: string | undefined
}

/** Pairs that stand in one place and should not; where nobody has said where things stand, they stand together. */
export const conflictsOf = (
  items: readonly Stored[],
): { a: ProductName; b: ProductName; why: StorageConflict; place: string }[] => {
  const placeOf = ({ place = '' }: Stored) => place.trim().toLowerCase()
  return items.flatMap((a, i) =>
    items.slice(i + 1).flatMap((b) => {
      const why = placeOf(a) === placeOf(b) ? conflictBetween(a.product, b.product) : undefined
      return why ? [{ a: a.product, b: b.product, why, place: a.place ?? '' }] : []
    }),
  )
}

/** How a product has to be kept, beside dry, closed and out of children's reach. */
export type Keeping = 'cool and dark' | 'dry' | 'bottle stands in a tray'

export const keepingOf = (product: ProductName): Keeping => {
  const { form, family } = PRODUCTS[product]
  if (product === 'sodium hypochlorite' || family === 'peroxide') return 'cool and dark'
  return form === 'liquid' ? 'bottle stands in a tray' : 'dry'
}

/** Why a product that is sold for pools is wrong, or wrong as it is, in hot water and a small volume. */
export type PoolOnly = 'calcium each time' | 'too acid' | 'heats as it dissolves' | 'pool strength'

/** @param strength percent, where the label gives it */
export const poolOnly = (product: ProductName, percent?: number): PoolOnly | undefined => {
  if (product === 'calcium hypochlorite') return 'calcium each time'
  if (product === 'trichlor') return 'too acid'
  if (product === 'calcium chloride anhydrous') return 'heats as it dissolves'
  if (product === 'sodium hypochlorite' && percent !== undefined && percent > 10)
    return 'pool strength'
  return undefined
}
