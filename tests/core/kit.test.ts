import fc from 'fast-check'
import { dueReadings } from '@/core/advice/due'
import { inconsistencies } from '@/core/advice/inconsistencies'
import { estimate } from '@/core/estimate/estimate'
import type { NewEntry } from '@/core/journal/entry'
import { PROGRAMMES } from '@/core/programmes/programme'
import {
  dropReading,
  genericDrops,
  genericStrips,
  type Kit,
  kitError,
  marksOf,
  undiluted,
} from '@/core/testing/kit'
import { QUANTITY, type Quantity, type Readings, readingError } from '@/core/testing/quantity'
import { DAY, HOUR, MINUTE } from '@/core/time'
import { journal, NOW, tested, tubWith } from './waters'

describe.each(PROGRAMMES)('kits for $name', ({ sanitizer }) => {
  test('every strip shows its sanitizer or says what it is for, on scales that rise', () => {
    for (const { id, pads } of genericStrips(sanitizer)) {
      const shown = pads.map(({ quantity }) => quantity)
      expect(new Set(shown).size).toBe(shown.length)
      if (!['salt', 'biguanide'].includes(id)) expect(shown).toContain(sanitizer)
      for (const { quantity, blocks } of pads) {
        const values = blocks.map(({ value }) => value)
        expect(values).toEqual([...values].sort((a, b) => a - b))
        expect(values[0]).toBeGreaterThanOrEqual(QUANTITY[quantity].possible[0])
        expect(values.at(-1)).toBeLessThanOrEqual(QUANTITY[quantity].possible[1])
        expect(blocks.every(({ colour }) => colour === undefined)).toBe(true)
      }
    }
  })
  test('drops are worth something in a sample of some size', () => {
    for (const { tests } of genericDrops(sanitizer))
      for (const { perDrop, sampleMillilitres } of tests) {
        expect(perDrop).toBeGreaterThan(0)
        expect(sampleMillilitres).toBeGreaterThan(0)
      }
  })
})

test('a pad is read at a block or between two, highest first', () => {
  const marks = marksOf({
    quantity: 'pH',
    blocks: [{ value: 7.0 }, { value: 7.4, colour: '#aa6644' }, { value: 7.8 }],
  })
  expect(marks.map(({ value }) => value)).toEqual([7.8, 7.6, 7.4, 7.2, 7.0])
  expect(marks.map(({ between }) => between)).toEqual([false, true, false, true, false])
  expect(marks[2]?.colour).toBe('#aa6644')
})

// Common practice for a FAS-DPD titration: in 10 mL a drop is 0.5 ppm, in 25 mL 0.2 ppm; alkalinity in 25 mL 10 ppm a drop.
test('seven drops of half a ppm are 3.5 ppm; alkalinity of 9 drops in 25 mL is 90', () => {
  const small = genericDrops('freeChlorine')[0]?.tests.find((t) => t.quantity === 'freeChlorine')
  const large = genericDrops('freeChlorine')[1]?.tests.find((t) => t.quantity === 'totalAlkalinity')
  if (!small || !large) throw new Error('no such drops')
  expect(dropReading(small, 7)).toBe(3.5)
  expect(dropReading(large, 9)).toBe(90)
})

test('a larger sample of the same reagent is worth less a drop, in proportion', () => {
  const [small, large] = genericDrops('freeChlorine')
  for (const one of small?.tests ?? []) {
    const other = large?.tests.find(({ quantity }) => quantity === one.quantity)
    if (!other) continue
    expect(other.perDrop * other.sampleMillilitres).toBeCloseTo(
      one.perDrop * one.sampleMillilitres,
      9,
    )
  }
})

test('one part of sample with one of distilled water reads half', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 50, noNaN: true }),
      fc.integer({ min: 1, max: 4 }),
      (truth, parts) => {
        expect(undiluted(truth / (1 + parts), parts)).toBeCloseTo(truth, 9)
      },
    ),
  )
})

