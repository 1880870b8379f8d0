import {
  DAY,
  type FilterAct,
  HOUR,
  type Instant,
  type NewEntry,
  type PresetChoreId,
  type SoakRecipeId,
} from '@/core'
import type { NewFilterSet } from '@/store/upkeep'
/** Cartridges of the invented guest house: two sets take turns in one tub, the other tub has one. */
export const demoFilterSets = (now: Instant): NewFilterSet[] =>
  [
    { name: 'Copper cord', kind: 'open ends' as const, cartridges: 2, months: 8 },
    { name: 'Slate cord', kind: 'open ends' as const, cartridges: 2, months: 5 },
    { name: 'Fern dot', kind: 'threaded' as const, cartridges: 1, months: 11 },
  ].map(({ months, ...set }) => ({
    ...set,
    size: '',
    boughtAt: now - months * 30 * DAY,
    createdAt: now - 70 * DAY,
  }))

/** What its keeper has kept up, and what has slipped. @param sets their numbers, in the order above */
export const demoChores = (
  now: Instant,
  tub: 'first' | 'second',
  sets: readonly number[],
): NewEntry[] => {
  const at = (daysAgo: number, hour = 0) => now - daysAgo * DAY - (5 - hour) * HOUR
  const done = (chore: PresetChoreId, ...daysAgo: number[]): NewEntry[] =>
    daysAgo.map((days) => ({ kind: 'chore', at: at(days), body: { chore, outcome: 'done' } }))
  const filter = (
    which: number,
    {
      name,
      daysAgo,
      act,
      hour = 0,
      more = {},
    }: {
      name: string
      daysAgo: number
      act: FilterAct
      hour?: number
      more?: { recipe?: SoakRecipeId; seen?: 'white' }
    },
  ): NewEntry => ({
    kind: 'filter',
    at: at(daysAgo, hour),
    body: { set: sets[which] ?? 0, name, act, ...more },
  })
  if (tub === 'second')
    return [
      ...done('filter rinse', 5, 12, 19, 26, 34, 40),
      ...done('waterline', 5, 12, 26, 34),
      ...done('filter soak', 26),
      ...done('cover wipe', 34),
      ...done('earth-fault test', 12, 41),
      ...done('level look', 5, 12, 19, 26),
      filter(2, { name: 'Fern dot', daysAgo: 52, act: 'put in', hour: 1 }),
    ]
  const NAMES = ['Copper cord', 'Slate cord']
  const swap = (daysAgo: number, into: 0 | 1): NewEntry[] => {
    const out = 1 - into
    const name = NAMES[out] ?? ''
    return [
      filter(out, { name, daysAgo, act: 'take out' }),
      filter(into, { name: NAMES[into] ?? '', daysAgo, act: 'put in', hour: 0.02 }),
      filter(out, { name, daysAgo, act: 'rinse', hour: 0.3 }),
      filter(out, { name, daysAgo, act: 'soak', hour: 0.4, more: { recipe: 'warm' } }),
      filter(out, { name, daysAgo, act: 'rinse', hour: 1, more: { seen: 'white' } }),
      filter(out, { name, daysAgo, act: 'dry', hour: 1.2 }),
    ]
  }
  return [
    filter(0, { name: 'Copper cord', daysAgo: 69, act: 'put in' }),
    ...swap(55, 1),
    ...swap(41, 0),
    ...swap(27, 1),
    ...swap(14, 0),
    ...done('waterline', 66, 59, 52, 45, 31, 24, 17, 10),
    {
      kind: 'chore',
      at: at(38),
      body: { chore: 'waterline', outcome: 'skipped', note: 'guests in until the evening' },
    },
    ...done('level look', 59, 45, 31, 17),
    ...done('cover wipe', 66, 36),
    {
      kind: 'chore',
      at: at(12),
      body: { chore: 'cover look', outcome: 'done', note: 'straps held in the gale' },
    },
    // Jets that spat in October, and what helped.
    { kind: 'look', at: at(45) - 5 * HOUR, body: { signs: ['weak flow'] } },
    {
      kind: 'treatment',
      at: at(45) - 4 * HOUR,
      body: { cause: 'low water level', signs: ['weak flow'] },
    },
    { kind: 'look', at: at(45) + HOUR, body: { signs: [] } },
    ...done('earth-fault test', 60, 33),
    ...done('cover underside', 20),
  ]
}
