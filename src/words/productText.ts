import type { ProductName, StrengthOnLabel } from '@/core'

/** What the label has to say for the figures to hold. */
export const USUAL_STRENGTH: Record<ProductName, string> = {
  'sodium bicarbonate': 'pure',
  'sodium carbonate': 'pure, anhydrous',
  'sodium bisulfate': '93.2 %',
  'hydrochloric acid': '31.45 % HCl',
  'borax decahydrate': 'pure, decahydrate',
  'boric acid': 'pure',
  'calcium chloride dihydrate': 'dihydrate, 75.5 % CaCl₂',
  'calcium chloride anhydrous': 'pure, anhydrous',
  'calcium chloride flake 77 percent': '77 % CaCl₂',
  'sodium dichlor dihydrate': '55.4 % available chlorine',
  trichlor: '91.5 % available chlorine',
  'sodium hypochlorite': '6 % NaOCl by weight, unscented',
  'calcium hypochlorite': '65 % available chlorine',
  'potassium monopersulfate': '43 % KHSO₅',
  'sodium bromide': 'pure',
  bromochlorodimethylhydantoin: 'pure',
  'sodium chloride': 'pure, no additives',
  'hydrogen peroxide': '12 %',
  biguanide: '20 % solution',
  'sodium thiosulfate pentahydrate': 'pure, pentahydrate',
  'cyanuric acid': 'pure',
  'scale and metal inhibitor': 'as on its label',
  enzyme: 'as on its label',
  clarifier: 'as on its label',
  'anti-foam': 'as on its label',
  'conditioner part one': 'as on its label',
  'conditioner part two': 'as on its label',
  'oxygen packet': 'as on its label',
  'slow cleaning tablet': 'as on its label',
  'pipe flush': 'as on its label',
  'filter soak': 'as on its label',
  'filter spray': 'as on its label',
}

/** What else the usual label says. */
export const LABEL_NOTES: Partial<Record<ProductName, string>> = {
  'sodium dichlor dihydrate': 'The usual daily dose. Your own label comes first.',
  'scale and metal inhibitor':
    'A full dose a month, or a quarter of it each week. Take a silver cartridge out for 24 hours.',
  enzyme: 'Weekly, once the shock of the same evening has worked for its time.',
  clarifier: 'Only when the water is cloudy. Rinse the filter the next day.',
  'anti-foam': 'A capful at most, with the jets on. Then find the cause.',
  'conditioner part one': 'Add this first, then part two.',
  'conditioner part two': 'After part one. The water is milky for half an hour to an hour.',
  'oxygen packet': 'An oxidiser: cover half open, nobody in. Never with biguanide.',
  'hydrogen peroxide':
    'No stronger than 12 %: in many places more may not be sold to the public. It burns skin at once and feeds fire.',
  'slow cleaning tablet':
    'Pushed into the filter basket. Skip it in a week without bathers. Only with the sanitizer its label names.',
  'pipe flush': 'The day before draining. Nobody gets in afterwards.',
  'filter soak': 'Never in the tub. Rinse until clear.',
  'filter spray': 'Ten minutes on the wet pleats, then rinse.',
}

/** What a label calls a product's strength. */
export const strengthName = (product: ProductName, { key }: StrengthOnLabel): string => {
  switch (key) {
    case 'purity':
      return 'Purity'
    case 'availableChlorine':
      return 'Available chlorine'
    case 'peroxymonosulfate':
      return 'Potassium monopersulfate (KHSO₅)'
    case 'weightFraction':
      return `${BY_WEIGHT[product] ?? 'Active ingredient'} by weight`
  }
}

const BY_WEIGHT: Partial<Record<ProductName, string>> = {
  'hydrochloric acid': 'Hydrochloric acid',
  'sodium hypochlorite': 'Sodium hypochlorite',
  'hydrogen peroxide': 'Peroxide',
  biguanide: 'Biguanide',
}
