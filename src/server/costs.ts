import { TZDate } from '@date-fns/tz'
import Joi from 'joi'
import {
  type Costs,
  costsOf,
  type Entry,
  heatOf,
  type Instant,
  meanPrice,
  type Prices,
} from '@/core'
import type { Store } from '@/store/database'
import { findKit, updateKit } from '@/store/kits'
import { saveSetting } from '@/store/settings'
import { findTub, type TubRow } from '@/store/tubs'
import { isCurrency } from '@/words/money'
import { FIELD, moneyRefusal, REFUSALS } from '@/words/refusals'
import { check, type Fields, number, type Outcome, refused } from './form'
import { heatSettings } from './heat'
import { refillSettings } from './refillSettings'
import { shelfOf } from './shelf'
import { dayField, given, packDay } from './stock'
import { USUAL_DELIVERY_DAYS } from './supplies'

const pricesOf = (store: Store, tub: TubRow): Prices => {
  const { waterPrice, energyPrice } = refillSettings(tub)
  const perKilowattHour = meanPrice(energyPrice, heatSettings(tub))
  return {
    perGram: Object.fromEntries(
      shelfOf(store).flatMap(({ product, stock }) =>
        stock?.price !== undefined && stock.packGrams
          ? [[product, stock.price / stock.packGrams]]
          : [],
      ),
    ),
    perLitre: waterPrice === undefined ? undefined : waterPrice / 1000,
    perKilowattHour,
  }
}

/** Beginnings of the last so many months on the reader's calendar, oldest first, and of the next. */
export const monthsUntil = (now: Instant, count: number, timeZone: string): Instant[] => {
  const today = new TZDate(now, timeZone)
  return Array.from({ length: count + 1 }, (_, i) =>
    new TZDate(today.getFullYear(), today.getMonth() - count + 1 + i, 1, timeZone).getTime(),
  )
}

export interface TubCosts {
  /** Thirty days up to now. */
  lately: Costs
  /** Calendar months, oldest first; the last is not over. */
  months: Costs[]
}

const THIRTY_DAYS = 30 * 86_400_000

/**
 * What a tub has cost: the last thirty days, and month by month.
 * @param air °C at a moment
 */
export const costsFor = (
  store: Store,
  tub: TubRow,
  journal: readonly Entry[],
  {
    now,
    timeZone,
    months,
    air,
  }: { now: Instant; timeZone: string; months: number; air: (at: Instant) => number },
): TubCosts => {
  const prices = pricesOf(store, tub)
  const { fillCelsius, heaterKilowatts } = refillSettings(tub)
  const heat = heatOf(tub, journal, { air, now, ratedKilowatts: heaterKilowatts })
  const between = (from: Instant, to: Instant) =>
    costsOf(tub, journal, prices, { from, to, heat, air, fillCelsius })
  const edges = monthsUntil(now, months, timeZone)
  const first = journal.reduce((least, { at }) => Math.min(least, at), now)
  return {
    lately: between(now - THIRTY_DAYS, now),
    months: edges
      .slice(0, -1)
      .map((from, i) => [from, Math.min(now, edges[i + 1] ?? now)] as const)
      .filter(([, to]) => to > first)
      .map(([from, to]) => between(from, to)),
  }
}

/** What the house pays in, and how long an order takes. */
export const saveMoney = (store: Store, _tub: number, fields: Fields): Outcome => {
  const currency = (fields.currency ?? '').trim().toUpperCase()
  const checked = check<{ deliveryDays?: number }>(
    Joi.object({ deliveryDays: number({ name: FIELD.deliveryDays, low: 0, high: 60 }) }),
    fields,
  )
  const errors = {
    ...('errors' in checked ? checked.errors : {}),
    ...(currency !== '' && !isCurrency(currency)
      ? { currency: moneyRefusal.currency(currency.slice(0, 12)) }
      : {}),
  }
  if ('errors' in checked || Object.keys(errors).length > 0) return refused(fields, errors)
  saveSetting(store, 'money', {
    ...(currency ? { currency } : {}),
    deliveryDays: checked.value.deliveryDays ?? USUAL_DELIVERY_DAYS,
  })
  return { ok: true }
}

/** How many tests are left in a kit, what it cost and until when it is good. */
export const saveKitStock = (
  store: Store,
  { tubId, kitId }: { tubId: number; kitId: number },
  fields: Fields,
  now: Instant,
): Outcome => {
  const row = findKit(store, kitId)
  if (!findTub(store, tubId) || !row) return refused(fields, {}, {}, REFUSALS.noKit)
  const checked = check<{
    tests?: number
    packTests?: number
    price?: number
    openedOn?: Instant
    goodUntil?: Instant
  }>(
    Joi.object({
      tests: number({ name: FIELD.testsLeft, low: 0, high: 10_000 }),
      packTests: number({ name: FIELD.packTests, low: 1, high: 10_000 }),
      price: number({ name: FIELD.packPrice, low: 0, high: 100_000 }),
      openedOn: dayField(FIELD.openedOn),
      goodUntil: dayField(FIELD.goodUntil),
    }),
    fields,
  )
  if ('errors' in checked) return refused(fields, checked.errors)
  const { tests, packTests, price, openedOn, goodUntil } = checked.value
  updateKit(store, kitId, {
    stock: given({
      tests,
      countedAt: tests === undefined ? undefined : now,
      packTests,
      price,
      openedAt: openedOn,
      expiresAt: goodUntil,
    }),
  })
  return { ok: true }
}

/** A kit's stock as its form shows it; what was used since the count is taken off. */
export const kitStockFields = (
  stock: { packTests?: number; price?: number; openedAt?: Instant; expiresAt?: Instant } | null,
  left: number | undefined,
): Fields => ({
  ...(left === undefined ? {} : { tests: String(left) }),
  ...(stock?.packTests === undefined ? {} : { packTests: String(stock.packTests) }),
  ...(stock?.price === undefined ? {} : { price: String(stock.price) }),
  ...(stock?.openedAt === undefined ? {} : { openedOn: packDay(stock.openedAt) }),
  ...(stock?.expiresAt === undefined ? {} : { goodUntil: packDay(stock.expiresAt) }),
})