describe('the error of a kit', () => {
  const drops: Kit = {
    name: 'Drops',
    spec: { kind: 'drops', tests: genericDrops('freeChlorine')[0]?.tests ?? [] },
    errors: {},
  }
  test('by drops is half a drop and 4 %; what is no titration keeps the method’s', () => {
    expect(kitError(drops, 'freeChlorine', 3)).toBeCloseTo(0.25 + 0.12, 9)
    expect(kitError(drops, 'pH', 7.4)).toBe(readingError('pH', 'drops', 7.4))
  })
  test('is the owner’s own where one was given, and reaches the estimate', () => {
    const own = { ...drops, errors: { freeChlorine: 0.05 } }
    expect(kitError(own, 'freeChlorine', 3)).toBe(0.05)
    const read: NewEntry = {
      kind: 'test',
      at: NOW,
      body: {
        method: 'drops',
        readings: { freeChlorine: 3 },
        standardDeviations: { freeChlorine: 0.05 },
      },
    }
    const { freeChlorine } = estimate(tubWith(), journal(read), NOW).quantities
    expect(freeChlorine.standardDeviation).toBeCloseTo(0.05, 3)
  })
})

describe('contradictions', () => {
  const tub = tubWith()
  const fine: Readings = { freeChlorine: 4, pH: 7.5, totalAlkalinity: 100 }
  const against = (readings: Readings, ...before: NewEntry[]) =>
    Object.fromEntries(
      inconsistencies(estimate(tub, journal(...before), NOW), readings, (quantity, value) =>
        readingError(quantity, 'drops', value),
      ).map(({ quantity, reason }) => [quantity, reason.code]),
    ) as Partial<Record<Quantity, string>>
  const yesterday = tested(NOW - 20 * HOUR, fine)

  test('nothing is asked of a first test, or of one that follows from the last', () => {
    expect(against(fine)).toEqual({})
    expect(against({ ...fine, freeChlorine: 3.2 }, yesterday)).toEqual({})
  })
  test('chlorine that nothing added is asked about; a dose that was logged explains it', () => {
    const high = { ...fine, freeChlorine: 8 }
    expect(against(high, yesterday).freeChlorine).toBe('unexplained')
    const dose: NewEntry = {
      kind: 'dose',
      at: NOW - HOUR,
      body: { product: 'sodium dichlor dihydrate', grams: 12 },
    }
    expect(against(high, yesterday, dose).freeChlorine).toBeUndefined()
  })
  test('a pH that moved while alkalinity stayed', () => {
    expect(against({ ...fine, pH: 8.3 }, yesterday).pH).toBe('pH moved alone')
  })
  test('pH beside so much chlorine that colours bleach', () => {
    expect(against({ ...fine, freeChlorine: 12 }).pH).toBe('bleaches pH')
  })
  test('a white pad where much chlorine was expected', () => {
    const before = tested(NOW - 10 * MINUTE, { ...fine, freeChlorine: 14 })
    expect(against({ ...fine, freeChlorine: 0 }, before).freeChlorine).toBe('bleached')
  })
  test('non-chlorine shock within two days is named where total is read, and gone after a week', () => {
    const shock = (hours: number): NewEntry => ({
      kind: 'dose',
      at: NOW - hours * HOUR,
      body: { product: 'potassium monopersulfate', grams: 50 },
    })
    const read = { ...fine, totalChlorine: 6 }
    expect(against(read, shock(10)).totalChlorine).toBe('shock shows')
    expect(against(read, shock(170)).totalChlorine).toBeUndefined()
  })
  test('free above total', () => {
    expect(against({ ...fine, totalChlorine: 2 }).freeChlorine).toBe('free above total')
  })
})

test('what is due: never read first, then what is oldest; nothing that was just read', () => {
  const tub = tubWith()
  const entries = journal(
    tested(NOW - 30 * DAY, { totalAlkalinity: 100, pH: 7.5 }),
    tested(NOW - 10 * DAY, { pH: 7.5 }),
    tested(NOW - HOUR, { freeChlorine: 4 }),
  )
  const due = dueReadings(tub, estimate(tub, entries, NOW)).map(({ quantity }) => quantity)
  expect(due).not.toContain('freeChlorine')
  expect(due.indexOf('calciumHardness')).toBeLessThan(due.indexOf('totalAlkalinity'))
  expect(due.indexOf('totalAlkalinity')).toBeLessThan(due.indexOf('pH'))
})
