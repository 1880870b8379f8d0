import { readFileSync } from 'node:fs'
import { join } from 'node:path'

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
