import { PRODUCTS, type ProductName } from '../products/product'
import type { Chosen } from '../tub/choices'
import type { Methods } from '../tub/methods'
import type { WaitReason } from './reasons'

export type Jets = 'on' | 'low' | 'off'
export type Cover = 'open' | 'half open' | 'closed'

export interface Handling {
  jets: Jets
  cover: Cover
  /** Until the next product may go in, or anyone gets in. */
  waitMinutes: number
  /** Where it goes in, of what may go in either way. */
  into?: Exclude<Methods['pouredInto'], 'by the product'> | undefined
}

const open = (waitMinutes: number): Handling => ({ jets: 'on', cover: 'open', waitMinutes })

/** Common practice; the product's label comes first. */
const HANDLING: Record<ProductName, Handling> = {
  'sodium bicarbonate': open(20),
  'sodium carbonate': open(30),
  'sodium bisulfate': { ...open(30), jets: 'low' },
  'hydrochloric acid': { ...open(30), jets: 'low' },
  'borax decahydrate': open(30),
  'boric acid': open(30),
  'calcium chloride dihydrate': open(30),
  'calcium chloride anhydrous': open(30),
  'calcium chloride flake 77 percent': open(30),
  'sodium dichlor dihydrate': open(20),
  trichlor: { ...open(0), cover: 'closed' },
  'sodium hypochlorite': open(20),
  'calcium hypochlorite': open(20),
  'potassium monopersulfate': { ...open(20), cover: 'half open' },
  'sodium bromide': open(10),
  bromochlorodimethylhydantoin: { ...open(0), cover: 'closed' },
  'sodium chloride': open(30),
  'hydrogen peroxide': open(20),
  biguanide: open(15),
  'sodium thiosulfate pentahydrate': open(15),
  'cyanuric acid': open(60),
  'scale and metal inhibitor': open(60),
  enzyme: open(15),
  clarifier: open(120),
  'anti-foam': open(15),
  'conditioner part one': open(15),
  'conditioner part two': open(60),
  'oxygen packet': { ...open(30), cover: 'half open' },
  'slow cleaning tablet': open(0),
  'pipe flush': open(60),
  'filter soak': { ...open(0), jets: 'off', cover: 'closed' },
  'filter spray': { ...open(0), jets: 'off', cover: 'closed' },
}

/** A small dose of these may mix under a closed cover: one school, common practice. Acid and what fumes more never may. */
const SHUT_OVER: readonly (typeof PRODUCTS)[ProductName]['family'][] = ['chlorine', 'bromine']

/** Salt and the biguanide set go into the filter compartment by their labels. */
const BY_THE_FILTER: readonly ProductName[] = ['sodium chloride', 'sodium bromide', 'biguanide']
/** May be scattered round the tub or go into the filter compartment; acid, and what has to be dissolved first, may not. */
const EITHER_WAY: readonly ProductName[] = [
  ...BY_THE_FILTER,
  'sodium bicarbonate',
  'sodium dichlor dihydrate',
  'sodium hypochlorite',
  'potassium monopersulfate',
]

/** Of one school: jets and filtering off for half an hour after dissolved granules were poured in (common practice). */
const IN_A_BUCKET: Handling = { jets: 'off', cover: 'open', waitMinutes: 30 }

const placeOf = (
  product: ProductName,
  chosen: Methods['pouredInto'] = 'by the product',
): NonNullable<Handling['into']> =>
  chosen !== 'by the product'
    ? chosen
    : BY_THE_FILTER.includes(product)
      ? 'filter compartment'
      : 'round the tub'

export const handlingOf = (product: ProductName, { choices }: Chosen): Handling => {
  const { family, form } = PRODUCTS[product]
  const handling =
    choices?.granules === 'in a bucket' && family === 'chlorine' && form === 'granules'
      ? IN_A_BUCKET
      : HANDLING[product]
  return {
    ...handling,
    ...(choices?.coverAfterDose === 'shut at once' && SHUT_OVER.includes(family)
      ? { cover: 'closed' as const }
      : {}),
    ...(EITHER_WAY.includes(product) ? { into: placeOf(product, choices?.pouredInto) } : {}),
  }
}

export const AERATION_HANDLING: Handling = { jets: 'on', cover: 'open', waitMinutes: 0 }

/** These dissolve and lie there: neither acid nor base worth the name, and no oxidiser. */
const NEUTRAL: readonly ProductName[] = [
  'boric acid',
  'cyanuric acid',
  'sodium chloride',
  'sodium bromide',
]
const NEUTRAL_GAP_MINUTES = 5
/** Acid is stirred in on low first: jets with air would lift pH before it has spread. Assumed. */
export const ACID_BEFORE_AIR_MINUTES = 15

/**
 * How long after one product another may go in. The whole wait of the first, as a rule; a few minutes where one of the two
 * is neutral; none for air, which only helps to mix, but after acid. Common practice; the labels come first.
 */
export const gapMinutes = (
  next: ProductName | 'air' | 'water',
  before: ProductName,
  tub: Chosen,
): number => {
  const { jets, waitMinutes } = handlingOf(before, tub)
  // Jets that are to stay off cannot blow air in.
  if (next === 'air' && jets === 'off') return waitMinutes
  if (next === 'air') return PRODUCTS[before].family === 'acid' ? ACID_BEFORE_AIR_MINUTES : 0
  if (next === 'water') return waitMinutes
  return NEUTRAL.includes(before) || NEUTRAL.includes(next)
    ? Math.min(NEUTRAL_GAP_MINUTES, waitMinutes)
    : waitMinutes
}

/**
 * Why a product has to wait after another. Every product waits until the one before has mixed; acid beside a halogen
 * can set chlorine or bromine gas free.
 */
export const whyNotAfter = (next: ProductName, before: ProductName): WaitReason => {
  const families = new Set([PRODUCTS[next].family, PRODUCTS[before].family])
  const oxidising = ['chlorine', 'bromine', 'oxidiser'] as const
  if (families.has('acid') && oxidising.some((family) => families.has(family)))
    return { code: 'acid and oxidiser' }
  if (oxidising.filter((family) => families.has(family)).length > 1)
    return { code: 'two oxidisers' }
  if (families.has('biguanide') && oxidising.some((family) => families.has(family)))
    return { code: 'biguanide and halogen' }
  return { code: 'mixing', before }
}
