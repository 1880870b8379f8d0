import { DAY, planToday, planVisit, regimen } from '@/core'
import { dosingCycleOf, waitingUntil } from '@/core/advice/dosingCycle'
import { estimate } from '@/core/estimate/estimate'
import { ensembleOf } from '@/core/estimate/learning/ensemble'
import { learntOf } from '@/core/estimate/learning/learnt'
import { mergeLearnedEstimate } from '@/core/estimate/learning/mergeLearnedEstimate'
import type { Entry } from '@/core/journal/entry'
import type { ProgrammeId } from '@/core/programmes/programme'
import { agenda } from '@/core/today/agenda'
import { verdict } from '@/core/today/verdict'
import { choresDue } from '@/core/upkeep/choreDue'
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
  const state = mergeLearnedEstimate(tub, journal, estimate(tub, journal, now), ensemble)
  const today = planToday(tub, journal, state)
  const { plan, options: planOptions, setAside, shock, startUp } = today
  const chores = choresDue(tub, journal, now)
  const items = agenda(tub, journal, { estimate: state, plan, shock, startUp, setAside })
  const { acts, schedule } = regimen(tub, journal, {
    today,
    plan,
    agenda: items,
    upkeep: chores,
    now,
    until: now + DAY,
  })
  const round = dosingCycleOf(journal, state)
  return {
    preferences: { ...preferences, now },
    view: {
      now,
      tub,
      row: tub,
      learnt: learntOf(ensemble, tub),
      tubs: [{ id: 1, name: tub.name, place: tub.place }],
      journal: [...journal].reverse(),
      written: [...journal].reverse(),
      clockBehind: undefined,
      estimate: state,
      plan,
      verdict: verdict(tub, journal, now, state),
      agenda: items,
      acts,
      visit: planVisit(
        [
          {
            id: 1,
            tub,
            journal,
            acts,
            upkeep: chores,
            helpersWait: undefined,
            filters: [],
            plannedSoaks: [],
            stages: [],
            airCelsius: undefined,
            held: false,
          },
        ],
        { now, until: now + DAY },
      ).visit,
      underWay: undefined,
      helpersWait: undefined,
      round,
      waiting: waitingUntil(journal, now, tub),
      schedule,
      bathers: undefined,
      planned: [],
      rules: [],
      chores,
      cases: [],
      wrong: undefined,
      filters: [],
      noFilter: undefined,
      stays: [],
      shelf: [],
      planOptions,
      setAside,
      shock,
      startUp,
      lastChange: undefined,
    },
  }
}
