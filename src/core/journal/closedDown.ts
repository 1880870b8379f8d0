import type { Instant } from '../time'
import { type Entry, inOrder } from './entry'

/** All of the water was changed, or an empty tub was filled. */
export const isFullFill = ({ kind, body }: Entry): boolean =>
  kind === 'water' && body.replacedFraction >= 1

const drains = ({ kind, body }: Entry): boolean =>
  kind === 'chore' && body.chore === 'close drain' && body.outcome === 'done'

/** A time a tub stood empty, out of use; `to` is undefined while it lasts. */
export interface EmptyTime {
  from: Instant
  to: Instant | undefined
}

/**
 * Times without water: from the tick of the drain of a closing down to the next full fill.
 * @param past in any order, nothing of it ahead
 */
export const emptyTimes = (past: readonly Entry[]): EmptyTime[] => {
  const times: EmptyTime[] = []
  for (const entry of inOrder(past.filter((one) => drains(one) || isFullFill(one)))) {
    const last = times.at(-1)
    const open = last && last.to === undefined ? last : undefined
    if (!open && drains(entry)) times.push({ from: entry.at, to: undefined })
    if (open && isFullFill(entry)) open.to = entry.at
  }
  return times
}

/** Since when a tub stands empty; undefined where there is water in it. */
export const closedDownSince = (past: readonly Entry[]): Instant | undefined => {
  const last = emptyTimes(past).at(-1)
  return last?.to === undefined ? last?.from : undefined
}
