import type { Entry } from '@/core/journal/entry'
import { levelAhead } from '@/core/refill/levelAhead'
import { CARRIED_PER_BATHER } from '@/core/refill/topUp'
import { DAY } from '@/core/time'
import { evaporationLitresPerHour, PAST_COVER } from '@/core/water/evaporation'
import { assumedWeather, atTheWater } from '@/core/weather'
import { simulatedWeather } from '@/stand-ins/weather'
import { NOW } from './waters'

const still = assumedWeather(10)
const soak = (days: number, people: number, minutes: number): Entry => ({
  id: days,
  kind: 'soak',
  at: NOW - days * DAY,
  body: { people, minutes },
})

test('under the cover, a fiftieth of what open water would lose', () => {
  const level = levelAhead([], {
    now: NOW,
    weather: () => still,
    surfaceSquareMetres: 2.5,
    waterCelsius: 38,
  })
  const open = evaporationLitresPerHour({ surfaceSquareMetres: 2.5, waterCelsius: 38, ...still })
  expect(level.evaporatedLitres).toBeCloseTo(PAST_COVER * open * 168, 9)
  expect(level.carriedLitres).toBe(0)
  expect(level.millimetres).toBeCloseTo(level.evaporatedLitres / 2.5, 9)
})

test('used as in the last four weeks: bathers carry water out, and open hours count', () => {
  const journal = [soak(3, 2, 40), soak(20, 4, 40), soak(40, 9, 300)]
  const level = levelAhead(journal, {
    now: NOW,
    weather: () => still,
    surfaceSquareMetres: 2.5,
    waterCelsius: 38,
  })
  expect(level.carriedLitres).toBeCloseTo((CARRIED_PER_BATHER * 6 * 7) / 28, 9)
  expect(level.evaporatedLitres).toBeGreaterThan(
    levelAhead([], { now: NOW, weather: () => still, surfaceSquareMetres: 2.5, waterCelsius: 38 })
      .evaporatedLitres,
  )
})

test('covered and used, a month takes 25 to 50 mm or a little less (common practice)', () => {
  const daily = Array.from({ length: 27 }, (_, i) => soak(i + 1, 2, 30))
  const month = levelAhead(daily, {
    now: NOW,
    weather: (at) => atTheWater(simulatedWeather(at)),
    surfaceSquareMetres: 2.5,
    waterCelsius: 38,
    days: 30,
  })
  const millimetres = month.evaporatedLitres / 2.5
  expect(millimetres).toBeGreaterThan(15)
  expect(millimetres).toBeLessThan(60)
  expect(month.airCelsius.low).toBeLessThan(month.airCelsius.high)
})
