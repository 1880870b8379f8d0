import fc from 'fast-check'
import { recordEntry } from '@/server/journal'
import { answerOf, once } from '@/server/once'
import { openStore, type Store } from '@/store/database'
import { journalOf } from '@/store/entries'
import { insertTub } from '@/store/tubs'
import { share } from '../share'
import { newTub } from '../store/newTub'

const NOW = Date.UTC(2026, 4, 20, 18)
let store: Store
let tub: number
beforeEach(() => {
  store = openStore(':memory:')
  tub = insertTub(store, newTub).id
})
const count = () => journalOf(store, tub).length
const key = (n = 1) => `key-of-this-form-${n}`
const post = (fields: Record<string, string>, now = NOW) =>
  once(store, { what: 'saving an entry', fields, now }, () => recordEntry(store, tub, fields, now))

const FORMS: Record<string, Record<string, string>> = {
  note: { kind: 'note', when: 'now', text: 'lamp' },
  'a dose outside the plan': {
    kind: 'dose',
    when: 'now',
    product: 'sodium bicarbonate',
    amount: '20',
  },
  'a test': { kind: 'test', when: 'now', method: 'strip', pH: '7.4' },
  'a water change': { kind: 'water', when: 'now', percent: '30' },
  aeration: { kind: 'aeration', when: 'now', minutes: '30' },
  'a soak': { kind: 'soak', when: 'now', people: '2', minutes: '20' },
}

test.each(Object.keys(FORMS))('%s, sent three times: one entry, the same answer', (name) => {
  const fields = { ...FORMS[name], post: key() }
  const first = post(fields)
  expect(first.ok).toBe(true)
  expect(post(fields, NOW + 60_000)).toEqual(first)
  expect(post({ ...fields, locale: 'de-DE' }, NOW + 3_600_000)).toEqual(first)
  expect(count()).toBe(1)
  // The same words with a key of their own are said twice on purpose.
  expect(
    post(
      { ...fields, post: key(2), ...(name === 'a soak' ? { 'confirm.overlap': 'yes' } : {}) },
      NOW + 4_000_000,
    ).ok,
  ).toBe(true)
  expect(count()).toBe(2)
})

test('a form that came without a key is not saved', () => {
  for (const bad of [undefined, '', 'short', 'x'.repeat(65), '../../etc/passwd-here'])
    expect(post({ ...FORMS.note, ...(bad === undefined ? {} : { post: bad }) })).toMatchObject({
      ok: false,
      message: expect.stringMatching(/without its key/),
    })
  expect(count()).toBe(0)
})

test('what was refused may come again under its key, and is then saved once', () => {
  expect(post({ ...FORMS['a test'], pH: 'high', post: key() }).ok).toBe(false)
  expect(answerOf(store, key())).toBeUndefined()
  expect(post({ ...FORMS['a test'], post: key() }).ok).toBe(true)
  expect(answerOf(store, key())).toEqual({ next: `/tubs/${tub}/dose` })
  expect(count()).toBe(1)
})

test('changed after it was saved, under the same key: nothing is written, and that is said', () => {
  post({ ...FORMS.note, post: key() })
  expect(post({ ...FORMS.note, text: 'lamp and cover', post: key() }, NOW + 120_000)).toMatchObject(
    {
      ok: false,
      message: expect.stringMatching(/was saved 2 minutes ago/),
    },
  )
  expect(count()).toBe(1)
})

test('an answer and what it answers for are written together or not at all', () => {
  expect(() =>
    once(store, { what: 'failing', fields: { post: key() }, now: NOW }, () => {
      recordEntry(store, tub, FORMS.note ?? {}, NOW)
      throw new Error('the power went')
    }),
  ).toThrow('the power went')
  expect(count()).toBe(0)
  expect(answerOf(store, key())).toBeUndefined()
})

test('keys are kept for three months', () => {
  post({ ...FORMS.note, post: key() })
  post({ ...FORMS.note, post: key(2) }, NOW + 89 * 86_400_000)
  expect(answerOf(store, key())).toBeDefined()
  post({ ...FORMS.note, post: key(3) }, NOW + 91 * 86_400_000)
  expect(answerOf(store, key())).toBeUndefined()
  expect(answerOf(store, key(2))).toBeDefined()
})

test('any order of sends and repeats writes each form once', () => {
  let run = 0
  fc.assert(
    fc.property(fc.array(fc.nat(7), { minLength: 1, maxLength: 20 }), (sends) => {
      const { id } = insertTub(store, newTub)
      run++
      for (const [i, n] of sends.entries()) {
        const fields = {
          kind: 'note',
          when: 'now',
          text: `note ${n}`,
          post: `form-${n}-of-run-${run}-x`,
        }
        const outcome = once(store, { what: 'note', fields, now: NOW + i }, () =>
          recordEntry(store, id, fields, NOW + i),
        )
        expect(outcome.ok).toBe(true)
      }
      expect(journalOf(store, id)).toHaveLength(new Set(sends).size)
    }),
    { numRuns: share('orders of sends and repeats', 10, 40) },
  )
})
