import type { Instant } from '../time'
import type { Entry } from './entry'

/** New water of so much is a fill. */
const FILLED = 0.9

/**
 * Since when a tub stands empty, out of use for a time: its drain for that is ticked and it has not been filled since.
 * @param past in any order, nothing of it ahead
 */
export const closedDownSince = (past: readonly Entry[]): Instant | undefined => {
  let drained = Number.NEGATIVE_INFINITY
  let filled = Number.NEGATIVE_INFINITY
  for (const { kind, at, body } of past) {
    if (kind === 'chore' && body.chore === 'close drain' && body.outcome === 'done')
      drained = Math.max(drained, at)
    if (kind === 'water' && body.replacedFraction >= FILLED) filled = Math.max(filled, at)
  }
  return drained > filled ? drained : undefined
}
