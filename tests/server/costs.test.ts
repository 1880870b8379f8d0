import { demoDrops } from '@/demo/kits'
import { costsFor, kitStockFields, monthsUntil, saveKitStock, saveMoney } from '@/server/costs'
import { recordEntry } from '@/server/journal'
import { addToShelf, editOnShelf, shelfFields, shelfOf } from '@/server/shelf'
import { boughtSupply, moneyOf, suppliesOf } from '@/server/supplies'
import { tubView } from '@/server/views'
import { openStore, type Store } from '@/store/database'
import { journalOf } from '@/store/entries'
import { findKit, insertKit } from '@/store/kits'
import { findTub, insertTub } from '@/store/tubs'
import { currencyOf, money } from '@/words/money'
import { newTub } from '../store/newTub'

const DAY = 86_400_000
const NOW = Date.UTC(2026, 4, 20, 18, 0)
let store: Store
let tub: number

beforeEach(() => {
  store = openStore(':memory:')
  tub = insertTub(store, newTub).id
})

const put = (product: string, fields: Record<string, string>) => {
  const { next } = addToShelf(store, tub, { product }, NOW) as { next: string }
  const id = Number(next.split('/').at(-1))
  return { id, outcome: editOnShelf(store, { tubId: tub, id }, fields, NOW) }
}
const dose = (product: string, amount: string, daysAgo: number) =>
  recordEntry(
    store,
    tub,
    {
      kind: 'dose',
      product,
      amount,
      'confirm.amount': 'yes',
      'reason.wait': 'told',
      'reason.people': 'told',
      'reason.product': 'told',
    },
    NOW - daysAgo * DAY,
  )

test('a pack’s facts come back as they were typed; a day is the same day everywhere; what is wrong is said at its field', () => {
  const fields = {
    price: '12.5',
    pack: '1500',
    boughtOn: '2026-03-01',
    goodUntil: '2027-01-31',
    place: 'shed',
  }
  const { id, outcome } = put('sodium bisulfate', fields)
  expect(outcome.ok).toBe(true)
  const row = shelfOf(store)[0]
  const found = findTub(store, tub)
  if (!row || !found) throw new Error('both are here')
  expect(shelfFields(row, found)).toMatchObject(fields)
  const refusal = editOnShelf(
    store,
    { tubId: tub, id },
    { ...fields, boughtOn: '2026-02-30', price: 'free' },
    NOW,
  )
  expect(refusal).toMatchObject({
    ok: false,
    errors: {
      boughtOn: expect.stringContaining('2026-02-30'),
      price: expect.stringContaining('free'),
    },
  })
  expect(shelfOf(store)[0]?.stock?.place).toBe('shed')
})

test('what is logged counts down, weeks of it say how long it lasts, and buying a line stocks the shelf', () => {
  put('sodium dichlor dihydrate', { left: '100', price: '20', pack: '1000' })
  for (let week = 0; week < 5; week++) dose('sodium dichlor dihydrate', '28', 3 + 7 * week)
  const [supply] = suppliesOf(store, NOW).supplies
  expect(supply?.use?.perDay).toBeCloseTo(4, 5)
  // Counted today: what went in before is in the count already.
  expect(supply?.left).toBe(100)
  expect(((supply?.empty?.expected ?? 0) - NOW) / DAY).toBeCloseTo(25, 1)
  const { toBuy, orderBy } = suppliesOf(store, NOW)
  expect(toBuy.map(({ packs, cost }) => [packs, cost])).toEqual([[1, 20]])
  expect(orderBy).toBeGreaterThanOrEqual(NOW)
  expect(boughtSupply(store, tub, toBuy[0]?.supply.key ?? '', NOW).ok).toBe(true)
  expect(shelfOf(store)[0]).toMatchObject({ gramsLeft: 1100, stock: { boughtAt: NOW } })
  expect(suppliesOf(store, NOW).toBuy).toEqual([])
  expect(boughtSupply(store, tub, 'product-1', NOW)).toMatchObject({
    ok: false,
    message: expect.stringContaining('no longer on the list'),
  })
})

test('bleach that has stood is planned by what is left of it, and logged so', () => {
  put('sodium hypochlorite', { left: '4000', strength: '12', boughtOn: '2025-11-01' })
  dose('sodium hypochlorite', '20', 0)
  const [entry] = journalOf(store, tub)
  if (entry?.kind !== 'dose') throw new Error('it was logged')
  expect(entry.body.strength?.weightFraction).toBeLessThan(0.11)
  expect(entry.body.strength?.weightFraction).toBeGreaterThan(0.06)
})

