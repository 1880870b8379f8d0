import { solve } from 'yalps'

/** One line of a linear program: coefficients·x against a limit. */
export interface Row {
  coefficients: readonly number[]
  kind: '=' | '≤' | '≥'
  limit: number
  /** Cost of each unit by which the row is missed; rows bend rather than leave a program without an answer. */
  penalty: number
}

export interface LinearSolution {
  x: number[]
  /** By how much each row is missed: above its limit positive, below negative. */
  missed: number[]
  /** Of x alone, penalties left out. */
  cost: number
}

/** More pivots than a program of this size ever needs; then the best that was found. */
const MOST_PIVOTS = 2000

/** The x ≥ 0 of least cost. Each row has a column for falling short and one for going over where its kind allows, so that there is always an answer. */
export const minimise = (costs: readonly number[], rows: readonly Row[]): LinearSolution => {
  const of = (i: number) => `r${i}`
  const columns = costs.map((cost, j): [string, Map<string, number>] => [
    `x${j}`,
    new Map([
      ['cost', cost],
      ...rows.map(({ coefficients }, i) => [of(i), coefficients[j] ?? 0] as const),
    ]),
  ])
  const bends = rows.flatMap(({ kind, penalty }, i): [string, Map<string, number>][] => [
    ...(kind === '≤'
      ? []
      : [
          [
            `short${i}`,
            new Map([
              ['cost', penalty],
              [of(i), 1],
            ]),
          ] as [string, Map<string, number>],
        ]),
    ...(kind === '≥'
      ? []
      : [
          [
            `over${i}`,
            new Map([
              ['cost', penalty],
              [of(i), -1],
            ]),
          ] as [string, Map<string, number>],
        ]),
  ])
  const { variables } = solve(
    {
      direction: 'minimize',
      objective: 'cost',
      constraints: new Map(
        rows.map(({ kind, limit }, i) => [
          of(i),
          kind === '=' ? { equal: limit } : kind === '≤' ? { max: limit } : { min: limit },
        ]),
      ),
      variables: [...columns, ...bends],
    },
    { maxPivots: MOST_PIVOTS, precision: 1e-9 },
  )
  const value = new Map(variables)
  const x = costs.map((_, j) => value.get(`x${j}`) ?? 0)
  return {
    x,
    missed: rows.map((_, i) => (value.get(`over${i}`) ?? 0) - (value.get(`short${i}`) ?? 0)),
    cost: x.reduce((sum, amount, j) => sum + amount * (costs[j] ?? 0), 0),
  }
}
