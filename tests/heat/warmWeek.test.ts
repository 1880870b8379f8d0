import fc from 'fast-check'
import ode45 from 'ode45-cash-karp'
import { cooledTo, heatingHours } from '@/core/heat/heat'
import { openWaterKilowatts, powerCut } from '@/core/heat/powerCut'
import { kilowattHoursPerKelvin, type TubHeat, usualHeat } from '@/core/heat/tubHeat'
import { turnUpFor, type Warming, type WeekAsked, warmWeek } from '@/core/heat/warmWeek'
import { DAY, HOUR } from '@/core/time'
import { NOW, tubWith } from '../core/waters'

const tub = { ...tubWith('granular chlorine'), volumeLitres: 1200, setTemperatureCelsius: 38 }
const usual = usualHeat(tub)
const with_ = (timeConstantHours: number, kilowatts: number, pumpKilowatts = 0): TubHeat => ({
  ...usual,
  timeConstantHours: { ...usual.timeConstantHours, value: timeConstantHours },
  kilowatts: { ...usual.kilowatts, value: kilowatts },
  pumpKilowatts,
})
const asked = (more: Partial<WeekAsked> = {}): WeekAsked => ({
  from: NOW,
  setCelsius: 38,
  soaks: [],
  air: () => 6,
  hourAt: (at) => (at / HOUR) % 24,
  ...more,
})

test('a week held takes what Newton’s law loses: by hand and by the general integrator', () => {
  const heat = with_(240, 5)
  const week = warmWeek(heat, { kind: 'held' }, asked())
  // 32 K / 240 h × 168 h × 1.386 kWh/K.
  expect(week.kilowattHours).toBeCloseTo((32 / 240) * 168 * kilowattHoursPerKelvin(1200), 4)
  expect(week.longestWaitHours).toBe(0)
  const air = (at: number) => 6 + 5 * Math.cos((2 * Math.PI * at) / DAY)
  const swaying = warmWeek(heat, { kind: 'held' }, asked({ air }))
  const reference = ode45(
    [0],
    (dydt, _y, t) => {
      dydt[0] = ((38 - air(NOW + t * HOUR)) / 240) * kilowattHoursPerKelvin(1200)
    },
    0,
    0.01,
    { tol: 1e-9 },
  )
  reference.steps(Number.POSITIVE_INFINITY, 168)
  expect(swaying.kilowattHours).toBeCloseTo(reference.y[0] ?? 0, 2)
})

test('lower between soaks is warm when they begin, ends as it began, and its wait is the heater’s by hand', () => {
  const heat = with_(100, 5)
  const soaks = [NOW + 40 * HOUR, NOW + 120 * HOUR].map((at) => ({ at, minutes: 30 }))
  const week = warmWeek(heat, { kind: 'lower', byKelvin: 6 }, asked({ soaks }))
  for (const { at } of soaks)
    expect(week.points.find((one) => one.at === at)?.celsius).toBeCloseTo(38, 2)
  expect(week.points.at(-1)?.celsius).toBeCloseTo(week.points[0]?.celsius ?? 0, 2)
  expect(Math.min(...week.points.map(({ celsius }) => celsius))).toBeCloseTo(32, 1)
  expect(week.coldSoaks).toBe(0)
  expect(week.longestWaitHours).toBeCloseTo(
    heatingHours({ volumeLitres: 1200, heaterKw: 5 }, 32, 38, {
      airCelsius: 6,
      timeConstantHours: 100,
    }) ?? 0,
    2,
  )
})

test('set hours heat in them alone, and a soak before them is told to be cold', () => {
  const way: Warming = { kind: 'hours', from: 22, to: 2 }
  const week = warmWeek(
    with_(40, 3),
    way,
    asked({ from: Date.UTC(2026, 4, 20), soaks: [{ at: Date.UTC(2026, 4, 21, 20), minutes: 30 }] }),
  )
  week.duty.forEach((share, hour) => {
    if (hour % 24 >= 2 && hour % 24 < 22) expect(share).toBe(0)
  })
  expect(Math.max(...week.duty)).toBe(1)
  expect(week.coldSoaks).toBe(1)
})

