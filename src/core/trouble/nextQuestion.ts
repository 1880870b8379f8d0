import { type Answers, type CauseId, QUESTION_IDS, type QuestionId } from '../journal/causeId'
import { COMPLAINTS, type Sign } from '../journal/sign'
import { programmeOf } from '../programmes/programme'
import type { Quantity } from '../testing/quantity'
import type { Tub } from '../tub/tub'
import type { Evidence } from './evidence'
import { type Candidate, type Posterior, ratioOf } from './network'
import { ANSWER_TABLE, FACTOR_TABLE, type FactorId, type Table } from './tables'

/** Nobody is asked more often than this about one case. */
const MOST_QUESTIONS = 5
/** What is asked from memory costs nothing; what has to be looked at does. Assumed, in questions' worth of patience. */
const EFFORT: Partial<Record<QuestionId, number>> = {
  'clears with jets off': 1.5,
  'level at the mark': 1.5,
  'wet under the tub': 2,
  'fizzes with vinegar': 2,
}
/** Bits that a question has to tell for its effort. Assumed. */
const WORTH_ASKING = 0.03
const WORTH_TESTING = 0.05

const about = (...signs: Sign[]) => signs

/** What a question is about; one without a list is about any sign of the water. */
const ABOUT: Partial<Record<QuestionId, readonly Sign[]>> = {
  'someone unwell': COMPLAINTS,
  'clears with jets off': about('cloudy', 'foam'),
  colour: about('cloudy'),
  'lotion or make-up': about('foam', 'oily sheen', 'cloudy', 'white line'),
  'swimwear from the wash': about('foam'),
  'filter just cleaned': about('foam', 'weak flow', 'low flow code', 'cloudy'),
  'rain got in': about('cloudy', 'pH keeps falling', 'brown tint', 'algae', 'green tint'),
  'level at the mark': about(
    'weak flow',
    'low flow code',
    'dry heater code',
    'not heating',
    'level falling',
    'cloudy',
  ),
  'surging jets': about('weak flow', 'low flow code', 'dry heater code', 'not heating'),
  'fall a week': about('level falling', 'dry heater code', 'low flow code'),
  'wet under the tub': about('level falling', 'power trips', 'dry heater code', 'low flow code'),
  'fizzes with vinegar': about('white line', 'white flakes', 'gritty shell'),
  'many people': about(
    'cloudy',
    'foam',
    'chlorine smell',
    'oily sheen',
    'sanitizer will not hold',
    'red eyes',
  ),
}

/** What the journal has answered already. */
const KNOWN_BY: Partial<Record<QuestionId, FactorId>> = {
  'many people': 'load',
  'lotion or make-up': 'lotion',
}

const entropy = (p: number): number =>
  p <= 0 || p >= 1 ? 0 : -(p * Math.log2(p) + (1 - p) * Math.log2(1 - p))

/** Bits still open: of every cause that the signs may come from. */
const uncertainty = (likelihood: Record<CauseId, number>, linked: readonly CauseId[]): number =>
  linked.reduce((sum, cause) => sum + entropy(likelihood[cause]), 0)

/** Bits that a candidate is expected to tell. */
const gain = ({ likelihood, linked, after }: Posterior, id: string): number =>
  uncertainty(likelihood, linked) -
  (after.get(id) ?? []).reduce(
    (sum, one) => sum + one.probability * uncertainty(one.likelihood, linked),
    0,
  )

/** The two causes that an answer moves furthest apart: what it tells. */
const tells = (
  { likelihood, linked, after }: Posterior,
  id: string,
): [CauseId, CauseId] | undefined => {
  const widest = (cause: CauseId, up: boolean) =>
    Math.max(
      ...(after.get(id) ?? []).map(
        (one) => (up ? 1 : -1) * (one.likelihood[cause] - likelihood[cause]),
      ),
    )
  const [most] = linked.toSorted(
    (a, b) => widest(b, true) + widest(b, false) - widest(a, true) - widest(a, false),
  )
  if (!most) return undefined
  const [other] = linked
    .filter((cause) => cause !== most)
    .toSorted((a, b) => likelihood[b] - likelihood[a])
  return other && [most, other]
}

export interface NextQuestion {
  question: QuestionId
  choices: readonly string[]
  bits: number
  tells: [CauseId, CauseId] | undefined
}

export const questionCandidates = (
  signs: readonly Sign[],
  given: Answers,
  evidence: readonly Evidence[],
): (Candidate & { id: QuestionId })[] =>
  Object.keys(given).length >= MOST_QUESTIONS
    ? []
    : QUESTION_IDS.filter((question) => {
        const known = KNOWN_BY[question]
        return (
          given[question] === undefined &&
          signs.some((sign) => ABOUT[question]?.includes(sign) ?? true) &&
          !(known && evidence.some(({ id, value }) => id === known && value !== 'no'))
        )
      }).map((id) => ({ id, table: ANSWER_TABLE[id] }))

