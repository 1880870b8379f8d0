import type { EntryOf } from '../journal/entry'
import type { FilterAct, SoakRecipeId } from '../journal/filterAct'
import { DAY, HOUR, type Instant, MINUTE } from '../time'

export const FILTER_KINDS = [
  'open ends',
  'closed end',
  'threaded',
  'disposable',
  'inflatable',
] as const
export type FilterKind = (typeof FILTER_KINDS)[number]

/** Cartridges that go in and out together. */
export interface FilterSet {
  id: number
  name: string
  kind: FilterKind
  cartridges: number
  size: string
  boughtAt: Instant | null
}

export interface SoakRecipe {
  id: SoakRecipeId
  minutes: number
  /** So long that another set has to be in the tub. */
  needsSpare: boolean
}

/** Common practice; the label of the cleaner goes before all of them. */
export const RECIPES: readonly SoakRecipe[] = [
  {
    id: 'spray',
    minutes: 10,
    needsSpare: false,
  },
  {
    id: 'warm',
    minutes: 30,
    needsSpare: false,
  },
  {
    id: 'hot',
    minutes: 60,
    needsSpare: false,
  },
  {
    id: 'vinegar',
    minutes: 60,
    needsSpare: false,
  },
  {
    id: 'overnight',
    minutes: 12 * 60,
    needsSpare: true,
  },
  {
    id: 'cold',
    minutes: 24 * 60,
    needsSpare: true,
  },
]

const recipeOf = (id: SoakRecipeId): SoakRecipe =>
  RECIPES.find((one) => one.id === id) ?? (RECIPES[0] as SoakRecipe)

/** Hung up for so long it is taken to be dry; assumed, longer in damp weather. */
export const DRY_AFTER = 2 * DAY

/** Time in the water that a cartridge lasts, common practice: a year, a quarter, two weeks. */
const LIFE_DAYS: Record<FilterKind, number> = {
  'open ends': 365,
  'closed end': 365,
  threaded: 365,
  disposable: 91,
  inflatable: 14,
}

export type FilterState =
  | 'new'
  | 'in the tub'
  | 'taken out'
  | 'soaking'
  | 'rinsing'
  | 'drying'
  | 'ready'
  | 'retired'

export interface FilterStatus {
  set: FilterSet
  state: FilterState
  since: Instant
  /** The tub it is in. */
  tubId: number | undefined
  recipe: SoakRecipe | undefined
  /** When the soak has run its time, or it is taken to be dry. */
  until: Instant | undefined
  hoursInWater: number
  rinses: number
  soaks: number
  /** Of its usual life in the water; never below 0. */
  daysLeft: number
  /** Why it should be replaced now. */
  replace: 'not white' | 'torn filter' | 'its time is over' | undefined
  /** When it was in which tub. */
  stays: { tubId: number; from: Instant; to: Instant | undefined }[]
}

/** An entry about a filter, and the tub in whose journal it stands. */
export interface FilterEvent {
  tubId: number
  entry: EntryOf<'filter'>
}

const AFTER: Record<Exclude<FilterAct, 'rinse'>, FilterState> = {
  'put in': 'in the tub',
  'take out': 'taken out',
  soak: 'soaking',
  dry: 'drying',
  ready: 'ready',
  retire: 'retired',
}

/**
 * Where a set is and what it has been through, by all journals. A rinse leaves a set that is in the tub in it, for it goes
 * straight back.
 */
export const filterStatus = (
  set: FilterSet,
  events: readonly FilterEvent[],
  now: Instant,
): FilterStatus => {
  const own = events
    .filter(({ entry }) => entry.body.set === set.id && entry.at <= now)
    .toSorted((a, b) => a.entry.at - b.entry.at || a.entry.id - b.entry.id)
  let state: FilterState = 'new'
  let since = own[0]?.entry.at ?? now
  let tubId: number | undefined
  let recipe: SoakRecipe | undefined
  let rinses = 0
  let soaks = 0
  let notWhite = false
  let torn = false
  const stays: FilterStatus['stays'] = []
  const leave = (at: Instant) => {
    const stay = stays.at(-1)
    if (stay && stay.to === undefined) stay.to = at
    tubId = undefined
  }
  for (const { tubId: where, entry } of own) {
    const { act, seen } = entry.body
    if (seen === 'white') notWhite = false
    if (seen === 'not white') notWhite = true
    if (seen === 'torn filter') torn = true
    if (act === 'rinse') {
      rinses += 1
      if (state === 'in the tub') continue
      state = 'rinsing'
    } else {
      if (state === 'in the tub') leave(entry.at)
      if (act === 'soak') {
        soaks += 1
        recipe = recipeOf(entry.body.recipe ?? 'warm')
      }
      state = AFTER[act]
      if (act === 'put in') {
        tubId = where
        stays.push({ tubId: where, from: entry.at, to: undefined })
      }
    }
    since = entry.at
  }
  let until: Instant | undefined
  if (state === 'soaking' && recipe) until = since + recipe.minutes * MINUTE
  if (state === 'drying') {
    until = since + DRY_AFTER
    if (until <= now) {
      state = 'ready'
      since = until
      until = undefined
    }
  }
  const hoursInWater = stays.reduce((sum, { from, to }) => sum + ((to ?? now) - from) / HOUR, 0)
  const daysLeft = Math.max(0, LIFE_DAYS[set.kind] - hoursInWater / 24)
  return {
    set,
    state,
    since,
    tubId,
    recipe: state === 'soaking' ? recipe : undefined,
    until,
    hoursInWater,
    rinses,
    soaks,
    daysLeft,
    replace:
      state === 'retired'
        ? undefined
        : torn
          ? 'torn filter'
          : notWhite && soaks > 0
            ? 'not white'
            : daysLeft <= 0
              ? 'its time is over'
              : undefined,
    stays,
  }
}

/** Since when a tub whose sets are known has none in it; undefined where one is in, or none was ever noted. */
export const noFilterSince = (
  standings: readonly FilterStatus[],
  tubId: number,
): Instant | undefined => {
  const stays = standings.flatMap((one) => one.stays).filter((stay) => stay.tubId === tubId)
  if (stays.length === 0 || stays.some(({ to }) => to === undefined)) return undefined
  return Math.max(...stays.map(({ to }) => to ?? 0))
}
