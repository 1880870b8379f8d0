import {
  conflictsOf,
  DAY,
  type Instant,
  type Lasts,
  lastsUntil,
  type ProductName,
  packsFor,
  type RunsOut,
  rateOfUse,
  runsOut,
  strengthAt,
  type Use,
  weakens,
} from '@/core'
import type { Store } from '@/store/database'
import { firstEntryAt, takenSince, testsByKit } from '@/store/entries'
import { allKits, findKit, updateKit } from '@/store/kits'
import type { Money } from '@/store/schema'
import { settingOf } from '@/store/settings'
import { findOnShelf, updateOnShelf } from '@/store/shelf'
import { findTub } from '@/store/tubs'
import { REFUSALS } from '@/words/refusals'
import { type Outcome, refused } from './form'
import { type OnShelf, shelfOf } from './shelf'

/** Something that is used up: a product of the shelf, or a kit's strips and reagents. */
export interface Supply {
  key: string
  product: ProductName | undefined
  /** Of a kit. */
  name: string | undefined
  kind: 'product' | 'strip' | 'drops'
  /** The row to change it at. */
  id: number
  left: number | undefined
  use: Use | undefined
  empty: RunsOut | undefined
  lasts: Lasts | undefined
  openedAt: Instant | undefined
  expiresAt: Instant | undefined
  price: number | undefined
  pack: number | undefined
  /** Of what weakens: percent by weight now, and when it was bought. */
  weaker: { percent: number; boughtPercent: number } | undefined
}

export interface ToBuy {
  supply: Supply
  /** Packs where a full one is known, else grams or tests. */
  packs: number | undefined
  amount: number
  cost: number | undefined
}

export interface Supplies {
  /** What runs out first stands first. */
  supplies: Supply[]
  conflicts: ReturnType<typeof conflictsOf>
  /** For the next month. */
  toBuy: ToBuy[]
  /** The earliest of what is to be bought. */
  orderBy: Instant | undefined
  deliveryDays: number
}

export const USUAL_DELIVERY_DAYS = 4
/** A list is for so long, beyond the delivery. */
const LIST_DAYS = 30
/** What weakens is bought for no longer than this. */
const MOST_DAYS_OF_BLEACH = 60

export const moneyOf = (store: Store): Money =>
  settingOf(store, 'money') ?? { deliveryDays: USUAL_DELIVERY_DAYS }

const LONGEST = 70 * DAY

const productSupply = (
  row: OnShelf,
  taken: readonly { at: Instant; product: ProductName; grams: number }[],
  { since, now, deliveryDays }: { since: Instant; now: Instant; deliveryDays: number },
): Supply => {
  const { price, packGrams, openedAt, expiresAt, boughtAt } = row.stock ?? {}
  const use = rateOfUse(
    taken.flatMap(({ at, product, grams }) =>
      product === row.product ? [{ at, amount: grams }] : [],
    ),
    { since, now },
  )
  const left = row.gramsLeft
  const empty = left === undefined || !use ? undefined : runsOut(left, use, now)
  const label = row.strength.weightFraction
  const aged = strengthAt(row.product, row.strength, { boughtAt, openedAt }, now).weightFraction
  return {
    key: `product-${row.id}`,
    product: row.product,
    name: undefined,
    kind: 'product',
    id: row.id,
    left,
    use,
    empty,
    lasts: lastsUntil(empty, expiresAt, deliveryDays),
    openedAt,
    expiresAt,
    price,
    pack: packGrams,
    weaker:
      weakens(row.product) && aged !== undefined && (boughtAt ?? openedAt) !== undefined
        ? { percent: 100 * aged, boughtPercent: 100 * (label ?? 0.06) }
        : undefined,
  }
}

