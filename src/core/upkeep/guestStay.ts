import { DAY, type Instant } from '../time'

export const STAY_KINDS = ['guests', 'away', 'closed'] as const

/** Guests who stay, a time nobody is there, or one in which the tub stands empty. */
export interface GuestStay {
  id: number
  kind: (typeof STAY_KINDS)[number]
  title: string
  from: Instant
  to: Instant
}

/**
 * A date that falls into a stay moves to the day before it; where that has passed, to the day it ends, if the chore can wait so
 * long. What cannot stays where it is: guests are asked.
 */
export const aroundStays = (
  due: Instant,
  stays: readonly GuestStay[],
  now: Instant,
  windowDays: number,
): { due: Instant; stay: GuestStay | undefined } => {
  const stay = stays.find(({ from, to }) => due >= from && due < to)
  if (!stay) return { due, stay }
  if (stay.from - DAY / 2 > now) return { due: stay.from - DAY / 2, stay }
  if (stay.to <= due + windowDays * DAY) return { due: stay.to, stay }
  return { due, stay }
}
