import fc from 'fast-check'
import type { Tub } from '@/core'
import { estimate } from '@/core/estimate/estimate'
import type { Entry } from '@/core/journal/entry'
import type { Sign } from '@/core/journal/sign'
import type { StageId } from '@/core/journal/stageId'
import { PROGRAMMES } from '@/core/programmes/programme'
import { firstDoses, firstSteps, refillNeeds } from '@/core/refill/firstDoses'
import { partialChange } from '@/core/refill/partialChange'
import { ratesOf } from '@/core/refill/rates'
import { batherDays, refillReasons } from '@/core/refill/refillDue'
import {
  type Blocked,
  type Constraints,
  countedBack,
  scheduleForward,
} from '@/core/refill/refillSchedule'
import { type RefillSettings, USUAL_SETTINGS } from '@/core/refill/settings'
import { hoursToHeat, refillOf } from '@/core/refill/stages'
import { topUpOf } from '@/core/refill/topUp'
import { DAY, HOUR, MINUTE } from '@/core/time'
import { PUMP_LITRES_PER_MINUTE } from '@/core/tub/usualFlow'
import { evaporationLitresPerHour, saturationPascal } from '@/core/water/evaporation'
import { share } from '../share'
import { NOW, tubWith } from './waters'

let id = 0
const entry = <Kind extends Entry['kind']>(
  kind: Kind,
  at: number,
  body: Extract<Entry, { kind: Kind }>['body'],
): Entry => {
  id += 1
  return { id, kind, at, body } as Entry
}
const fillAt = (daysAgo: number) => entry('water', NOW - daysAgo * DAY, { replacedFraction: 1 })
const GALLONS = 3.785411784
const tubOf = (gallons: number) => ({ ...tubWith(), volumeLitres: gallons * GALLONS })
const factsOf = (
  settings: Partial<RefillSettings> = {},
  tub = tubOf(400),
  journal: Entry[] = [fillAt(90)],
) => {
  const all: RefillSettings = { ...USUAL_SETTINGS, ...settings }
  return {
    tub,
    estimate: estimate(tub, journal, NOW),
    rates: ratesOf(tub, journal, all),
    settings: all,
    doses: { steps: 3, waitMinutes: 60 },
  }
}
const minutesOf = (settings: Partial<RefillSettings>, stage: StageId, gallons = 400) =>
  refillOf(factsOf(settings, tubOf(gallons))).stages.find((one) => one.id === stage)
    ?.aloneMinutes ?? Number.NaN

describe('lengths, against common practice', () => {
  test('a pump of 2,000 US gallons an hour empties a usual tub in a quarter of an hour or less', () => {
    expect(PUMP_LITRES_PER_MINUTE * 60).toBeCloseTo(2000 * GALLONS, -2)
    expect(minutesOf({}, 'drain', 500)).toBeGreaterThanOrEqual(14)
    expect(minutesOf({}, 'drain', 500)).toBeLessThanOrEqual(20)
    expect(minutesOf({ drainBy: 'gravity' }, 'drain')).toBeGreaterThan(120)
  })
  test('a garden hose fills it in one to one and a half hours', () => {
    expect(minutesOf({}, 'fill', 300)).toBeGreaterThanOrEqual(60)
    expect(minutesOf({}, 'fill', 420)).toBeLessThanOrEqual(90)
  })
  test('it warms in about eight hours', () => {
    const hours = hoursToHeat(factsOf())
    expect(hours).toBeGreaterThan(7)
    expect(hours).toBeLessThan(9.5)
  })
  test('by hand: 1,514 L of 12 °C to 38 °C take 45.5 kWh, so 15.2 h at 3 kW before losses', () => {
    const hours = hoursToHeat(factsOf({ heaterKilowatts: 3, airCelsius: 38 }))
    expect(hours).toBeCloseTo((1514.16 * 4.18 * 0.995 * 26) / 3600 / 3, 0)
  })
  test('a heater that the air holds down never gets there, and that is said with a way on', () => {
    const { conflicts } = refillOf(factsOf({ heaterKilowatts: 0.5, airCelsius: -40 }))
    expect(conflicts).toEqual([
      { code: 'heater too weak', airCelsius: -40, holdsCelsius: expect.any(Number) },
    ])
    const [weak] = conflicts
    expect(weak?.code === 'heater too weak' && weak.holdsCelsius).toBeLessThan(38)
  })
  test('a pump slower than the hose is asked about', () => {
    expect(
      refillOf(factsOf({ pumpLitresPerMinute: 5, hoseLitresPerMinute: 20 })).conflicts,
    ).toContainEqual(
      expect.objectContaining({
        code: 'pump slower than hose',
        drainLitresPerMinute: 5,
        fillLitresPerMinute: expect.closeTo(20, 6),
      }),
    )
  })
})

