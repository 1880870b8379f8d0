import { DAY, PRODUCT_NAMES, QUANTITIES, QUANTITY } from '@/core'
import { demoStrip } from '@/demo/kits'
import { exportAll } from '@/server/exchange/exportAll'
import { readExport } from '@/server/exchange/importAll'
import type { Fields, Outcome } from '@/server/form'
import { recordEntry } from '@/server/journal'
import { measureRate, setRefill, tickStage } from '@/server/refillDay'
import { openStore, type Store } from '@/store/database'
import { insertKit } from '@/store/kits'
import { entries } from '@/store/schema'
import { insertTub } from '@/store/tubs'
import { newTub } from '../store/newTub'

const NOW = Date.UTC(2026, 4, 20, 18)
let store: Store
let tub: number
beforeEach(() => {
  store = openStore(':memory:')
  tub = insertTub(store, newTub).id
})
const written = (outcome: Outcome) => {
  if (!outcome.ok) throw new Error(JSON.stringify(outcome))
}
/** Whatever it asks about is said to be so. */
const keep = (fields: Fields) => {
  const outcome = recordEntry(store, tub, { when: 'now', ...fields }, NOW)
  if (outcome.ok) return
  const yes = Object.keys(outcome.questions).flatMap((name) => [
    [`confirm.${name}`, 'yes'],
    [`reason.${name}`, 'measured so'],
  ])
  written(recordEntry(store, tub, { when: 'now', ...fields, ...Object.fromEntries(yes) }, NOW))
}
const isTaken = () => {
  const read = readExport(exportAll(store))
  expect('message' in read ? read.message : undefined).toBeUndefined()
}

test('a test by a kit of its own is taken back, its errors and the kit’s own with it', () => {
  const kit = insertKit(store, { ...demoStrip, errors: { pH: 0.3 }, createdAt: NOW })
  keep({ kind: 'test', method: 'strip', kit: String(kit.id), pH: '7.4', totalAlkalinity: '90' })
  isTaken()
})

test.each([0, 1])('readings at the end %d of what a form takes are taken back', (end) => {
  for (const quantity of QUANTITIES)
    keep({ kind: 'test', method: 'meter', [quantity]: String(QUANTITY[quantity].possible[end]) })
  isTaken()
})

test('the largest doses and chores that a form takes are taken back, in grams and in ounces', () => {
  for (const mass of ['gram', 'ounce'] as const) {
    tub = insertTub(store, {
      ...newTub,
      volumeLitres: 20_000,
      units: { ...newTub.units, mass },
    }).id
    for (const product of PRODUCT_NAMES) {
      const asked = recordEntry(
        store,
        tub,
        { kind: 'dose', when: 'now', product, amount: '9999999' },
        NOW,
      )
      const said = asked.ok ? '' : (asked.errors.amount ?? '')
      const most = /to ([\d,.]+)/.exec(said)?.[1]?.replace(/[,.](?=\d{3})/g, '') ?? ''
      expect(said).not.toBe('')
      keep({ kind: 'dose', product, amount: most.replace(/\.$/, '') })
    }
    keep({ kind: 'chore', chore: 'filter soak', outcome: 'done', used: '5000' })
  }
  isTaken()
})

test('rates and stages at the ends of their forms are taken back', () => {
  tub = insertTub(store, { ...newTub, volumeLitres: 20_000 }).id
  const zone = 'UTC'
  written(setRefill(store, tub, { mode: 'ready by', at: '2026-05-25T18:00', zone }, NOW))
  written(measureRate(store, tub, { rate: 'fill', bucket: '1000', seconds: '2' }, NOW))
  written(measureRate(store, tub, { rate: 'drain', depth: '5', drop: '5', minutes: '1' }, NOW))
  written(measureRate(store, tub, { rate: 'heat', first: '0', second: '45', minutes: '10' }, NOW))
  written(
    tickStage(store, tub, { stage: 'fill', what: 'done', celsius: '45', litres: '25000' }, NOW),
  )
  isTaken()
})

test('what an older spreadsheet brought is taken back: half a person, half a minute', () => {
  store
    .insert(entries)
    .values({
      tubId: tub,
      kind: 'soak',
      version: 2,
      happenedAt: NOW - DAY,
      recordedAt: NOW,
      body: { people: 2.5, minutes: 0.5 },
    })
    .run()
  isTaken()
})
