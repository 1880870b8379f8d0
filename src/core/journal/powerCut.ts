import type { Instant } from '../time'
import type { Entry } from './entry'

/** A time without power, by what was written down; `to` is undefined while it lasts. */
export interface NotedCut {
  from: Instant
  to: Instant | undefined
}

/**
 * Times without power.
 * @param past oldest first
 */
export const cutsIn = (past: readonly Entry[]): NotedCut[] => {
  const cuts: NotedCut[] = []
  for (const entry of past) {
    if (entry.kind !== 'note' || !entry.body.power) continue
    const last = cuts.at(-1)
    const open = last && last.to === undefined ? last : undefined
    if (entry.body.power === 'off' && !open) cuts.push({ from: entry.at, to: undefined })
    if (entry.body.power === 'back' && open) open.to = entry.at
  }
  return cuts
}
