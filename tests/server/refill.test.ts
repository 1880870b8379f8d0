import ICAL from 'ical.js'
import { estimate } from '@/core/estimate/estimate'
import { isKind } from '@/core/journal/entry'
import { DAY, HOUR, MINUTE } from '@/core/time'
import { calendarOf, openCalendar } from '@/server/calendar'
import type { Fields, Outcome } from '@/server/form'
import { recordEntry, undoLastChange } from '@/server/journal'
import { toWallClock } from '@/server/moment'
import { planSoak } from '@/server/plannedSoaks'
import {
  measureRate,
  pinStage,
  removeRefill,
  saveDelivered,
  setRefill,
  tickStage,
} from '@/server/refillDay'
import { refillFields, saveRefillSettings } from '@/server/refillSettings'
import { type RefillConflict, refillView } from '@/server/refillView'
import { tubView } from '@/server/views'
import { simulatedWeather } from '@/stand-ins/weather'
import { openStore, type Store } from '@/store/database'
import { journalOf, lastChange } from '@/store/entries'
import { openRefill } from '@/store/refills'
import { findTub, insertTub } from '@/store/tubs'
import { formatConflict } from '@/words/refillWords'
import { newTub } from '../store/newTub'

const NOW = Date.UTC(2026, 4, 20, 8)
const ZONE = 'Europe/Berlin'
let store: Store
let tub: number

beforeEach(() => {
  store = openStore(':memory:')
  tub = insertTub(store, newTub).id
  recordEntry(store, tub, { kind: 'water', percent: '100' }, NOW - 60 * DAY)
})

const errorsOf = (outcome: Outcome) => (outcome.ok ? {} : outcome.errors)
const view = (now = NOW) => {
  const found = tubView(store, tub, now)
  if (!found) throw new Error('no tub')
  return refillView(store, { ...found, zone: ZONE })
}
const settings = (more: Fields = {}) => {
  const row = findTub(store, tub)
  return saveRefillSettings(store, tub, { ...(row ? refillFields(row) : {}), ...more })
}
const set = (at: string, more: Fields = {}) =>
  setRefill(store, tub, { at, zone: ZONE, ...more }, NOW)
const tick = (stage: string, what: string, at: number, more: Fields = {}) =>
  tickStage(store, tub, { stage, what, ...more }, at)

test('a day is set, counting back, moved and put aside', () => {
  expect(set('2026-05-23T18:00').ok).toBe(true)
  const { row, schedule } = view()
  expect(row?.at).toBe(Date.UTC(2026, 4, 23, 16))
  expect(schedule.ready).toBeLessThanOrEqual(row?.at ?? 0)
  expect(schedule.start).toBeGreaterThan(NOW)
  set('2026-05-25T18:00', { mode: 'start at' })
  expect(view().schedule.start).toBeGreaterThanOrEqual(Date.UTC(2026, 4, 25, 16))
  removeRefill(store, tub, NOW)
  expect(openRefill(store, tub)).toBeUndefined()
})

test.each([
  ['2026-05-19T12:00', /has passed/],
  ['2026-02-29T12:00', /isn’t on the calendar/],
  ['2029-05-19T12:00', /up to 400 days/],
  ['soon', /enter the day and time/],
])('ready by %s is a sentence', (at, sentence) => {
  expect(errorsOf(set(at)).at).toMatch(sentence)
  expect(openRefill(store, tub)).toBeUndefined()
})

test.each([
  [{ purgeHours: '72' }, 'purgeHours', /0 to 48 h/],
  [{ heaterKilowatts: '0' }, 'heaterKilowatts', /0.5 to 60 kW/],
  [{ fillTemperature: '90' }, 'fillTemperature', /0 to 60 °C/],
  [{ workFrom: '9', workTo: '8' }, 'workTo', /isn’t after 9/],
])('%j is refused at its field', (fields, field, sentence) => {
  expect(errorsOf(settings(fields as Fields))[field]).toMatch(sentence)
  expect(findTub(store, tub)?.refill).toBeNull()
})

