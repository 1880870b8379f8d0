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

const SMALL = 1e-9

/**
 * The x ≥ 0 of least cost: the primal simplex method on a dense tableau, entering by the steepest reduced cost, after many
 * steps by the lowest index (Bland's rule), so that it cannot cycle. Each row has a column for falling short and one for going
 * over where its kind allows, so that a start is always at hand. For a few dozen columns.
 */
export const minimise = (costs: readonly number[], rows: readonly Row[]): LinearSolution => {
  const n = costs.length
  const m = rows.length
  // Columns: x, then short, over and slack of every row, then the right-hand side.
  const width = n + 3 * m + 1
  const last = width - 1
  const cost = new Float64Array(width)
  for (let j = 0; j < n; j++) cost[j] = costs[j] ?? 0
  const tableau: Float64Array[] = []
  const basis: number[] = []
  for (const [i, { coefficients, kind, limit, penalty }] of rows.entries()) {
    const sign = limit < 0 ? -1 : 1
    const line = new Float64Array(width)
    for (let j = 0; j < n; j++) line[j] = sign * (coefficients[j] ?? 0)
    const [short, over, slack] = [n + 3 * i, n + 3 * i + 1, n + 3 * i + 2]
    line[short] = sign
    line[over] = -sign
    line[slack] = kind === '≤' ? sign : kind === '≥' ? -sign : 0
    line[last] = Math.abs(limit)
    cost[short] = kind === '≤' ? 1e6 * penalty : penalty
    cost[over] = kind === '≥' ? 1e6 * penalty : penalty
    cost[slack] = 0
    tableau.push(line)
    // Whichever of the three stands with +1 and costs least.
    basis.push((line[slack] ?? 0) > 0 ? slack : sign > 0 ? short : over)
  }
  for (let step = 0; step < 400; step++) {
    let enter = -1
    let steepest = -SMALL
    for (let j = 0; j < last; j++) {
      let reduced = cost[j] ?? 0
      for (let i = 0; i < m; i++) reduced -= (cost[basis[i] ?? 0] ?? 0) * (tableau[i]?.[j] ?? 0)
      if (reduced < steepest) {
        enter = j
        if (step > 200) break
        steepest = reduced
      }
    }
    if (enter < 0) break
    let leave = -1
    let least = Number.POSITIVE_INFINITY
    for (let i = 0; i < m; i++) {
      const pivot = tableau[i]?.[enter] ?? 0
      if (pivot <= SMALL) continue
      const ratio = (tableau[i]?.[last] ?? 0) / pivot
      if (
        ratio < least - SMALL ||
        (ratio < least + SMALL && (basis[i] ?? 0) < (basis[leave] ?? Infinity))
      ) {
        least = ratio
        leave = i
      }
    }
    const row = tableau[leave]
    if (!row) break
    const pivot = row[enter] ?? 1
    for (let j = 0; j < width; j++) row[j] = (row[j] ?? 0) / pivot
    for (let i = 0; i < m; i++) {
      const other = tableau[i]
      const factor = other?.[enter] ?? 0
      if (!other || i === leave || factor === 0) continue
      for (let j = 0; j < width; j++) other[j] = (other[j] ?? 0) - factor * (row[j] ?? 0)
    }
    basis[leave] = enter
  }
  const value = new Float64Array(width)
  for (let i = 0; i < m; i++) value[basis[i] ?? 0] = tableau[i]?.[last] ?? 0
  const x = Array.from({ length: n }, (_, j) => Math.max(0, value[j] ?? 0))
  return {
    x,
    missed: rows.map((_, i) => (value[n + 3 * i + 1] ?? 0) - (value[n + 3 * i] ?? 0)),
    cost: x.reduce((sum, amount, j) => sum + amount * (costs[j] ?? 0), 0),
  }
}
