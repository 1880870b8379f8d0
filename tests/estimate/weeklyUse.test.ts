import { weeklyUse } from '@/core/estimate/learning/weeklyUse'
import type { Entry } from '@/core/journal/entry'
import { DAY, HOUR } from '@/core/time'
import { NOW, tubWith } from '../core/waters'

const tub = { ...tubWith('granular chlorine'), volumeLitres: 1000 }
const test_ = (at: number, freeChlorine: number): Entry => ({
  id: at,
  kind: 'test',
  at,
  body: { method: 'drops', readings: { freeChlorine } },
})
const dose = (at: number, grams: number): Entry => ({
  id: at,
  kind: 'dose',
  at,
  body: { product: 'sodium dichlor dihydrate', grams },
})
const soak: Entry = {
  id: 1,
  kind: 'soak',
  at: NOW - 3 * DAY,
  body: { people: 4, minutes: 30 },
}

test('what went in less what the residual rose by: a balance by hand', () => {
  // 10 g of dichlor in 1000 L is 5.54 ppm (0.5540 mg/L a mg/L); 4 to 3 ppm over six days.
  const use = weeklyUse(
    tub,
    [test_(NOW - 6.5 * DAY, 4), dose(NOW - 4 * DAY, 10), soak, test_(NOW - 0.5 * DAY, 3)],
    NOW,
    0.006,
  )
  expect(use?.usedPpmPerDay).toBeCloseTo((5.54 + 1) / 6, 2)
  expect(use?.personHours).toBeCloseTo((2 * 7) / 6, 9)
})

test('what went in before the first reading or after the last is not counted', () => {
  const quiet = [test_(NOW - 6 * DAY, 4), test_(NOW - DAY, 2)]
  const some = weeklyUse(tub, quiet, NOW, 0.006)
  expect(some?.usedPpmPerDay).toBeCloseTo(0.4, 9)
  expect(
    weeklyUse(tub, [dose(NOW - 6.5 * DAY, 10), ...quiet, dose(NOW - HOUR, 10)], NOW, 0.006),
  ).toEqual(some)
})

test('tablets give as they dissolve', () => {
  const bromine = { ...tubWith('bromine tablets'), volumeLitres: 1000 }
  const read = (at: number, ppm: number): Entry => ({
    id: at,
    kind: 'test',
    at,
    body: { method: 'drops', readings: { bromine: ppm } },
  })
  const tablets: Entry = {
    id: 3,
    kind: 'dose',
    at: NOW - 6 * DAY,
    body: { product: 'bromochlorodimethylhydantoin', grams: 40 },
  }
  const use = weeklyUse(bromine, [tablets, read(NOW - 6 * DAY, 4), read(NOW, 4)], NOW, 0.006)
  // 40 g in 1000 L are 52.9 ppm of bromine in all (1.3236 a mg/L).
  expect(use?.usedPpmPerDay).toBeCloseTo((1.3236 * 40 * (1 - Math.exp(-0.006 * 144))) / 6, 0)
})

test('nothing is said of fresh water, of a single reading, of a cell or of biguanide', () => {
  const readings = [test_(NOW - 6 * DAY, 4), test_(NOW - DAY, 2)]
  const fresh: Entry = { id: 9, kind: 'water', at: NOW - 3 * DAY, body: { replacedFraction: 1 } }
  expect(weeklyUse(tub, [...readings, fresh], NOW, 0.006)).toBeUndefined()
  expect(weeklyUse(tub, readings.slice(1), NOW, 0.006)).toBeUndefined()
  expect(weeklyUse(tubWith('biguanide'), readings, NOW, 0.006)).toBeUndefined()
  expect(weeklyUse(tubWith('in-line salt chlorine'), readings, NOW, 0.006)).toBeUndefined()
})
