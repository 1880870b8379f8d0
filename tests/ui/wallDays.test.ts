import { DAY, HOUR } from '@/core/time'
import { blockedHours } from '@/server/refillView'
import { addWallDays, wallDayEnd } from '@/words/wallDays'
import { day } from '@/words/words'
import { preferences } from './view'

// Clock changes of 2026 by the IANA time zone database: Europe/Berlin 29 March and 25 October, America/New_York 8 March.
const CHANGES = [
  ['Europe/Berlin', Date.UTC(2026, 2, 28, 22, 30), 23],
  ['Europe/Berlin', Date.UTC(2026, 9, 24, 21, 30), 25],
  ['America/New_York', Date.UTC(2026, 2, 8, 4, 30), 23],
] as const

test.each(CHANGES)('in %s the day after %d has a clock change: %d hours', (zone, at, hours) => {
  expect(addWallDays(at, 1, zone) - at).toBe(hours * HOUR)
  expect(addWallDays(at, 2, zone) - at).toBe(hours * HOUR + DAY)
})

test.each(CHANGES)('in %s the evening before is told from the evening after', (zone, at) => {
  const there = { ...preferences, timeZone: zone, now: at }
  expect(day(addWallDays(at, 1, zone), there)).toBe('tomorrow')
  expect(day(addWallDays(at, -1, zone), there)).toBe('yesterday')
  expect(day(addWallDays(at, 2, zone), there)).not.toBe('tomorrow')
})

test('half past eleven before the clocks go back: 24 hours later is still the next day, half past ten', () => {
  const at = Date.UTC(2026, 9, 24, 21, 30)
  const there = { ...preferences, timeZone: 'Europe/Berlin', now: at }
  expect(day(at + DAY, there)).toBe('tomorrow')
  expect(day(at + DAY + 90 * 60_000, there)).not.toBe('tomorrow')
})

test('a day ends at its own midnight', () => {
  expect(wallDayEnd(Date.UTC(2026, 9, 25, 10), 'Europe/Berlin')).toBe(Date.UTC(2026, 9, 25, 23) - 1)
})

test('no night is left out or doubled over a clock change', () => {
  const settings = {
    drainBy: 'pump',
    neutralise: false,
    purgeHours: 12,
    metalsFirst: false,
    fillCelsius: 12,
    airCelsius: 15,
    nightFrom: 22,
    nightTo: 7,
    pins: {},
  } as const
  const nights = blockedHours(settings, Date.UTC(2026, 9, 24, 21, 59), 'Europe/Berlin', 3)
  expect(nights).toHaveLength(5)
  expect(new Set(nights.map(({ from }) => from)).size).toBe(5)
  const lengths = nights.map(({ from, to }) => (to - from) / HOUR)
  expect(lengths.sort((a, b) => a - b)).toEqual([9, 9, 9, 9, 10])
})
