import { DAY, HOUR, type Instant, type NewEntry } from '@/core/journal/entry'
import type { ChoreId } from '@/core/upkeep/choreId'

/** What the keeper of the invented guest house has kept up, and what has slipped. */
export const demoChores = (now: Instant): NewEntry[] => {
  const done = (chore: ChoreId, ...daysAgo: number[]): NewEntry[] =>
    daysAgo.map((days) => ({
      kind: 'chore',
      at: now - days * DAY - 5 * HOUR,
      body: { chore, outcome: 'done' },
    }))
  return [
    ...done('filter rinse', 5, 12, 19, 26, 34, 40),
    ...done('waterline', 5, 12, 26, 34),
    ...done('filter soak', 26),
    ...done('cover wipe', 34),
  ]
}
