import { DAY, HOUR, levelAhead } from '@/core'
import { energyThrough } from '@/core/heat/energyThrough'
import { kilowattHoursPerKelvin, usualHeat } from '@/core/heat/tubHeat'
import { beforeLeaving } from '@/core/routine/beforeLeaving'
import { awayPlace } from '@/server/away'
import { recordEntry } from '@/server/journal'
import { saveStay } from '@/server/stays'
import { tubView } from '@/server/views'
import { openStore, type Store } from '@/store/database'
import { insertEntry } from '@/store/entries'
import { insertTub, updateTub } from '@/store/tubs'
import { backSteps, between, lastDose, levelOnReturn, rangeOnReturn } from '@/words/awayWords'
import { tubWith } from '../core/waters'
import { newTub } from '../store/newTub'

const NOW = Date.UTC(2026, 0, 14, 17, 0)
const rigid = { ...tubWith('granular chlorine'), volumeLitres: 1200, setTemperatureCelsius: 38 }

test('energy through a time: held by hand, nothing while it cools, and what was let go comes back', () => {
  const heat = { ...usualHeat(rigid), pumpKilowatts: 0 }
  const held = energyThrough(heat, {
    from: NOW,
    to: NOW + 10 * DAY,
    celsius: 38,
    air: () => 6,
    wanted: () => 38,
  })
  // 32 K / 241.5 h × 240 h × 1.386 kWh/K.
  expect(held.kilowattHours).toBeCloseTo((32 / 241.5) * 240 * kilowattHoursPerKelvin(1200), 6)
  const off = energyThrough(heat, {
    from: NOW,
    to: NOW + 2 * DAY,
    celsius: 38,
    air: () => 6,
    wanted: () => 20,
  })
  expect(off.kilowattHours).toBe(0)
  expect(off.celsius).toBeCloseTo(6 + 32 * Math.exp(-48 / 241.5), 6)
  const lower = energyThrough(heat, {
    from: NOW,
    to: NOW + 10 * DAY,
    celsius: 38,
    air: () => 6,
    wanted: (at) => (at > NOW + 9 * DAY ? 38 : 20),
  })
  expect(lower.celsius).toBeCloseTo(38, 6)
  expect(lower.kilowattHours).toBeLessThan(held.kilowattHours)
})

test('before leaving: granules to the top of the range by hand, tablets for the days, nothing for a cell', () => {
  const high = rigid.targets.sanitizer.high
  const dose = beforeLeaving(rigid, 10, high - 2, [])
  // 2 ppm in 1,200 L is 2.4 g of chlorine; the granules' dihydrate is 55 % of it.
  expect(dose?.product).toBe('sodium dichlor dihydrate')
  expect(dose?.grams).toBeCloseTo(2.4 / 0.554, 1)
  expect(beforeLeaving(rigid, 10, high, [])).toBeUndefined()
  // A pack of twice the usual bleach takes half of it.
  const bleach = { ...tubWith('liquid chlorine'), volumeLitres: 1000 }
  const usual = beforeLeaving(bleach, 7, 1, [])
  const strong = beforeLeaving(bleach, 7, 1, [
    { product: 'sodium hypochlorite', strength: { weightFraction: 0.12 } },
  ])
  expect(strong?.grams).toBeLessThan(0.6 * (usual?.grams ?? 0))
  // 3 a week for 1,200 L (common practice), two weeks: 6 of 20 g.
  expect(beforeLeaving({ ...tubWith('bromine tablets'), volumeLitres: 1200 }, 14, 4, [])).toEqual({
    product: 'bromochlorodimethylhydantoin',
    grams: 120,
  })
  expect(beforeLeaving(tubWith('in-line salt chlorine'), 14, 1, [])).toBeUndefined()
})

