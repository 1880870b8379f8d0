import { estimate } from '@/core/estimate/estimate'
import type { NewEntry } from '@/core/journal/entry'
import { cutsIn } from '@/core/journal/powerCut'
import { nextShock } from '@/core/soaks/shock'
import { DAY, HOUR } from '@/core/time'
import { forbidsDosing, testOpens } from '@/core/today/closure'
import { closures } from '@/core/today/closures'
import { journal, NOW, tubWith } from '../core/waters'

const tub = { ...tubWith('granular chlorine'), volumeLitres: 1000 }
const power = (what: 'off' | 'back', hoursAgo: number): NewEntry => ({
  kind: 'note',
  at: NOW - hoursAgo * HOUR,
  body: { text: what, power: what },
})
const tested = (hoursAgo: number): NewEntry => ({
  kind: 'test',
  at: NOW - hoursAgo * HOUR,
  body: {
    method: 'drops',
    readings: {
      freeChlorine: 4,
      pH: 7.5,
      totalAlkalinity: 90,
      calciumHardness: 180,
      cyanuricAcid: 20,
    },
  },
})
const fill: NewEntry = { kind: 'water', at: NOW - 20 * DAY, body: { replacedFraction: 1 } }
const shut = (...entries: NewEntry[]) => {
  const all = journal(fill, ...entries)
  return closures(tub, all, estimate(tub, all, NOW))
}
const codes = (...entries: NewEntry[]) => shut(...entries).map(({ code }) => code)

test('the log’s cuts: one after the other, the last may be open, and back without off is nothing', () => {
  expect(
    cutsIn(
      journal(
        power('back', 90),
        power('off', 80),
        power('off', 79),
        power('back', 70),
        power('off', 5),
      ),
    ),
  ).toEqual([
    { from: NOW - 80 * HOUR, to: NOW - 70 * HOUR },
    { from: NOW - 5 * HOUR, to: undefined },
  ])
})

test('while the power is off nobody gets in, nothing goes in, and a test doesn’t open it', () => {
  expect(codes(tested(1))).toEqual([])
  const off = shut(tested(1), power('off', 0.5))
  expect(off.map(({ code }) => code)).toEqual(['no power'])
  expect(off.some(forbidsDosing)).toBe(true)
  expect(off.some(testOpens)).toBe(false)
})

test('after a short cut a test opens it; after minutes nothing is asked', () => {
  expect(codes(tested(8), power('off', 6), power('back', 5.5))).toEqual([])
  const short = [tested(12), power('off', 10), power('back', 5)]
  expect(codes(...short)).toEqual(['not retested'])
  expect(codes(...short, tested(1))).toEqual([])
})

test('water that stood warm for half a day takes a shock and then a test, in that order', () => {
  const long = [tested(60), power('off', 50), power('back', 20)]
  expect(shut(...long).map(({ code }) => code)).toContain('stood warm')
  // A test alone is not enough.
  expect(codes(...long, tested(10))).toEqual(['stood warm'])
  expect(shut(...long, tested(10)).some(testOpens)).toBe(false)
  expect(nextShock(tub, journal(fill, ...long), NOW)).toMatchObject({
    due: NOW - 20 * HOUR,
    why: 'power',
  })
  const shock: NewEntry = {
    kind: 'dose',
    at: NOW - 8 * HOUR,
    body: { product: 'sodium dichlor dihydrate', grams: 12 },
  }
  // Tested before the shock: read it again.
  expect(codes(...long, tested(10), shock)).toContain('not retested')
  expect(codes(...long, tested(10), shock, tested(2))).toEqual([])
  expect(nextShock(tub, journal(fill, ...long, shock), NOW)?.why).not.toBe('power')
})

test('where no product is a shock a test alone opens it, and new water ends it', () => {
  const biguanide = { ...tubWith('biguanide'), volumeLitres: 1000 }
  const read: NewEntry = {
    kind: 'test',
    at: NOW - HOUR,
    body: {
      method: 'strip',
      readings: { biguanide: 40, pH: 7.5, totalAlkalinity: 130, calciumHardness: 200 },
    },
  }
  const all = journal(fill, power('off', 50), power('back', 20), read)
  expect(closures(biguanide, all, estimate(biguanide, all, NOW)).map(({ code }) => code)).toEqual(
    [],
  )
  const anew: NewEntry = { kind: 'water', at: NOW - 15 * HOUR, body: { replacedFraction: 1 } }
  expect(codes(power('off', 50), power('back', 20), anew, tested(2))).toEqual([])
})
