/** What can be wrong with a tub and its water. */
export const CAUSES = [
  'filter clogged',
  'filter worn out',
  'sanitizer low',
  'sanitizer high',
  'combined chlorine',
  'balance scaling',
  'balance corrosive',
  'scale on the shell',
  'soap and lotion',
  'cleaner left behind',
  'soft water',
  'biofilm',
  'old water',
  'metals',
  'algae',
  'fill dust',
  'scum',
  'low water level',
  'air lock',
  'rain or run-off',
  'aeration',
  'heavy load',
  'stabiliser high',
  'leak',
  'evaporation',
  'incompatible products',
  'wrong product',
  'sensor or heater',
  'infection',
  'cover waterlogged',
] as const
export type CauseId = (typeof CAUSES)[number]

/** What a person is asked, because no test shows it and the journal does not hold it. */
export const QUESTIONS = {
  'someone unwell': ['yes', 'no'],
  started: ['today', 'this week', 'longer'],
  'clears with jets off': ['yes', 'no'],
  colour: ['green', 'brown', 'milky'],
  'many people': ['yes', 'no'],
  'lotion or make-up': ['yes', 'no'],
  'swimwear from the wash': ['yes', 'no'],
  'new product': ['yes', 'no'],
  'filter just cleaned': ['yes', 'no'],
  'rain got in': ['yes', 'no'],
  'level at the mark': ['yes', 'no'],
  'surging jets': ['yes', 'no'],
  'fall a week': ['under 2 cm', '2 to 5 cm', 'more than 5 cm'],
  'wet under the tub': ['yes', 'no'],
  'fizzes with vinegar': ['yes', 'no'],
} as const satisfies Record<string, readonly string[]>
export type QuestionId = keyof typeof QUESTIONS
export const QUESTION_IDS = Object.keys(QUESTIONS) as QuestionId[]

export const NOT_KNOWN = 'not known' as const
/** An answer among those of its question, or that nobody knows. */
export type Answers = Partial<Record<QuestionId, string>>

export const isCause = (text: string): text is CauseId =>
  (CAUSES as readonly string[]).includes(text)
export const isQuestion = (text: string): text is QuestionId => Object.hasOwn(QUESTIONS, text)
/** Whether a question has this answer. */
export const answers = (question: QuestionId, answer: string): boolean =>
  answer === NOT_KNOWN || (QUESTIONS[question] as readonly string[]).includes(answer)
