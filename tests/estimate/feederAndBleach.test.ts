import { estimate } from '@/core/estimate/estimate'
import { residualAhead } from '@/core/estimate/forecast'
import { ensembleOf } from '@/core/estimate/learning/ensemble'
import { phOf, spreadOf } from '@/core/estimate/learning/ensembleState'
import type { NewEntry } from '@/core/journal/entry'
import { addProduct } from '@/core/products/addProduct'
import { DAY, HOUR } from '@/core/time'
import { readWater } from '@/core/water/solveWater'
import { journal, NOW, tested, tubWith } from '../core/waters'

describe('what a feeder stands at', () => {
  const tub = tubWith('bromine tablets')
  const loaded: NewEntry = {
    kind: 'dose',
    at: NOW - 3 * DAY,
    body: { product: 'bromochlorodimethylhydantoin', grams: 100 },
  }
  const set = (setting: number, hoursAgo: number): NewEntry => ({
    kind: 'feeder',
    at: NOW - hoursAgo * HOUR,
    body: { setting },
  })
  const before = [
    { kind: 'water', at: NOW - 3 * DAY, body: { replacedFraction: 1 } },
    loaded,
    set(4, 71),
    tested(NOW - 2 * HOUR, { bromine: 6, pH: 7.5, totalAlkalinity: 100 }),
  ] as NewEntry[]
  const inTwoDays = (...more: NewEntry[]) =>
    residualAhead(tub, estimate(tub, journal(...before, ...more), NOW), 48).at(-1)?.value ?? 0

  test('shut it gives nothing; opened further, more', () => {
    const [shut, less, same, more] = [
      inTwoDays(set(0, 1)),
      inTwoDays(set(3, 1)),
      inTwoDays(),
      inTwoDays(set(5, 1)),
    ]
    // With nothing fed, what is lost of it in two days at a fifth a day and more.
    expect(shut).toBeLessThan(6 * 0.75)
    expect(less).toBeLessThan(same)
    expect(more).toBeGreaterThan(same)
    expect(shut).toBeLessThan(less)
  })
  test('shut and opened again as before, it gives as before', () => {
    expect(inTwoDays(set(0, 1), set(4, 0.9))).toBeCloseTo(inTwoDays(), 0)
  })
})

/** The members’ quick pH beside the full equilibrium of the water (Morris 1966; O'Brien, Morris and Butler 1974, in src/core/water). */
test.each([
  ['without stabiliser', 'liquid chlorine', {}],
  ['with stabiliser', 'granular chlorine', { cyanuricAcid: 40 }],
] as const)(
  'bleach moves the members’ pH as the whole chemistry does, %s',
  (_, programme, stabiliser) => {
    const tub = tubWith(programme)
    const read = { freeChlorine: 0.2, pH: 7.4, totalAlkalinity: 90, ...stabiliser }
    const entries: NewEntry[] = [
      { kind: 'water', at: NOW - 40 * DAY, body: { replacedFraction: 1 } },
      tested(NOW, { ...read, calciumHardness: 150 }, 'meter'),
    ]
    const grams = 110
    const bleach: NewEntry = {
      kind: 'dose',
      at: NOW,
      body: { product: 'sodium hypochlorite', grams },
    }
    const pHOf = (...all: NewEntry[]) =>
      spreadOf(phOf(ensembleOf(tub, journal(...all), NOW))).median
    const byMembers = pHOf(...entries, bleach) - pHOf(...entries)
    const { water } = estimate(tub, journal(...entries), NOW)
    const added = addProduct(water, 'sodium hypochlorite', grams, tub.volumeLitres)
    const whole = readWater(added).pH - readWater(water).pH
    expect(whole).toBeGreaterThan(0.03)
    expect(Math.abs(byMembers - whole)).toBeLessThan(0.03)
  },
)
