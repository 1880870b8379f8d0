import type { Entry, NewEntry } from '@/core/journal/entry'
import { inOrder } from '@/core/journal/entry'
import type { ScheduledStage } from '@/core/refill/refillSchedule'
import { DAY, HOUR, MINUTE } from '@/core/time'
import { endOfDay } from '@/core/today/regimen'
import type { TubAtHand } from '@/core/today/visit/situation'
import type { Tub } from '@/core/tub/tub'
import type { FilterStatus } from '@/core/upkeep/filterSet'
import { type House, told } from '../core/houses'
import { NOW, tubWith } from '../core/waters'

export const UNTIL = endOfDay(NOW)

/** A house of any kind as a visit finds it. */
export const situationOf = (house: House, given: Partial<TubAtHand> = {}): TubAtHand => ({
  ...told(house).atHand,
  ...given,
})

const numbered = (entries: readonly NewEntry[]): Entry[] =>
  inOrder(entries.map((one, i) => ({ ...one, id: i + 1 }) as Entry))

/** A bromine tub on a Sunday: dull, alkaline, its chores a week old. */
export const sundayJournal = (more: readonly NewEntry[] = []): Entry[] =>
  numbered([
    { kind: 'water', at: NOW - 60 * DAY, body: { replacedFraction: 1 } },
    ...(
      [
        'filter rinse',
        'waterline',
        'level look',
        'earth-fault test',
        'cover wipe',
        'cover look',
        'cover protect',
        'filter soak',
        'lamp',
        'cover underside',
      ] as const
    ).map(
      (chore): NewEntry => ({
        kind: 'chore',
        at:
          NOW -
          (chore === 'filter rinse' || chore === 'waterline' || chore === 'level look'
            ? 7
            : chore === 'cover wipe'
              ? 30
              : 10) *
            DAY,
        body: { chore, outcome: 'done' },
      }),
    ),
    { kind: 'soak', at: NOW - 2 * DAY, body: { people: 2, minutes: 30 } },
    ...more,
    {
      kind: 'test',
      at: NOW - 20 * MINUTE,
      body: {
        method: 'drops',
        readings: { bromine: 1, pH: 8, totalAlkalinity: 90, calciumHardness: 180 },
      },
    },
  ])

export const sundayTub = (given: Partial<Tub> = {}): Tub =>
  tubWith('bromine tablets', { fillWater: { source: 'town', calciumHardnessPpm: 180 }, ...given })

export const sunday = (
  given: Partial<TubAtHand> = {},
  tub = sundayTub(),
  journal = sundayJournal(),
): TubAtHand => situationOf({ tub, journal, plannedSoaks: [] }, given)

export const set = (id: number, state: FilterStatus['state'], tubId?: number): FilterStatus => ({
  set: { id, name: `Set ${id}`, kind: 'open ends', cartridges: 2, size: '', boughtAt: null },
  state,
  since: NOW - 10 * DAY,
  tubId,
  recipe: undefined,
  until: undefined,
  hoursInWater: 240,
  rinses: 0,
  soaks: 0,
  daysLeft: 300,
  replace: undefined,
  stays: [],
})

export const stage = (
  id: ScheduledStage['stage']['id'],
  handsMinutes: number,
  aloneMinutes: number,
  needs: ScheduledStage['stage']['needs'],
  startsIn: number,
): ScheduledStage => ({
  stage: { id, handsMinutes, aloneMinutes, needs, formula: { kind: 'fixed' } },
  start: NOW + startsIn * MINUTE,
  handsEnd: NOW + (startsIn + handsMinutes) * MINUTE,
  end: NOW + (startsIn + handsMinutes + aloneMinutes) * MINUTE,
  state: 'planned',
  late: false,
})

export const minutesIn = (at: number): number => Math.round((at - NOW) / MINUTE)
export const inHours = (hours: number): number => NOW + hours * HOUR
