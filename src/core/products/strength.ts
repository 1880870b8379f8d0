import type { ProductName } from './product'
import type { Strength } from './substance'

/** The figure on a label that says how strong a product is. */
export interface StrengthOnLabel {
  key: keyof Pick<Strength, 'purity' | 'weightFraction' | 'availableChlorine' | 'peroxymonosulfate'>
  usualPercent: number
  /** What is sold, percent. */
  low: number
  high: number
  /** Strengths in which it is mostly sold, percent: common practice. */
  mostly?: readonly number[]
}

const purity = (usualPercent: number, low: number): StrengthOnLabel => ({
  key: 'purity',
  usualPercent,
  low,
  high: 100,
})
const solution = (
  usualPercent: number,
  low: number,
  high: number,
  mostly: readonly number[] = [],
): StrengthOnLabel => ({
  key: 'weightFraction',
  usualPercent,
  low,
  high,
  mostly,
})

const ON_LABEL: Partial<Record<ProductName, StrengthOnLabel>> = {
  'sodium bicarbonate': purity(100, 80),
  'sodium carbonate': purity(100, 80),
  'sodium bisulfate': purity(93.2, 60),
  'hydrochloric acid': solution(31.45, 5, 38),
  'calcium chloride flake 77 percent': purity(77, 70),
  'sodium hypochlorite': solution(6, 1, 16, [5, 6, 8.25, 10, 12.5]),
  'calcium hypochlorite': {
    key: 'availableChlorine',
    usualPercent: 65,
    low: 45,
    high: 80,
  },
  'potassium monopersulfate': {
    key: 'peroxymonosulfate',
    usualPercent: 43,
    low: 20,
    high: 50,
  },
  'sodium bromide': purity(100, 20),
  'sodium chloride': purity(100, 95),
  'hydrogen peroxide': solution(12, 3, 35, [3, 6, 12]),
  biguanide: solution(20, 5, 25),
}

/** Undefined where the product is a pure substance or keeps its recipe, so that there is nothing to say. */
export const strengthOnLabel = (product: ProductName): StrengthOnLabel | undefined =>
  ON_LABEL[product]
