import { HOUR, MINUTE } from '@/core/time'
import { receiveReply, waitingReplies } from '@/server/devices'
import { recordEntry } from '@/server/journal'
import { openStore, type Store } from '@/store/database'
import { journalOf } from '@/store/entries'
import { insertTub } from '@/store/tubs'
import { newTub } from '../store/newTub'

const NOW = Date.UTC(2026, 4, 20, 18, 0)
let store: Store
let tub: number

beforeEach(() => {
  store = openStore(':memory:')
  tub = insertTub(store, newTub).id
})

const sent = { device: 'Bridge', test: 'freeChlorine', status: 'ok', value: 3.42 }
const waiting = (now = NOW) => waitingReplies(store, tub, now).map(({ reply }) => reply)

test('waits, newest of each quantity, and is nothing in the journal', () => {
  expect(receiveReply(store, tub, sent, NOW - 2 * MINUTE)).toEqual({ ok: true })
  receiveReply(store, tub, { ...sent, value: 3.6 }, NOW - MINUTE)
  receiveReply(store, tub, { ...sent, test: 'pH', value: 7.4 }, NOW - MINUTE)
  expect(waiting()).toEqual([
    { ...sent, test: 'pH', value: 7.4, dilutionParts: 0 },
    { ...sent, value: 3.6, dilutionParts: 0 },
  ])
  expect(journalOf(store, tub)).toEqual([])
})

test('is let go after an hour, and once a test was kept', () => {
  receiveReply(store, tub, sent, NOW)
  expect(waiting(NOW + 2 * HOUR)).toEqual([])
  recordEntry(store, tub, { kind: 'test', method: 'meter', when: 'now', pH: '7.4' }, NOW + MINUTE)
  expect(waiting(NOW + 2 * MINUTE)).toEqual([])
})

test.each<[unknown, number]>([
  [{ ...sent, test: 'mood' }, 422],
  [{ ...sent, value: 'three' }, 422],
  [{ ...sent, value: undefined }, 422],
  [{ ...sent, value: 4000 }, 422],
  [{ ...sent, extra: 1 }, 422],
  [undefined, 422],
  ['3.4', 422],
])('%j is refused with a sentence, and nothing waits', (given, status) => {
  expect(receiveReply(store, tub, given, NOW)).toMatchObject({
    ok: false,
    status,
    message: expect.stringMatching(/\w{3}/),
  })
  expect(waiting()).toEqual([])
})

test('a tub that is not here takes nothing', () => {
  expect(receiveReply(store, 99, sent, NOW)).toMatchObject({ ok: false, status: 404 })
})
