import type { Entry } from './entry'

const ACTS: ReadonlySet<string> = new Set(['put in', 'rinse'])
const CHORES: ReadonlySet<string> = new Set(['filter rinse', 'filter soak', 'filter replace'])

/** Whether the filter in the tub is clean after this: hosed, or another put in, or the chore of it ticked. */
export const cleansFilter = (entry: Entry): boolean =>
  entry.kind === 'filter'
    ? ACTS.has(entry.body.act)
    : entry.kind === 'chore' && entry.body.outcome === 'done' && CHORES.has(entry.body.chore)
