import { REFUSALS } from '@/words/refusals'
import type { EntryForm } from './entryForm'

/** A treatment is begun in Trouble. */
export const treatment: EntryForm<'treatment'> = {
  read: (_, original) =>
    original ? { body: original } : { errors: {}, message: REFUSALS.stageElsewhere },
  show: () => ({}),
  next: 'trouble',
}