test('a kit is counted down by its tests, and its date says until when', () => {
  const kit = insertKit(store, { ...demoDrops, createdAt: NOW })
  expect(
    saveKitStock(
      store,
      { tubId: tub, kitId: kit.id },
      { tests: '20', packTests: '50', price: '9', goodUntil: '2026-06-01' },
      NOW - 2 * DAY,
    ).ok,
  ).toBe(true)
  for (const hours of [30, 6])
    recordEntry(
      store,
      tub,
      { kind: 'test', method: 'drops', kit: String(kit.id), freeChlorine: '3', pH: '7.4' },
      NOW - hours * 3_600_000,
    )
  const supply = suppliesOf(store, NOW).supplies.find(({ key }) => key === `kit-${kit.id}`)
  expect(supply?.left).toBe(18)
  expect(supply?.lasts).toMatchObject({ by: 'date' })
  expect(kitStockFields(findKit(store, kit.id)?.stock ?? null, supply?.left)).toEqual({
    tests: '18',
    packTests: '50',
    price: '9',
    goodUntil: '2026-06-01',
  })
  expect(saveKitStock(store, { tubId: tub, kitId: 99 }, {}, NOW).ok).toBe(false)
  expect(saveKitStock(store, { tubId: tub, kitId: kit.id }, { tests: 'many' }, NOW)).toMatchObject({
    ok: false,
    errors: { tests: expect.stringContaining('many') },
  })
})

test('the currency is three letters that exist, or the reader’s own region’s', () => {
  expect(saveMoney(store, tub, { currency: 'dollars', deliveryDays: '4' })).toMatchObject({
    ok: false,
    errors: { currency: expect.stringContaining('DOLLARS') },
  })
  expect(saveMoney(store, tub, { currency: 'sek', deliveryDays: '' }).ok).toBe(true)
  expect(moneyOf(store)).toEqual({ currency: 'SEK', deliveryDays: 4 })
  expect(currencyOf(undefined, 'en-US')).toBe('USD')
  expect(currencyOf(undefined, 'en-DE')).toBe('EUR')
  expect(currencyOf('SEK', 'en-US')).toBe('SEK')
  const reader = (locale: string) => ({ locale, timeZone: 'UTC', units: newTub.units, now: NOW })
  expect(money(12.4, 'USD', reader('en-US'))).toBe('$12.40')
  expect(money(12.4, 'EUR', reader('en-DE'))).toBe('12,40 €')
  expect(money(1240, 'USD', reader('en-US'))).toBe('$1,240')
})

test('months are the reader’s own, and begin before the first entry for nobody', () => {
  const [first, second] = monthsUntil(NOW, 2, 'America/New_York')
  expect(new Date(first ?? 0).toISOString()).toBe('2026-04-01T04:00:00.000Z')
  expect(new Date(second ?? 0).toISOString()).toBe('2026-05-01T04:00:00.000Z')
  dose('sodium bicarbonate', '50', 3)
  put('sodium bicarbonate', { price: '6', pack: '2000' })
  const view = tubView(store, tub, NOW)
  if (!view) throw new Error('the tub is here')
  const { lately, months } = costsFor(store, view.row, view.written, {
    now: NOW,
    timeZone: 'UTC',
    months: 6,
    air: () => 8,
  })
  expect(months).toHaveLength(1)
  expect(lately.productsMoney).toBeCloseTo(0.15, 10)
  expect(months[0]?.productsMoney).toBeCloseTo(0.15, 10)
  expect(lately.energyMoney).toBeUndefined()
})

test('a dose of an older pack keeps its strength when its amount is corrected, whatever stands on the shelf by then', () => {
  const { id } = put('sodium hypochlorite', { left: '4000', strength: '12' })
  dose('sodium hypochlorite', '20', 1)
  const [before] = journalOf(store, tub)
  editOnShelf(store, { tubId: tub, id }, { left: '4000', strength: '6' }, NOW)
  recordEntry(
    store,
    tub,
    {
      kind: 'dose',
      product: 'sodium hypochlorite',
      amount: '25',
      when: 'now',
      'confirm.amount': 'yes',
      replaces: String(before?.id),
    },
    NOW - DAY / 2,
  )
  const [after] = journalOf(store, tub)
  expect(after?.kind === 'dose' && after.body.strength).toEqual({ weightFraction: 0.12 })
})