let store: Store
let id: number
beforeEach(() => {
  store = openStore(':memory:')
  id = insertTub(store, newTub).id
  updateTub(store, id, { refill: { energyPrice: 0.3 } })
  insertEntry(
    store,
    id,
    { kind: 'water', at: NOW - 5 * DAY, body: { replacedFraction: 1 } },
    NOW - 5 * DAY,
  )
  expect(
    recordEntry(store, id, { kind: 'test', method: 'drops', bromine: '5', pH: '7.4' }, NOW - HOUR)
      .ok,
  ).toBe(true)
})
const away = (query: Record<string, string> = {}) => {
  const view = tubView(store, id, NOW)
  if (!view) throw new Error('it is there')
  return awayPlace(view, {
    timeZone: 'Europe/Berlin',
    locale: 'en-DE',
    heat: usualHeat(view.row),
    air: () => 4,
    level: (days, waterCelsius) =>
      levelAhead([], {
        now: NOW,
        days,
        waterCelsius,
        surfaceSquareMetres: 4,
        weather: () => ({
          airCelsius: 4,
          relativeHumidity: 0.7,
          windMetresPerSecond: 1,
          rainMillimetresPerHour: 0,
        }),
      }),
    query,
  })
}

test('two weeks away: less heat, more sanitizer if something is done, lower water, ready on the day', () => {
  const { answer, noted } = away({
    leave: '2026-01-16T10:00',
    back: '2026-01-30T17:00',
    kept: '20',
  })
  expect(noted).toBe(false)
  expect(answer?.days).toBeCloseTo(14.3, 1)
  expect(answer?.savedKilowattHours).toBeGreaterThan(5)
  expect(answer?.savedMoney).toBeCloseTo(0.3 * (answer?.savedKilowattHours ?? 0), 6)
  const [residual] = answer?.onReturn ?? []
  expect(residual?.done.median).toBeGreaterThan(residual?.idle.median ?? Number.NaN)
  expect(residual?.idle.low).toBeLessThanOrEqual(residual?.idle.high ?? 0)
  expect(answer?.millimetres).toBeGreaterThan(0)
  expect(answer?.turnUp.readyAt).toBe(Date.UTC(2026, 0, 30, 16, 0))
  // Warmer meanwhile saves less.
  const warm = away({ leave: '2026-01-16T10:00', back: '2026-01-30T17:00', kept: '30' }).answer
  expect(warm?.savedKilowattHours).toBeLessThan(answer?.savedKilowattHours ?? 0)
})

test('a stay that is noted is what it goes by; longer than a month nothing is foreseen; what can’t be is said', () => {
  expect(
    saveStay(
      store,
      id,
      { as: 'away', title: 'Alps', from: '2026-01-20', to: '2026-01-27', zone: 'Europe/Berlin' },
      NOW,
    ).ok,
  ).toBe(true)
  const planned = away()
  expect(planned.noted).toBe(true)
  expect(planned.fields.leave).toMatch(/^2026-01-20T/)
  const long = away({ leave: '2026-01-16T10:00', back: '2026-03-30T17:00' }).answer
  expect(long?.onReturn).toEqual([])
  expect(long?.advice.map(({ code }) => code)).toContain('shut down')
  const wrong = away({ leave: '2026-02-16T10:00', back: '2026-02-10T17:00', kept: 'warm' })
  expect(wrong.answer).toBeUndefined()
  expect(wrong.errors).toMatchObject({
    back: 'Back: it has to be after you leave, and still to come.',
    kept: expect.stringContaining('warm'),
  })
})

test('in words, for an American and a German', () => {
  const american = {
    locale: 'en-US',
    timeZone: 'America/New_York',
    units: { volume: 'US gallon', temperature: 'fahrenheit', mass: 'ounce' },
    now: NOW,
  } as const
  const german = {
    locale: 'en-DE',
    timeZone: 'Europe/Berlin',
    units: { volume: 'litre', temperature: 'celsius', mass: 'gram' },
    now: NOW,
  } as const
  expect(levelOnReturn(25.4, american)).toBe('1 in lower')
  expect(levelOnReturn(25.4, german)).toBe('2,5 cm lower')
  expect(between('bromine', { low: -0.2, high: 3.25 }, german)).toMatch(/^0(,0)? to 3,3 ppm$/)
  expect(lastDose({ product: 'sodium bisulfate', grams: 20 }, american)).toContain('of dry acid')
  expect(rangeOnReturn('low', true)).toContain('not be in range')
  expect(
    backSteps(
      { at: NOW, readyAt: NOW + 5 * HOUR },
      { back: NOW + 5 * HOUR, target: 38 },
      american,
    )[0],
  ).toContain('5 hours before you are back')
})
