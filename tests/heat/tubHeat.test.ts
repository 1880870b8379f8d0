import { COOLING_HOURS, HEATER_KILOWATTS } from '@/core/heat/heat'
import {
  heatOf,
  kilowattHoursPerKelvin,
  type LearntFigure,
  neededKilowatts,
  restingCelsius,
  usualHeat,
} from '@/core/heat/tubHeat'
import { seeded } from '@/core/random'
import { HOUR } from '@/core/time'
import { journal, NOW, tubWith } from '../core/waters'
import { constantOf, gaussian, outsideNights } from './outsideHeat'

const tub = { ...tubWith('granular chlorine'), volumeLitres: 1200, setTemperatureCelsius: 38 }

test('until something is learnt it is what is usual for the kind, with a wide spread', () => {
  const heat = usualHeat(tub)
  expect(heat.timeConstantHours).toMatchObject({ value: COOLING_HOURS['hard shell'], stretches: 0 })
  expect(heat.kilowatts.value).toBe(HEATER_KILOWATTS['hard shell'])
  expect(heat.timeConstantHours.high / heat.timeConstantHours.low).toBeGreaterThan(4)
  // What is written on a heater is nearly what it gives.
  const rated = usualHeat(tub, 3).kilowatts
  expect(rated.value).toBe(3)
  expect(rated.high / rated.low).toBeLessThan(1.3)
})

const temperatures = (...at: readonly (readonly [hours: number, celsius: number])[]) =>
  at.map(([hours, celsius]) => ({
    kind: 'test' as const,
    at: NOW - 100 * HOUR + hours * HOUR,
    body: { method: 'meter' as const, readings: { temperature: celsius } },
  }))

test('a long fall in known air moves it to the constant by hand', () => {
  // 36 °C to 30 °C in two days at 6 °C: 48 h / ln(30 / 24) = 215 h.
  const learnt = heatOf(tub, journal(...temperatures([0, 36], [48, 30])), {
    air: () => 6,
    now: NOW,
  })
  expect(learnt.timeConstantHours.stretches).toBe(1)
  expect(learnt.timeConstantHours.value).toBeGreaterThan(200)
  expect(learnt.timeConstantHours.value).toBeLessThan(230)
  expect(learnt.timeConstantHours.low).toBeLessThan(215)
  expect(learnt.timeConstantHours.high).toBeGreaterThan(215)
})

test('held water, a soak between, and a quarter of an hour teach nothing', () => {
  const held = journal(...temperatures([0, 38], [24, 37.6], [48, 38]))
  expect(heatOf(tub, held, { air: () => 6, now: NOW })).toEqual(usualHeat(tub))
  const soaked = journal(...temperatures([0, 36], [20, 32]), {
    kind: 'soak',
    at: NOW - 90 * HOUR,
    body: { people: 2, minutes: 30 },
  })
  expect(heatOf(tub, soaked, { air: () => 6, now: NOW })).toMatchObject({
    leftOut: 1,
    timeConstantHours: { stretches: 0 },
  })
})

