import type { ProductName } from './product'
import type { Strength } from './substance'

/** The figure on a label that says how strong a product is. */
export interface StrengthOnLabel {
  key: keyof Pick<Strength, 'purity' | 'weightFraction' | 'availableChlorine' | 'peroxymonosulfate'>
  /** What the label calls it. */
  name: string
  usualPercent: number
  /** What is sold, percent. */
  low: number
  high: number
}

const purity = (usualPercent: number, low: number): StrengthOnLabel => ({
  key: 'purity',
  name: 'Purity',
  usualPercent,
  low,
  high: 100,
})
const solution = (
  name: string,
  usualPercent: number,
  low: number,
  high: number,
): StrengthOnLabel => ({ key: 'weightFraction', name, usualPercent, low, high })

const ON_LABEL: Partial<Record<ProductName, StrengthOnLabel>> = {
  'sodium bicarbonate': purity(100, 80),
  'sodium carbonate': purity(100, 80),
  'sodium bisulfate': purity(93.2, 60),
  'hydrochloric acid': solution('Hydrochloric acid by weight', 31.45, 5, 38),
  'calcium chloride flake 77 percent': purity(77, 70),
  'sodium hypochlorite': solution('Sodium hypochlorite by weight', 6, 1, 16),
  'calcium hypochlorite': {
    key: 'availableChlorine',
    name: 'Available chlorine',
    usualPercent: 65,
    low: 45,
    high: 80,
  },
  'potassium monopersulfate': {
    key: 'peroxymonosulfate',
    name: 'Potassium monopersulfate (KHSO₅)',
    usualPercent: 43,
    low: 20,
    high: 50,
  },
  'sodium bromide': purity(100, 20),
  'sodium chloride': purity(100, 95),
  'hydrogen peroxide': solution('Peroxide by weight', 35, 3, 35),
  biguanide: solution('Biguanide by weight', 20, 5, 25),
}

/** Undefined where the product is a pure substance or keeps its recipe, so that there is nothing to say. */
export const strengthOnLabel = (product: ProductName): StrengthOnLabel | undefined =>
  ON_LABEL[product]
