import type { Instant } from '../time'
import type { Entry } from './entry'

/** New water of so much is a fill. */
const FILLED = 0.9

/**
 * Since when a tub stands empty, out of use for a time: its last drain for that is ticked and it has not been filled since.
 * @param past oldest first
 */
export const closedDownSince = (past: readonly Entry[]): Instant | undefined => {
  let since: Instant | undefined
  for (const entry of past) {
    if (
      entry.kind === 'chore' &&
      entry.body.chore === 'close drain' &&
      entry.body.outcome === 'done'
    )
      since = entry.at
    if (entry.kind === 'water' && entry.body.replacedFraction >= FILLED) since = undefined
  }
  return since
}