test('of tubs with hidden rates and other laws, eight in ten lie where eight in ten are said to', () => {
  const random = seeded(20)
  const TUBS = 150
  const held = { cooling: 0, heater: 0, heaters: 0 }
  /** Eight in ten from nine in ten, on a logarithm: normal quantiles 1.2816 and 1.6449. */
  const holds = ({ value, low, high }: LearntFigure, truth: number) =>
    truth >= value * (low / value) ** (1.2816 / 1.6449) &&
    truth <= value * (high / value) ** (1.2816 / 1.6449)
  for (let seed = 1; seed <= TUBS; seed++) {
    const hidden = {
      seed,
      constantHours: COOLING_HOURS['hard shell'] * Math.exp(0.5 * gaussian(random)),
      kilowatts: HEATER_KILOWATTS['hard shell'] * Math.exp(0.35 * gaussian(random)),
    }
    const nights = 1 + (seed % 8)
    const { entries, air } = outsideNights(tub, hidden, { nights, now: NOW })
    const heat = heatOf(tub, journal(...entries), { air, now: NOW })
    expect(heat.timeConstantHours.stretches).toBeGreaterThan(0)
    if (holds(heat.timeConstantHours, constantOf(tub.volumeLitres, hidden.constantHours)))
      held.cooling++
    if (heat.kilowatts.stretches === 0) continue
    held.heaters++
    if (holds(heat.kilowatts, hidden.kilowatts)) held.heater++
  }
  expect(held.cooling / TUBS).toBeGreaterThanOrEqual(0.75)
  expect(held.cooling / TUBS).toBeLessThanOrEqual(0.85)
  expect(held.heater / held.heaters).toBeGreaterThanOrEqual(0.75)
  expect(held.heater / held.heaters).toBeLessThanOrEqual(0.85)
})

test('holding power by hand, and the air above which a pump alone keeps it too warm', () => {
  const heat = usualHeat(tub)
  // 1,200 L × 4.159 kJ/K = 1.386 kWh/K; 33 K over 241.5 h is 189 W, less 40 W of the pump.
  expect(kilowattHoursPerKelvin(1200)).toBeCloseTo(1.386, 2)
  expect(neededKilowatts(heat, 38, 5)).toBeCloseTo(0.189 - 0.04, 2)
  expect(neededKilowatts(heat, 38, 45)).toBe(0)
  // 0.04 kW / 1.386 kWh/K × 241.5 h.
  expect(restingCelsius(heat, 20)).toBeCloseTo(20 + 6.97, 1)
})

test('a refill’s heating teaches the heater: 1,200 L from 10 to 37 °C in 14 hours by hand', () => {
  const at = NOW - 60 * HOUR
  const noted = (what: 'begun' | 'done', celsius: number, hours: number) => ({
    kind: 'refill' as const,
    at: at + hours * HOUR,
    body: { refill: 1, stage: 'heat' as const, what, celsius },
  })
  const heat = heatOf(tub, journal(noted('begun', 10, 0), noted('done', 37, 14)), {
    air: () => 10,
    now: NOW,
  })
  // 27 K × 1.386 kWh/K in 14 h is 2.67 kW, and what was lost on the way: 13.5 K in the mean over 241.5 h, 0.08 kW.
  expect(heat.kilowatts).toMatchObject({ stretches: 1 })
  expect(heat.kilowatts.value).toBeGreaterThan(2.6)
  expect(heat.kilowatts.value).toBeLessThan(2.95)
})

test('a heater that warms slower than it learnt is told, one that is small from the first is not', () => {
  // 1,200 L take 1.39 kWh a kelvin: 2.8 kW warm them about 1.9 °C an hour, 1 kW 0.6.
  const well = temperatures([0, 20], [4, 27.6], [20, 24], [24, 31.5])
  const weak = temperatures([60, 25], [66, 28.4])
  const air = { air: () => 8, now: NOW }
  expect(heatOf(tub, journal(...well), air).weakened).toBeUndefined()
  const { weakened, kilowatts } = heatOf(tub, journal(...well, ...weak), air)
  expect(weakened?.at).toBe(NOW - 34 * HOUR)
  expect(weakened?.kilowatts).toBeLessThan(0.6 * (weakened?.before.value ?? 0))
  expect(kilowatts.stretches).toBe(3)
  expect(heatOf(tub, journal(...weak), air).weakened).toBeUndefined()
  expect(heatOf(tub, journal(...weak), { ...air, ratedKilowatts: 3 }).weakened).toBeDefined()
  // Long ago it has been seen to.
  expect(
    heatOf(tub, journal(...well, ...weak), { air: () => 8, now: NOW + 30 * 24 * HOUR }).weakened,
  ).toBeUndefined()
})
