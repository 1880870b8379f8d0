import type { Entry } from './entry'

const settled = new WeakSet<readonly Entry[]>()

/**
 * Promises that this array will never be changed, so that what was worked out of it may be kept with it. Freezing would prove it,
 * and makes every pass over it four times as slow.
 */
export const settle = (journal: readonly Entry[]): readonly Entry[] => {
  settled.add(journal)
  return journal
}

export const isSettled = (journal: readonly Entry[]): boolean => settled.has(journal)
