import type { Estimate } from '../estimate/estimate'
import {
  type Answers,
  CAUSES,
  type CauseId,
  NOT_KNOWN,
  QUESTION_IDS,
  type QuestionId,
} from '../journal/causeId'
import type { Entry } from '../journal/entry'
import { EMERGENCIES, type Emergency, isTrouble, type Sign, UNWELL } from '../journal/sign'
import { DAY, type Instant } from '../time'
import type { Tub } from '../tub/tub'
import type { FilterStatus } from '../upkeep/filterSet'
import { type Case, casesIn, openCase } from './cases'
import { type Evidence, evidenceOf } from './evidence'
import { type Known, posterior, ratioOf } from './network'
import {
  type NextQuestion,
  nextQuestion,
  questionCandidates,
  type SettlingTest,
  settlingTest,
  testCandidates,
} from './nextQuestion'
import { ANSWER_TABLE, FACTOR_TABLE, HELPED_BEFORE, PRIOR, TREATED_IN_VAIN } from './tables'

/** One line of what speaks for or against a cause. */
export type Line =
  | { kind: 'sign'; sign: Sign }
  | { kind: 'answer'; question: QuestionId; answer: string }
  | { kind: 'journal'; evidence: Evidence }
  | { kind: 'helped before'; at: Instant }
  | { kind: 'treated in vain'; at: Instant }

export interface CauseFound {
  cause: CauseId
  /** Of it being at work, 0 to 1; more than one can be. */
  likelihood: number
  /** One of the signs may come from it. */
  linked: boolean
  /** The strongest first. */
  for: readonly Line[]
  against: readonly Line[]
}

export interface Trouble {
  signs: readonly Sign[]
  answers: Answers
  /** What comes before any cause. */
  emergency: Emergency | 'rash' | 'fever' | undefined
  /** The likeliest first. */
  causes: readonly CauseFound[]
  /** Undefined where no question tells enough, or enough were asked. */
  ask: NextQuestion | undefined
  /** The one test that would tell most; undefined where none would. */
  settle: SettlingTest | undefined
}

/** Evidence counts as telling from this change of the odds on. */
const TELLS = 1.12
/** What says nothing of a cause itself counts for it from here on, because it leaves fewer others. */
const RULES_OUT_OTHERS = 1.3
/** Earlier cases count so long. */
const REMEMBERED = 730 * DAY
const odds = (p: number) => p / Math.max(1e-9, 1 - p)

/** What comes first, the gravest of all that was said. */
const emergencyOf = (signs: readonly Sign[], answers: Answers = {}): Trouble['emergency'] => {
  const unwell = answers['someone unwell'] === 'yes' ? (['someone unwell'] as const) : []
  const said: readonly Sign[] = [...signs, ...unwell]
  return (
    EMERGENCIES.find((one) => said.includes(one)) ??
    (['fever', 'rash'] as const).find((one) => said.includes(one))
  )
}

/** What earlier cases of this tub, and treatments of this one, say of each cause. */
const taughtBy = (
  cases: readonly Case[],
  signs: readonly Sign[],
  now: Instant,
): { learnt: Partial<Record<CauseId, number>>; lines: Map<CauseId, Line[]> } => {
  const learnt: Partial<Record<CauseId, number>> = {}
  const lines = new Map<CauseId, Line[]>()
  const add = (cause: CauseId, factor: number, line: Line) => {
    learnt[cause] = (learnt[cause] ?? 1) * factor
    lines.set(cause, [...(lines.get(cause) ?? []), line])
  }
  const helped = cases.filter(
    (one) =>
      one.until !== undefined &&
      one.until > now - REMEMBERED &&
      one.seen.some((sign) => isTrouble(sign) && signs.includes(sign)),
  )
  for (const cause of CAUSES) {
    const last = helped.findLast((one) => one.helped === cause)
    if (last) add(cause, HELPED_BEFORE, { kind: 'helped before', at: last.until ?? last.since })
    const vain = openCase(cases)?.treatments.findLast((one) => one.cause === cause && one.inVain)
    if (vain) add(cause, TREATED_IN_VAIN, { kind: 'treated in vain', at: vain.at })
  }
  return { learnt, lines }
}

const LOWERS: Line['kind'] = 'treated in vain'

