import fc from 'fast-check'
import type { Entry, NewEntry } from '@/core/journal/entry'
import { type ProgrammeId, programmeOf } from '@/core/programmes/programme'
import type { Readings } from '@/core/testing/quantity'
import type { Tub } from '@/core/tub/tub'
import { type WaterReading, WITHOUT_EXTRAS } from '@/core/water/water'

export const NOW = Date.UTC(2026, 4, 20, 18, 0)

export const plainReading = (given: Partial<WaterReading> = {}): WaterReading => ({
  pH: 7.5,
  totalAlkalinityPpm: 100,
  calciumHardnessPpm: 200,
  cyanuricAcidPpm: 0,
  boratePpm: 0,
  ...WITHOUT_EXTRAS,
  freeChlorinePpm: 4,
  temperatureCelsius: 38,
  totalDissolvedSolidsPpm: 600,
  saltPpm: 0,
  ...given,
})

const anyFields = fc.record({
  pH: fc.double({ min: 6.2, max: 8.8, noNaN: true }),
  totalAlkalinityPpm: fc.double({ min: 40, max: 300, noNaN: true }),
  calciumHardnessPpm: fc.double({ min: 0, max: 600, noNaN: true }),
  cyanuricAcidPpm: fc.double({ min: 0, max: 60, noNaN: true }),
  boratePpm: fc.constant(0),
  freeChlorinePpm: fc.double({ min: 0, max: 15, noNaN: true }),
  combinedChlorinePpm: fc.constant(0),
  brominePpm: fc.double({ min: 0, max: 12, noNaN: true }),
  peroxidePpm: fc.constant(0),
  biguanidePpm: fc.constant(0),
  copperPpm: fc.double({ min: 0, max: 1, noNaN: true }),
  ironPpm: fc.double({ min: 0, max: 1, noNaN: true }),
  phosphatePpm: fc.double({ min: 0, max: 3, noNaN: true }),
  temperatureCelsius: fc.double({ min: 5, max: 42, noNaN: true }),
  totalDissolvedSolidsPpm: fc.double({ min: 100, max: 3000, noNaN: true }),
  saltPpm: fc.oneof(fc.constant(0), fc.double({ min: 0, max: 4000, noNaN: true })),
})

/** Waters that can exist, over everything a tub meets; half of them salted, to 4,000 ppm. */
export const anyReading = anyFields.map((reading) => ({
  ...reading,
  totalDissolvedSolidsPpm: reading.totalDissolvedSolidsPpm + reading.saltPpm,
}))

export const tubWith = (
  programme: ProgrammeId = 'granular chlorine',
  given: Partial<Tub> = {},
): Tub => ({
  volumeLitres: 1320,
  programme,
  targets: programmeOf(programme).presets[0].targets,
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