test('what cannot be is said with a way on', () => {
  const codes = () => view().conflicts.map(({ code }) => code)
  const found = (code: RefillConflict['code']) =>
    view().conflicts.find((conflict) => conflict.code === code)
  settings({ metalsFirst: 'yes' })
  set('2026-05-21T12:00')
  const metal = found('metal step too long')
  if (metal?.code !== 'metal step too long') throw new Error('expected the metal step')
  expect(metal.readyWithout).toBeLessThan(metal.ready)
  settings({ metalsFirst: 'fill' })
  expect(codes()).toContain('takes longer')
  set('2026-05-24T18:00')
  planSoak(
    store,
    tub,
    { people: '4', minutes: '30', at: toWallClock(view().schedule.start + HOUR, ZONE), zone: ZONE },
    NOW,
  )
  expect(found('falls into it')).toMatchObject({ what: { kind: 'soak', people: 4 } })
  settings({ hoseFilter: '200', nightFrom: '1', nightTo: '23', workFrom: '23', workTo: '24' })
  expect(found('hose filter spent')).toMatchObject({ leftLitres: expect.closeTo(200, 3) })
  recordEntry(
    store,
    tub,
    {
      kind: 'fillTest',
      method: 'drops',
      source: 'well',
      calciumHardness: '500',
      totalAlkalinity: '200',
      pH: '7.4',
    },
    NOW,
  )
  expect(found('hard fill water')).toMatchObject({ hardnessPpm: expect.closeTo(500, 3) })
  // A well whose metals nobody read, and hard: the inhibitor has its day without being asked for.
  expect(view().schedule.scheduled.map(({ stage }) => stage.id)).toContain('metals')
  recordEntry(
    store,
    tub,
    { kind: 'fillTest', method: 'drops', source: 'town', iron: '0.3', calciumHardness: '90' },
    NOW,
  )
  expect(found('metals in fill water')).toMatchObject({ ironPpm: 0.3 })
  settings({ metalsFirst: 'no' })
  expect(view().schedule.scheduled.map(({ stage }) => stage.id)).not.toContain('metals')
})

test('every conflict is said with its figures in the units of a US and a German reader', () => {
  const us = {
    locale: 'en-US',
    timeZone: ZONE,
    units: { volume: 'US gallon', temperature: 'fahrenheit', mass: 'ounce' },
    now: NOW,
  } as const
  const german = {
    ...us,
    locale: 'de-DE',
    units: { volume: 'litre', temperature: 'celsius', mass: 'gram' },
  } as const
  const slow = {
    code: 'pump slower than hose',
    drainLitresPerMinute: 5,
    fillLitresPerMinute: 20,
    drainHours: 4.2,
  } as const
  expect(formatConflict(slow, german)).toContain('The pump (5 L a minute) is slower')
  expect(formatConflict(slow, us)).toContain('The pump (1 US gal a minute) is slower')
  const weak = { code: 'heater too weak', airCelsius: -10, holdsCelsius: 20 } as const
  expect(formatConflict(weak, german)).toMatch(/air at -10 °C .* about 20 °C/)
  const iron = { code: 'metals in fill water', copperPpm: 0, ironPpm: 0.3 } as const
  expect(formatConflict(iron, german)).toMatch(/holds 0,30 ppm of iron: it stains/)
  expect(formatConflict(iron, us)).toMatch(/holds 0.30 ppm of iron: it stains/)
  expect(formatConflict(weak, us)).toMatch(/air at 14 °F .* about 68 °F/)
})

test('from the purge to the last test over three days: real times move the rest, the fill is new water, chores are reset', () => {
  set('2026-05-23T18:00')
  expect(tick('purge', 'begun', NOW).ok).toBe(true)
  expect(view(NOW + HOUR).schedule.scheduled.find(({ stage }) => stage.id === 'purge')?.state).toBe(
    'running',
  )
  const asPlanned = view(NOW + 12 * HOUR).schedule.ready
  // Overslept by half a day: what follows moves.
  tick('purge', 'done', NOW + 34 * HOUR)
  expect(view(NOW + 34 * HOUR).schedule.ready).toBeGreaterThan(asPlanned)
  let at = NOW + 35 * HOUR
  for (const stage of [
    'fill test',
    'sanitizer out',
    'filters out',
    'filter soak',
    'blow out',
    'clean',
  ]) {
    tick(stage, 'done', at)
    at += 20 * MINUTE
  }
  tick('drain', 'begun', at)
  tick('drain', 'done', at + 25 * MINUTE)
  tick('fill', 'begun', at + HOUR)
  expect(errorsOf(tick('fill', 'done', at + 2 * HOUR, { litres: '9' })).litres).toMatch(/50 to/)
  expect(tick('fill', 'done', at + 2 * HOUR, { litres: '960' }).ok).toBe(true)
  const journal = journalOf(store, tub)
  expect(journal.filter(isKind('water'))[0]?.at).toBe(at + 2 * HOUR)
  expect(tubView(store, tub, at + 3 * HOUR)?.estimate.filledAt).toBe(at + 2 * HOUR)
  expect(
    journal
      .filter(isKind('chore'))
      .map(({ body }) => body.chore)
      .sort(),
  ).toEqual(['filter soak', 'purge', 'shell clean'])
  const { rates } = view(at + 3 * HOUR)
  expect(rates.fillLitresPerMinute).toMatchObject({ origin: 'measured', times: 1 })
  expect(rates.fillLitresPerMinute.value).toBeGreaterThan(15.5)
  expect(rates.fillLitresPerMinute.value).toBeLessThan(18)
  // Undo takes the new water back with its tick.
  undoLastChange(store, tub, lastChange(store, tub)?.number ?? 0, at + 3 * HOUR)
  expect(tubView(store, tub, at + 3 * HOUR)?.estimate.filledAt).toBe(NOW - 60 * DAY)
  undoLastChange(store, tub, lastChange(store, tub)?.number ?? 0, at + 3 * HOUR + 1)
  saveDelivered(store, tub, { litres: '960' }, at + 3 * HOUR)
  expect(findTub(store, tub)?.volumeLitres).toBe(960)
  expect(tick('fill', 'done', at + 4 * HOUR)).toMatchObject({
    message: expect.stringMatching(/already updated this step/),
  })
  tick('last test', 'done', at + 20 * HOUR)
  expect(openRefill(store, tub)).toBeUndefined()
})