/** Where somebody's body complains, that comes before any cause. */
export const nextQuestion = (
  all: Posterior,
  candidates: readonly { id: QuestionId }[],
): NextQuestion | undefined => {
  const worth = candidates
    .map(({ id }) => ({ id, bits: gain(all, id) }))
    .toSorted((a, b) => b.bits / (EFFORT[b.id] ?? 1) - a.bits / (EFFORT[a.id] ?? 1))
  const first =
    worth.find(({ id }) => id === 'someone unwell') ??
    worth.find(({ id, bits }) => bits / (EFFORT[id] ?? 1) >= WORTH_ASKING)
  return (
    first && {
      question: first.id,
      choices: ANSWER_TABLE[first.id].values,
      bits: first.bits,
      tells: tells(all, first.id),
    }
  )
}

/** Which reading gives a factor its value, and which of its values a reading beyond the limit is. */
const TESTS: readonly { quantity: Quantity; factor: FactorId; beyond: string }[] = [
  { quantity: 'freeChlorine', factor: 'residual', beyond: 'gone' },
  { quantity: 'bromine', factor: 'residual', beyond: 'gone' },
  { quantity: 'biguanide', factor: 'residual', beyond: 'gone' },
  { quantity: 'peroxide', factor: 'residual', beyond: 'gone' },
  { quantity: 'totalChlorine', factor: 'combined chlorine', beyond: 'high' },
  { quantity: 'pH', factor: 'pH', beyond: 'high' },
  { quantity: 'totalAlkalinity', factor: 'alkalinity', beyond: 'high' },
  { quantity: 'calciumHardness', factor: 'hardness', beyond: 'soft' },
  { quantity: 'cyanuricAcid', factor: 'stabiliser', beyond: 'high' },
  { quantity: 'iron', factor: 'metals', beyond: 'high' },
]

/** Read within so many hours, a test again tells nothing new. */
const FRESH_HOURS: Partial<Record<Quantity, number>> = {
  pH: 24,
  totalAlkalinity: 72,
  calciumHardness: 14 * 24,
  cyanuricAcid: 14 * 24,
  iron: 60 * 24,
}
const FRESH = 12

/** As it counts where the same factor has counted already, with an older value: that one is taken back. */
const afresh = (table: Table, before: Evidence | undefined): Table =>
  before
    ? {
        ...table,
        by: Object.fromEntries(
          Object.entries(table.by).map(([cause, row]) => [
            cause,
            row.map((one) => one / ratioOf(before, cause as CauseId)),
          ]),
        ),
      }
    : table

/** @param ageHours of the last reading of a quantity in this water */
export const testCandidates = (
  tub: Tub,
  evidence: readonly Evidence[],
  ageHours: (quantity: Quantity) => number | undefined,
): (Candidate & { quantity: Quantity; beyond: string })[] => {
  const { tested } = programmeOf(tub.programme)
  return TESTS.filter(
    ({ quantity }) =>
      (tested.includes(quantity) || quantity === 'iron') &&
      (ageHours(quantity) ?? Number.POSITIVE_INFINITY) > (FRESH_HOURS[quantity] ?? FRESH),
  ).map(({ quantity, factor, beyond }) => ({
    id: `test-${quantity}`,
    quantity,
    beyond,
    table: afresh(
      FACTOR_TABLE[factor],
      evidence.find(({ id }) => id === factor),
    ),
  }))
}

export interface SettlingTest {
  quantity: Quantity
  bits: number
  /** What it would be then: the likeliest cause beyond its limit, and within. */
  outcomes: readonly { beyond: boolean; value: string; cause: CauseId; likelihood: number }[]
}

/** A test settles something where its finding makes a cause so much likelier, and likely; assumed. */
const SETTLES = { by: 0.15, to: 0.35 }

/** The cause that a finding makes likelier by most. */
const raised = (
  { likelihood, linked }: Posterior,
  then: Record<CauseId, number>,
): CauseId | undefined =>
  linked.toSorted((a, b) => then[b] - likelihood[b] - (then[a] - likelihood[a]))[0]

export const settlingTest = (
  all: Posterior,
  candidates: readonly { id: string; quantity: Quantity; beyond: string }[],
): SettlingTest | undefined => {
  const [best] = candidates
    .flatMap((one) => {
      const found = all.after.get(one.id)?.find(({ value }) => value === one.beyond)
      const cause = found && raised(all, found.likelihood)
      const then = found && cause ? found.likelihood[cause] : 0
      return found && cause && then >= SETTLES.to && then - all.likelihood[cause] >= SETTLES.by
        ? [{ ...one, cause, found, bits: gain(all, one.id) }]
        : []
    })
    .filter(({ bits }) => bits >= WORTH_TESTING)
    .toSorted((a, b) => b.bits - a.bits)
  if (!best) return undefined
  const { quantity, bits, cause, found, beyond } = best
  // Within its limit: the likeliest of its other values.
  const [within] = (all.after.get(best.id) ?? [])
    .filter(({ value }) => value !== beyond)
    .toSorted((a, b) => b.probability - a.probability)
  const [other] = within
    ? all.linked.toSorted((a, b) => within.likelihood[b] - within.likelihood[a])
    : []
  return {
    quantity,
    bits,
    outcomes: [
      { beyond: true, value: beyond, cause, likelihood: found.likelihood[cause] },
      ...(within && other
        ? [
            {
              beyond: false,
              value: within.value,
              cause: other,
              likelihood: within.likelihood[other],
            },
          ]
        : []),
    ],
  }
}
