import { DAY, type Instant } from '../time'
import type { Entry } from './entry'

/** Upkeep, seasons and the life of the water look back a year and a little. */
const REACH = 400 * DAY
/** A test of the fill water counts for a month before the fill. */
const BEFORE_A_FILL = 31 * DAY

/**
 * What bears on a tub today, of a journal newest first: everything since the last full change of water that lies more than a year
 * back. Nothing of older water is left, and what chores need of it is asked for by itself. Without such a change all of it bears.
 */
export const bearing = (journal: readonly Entry[], now: Instant): readonly Entry[] => {
  const fill = journal.find(
    (entry) => entry.kind === 'water' && entry.body.replacedFraction >= 1 && entry.at < now - REACH,
  )
  if (!fill) return journal
  const from = fill.at - BEFORE_A_FILL
  const end = journal.findIndex(({ at }) => at < from)
  return end < 0 ? journal : journal.slice(0, end)
}
