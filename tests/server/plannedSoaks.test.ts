import { soakAhead } from '@/core/today/soakAhead'
import { recordEntry } from '@/server/journal'
import { planSoak, unplanSoak } from '@/server/plannedSoaks'
import { tubView } from '@/server/views'
import { openStore, type Store } from '@/store/database'
import { insertTub } from '@/store/tubs'
import { newTub } from '../store/newTub'

const NOW = Date.UTC(2026, 4, 20, 18, 0)
const HOUR = 3_600_000
let store: Store
let tub: number

beforeEach(() => {
  store = openStore(':memory:')
  tub = insertTub(store, newTub).id
})

const plan = (at: string, more = {}) =>
  planSoak(store, tub, { people: '2', minutes: '30', zone: 'Europe/Berlin', at, ...more }, NOW)
const view = (now = NOW) => {
  const found = tubView(store, tub, now)
  if (!found) throw new Error('no tub')
  return found
}

test('is kept on the clock of the person’s wall, the next one first, and goes when its time has come', () => {
  expect(plan('2026-05-22T21:00').ok).toBe(true)
  expect(plan('2026-05-21T20:30').ok).toBe(true)
  expect(view().planned.map(({ at }) => at)).toEqual([
    Date.UTC(2026, 4, 21, 18, 30),
    Date.UTC(2026, 4, 22, 19, 0),
  ])
  expect(view(NOW + 30 * HOUR).planned).toHaveLength(1)
  const [first] = view().planned
  expect(unplanSoak(store, tub, first?.id ?? 0, NOW).ok).toBe(true)
  expect(unplanSoak(store, tub, first?.id ?? 0, NOW).ok).toBe(false)
  expect(view().planned).toHaveLength(1)
})

test.each([
  ['2026-05-19T20:00', {}, 'at', /passed/],
  ['', {}, 'at', /choose when/],
  ['2029-05-19T20:00', {}, 'at', /400 days/],
  ['2026-05-22T20:00', { people: '40' }, 'people', /1 to 20/],
  ['2026-05-22T20:00', { minutes: '0' }, 'minutes', /1 to 600/],
] as const)('%s %j is refused at its field', (at, more, field, says) => {
  const outcome = plan(at, more)
  expect(outcome.ok ? '' : outcome.errors[field]).toMatch(says)
  expect(view().planned).toEqual([])
})

test('the water at that time is foretold from a fresh test, and never from none', () => {
  const ahead = (hours: number) =>
    soakAhead(view().tub, view().estimate, NOW + hours * HOUR, view().verdict.closures)
  expect(ahead(4)).toMatchObject({ expected: undefined, advice: 'test' })
  const test = { kind: 'test', method: 'meter', pH: '7.4', totalAlkalinity: '90' }
  recordEntry(store, tub, { ...test, freeChlorine: '4.8' }, NOW)
  expect(ahead(4).advice).toBe('ready')
  expect(ahead(4).expected?.value).toBeLessThan(4.8)
  expect(ahead(70).advice).toBe('dose')
  plan('2026-05-23T15:00')
  expect(view().agenda).toContainEqual(
    expect.objectContaining({ kind: 'soak', people: 2, advice: 'dose' }),
  )
  expect(ahead(100)).toMatchObject({ expected: undefined, advice: 'test' })
})
