import { ensembleOf, expectedOf } from '@/core/estimate/learning/ensemble'
import {
  EVAPORATES_PER_HOUR,
  keptInLight,
  lossAtTemperature,
  sunAt,
} from '@/core/estimate/surroundings'
import { COOLING_HOURS, cooledTo, thermostatTo, usualHeater } from '@/core/heat/heat'
import type { Entry } from '@/core/journal/entry'
import { DAY, HOUR } from '@/core/time'
import type { Surroundings, Tub } from '@/core/tub/tub'
import { toCelsius } from '@/core/units'
import { tubWith } from '../core/waters'
import { heldOutTub } from './heldOut'

const sunny: Surroundings = { supplementaryDisinfection: 'none', exposure: 'sun', hoursFromUtc: 0 }
const NOON = Date.UTC(2026, 5, 1, 12)

describe('daylight on open water', () => {
  test('the sun follows the clock of the place', () => {
    expect(sunAt(NOON, 0)).toBeCloseTo(1, 12)
    expect(sunAt(NOON, 6)).toBeCloseTo(0, 12)
    expect(sunAt(NOON, -9)).toBe(0)
    expect(sunAt(NOON - 3 * HOUR, 0)).toBeCloseTo(Math.SQRT1_2, 12)
  })
  test('half of the chlorine without stabiliser goes in about 40 minutes of full sun, half of the bromine in about an hour (common practice)', () => {
    expect(
      keptInLight(sunny, { sanitizer: 'freeChlorine', cyanuricAcidPpm: 0 }, NOON - 20 * 60_000, 40),
    ).toBeCloseTo(0.51, 1)
    expect(
      keptInLight(sunny, { sanitizer: 'bromine', cyanuricAcidPpm: 0 }, NOON - 30 * 60_000, 60),
    ).toBeCloseTo(0.52, 1)
  })
  test('stabiliser shields chlorine and not bromine; a roof and the night shield everything', () => {
    const twoHours = (stabiliser: number) =>
      keptInLight(
        sunny,
        { sanitizer: 'freeChlorine', cyanuricAcidPpm: stabiliser },
        NOON - HOUR,
        120,
      )
    // Common practice: most of it within two hours without, little with 30 ppm.
    expect(twoHours(0)).toBeLessThan(0.2)
    expect(twoHours(30)).toBeGreaterThan(0.7)
    expect(keptInLight(sunny, { sanitizer: 'bromine', cyanuricAcidPpm: 30 }, NOON, 60)).toBe(
      keptInLight(sunny, { sanitizer: 'bromine', cyanuricAcidPpm: 0 }, NOON, 60),
    )
    expect(
      keptInLight(
        { ...sunny, exposure: 'indoors' },
        { sanitizer: 'freeChlorine', cyanuricAcidPpm: 0 },
        NOON,
        600,
      ),
    ).toBe(1)
    expect(
      keptInLight(sunny, { sanitizer: 'freeChlorine', cyanuricAcidPpm: 0 }, NOON + 9 * HOUR, 60),
    ).toBe(1)
  })
})

describe('heat', () => {
  const fahrenheit = (degrees: number) => toCelsius(degrees, 'fahrenheit')
  test('a covered rigid tub at 104 °F loses 7 °F in a day in 30 °F air (one measured case, common practice)', () => {
    expect(cooledTo(fahrenheit(104), fahrenheit(30), COOLING_HOURS['hard shell'], 24)).toBeCloseTo(
      fahrenheit(97),
      1,
    )
  })
  test('a fill of 350 US gal is warm in about eight hours (common practice)', () => {
    const air = usualHeater({ volumeLitres: 1325 })
    expect(thermostatTo(12, 38, 6, air)).toBeLessThan(36)
    expect(thermostatTo(12, 38, 9, air)).toBe(38)
    // In pieces it goes the same way.
    expect(thermostatTo(thermostatTo(12, 38, 2, air), 38, 2, air)).toBeCloseTo(
      thermostatTo(12, 38, 4, air),
      9,
    )
  })
  test('too warm, it cools down to what is set and no further', () => {
    const air = { kelvinPerHour: 3, airCelsius: 10, timeConstantHours: 240 }
    expect(thermostatTo(39, 38, 1, air)).toBeCloseTo(cooledTo(39, 10, 240, 1), 9)
    expect(thermostatTo(39, 38, 48, air)).toBe(38)
  })
  test('warm water loses its residual twice as fast for every 10 °C', () => {
    expect(lossAtTemperature(38)).toBe(1)
    expect(lossAtTemperature(28)).toBeCloseTo(0.5, 12)
  })
})

