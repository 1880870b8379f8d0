import { addWallDays, wallDayEnd } from '@/words/wallDays'
import { type DisplayPreferences, shortDay } from '@/words/words'

const DAY = 86_400_000
/** Labels that a time has room for. */
const MOST = 7
const STEPS = [1, 2, 3, 7, 14, 28, 61, 91, 182, 365, 730, 1461] as const

/** Midnights of the reader's own days under a picture, so many that their names have room. */
export const daysAcross = (
  { from, to }: { from: number; to: number },
  preferences: DisplayPreferences,
): { at: number; label: string }[] => {
  const days = (to - from) / DAY
  const step = STEPS.find((one) => days / one <= MOST) ?? 3650
  const found: { at: number; label: string }[] = []
  let at = wallDayEnd(from, preferences.timeZone) + 1
  while (at <= to && found.length <= MOST + 1) {
    const share = (at - from) / (to - from)
    // A name that hangs over an edge is cut off there.
    if (share > 0.04 && share < 0.96)
      found.push({ at, label: shortDay(at, preferences, step >= 182) })
    at = addWallDays(at, step, preferences.timeZone)
  }
  return found
}
