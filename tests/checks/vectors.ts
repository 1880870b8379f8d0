import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { waterFromReading } from '@/core/water/solveWater'
import { type Water, type WaterReading, WITHOUT_EXTRAS } from '@/core/water/water'

type Tolerance = { abs?: number; rel?: number }

export interface Vector<Given> {
  id: string
  given: Given
  expect: Record<string, number | string | boolean>
  tolerance: Record<string, Tolerance>
  source: string
}

/** Reference values from an independent implementation of the published constants that each case names as its source. */
export const vectors = <Given>(topic: string): Vector<Given>[] =>
  JSON.parse(readFileSync(join(__dirname, 'vectors', `${topic}.json`), 'utf8')).cases

export const expectWithin = (actual: number, expected: number, tolerance: Tolerance = {}) => {
  const room = (tolerance.abs ?? 0) + (tolerance.rel ?? 0) * Math.abs(expected)
  expect(Number.isFinite(actual)).toBe(true)
  expect(Math.abs(actual - expected)).toBeLessThanOrEqual(room + 1e-12)
}

/** The fields of a water as the vectors name them. */
export interface GivenWater {
  pH: number
  totalAlkalinityPpm: number
  cyanuricAcidPpm: number
  boratePpm: number
  temperatureC: number
  totalDissolvedSolidsPpm: number
  saltPpm: number
  calciumHardnessPpm?: number
}

export const readingOf = (given: GivenWater): WaterReading => ({
  pH: given.pH,
  totalAlkalinityPpm: given.totalAlkalinityPpm,
  calciumHardnessPpm: given.calciumHardnessPpm ?? 0,
  cyanuricAcidPpm: given.cyanuricAcidPpm,
  boratePpm: given.boratePpm,
  ...WITHOUT_EXTRAS,
  temperatureCelsius: given.temperatureC,
  totalDissolvedSolidsPpm: given.totalDissolvedSolidsPpm,
  saltPpm: given.saltPpm,
})

/** The water of a case; a vector never gives one that cannot exist without saying so. */
export const waterOf = (given: GivenWater): Water => {
  const water = waterFromReading(readingOf(given))
  if (!water) throw new Error('a possible water was refused')
  return water
}