test('25 to 50 mm a month evaporate (common practice)', () => {
  const millimetres = EVAPORATES_PER_HOUR * 30 * 24 * 500
  expect(millimetres).toBeGreaterThan(25)
  expect(millimetres).toBeLessThan(50)
})

describe('what an ensemble makes of it', () => {
  const filled: Entry = { id: 1, kind: 'water', at: NOON - 6 * DAY, body: { replacedFraction: 1 } }
  const reading = (at: number, readings: Record<string, number>): Entry => ({
    id: at,
    kind: 'test',
    at,
    body: { method: 'meter', readings },
  })
  const full = reading(NOON - 5 * DAY, {
    freeChlorine: 5,
    totalChlorine: 5.1,
    pH: 7.4,
    totalAlkalinity: 80,
    cyanuricAcid: 0,
  })
  const chlorine = (tub: Tub, more: Entry[] = [], until = NOON - 4 * DAY) =>
    expectedOf(ensembleOf(tub, [filled, full, ...more], until, 400), tub, 'freeChlorine')?.median ??
    Number.NaN
  const plain = tubWith('granular chlorine')

  test('ozone uses up more, and so does a soak in the midday sun', () => {
    expect(
      chlorine({ ...plain, surroundings: { ...sunny, supplementaryDisinfection: 'ozone' } }),
    ).toBeLessThan(chlorine(plain) - 0.3)
    const soak = (at: number): Entry[] => [
      { id: 7, kind: 'soak', at, body: { people: 1, minutes: 30 } },
    ]
    const noon = NOON - 5 * DAY + 2 * HOUR
    expect(chlorine({ ...plain, surroundings: sunny }, soak(noon))).toBeLessThan(
      chlorine({ ...plain, surroundings: { ...sunny, exposure: 'indoors' } }, soak(noon)) - 0.3,
    )
  })

  test('a filter that nobody cleans takes its part, once the journal tells of cleaning', () => {
    const soaks = [1, 2, 3].map(
      (n): Entry => ({
        id: 20 + n,
        kind: 'soak',
        at: NOON - 5.9 * DAY + n * HOUR,
        body: { people: 6, minutes: 60 },
      }),
    )
    const rinse = (at: number): Entry => ({
      id: 40,
      kind: 'chore',
      at,
      body: { chore: 'filter rinse', outcome: 'done' },
    })
    // What bathers left is oxidised away, so that only the filter differs.
    const shock: Entry = {
      id: 50,
      kind: 'dose',
      at: NOON - 5.2 * DAY,
      body: { product: 'potassium monopersulfate', grams: 900 },
    }
    const left = (rinsed: number) =>
      chlorine(plain, [rinse(rinsed), ...soaks, shock], NOON - 3 * DAY)
    expect(left(NOON - 5.95 * DAY)).toBeLessThan(left(NOON - 5.1 * DAY) - 0.1)
  })

  test('bathers leave combined chlorine, it clears, and readings of it are taken in', () => {
    const soak: Entry = {
      id: 9,
      kind: 'soak',
      at: NOON - 4.9 * DAY,
      body: { people: 3, minutes: 40 },
    }
    const combined = (more: Entry[], until: number) => {
      const ensemble = ensembleOf(plain, [filled, full, ...more], until, 300)
      return (
        (expectedOf(ensemble, plain, 'totalChlorine')?.median ?? 0) -
        (expectedOf(ensemble, plain, 'freeChlorine')?.median ?? 0)
      )
    }
    const then = NOON - 4.7 * DAY
    const soon = combined([soak], NOON - 4.8 * DAY)
    expect(soon).toBeGreaterThan(0.4)
    expect(combined([soak], NOON)).toBeLessThan(soon / 2)
    const freeChlorine = chlorine(plain, [soak], then)
    const expected = combined([soak], then)
    const read = reading(then, { freeChlorine, totalChlorine: freeChlorine + expected + 0.6 })
    expect(combined([soak, read], then)).toBeGreaterThan(expected + 0.2)
  })
})