describe('when', () => {
  // US CDC and state codes, from memory: days = gallons / (3 × bathers a day). 400 US gal, 2 a day: 67 days.
  test('the published interval', () => {
    expect(batherDays(400 * GALLONS, 2)).toBeCloseTo(66.67, 1)
    expect(batherDays(500 * GALLONS, 5)).toBeCloseTo(33.33, 1)
  })
  const reasons = (journal: Entry[], more = {}) =>
    refillReasons(tubOf(400), journal, estimate(tubOf(400), journal, NOW), more)
  test('by bathers of the last four weeks, by age, and soonest first', () => {
    const soaks = Array.from({ length: 28 }, (_, i) =>
      entry('soak', NOW - (i + 0.5) * DAY, { people: 4, minutes: 20 }),
    )
    const found = reasons([fillAt(40), ...soaks])
    const bathers = found.find(({ rule }) => rule === 'bathers')
    expect(bathers?.at).toBeCloseTo(NOW - 40 * DAY + batherDays(400 * GALLONS, 4) * DAY, -5)
    expect(found.find(({ rule }) => rule === 'age')?.at).toBe(NOW + 80 * DAY)
    expect(found.map(({ at }) => at)).toEqual([...found.map(({ at }) => at)].sort((a, b) => a - b))
  })
  test('what came back, an accident, a new tub’s first water', () => {
    const look = (daysAgo: number, ...signs: Sign[]) =>
      entry('look', NOW - daysAgo * DAY, { signs })
    expect(reasons([fillAt(40), look(9, 'foam')]).some(({ rule }) => rule === 'signs')).toBe(false)
    expect(
      reasons([fillAt(40), look(9, 'foam'), look(2, 'foam')]).find(({ rule }) => rule === 'signs'),
    ).toMatchObject({ sign: 'foam', times: 2, at: NOW - 2 * DAY })
    expect(reasons([fillAt(40), look(1, 'accident')])[0]).toMatchObject({ rule: 'accident' })
    expect(
      reasons([look(50, 'accident'), fillAt(40)]).some(({ rule }) => rule === 'accident'),
    ).toBe(false)
    expect(reasons([fillAt(10)], { newTub: true })[0]).toMatchObject({
      rule: 'first month',
      at: NOW + 20 * DAY,
    })
  })
  test('nobody has said how old it is: no rule by age', () => {
    expect(reasons([entry('note', NOW - DAY, { text: 'here' })])).toEqual([])
  })
})

test('a part of the water: half of it halves what the fill has none of, and mixing is by hand', () => {
  const tub = {
    ...tubOf(400),
    fillWater: {
      source: 'town' as const,
      calciumHardnessPpm: 100,
      totalAlkalinityPpm: 90,
      pH: 7.8,
    },
  }
  const journal = [
    fillAt(40),
    entry('test', NOW - HOUR, {
      method: 'drops',
      readings: { pH: 7.5, totalAlkalinity: 110, calciumHardness: 300, cyanuricAcid: 80 },
    }),
  ]
  const state = estimate(tub, journal, NOW)
  const half = partialChange(tub, state, 'cyanuricAcid', 40)
  expect(half?.fraction).toBeCloseTo(0.5, 3)
  expect(half?.litres).toBeCloseTo(200 * GALLONS, 0)
  expect(half?.leaves.calciumHardness).toBeCloseTo(200, 0)
  expect(half?.leaves.totalAlkalinity).toBeCloseTo(100, 0)
  expect(half?.leaves.pH).toBeGreaterThan(7.5)
  expect(partialChange(tub, state, 'calciumHardness', 90)).toBeUndefined()
  expect(partialChange(tub, state, 'cyanuricAcid', 90)).toBeUndefined()
})

