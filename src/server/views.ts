import { type AgendaItem, agenda } from '@/core/advice/agenda'
import { dosePlan, type Plan } from '@/core/advice/plan'
import { roundOf, type Wait, waitingUntil } from '@/core/advice/round'
import { type Verdict, verdict } from '@/core/advice/verdict'
import { type Estimate, estimate } from '@/core/estimate/estimate'
import type { Entry, EntryOf, Instant } from '@/core/journal/entry'
import type { Store } from '@/store/database'
import { type Change, journalOf, lastChange } from '@/store/entries'
import { allTubs, findTub, type TubRow } from '@/store/tubs'

/** Everything the places say about one tub at one moment: a pure function of tub, journal and now. */
export interface TubView {
  now: Instant
  tub: TubRow
  tubs: { id: number; name: string; place: string }[]
  /** Newest first. */
  journal: Entry[]
  estimate: Estimate
  plan: Plan
  verdict: Verdict
  agenda: AgendaItem[]
  round: { doses: EntryOf<'dose'>[]; aerations: EntryOf<'aeration'>[] }
  waiting: Wait | undefined
  lastChange: Change | undefined
}

export const tubList = (store: Store) =>
  allTubs(store).map(({ id, name, place }) => ({ id, name, place }))

export const tubView = (store: Store, tubId: number, now: Instant): TubView | undefined => {
  const tub = findTub(store, tubId)
  if (!tub) return undefined
  const journal = journalOf(store, tubId)
  const state = estimate(tub, journal, now)
  const plan = dosePlan(tub, journal, state)
  const round = roundOf(journal, state)
  return {
    now,
    tub,
    tubs: tubList(store),
    journal,
    estimate: state,
    plan,
    verdict: verdict(tub, journal, state),
    agenda: agenda(tub, journal, state, plan),
    round,
    waiting: waitingUntil(journal, now),
    lastChange: lastChange(store, tubId),
  }
}
