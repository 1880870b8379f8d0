import { CAUSES, type CauseId } from '../journal/causeId'
import type { Sign } from '../journal/sign'
import { PRIOR, SIGN_TABLE, type Table } from './tables'

/**
 * A network of two layers: causes that are at work or not, each for itself, and below them the signs they bring (noisy or). What
 * the journal says changes a cause's odds; an answer is as likely as the causes at work make it. The sum runs over every set of
 * up to `AT_ONCE` causes, so it is exact but for more of them at once. J. Pearl, Probabilistic Reasoning in Intelligent Systems
 * (1988), section 4.3, has the noisy or.
 */
const AT_ONCE = 4

/** An evidence that has a value: of the journal, or an answer. */
export interface Known<Id extends string = string> {
  id: Id
  table: Table
  value: string
}

export interface Findings {
  signs: readonly Sign[]
  /** Each multiplies the odds of its causes: made before anybody complained. */
  factors: readonly Known[]
  /** Asked because of the complaint: weighed as likely as the causes at work make them. */
  answers: readonly Known[]
  /** Beside the tables: what earlier cases taught, as a factor on the odds. */
  learnt?: Partial<Record<CauseId, number>>
}

/** A question or a test that might come next. */
export interface Candidate {
  id: string
  table: Table
}

type Likelihoods = Record<CauseId, number>

export interface Posterior {
  /** Of each cause being at work; they need not add up. */
  likelihood: Likelihoods
  /** Causes that one of the signs may come from. */
  linked: readonly CauseId[]
  /** The likelihoods with one piece of evidence left out; signs under their own name. */
  without: Map<string, Likelihoods>
  /** For each candidate and each value of it: how likely it comes out so, and what the causes are then. */
  after: Map<string, { value: string; probability: number; likelihood: Likelihoods }[]>
}

const ratio = ({ table }: Pick<Known, 'table'>, cause: CauseId, nth: number): number => {
  const row = table.by[cause]
  return row ? (row[nth] ?? 1) / (table.usual[nth] ?? 1) : 1
}

/** How a value of a table changes the odds of a cause. */
export const ratioOf = (known: Known, cause: CauseId): number =>
  ratio(known, cause, known.table.values.indexOf(known.value))

/** Odds of each cause before any sign. */
const oddsOf = ({ factors, learnt = {} }: Findings, cause: CauseId): number =>
  factors.reduce(
    (odds, known) => odds * ratioOf(known, cause),
    (PRIOR[cause] / (1 - PRIOR[cause])) * (learnt[cause] ?? 1),
  )

const probability = (odds: number) => odds / (1 + odds)

/** A cause that none of the signs comes from is never likelier than it is anyway. */
const unlinked = (findings: Findings, cause: CauseId): number =>
  Math.min(PRIOR[cause], probability(oddsOf(findings, cause)))

/** The signs that have a table, each once, in an order of their own: who ticked first makes no difference. */
const tabled = (signs: readonly Sign[]) =>
  (Object.keys(SIGN_TABLE) as Sign[]).flatMap((sign) => {
    const table = SIGN_TABLE[sign]
    return table && signs.includes(sign) ? [{ sign, table }] : []
  })

/** Sums over sets of causes: of all, and of those with each cause in it. */
class Sums {
  all = 0
  readonly with: Float64Array
  constructor(causes: number) {
    this.with = new Float64Array(causes)
  }
  add(weight: number, at: Uint8Array, depth: number) {
    this.all += weight
    for (let i = 0; i < depth; i++) {
      const cause = at[i] as number
      this.with[cause] = (this.with[cause] as number) + weight
    }
  }
}

/**
 * How likely each cause is at work. Deterministic; the order of the evidence makes no difference.
 * @param candidates that might be asked or tested next
 */
