import { type Handling, type PlanStep, PRODUCTS, type ProductName, type WaitReason } from '@/core'

/** Shown with every dose. */
export const ALWAYS = 'Nobody in the tub. Labels and local rules take priority over this plan.'

const SCATTER = 'Scatter it over moving water with a dry scoop.'
const CUPS = 'Add one cup at a time in front of a return jet.'
const POUR = 'Pour it slowly along the edge, into moving water.'
const FILTER = 'Pour it into the filter compartment a little at a time, with the pump running.'
const ACID = 'Wear gloves and eye protection. Keep the wind at your back.'
const OXIDISER = 'Wear gloves and eye protection. Use a clean, dry scoop.'
const APART = 'Never let chlorine touch acid or another oxidiser: keep a scoop just for it.'
const HOT =
  'It gets hot as it dissolves: stir it into a full bucket of cool water, then pour it in.'
const BUCKET =
  'Stir the granules into a clean bucket of tub water until they dissolve, never water onto granules, and pour it in slowly. Leave the jets and the filter pump off for half an hour.'
const TABLETS = 'Wear gloves, and don’t breathe the fumes from the tablet container.'
const LABEL = 'Measure it as its own label says, with its own cap.'
const NOT_IN_TUB =
  'Wear gloves. Never use it in the tub: use it in a bucket outdoors, and rinse until clear.'

/** What to watch out for, at the hand that pours. Common practice; the product's label comes first. */
export const CAUTIONS: Record<ProductName, readonly string[]> = {
  'sodium bicarbonate': [SCATTER],
  'sodium carbonate': [
    'Wear gloves and eye protection: soda ash burns.',
    'Stir it into a bucket of tub water, then pour slowly.',
  ],
  'sodium bisulfate': [
    ACID,
    'Scatter acid onto the water. Never pour water onto acid. Keep it away from chlorine and bromine products.',
  ],
  'hydrochloric acid': [
    `${ACID} It fumes: outdoors only.`,
    'Pour acid into a bucket of water, never water into acid, then pour slowly. Keep it away from chlorine.',
  ],
  'borax decahydrate': ['Wear gloves. Stir it into a bucket of warm tub water, then pour.'],
  'boric acid': ['Wear gloves. It dissolves slowly: add it in parts over the running jets.'],
  'calcium chloride dihydrate': [HOT],
  'calcium chloride anhydrous': [`Wear gloves. ${HOT}`],
  'calcium chloride flake 77 percent': [HOT],
  'sodium dichlor dihydrate': [OXIDISER, APART],
  trichlor: [
    TABLETS,
    'Only ever put these tablets in this floater: with another kind of chlorine they can burst into flames.',
  ],
  'sodium hypochlorite': [`Wear gloves and eye protection. ${POUR}`, APART],
  'calcium hypochlorite': [
    'Wear gloves and eye protection. Stir it into a full bucket of water, let it settle, and pour in the clear part.',
    'Never mix it with dichlor, trichlor or anything damp: it can burst into flames.',
  ],
  'potassium monopersulfate': [
    OXIDISER,
    'Never let it touch acid or tablets: keep a scoop just for it.',
  ],
  'sodium bromide': ['Use a clean, dry scoop. It doesn’t sanitize until you add the oxidiser.'],
  bromochlorodimethylhydantoin: [TABLETS, 'Only ever put bromine tablets in this floater.'],
  'sodium chloride': [`${CUPS} Measure before adding the second half.`],
  'hydrogen peroxide': [
    'Wear gloves and eye protection: it whitens and burns skin, above 12 % at once. Rinse spills with plenty of water.',
    POUR,
  ],
  biguanide: [
    `Wear gloves. ${POUR}`,
    'Never combine with chlorine, bromine or their oxidisers: drain first.',
  ],
  'sodium thiosulfate pentahydrate': [
    `${SCATTER} Add half first: any excess uses up your next dose.`,
  ],
  'cyanuric acid': [
    'Wear gloves. It takes hours to dissolve: hang it in a sock in front of a jet, not on the shell.',
  ],
  'scale and metal inhibitor': [LABEL],
  enzyme: [LABEL],
  clarifier: [LABEL],
  'anti-foam': [LABEL],
  'conditioner part one': [LABEL],
  'conditioner part two': [`${LABEL} Add it after part one. The water turns milky at first.`],
  'oxygen packet': [OXIDISER, LABEL],
  'slow cleaning tablet': [`${LABEL} Don’t put it in a feeder that held anything else.`],
  'pipe flush': [
    'Wear gloves. Measure it as its own label says.',
    'Nobody gets in until the tub has been drained and refilled.',
  ],
  'filter soak': [NOT_IN_TUB],
  'filter spray': [NOT_IN_TUB],
}

/** What to watch out for with a product that goes in by these jets, at this place. */
export const cautionsFor = (
  product: ProductName,
  { jets, into }: Pick<Handling, 'jets' | 'into'>,
): readonly string[] => {
  const lines = CAUTIONS[product]
  if (PRODUCTS[product].form === 'granules' && jets === 'off') return [BUCKET, ...lines]
  if (into !== 'filter compartment') return lines
  const moved = lines.map((line) =>
    [SCATTER, POUR, CUPS].reduce((text, one) => text.replace(one, FILTER), line),
  )
  return moved.some((line) => line.includes(FILTER)) ? moved : [FILTER, ...moved]
}

export const stepCautions = (step: PlanStep): readonly string[] => {
  switch (step.kind) {
    case 'add':
      return cautionsFor(step.product, step)
    case 'aerate':
      return ['Keep out: this is part of the treatment.']
    case 'replace water':
      return [
        'Switch the power off at the breaker before the level drops below the skimmer or a jet.',
        'Local rules say where the water may go. Let the sanitizer fall to near zero first.',
      ]
  }
}

/** Why a product has to wait for the one before it. */
export const formatWait = (wait: WaitReason): string => {
  switch (wait.code) {
    case 'acid and oxidiser':
      return 'Acid and oxidiser release toxic gas if mixed undiluted.'
    case 'two oxidisers':
      return 'Two oxidisers must never mix undiluted.'
    case 'biguanide and halogen':
      return 'Biguanide and any chlorine, bromine or oxidiser ruin each other: never use both in the same water.'
    case 'mixing':
      return `The ${PRODUCTS[wait.before].commonName} has to mix in first. Add one product at a time.`
  }
}
