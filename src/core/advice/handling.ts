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

const SCATTER = 'Scatter it over the moving water with a dry scoop.'
const POUR = 'Pour it slowly along the edge, into moving water.'
const ACID = 'Gloves and eye cover, wind at your back.'
const OXIDISER = 'Gloves and eye cover, clean dry scoop.'
const APART = 'Chlorine never meets acid or another oxidiser: a scoop of its own.'
const HOT = 'It heats up as it dissolves: stir it into a full bucket of cool water, then pour.'
const OWN_FLOATER = 'Gloves; do not breathe what stands in the tub of tablets.'
const LABEL = 'Measure by its own label, with its own cap.'
const NOT_IN_TUB = 'Gloves. Never in the tub: in a bucket, outside, and rinsed until it runs clear.'

const open = (waitMinutes: number, ...cautions: string[]): Handling => ({
  jets: 'on',
  cover: 'open',
  waitMinutes,
  cautions,
})

/** Common practice; the product's label comes first. */
const HANDLING: Record<ProductName, Handling> = {
  'sodium bicarbonate': open(20, SCATTER),
  'sodium carbonate': open(
    30,
    'Gloves and eye cover: soda ash burns.',
    'Stir it into a bucket of tub water, then pour slowly.',
  ),
  'sodium bisulfate': {
    ...open(
      30,
      ACID,
      'Scatter acid on the water. Never water onto acid. Never near chlorine or bromine products.',
    ),
    jets: 'low',
  },
  'hydrochloric acid': {
    ...open(
      30,
      `${ACID} It fumes: open air only.`,
      'Acid into a bucket of water, never the other way, then pour slowly. Never near chlorine.',
    ),
    jets: 'low',
  },
  'borax decahydrate': open(30, 'Gloves. Stir it into a bucket of warm tub water, then pour.'),
  'boric acid': open(30, 'Gloves. It dissolves slowly: over the running jets, in parts.'),
  'calcium chloride dihydrate': open(30, HOT),
  'calcium chloride anhydrous': open(30, `Gloves. ${HOT}`),
  'calcium chloride flake 77 percent': open(30, HOT),
  'sodium dichlor dihydrate': open(20, OXIDISER, APART),
  trichlor: {
    ...open(
      0,
      OWN_FLOATER,
      'Only these tablets in this floater, ever: with another chlorine they can burst into flame.',
    ),
    cover: 'closed',
  },
  'sodium hypochlorite': open(20, `Gloves and eye cover. ${POUR}`, APART),
  'calcium hypochlorite': open(
    20,
    'Gloves and eye cover. Stir it into a full bucket of water, let it settle, pour the clear part.',
    'Never with dichlor, trichlor or anything damp: it can burst into flame.',
  ),
  'potassium monopersulfate': {
    ...open(20, OXIDISER, 'The oxidiser never meets acid or tablets: a scoop of its own.'),
    cover: 'half open',
  },
  'sodium bromide': open(
    10,
    'Clean dry scoop. It does not sanitize until the oxidiser has gone in.',
  ),
  bromochlorodimethylhydantoin: {
    ...open(0, OWN_FLOATER, 'Only bromine tablets in this floater, ever.'),
    cover: 'closed',
  },
  'sodium chloride': open(
    30,
    'One cup at a time before a return jet; measure before the next half.',
  ),
  'hydrogen peroxide': open(
    20,
    'Gloves and eye cover: 35 % burns skin at once. Rinse spills with much water.',
    POUR,
  ),
  biguanide: open(
    15,
    `Gloves. ${POUR}`,
    'Never with chlorine, bromine or their oxidisers: drain first.',
  ),
  'sodium thiosulfate pentahydrate': open(
    15,
    `${SCATTER} Half first: too much eats the next dose.`,
  ),
  'cyanuric acid': open(
    60,
    'Gloves. It dissolves over hours: in a sock before a jet, not on the shell.',
  ),
  'scale and metal inhibitor': open(60, LABEL),
  enzyme: open(15, LABEL),
  clarifier: open(60, LABEL),
  'anti-foam': open(15, LABEL),
  'conditioner part one': open(15, LABEL),
  'conditioner part two': open(60, `${LABEL} After part one; milky at first.`),
  'oxygen packet': { ...open(30, OXIDISER, LABEL), cover: 'half open' },
  'slow cleaning tablet': open(0, `${LABEL} Not in a feeder that held anything else.`),
  'pipe flush': open(60, `Gloves. ${LABEL} Nobody gets in until the tub is drained and refilled.`),
  'filter soak': { ...open(0, NOT_IN_TUB), jets: 'off', cover: 'closed' },
  'filter spray': { ...open(0, NOT_IN_TUB), jets: 'off', cover: 'closed' },
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

/** These dissolve and lie there: neither acid nor base worth the name, and no oxidiser. */
const NEUTRAL: readonly ProductName[] = [
  'boric acid',
  'cyanuric acid',
  'sodium chloride',
  'sodium bromide',
]
const NEUTRAL_GAP_MINUTES = 5

/**
 * How long after one product another may go in. The whole wait of the first, as a rule; a few minutes where one of the two
 * is neutral; none for air, which only helps to mix. Common practice; the labels come first.
 */
export const gapMinutes = (next: ProductName | 'air' | 'water', before: ProductName): number => {
  const { waitMinutes } = HANDLING[before]
  if (next === 'air') return 0
  if (next === 'water') return waitMinutes
  return NEUTRAL.includes(before) || NEUTRAL.includes(next)
    ? Math.min(NEUTRAL_GAP_MINUTES, waitMinutes)
    : waitMinutes
}

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
  if (families.has('biguanide') && oxidising.some((family) => families.has(family)))
    return 'Biguanide and any chlorine, bromine or oxidiser ruin each other: never in one tub of water.'
  return `The ${PRODUCTS[before].commonName} has to mix first; one product in the water at a time.`
}
