import { list, record, word } from '../../shape'
import { CAUSES } from '../causeId'
import { SIGNS } from '../sign'

/** What its people took it for, and began to treat. */
export const treatment = {
  shape: record({
    cause: word(CAUSES),
    /** What was to be seen then. */
    signs: list(word(SIGNS)),
  }),
}