test('first doses come of the fill water’s own numbers', () => {
  const soft = firstDoses(
    tubOf(400),
    { source: 'town', pH: 7.2, totalAlkalinityPpm: 20, calciumHardnessPpm: 20 },
    NOW,
  )
  const names = soft.balance.map((step) => (step.kind === 'add' ? step.product : step.kind))
  expect(names).toContain('sodium bicarbonate')
  expect(names).toContain('calcium chloride dihydrate')
  expect(soft.minutes).toBeGreaterThan(30)
  const good = firstDoses(
    tubOf(400),
    { source: 'town', pH: 7.5, totalAlkalinityPpm: 90, calciumHardnessPpm: 200 },
    NOW,
  )
  expect(good.balance.length).toBeLessThan(soft.balance.length)
})

test('what a refill takes: the start-up of the programme in fresh water, each product once, no dose of another rule', () => {
  const fill = { source: 'town', pH: 7.2, totalAlkalinityPpm: 60, calciumHardnessPpm: 120 } as const
  const needsOf = (tub: Tub) => {
    const steps = firstSteps(tub, fill, NOW)
    const needs = refillNeeds(tub, [], firstDoses(tub, fill, NOW).balance, steps)
    expect(new Set(needs.map(({ product }) => product)).size).toBe(needs.length)
    return { steps, of: (name: string) => needs.find(({ product }) => product === name)?.grams }
  }
  const granules = needsOf(tubWith('granular chlorine'))
  const shock = granules.steps.find(({ id }) => id === 'start shock')
  expect(granules.of('sodium dichlor dihydrate')).toBe(shock?.grams)
  // The salt of the old water leaves with it: all of it is to be bought again, 1,750 mg in each litre.
  const salt = tubWith('in-line salt chlorine')
  expect(needsOf(salt).of('sodium chloride')).toBeCloseTo(1.75 * salt.volumeLitres, -2)
  const tablets = needsOf(tubWith('bromine tablets'))
  expect(tablets.of('bromochlorodimethylhydantoin')).toBeGreaterThan(0)
  expect(tablets.of('sodium bromide')).toBeGreaterThan(0)
})

const nights = (from: number, days: number): Blocked[] =>
  Array.from({ length: days }, (_, i) => {
    const midnight = Math.floor(from / DAY) * DAY + (i - 1) * DAY
    return { from: midnight + 22 * HOUR, to: midnight + 31 * HOUR }
  })
const free = (more: Partial<Constraints> = {}): Constraints => ({
  blocked: nights(NOW, 60),
  pins: {},
  happened: {},
  now: NOW,
  ...more,
})

