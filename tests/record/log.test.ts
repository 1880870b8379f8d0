import { itemLives } from '@/core/record/items'
import { logOf, shopPairs } from '@/core/record/log'
import { DAY, HOUR } from '@/core/time'
import { journal, NOW, tubWith } from '../core/waters'

const shop = {
  kind: 'test',
  at: NOW,
  body: { method: 'shop', readings: { pH: 7.2, totalAlkalinity: 90, freeChlorine: 1 } },
} as const

test('a shop’s reading beside ours is judged by both errors: a strip’s pH may be off by 0.2, the shop’s by 0.1', () => {
  const pairs = shopPairs(
    journal(shop, {
      kind: 'test',
      at: NOW - 5 * HOUR,
      body: { method: 'strip', readings: { pH: 7.6, totalAlkalinity: 160 } },
    }),
  )
  // 0.4 against 1.96 × √(0.2² + 0.1²) = 0.44; 70 against 1.96 × √(20² + 8²) = 42.
  expect(pairs.map(({ quantity, verdict }) => [quantity, verdict])).toEqual([
    ['pH', 'agree'],
    ['totalAlkalinity', 'differ'],
  ])
  expect(pairs[0]?.difference).toBeCloseTo(0.4, 10)
  expect(pairs[0]?.deviation).toBeCloseTo(Math.hypot(0.2, 0.1), 2)
})

test('the nearest of ours is taken, of the same day, with nothing poured between', () => {
  const own = (hours: number, pH: number) => ({
    kind: 'test' as const,
    at: NOW - hours * HOUR,
    body: { method: 'drops' as const, readings: { pH } },
  })
  expect(shopPairs(journal(shop, own(20, 7.9), own(3, 7.3)))[0]?.ours.value).toBe(7.3)
  expect(shopPairs(journal(shop, own(30, 7.3)))).toEqual([])
  expect(
    shopPairs(
      journal(shop, own(3, 7.3), {
        kind: 'dose',
        at: NOW - HOUR,
        body: { product: 'sodium bisulfate', grams: 20 },
      }),
    ),
  ).toEqual([])
})

test('an item is known by what was done to it; what was never written about is not there', () => {
  const lives = itemLives(
    journal(
      {
        kind: 'chore',
        at: NOW - 40 * DAY,
        body: { chore: 'cover wipe', outcome: 'done', note: 'a seam is open' },
      },
      { kind: 'chore', at: NOW - 10 * DAY, body: { chore: 'cover look', outcome: 'done' } },
      { kind: 'chore', at: NOW - 5 * DAY, body: { chore: 'cover look', outcome: 'skipped' } },
      { kind: 'feeder', at: NOW - DAY, body: { setting: 2 } },
    ),
  )
  expect(lives).toEqual([
    {
      item: 'cover',
      first: NOW - 40 * DAY,
      last: NOW - 10 * DAY,
      times: 2,
      notes: [{ at: NOW - 40 * DAY, id: 1, text: 'a seam is open' }],
    },
    { item: 'feeder', first: NOW - DAY, last: NOW - DAY, times: 1, notes: [] },
  ])
})

test('a power cut is a closure of the month, from when it began to when a test ended what came after it', () => {
  const tub = { ...tubWith('granular chlorine'), volumeLitres: 1000 }
  const note = (power: 'off' | 'back', hoursAgo: number) => ({
    kind: 'note' as const,
    at: NOW - hoursAgo * HOUR,
    body: { text: power, power },
  })
  const tested = (hoursAgo: number) => ({
    kind: 'test' as const,
    at: NOW - hoursAgo * HOUR,
    body: {
      method: 'drops' as const,
      readings: { freeChlorine: 4, pH: 7.5, totalAlkalinity: 90, cyanuricAcid: 20 },
    },
  })
  const { closures } = logOf(
    tub,
    journal(tested(40), note('off', 30), note('back', 24), tested(20)),
    { from: NOW - 10 * DAY, to: NOW, month: '2026-05' },
  )
  expect(closures.filter(({ code }) => code === 'no power')).toMatchObject([
    { from: NOW - 30 * HOUR, to: NOW - 24 * HOUR },
  ])
})
