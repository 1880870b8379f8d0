import fc from 'fast-check'
import { type CellStatus, cellDoubt } from '@/core/programmes/cell'
import { seeded } from '@/core/random'
import { type DeviceReply, readReply } from '@/core/testing/device'
import { readingError } from '@/core/testing/quantity'
import type { WaterReading } from '@/core/water/water'
import { PACK, PHOTOMETER_TESTS, photometer } from '@/stand-ins/photometer'
import { saltCell } from '@/stand-ins/saltCell'
import { formatReplyRefusal } from '@/words/testText'
import { plainReading } from './waters'

const reply = (given: Partial<DeviceReply> = {}): DeviceReply => ({
  device: 'Photometer',
  test: 'freeChlorine',
  status: 'ok',
  value: 3,
  dilutionParts: 0,
  ...given,
})

describe('what a device says', () => {
  test('stands for the sample before it was diluted; pH does not double', () => {
    expect(readReply(reply({ dilutionParts: 1 }))).toEqual({ value: 6 })
    expect(readReply(reply({ test: 'pH', value: 7.5, dilutionParts: 1 }))).toEqual({ value: 7.5 })
  })
  test.each([
    ['over range', 'one part of sample with 1 of distilled'],
    ['under range', 'below'],
    ['out of reagent', 'new pack'],
    ['ok', 'no value'],
  ] as const)('%s without a figure says what to do', (status, words) => {
    const answer = readReply(reply({ status, value: undefined }))
    expect('refusal' in answer && formatReplyRefusal(answer.refusal)).toContain(words)
  })
  test('over range again asks for more water', () => {
    const answer = readReply(reply({ status: 'over range', value: undefined, dilutionParts: 1 }))
    expect('refusal' in answer && formatReplyRefusal(answer.refusal)).toContain(
      'with 2 of distilled',
    )
  })
})

/** Repeats the same numbers; a linear congruential generator, good enough to draw noise. */
const drawn = (seed: number) => {
  let state = seed
  return () => {
    state = (state * 1103515245 + 12345) % 2147483648
    return state / 2147483648
  }
}

describe('the practice photometer', () => {
  test('reads a water within the error that meters are given here', () => {
    const water = plainReading({ freeChlorinePpm: 4, cyanuricAcidPpm: 30 })
    const misses = Array.from({ length: 200 }, (_, seed) => {
      const { value = Number.NaN } = photometer(drawn(seed + 1)).measure(water, 'freeChlorine')
      return (value - 4) / readingError('freeChlorine', 'meter', 4)
    })
    const within = misses.filter((miss) => Math.abs(miss) < 2).length
    expect(within).toBeGreaterThan(180)
    expect(Math.max(...misses.map(Math.abs))).toBeGreaterThan(0.5)
  })
  test('runs out of reagent after a pack, and reads again after a new one', () => {
    const device = photometer(drawn(7))
    const water = plainReading()
    for (let i = 0; i < PACK; i++) expect(device.measure(water, 'pH').status).toBe('ok')
    expect(device.measure(water, 'pH')).toMatchObject({ status: 'out of reagent' })
    expect(device.measure(water, 'freeChlorine').status).toBe('ok')
    device.restock()
    expect(device.measure(water, 'pH').status).toBe('ok')
  })
  test('says only that it is over its range, and reads the diluted sample', () => {
    const device = photometer(drawn(3))
    const water = plainReading({ freeChlorinePpm: 12 })
    const over = device.measure(water, 'freeChlorine')
    expect(over.status).toBe('over range')
    expect(over.value).toBeUndefined()
    const diluted = readReply(device.measure(water, 'freeChlorine', 1))
    expect('value' in diluted && Math.abs(diluted.value - 12)).toBeLessThan(1.5)
  })
  test('never sends what a test cannot show', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...PHOTOMETER_TESTS),
        fc.double({ min: 0, max: 30, noNaN: true }),
        fc.integer({ min: 1, max: 1e6 }),
        (test, ppm, seed) => {
          const water = plainReading({ freeChlorinePpm: ppm, brominePpm: ppm })
          const { status, value } = photometer(drawn(seed)).measure(water, test)
          if (status === 'ok') expect(value).toBeGreaterThanOrEqual(0)
          else expect(value).toBeUndefined()
        },
      ),
    )
  })
})

describe('the stand-in salt cell', () => {
  const water = (saltPpm: number, temperatureCelsius = 37): WaterReading => ({
    ...plainReading(),
    saltPpm,
    totalDissolvedSolidsPpm: 400 + saltPpm,
    temperatureCelsius,
  })
  const many = (reading: WaterReading) => {
    const cell = saltCell(seeded(4))
    return Array.from({ length: 40 }, () => cell.status(reading))
  }
  test('makes chlorine by its output within its limits', () => {
    const cell = saltCell(seeded(1))
    cell.set(50)
    const half = cell.status(water(1650))
    cell.set(400)
    const full = cell.status(water(1650))
    expect(half.fault).toBeUndefined()
    expect(full.outputPercent).toBe(100)
    expect(full.chlorineGramsPerHour / half.chlorineGramsPerHour).toBeCloseTo(2, 6)
  })
  test.each<[number, number, string]>([
    [600, 37, 'low salt'],
    [3200, 37, 'high salt'],
    [1650, 10, 'too cold'],
    [1650, 42, 'too hot'],
  ])('%d ppm at %d °C: %s, and it stops', (salt, celsius, fault) => {
    for (const status of many(water(salt, celsius))) {
      expect(status.fault).toBe(fault)
      expect(status.chlorineGramsPerHour).toBe(0)
    }
  })
  test('its meter is right on the whole, and reads low in cold water', () => {
    const mean = (some: CellStatus[]) =>
      some.reduce((sum, { saltPpm }) => sum + saltPpm, 0) / some.length
    expect(Math.abs(mean(many(water(1650))) - 1650)).toBeLessThan(30)
    expect(mean(many(water(1650, 16)))).toBeLessThan(1550)
  })
  test('where it and the owner’s test disagree, neither is believed', () => {
    const [status] = many(water(1650))
    if (!status) throw new Error('no status')
    expect(cellDoubt(status, 1600, undefined)).toBeUndefined()
    expect(cellDoubt(status, 900, undefined)).toMatchObject({
      code: 'meters disagree',
      testPpm: 900,
    })
    expect(cellDoubt(status, undefined, { low: 1000, high: 1400 })).toMatchObject({
      code: 'above its range',
    })
  })
})