describe('the schedule', () => {
  const anySettings = fc.record({
    drainBy: fc.constantFrom('pump' as const, 'gravity' as const, 'both' as const),
    neutralise: fc.boolean(),
    metalsFirst: fc.boolean(),
    purgeHours: fc.integer({ min: 0, max: 24 }),
    heaterKilowatts: fc.double({ min: 1.5, max: 11, noNaN: true }),
    hoseLitresPerMinute: fc.double({ min: 5, max: 40, noNaN: true }),
  })
  test('nothing begins before what it needs, hands do one thing at a time and sleep at night; back and forward agree', () => {
    fc.assert(
      fc.property(
        anySettings,
        fc.integer({ min: 5, max: 20 }),
        fc.integer({ min: 0, max: 95 }),
        fc.constantFrom(...PROGRAMMES.map((one) => one.id)),
        (settings, days, quarter, programme) => {
          const { stages } = refillOf(
            factsOf(settings, { ...tubWith(programme), volumeLitres: 1300 }),
          )
          const readyBy = NOW + days * DAY + quarter * 15 * MINUTE
          const constraints = free()
          const back = countedBack(stages, readyBy, constraints)
          const earliest = scheduleForward(stages, NOW, constraints)
          if (!back) {
            expect(earliest.ready).toBeGreaterThan(readyBy - 16 * MINUTE)
            return
          }
          expect(back.ready).toBeLessThanOrEqual(readyBy)
          // The same start counting forward is the same day, and a quarter of an hour later it would not be ready.
          const first = Math.floor(back.start / (15 * MINUTE)) * 15 * MINUTE
          expect(scheduleForward(stages, first, constraints).ready).toBeLessThanOrEqual(readyBy)
          const end = new Map(back.scheduled.map((one) => [one.stage.id, one.end]))
          const hands = back.scheduled
            .filter(({ stage }) => stage.handsMinutes > 0)
            .map(({ start, handsEnd }) => [start, handsEnd] as const)
            .sort((a, b) => a[0] - b[0])
          for (const { stage, start } of back.scheduled)
            for (const need of stage.needs) expect(start).toBeGreaterThanOrEqual(end.get(need) ?? 0)
          hands.forEach(([from, to], i) => {
            const after = hands[i + 1]
            if (after) expect(after[0]).toBeGreaterThanOrEqual(to)
            for (const night of constraints.blocked)
              expect(from >= night.to || to <= night.from).toBe(true)
          })
        },
      ),
      { numRuns: share('days of a refill', 15, 60) },
    )
  })
  test('what runs alone overlaps: heating, balancing and the filter soak add no time of their own', () => {
    const { stages } = refillOf(factsOf({ purgeHours: 1 }))
    const {
      scheduled: placed,
      start,
      ready,
    } = scheduleForward(stages, NOW + 8 * HOUR - (NOW % DAY), free({ blocked: [] }))
    const sum =
      stages.reduce((total, one) => total + one.handsMinutes + one.aloneMinutes, 0) * MINUTE
    expect(ready - start).toBeLessThan(sum)
    const of = (stage: StageId) => placed.find((one) => one.stage.id === stage)
    expect(of('balance')?.start).toBeLessThan(of('heat')?.end ?? 0)
    expect(of('filter soak')?.start).toBeLessThan(of('clean')?.end ?? 0)
  })
  test('real times replace planned ones and the rest moves; a pin holds a stage back', () => {
    const { stages } = refillOf(factsOf())
    const start = NOW - 30 * HOUR
    const plan = scheduleForward(stages, start, free({ blocked: [] }))
    const slow = scheduleForward(
      stages,
      start,
      free({
        blocked: [],
        happened: { 'fill test': { doneAt: start }, purge: { begunAt: start, doneAt: NOW - HOUR } },
      }),
    )
    expect(slow.ready).toBeGreaterThan(plan.ready)
    expect(
      slow.scheduled.filter(({ state }) => state === 'planned').every((one) => one.start >= NOW),
    ).toBe(true)
    const pinned = scheduleForward(
      stages,
      NOW,
      free({ blocked: [], pins: { drain: NOW + 30 * HOUR } }),
    )
    expect(pinned.scheduled.find((one) => one.stage.id === 'drain')?.start).toBe(NOW + 30 * HOUR)
    const skipped = scheduleForward(
      stages,
      NOW,
      free({ blocked: [], happened: { purge: { skipped: true } } }),
    )
    expect(skipped.ready).toBeLessThan(scheduleForward(stages, NOW, free({ blocked: [] })).ready)
  })
  test('metals need their day before anything else goes in', () => {
    const with24 = scheduleForward(
      refillOf(factsOf({ metalsFirst: true })).stages,
      NOW,
      free({ blocked: [] }),
    )
    const without = scheduleForward(refillOf(factsOf()).stages, NOW, free({ blocked: [] }))
    const of = (stage: StageId) => with24.scheduled.find((one) => one.stage.id === stage)
    expect((of('balance')?.start ?? 0) - (of('metals')?.start ?? 0)).toBeGreaterThanOrEqual(
      24 * HOUR,
    )
    expect(with24.ready).toBeGreaterThan(without.ready)
  })
})

