import type { Instant } from '@/core'
import { clock, type DisplayPreferences, dayAndClock, sameDay } from './words'

/** Said where this machine's clock was set back behind what is already in the history. */
export const clockNotice = (latest: Instant, preferences: DisplayPreferences): string => {
  const { now } = preferences
  const then = sameDay(latest, now, preferences)
    ? clock(latest, preferences)
    : dayAndClock(latest, preferences)
  return `This machine’s clock says ${clock(now, preferences)}, but something here was saved at ${then}: check the clock. Until it’s right, what lies ahead of it counts as done just now, and every wait starts from now.`
}
