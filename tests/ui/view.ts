import { today } from '@/core'
import { ensembleOf } from '@/core/estimate/learning/ensemble'
import type { Entry } from '@/core/journal/entry'
import type { ProgrammeId } from '@/core/programmes/programme'
import type { TubView } from '@/server/views'
import type { DisplayPreferences } from '@/words/words'
import { tubWith } from '../core/waters'

export const preferences: DisplayPreferences = {
  locale: 'en-GB',
  timeZone: 'UTC',
  units: { volume: 'litre', temperature: 'celsius', mass: 'gram' },
  now: 0,
}

/** What a place is given, without a database. */
export const viewOf = (
  programme: ProgrammeId,
  journal: Entry[],
  now: number,
): { view: TubView; preferences: DisplayPreferences } => {
  const tub = {
    ...tubWith(programme),
    id: 1,
    name: 'Deck',
    place: 'Skerry House',
    volumeBasis: { by: 'figure', litres: 1320 } as const,
    preset: 'full',
    kind: 'hard shell' as const,
    surroundings: null,
    units: preferences.units,
    testSchool: 'after soak' as const,
    choices: {},
    keepOutAbovePpm: null,
    volumeSetAt: null,
    calendar: null,
    refill: null,
    heat: null,
    createdAt: 0,
  }
  const ensemble = ensembleOf(tub, journal, now, 64)
  return {
    preferences: { ...preferences, now },
    view: {
      ...today({ id: 1, ensemble }, tub, journal, now),
      row: tub,
      tubs: [{ id: 1, name: tub.name, place: tub.place }],
      journal: [...journal].reverse(),
      written: [...journal].reverse(),
      clockBehind: undefined,
      underWay: undefined,
      bathers: undefined,
      planned: [],
      rules: [],
      filters: [],
      noFilter: undefined,
      stays: [],
      shelf: [],
      lastChange: undefined,
    },
  }
}