test('a fill goes by the last test of the fill water while that counts, and by the set-up after a month', () => {
  const tub = tubWith('granular chlorine', {
    fillWater: { source: 'town', totalAlkalinityPpm: 90 },
  })
  const alkalinity = (daysBefore: number) => {
    const journal: Entry[] = [
      {
        id: 1,
        kind: 'fillTest',
        at: NOON - daysBefore * DAY,
        body: { method: 'drops', fillWater: { source: 'town', totalAlkalinityPpm: 200 } },
      },
      { id: 2, kind: 'water', at: NOON, body: { replacedFraction: 1 } },
    ]
    return expectedOf(ensembleOf(tub, journal, NOON, 200), tub, 'totalAlkalinity')?.median ?? 0
  }
  expect(Math.abs(alkalinity(10) - 200)).toBeLessThan(10)
  expect(Math.abs(alkalinity(40) - 90)).toBeLessThan(5)
})

test('years without an entry end in water without sanitizer, near the air’s carbon dioxide, and far from certain', () => {
  const { tub, journal } = heldOutTub(3)
  const last = journal.at(-1)?.at ?? 0
  const said = (days: number) => {
    const ensemble = ensembleOf(tub, journal, last + days * DAY, 60)
    return {
      ppm: expectedOf(ensemble, tub, 'freeChlorine')?.high ?? Number.NaN,
      pH: expectedOf(ensemble, tub, 'pH')?.median ?? Number.NaN,
    }
  }
  const years = said(9 * 365)
  expect(years.ppm).toBeLessThan(0.01)
  // What little evaporates and is topped up in nine years is a new fill twice over: more alkalinity, higher pH.
  expect(years.pH).toBeGreaterThan(said(30).pH)
  expect(years.pH).toBeLessThan(9.7)
})

test('how far a house’s soaks and doses come out as written is learnt too', () => {
  const unrest = (soakScatter: number, doseScatter: number) => {
    const all = [1, 3, 5, 7, 9].map((seed) => {
      const { tub, journal } = heldOutTub(seed, { soakScatter, doseScatter, strips: 0 })
      return ensembleOf(tub, journal, journal.at(-1)?.at ?? 0, 150).processNoise.residual.times
    })
    return all.reduce((sum, one) => sum + one, 0) / all.length
  }
  const calm = unrest(0.05, 0.03)
  const wild = unrest(0.6, 0.3)
  expect(calm).toBeLessThan(0.85)
  expect(wild).toBeGreaterThan(1.25)
})

test('a pH that wanders as no rate explains makes what is said of it wider', () => {
  const said = (by: number) => {
    const each = [5, 7, 9].map((seed) => {
      const { tub, journal } = heldOutTub(seed, { strips: 0 })
      const wandering = journal.map((entry): Entry => {
        if (entry.kind !== 'test' || entry.body.readings.pH === undefined) return entry
        const pH = entry.body.readings.pH + by * Math.sin(entry.id)
        return { ...entry, body: { ...entry.body, readings: { ...entry.body.readings, pH } } }
      })
      const ensemble = ensembleOf(tub, wandering, (journal.at(-1)?.at ?? 0) + DAY, 200)
      const { low = 0, high = 0 } = expectedOf(ensemble, tub, 'pH') ?? {}
      return { times: ensemble.processNoise.pH.times, width: high - low }
    })
    return {
      times: each.reduce((sum, { times }) => sum + times, 0) / each.length,
      width: each.reduce((sum, { width }) => sum + width, 0) / each.length,
    }
  }
  const calm = said(0)
  const restless = said(0.6)
  expect(calm.times).toBeLessThan(1.3)
  expect(restless.times).toBeGreaterThan(2)
  expect(restless.width).toBeGreaterThan(1.3 * calm.width)
})
