import { HOUR, MINUTE } from '@/core/time'
import { tickStartStep } from '@/server/startUp'
import { tubView } from '@/server/views'
import { openStore, type Store } from '@/store/database'
import { insertEntry, journalOf } from '@/store/entries'
import { insertTub } from '@/store/tubs'
import { newTub } from '../store/newTub'

const NOW = Date.UTC(2026, 4, 20, 18, 0)
let store: Store
let tub: number

/** Filled and balanced this afternoon: the start shock is next. */
beforeEach(() => {
  store = openStore(':memory:')
  tub = insertTub(store, newTub).id
  insertEntry(store, tub, { kind: 'water', at: NOW - 8 * HOUR, body: { replacedFraction: 1 } }, NOW)
  insertEntry(store, tub, { kind: 'start', at: NOW - 7 * HOUR, body: { step: 'filled' } }, NOW)
  const readings = { pH: 7.5, totalAlkalinity: 100, calciumHardness: 180, freeChlorine: 0 }
  insertEntry(
    store,
    tub,
    { kind: 'test', at: NOW - HOUR, body: { method: 'drops', readings } },
    NOW,
  )
})

const tick = () => {
  const open = tubView(store, tub, NOW)?.startProgress?.now
  const { product = '', grams = 0 } = open ?? {}
  return tickStartStep(store, tub, { step: open?.id ?? '', product, grams: String(grams) }, NOW)
}

test('a step is ticked with its dose, once', () => {
  const before = journalOf(store, tub).length
  expect(tick()).toMatchObject({ ok: true })
  expect(journalOf(store, tub).length).toBe(before + 2)
  // It waits now, and a wait can't be ticked.
  expect(tick()).toMatchObject({ ok: false })
  expect(journalOf(store, tub).length).toBe(before + 2)
})

test('after an electric shock nothing is ticked or poured, and it says why', () => {
  insertEntry(
    store,
    tub,
    { kind: 'look', at: NOW - MINUTE, body: { signs: ['electric shock'] } },
    NOW,
  )
  const before = journalOf(store, tub).length
  expect(tick()).toMatchObject({
    ok: false,
    message: expect.stringMatching(/don’t touch the water/),
  })
  expect(journalOf(store, tub).length).toBe(before)
})
