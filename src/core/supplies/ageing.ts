import type { ProductName } from '../products/product'
import { strengthOnLabel } from '../products/strength'
import type { Strength } from '../products/substance'
import { DAY, type Instant } from '../time'
import type { StockFacts } from './stock'

/*
 * Liquid chlorine decays by itself, the stronger the faster: half of 10 % is gone in 220 days at 25 °C, of 15 % in 144, of 5 % in 790 (makers'
 * tables, from memory). An order of 2.4 comes within a third of all three. Each 10 °C make it 3.6 times as fast (10 %: 800 days at 15 °C, 60
 * at 35 °C; from memory). Nothing else on a shelf loses strength that an owner's test would show, as long as it is dry and closed.
 */
const ORDER = 2.4
const HALF_LIFE_DAYS_OF_TEN_PERCENT = 220
const TIMES_IN_TEN_KELVIN = 3.6
const RATE_AT_25 =
  (2 ** (ORDER - 1) - 1) / ((ORDER - 1) * 10 ** (ORDER - 1) * HALF_LIFE_DAYS_OF_TEN_PERCENT)

/** A cupboard in a house; assumed. */
const STORE_CELSIUS = 20

/**
 * Weight fraction of sodium hypochlorite that is left.
 * @param fraction when it was made, 0 to 0.2
 * @param days since
 */
export const bleachLeft = (fraction: number, days: number, celsius = STORE_CELSIUS): number => {
  if (fraction <= 0 || days <= 0) return fraction
  const rate = RATE_AT_25 * TIMES_IN_TEN_KELVIN ** ((celsius - 25) / 10)
  const percent = 100 * fraction
  return (percent ** (1 - ORDER) + (ORDER - 1) * rate * days) ** (1 / (1 - ORDER)) / 100
}

export const weakens = (product: ProductName): boolean => product === 'sodium hypochlorite'

/** What a pack is worth at a moment: as its label says, less what age has taken where that is known. */
export const strengthAt = (
  product: ProductName,
  label: Strength,
  { boughtAt, openedAt }: Pick<StockFacts, 'boughtAt' | 'openedAt'>,
  at: Instant,
): Strength => {
  const since = boughtAt ?? openedAt
  if (!weakens(product) || since === undefined || at <= since) return label
  const usual = (strengthOnLabel(product)?.usualPercent ?? 6) / 100
  const left = bleachLeft(label.weightFraction ?? usual, (at - since) / DAY)
  return { ...label, weightFraction: Math.max(0.001, Math.round(left * 10_000) / 10_000) }
}