/**
 * What is wrong with a tub, by what was noticed and by its own journal: causes with what speaks for and against each, the next
 * question, and the test that would settle it. A pure function; in a journal without signs no cause is likelier than it is anyway.
 * @param estimate of this tub, journal and moment
 */
export const trouble = (
  tub: Tub,
  journal: readonly Entry[],
  now: Instant,
  {
    estimate,
    signs,
    answers = {},
    cases = casesIn(tub, journal, now),
    ...around
  }: {
    estimate: Estimate
    signs: readonly Sign[]
    answers?: Answers
    cases?: readonly Case[]
    filters?: readonly FilterStatus[]
    tubId?: number
  },
): Trouble => {
  const evidence = evidenceOf(tub, journal, now, { estimate, ...around })
  const nothing: Evidence[] = signs.includes('no smell')
    ? [
        {
          id: 'smells of nothing',
          table: FACTOR_TABLE['smells of nothing'],
          value: 'yes',
          facts: {},
        },
      ]
    : []
  const answered = QUESTION_IDS.flatMap((id): (Known<QuestionId> & { id: QuestionId })[] => {
    const value = answers[id]
    return value === undefined || value === NOT_KNOWN
      ? []
      : [{ id, table: ANSWER_TABLE[id], value }]
  })
  const { learnt, lines } = taughtBy(cases, signs, now)
  const factors = [...evidence, ...nothing]
  const asked = questionCandidates(signs, answers, evidence)
  const tests = testCandidates(tub, evidence, (quantity) => estimate.quantities[quantity].ageHours)
  const all = posterior({ signs, factors, answers: answered, learnt }, [...asked, ...tests])
  const lineOf = (id: string): Line | undefined => {
    const factor = evidence.find((one) => one.id === id)
    if (factor) return { kind: 'journal', evidence: factor }
    if (id === 'smells of nothing') return { kind: 'sign', sign: 'no smell' }
    const answer = answered.find((one) => one.id === id)
    if (answer) return { kind: 'answer', question: answer.id, answer: answer.value }
    const sign = signs.find((one) => one === id)
    return sign && { kind: 'sign', sign }
  }
  const causes = CAUSES.map((cause): CauseFound => {
    const linked = all.linked.includes(cause)
    const told = linked
      ? [...all.without].flatMap(([id, without]) => {
          const line = lineOf(id)
          const change = odds(all.likelihood[cause]) / odds(without[cause])
          const known = [...factors, ...answered].find((one) => one.id === id)
          const direct = known ? ratioOf(known, cause) : change
          // What only makes another cause likelier says nothing against this one by itself; what rules others out speaks for it.
          const tells =
            change < 1 ? direct < 1 && known !== undefined : direct > 1 || change > RULES_OUT_OTHERS
          return line && tells ? [{ line, change }] : []
        })
      : []
    const taught = (lines.get(cause) ?? []).map((line) => ({
      line,
      change: line.kind === LOWERS ? TREATED_IN_VAIN : HELPED_BEFORE,
    }))
    const both = [...taught, ...told]
    return {
      cause,
      likelihood: all.likelihood[cause],
      linked,
      for: both
        .filter(({ change }) => change >= TELLS)
        .toSorted((a, b) => b.change - a.change)
        .map(({ line }) => line),
      against: both
        .filter(({ change }) => change <= 1 / TELLS)
        .toSorted((a, b) => a.change - b.change)
        .map(({ line }) => line),
    }
  })
  return {
    signs,
    answers,
    emergency: emergencyOf(signs, answers),
    causes: causes.toSorted(
      (a, b) =>
        b.likelihood - a.likelihood ||
        PRIOR[b.cause] - PRIOR[a.cause] ||
        CAUSES.indexOf(a.cause) - CAUSES.indexOf(b.cause),
    ),
    ask: signs.some(isTrouble) ? nextQuestion(all, asked) : undefined,
    settle: signs.some(isTrouble) ? settlingTest(all, tests) : undefined,
  }
}

/** Whether somebody who answered so is ill: it closes the tub as the sign does. */
export const saysUnwell = (signs: readonly Sign[], answers: Answers = {}): boolean =>
  answers['someone unwell'] === 'yes' && !signs.some((sign) => UNWELL.includes(sign))
