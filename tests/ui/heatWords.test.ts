import { HOUR } from '@/core'
import { powerCut } from '@/core/heat/powerCut'
import { usualHeat } from '@/core/heat/tubHeat'
import { warmWeek } from '@/core/heat/warmWeek'
import {
  againstHeld,
  coolingWords,
  cutDescribed,
  cutSteps,
  heatTitle,
  lowerWords,
  readyInWords,
  summerWords,
  turnUpWords,
  untilWords,
  wayWords,
} from '@/words/heatWords'
import type { DisplayPreferences } from '@/words/words'
import { NOW, tubWith } from '../core/waters'

const german: DisplayPreferences = {
  locale: 'en-DE',
  timeZone: 'Europe/Berlin',
  units: { volume: 'litre', temperature: 'celsius', mass: 'gram' },
  now: NOW,
}
const american: DisplayPreferences = {
  locale: 'en-US',
  timeZone: 'America/New_York',
  units: { volume: 'US gallon', temperature: 'fahrenheit', mass: 'ounce' },
  now: NOW,
}
const heat = usualHeat({ ...tubWith('granular chlorine'), volumeLitres: 1200 })
const asked = {
  from: NOW,
  setCelsius: 38,
  soaks: [{ at: NOW + 50 * HOUR, minutes: 30 }],
  air: () => 6,
  hourAt: (at: number) => (at / HOUR) % 24,
  priceAt: () => 0.3,
}
const held = warmWeek(heat, { kind: 'held' }, asked)
const lower = warmWeek(heat, { kind: 'lower', byKelvin: 5 }, asked)

test('two readers: degrees and differences in their own units, marks of their own', () => {
  expect(heatTitle(38, 4.13, german)).toBe(
    'Keeping 38 °C takes about 4,1 kWh a day in this weather.',
  )
  expect(heatTitle(38, 4.13, american)).toBe(
    'Keeping 100 °F takes about 4.1 kWh a day in this weather.',
  )
  expect(heatTitle(38, 0, german)).toBe('Keeping 38 °C takes no heat in this weather.')
  expect(wayWords(lower, 38, german)).toEqual({
    name: '5 °C lower',
    detail: '33 °C between soaks',
  })
  expect(wayWords(lower, 38, american)).toEqual({
    name: '9 °F lower',
    detail: '91 °F between soaks',
  })
  // 32 K over 241.5 h is 0.13 K an hour, 0.24 °F.
  expect(coolingWords(heat, 32, german).figure).toBe('0,13 °C an hour')
  expect(coolingWords(heat, 32, american).figure).toBe('0.24 °F an hour')
})

test('lower is said to save what it saves, never to cost more energy', () => {
  expect(lowerWords({ held, lower }, 38, german)).toMatch(
    /^5 °C lower saves [\d,]+ kWh a week, \d+ %; cooler water always loses less\. Sanitizer lasts \d+ % longer\.$/,
  )
  expect(againstHeld(lower, held, 'EUR', german)).toMatch(/^saves /)
  expect(againstHeld(held, held, 'EUR', german)).toBe('')
  // The difference of the figures that stand there: 3.31 and 3.24, not 3.314 and 3.236.
  const costing = (week: typeof held, sum: number) => ({ ...week, money: sum })
  const said = (sum: number, against: number, currency: string) =>
    againstHeld(costing(lower, sum), costing(held, against), currency, german)
  expect(said(3.236, 3.314, 'EUR')).toBe('saves 0,07 €')
  expect(said(3.314, 3.311, 'EUR')).toBe('the same')
  expect(said(331.4, 323.6, 'JPY')).toBe('7 ¥ more')
  expect(readyInWords(held, 1, german)).toEqual({ figure: '0 h', note: 'any time' })
  expect(readyInWords(lower, 1, german).note).toBe('at the most')
})

test('turning up: on time, too late, never', () => {
  const by = NOW + 5 * HOUR
  const about = { by, target: 38, now: NOW }
  expect(turnUpWords({ at: NOW + 3 * HOUR, readyAt: by }, about, german)).toMatch(
    /^Turn it up .+ to have 38 °C /,
  )
  expect(turnUpWords({ at: NOW, readyAt: by + HOUR }, about, american)).toMatch(
    /^There is not enough time: turned up now, it has 100 °F /,
  )
  expect(turnUpWords({ at: NOW, readyAt: undefined }, about, german)).toContain('can’t bring it')
  expect(turnUpWords({ at: by, readyAt: by }, about, german)).toContain('anyway')
})

test('a power cut in frost names the pipes before anything freezes; in mild air nothing of it', () => {
  const frost = powerCut(heat, { from: NOW, celsius: 38, air: () => -5 })
  expect(untilWords(frost.until4, german)).toMatch(/^after about \d+ days, [\d,]+ at the soonest$/)
  expect(untilWords(frost.pipes, german)).toMatch(/hours|days/)
  expect(cutSteps(frost.pipes, { from: NOW, covered: true }, german).join(' ')).toContain(
    'Pipes freeze before the water',
  )
  expect(cutSteps(frost.pipes, { from: NOW, covered: false }, german)[0]).toContain(
    'Cover the water',
  )
  expect(cutDescribed(frost.points, american)).toMatch(
    /^The water without power: at once 100 °F, after a day \d+ °F/,
  )
  const mild = powerCut(heat, { from: NOW, celsius: 38, air: () => 15 })
  expect(untilWords(mild.pipes, german)).toBe('not within four weeks')
  expect(cutSteps(mild.pipes, { from: NOW, covered: true }, german).join(' ')).not.toContain(
    'Pipes',
  )
})

test('summer: nothing to set, warm days, or water that will not cool', () => {
  const at = (high: number, resting: number) =>
    summerWords({ tooWarmAbove: 31, high, resting, setCelsius: 38 }, german).title
  expect(at(20, 25)).toBe('Summer: nothing to set.')
  expect(at(34, 36)).toBe('Warm days ahead.')
  expect(at(36, 39)).toBe('Too warm this week.')
})
