import { currentBody, ENTRY_VERSION } from '@/core/journal/entryVersion'
import { openStore } from '@/store/database'
import { insertTogether, journalOf } from '@/store/entries'
import { entries } from '@/store/schema'
import { insertTub } from '@/store/tubs'
import { newTub } from './newTub'

const body1 = {
  product: 'sodium dichlor dihydrate',
  grams: 10,
  override: {
    against: 'Acid and oxidiser set free harmful gas.',
    reason: 'poured before I looked',
  },
}

test('version 1 to 2: a dose keeps what was said against it, and its reason', () => {
  expect(currentBody('dose', 1, body1)).toEqual({
    product: 'sodium dichlor dihydrate',
    grams: 10,
    override: {
      against: [],
      said: 'Acid and oxidiser set free harmful gas.',
      reason: 'poured before I looked',
    },
  })
  expect(currentBody('dose', 1, { product: 'enzyme', grams: 3 })).toEqual({
    product: 'enzyme',
    grams: 3,
  })
  expect(currentBody('note', 1, { text: 'lamp' })).toEqual({ text: 'lamp' })
})

test('version 2 to 3: people are whole, and nobody is in for less than a minute', () => {
  expect(currentBody('soak', 2, { people: 2.5, minutes: 0.5, party: true })).toEqual({
    people: 3,
    minutes: 1,
    party: true,
  })
  expect(currentBody('soak', 1, { people: 4, minutes: 40 })).toEqual({ people: 4, minutes: 40 })
})

test('a body of the newest version is taken as it is; one of a later version is not guessed at', () => {
  const body = { text: 'as it is' }
  expect(currentBody('note', ENTRY_VERSION, body)).toBe(body)
  for (const version of [0, 1.5, ENTRY_VERSION + 1])
    expect(() => currentBody('note', version, body)).toThrow(/is not known here/)
})

test('what a database of before holds is read as of today, and stays stored as it was', () => {
  const store = openStore(':memory:')
  const { id: tubId } = insertTub(store, newTub)
  store
    .insert(entries)
    .values({
      tubId,
      kind: 'dose',
      version: 1,
      happenedAt: 1000,
      recordedAt: 1000,
      body: body1 as never,
    })
    .run()
  insertTogether(store, tubId, [{ kind: 'note', at: 2000, body: { text: 'new' } }], 2000)
  const [note, dose] = journalOf(store, tubId)
  expect(note?.body).toEqual({ text: 'new' })
  expect(dose?.body).toMatchObject({ override: { said: body1.override.against } })
  expect(
    store
      .select()
      .from(entries)
      .all()
      .map(({ version }) => version),
  ).toEqual([1, ENTRY_VERSION])
})
