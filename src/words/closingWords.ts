import type { GuestStay, HoursUntil, Instant } from '@/core'
import { untilWords } from './heatWords'
import { type DisplayPreferences, day, degrees, formatNumber } from './words'

export const closingTitle = (
  {
    stay,
    closedSince,
    now,
  }: { stay: GuestStay | undefined; closedSince: Instant | undefined; now: Instant },
  preferences: DisplayPreferences,
): string => {
  if (closedSince !== undefined)
    return stay
      ? `Closed down since ${day(closedSince, preferences)}, until ${day(stay.to, preferences)}.`
      : `Closed down since ${day(closedSince, preferences)}.`
  if (!stay) return 'Closing down for a season.'
  return stay.from > now
    ? `Closing down ${day(stay.from, preferences)}, open again ${day(stay.to, preferences)}.`
    : `Closing down is due since ${day(stay.from, preferences)}.`
}

/** Whether frost is a reason, by how long the pipes last without power. */
export const frostAdvice = (
  {
    pipes,
    longestHours,
    coldestCelsius,
    needed,
  }: { pipes: HoursUntil; longestHours: number; coldestCelsius: number; needed: boolean },
  preferences: DisplayPreferences,
): string => {
  const cold = degrees(coldestCelsius, preferences)
  const cut = `${formatNumber(longestHours, 0, preferences)} h`
  if (pipes.soonest === undefined)
    return `At ${cold} the pipes don’t freeze within four weeks, so frost is no reason to close it down.`
  return needed
    ? `At ${cold} without power the pipes freeze ${untilWords(pipes, preferences)}. A cut of ${cut} may last that long: close it down for the frost, or have somebody there who can drain it.`
    : `At ${cold} without power the pipes freeze ${untilWords(pipes, preferences)}, later than a cut of ${cut} ends, so frost alone is no reason. Somebody has to notice a cut that lasts longer.`
}
