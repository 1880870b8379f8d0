import { type ChoreDue, isOnDay } from '@/core'
import { noonOf, toWallClock } from '@/server/moment'
import { addWallDays, wallDayEnd } from '@/words/wallDays'
import type { DisplayPreferences } from '@/words/words'

export interface UpkeepDay {
  /** As the address has it; today where nothing is said. */
  date: string
  /** The last moment of that day at which a chore may come due to be on its list. */
  until: number
  isToday: boolean
}

/** The day a walk is chosen for: today, or one of the coming two weeks. */
export const upkeepDay = (given: unknown, preferences: DisplayPreferences): UpkeepDay => {
  const today = toWallClock(preferences.now, preferences.timeZone).slice(0, 10)
  const noon = typeof given === 'string' ? noonOf(given, preferences.timeZone) : undefined
  const date =
    noon !== undefined &&
    noon > preferences.now &&
    noon < addWallDays(preferences.now, 15, preferences.timeZone) &&
    typeof given === 'string'
      ? given
      : today
  const at = noonOf(date, preferences.timeZone) ?? preferences.now
  return { date, until: wallDayEnd(at, preferences.timeZone), isToday: date === today }
}

/** What is on the list of a day: all that is late or whose window has opened by its evening. */
export const onDay = (chores: readonly ChoreDue[], { until }: UpkeepDay): ChoreDue[] =>
  chores.filter((one) => isOnDay(one, until))
