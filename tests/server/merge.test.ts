import fc from 'fast-check'
import { saveChore } from '@/server/chores'
import { recordEntry } from '@/server/journal'
import { createKit, editKit, kitFields } from '@/server/kits'
import { merged } from '@/server/merge'
import { refillFields, saveRefillSettings } from '@/server/refillSettings'
import { addToShelf, editOnShelf, shelfFields, shelfOf } from '@/server/shelf'
import { editTub, tubFields } from '@/server/tubs'
import { openStore, type Store } from '@/store/database'
import { allKits } from '@/store/kits'
import { findTub, insertTub, type TubRow } from '@/store/tubs'
import { choreRulesOf } from '@/store/upkeep'
import { share } from '../share'
import { newTub } from '../store/newTub'

const NOW = Date.UTC(2026, 4, 20, 18)
const HOUR = 3_600_000
let store: Store
let id: number
beforeEach(() => {
  store = openStore(':memory:')
  id = insertTub(store, newTub).id
})
const tub = (): TubRow => {
  const row = findTub(store, id)
  if (!row) throw new Error('no tub')
  return row
}
type Fields = Record<string, string>
/** A page as it was drawn, and a save from it. */
const page = (drawn: Fields) => (change: Fields) => ({
  ...drawn,
  ...change,
  drawn: JSON.stringify(drawn),
})

describe('a tub that two phones have open', () => {
  test('a rename keeps the volume that the other phone set meanwhile', () => {
    const first = page(tubFields(tub()))
    const second = page(tubFields(tub()))
    expect(editTub(store, id, second({ volume: '1100' }), NOW).ok).toBe(true)
    expect(editTub(store, id, first({ name: 'Terrace' }), NOW + 1)).toMatchObject({ ok: true })
    expect(tub()).toMatchObject({ name: 'Terrace', volumeLitres: 1100 })
  })
  test('the same field changed twice is asked about, with both values, and stays until it is answered', () => {
    const first = page(tubFields(tub()))
    expect(editTub(store, id, page(tubFields(tub()))({ name: 'Cellar' }), NOW).ok).toBe(true)
    const outcome = editTub(store, id, first({ name: 'Terrace' }), NOW + 1)
    expect(outcome).toMatchObject({
      ok: false,
      asks: {
        name: {
          field: 'name',
          options: [
            { value: 'mine', label: 'Terrace' },
            { value: 'theirs', label: 'Cellar' },
          ],
        },
      },
    })
    expect(tub().name).toBe('Cellar')
    expect(
      editTub(
        store,
        id,
        first({ name: 'Terrace', 'confirm.name': 'theirs', place: 'yard' }),
        NOW + 2,
      ).ok,
    ).toBe(true)
    expect(tub()).toMatchObject({ name: 'Cellar', place: 'yard' })
    expect(editTub(store, id, first({ name: 'Terrace', 'confirm.name': 'mine' }), NOW + 3).ok).toBe(
      true,
    )
    expect(tub().name).toBe('Terrace')
  })
  test('a volume and its unit are one thing: figures of two units are never mixed', () => {
    const first = page(tubFields(tub()))
    const second = page(tubFields(tub()))
    expect(editTub(store, id, second({ volumeUnit: 'US gallon', volume: '280' }), NOW).ok).toBe(
      true,
    )
    const outcome = editTub(store, id, first({ volume: '1050' }), NOW + 1)
    expect(outcome).toMatchObject({ ok: false, asks: { volume: { field: 'volume' } } })
    expect(tub().volumeLitres).toBeCloseTo(1059.9, 0)
  })
})

