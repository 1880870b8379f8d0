import { PRODUCTS, type ProductName } from '../products/product'

export type Jets = 'on' | 'low' | 'off'
export type Cover = 'open' | 'half open' | 'closed'

export interface Handling {
  jets: Jets
  cover: Cover
  /** Until the next product may go in, or anyone gets in. */
  waitMinutes: number
  /** Stand where the hand is about to act. */
  cautions: readonly string[]
}

/** Common practice; the product's label comes first. */
const HANDLING: Record<ProductName, Handling> = {
  'sodium bicarbonate': {
    jets: 'on',
    cover: 'open',
    waitMinutes: 20,
    cautions: ['Scatter it over the moving water with a dry scoop.'],
  },
  'sodium carbonate': {
    jets: 'on',
    cover: 'open',
    waitMinutes: 30,
    cautions: [
      'Gloves and eye cover: soda ash burns.',
      'Stir it into a bucket of tub water, then pour slowly.',
    ],
  },
  'sodium bisulfate': {
    jets: 'low',
    cover: 'open',
    waitMinutes: 30,
    cautions: [
      'Gloves and eye cover, wind at your back.',
      'Scatter acid on the water. Never water onto acid. Never near chlorine or bromine products.',
    ],
  },
  'calcium chloride dihydrate': {
    jets: 'on',
    cover: 'open',
    waitMinutes: 30,
    cautions: ['It heats up as it dissolves: stir it into a full bucket of cool water, then pour.'],
  },
  'sodium dichlor dihydrate': {
    jets: 'on',
    cover: 'open',
    waitMinutes: 20,
    cautions: [
      'Gloves and eye cover, clean dry scoop.',
      'Chlorine never meets acid or another oxidiser: a scoop of its own.',
    ],
  },
  'potassium monopersulfate': {
    jets: 'on',
    cover: 'half open',
    waitMinutes: 20,
    cautions: [
      'Gloves and eye cover, clean dry scoop.',
      'The oxidiser never meets acid or tablets: a scoop of its own.',
    ],
  },
  'sodium bromide': {
    jets: 'on',
    cover: 'open',
    waitMinutes: 10,
    cautions: ['Clean dry scoop. It does not sanitize until the oxidiser has gone in.'],
  },
  bromochlorodimethylhydantoin: {
    jets: 'on',
    cover: 'closed',
    waitMinutes: 0,
    cautions: [
      'Gloves; do not breathe what stands in the tub of tablets.',
      'Only bromine tablets in this floater, ever.',
    ],
  },
}

export const handlingOf = (product: ProductName): Handling => HANDLING[product]

export const AERATION_HANDLING: Handling = {
  jets: 'on',
  cover: 'open',
  waitMinutes: 0,
  cautions: ['Nobody in: this belongs to the correction.'],
}

/** Said for every dose. */
export const ALWAYS = 'Nobody in the tub. Labels and local rules come before this plan.'

/**
 * Why a product has to wait after another. Every product waits until the one before has mixed; acid beside a halogen
 * can set chlorine or bromine gas free.
 */
export const whyNotAfter = (next: ProductName, before: ProductName): string => {
  const families = new Set([PRODUCTS[next].family, PRODUCTS[before].family])
  const oxidising = ['chlorine', 'bromine', 'oxidiser'] as const
  if (families.has('acid') && oxidising.some((family) => families.has(family)))
    return 'Acid and oxidiser set free harmful gas where they meet undiluted.'
  if (oxidising.filter((family) => families.has(family)).length > 1)
    return 'Two oxidisers must never meet undiluted.'
  return `The ${PRODUCTS[before].commonName} has to mix first; one product in the water at a time.`
}
