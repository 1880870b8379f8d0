import type { Instant } from '../time'
import type { Entry } from './entry'

/**
 * Entries at `now`, newest first. A clock that was set back leaves entries ahead of it: they stay, as if they had happened just now,
 * so that nothing that went in is forgotten and every wait is kept whole.
 */
export const notAhead = (entries: readonly Entry[], now: Instant): readonly Entry[] =>
  entries.some(({ at }) => at > now)
    ? entries.map((entry) => (entry.at > now ? { ...entry, at: now } : entry))
    : entries