test('rates that are measured again and again come to what they are', () => {
  const truth = { drain: 60, fill: 11, heat: 1.4 }
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: -0.15, max: 0.15, noNaN: true }), { minLength: 12, maxLength: 12 }),
      (errors) => {
        const journal = errors.flatMap((error, i): Entry[] => {
          const at = NOW - (i + 1) * 100 * DAY
          const minutes = 1300 / (truth.fill * (1 + error))
          return [
            entry('refill', at, { refill: i, stage: 'fill', what: 'begun' }),
            entry('refill', at + minutes * MINUTE, {
              refill: i,
              stage: 'fill',
              what: 'done',
              litres: 1300,
            }),
            entry('refill', at + DAY, { refill: i, stage: 'heat', what: 'begun', celsius: 10 }),
            entry('refill', at + DAY + (20 / (truth.heat * (1 + error))) * HOUR, {
              refill: i,
              stage: 'heat',
              what: 'done',
              celsius: 30,
            }),
            entry('refill', at + 2 * DAY, {
              refill: i,
              stage: 'drain',
              what: 'measured',
              perMinute: truth.drain * (1 + error),
            }),
          ]
        })
        const rates = ratesOf({ ...tubWith(), volumeLitres: 1300 }, journal, USUAL_SETTINGS)
        const mean = errors.reduce((sum, one) => sum + Math.log(1 + one), 0) / errors.length
        for (const [rate, value] of [
          [rates.fillLitresPerMinute, truth.fill],
          [rates.heatCelsiusPerHour, truth.heat],
          [rates.drainLitresPerMinute, truth.drain],
        ] as const) {
          expect(rate).toMatchObject({ origin: 'measured', times: 12 })
          expect(Math.abs(Math.log(rate.value / value) - mean)).toBeLessThan(0.03)
          expect(rate.spread).toBeLessThan(0.06)
        }
      },
    ),
    { numRuns: share('rates measured again and again', 15, 40) },
  )
  expect(ratesOf(tubOf(400), [], USUAL_SETTINGS).fillLitresPerMinute.origin).toBe('assumed')
})

describe('a fallen level', () => {
  // Water vapour over water, handbook tables: 2,338 Pa at 20 °C, 6,630 Pa at 38 °C.
  test('vapour pressures of the tables', () => {
    expect(saturationPascal(20) / 2338).toBeCloseTo(1, 2)
    expect(saturationPascal(38) / 6630).toBeCloseTo(1, 2)
  })
  test('open an hour a day it loses one to two inches a month: common practice', () => {
    const open = evaporationLitresPerHour({
      surfaceSquareMetres: 4,
      waterCelsius: 38,
      airCelsius: 10,
      relativeHumidity: 0.7,
      windMetresPerSecond: 1,
    })
    const { explainedLitres } = topUpOf({
      dropMetres: 0,
      surfaceSquareMetres: 4,
      days: 30,
      openHoursPerDay: 1,
      bathers: 0,
      openLitresPerHour: open,
    })
    const inches = explainedLitres / 4 / 25.4
    expect(inches).toBeGreaterThan(1)
    expect(inches).toBeLessThan(3)
  })
  test('litres by drop and surface, and what they say', () => {
    const of = (dropMetres: number) =>
      topUpOf({
        dropMetres,
        surfaceSquareMetres: 4,
        days: 7,
        openHoursPerDay: 1,
        bathers: 6,
        openLitresPerHour: 5,
      })
    expect(of(0.02).litres).toBeCloseTo(80, 9)
    expect(of(0.01).verdict).toBe('evaporation')
    expect(of(0.12).verdict).toBe('leak')
  })
})

// By hand: S₂O₃²⁻ + 4 Cl₂ + 5 H₂O → 2 SO₄²⁻ + …; 4 g/m³ of Cl₂ (70.906 g/mol) in 1 m³ are 56.4 mmol, a quarter of that of 248.18 g/mol.
test('the first remover before a drain is the least that stoichiometry takes', () => {
  const tub = { ...tubWith(), volumeLitres: 1000 }
  const read = entry('test', NOW, { method: 'meter', readings: { freeChlorine: 4, pH: 7.5 } })
  const { stages } = refillOf(factsOf({}, tub, [fillAt(30), read]))
  expect(stages.find((one) => one.id === 'sanitizer out')?.product?.grams).toBeCloseTo(3.5, 1)
})
