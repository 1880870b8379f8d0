import { type Entry, type NewEntry } from '@/core/journal/entry'
import { levelAhead } from '@/core/refill/levelAhead'
import { assumedWeather } from '@/core/weather'
import { explainWords, levelWords, oldReadingWords, startsFromWords } from '@/words/learntWords'
import { planText } from '@/words/planWords'
import { verdictWords } from '@/words/verdictWords'
import { journal, NOW, tested } from '../core/waters'
import { reader, viewOf } from './view'
import { DAY, HOUR } from "@/core/time";

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
  expect(startsFromWords(fresh.view, fresh.reader)).toBeUndefined()
  expect(oldReadingWords(fresh.view)).toBeUndefined()
  const { view, reader: own } = viewOf('granular chlorine', taught(30), NOW)
  expect(startsFromWords(view, own)).toMatch(
    /^Free chlorine, pH and Alkalinity by the estimate, learnt from 42 readings of this tub\.$/,
  )
  expect(verdictWords(view.tub, view.verdict, view.plan, view.estimate, own).evidence).toMatch(
    /30 hours ago; estimated since then from 42 readings/,
  )
  expect(view.plan.steps.length).toBeGreaterThan(0)
  expect(oldReadingWords(view)).toMatch(
    /^Free chlorine was last tested 30 hours ago\. A new test is surer than this plan, and nobody gets in without one\.$/,
  )
  expect(planText(view, own)).toContain('A new test is surer')
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
  expect(explainWords(quiet, reader).join(' ')).toMatch(
    /About \d\.\d ppm of free chlorine a day were used this last week/,
  )
  const { view } = viewOf('granular chlorine', taught(1, [...soaks, ...shocks]), NOW)
  expect(explainWords(view, reader).join(' ')).toMatch(
    /used this last week, \d\.\d the week before: \d+\.\d person-hours in it, against none\./,
  )
})

test('the level is told in millimetres and litres with where the air comes from', () => {
  const level = levelAhead([], NOW, () => assumedWeather(10), 2.5, 38)
  expect(levelWords(level, 'assumed', reader)).toMatch(
    /falls about \d mm if people come as in the last four weeks: 1\d L evaporate, 0 L go out with bathers\. Air 10.* °C, assumed\./,
  )
})
