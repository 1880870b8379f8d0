import { REFUSALS } from '@/words/refusals'
import type { EntryForm } from './entryForm'

/** Stages of a refill are ticked in its place. */
export const refill: EntryForm<'refill'> = {
  read: (_, original) =>
    original ? { body: original } : { errors: {}, message: REFUSALS.stageElsewhere },
  show: () => ({}),
  next: 'refill',
}
