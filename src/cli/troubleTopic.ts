import { plainPreferences } from '@/cli/plainPreferences'
import {
  type Answers,
  answers as answersTo,
  type CauseFound,
  type Entry,
  isQuestion,
  isTrouble,
  QUESTION_IDS,
  QUESTIONS,
  SIGNS,
  type Sign,
  saysUnwell,
  treatOrChange,
  trouble,
} from '@/core'
import { EMERGENCY_TEXT } from '@/words/troubleText'
import {
  askWhy,
  emergencySteps,
  formatLine,
  formatTreatOrChange,
  settleOutcomes,
} from '@/words/troubleWords'
import type { Refusal } from './fields'
import { JOURNAL_FIELD, TUB_FIELDS } from './journalFields'
import { todayOf, tubAndJournalFrom } from './todayTopic'
import type { Answer, Topic } from './topic'

const signsFrom = (given: unknown): readonly Sign[] | Refusal =>
  Array.isArray(given) && given.length <= 60 && given.every((one) => SIGNS.includes(one))
    ? [...new Set(given as Sign[])]
    : { field: 'signs', given: given ?? 'nothing', allowed: `a list of ${SIGNS.join(', ')}` }

const answersFrom = (given: unknown): Answers | Refusal => {
  if (given === undefined) return {}
  if (typeof given !== 'object' || given === null || Array.isArray(given))
    return { field: 'answers', given, allowed: 'answers by question' }
  const found: Answers = {}
  for (const [question, answer] of Object.entries(given)) {
    if (!isQuestion(question))
      return { field: 'answers', given: question, allowed: QUESTION_IDS.join(', ') }
    if (typeof answer !== 'string' || !answersTo(question, answer))
      return {
        field: `answers.${question}`,
        given: answer,
        allowed: [...QUESTIONS[question], 'not known'].join(', '),
      }
    found[question] = answer
  }
  return found
}

const isRefusal = (value: object): value is Refusal => 'allowed' in value && 'field' in value

/** Likely enough that its way out is part of what is to be done. */
const WORTH_TREATING = 0.2

const answer = (raw: Record<string, unknown>): Answer => {
  const given = tubAndJournalFrom(raw)
  if ('refusal' in given) return given
  const { journal, now } = given
  const signs = signsFrom(raw.signs)
  if (isRefusal(signs)) return { refusal: signs }
  const answers = answersFrom(raw.answers)
  if (isRefusal(answers)) return { refusal: answers }
  const told = saysUnwell(signs, answers) ? [...signs, 'someone unwell' as const] : signs
  const looked: Entry[] =
    told.length > 0
      ? [{ id: journal.length + 1, at: now, kind: 'look', body: { signs: told, answers } }]
      : []
  const seen = [...journal, ...looked]
  const before = todayOf({}, given.tub, seen, now)
  const { tub, estimate } = before
  const { cases } = before.said
  const found = trouble(tub, seen, now, { estimate, signs: told, answers, cases })
  const [top] = found.causes
  const treats = told.some(isTrouble) && !found.emergency && top && top.likelihood >= WORTH_TREATING
  const treated: Entry[] = treats
    ? [
        ...seen,
        {
          id: seen.length + 1,
          at: now,
          kind: 'treatment',
          body: { cause: top.cause, signs: told },
        },
      ]
    : seen
  const { output } = treats ? todayOf({}, given.tub, treated, now) : before
  const preferences = plainPreferences(now)
  const advice = treatOrChange(tub, seen, now, { estimate, found, cases })
  const words = advice && formatTreatOrChange(advice, preferences)
  const lines = (all: CauseFound['for']) => all.map((line) => formatLine(line, preferences))
  return {
    output: {
      closures: before.output.closures,
      mayGetIn: before.output.mayGetIn,
      emergency: found.emergency
        ? {
            code: found.emergency,
            title: EMERGENCY_TEXT[found.emergency].title,
            steps: emergencySteps(found.emergency, preferences, undefined),
          }
        : null,
      causes: found.causes.map((one) => ({
        code: one.cause,
        likelihood: Math.round(1e4 * one.likelihood) / 1e4,
        for: lines(one.for),
        against: lines(one.against),
      })),
      ask: found.ask
        ? {
            question: found.ask.question,
            choices: [...found.ask.choices, 'not known'],
            why: askWhy(found.ask.tells),
          }
        : null,
      settle: found.settle
        ? { kind: 'test', quantity: found.settle.quantity, outcomes: settleOutcomes(found.settle) }
        : null,
      acts: output.acts,
      setAside: output.setAside,
      treatOrChange:
        advice && words
          ? {
              advice: advice.advice,
              why: [words.why, words.reverses].filter(Boolean).join(' '),
            }
          : null,
    },
  }
}

export const TROUBLE_TOPIC: Topic = {
  summary: 'what is wrong with a tub, why, the next question or test, and the way out',
  fields: {
    tub: { unit: '', required: true, fields: TUB_FIELDS },
    journal: JOURNAL_FIELD,
    now: { unit: '', free: true, required: true },
    signs: { unit: 'a list of signs', free: true, required: true },
    answers: { unit: 'answers by question', free: true },
  },
  answer,
}