const toBuyOf = (supply: Supply, deliveryDays: number, now: Instant): ToBuy[] => {
  const { use, left, pack, price, lasts, product } = supply
  const days = LIST_DAYS + deliveryDays
  if (!lasts || lasts.orderBy > now + LIST_DAYS * DAY) return []
  const horizon = product && weakens(product) ? Math.min(days, MOST_DAYS_OF_BLEACH) : days
  // What is past its date by then counts as gone.
  const still = lasts.by === 'date' && lasts.until < now + days * DAY ? 0 : (left ?? 0)
  const amount = use ? Math.max(0, use.perDay * horizon - still) : (pack ?? 0)
  if (amount <= 0 && lasts.by !== 'date') return []
  const packs = pack ? Math.max(1, use ? packsFor(use, still, horizon, pack) : 1) : undefined
  return [
    {
      supply,
      packs,
      amount,
      cost: packs !== undefined && price !== undefined ? packs * price : undefined,
    },
  ]
}

/** What the house has, how long it lasts by the use of all its tubs, and what to buy. */
export const suppliesOf = (store: Store, now: Instant): Supplies => {
  const { deliveryDays } = moneyOf(store)
  const first = firstEntryAt(store) ?? now
  const taken = takenSince(store, now - LONGEST)
  const at = { since: first, now, deliveryDays }
  const rows = shelfOf(store)
  const kits = allKits(store).flatMap((kit): Supply[] => {
    if (kit.spec.kind === 'meter') return []
    const { tests, countedAt, packTests, price, openedAt, expiresAt } = kit.stock ?? {}
    const used = testsByKit(store, kit.id, now - LONGEST)
    const use = rateOfUse(
      used.map((one) => ({ at: one, amount: 1 })),
      at,
    )
    const left =
      tests === undefined
        ? undefined
        : Math.max(0, tests - testsByKit(store, kit.id, countedAt ?? 0).length)
    const empty = left === undefined || !use ? undefined : runsOut(left, use, now)
    return [
      {
        key: `kit-${kit.id}`,
        product: undefined,
        name: kit.name,
        kind: kit.spec.kind,
        id: kit.id,
        left,
        use,
        empty,
        lasts: lastsUntil(empty, expiresAt, deliveryDays),
        openedAt,
        expiresAt,
        price,
        pack: packTests,
        weaker: undefined,
      },
    ]
  })
  const supplies = [...rows.map((row) => productSupply(row, taken, at)), ...kits].sort(
    (a, b) =>
      (a.lasts?.until ?? Number.POSITIVE_INFINITY) - (b.lasts?.until ?? Number.POSITIVE_INFINITY),
  )
  const toBuy = supplies.flatMap((supply) => toBuyOf(supply, deliveryDays, now))
  const orders = toBuy.flatMap(({ supply }) => supply.lasts?.orderBy ?? [])
  return {
    supplies,
    conflicts: conflictsOf(rows.map(({ product, stock }) => ({ product, place: stock?.place }))),
    toBuy,
    orderBy: orders.length > 0 ? Math.max(now, Math.min(...orders)) : undefined,
    deliveryDays,
  }
}

/** A line of the list was bought: it stands on the shelf, full packs beside what is left. */
export const boughtSupply = (store: Store, tubId: number, key: string, now: Instant): Outcome => {
  const { supplies, toBuy } = suppliesOf(store, now)
  const line = toBuy.find(({ supply }) => supply.key === key)
  const supply = supplies.find((one) => one.key === key)
  if (!findTub(store, tubId) || !supply || !line) return refused({}, {}, {}, REFUSALS.notOnList)
  const amount = line.packs !== undefined && supply.pack ? line.packs * supply.pack : line.amount
  const left = (supply.left ?? 0) + amount
  if (supply.product) {
    const row = findOnShelf(store, supply.id)
    // A new pack has a date of its own.
    const { expiresAt: _old, openedAt: _opened, ...stock } = row?.stock ?? {}
    updateOnShelf(store, supply.id, {
      countedGrams: left,
      countedAt: now,
      stock: { ...stock, boughtAt: now },
    })
  } else {
    const { expiresAt: _old, openedAt: _opened, ...stock } = findKit(store, supply.id)?.stock ?? {}
    updateKit(store, supply.id, { stock: { ...stock, tests: left, countedAt: now } })
  }
  return { ok: true }
}
