import { journalFrom } from '@/cli/journalFields'
import { ENTRY_KINDS, type EntryKind, KINDS, type NumberShape, type Shape } from '@/core'
import { draftEntry } from '@/server/entries/forms'
import { BODIES } from '@/server/exchange/exportForm'
import { openStore, type Store } from '@/store/database'
import { insertTub, type TubRow } from '@/store/tubs'
import { newTub } from '../store/newTub'

const NOW = Date.UTC(2026, 4, 20, 18, 0)
let store: Store
let tub: TubRow
beforeAll(() => {
  store = openStore(':memory:')
  tub = insertTub(store, newTub)
})

/** What a form, the command and an import need beside the number under test, a kind a row. */
const REST: Partial<Record<EntryKind, Record<string, unknown>>> = {
  soak: { people: 2, minutes: 30 },
  aeration: { minutes: 20 },
  feeder: { setting: 3 },
}

const numbers = ENTRY_KINDS.flatMap((kind) =>
  REST[kind]
    ? (Object.entries(KINDS[kind].shape.fields) as [string, Shape][]).flatMap(([name, shape]) =>
        shape.is === 'number' ? [[kind, name, shape] as const] : [],
      )
    : [],
)

/** Whether each of the three takes an entry with this number in it. */
const taken = (kind: EntryKind, name: string, value: number) => {
  const body = { ...REST[kind], [name]: value }
  const fields = {
    when: 'now',
    ...Object.fromEntries(Object.entries(body).map(([key, one]) => [key, String(one)])),
  }
  return {
    form: 'entry' in draftEntry(kind, { store, tub, fields, at: NOW, journal: [] }),
    command: 'journal' in journalFrom([{ kind, minutesAgo: 60, ...body }], NOW),
    import: BODIES[kind].validate(body, { convert: false }).error === undefined,
  }
}
const all = (yes: boolean) => ({ form: yes, command: yes, import: yes })

test.each(numbers)('%s, %s: form, command and import have one limit', (kind, name, shape) => {
  const { low, high, whole }: NumberShape = shape
  // So many children are in only where so many people are.
  const most = name === 'children' ? 2 : high
  expect(taken(kind, name, low)).toEqual(all(true))
  expect(taken(kind, name, most)).toEqual(all(true))
  expect(taken(kind, name, low - 1)).toEqual(all(false))
  expect(taken(kind, name, high + 1)).toEqual(all(false))
  expect(taken(kind, name, low + 0.5)).toEqual(all(!whole))
})

test('numbers of three kinds were tried', () => expect(numbers.length).toBeGreaterThanOrEqual(6))
