import ICAL from 'ical.js'
import { DAY, fillWaterOf, HOUR, MINUTE } from '@/core'
import { calendarOf, openCalendar } from '@/server/calendar'
import {
  heatFields,
  heatPlace,
  heatSettings,
  notePower,
  openCut,
  saveHeat,
  saveWay,
} from '@/server/heat'
import { recordEntry } from '@/server/journal'
import { toWallClock } from '@/server/moment'
import { airAt, giveAir } from '@/server/outsideAir'
import { planSoak } from '@/server/plannedSoaks'
import { refillSettings } from '@/server/refillSettings'
import { refillView } from '@/server/refillView'
import { tubView } from '@/server/views'
import { openStore, type Store } from '@/store/database'
import { insertEntry, journalOf } from '@/store/entries'
import { findTub, insertTub, type TubRow, updateTub } from '@/store/tubs'
import { newTub } from '../store/newTub'

const NOW = Date.UTC(2026, 0, 14, 17, 0)
const WATER = fillWaterOf({ source: 'town', totalAlkalinityPpm: 80, pH: 7.4 }, 38)
let store: Store
let id: number
beforeEach(() => {
  store = openStore(':memory:')
  id = insertTub(store, newTub).id
})
const tub = (): TubRow => {
  const found = findTub(store, id)
  if (!found) throw new Error('it is there')
  return found
}
const typed = (more: Record<string, string> = {}) => ({
  energyPrice: '0.3',
  nightPrice: '0.2',
  nightFrom: '23',
  nightTo: '5',
  heaterKilowatts: '3',
  lower: '4',
  hoursFrom: '14',
  hoursTo: '17',
  ...more,
})
const asked = (more: object = {}) => ({
  now: NOW,
  timeZone: 'Europe/Berlin',
  locale: 'en-DE',
  air: () => -2,
  celsius: 38,
  water: WATER,
  soaks: [{ at: NOW + 26 * HOUR, minutes: 30 }],
  query: {},
  ...more,
})

test('what was typed comes back, and what Refill knows beside it stays', () => {
  updateTub(store, id, { refill: { waterPrice: 2.4, purgeHours: 12 } })
  expect(saveHeat(store, id, typed())).toEqual({ ok: true })
  expect(heatFields(tub())).toEqual(typed())
  expect(refillSettings(tub())).toMatchObject({
    waterPrice: 2.4,
    purgeHours: 12,
    energyPrice: 0.3,
    heaterKilowatts: 3,
  })
  // Taken away again, it is as if it had never been said.
  expect(
    saveHeat(store, id, typed({ energyPrice: '', nightPrice: '', heaterKilowatts: '' })).ok,
  ).toBe(true)
  expect(tub().refill).toEqual({ waterPrice: 2.4, purgeHours: 12 })
  expect(heatSettings(tub()).nightPrice).toBeUndefined()
})

test('nine degrees of an American are five kelvin', () => {
  updateTub(store, id, {
    units: { volume: 'US gallon', temperature: 'fahrenheit', mass: 'ounce' },
  })
  expect(saveHeat(store, id, typed({ lower: '9' })).ok).toBe(true)
  expect(heatSettings(tub()).lowerKelvin).toBeCloseTo(5, 10)
  expect(heatFields(tub()).lower).toBe('9')
})

test('what can’t be is said at its field, and nothing is written', () => {
  const outcome = saveHeat(
    store,
    id,
    typed({ heaterKilowatts: '900', lower: 'cold', nightFrom: '25', energyPrice: '' }),
  )
  expect(outcome).toMatchObject({
    ok: false,
    errors: {
      heaterKilowatts: expect.stringContaining('900'),
      lower: expect.stringContaining('cold'),
      nightFrom: expect.stringContaining('25'),
    },
  })
  expect(saveHeat(store, id, typed({ energyPrice: '' }))).toMatchObject({
    errors: { energyPrice: 'Price by day: a price at night needs one by day beside it.' },
  })
  expect(tub().heat).toBeNull()
})

test('a week by this tub’s settings: two rates by its people’s clock, the soak counted, ways in order of energy', () => {
  saveHeat(store, id, typed())
  const place = heatPlace(tub(), [], asked())
  const [held, lower, hours] = place.weeks
  expect(held?.kilowattHours).toBeGreaterThan(lower?.kilowattHours ?? Number.NaN)
  expect(hours?.way).toEqual({ kind: 'hours', from: 14, to: 17 })
  // An even load pays six hours of the night at 0.2 and eighteen at 0.3.
  expect((held?.money ?? 0) / (held?.kilowattHours ?? 1)).toBeCloseTo((6 * 0.2 + 18 * 0.3) / 24, 4)
  // 17:00 there is 18:00 in Berlin: the night begins five hours from now.
  expect(place.nights[0]?.from).toBe(NOW + 5 * HOUR)
  expect(lower?.coldSoaks).toBe(0)
  expect(place.soaks).toHaveLength(1)
  // A clock in another zone moves the rate and no energy.
  const elsewhere = heatPlace(tub(), [], asked({ timeZone: 'America/New_York' }))
  expect(elsewhere.weeks[0]?.kilowattHours).toBeCloseTo(held?.kilowattHours ?? 0, 6)
  expect(elsewhere.nights[0]?.from).toBe(NOW + 11 * HOUR)
})

