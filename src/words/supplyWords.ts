import {
  type Costs,
  type Keeping,
  type PoolOnly,
  PRODUCTS,
  type ProductName,
  type SpentOn,
  type StorageConflict,
} from '@/core'
import type { Supply, ToBuy } from '@/server/supplies'
import { dateFormat } from './formats'
import { money } from './money'
import {
  type DisplayPreferences,
  day,
  dose,
  duration,
  formatNumber,
  list,
  lowerFirst,
  upperFirst,
  weekday,
} from './words'

const CONFLICT_WORDS: Record<StorageConflict, string> = {
  'acid and chlorine': 'acid on chlorine or an oxidiser gives poisonous gas',
  'two chlorines': 'two kinds of chlorine or bromine can catch fire or burst when they mix',
  'oxidiser and organic': 'an oxidiser can set light to what it spills into',
}

/** One sentence for a pair that stands together. */
export const conflictSaid = ({
  a,
  b,
  why,
  place,
}: {
  a: ProductName
  b: ProductName
  why: StorageConflict
  place: string
}): string => {
  const [one, other] = [PRODUCTS[a].commonName, PRODUCTS[b].commonName]
  return `${one.slice(0, 1).toUpperCase()}${one.slice(1)} and ${other} stand together${place ? ` (${place})` : ''}: ${CONFLICT_WORDS[why]}. Move one.`
}

export const KEEPING_WORDS: Record<Keeping, string> = {
  'cool and dark': 'Keep it cool and dark, upright, its vent free; heat and light weaken it.',
  dry: 'Keep it dry and closed, with a dry scoop of its own.',
  'bottle stands in a tray': 'Keep it upright in a tray of its own.',
}

export const POOL_ONLY_WORDS: Record<PoolOnly, string> = {
  'calcium each time':
    'Sold for pools: each dose adds calcium, and granules that lie undissolved bleach the shell.',
  'too acid':
    'Sold for pools: very acid and full of stabiliser; in a small hot volume it wears metal, cover and shell.',
  'heats as it dissolves':
    'It heats strongly as it dissolves: into a bucket of cold water, little by little.',
  'pool strength':
    'Pool strength: twice as strong as household bleach or more. Enter the strength on its label, and measure in millilitres.',
}

export const SPENT_WORDS: Record<SpentOn, string> = {
  sanitizer: 'Sanitizer',
  balance: 'Balance',
  shock: 'Shock',
  refill: 'First days of a fill',
  care: 'Filters, surfaces, helpers',
}

export const unpricedSaid = (products: readonly ProductName[]): string =>
  `No price yet: ${list(products.map((one) => PRODUCTS[one].commonName))}. They count as nothing.`

const DAY = 86_400_000

export const supplyName = ({ product, name }: Pick<Supply, 'product' | 'name'>): string =>
  product ? upperFirst(PRODUCTS[product].commonName) : (name ?? '')

const inAmount = (
  supply: Pick<Supply, 'product'>,
  value: number,
  preferences: DisplayPreferences,
) =>
  supply.product
    ? dose(supply.product, value, preferences)
    : `${formatNumber(value, 0, preferences)} ${Math.round(value) === 1 ? 'test' : 'tests'}`

/** How long something lasts: days, then months, then years. */
export const lastsSaid = (supply: Supply, now: number): string => {
  const { lasts, left, use } = supply
  if (!lasts) return left === undefined ? 'not counted' : use ? 'for years' : 'not in use'
  if (lasts.until <= now) return lasts.by === 'date' ? 'past its date' : 'empty'
  const days = (lasts.until - now) / DAY
  return days < 92
    ? duration(lasts.until - now)
    : days < 700
      ? `${Math.round(days / 30.4)} months`
      : 'for years'
}

export const supplyLeft = (supply: Supply, preferences: DisplayPreferences): string =>
  supply.left === undefined ? '–' : inAmount(supply, supply.left, preferences)

/** What is known of how it is used, in a line: "6 g a day; opened Tue 3 Jun; 12.1 % now". */
export const supplyLine = (supply: Supply, preferences: DisplayPreferences): string => {
  const { use, openedAt, expiresAt, weaker } = supply
  const parts: string[] = []
  if (use)
    parts.push(
      use.perDay >= (supply.product ? 1 : 0.5)
        ? `${inAmount(supply, use.perDay, preferences)} a day`
        : `${inAmount(supply, use.perDay * 30, preferences)} a month`,
    )
  if (openedAt !== undefined) parts.push(`opened ${weekday(openedAt, preferences)}`)
  if (expiresAt !== undefined) parts.push(`good until ${weekday(expiresAt, preferences)}`)
  if (weaker)
    parts.push(
      `${formatNumber(weaker.percent, 1, preferences)} % now, ${formatNumber(weaker.boughtPercent, 1, preferences)} % when bought`,
    )
  return parts.join('; ')
}

/** A line of the shopping list: "Dry acid, 2 packs of 1,000 g". */
export const toBuySaid = (
  { supply, packs, amount }: ToBuy,
  preferences: DisplayPreferences,
): string => {
  const name = supplyName(supply)
  if (packs !== undefined && supply.pack)
    return `${name}, ${packs === 1 ? '' : `${packs} × `}${inAmount(supply, supply.pack, preferences)}`
  return amount > 0 ? `${name}, ${inAmount(supply, amount, preferences)}` : name
}

/** What runs out first, as a heading. */
export const runOutTitle = (
  supplies: readonly Supply[],
  preferences: DisplayPreferences,
): string => {
  const soon = supplies
    .filter(({ lasts }) => lasts && lasts.until < preferences.now + 92 * DAY)
    .slice(0, 2)
  if (soon.length === 0) return 'What runs out when'
  return `What runs out when: ${soon
    .map((supply) => {
      const until = supply.lasts?.until ?? 0
      return until <= preferences.now
        ? `${lowerFirst(supplyName(supply))} ${supply.lasts?.by === 'date' ? 'past its date' : 'empty'}`
        : `${lowerFirst(supplyName(supply))} in ${duration(until - preferences.now)}`
    })
    .join(', ')}`
}

export const monthName = (at: number, preferences: DisplayPreferences) =>
  dateFormat(preferences.locale, { timeZone: preferences.timeZone, month: 'short' }).format(at)

/** The month's sum as the title, and its largest part. */
export const costTitle = (
  costs: Costs,
  currency: string,
  preferences: DisplayPreferences,
): string => {
  const { productsMoney, waterMoney, energyMoney } = costs
  const parts = [
    ['heat and pumps', energyMoney],
    ['products', productsMoney],
    ['water', waterMoney],
  ] as const
  const known = parts.flatMap(([name, value]) =>
    value === undefined ? [] : [[name, value] as const],
  )
  const total = known.reduce((sum, [, value]) => sum + value, 0)
  if (total <= 0) return 'What a month takes'
  const about = (value: number) => money(value, currency, preferences, value >= 10)
  const [largest] = known.toSorted(([, a], [, b]) => b - a)
  return known.length > 1 && largest
    ? `A month costs about ${about(total)}; ${largest[0]} ${largest[0] === 'water' ? 'is' : 'are'} ${about(largest[1])} of it.`
    : `A month costs about ${about(total)} in ${known[0]?.[0]}.`
}

/** Beside the reading: strips and reagents past their date mislead. */
export const formatExpired = (
  name: string,
  expiredAt: number,
  preferences: DisplayPreferences,
): string =>
  `${name}: good until ${day(expiredAt, preferences)}, and past it. Its readings can’t be trusted: open a new pack, or test another way.`