describe('the shelf', () => {
  beforeEach(() => {
    addToShelf(store, id, { product: 'sodium bicarbonate' }, NOW - 5 * HOUR)
    const [item] = shelfOf(store)
    editOnShelf(store, { tubId: id, id: item?.id ?? 0 }, { left: '1000' }, NOW - 4 * HOUR)
  })
  const item = () => {
    const [one] = shelfOf(store)
    if (!one) throw new Error('nothing on the shelf')
    return one
  }
  const dose = (now: number) =>
    recordEntry(
      store,
      id,
      { kind: 'dose', when: 'now', product: 'sodium bicarbonate', amount: '100' },
      now,
    )
  test('a note from the label puts back nothing of what went in since the page was opened', () => {
    const open = page(shelfFields(item(), tub()))
    expect(dose(NOW).ok).toBe(true)
    expect(
      editOnShelf(
        store,
        { tubId: id, id: item().id },
        open({ scoopName: 'cup', scoop: '40' }),
        NOW + 1,
      ).ok,
    ).toBe(true)
    expect(item()).toMatchObject({ gramsLeft: 900, countedGrams: 1000, scoop: { grams: 40 } })
  })
  test('a new count on top of a dose is asked about', () => {
    const open = page(shelfFields(item(), tub()))
    dose(NOW)
    expect(
      editOnShelf(store, { tubId: id, id: item().id }, open({ left: '990' }), NOW + 1),
    ).toMatchObject({
      ok: false,
      asks: { left: { options: [{ label: '990' }, { label: '900' }] } },
    })
    editOnShelf(
      store,
      { tubId: id, id: item().id },
      open({ left: '890', 'confirm.left': 'mine' }),
      NOW + 2,
    )
    expect(item().gramsLeft).toBe(890)
  })
})

test('a kit: the wait from one phone and the name from the other both stay', () => {
  createKit(store, id, { layout: 'strip.four' }, NOW)
  const kit = () => {
    const [one] = allKits(store)
    if (!one) throw new Error('no kit')
    return one
  }
  const first = page(kitFields(kit()))
  const second = page(kitFields(kit()))
  expect(editKit(store, id, kit().id, second({ waitSeconds: '20' })).ok).toBe(true)
  expect(editKit(store, id, kit().id, first({ name: 'Blue box' })).ok).toBe(true)
  expect(kit()).toMatchObject({ name: 'Blue box', spec: { waitSeconds: 20 } })
})

test('refill settings: a price and a purge from two phones', () => {
  const first = page(refillFields(tub()))
  const second = page(refillFields(tub()))
  expect(saveRefillSettings(store, id, second({ purgeHours: '6' })).ok).toBe(true)
  expect(saveRefillSettings(store, id, first({ waterPrice: '4' })).ok).toBe(true)
  expect(tub().refill).toMatchObject({ purgeHours: 6, waterPrice: 4 })
})

test('a chore: its interval and its name', () => {
  const drawn = { name: 'Lamp', lane: 'equipment', days: '30', windowDays: '3', minutes: '5' }
  expect(saveChore(store, id, drawn, NOW).ok).toBe(true)
  const chore = `own-${choreRulesOf(store, id)[0]?.id}`
  const first = (change: Fields) => ({ ...page(drawn)(change), chore })
  expect(saveChore(store, id, first({ days: '60' }), NOW + 1).ok).toBe(true)
  expect(saveChore(store, id, first({ name: 'Lamp glass' }), NOW + 2).ok).toBe(true)
  expect(choreRulesOf(store, id)[0]?.change).toMatchObject({
    name: 'Lamp glass',
    interval: { days: 60 },
  })
})

test('what two people change is never lost in silence: each field is theirs, the other’s, or asked', () => {
  const value = fc.constantFrom('a', 'b', 'c')
  const fields = fc.record({ x: value, y: value, z: value })
  fc.assert(
    fc.property(fields, fields, fields, (drawn, current, given) => {
      const laid = merged(current, { ...given, drawn: JSON.stringify(drawn) })
      for (const name of ['x', 'y', 'z'] as const) {
        const mine = given[name] !== drawn[name]
        const theirs = current[name] !== drawn[name]
        const collide = mine && theirs && given[name] !== current[name]
        if ('asked' in laid) {
          const asks = laid.asked.ok ? {} : laid.asked.asks
          expect(name in (asks ?? {})).toBe(collide)
        } else expect(laid.fields[name]).toBe(mine ? given[name] : current[name])
      }
    }),
    { numRuns: share('changes of two people', 300, 2000) },
  )
})

test.each(['', '[]', 'null', '{"x":1}', '{bad', `"${'x'.repeat(70_000)}"`])(
  'a page that says nonsense of what it had shown (%.10s) is taken at its word, and harms nothing',
  (drawn) => {
    expect(() => merged({ x: 'a' }, { x: 'b', drawn })).not.toThrow()
  },
)
