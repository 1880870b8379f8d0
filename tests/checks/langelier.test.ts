import {
  langelierIndexCarrier,
  saturationIndexTrade,
  tradeTemperatureFactor,
} from '@/core/water/langelier'
import { calciteSaturationIndex } from '@/core/water/saturation'
import { plainReading } from '../core/waters'

// Carrier 1965, worked example (from memory): 320 mg/L solids, hardness 150, alkalinity 34, pH 7.5.
test.each([
  [25, -0.73],
  [82, 0.27],
])('the Carrier example at %s °C gives %s', (celsius, index) => {
  const water = {
    pH: 7.5,
    temperatureCelsius: celsius,
    totalDissolvedSolidsPpm: 320,
    calciumHardnessPpm: 150,
    carbonateAlkalinityPpm: 34,
  }
  expect(langelierIndexCarrier(water)).toBeCloseTo(index, 2)
})

// The trade's table of temperature factors, by °F: common practice.
test.each([
  [32, 0.0],
  [53, 0.3],
  [76, 0.6],
  [84, 0.7],
  [94, 0.8],
  [105, 0.9],
])('the trade factor at %s °F is %s', (fahrenheit, factor) => {
  expect(tradeTemperatureFactor(((fahrenheit - 32) * 5) / 9)).toBeCloseTo(factor, 9)
})

test('the trade factor goes straight between its entries and stays at the ends', () => {
  const at = (fahrenheit: number) => tradeTemperatureFactor(((fahrenheit - 32) * 5) / 9)
  expect(at(80)).toBeCloseTo(0.65, 9)
  expect(at(20)).toBe(0)
  expect(at(120)).toBe(0.9)
})

test('the trade takes 12.2 off from 1000 mg/L of solids on (common practice)', () => {
  const at = (totalDissolvedSolidsPpm: number) =>
    saturationIndexTrade({
      pH: 7.5,
      temperatureCelsius: 38,
      totalDissolvedSolidsPpm,
      calciumHardnessPpm: 200,
      carbonateAlkalinityPpm: 80,
    })
  expect(at(999) - at(1000)).toBeCloseTo(0.1, 9)
})

test('the three indices tell the same story: warmer, harder or more alkaline scales more', () => {
  const waterOf = (celsius: number, hardness: number, pH: number) => ({
    pH,
    temperatureCelsius: celsius,
    totalDissolvedSolidsPpm: 600,
    calciumHardnessPpm: hardness,
    carbonateAlkalinityPpm: 90,
  })
  const indices = (celsius: number, hardness: number, pH: number) => [
    langelierIndexCarrier(waterOf(celsius, hardness, pH)),
    saturationIndexTrade(waterOf(celsius, hardness, pH)),
    calciteSaturationIndex(
      plainReading({
        pH,
        temperatureCelsius: celsius,
        calciumHardnessPpm: hardness,
        totalAlkalinityPpm: 90,
        freeChlorinePpm: 0,
      }),
    ) ?? Number.NaN,
  ]
  const base = indices(25, 150, 7.5)
  for (const more of [indices(38, 150, 7.5), indices(25, 300, 7.5), indices(25, 150, 7.8)])
    for (const [i, index] of more.entries()) expect(index).toBeGreaterThan(base[i] ?? Number.NaN)
  // They differ by their conventions, never by more than half a unit in tub water.
  const tub = indices(38, 180, 7.5)
  expect(Math.max(...tub) - Math.min(...tub)).toBeLessThan(0.5)
})

test('water without calcium has no calcite index', () => {
  expect(calciteSaturationIndex(plainReading({ calciumHardnessPpm: 0 }))).toBeUndefined()
})
