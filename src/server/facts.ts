import type { Store } from '@/store/database'
import { saveSetting, settingOf } from '@/store/settings'
import { type FactId, isFact } from '@/words/factWords'
import { REFUSALS } from '@/words/refusals'
import { type Fields, type Outcome, refused } from './form'

/** Facts that the people of this house have put away. */
export const factsKnown = (store: Store): readonly FactId[] =>
  (settingOf(store, 'facts') ?? []).filter(isFact)

/** Puts one away for good, or brings all of them back. */
export const setFact = (store: Store, fields: Fields): Outcome => {
  const { fact = '' } = fields
  if (fields.to === 'all back') {
    saveSetting(store, 'facts', [])
    return { ok: true }
  }
  if (!isFact(fact)) return refused(fields, {}, {}, REFUSALS.noFact)
  saveSetting(store, 'facts', [...new Set([...factsKnown(store), fact])])
  return { ok: true }
}