export const posterior = (findings: Findings, candidates: readonly Candidate[] = []): Posterior => {
  const signs = tabled(findings.signs)
  const linked = CAUSES.filter((cause) => signs.some(({ table }) => (table.by[cause] ?? 0) > 0))
  const odds = linked.map((cause) => oddsOf(findings, cause))
  const factors = findings.factors.filter((known) =>
    linked.some((cause) => ratioOf(known, cause) !== 1),
  )
  // Of each answer and candidate, every value: the products are normed over them.
  const asked = [
    ...findings.answers.map(({ table, value }) => ({ table, value })),
    ...candidates.map(({ table }) => ({ table, value: undefined })),
  ]
  const firstCandidate = findings.answers.length
  const signMiss = signs.map(({ table }) => linked.map((cause) => 1 - (table.by[cause] ?? 0)))
  const factorRatio = factors.map((known) => linked.map((cause) => ratioOf(known, cause)))
  const askedRatio = asked.map(({ table }) =>
    linked.map((cause) => table.values.map((_, nth) => ratio({ table }, cause, nth))),
  )

  const all = new Sums(linked.length)
  const withoutSums = [...signs, ...factors, ...findings.answers].map(() => new Sums(linked.length))
  const afterSums = candidates.map(({ table }) => table.values.map(() => new Sums(linked.length)))

  const chosen = new Uint8Array(AT_ONCE)
  const visit = (
    depth: number,
    from: number,
    prior: number,
    miss: readonly number[],
    ratios: readonly number[],
    values: readonly (readonly number[])[],
  ) => {
    let weight = prior
    const parts: number[] = []
    miss.forEach((missed) => {
      parts.push(1 - missed)
      weight *= 1 - missed
    })
    // The odds hold every factor already; its part is kept to be left out.
    parts.push(...ratios)
    values.forEach((row, i) => {
      if (i >= firstCandidate) return
      const { table, value } = asked[i] as (typeof asked)[number]
      const sum = row.reduce((total, one) => total + one, 0)
      const share = (row[table.values.indexOf(value ?? '')] ?? 1) / sum
      parts.push(share)
      weight *= share
    })
    all.add(weight, chosen, depth)
    parts.forEach((part, i) => {
      withoutSums[i]?.add(weight / part, chosen, depth)
    })
    afterSums.forEach((sums, i) => {
      const row = values[firstCandidate + i] as readonly number[]
      const sum = row.reduce((total, one) => total + one, 0)
      sums.forEach((one, nth) => {
        one.add((weight * (row[nth] as number)) / sum, chosen, depth)
      })
    })
    if (depth === AT_ONCE) return
    for (let cause = from; cause < linked.length; cause++) {
      chosen[depth] = cause
      visit(
        depth + 1,
        cause + 1,
        prior * (odds[cause] as number),
        miss.map((missed, i) => missed * (signMiss[i]?.[cause] as number)),
        ratios.map((one, i) => one * (factorRatio[i]?.[cause] as number)),
        values.map((row, i) =>
          row.map((one, nth) => one * (askedRatio[i]?.[cause]?.[nth] as number)),
        ),
      )
    }
  }
  visit(
    0,
    0,
    1,
    signs.map(({ table }) => 1 - table.alone),
    factors.map(() => 1),
    asked.map(({ table }) => table.usual),
  )

  const told = (sums: Sums): Likelihoods =>
    Object.fromEntries(
      CAUSES.map((cause) => {
        const nth = linked.indexOf(cause)
        return [cause, nth < 0 ? unlinked(findings, cause) : (sums.with[nth] as number) / sums.all]
      }),
    ) as Likelihoods
  const ids = [
    ...signs.map(({ sign }) => sign as string),
    ...factors.map(({ id }) => id),
    ...findings.answers.map(({ id }) => id),
  ]
  return {
    likelihood: told(all),
    linked,
    without: new Map(ids.map((id, i) => [id, told(withoutSums[i] as Sums)])),
    after: new Map(
      candidates.map(({ id, table }, i) => {
        const sums = afterSums[i] as Sums[]
        const total = sums.reduce((sum, one) => sum + one.all, 0)
        return [
          id,
          table.values.map((value, nth) => {
            const one = sums[nth] as Sums
            return { value, probability: one.all / total, likelihood: told(one) }
          }),
        ]
      }),
    ),
  }
}