test('a cut at −5 °C and a Friday evening, asked with a comma; what can’t be is said with what was typed', () => {
  const place = heatPlace(
    tub(),
    [],
    asked({
      query: {
        cut: '2026-01-14T18:00',
        outside: '-5,0',
        ready: '2026-01-16T19:00',
        warm: '38',
        held: '30',
      },
    }),
  )
  expect(place.cut).toMatchObject({ from: NOW, outsideCelsius: -5, errors: {} })
  // By hand: 38 °C in −5 °C, 241.5 h: 43 × e^(−24/241.5) − 5.
  expect(place.cut.answer?.points[24]?.celsius).toBeCloseTo(43 * Math.exp(-24 / 241.5) - 5, 1)
  expect(place.cut.answer?.pipes.soonest).toBeLessThan(48)
  expect(place.ready.answer?.readyAt).toBe(Date.UTC(2026, 0, 16, 18, 0))
  expect(place.ready.answer?.at).toBeLessThan(Date.UTC(2026, 0, 16, 18, 0))
  const wrong = heatPlace(
    tub(),
    [],
    asked({ query: { cut: '2026-02-30T18:00', outside: 'frost', ready: '2026-01-13T19:00' } }),
  )
  expect(wrong.cut.answer).toBeUndefined()
  expect(wrong.cut.errors.outside).toContain('frost')
  expect(wrong.cut.errors.cut).toBeTruthy()
  expect(wrong.cut.fields.outside).toBe('frost')
  expect(wrong.ready.errors.ready).toBe('Ready at: choose a moment within the next two weeks.')
})

test('the power goes and comes back by the log: each once, in their order, and never ahead', () => {
  const log = (power: 'off' | 'back', at: string, now = NOW) =>
    notePower(store, id, { power, when: 'earlier', at, zone: 'UTC' }, now)
  expect(log('back', '2026-01-14T16:00')).toMatchObject({ ok: false })
  expect(log('off', '2026-01-14T15:00')).toEqual({ ok: true })
  expect(openCut(journalOf(store, id), NOW)?.from).toBe(NOW - 2 * HOUR)
  // Another phone has logged it already.
  expect(log('off', '2026-01-14T15:30')).toMatchObject({ ok: false })
  expect(log('back', '2026-01-14T14:00')).toMatchObject({
    errors: { at: 'Time: the power can’t come back before it went.' },
  })
  expect(log('back', '2026-01-14T19:00')).toMatchObject({ ok: false })
  expect(tubView(store, id, NOW)?.verdict.closures[0]?.code).toBe('no power')
  expect(log('back', '2026-01-14T16:30')).toEqual({ ok: true })
  expect(openCut(journalOf(store, id), NOW)).toBeUndefined()
  expect(journalOf(store, id)).toHaveLength(2)
})

test('a correction of when the power went keeps that it went; so does one of a signed month', () => {
  notePower(store, id, { power: 'off', when: 'earlier', at: '2026-01-14T15:00', zone: 'UTC' }, NOW)
  const [note] = journalOf(store, id)
  const corrected = recordEntry(
    store,
    id,
    {
      kind: 'note',
      text: 'The power went, storm.',
      when: 'earlier',
      at: '2026-01-14T14:00',
      zone: 'UTC',
      replaces: String(note?.id),
    },
    NOW,
  )
  expect(corrected.ok).toBe(true)
  expect(journalOf(store, id)[0]?.body).toEqual({ text: 'The power went, storm.', power: 'off' })
  expect(openCut(journalOf(store, id), NOW)?.from).toBe(NOW - 3 * HOUR)
  const signs = { month: '2025-12', name: 'Ada', digest: '0' }
  insertEntry(store, id, { kind: 'note', at: NOW - HOUR, body: { text: 'signed', signs } }, NOW)
  const before = journalOf(store, id).find(({ body }) => 'signs' in body)
  recordEntry(
    store,
    id,
    { kind: 'note', text: 'signed off', when: 'now', replaces: String(before?.id) },
    NOW,
  )
  expect(journalOf(store, id).find(({ body }) => 'signs' in body)?.body).toMatchObject({ signs })
})

test('a fill’s heating costs the same under Refill as what Costs pays for a kilowatt hour: the mean of two rates', () => {
  saveHeat(store, id, typed())
  const view = tubView(store, id, NOW)
  if (!view) throw new Error('it is there')
  const { costs } = refillView(store, { ...view, zone: 'Europe/Berlin' })
  expect((costs.energy ?? 0) / costs.kilowattHours).toBeCloseTo((6 * 0.2 + 18 * 0.3) / 24, 6)
})