test('two rates: the same energy, each hour at its own price', () => {
  const heat = with_(240, 5)
  const priceAt = (at: number) => ((at / HOUR) % 24 < 5 ? 0.1 : 0.3)
  const week = warmWeek(heat, { kind: 'held' }, asked({ priceAt, from: Date.UTC(2026, 4, 20) }))
  expect(week.money).toBeCloseTo(week.kilowattHours * ((5 * 0.1 + 19 * 0.3) / 24), 4)
})

const weathers = fc.record({
  mean: fc.double({ min: -20, max: 38, noNaN: true }),
  day: fc.double({ min: 0, max: 12, noNaN: true }),
  front: fc.double({ min: 0, max: 15, noNaN: true }),
})
type Sky = { mean: number; day: number; front: number }
const airOf =
  ({ mean, day, front }: Sky) =>
  (at: number) =>
    mean + day * Math.cos((2 * Math.PI * at) / DAY) + front * Math.sin(at / (2.3 * DAY))
const tubs = fc.record({
  hours: fc.double({ min: 20, max: 500, noNaN: true }),
  kilowatts: fc.double({ min: 1, max: 11, noNaN: true }),
  pump: fc.double({ min: 0, max: 0.2, noNaN: true }),
})

test('a lower set temperature never takes more energy, in any weather; nor does more between soaks', () => {
  fc.assert(
    fc.property(weathers, tubs, fc.double({ min: 0, max: 15, noNaN: true }), (sky, own, by) => {
      const heat = with_(own.hours, own.kilowatts, own.pump)
      const held = (setCelsius: number) =>
        warmWeek(heat, { kind: 'held' }, asked({ setCelsius, air: airOf(sky) })).kilowattHours
      expect(held(38 - by)).toBeLessThanOrEqual(held(38) + 1e-6)
      const soaks = [{ at: NOW + 30 * HOUR, minutes: 45 }]
      const lower = (byKelvin: number) =>
        warmWeek(heat, { kind: 'lower', byKelvin }, asked({ soaks, air: airOf(sky) })).kilowattHours
      expect(lower(by)).toBeLessThanOrEqual(lower(0) + 1e-6)
      expect(lower(by)).toBeLessThanOrEqual(lower(by / 2) + 1e-6)
    }),
    { numRuns: 60 },
  )
})

test('turning up counted back comes out when it is counted forward, and a step later would be too late', () => {
  fc.assert(
    fc.property(
      weathers,
      tubs,
      fc.double({ min: 5, max: 37, noNaN: true }),
      fc.double({ min: 1, max: 200, noNaN: true }),
      (sky, own, celsius, inHours) => {
        const heat = with_(own.hours, own.kilowatts, own.pump)
        const air = airOf(sky)
        const by = NOW + Math.round(inHours * 12) * (HOUR / 12)
        const given = { now: NOW, celsius, held: 20, target: 38, by, air }
        const { at, readyAt } = turnUpFor(heat, given)
        if (readyAt !== by) {
          // Not in time: full heat from now on is what is done.
          expect(at).toBe(NOW)
          if (readyAt !== undefined) expect(readyAt).toBeGreaterThan(by)
          return
        }
        /** Forward in one-minute steps: kept at 20 °C, then full heat. */
        const reached = (from: number) => {
          let now = celsius
          for (let t = NOW; t < by; t += 60_000) {
            const outside = air(t + 30_000)
            const rest = outside + (own.pump / kilowattHoursPerKelvin(1200)) * own.hours
            const full = rest + (own.kilowatts / kilowattHoursPerKelvin(1200)) * own.hours
            const cold = cooledTo(now, rest, own.hours, 1 / 60)
            const hot = cooledTo(now, full, own.hours, 1 / 60)
            now = t >= from ? hot : Math.max(cold, Math.min(20, hot))
          }
          return now
        }
        expect(reached(at)).toBeGreaterThan(37.95)
        if (at < by) expect(reached(at + HOUR / 6)).toBeLessThan(38.05)
      },
    ),
    { numRuns: 40 },
  )
})

