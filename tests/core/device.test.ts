import fc from 'fast-check'
import { type DeviceReply, readReply } from '@/core/testing/device'
import { readingError } from '@/core/testing/quantity'
import { PACK, PHOTOMETER_TESTS, photometer } from '@/stand-ins/photometer'
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
    ['ok', 'no figure'],
  ] as const)('%s without a figure says what to do', (status, words) => {
    const answer = readReply(reply({ status, value: undefined }))
    expect('sentence' in answer && answer.sentence).toContain(words)
  })
  test('over range again asks for more water', () => {
    const answer = readReply(reply({ status: 'over range', value: undefined, dilutionParts: 1 }))
    expect('sentence' in answer && answer.sentence).toContain('with 2 of distilled')
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