test('kept lower between soaks, each planned soak says when to turn up: in Upkeep, on Now, in the calendar, and not once it is hot', () => {
  const soak = NOW + 50 * HOUR
  const planned = () =>
    planSoak(
      store,
      id,
      { at: toWallClock(soak, 'UTC'), zone: 'UTC', people: '2', minutes: '40' },
      NOW,
    )
  recordEntry(store, id, { kind: 'water', percent: '100' }, NOW - 20 * DAY)
  recordEntry(store, id, { kind: 'test', method: 'meter', temperature: '33' }, NOW - HOUR)
  expect(planned()).toEqual({ ok: true })
  const turnUp = () => tubView(store, id, NOW)?.chores.find(({ why }) => why === 'turn up')
  expect(turnUp()).toBeUndefined()
  saveHeat(store, id, typed({ heaterKilowatts: '3', lower: '5' }))
  expect(saveWay(store, id, { way: 'lower' })).toEqual({ ok: true })
  const due = turnUp()?.due ?? 0
  // Five kelvin of 1,000 L take 5.8 kWh: some two to three hours with 3 kW against what is lost meanwhile.
  expect((soak - due) / HOUR).toBeGreaterThan(1.9)
  expect((soak - due) / HOUR).toBeLessThan(3.3)
  // The place itself says the same of the same hour.
  const view = tubView(store, id, NOW)
  const { ready, chosen } = heatPlace(
    tub(),
    journalOf(store, id),
    asked({
      air: airAt(tub()),
      celsius: view?.estimate.quantities.temperature.value,
      timeZone: 'UTC',
      query: { ready: toWallClock(soak, 'UTC') },
    }),
  )
  expect(chosen?.way).toEqual({ kind: 'lower', byKelvin: 5 })
  expect(Math.abs((ready.answer?.at ?? 0) - due)).toBeLessThanOrEqual(15 * MINUTE)
  openCalendar(store, id, { zone: 'UTC', as: 'chores' })
  const events = new ICAL.Component(
    ICAL.parse(calendarOf(store, tub().calendar?.key ?? '', NOW) ?? ''),
  )
    .getAllSubcomponents('vevent')
    .map((event) => new ICAL.Event(event))
    .filter(({ summary }) => /heater up/.test(summary))
  expect(events.map(({ startDate }) => startDate.toJSDate().getTime())).toEqual([due])
  // Done, it is over; held again, nobody is asked.
  recordEntry(store, id, { kind: 'chore', chore: 'turn up', outcome: 'done' }, due + HOUR)
  expect(
    tubView(store, id, due + HOUR)?.chores.find(({ why }) => why === 'turn up'),
  ).toBeUndefined()
  saveWay(store, id, { way: 'held' })
  expect(turnUp()).toBeUndefined()
  expect(saveWay(store, id, { way: 'never' })).toMatchObject({ ok: false })
  // Prices typed later leave the way as it is.
  saveWay(store, id, { way: 'hours' })
  saveHeat(store, id, typed())
  expect(heatSettings(tub()).way).toBe('hours')
})

test('the weather of one service is the air of every place; without one it is what was typed', () => {
  updateTub(store, id, { refill: { airCelsius: 7 } })
  expect(airAt(tub())(NOW)).toBe(7)
  giveAir((at) => (at > NOW ? -9 : 2))
  try {
    expect(airAt(tub())(NOW)).toBe(2)
    const { agenda } = tubView(store, id, NOW) ?? { agenda: [] }
    expect(agenda).toContainEqual(
      expect.objectContaining({
        kind: 'frost',
        frost: { from: NOW + HOUR, lowCelsius: -9, lowLevel: false, noPower: false },
      }),
    )
    notePower(store, id, { power: 'off', when: 'now' }, NOW)
    const worse = tubView(store, id, NOW)?.agenda.find((item) => item.kind === 'frost')
    expect(worse?.kind === 'frost' && worse.frost.noPower).toBe(true)
  } finally {
    giveAir(undefined)
  }
  expect(tubView(store, id, NOW)?.agenda.some((item) => item.kind === 'frost')).toBe(false)
})

test('a heater that warms slower than before is told on Now, until it warms as it did', () => {
  const read = (hoursAgo: number, temperature: number) =>
    recordEntry(
      store,
      id,
      { kind: 'test', method: 'meter', temperature: String(temperature) },
      NOW - hoursAgo * HOUR,
    )
  updateTub(store, id, { refill: { heaterKilowatts: 3 } })
  // 1,000 L take 1.16 kWh a kelvin: with 3 kW some 2.5 °C an hour.
  read(90, 20)
  read(86, 29.5)
  const told = (at = NOW) =>
    tubView(store, id, at)?.agenda.find((item) => item.kind === 'heater')?.kind
  expect(told()).toBeUndefined()
  read(40, 25)
  read(35, 29)
  expect(told()).toBe('heater')
  read(12, 24)
  read(8, 33.5)
  expect(told()).toBeUndefined()
})
