import type { ChoreId } from './choreId'
import type { Entry } from './entry'
import type { FilterAct } from './filterAct'

const ACTS: ReadonlySet<FilterAct> = new Set<FilterAct>(['put in', 'rinse'])
const CHORES: ReadonlySet<ChoreId> = new Set<ChoreId>([
  'filter rinse',
  'filter soak',
  'filter replace',
])

/** Whether the filter in the tub is clean after this: hosed, or another put in, or the chore of it ticked. */
export const cleansFilter = (entry: Entry): boolean =>
  entry.kind === 'filter'
    ? ACTS.has(entry.body.act)
    : entry.kind === 'chore' && entry.body.outcome === 'done' && CHORES.has(entry.body.chore)
