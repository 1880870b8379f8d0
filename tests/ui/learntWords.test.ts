import type { Entry, NewEntry } from '@/core/journal/entry'
import { levelAhead } from '@/core/refill/levelAhead'
import { DAY, HOUR } from '@/core/time'
import { assumedWeather } from '@/core/weather'
import {
  formatExplain,
  formatFloorAt,
  formatLevel,
  formatOldReading,
  formatStartsFrom,
} from '@/words/learntWords'
import { planText } from '@/words/planWords'
import { formatVerdict } from '@/words/verdictWords'
import { journal, NOW, tested } from '../core/waters'
import { preferences, viewOf } from './view'

/** Two weeks in which chlorine falls by a tenth a day and is put back twice, the last test so many hours ago. */
const taught = (hoursAgo: number, more: NewEntry[] = []): Entry[] => {
  const last = NOW - hoursAgo * HOUR
  const days: NewEntry[] = Array.from({ length: 14 }, (_, day) =>
    tested(last - (13 - day) * DAY, {
      freeChlorine: Number((5 * 0.9 ** (day % 7)).toFixed(1)),
      pH: 7.5,
      totalAlkalinity: 100,
    }),
  )
  const dose: NewEntry = {
    kind: 'dose',
    at: last - 6.5 * DAY,
    body: { product: 'sodium dichlor dihydrate', grams: 5.7 },
  }
  return journal(...days, dose, ...more)
}

test('a fresh reading is the ground by itself; a day-old one is carried on, and every place says so', () => {
  const fresh = viewOf('granular chlorine', taught(1), NOW)
  expect(formatStartsFrom(fresh.view, fresh.preferences)).toBeUndefined()
  expect(formatOldReading(fresh.view)).toBeUndefined()
  const { view, preferences: own } = viewOf('granular chlorine', taught(30), NOW)
  expect(formatStartsFrom(view, own)).toMatch(
    /^Free chlorine, pH and Alkalinity estimated from 42 readings of this tub\.$/,
  )
  expect(formatVerdict(view, own).evidence).toMatch(
    /30 hours ago; estimated since then from 42 readings/,
  )
  expect(view.plan.steps.length).toBeGreaterThan(0)
  expect(formatOldReading(view)).toMatch(
    /^Free chlorine was last tested 30 hours ago\. A new test is more reliable than this plan, and nobody gets in without one\.$/,
  )
  expect(planText(view, own)).toContain('A new test is more reliable')
})

test('why: what a week used beside the week before', () => {
  const soaks = [1, 2, 3].map(
    (n): NewEntry => ({
      kind: 'soak',
      at: NOW - n * DAY,
      body: { people: 3, minutes: 60 },
    }),
  )
  const shocks = [1, 2, 3].map(
    (n): NewEntry => ({
      kind: 'dose',
      at: NOW - n * DAY + HOUR,
      body: { product: 'sodium dichlor dihydrate', grams: 15 },
    }),
  )
  const quiet = viewOf('granular chlorine', taught(1), NOW).view
  expect(formatExplain(quiet, preferences).join(' ')).toMatch(
    /About \d\.\d ppm of free chlorine a day were used this last week/,
  )
  const { view } = viewOf('granular chlorine', taught(1, [...soaks, ...shocks]), NOW)
  expect(formatExplain(view, preferences).join(' ')).toMatch(
    /used this last week, \d\.\d the week before: \d+\.\d person-hours in it, against none\./,
  )
})

test('the level is told in millimetres and litres with where the air comes from', () => {
  const level = levelAhead([], {
    now: NOW,
    weather: () => assumedWeather(10),
    surfaceSquareMetres: 2.5,
    waterCelsius: 38,
  })
  expect(formatLevel(level, 'assumed', preferences)).toMatch(
    /drop about \d mm at the current rate of use: 1\d L evaporates, 0 L leaves with bathers\. Air 10.* °C \(assumed\)\./,
  )
})

test.each([
  [[undefined, undefined, undefined], /is expected to stay above 3\.0 ppm all week\.$/],
  [[1, undefined, undefined], /will probably stay above .*, but could fall below it tomorrow/],
  [[0, 0, undefined], /fall below 3\.0 ppm today, perhaps not this week\.$/],
  [[0, 1, undefined], /\(today at the earliest, perhaps not this week\)\.$/],
  [[0, 1, 2], /\(between today and /],
  [[1, 1, 2], / at the latest\)\.$/],
  [[0, 1, 1], /\(today at the earliest\)\.$/],
  [[1, 1, 1], /fall below 3\.0 ppm [^(]*\.$/],
] as const)('when the residual falls, as sure as it is: days %j', (days, words) => {
  const [early, middle, late] = days.map((d) => (d === undefined ? undefined : NOW + d * DAY))
  const points = [{ at: NOW, low: 4, median: 4.5, high: 5 }]
  const said = formatFloorAt(
    { quantity: 'freeChlorine', points, floorAt: { early, middle, late } },
    3,
    { ...preferences, now: NOW },
  )
  expect(said).toMatch(words)
})
