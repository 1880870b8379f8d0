import { livesOf, trajectoryOf } from '@/core/estimate/trajectory'
import type { NewEntry } from '@/core/journal/entry'
import { findingsOf } from '@/core/record/findings'
import { climbsOf, lossesOf } from '@/core/record/rates'
import { meanOf } from '@/core/record/statistics'
import { DAY, HOUR } from '@/core/time'
import { journal, NOW, tubWith } from '../core/waters'
import { type House, outsideHouse, outsideTubRow, SECOND } from './outsideHouse'

/* Houses whose tubs share no kinetics with the core; the whole table is docs/trends.md, written by scripts/trendDoc.ts. */

const found = (house: Omit<House, 'seed'>, seeds: number) =>
  Array.from({ length: seeds }, (_, i) => {
    const { journal, now } = outsideHouse({ ...house, seed: 101 + i })
    const lives = livesOf(journal, now).map((life) => trajectoryOf(outsideTubRow, life, now))
    return findingsOf(outsideTubRow, lives, journal, now).finding
  })

test('a tub that has not changed is told so, but for one in ten at the very most', () => {
  const all = found({ changed: 'nothing', onDay: 0, method: 'drops', days: 42 }, 10)
  expect(all.filter(Boolean).length).toBeLessThanOrEqual(1)
})

test('carbon dioxide that escapes twice as fast since the refill is found within six weeks', () => {
  const all = found({ changed: 'climb', onDay: 0, method: 'drops', days: 42 }, 8)
  const right = all.filter(
    (one) => one && ['climb', 'acid'].includes(one.measure) && one.after.mean > one.before.mean,
  )
  expect(right.length).toBeGreaterThanOrEqual(6)
})

test('bathers who bring twice as much since the middle of a water are found, and when', () => {
  const all = found({ changed: 'demand', onDay: 42, method: 'drops', days: 84 }, 8)
  const right = all.flatMap((one) => (one?.measure === 'demand' ? [one] : []))
  for (const { before, after } of right) expect(after.mean).toBeGreaterThan(before.mean)
  const inTime = right.filter(({ since }) => Math.abs((since - SECOND) / DAY - 42) < 21)
  expect(inTime.length).toBeGreaterThanOrEqual(3)
})

/** A tub that loses a known share and climbs by a known step, read without error at noon. */
const plain = (
  days: number,
  perDay: number,
  climb: number,
  from = NOW - days * DAY,
): NewEntry[] => {
  const entries: NewEntry[] = [{ kind: 'water', at: from - HOUR, body: { replacedFraction: 1 } }]
  for (let day = 0; day <= days; day++)
    entries.push({
      kind: 'test',
      at: from + day * DAY,
      body: {
        method: 'meter',
        // What chlorine leaves behind when it is used up is acid: each is read without the other.
        readings:
          perDay > 0
            ? { freeChlorine: 20 * (1 - perDay) ** day }
            : { pH: 7.2 + climb * day, totalAlkalinity: 90 },
      },
    })
  return entries
}

test('rates by hand: 12 % a day and 0.04 of pH a day come back', () => {
  const tub = tubWith('granular chlorine')
  const known = (perDay: number, climb: number) => {
    const [life] = livesOf(journal(...plain(20, perDay, climb)), NOW)
    if (!life) throw new Error('there is one water')
    return trajectoryOf(tub, life, NOW)
  }
  expect(meanOf(lossesOf(tub, known(0.12, 0)))?.mean).toBeCloseTo(-Math.log(0.88), 2)
  expect(meanOf(climbsOf(known(0, 0.04)))?.mean).toBeCloseTo(0.04, 2)
})

test('nothing is found, and nothing fails, in an empty journal, a single test or a feeder', () => {
  expect(findingsOf(tubWith(), [], [], NOW)).toEqual({
    finding: undefined,
    comparisons: [],
    lookedAt: [],
  })
  for (const programme of [
    'granular chlorine',
    'bromine tablets',
    'in-line salt chlorine',
  ] as const) {
    const tub = tubWith(programme)
    const entries = journal(...plain(1, 0.1, 0.1))
    const lives = livesOf(entries, NOW).map((life) => trajectoryOf(tub, life, NOW))
    expect(findingsOf(tub, lives, entries, NOW).finding).toBeUndefined()
  }
})
