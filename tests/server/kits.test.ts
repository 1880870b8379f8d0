import type { Fields, Outcome } from '@/server/form'
import { recordEntry } from '@/server/journal'
import { createKit, editKit, kitFields, removeKit } from '@/server/kits'
import { openStore, type Store } from '@/store/database'
import { journalOf } from '@/store/entries'
import { allKits, findKit } from '@/store/kits'
import { insertTub } from '@/store/tubs'
import { newTub } from '../store/newTub'

const NOW = Date.UTC(2026, 4, 20, 18, 0)
let store: Store
let tub: number

beforeEach(() => {
  store = openStore(':memory:')
  tub = insertTub(store, newTub).id
})

const errorsOf = (outcome: Outcome) => (outcome.ok ? {} : outcome.errors)
const added = (layout: string) => {
  const outcome = createKit(store, tub, { layout }, NOW)
  if (!outcome.ok) throw new Error('not added')
  const kit = allKits(store).at(-1)
  if (!kit) throw new Error('no kit')
  return { kit, next: outcome.next }
}
const fieldsOf = (id: number): Fields => {
  const kit = findKit(store, id)
  if (!kit) throw new Error('no kit')
  return kitFields(kit)
}

test('a layout becomes a kit in one go, and the reading follows', () => {
  const { kit, next } = added('strip.four')
  expect(next).toBe(`/tubs/${tub}/test?with=strip&kit=${kit.id}`)
  expect(kit.spec.kind === 'strip' && kit.spec.pads).toHaveLength(4)
  expect(errorsOf(createKit(store, tub, { layout: 'strip.hundred' }, NOW)).layout).toBeDefined()
})

test('what its form shows, sent back, changes nothing', () => {
  for (const layout of ['strip.six', 'drops.large', 'meter']) {
    const { kit } = added(layout)
    expect(editKit(store, tub, kit.id, fieldsOf(kit.id)).ok).toBe(true)
    expect(findKit(store, kit.id)).toEqual(kit)
  }
})

test('a strip is taught: values in a line, colours beside them, in any order', () => {
  const { kit } = added('strip.three')
  const outcome = editKit(store, tub, kit.id, {
    ...fieldsOf(kit.id),
    name: 'Jetty strip',
    waitSeconds: '20',
    'pad.1.values': '8,4 7.8  7.2; 6.8',
    'pad.1.colour.0': '#aa3344',
    'pad.1.colour.3': '#ddbb55',
    'error.pH': '0,15',
  })
  expect(outcome.ok).toBe(true)
  const row = findKit(store, kit.id)
  expect(row?.name).toBe('Jetty strip')
  expect(row?.errors).toEqual({ pH: 0.15 })
  if (row?.spec.kind !== 'strip') throw new Error('no strip')
  expect(row.spec.waitSeconds).toBe(20)
  expect(row.spec.pads[1]?.blocks).toEqual([
    { value: 6.8, colour: '#ddbb55' },
    { value: 7.2 },
    { value: 7.8 },
    { value: 8.4, colour: '#aa3344' },
  ])
})

test.each<[Fields, string]>([
  [{ 'pad.1.values': '7.2' }, 'pad.1.values'],
  [{ 'pad.1.values': '7.2 lots' }, 'pad.1.values'],
  [{ 'pad.1.values': '7.2 70' }, 'pad.1.values'],
  [{ 'pad.1.values': '7.2 7.2' }, 'pad.1.values'],
  [{ 'pad.0.quantity': 'pH' }, 'pad.1.quantity'],
  [{ name: '' }, 'name'],
  [{ waitSeconds: '4000' }, 'waitSeconds'],
  [{ 'error.pH': '-1' }, 'error.pH'],
])('%j is refused at its field, and the kit stays', (given, field) => {
  const { kit } = added('strip.three')
  expect(errorsOf(editKit(store, tub, kit.id, { ...fieldsOf(kit.id), ...given }))[field]).toMatch(
    /\w/,
  )
  expect(findKit(store, kit.id)).toEqual(kit)
})

test('the factor of a drop is the owner’s, and so is the error of what it reads', () => {
  const { kit } = added('drops.small')
  editKit(store, tub, kit.id, { ...fieldsOf(kit.id), 'drop.totalAlkalinity.perDrop': '20' })
  const outcome = recordEntry(
    store,
    tub,
    { kind: 'test', method: 'drops', when: 'now', kit: String(kit.id), totalAlkalinity: '100' },
    NOW,
  )
  expect(outcome.ok).toBe(true)
  expect(journalOf(store, tub)[0]).toMatchObject({
    body: { kitId: kit.id, standardDeviations: { totalAlkalinity: 10 + 4 } },
  })
})

test('a kit of another kind, or one that is gone, leaves the method’s own error', () => {
  const { kit } = added('drops.small')
  removeKit(store, tub, kit.id, NOW)
  expect(allKits(store)).toEqual([])
  recordEntry(
    store,
    tub,
    { kind: 'test', method: 'strip', when: 'now', kit: String(kit.id), pH: '7.4' },
    NOW,
  )
  const [entry] = journalOf(store, tub)
  expect(entry?.kind === 'test' && entry.body.kitId).toBeUndefined()
})
