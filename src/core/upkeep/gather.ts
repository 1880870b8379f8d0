import { DAY, type Instant } from '../time'

/**
 * The weekly visit nearest to a date, where one lies within its window and not behind; undefined where none does. What can wait so
 * long, or may be done so early, is one trip with the rest.
 * @param visits when the weekly visits are, in any order
 */
export const gatheredOn = (
  due: Instant,
  visits: readonly Instant[],
  windowDays: number,
  now: Instant,
): Instant | undefined =>
  visits
    .filter((at) => at > now - DAY / 2 && Math.abs(at - due) <= windowDays * DAY)
    .reduce<Instant | undefined>(
      (nearest, at) =>
        nearest === undefined || Math.abs(at - due) < Math.abs(nearest - due) ? at : nearest,
      undefined,
    )
