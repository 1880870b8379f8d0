import fc from 'fast-check'
import type { Entry, NewEntry } from '@/core/journal/entry'
import { type GuidedProgrammeId, guidedProgramme } from '@/core/programmes/programme'
import type { Readings } from '@/core/testing/quantity'
import type { Tub } from '@/core/tub'
import type { WaterReading } from '@/core/water/water'

export const NOW = Date.UTC(2026, 4, 20, 18, 0)

export const plainReading = (given: Partial<WaterReading> = {}): WaterReading => ({
  pH: 7.5,
  totalAlkalinityPpm: 100,
  calciumHardnessPpm: 200,
  cyanuricAcidPpm: 0,
  boratePpm: 0,
  freeChlorinePpm: 4,
  combinedChlorinePpm: 0,
  brominePpm: 0,
  temperatureCelsius: 38,
  totalDissolvedSolidsPpm: 600,
  saltPpm: 0,
  ...given,
})

/** Waters that can exist, over everything a tub meets. */
export const anyReading = fc.record({
  pH: fc.double({ min: 6.2, max: 8.8, noNaN: true }),
  totalAlkalinityPpm: fc.double({ min: 40, max: 300, noNaN: true }),
  calciumHardnessPpm: fc.double({ min: 0, max: 600, noNaN: true }),
  cyanuricAcidPpm: fc.double({ min: 0, max: 60, noNaN: true }),
  boratePpm: fc.constant(0),
  freeChlorinePpm: fc.double({ min: 0, max: 15, noNaN: true }),
  combinedChlorinePpm: fc.constant(0),
  brominePpm: fc.double({ min: 0, max: 12, noNaN: true }),
  temperatureCelsius: fc.double({ min: 5, max: 42, noNaN: true }),
  totalDissolvedSolidsPpm: fc.double({ min: 100, max: 3000, noNaN: true }),
  saltPpm: fc.constant(0),
})

export const tubWith = (
  programme: GuidedProgrammeId = 'granular chlorine',
  given: Partial<Tub> = {},
): Tub => ({
  volumeLitres: 1320,
  programme,
  targets: guidedProgramme(programme).presets[0].targets,
  fillWater: { source: 'town' },
  setTemperatureCelsius: 38,
  ...given,
})

export const journal = (...entries: NewEntry[]): Entry[] =>
  entries.map((entry, i) => ({ ...entry, id: i + 1 }) as Entry)

export const tested = (
  at: number,
  readings: Readings,
  method: 'strip' | 'drops' | 'meter' = 'drops',
): NewEntry => ({ kind: 'test', at, body: { method, readings } })
