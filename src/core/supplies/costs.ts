import { warmingKilowattHours } from '../heat/heat'
import { neededKilowatts, pumpWatts, type TubHeat } from '../heat/tubHeat'
import { type EmptyTime, emptyTimes } from '../journal/closedDown'
import { type Entry, isKind } from '../journal/entry'
import { PRODUCTS, type ProductName } from '../products/product'
import { shocksIn } from '../soaks/shocks'
import { DAY, HOUR, type Instant } from '../time'
import type { Tub } from '../tub/tub'

/** What a dose was for. */
export const SPENT_ON = ['sanitizer', 'balance', 'shock', 'refill', 'care'] as const
export type SpentOn = (typeof SPENT_ON)[number]

/** A fill is balanced and started within so long. */
const START_UP = 3 * DAY

const purposeOf = (
  entry: Extract<Entry, { kind: 'dose' }>,
  shocks: ReadonlySet<Entry>,
  filledAt: Instant | undefined,
): SpentOn => {
  if (filledAt !== undefined && entry.at - filledAt < START_UP) return 'refill'
  const { family } = PRODUCTS[entry.body.product]
  if (family === 'helper' || family === 'cleaner') return 'care'
  if (shocks.has(entry)) return 'shock'
  return family === 'acid' ||
    family === 'base' ||
    family === 'mineral' ||
    family === 'stabiliser' ||
    family === 'salt'
    ? 'balance'
    : 'sanitizer'
}

export interface Prices {
  /** Of a gram of each product that has a price. */
  perGram: Partial<Record<ProductName, number>>
  /** Of a litre, and of a kilowatt hour; undefined where none was given. */
  perLitre: number | undefined
  perKilowattHour: number | undefined
}

export interface Costs {
  from: Instant
  to: Instant
  /** By what the heat was worked out. */
  heat: TubHeat
  /** By product: grams, and money where it has a price. */
  products: { product: ProductName; grams: number; money: number | undefined }[]
  /** Of the priced ones. */
  spentOn: Record<SpentOn, number>
  litres: number
  kilowattHours: { heat: number; pumps: number; fills: number }
  /** Undefined where the price is not known. */
  productsMoney: number | undefined
  waterMoney: number | undefined
  energyMoney: number | undefined
  soaks: number
  personHours: number
}

/** A time of a tub: its own heat, the air at each moment, and how cold it is filled, °C. */
export interface CostsAsked {
  from: Instant
  to: Instant
  heat: TubHeat
  air: (at: Instant) => number
  fillCelsius: number
}

/** Of a time, what lies outside others that follow one another, ms. */
const outside = (from: Instant, to: Instant, times: readonly EmptyTime[]): number =>
  times.reduce(
    (left, one) => left - Math.max(0, Math.min(to, one.to ?? to) - Math.max(from, one.from)),
    to - from,
  )

/** What heat and pumps take in a time with water in the tub, kWh. */
const energyOf = (
  tub: Tub,
  { soakHours, fills }: { soakHours: number; fills: number },
  { from, to, heat, air, fillCelsius }: CostsAsked,
  empty: readonly EmptyTime[],
): Costs['kilowattHours'] => {
  const { volumeLitres, setTemperatureCelsius } = tub
  let held = 0
  const step = 6 * HOUR
  for (let at = from; at < to; at += step)
    held +=
      (Math.min(
        heat.kilowatts.value,
        neededKilowatts(heat, setTemperatureCelsius, air(at + step / 2)),
      ) *
        outside(at, Math.min(to, at + step), empty)) /
      HOUR
  const watts = pumpWatts(tub)
  return {
    heat: held,
    pumps: (watts.unattended * (outside(from, to, empty) / HOUR) + watts.jets * soakHours) / 1000,
    fills: fills * warmingKilowattHours(volumeLitres, fillCelsius, setTemperatureCelsius),
  }
}

/** Money only where there is a price, and none where there is none. */
const priced = (amount: number, price: number | undefined) =>
  price === undefined ? undefined : amount * price

/**
 * What a time has cost at one tub: products as the journal has them, water by the litre, energy by the tub's own cooling (its kind's, until
 * it is learnt). Before the first fill that is known, and while the tub stood empty, nothing was heated.
 * @param journal in any order
 */
export const costsOf = (
  tub: Tub,
  journal: readonly Entry[],
  prices: Prices,
  asked: CostsAsked,
): Costs => {
  const { from, to } = asked
  const within = ({ at }: { at: Instant }) => at >= from && at < to
  const waters = journal.filter(isKind('water')).toSorted((a, b) => a.at - b.at)
  const full = waters.filter(({ body }) => body.replacedFraction >= 1)
  const filledBefore = (at: Instant) => full.findLast((one) => one.at <= at)?.at
  const grams = new Map<ProductName, number>()
  const spentOn: Record<SpentOn, number> = {
    sanitizer: 0,
    balance: 0,
    shock: 0,
    refill: 0,
    care: 0,
  }
  const take = (product: ProductName, amount: number, what: SpentOn) => {
    grams.set(product, (grams.get(product) ?? 0) + amount)
    spentOn[what] += amount * (prices.perGram[product] ?? 0)
  }
  const shocks = new Set<Entry>(shocksIn(tub, journal, to))
  for (const entry of journal) {
    if (!within(entry)) continue
    if (entry.kind === 'dose')
      take(entry.body.product, entry.body.grams, purposeOf(entry, shocks, filledBefore(entry.at)))
    if (entry.kind === 'chore' && entry.body.used)
      take(entry.body.used.product, entry.body.used.grams, 'care')
  }
  const soaks = journal.filter(isKind('soak')).filter(within)
  const changed = waters.filter(within).reduce((sum, { body }) => sum + body.replacedFraction, 0)
  const first = journal.reduce((least, { at }) => Math.min(least, at), to)
  const kilowattHours = energyOf(
    tub,
    { soakHours: soaks.reduce((sum, { body }) => sum + body.minutes / 60, 0), fills: changed },
    { ...asked, from: Math.min(to, Math.max(from, first)) },
    emptyTimes(journal),
  )
  const products = [...grams].map(([product, amount]) => ({
    product,
    grams: amount,
    money: priced(amount, prices.perGram[product]),
  }))
  const known = products.flatMap(({ money }) => money ?? [])
  const litres = changed * tub.volumeLitres
  const { heat, pumps, fills } = kilowattHours
  return {
    from,
    to,
    heat: asked.heat,
    products: products.toSorted((a, b) => (b.money ?? 0) - (a.money ?? 0) || b.grams - a.grams),
    spentOn,
    litres,
    kilowattHours,
    productsMoney:
      known.length > 0 || products.length === 0 ? known.reduce((a, b) => a + b, 0) : undefined,
    waterMoney: priced(litres, prices.perLitre),
    energyMoney: priced(heat + pumps + fills, prices.perKilowattHour),
    soaks: soaks.length,
    personHours: soaks.reduce((sum, { body }) => sum + (body.people * body.minutes) / 60, 0),
  }
}