test('a power cut is Newton’s law: one day from 40 °C in −1.1 °C loses 3.9 K (104, 30 and 7 °F: one measured case, common practice)', () => {
  const cut = powerCut(usual, { from: NOW, celsius: 40, air: () => -1.111 })
  expect(cut.points[24]?.celsius).toBeCloseTo(36.11, 1)
  // By hand: 241.5 h × ln((40 + 1.11) / (20 + 1.11)), and to 4 °C.
  expect(cut.until20.likely).toBeCloseTo(241.5 * Math.log(41.111 / 21.111), -0.5)
  expect(cut.until4.likely).toBeCloseTo(241.5 * Math.log(41.111 / 5.111), -0.5)
  expect(cut.until20.soonest).toBeLessThan(cut.until20.likely ?? 0)
  expect(cut.pipes.likely).toBeLessThan(cut.until4.soonest ?? 0)
  // In mild air neither happens.
  const mild = powerCut(usual, { from: NOW, celsius: 38, air: () => 14 })
  expect(mild.until4.soonest).toBeUndefined()
  expect(mild.pipes.soonest).toBeUndefined()
})

test('without a cover: what open water gives off, against an integrator and handbook figures', () => {
  // ASHRAE's pool formula by hand: (0.089 + 0.0782 × 0.5) × (6631 − 0.8 × 611) Pa = 787 W/m²; radiation 0.95 σ (311.15⁴ − 273.15⁴) =
  // 205; convection 5.15 × 38 = 196.
  const watts = 1000 * openWaterKilowatts(1, 38, 0, 0.5)
  expect(Math.abs(watts - (787 + 205 + 196))).toBeLessThan(15)
  const open = powerCut(usual, { from: NOW, celsius: 38, air: () => 0, covered: false })
  const shut = powerCut(usual, { from: NOW, celsius: 38, air: () => 0 })
  // The same by the general integrator, with the handbook's terms written out.
  const perKelvin = kilowattHoursPerKelvin(usual.volumeLitres)
  const area = usual.volumeLitres / 500
  const pascal = (celsius: number) => 611.2 * Math.exp((17.62 * celsius) / (243.12 + celsius))
  const reference = ode45(
    [38],
    (dydt, y) => {
      const [celsius = 0] = y
      const flux =
        0.1281 * (pascal(celsius) - 0.8 * pascal(0)) +
        0.95 * 5.67e-8 * ((celsius + 273.15) ** 4 - 273.15 ** 4) +
        5.15 * celsius
      dydt[0] = -celsius / usual.timeConstantHours.value - (area * flux) / 1000 / perKelvin
    },
    0,
    0.01,
    { tol: 1e-9 },
  )
  reference.steps(Number.POSITIVE_INFINITY, 12)
  const celsius = reference.y[0] ?? 0
  expect(Math.abs((open.points[12]?.celsius ?? 0) - celsius)).toBeLessThan(0.2)
  expect(open.until20.likely).toBeLessThan((shut.until20.likely ?? 0) / 5)
  expect(open.until20.soonest).toBeLessThan(open.until20.likely ?? 0)
  // Down to the air, and by evaporating a little below it.
  expect(Math.abs(open.points.at(-1)?.celsius ?? 9)).toBeLessThan(2)
  open.points.forEach(({ low, celsius: likely, high }) => {
    expect(low).toBeLessThanOrEqual(likely + 1e-9)
    expect(likely).toBeLessThanOrEqual(high + 1e-9)
  })
})

test('more insulation never cools faster, and colder air never slower', () => {
  fc.assert(
    fc.property(weathers, tubs, fc.double({ min: 1, max: 3, noNaN: true }), (sky, own, more) => {
      const cut = (hours: number, by = 0) =>
        powerCut(with_(hours, own.kilowatts), {
          from: NOW,
          celsius: 50,
          air: (at) => Math.min(40, airOf(sky)(at)) - by,
          hours: 72,
        }).points.map(({ celsius }) => celsius)
      const [quick, slow, colder] = [cut(own.hours), cut(own.hours * more), cut(own.hours, 4)]
      slow.forEach((celsius, i) => {
        expect(celsius).toBeGreaterThanOrEqual((quick[i] ?? 0) - 1e-9)
        expect(colder[i] ?? 0).toBeLessThanOrEqual((quick[i] ?? 0) + 1e-9)
      })
    }),
    { numRuns: 60 },
  )
})
