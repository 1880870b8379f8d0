import type { ChoreId } from '../journal/choreId'
import { type Entry, type EntryKind, isKind } from '../journal/entry'
import { DAY, type Instant } from '../time'

const KINDS: ReadonlySet<EntryKind> = new Set([
  'chore',
  'soak',
  'water',
  'look',
  'filter',
  'start',
  'dose',
  'fillTest',
  'treatment',
] as const satisfies readonly EntryKind[])
/** Older than this only the last of each chore counts. */
const REACH = 200 * DAY
/** A fill, for the life of its water. */
const FILL = 0.9

/**
 * What decides a tub's chores, of a journal newest first: 200 days of what bears on them, and of older entries the last of each chore
 * that has none in that time, the last fill and the first entry of all. The same dates come of it as of the whole journal, while no
 * chore that load, litres or shocks drive goes undone for more than 200 days; one that does is late in any case.
 */
export const upkeepBearing = (
  journal: readonly Entry[],
  now: Instant,
  chores: readonly ChoreId[],
): Entry[] => {
  const since = now - REACH
  const found = journal.findIndex(({ at }) => at < since)
  const end = found < 0 ? journal.length : found
  const recent = journal.slice(0, end).filter(({ kind }) => KINDS.has(kind))
  const done = new Set(
    recent
      .filter(isKind('chore'))
      .filter(({ body }) => body.outcome === 'done')
      .map(({ body }) => body.chore),
  )
  const missing = new Set(chores.filter((id) => !done.has(id)))
  const older = new Set<Entry>()
  const seen = new Set<string>()
  let fill = recent.some((entry) => entry.kind === 'water' && entry.body.replacedFraction >= FILL)
  for (const entry of journal.slice(end)) {
    if (entry.kind === 'water' && !fill && entry.body.replacedFraction >= FILL) {
      fill = true
      older.add(entry)
    } else if (entry.kind === 'chore' && missing.has(entry.body.chore)) {
      const which = `${entry.body.chore} ${entry.body.outcome}`
      if (!seen.has(which)) older.add(entry)
      seen.add(which)
    }
  }
  const first = journal.at(-1)
  return [...new Set([...recent, ...older, ...(first ? [first] : [])])]
}
