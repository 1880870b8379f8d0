import { HOUR, MINUTE } from '@/core/time'
import { trendsBetween } from '@/server/trends'
import { tubView } from '@/server/views'
import { openStore } from '@/store/database'
import { insertEntry } from '@/store/entries'
import { insertTub } from '@/store/tubs'
import { NOW } from '../core/waters'
import { newTub } from '../store/newTub'

test('the last that a line of Trends says is what every other place says of now', () => {
  const store = openStore(':memory:')
  const tub = insertTub(store, newTub)
  // Two readings that differ: the estimate lies between them, and the line beside it ends where the last one stands.
  for (const [hours, totalAlkalinity] of [
    [30, 70],
    [2, 110],
  ] as const)
    insertEntry(
      store,
      tub.id,
      {
        kind: 'test',
        at: NOW - hours * HOUR,
        body: { method: 'strip', readings: { freeChlorine: 4, pH: 7.5, totalAlkalinity } },
      },
      NOW,
    )
  const view = tubView(store, tub.id, NOW)
  if (!view) throw new Error('no view')
  const { lanes } = trendsBetween(store, view, { from: NOW - 48 * HOUR, to: NOW })
  const lane = lanes.find(({ quantity }) => quantity === 'totalAlkalinity')
  const said = lane?.lines.flat().filter(({ at }) => at > NOW - MINUTE)
  expect(said?.map(({ value }) => value)).toEqual([view.estimate.quantities.totalAlkalinity.value])
  expect(said?.[0]?.value).toBeLessThan(105)
})
