import { dosePlan } from '@/core/advice/plan'
import { estimate } from '@/core/estimate/estimate'
import type { Entry } from '@/core/journal/entry'
import { QUANTITY, type Quantity } from '@/core/testing/quantity'
import { DAY, HOUR } from '@/core/time'
import { verdict } from '@/core/today/verdict'
import { scenario } from '@/demo/scenario'

const MOMENTS = [Date.UTC(2026, 4, 20, 18, 0), Date.UTC(2026, 10, 1, 7, 30)]

describe.each(MOMENTS)('the demo ending at %s', (now) => {
  const stories = scenario(now).map(({ tub, entries }) => ({
    tub,
    entries: entries.map((entry, i) => ({ ...entry, id: i + 1 }) as Entry),
  }))

  test('is two tubs, ten weeks each, ending within two hours and never ahead', () => {
    expect(stories.map(({ tub }) => tub.programme)).toEqual([
      'bromine tablets',
      'granular chlorine',
    ])
    for (const { entries } of stories) {
      const times = entries.map(({ at }) => at)
      expect(entries.length).toBeGreaterThan(100)
      expect(Math.max(...times)).toBeLessThanOrEqual(now)
      expect(now - Math.max(...times)).toBeLessThan(2 * HOUR)
      expect(now - Math.min(...times)).toBeGreaterThan(69 * DAY)
    }
  })

  test('every reading is one that a test can show', () => {
    for (const { entries } of stories)
      for (const entry of entries) {
        if (entry.kind !== 'test') continue
        for (const [name, value] of Object.entries(entry.body.readings)) {
          const { possible } = QUANTITY[name as Quantity]
          expect(value).toBeGreaterThanOrEqual(possible[0])
          expect(value).toBeLessThanOrEqual(possible[1])
        }
      }
  })
})

/** Whatever day and hour the demo is written at, it tells the same story. */
test.each(Array.from({ length: 7 }, (_, i) => Date.UTC(2026, 10, 20 + i, (5 + 7 * i) % 24, 12)))(
  'one tub waits for its doses, the other is ready, at %s',
  (now) => {
    const [north, garden] = scenario(now).map(({ tub, entries }) => ({
      tub,
      entries: entries.map((entry, i) => ({ ...entry, id: i + 1 }) as Entry),
    }))
    if (!north || !garden) throw new Error('two tubs')
    const state = estimate(north.tub, north.entries, now)
    const found = verdict(north.tub, north.entries, state.at, state)
    expect(found.mayGetIn).toBe('no')
    expect(found.closures.map(({ code }) => code).toSorted()).toEqual(['pH high', 'sanitizer low'])
    expect(dosePlan(north.tub, north.entries, state).steps.length).toBeGreaterThanOrEqual(2)
    const other = estimate(garden.tub, garden.entries, now)
    expect(verdict(garden.tub, garden.entries, other.at, other).mayGetIn).toBe('yes')
  },
)
