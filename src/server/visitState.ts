import type { Store } from '@/store/database'
import { lastChange } from '@/store/entries'
import { openVisit } from '@/store/visits'

/** What an open visit was drawn from: it is drawn anew when a decision or the journal of one of its tubs has moved. */
export const visitStateOf = (store: Store, tubId: number, now: number): string => {
  const row = openVisit(store, tubId, now)
  const changes = (row?.tubs ?? [tubId]).map((id) => {
    return lastChange(store, id)?.number ?? ''
  })
  return [row?.id, row?.changedAt, ...changes].join('/')
}
