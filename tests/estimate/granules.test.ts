import { estimate } from '@/core/estimate/estimate'
import type { Entry, NewEntry } from '@/core/journal/entry'
import { DAY } from '@/core/time'
import { NOW, tubWith } from '../core/waters'

const tub = tubWith('liquid chlorine')
const read = (daysAgo: number, cyanuricAcid: number): NewEntry => ({
  kind: 'test',
  at: NOW - daysAgo * DAY,
  body: { method: 'drops', readings: { freeChlorine: 3, pH: 7.5, cyanuricAcid } },
})
/** 26.4 g in 1,320 L are 20 ppm. */
const poured: NewEntry = {
  kind: 'dose',
  at: NOW - 9 * DAY,
  body: { product: 'cyanuric acid', grams: 26.4 },
}
const stabiliserAfter = (...entries: NewEntry[]) =>
  estimate(
    tub,
    entries.map((one, i) => ({ ...one, id: i + 1 }) as Entry),
    NOW,
  ).quantities.cyanuricAcid.value

// That granules take three to seven days to show is common practice.
test('stabiliser granules that still dissolve are not taken for missing, later on less is less', () => {
  const before = read(10, 20)
  const none = stabiliserAfter(before, poured)
  expect(none).toBeGreaterThan(34)
  expect(stabiliserAfter(before, poured, read(8, 22))).toBeCloseTo(none, 0)
  expect(stabiliserAfter(before, poured, read(3, 22))).toBeLessThan(34)
  // More than was poured is believed at once.
  expect(stabiliserAfter(before, poured, read(8, 60))).toBeGreaterThan(none + 4)
})
