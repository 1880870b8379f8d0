import { livesOf, trajectoryOf } from '@/core/estimate/trajectory'
import type { NewEntry } from '@/core/journal/entry'
import { findingsOf } from '@/core/record/findings'
import { climbsOf, demandsOf, lossesOf, lossPerDay } from '@/core/record/rates'
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

test('bathers who take all there is show a least, and the loss that a tub has taught stands beside what they take', () => {
  const tub = tubWith('granular chlorine')
  /** Every evening two people for an hour; by the next evening so much is left of `dosed`. */
  const evenings = (dosed: number, left: number): NewEntry[] =>
    Array.from({ length: 12 }, (_, i): NewEntry[] => {
      const at = NOW - (13 - i) * DAY
      return [
        { kind: 'test', at, body: { method: 'meter', readings: { freeChlorine: dosed } } },
        { kind: 'soak', at: at + HOUR, body: { people: 2, minutes: 60 } },
        {
          kind: 'test',
          at: at + 12 * HOUR,
          body: { method: 'meter', readings: { freeChlorine: left } },
        },
        // What is put back before the next test is not logged: the pair over it is no stretch of a soak.
      ]
    }).flat()
  const taken = (entries: NewEntry[], learntPerHour?: number) => {
    const [life] = livesOf(journal(...entries), NOW)
    if (!life) throw new Error('there is one water')
    const own = learntPerHour
      ? {
          ...tub,
          learnt: {
            lossPerHour: { mean: learntPerHour, standardDeviation: 0.001 },
            demandGramsPerPersonHour: { mean: 4, standardDeviation: 1 },
          },
        }
      : tub
    return meanOf(demandsOf(own, trajectoryOf(own, life, NOW), lossPerDay(own, [])))
  }
  expect(taken(evenings(6, 0))?.atLeast).toBe(true)
  const rest = taken(evenings(6, 2), 0.01)
  expect(rest?.atLeast).toBe(false)
  // By hand: 6 ppm less 1 % an hour for twelve hours is 5.32; 3.32 ppm of a cubic metre over two person-hours is 1.66 g.
  expect(rest?.mean).toBeCloseTo(((6 * Math.exp(-0.12) - 2) * (tub.volumeLitres / 1000)) / 2, 2)
})
