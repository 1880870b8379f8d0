import { CAUSES, type CauseId } from '../journal/causeId'
import type { Sign } from '../journal/sign'
import { PRIOR, SIGN_TABLE, type SignTable, type Table } from './tables'

/**
 * A network of two layers: causes that are at work or not, each for itself, and below them the signs they bring (noisy or). What
 * the journal says and what was answered changes a cause's odds. The sum over all sets of causes is exact: cause by cause, over
 * which signs are explained by then, so that nothing is subtracted. J. Pearl, Probabilistic Reasoning in Intelligent Systems
 * (1988), section 4.3, has the noisy or.
 */

/** Each more makes it three times as long; the rarest of them have told it by then. */
const MOST_SIGNS = 6

/** An evidence that has a value: of the journal, or an answer. */
export interface Known<Id extends string = string> {
  id: Id
  table: Table
  value: string
}

export interface Findings {
  signs: readonly Sign[]
  /** Each multiplies the odds of its causes. */
  factors: readonly Known[]
  /** What was asked, the same way. */
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
const oddsOf = ({ factors, answers, learnt = {} }: Findings, cause: CauseId): number =>
  [...factors, ...answers].reduce(
    (odds, known) => odds * ratioOf(known, cause),
    (PRIOR[cause] / (1 - PRIOR[cause])) * (learnt[cause] ?? 1),
  )

const probability = (odds: number) => odds / (1 + odds)

/** A cause that none of the signs comes from is never likelier than it is anyway. */
const unlinked = (findings: Findings, cause: CauseId): number =>
  Math.min(PRIOR[cause], probability(oddsOf(findings, cause)))

/** How often a sign shows in a tub that somebody complains about. */
const usualOf = ({ alone, by }: SignTable): number =>
  1 -
  Object.entries(by).reduce(
    (missed, [cause, p]) => missed * (1 - PRIOR[cause as CauseId] * p),
    1 - alone,
  )

/** The signs that have a table, the rarest first, for they tell most: who ticked first makes no difference. */
const tabled = (signs: readonly Sign[]) =>
  (Object.keys(SIGN_TABLE) as Sign[])
    .flatMap((sign) => {
      const table = SIGN_TABLE[sign]
      return table && signs.includes(sign) ? [{ sign, table, usual: usualOf(table) }] : []
    })
    .sort((a, b) => a.usual - b.usual)

interface Layer {
  /** The signs that a cause brings, as bits. */
  brings: number
  /** For each set of signs: how likely it brings all of them, and how likely it misses all of them. */
  all: Float64Array
  none: Float64Array
}

const layerOf = (cause: CauseId, tables: readonly SignTable[]): Layer => {
  const p = tables.map(({ by }) => by[cause] ?? 0)
  const sets = 2 ** tables.length
  const all = new Float64Array(sets).fill(1)
  const none = new Float64Array(sets).fill(1)
  for (let set = 1; set < sets; set++)
    p.forEach((one, i) => {
      if (!((set >> i) & 1)) return
      all[set] = (all[set] as number) * one
      none[set] = (none[set] as number) * (1 - one)
    })
  return { brings: p.reduce((bits, one, i) => (one > 0 ? bits | (1 << i) : bits), 0), all, none }
}

/** What is left of a set of unexplained signs once a cause is at work, by weight: into `to`, or gathered from it. */
const through = (
  { brings, all, none }: Layer,
  set: number,
  take: (left: number, weight: number) => void,
) => {
  const may = set & brings
  // Every subset of what it may explain, the empty one last.
  for (let explained = may; ; explained = (explained - 1) & may) {
    take(set & ~explained, (all[explained] as number) * (none[may & ~explained] as number))
    if (explained === 0) return
  }
}

/**
 * The weight of all sets of causes under which the signs show, and of those with each cause in it.
 * @param alone how likely each sign shows by itself
 */
const sumOverSets = (
  odds: readonly number[],
  layers: readonly Layer[],
  alone: readonly number[],
): { all: number; each: number[] } => {
  const sets = 2 ** alone.length
  // From the last cause back: how the rest may explain what is unexplained.
  let rest = Float64Array.from({ length: sets }, (_, set) =>
    alone.reduce((weight, leak, i) => ((set >> i) & 1 ? weight * leak : weight), 1),
  )
  const taken: Float64Array[] = []
  for (let cause = layers.length - 1; cause >= 0; cause--) {
    const layer = layers[cause] as Layer
    const after = rest
    const active = new Float64Array(sets)
    const before = new Float64Array(sets)
    for (let set = 0; set < sets; set++) {
      let sum = 0
      through(layer, set, (left, weight) => {
        sum += weight * (after[left] as number)
      })
      active[set] = (odds[cause] as number) * sum
      before[set] = (after[set] as number) + (active[set] as number)
    }
    taken[cause] = active
    rest = before
  }
  let here = new Float64Array(sets)
  here[sets - 1] = 1
  const each = layers.map((layer, cause) => {
    const active = taken[cause] as Float64Array
    const next = Float64Array.from(here)
    let sum = 0
    for (let set = 0; set < sets; set++) {
      const weight = here[set] as number
      if (weight === 0) continue
      sum += weight * (active[set] as number)
      through(layer, set, (left, share) => {
        next[left] = (next[left] as number) + weight * (odds[cause] as number) * share
      })
    }
    here = next
    return sum
  })
  return { all: rest[sets - 1] as number, each }
}

/**
 * How likely each cause is at work. Deterministic; the order of the evidence makes no difference.
 * @param candidates that might be asked or tested next
 */
export const posterior = (findings: Findings, candidates: readonly Candidate[] = []): Posterior => {
  const ticked = tabled(findings.signs)
  const linked = CAUSES.filter((cause) => ticked.some(({ table }) => (table.by[cause] ?? 0) > 0))
  const signs = ticked.slice(0, MOST_SIGNS)
  const odds = linked.map((cause) => oddsOf(findings, cause))
  const tables = signs.map(({ table }) => table)
  const layers = linked.map((cause) => layerOf(cause, tables))
  const alone = tables.map((table) => table.alone)
  const told = ({ all, each }: ReturnType<typeof sumOverSets>): Likelihoods =>
    Object.fromEntries(
      CAUSES.map((cause) => {
        const nth = linked.indexOf(cause)
        return [cause, nth < 0 ? unlinked(findings, cause) : (each[nth] as number) / all]
      }),
    ) as Likelihoods
  const here = sumOverSets(odds, layers, alone)

  const known = [...findings.factors, ...findings.answers].filter((one) =>
    linked.some((cause) => ratioOf(one, cause) !== 1),
  )
  const without = new Map<string, Likelihoods>()
  for (const [i, { sign }] of signs.entries()) {
    const others = tables.filter((_, nth) => nth !== i)
    const left = linked.map((cause) => layerOf(cause, others))
    const leaks = alone.filter((_, nth) => nth !== i)
    without.set(sign, told(sumOverSets(odds, left, leaks)))
  }
  for (const one of known)
    without.set(
      one.id,
      told(
        sumOverSets(
          odds.map((value, nth) => value / ratioOf(one, linked[nth] as CauseId)),
          layers,
          alone,
        ),
      ),
    )
  const after = new Map(
    candidates.map(({ id, table }) => {
      const values = table.values.map((value, nth) => {
        const sums = sumOverSets(
          odds.map((one, i) => one * ratio({ table }, linked[i] as CauseId, nth)),
          layers,
          alone,
        )
        return {
          value,
          weight: ((table.usual[nth] ?? 0) * sums.all) / here.all,
          likelihood: told(sums),
        }
      })
      const total = values.reduce((sum, { weight }) => sum + weight, 0)
      return [
        id,
        values.map(({ value, weight, likelihood }) => ({
          value,
          probability: weight / total,
          likelihood,
        })),
      ] as const
    }),
  )
  return { likelihood: told(here), linked, without, after }
}