test('a bucket, ten minutes of draining, two temperatures', () => {
  expect(measureRate(store, tub, { rate: 'fill', bucket: '10', seconds: '40' }, NOW).ok).toBe(true)
  expect(
    errorsOf(
      measureRate(store, tub, { rate: 'drain', depth: '70', drop: '80', minutes: '10' }, NOW),
    ).drop,
  ).toMatch(/more than the 70/)
  measureRate(store, tub, { rate: 'drain', depth: '70', drop: '35', minutes: '10' }, NOW)
  expect(
    errorsOf(
      measureRate(store, tub, { rate: 'heat', first: '20', second: '19', minutes: '60' }, NOW),
    ).second,
  ).toMatch(/Is the heater on/)
  measureRate(store, tub, { rate: 'heat', first: '20', second: '22', minutes: '60' }, NOW)
  const { rates } = view()
  expect(
    journalOf(store, tub)
      .filter(isKind('refill'))
      .map(({ body }) => body.perMinute ?? body.perHour)
      .sort(),
  ).toEqual([15, 2, 50])
  // Pulled from what was assumed most of the way to what was measured.
  expect(rates.fillLitresPerMinute.value).toBeCloseTo(15.3, 1)
})

test('a pin that has passed, and one that holds', () => {
  set('2026-05-23T18:00')
  expect(
    errorsOf(pinStage(store, tub, { stage: 'drain', at: '2026-05-01T10:00', zone: ZONE }, NOW)).at,
  ).toMatch(/has passed/)
  pinStage(store, tub, { stage: 'drain', at: '2026-05-22T15:00', zone: ZONE }, NOW)
  expect(
    view().schedule.scheduled.find(({ stage }) => stage.id === 'drain')?.start,
  ).toBeGreaterThanOrEqual(Date.UTC(2026, 4, 22, 13))
  pinStage(store, tub, { stage: 'drain' }, NOW)
  expect(findTub(store, tub)?.refill?.pins).toEqual({})
})

test('the day stands in the feed, read by an independent parser, and hands are never there twice at once', () => {
  set('2026-05-23T18:00')
  openCalendar(store, tub, { zone: ZONE })
  const text = calendarOf(store, findTub(store, tub)?.calendar?.key ?? '', NOW) ?? ''
  const events = new ICAL.Component(ICAL.parse(text))
    .getAllSubcomponents('vevent')
    .map((event) => new ICAL.Event(event))
    .filter(({ summary }) => /^Refill: /.test(summary))
  expect(events.length).toBeGreaterThan(10)
  const times = events
    .map(
      (event) =>
        [event.startDate.toJSDate().getTime(), event.endDate.toJSDate().getTime()] as const,
    )
    .sort((a, b) => a[0] - b[0])
  times.forEach(([, end], i) => {
    const after = times[i + 1]
    if (after) expect(after[0]).toBeGreaterThanOrEqual(end)
  })
})

test('simulated weather is the same for the same hour and stays in what a temperate coast knows', () => {
  for (let hour = 0; hour < 9000; hour += 37) {
    const at = NOW + hour * HOUR
    const weather = simulatedWeather(at)
    expect(weather).toEqual(simulatedWeather(at))
    expect(weather.airCelsius).toBeGreaterThan(-8)
    expect(weather.airCelsius).toBeLessThan(30)
    expect(weather.relativeHumidity).toBeLessThan(1)
    expect(weather.windMetresPerSecond).toBeGreaterThan(0)
  }
  expect(estimate(newTub, [], NOW).filledAt).toBeUndefined()
})
