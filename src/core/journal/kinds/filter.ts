import { ID, maybe, record, text, type ValueOf, word } from '../../shape'
import { FILTER_ACTS, SOAK_RECIPES } from '../filterAct'

/** What a filter looks like after the hose. */
export const FILTER_LOOKS = ['white', 'not white', 'torn filter'] as const

/** Something done to a filter set; the tub is the one it was done at. */
export const filter = {
  shape: record({
    set: ID,
    /** Its name then, for the journal. */
    name: text(100),
    act: word(FILTER_ACTS),
    recipe: maybe(word(SOAK_RECIPES)),
    seen: maybe(word(FILTER_LOOKS)),
  }),
}
export type FilterBody = ValueOf<typeof filter.shape>
