import { ensembleOf } from '@/core/estimate/learning/ensemble'
import type { Entry } from '@/core/journal/entry'
import { QUANTITY, type Quantity } from '@/core/testing/quantity'
import { DAY, HOUR } from '@/core/time'
import { today } from '@/core/today/today'
import { trouble } from '@/core/trouble/trouble'
import { demoChores } from '@/demo/chores'
import { scenario, TOLD_AT } from '@/demo/scenario'
import { share } from '../share'

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

/** What the story comes to at its end, told in hours before it: nothing here knows a date. */
const factsAt = (now: number) =>
  scenario(now).map(({ tub, entries }, i) => {
    const chores = demoChores(now, i === 0 ? 'first' : 'second', [1, 2, 3])
    const journal = [...entries, ...chores]
      .toSorted((a, b) => a.at - b.at)
      .map((entry, n) => ({ ...entry, id: n + 1 }) as Entry)
    const ensemble = ensembleOf(tub, journal, now, 8)
    const { estimate, verdict, plan, chores: due } = today({ ensemble }, tub, journal, now)
    const found = trouble(tub, journal, now, {
      estimate,
      signs: ['musty smell'],
      answers: {},
      cases: [],
    })
    const hours = (at: number) => Math.round((10 * (now - at)) / HOUR) / 10
    return {
      name: tub.name,
      waterHours: hours(estimate.filledAt ?? 0),
      mayGetIn: verdict.mayGetIn,
      closures: verdict.closures.map(({ code }) => code),
      steps: plan.steps.map((step) =>
        step.kind === 'add' ? `${step.product} ${step.grams}` : step.kind,
      ),
      evenings: journal
        .flatMap((entry) => (entry.kind === 'test' ? [entry] : []))
        .slice(-5)
        .map(({ at, body }) => [hours(at), body.readings.bromine ?? body.readings.freeChlorine]),
      // What a season asks for comes and goes with it.
      due: due
        .filter(({ chore, due: at }) => !chore.season && !chore.asked && at < now + DAY)
        .map(({ chore }) => chore.id),
      musty: found.causes.slice(0, 2).map((one) => [one.cause, one.for.length]),
    }
  })

test('the demo tells the same story whatever the date, weekday and hour: 400 days at three hours', () => {
  const told = factsAt(TOLD_AT)
  expect(told[0]?.closures.toSorted()).toEqual(['pH high', 'sanitizer low'])
  expect(told[0]?.steps.length).toBeGreaterThanOrEqual(2)
  expect(told[1]).toMatchObject({ mayGetIn: 'yes', closures: [] })
  const moments = share('moments of the demo, its facts', 8, 1200)
  for (let i = 0; i < moments; i++) {
    // Days that are far from each other first, each at an hour of its own.
    const day = (i * 163) % 400
    const hour = [0.2, 9.7, 18.4][i % 3] ?? 0
    const now = Date.UTC(2026, 0, 1) + day * DAY + hour * HOUR
    expect([new Date(now).toISOString(), factsAt(now)]).toEqual([new Date(now).toISOString(), told])
  }
})
