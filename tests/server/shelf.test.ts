import { choose } from '@/server/choices'
import type { Fields, Outcome } from '@/server/form'
import { recordEntry } from '@/server/journal'
import { addToShelf, editOnShelf, removeFromShelf, shelfFields, shelfOf } from '@/server/shelf'
import { tubView } from '@/server/views'
import { openStore, type Store } from '@/store/database'
import { findTub, insertTub } from '@/store/tubs'
import { newTub } from '../store/newTub'

const NOW = Date.UTC(2026, 4, 20, 18, 0)
let store: Store
let tub: number

beforeEach(() => {
  store = openStore(':memory:')
  tub = insertTub(store, newTub).id
})

const add = (product: string) => addToShelf(store, tub, { product }, NOW)
const edit = (fields: Fields) =>
  editOnShelf(store, { tubId: tub, id: shelfOf(store)[0]?.id ?? 0 }, fields, NOW)
const errorsOf = (outcome: Outcome) => (outcome.ok ? {} : outcome.errors)
const only = () => {
  const [item] = shelfOf(store)
  if (!item) throw new Error('the shelf is empty')
  return item
}

test('what is counted goes down by what is logged, in any tub', () => {
  add('sodium bicarbonate')
  expect(only().gramsLeft).toBeUndefined()
  expect(edit({ left: '500' })).toMatchObject({ ok: true })
  const other = insertTub(store, { ...newTub, name: 'Other' }).id
  const dose = (into: number, amount: string, at: number) =>
    recordEntry(
      store,
      into,
      // Nine hundred grams are asked about.
      { kind: 'dose', product: 'sodium bicarbonate', amount, 'confirm.amount': 'yes' },
      at,
    )
  dose(tub, '60', NOW + 60_000)
  dose(other, '100', NOW + 60_000)
  expect(only().gramsLeft).toBe(340)
  dose(tub, '900', NOW + 3_600_000)
  expect(only().gramsLeft).toBe(0)
})

test('the same product stands there once, and can be taken off', () => {
  add('sodium bisulfate')
  add('sodium bisulfate')
  expect(shelfOf(store)).toHaveLength(1)
  expect(removeFromShelf(store, tub, only().id, NOW).ok).toBe(true)
  expect(shelfOf(store)).toEqual([])
  expect(removeFromShelf(store, tub, 1, NOW).ok).toBe(false)
  expect(errorsOf(add('moon dust')).product).toContain('choose')
})

test('strength, scoop and label are kept as the label says, and come back as they were typed', () => {
  add('sodium hypochlorite')
  const given = { left: '900', strength: '10', labelAmount: '', labelPer: '' }
  expect(edit(given).ok).toBe(true)
  expect(only().strength).toEqual({ weightFraction: 0.1 })
  const row = findTub(store, tub)
  if (!row) throw new Error('no tub')
  expect(shelfFields(only(), row)).toMatchObject({ left: '900', strength: '10' })
})

test('a scoop is weighed, or counted from a box', () => {
  add('sodium bisulfate')
  expect(edit({ scoopName: 'cap', boxHolds: '1500', scoopsInBox: '75' }).ok).toBe(true)
  expect(only().scoop).toEqual({ name: 'cap', grams: 20 })
  expect(errorsOf(edit({ boxHolds: '1500' })).scoopsInBox).toContain('enter both')
  expect(errorsOf(edit({ scoop: 'two' })).scoop).toContain('isn’t a number')
  expect(errorsOf(edit({ strength: '20' })).strength).toContain('60 to 100 %')
  expect(only().scoop).toEqual({ name: 'cap', grams: 20 })
})

test('a label’s rule has both its halves', () => {
  add('clarifier')
  expect(errorsOf(edit({ labelAmount: '30' })).labelPer).toContain('needs both')
  expect(edit({ labelAmount: '30', labelPer: '1500', labelDays: '14' }).ok).toBe(true)
  expect(only().label).toEqual({
    amount: 30,
    unit: 'mL',
    perLitres: 1500,
    everyDays: 14,
    note: '',
  })
})

test('the plan reaches for the shelf, at the strength on its label', () => {
  recordEntry(
    store,
    tub,
    { kind: 'test', method: 'meter', pH: '7.5', totalAlkalinity: '100', freeChlorine: '1' },
    NOW,
  )
  add('sodium hypochlorite')
  const grams = () => {
    const step = tubView(store, tub, NOW + 60_000)?.plan.steps.at(-1)
    if (step?.kind !== 'add') throw new Error('no dose')
    expect(step.product).toBe('sodium hypochlorite')
    return step.grams
  }
  const usual = grams()
  edit({ strength: '12' })
  // Twice the strength, half the dose; scales round to 5 mL here.
  expect(Math.abs(grams() - usual / 2)).toBeLessThan(6)
})

describe('ways to do it', () => {
  test('are kept for the tub', () => {
    expect(choose(store, tub, { asks: 'raisePh', value: 'air' }, NOW).ok).toBe(true)
    expect(choose(store, tub, { asks: 'aim', value: 'edge' }, NOW).ok).toBe(true)
    expect(findTub(store, tub)?.choices).toEqual({ raisePh: 'air', aim: 'edge' })
    expect(tubView(store, tub, NOW)?.planOptions.choices).toEqual({ raisePh: 'air', aim: 'edge' })
  })
  test('a school’s ranges become the tub’s', () => {
    expect(choose(store, tub, { asks: 'preset', value: 'low' }, NOW).ok).toBe(true)
    expect(findTub(store, tub)).toMatchObject({
      preset: 'low',
      targets: { sanitizer: { low: 1, high: 3 } },
    })
  })
  test.each([
    { asks: 'raisePh', value: 'prayer' },
    { asks: 'colour', value: 'blue' },
    { asks: 'preset', value: 'none' },
  ])('$asks: $value is refused', (fields) => {
    expect(choose(store, tub, fields, NOW).ok).toBe(false)
    expect(findTub(store, tub)?.choices).toEqual({})
  })
})
