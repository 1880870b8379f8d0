import type { NewEntry } from '@/core/journal/entry'
import { DAY, HOUR } from '@/core/time'
import { entryFields } from '@/server/entries/forms'
import { fieldsOf } from '@/server/form'
import { recordEntry } from '@/server/journal'
import { tubList, tubView } from '@/server/views'
import { openStore, type Store } from '@/store/database'
import { insertEntry, journalOf, lastChange, markDeleted } from '@/store/entries'
import { findTub, insertTub, type TubRow } from '@/store/tubs'
import { newTub } from '../store/newTub'

const NOW = Date.UTC(2026, 4, 20, 18, 0)
let store: Store
let tub: TubRow
beforeEach(() => {
  store = openStore(':memory:')
  tub = insertTub(store, newTub)
})

test('a tub that is not there has no view', () => {
  expect(tubView(store, 99, NOW)).toBeUndefined()
})

test('a view is a function of tub, journal and now: the same twice, and nothing is written', () => {
  insertEntry(
    store,
    tub.id,
    {
      kind: 'test',
      at: NOW - HOUR,
      body: { method: 'drops', readings: { freeChlorine: 1, pH: 8 } },
    },
    NOW,
  )
  // What is worked out only where it is asked for is a function, and no two of those are equal.
  const at = (now: number) => {
    const view = tubView(store, tub.id, now)
    return view && { ...view, foreseen: view.foreseen(), pHAt: view.pHAt(now) }
  }
  const once = at(NOW)
  expect(at(NOW)).toEqual(once)
  expect(tubView(store, tub.id, NOW + 2 * DAY)?.verdict.closures).toContainEqual(
    expect.objectContaining({ code: 'test too old', quantity: 'freeChlorine' }),
  )
  expect(journalOf(store, tub.id)).toHaveLength(1)
})

test('every entry belongs to one tub, and each tub is judged by its own', () => {
  const other = insertTub(store, { ...newTub, name: 'Cellar' })
  recordEntry(
    store,
    other.id,
    { kind: 'test', when: 'now', method: 'drops', freeChlorine: '4', pH: '7.5' },
    NOW,
  )
  expect(tubList(store).map(({ name }) => name)).toEqual(['Deck', 'Cellar'])
  expect(tubView(store, tub.id, NOW)?.verdict.mayGetIn).toBe('test first')
  expect(tubView(store, other.id, NOW)?.verdict.mayGetIn).toBe('yes')
})

test('a deleted reading no longer carries the verdict', () => {
  const entry = insertEntry(
    store,
    tub.id,
    { kind: 'test', at: NOW, body: { method: 'drops', readings: { freeChlorine: 4, pH: 7.5 } } },
    NOW,
  )
  expect(tubView(store, tub.id, NOW)?.verdict.mayGetIn).toBe('yes')
  markDeleted(store, tub.id, entry.id, NOW)
  expect(tubView(store, tub.id, NOW)?.verdict.mayGetIn).toBe('test first')
})

test('the last change is the newest of writing, deleting and taking back', () => {
  expect(lastChange(store, tub.id)).toBeUndefined()
  const note = (text: string): NewEntry => ({ kind: 'note', at: 1, body: { text } })
  const first = insertEntry(store, tub.id, note('a'), 10)
  insertEntry(store, tub.id, note('b'), 11)
  expect(lastChange(store, tub.id)).toMatchObject({ what: 'added', at: 11 })
  markDeleted(store, tub.id, first.id, 12)
  expect(lastChange(store, tub.id)).toMatchObject({ what: 'deleted', id: first.id, at: 12 })
})

/** Every kind of entry, as a person enters it. */
const ENTERED: Record<string, Record<string, string>> = {
  test: { method: 'meter', freeChlorine: '3.4', pH: '7.45', temperature: '37.5' },
  dose: { product: 'sodium carbonate', amount: '1.5' },
  aeration: { minutes: '45' },
  soak: { people: '3', minutes: '40' },
  water: { percent: '35' },
  note: { text: 'Wind from the west.' },
}

test.each(Object.entries(ENTERED))(
  'a %s comes back to its form as it was entered',
  (kind, fields) => {
    const outcome = recordEntry(
      store,
      tub.id,
      { kind, when: 'earlier', at: '2026-05-20T09:15', zone: 'America/New_York', ...fields },
      NOW,
    )
    expect(outcome.ok).toBe(true)
    const [entry] = journalOf(store, tub.id)
    const row = findTub(store, tub.id)
    if (!entry || !row) throw new Error('no entry')
    expect(entryFields(entry, row, 'America/New_York')).toMatchObject({
      ...fields,
      when: 'earlier',
      at: '2026-05-20T09:15',
    })
  },
)

test('a form is read as strings; React’s own fields and files are left out', () => {
  const data = new FormData()
  data.set('pH', '7.4')
  data.set('$ACTION_ID', 'x')
  data.set('photo', new Blob(['x']))
  expect(fieldsOf(data)).toEqual({ pH: '7.4' })
})
