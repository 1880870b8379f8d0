import type { Instant } from '../../time'
import { intoMinutes, readyBy } from './eitherEnd'
import { gather, leftUntil } from './gather'
import { laidOut } from './layOut'
import { type Decisions, NO_DECISIONS, type TubAtHand } from './situation'
import type { Fit, Visit, VisitAsked } from './visitTypes'

/**
 * Everything at these tubs as one sequence for one pair of hands, with the waits used.
 * @param until chores that are due by then belong to it; the end of the day
 * @param start not before `now`
 */
export const planVisit = (
  situations: readonly TubAtHand[],
  {
    now,
    start = now,
    until,
    asked = { asked: 'all' },
    decisions = NO_DECISIONS,
    begun = false,
    visits = [],
  }: {
    now: Instant
    start?: Instant
    until: Instant
    asked?: VisitAsked
    decisions?: Decisions
    /** It goes on from now, however late it might have begun. */
    begun?: boolean
    /** When the weekly visits are. */
    visits?: readonly Instant[]
  },
): { visit: Visit; fit: Fit } => {
  const from = Math.max(now, start)
  const gathered = gather(situations, decisions, now, until)
  const again = ({ left, ...visit }: Visit): Visit => ({
    ...visit,
    left: left.map((one) => leftUntil(one, gathered.dues, now, visits)),
  })
  switch (asked.asked) {
    case 'minutes': {
      const { visit, fits } = intoMinutes(gathered, situations, from, Math.max(0, asked.minutes))
      return { visit: again(visit), fit: { ...asked, fits } }
    }
    case 'ready by': {
      const { visit, fits, earliest } = readyBy(gathered, situations, now, { by: asked.by, begun })
      return { visit: again(visit), fit: { ...asked, fits, earliest } }
    }
    default:
      return { visit: again(laidOut(gathered, situations, from)), fit: { asked: 'all' } }
  }
}
