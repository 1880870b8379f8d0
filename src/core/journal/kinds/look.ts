import { each, list, maybe, record, text, word } from '../../shape'
import { NOT_KNOWN, QUESTION_IDS, QUESTIONS } from '../causeId'
import { SIGNS } from '../sign'

/** What was seen and smelled; nothing in it is a tub that looked well. */
export const look = {
  shape: record({
    signs: list(word(SIGNS)),
    /** What was asked about them. */
    answers: maybe(
      record(
        each(QUESTION_IDS, (question) => maybe(word<string>([...QUESTIONS[question], NOT_KNOWN]))),
      ),
    ),
    note: maybe(text(2000)),
  }),
}
