import { DOSE_TARGETS, type DoseTarget, ppmPerUnit } from '../products/doseTarget'
import { PRODUCTS, type ProductName } from '../products/product'
import { ALKALINITY_PPM_PER_MEQ } from '../water/constants'
import { minimise, type Row } from './linearProgram'
import type { Source } from './shelf'

/** The change wanted of a quantity, ppm: exactly `low` where both ends are the same. */
export type RequiredChange = Partial<Record<DoseTarget, { low: number; high: number }>>

/** What counts as cheapest: what practice reaches for first, least mass, fewest products, or what there is plenty of. */
export const OBJECTIVES = ['practice', 'mass', 'steps', 'stock'] as const
export type Objective = (typeof OBJECTIVES)[number]

export interface Recipe {
  /** mg per litre of water; only what is used. */
  doses: Map<ProductName, number>
  /** CO₂ that has to leave, mmol/L. */
  carbonDioxideLossMmol: number
  /** How far each wanted quantity ends from its range, ppm: above positive, below negative. */
  missed: Partial<Record<DoseTarget, number>>
  cost: number
}

/** Missing an ppm costs more than any product; side effects less than what the dose is for. */
const PENALTY: Record<DoseTarget, number> = {
  alkalinity: 1e5,
  carbon: 1e5,
  hardness: 1e4,
  borate: 1e4,
  salt: 1e4,
  stabiliser: 1e3,
  chlorine: 1e5,
  bromine: 1e5,
  biguanide: 1e5,
  peroxide: 1e5,
}
/** Air is free, and a nuisance: just enough that a plan without it wins a tie. */
const AIR_COST = 0.01

const costOf = ({ awkwardness, gramsLeft }: Source, objective: Objective) => {
  switch (objective) {
    case 'practice':
      return awkwardness
    case 'stock':
      return Number.isFinite(gramsLeft) ? 1000 / Math.max(gramsLeft, 1e-6) : 0.001
    default:
      return 1
  }
}

/**
 * The cheapest doses, all solved together, that bring about the wanted changes: a linear program over what each product does
 * to every quantity, within what is left of it. Changes that cannot be had are reported, not forced.
 * @param volumeLitres for what is left on the shelf
 * @param air whether carbon dioxide may be driven off
 */
export const recipeFor = (
  wanted: RequiredChange,
  sources: readonly Source[],
  {
    volumeLitres,
    objective,
    air = true,
  }: { volumeLitres: number; objective: Objective; air?: boolean },
): Recipe => {
  const rows: Row[] = []
  const names: (DoseTarget | undefined)[] = []
  for (const aimed of DOSE_TARGETS) {
    const range = wanted[aimed]
    if (!range) continue
    const coefficients = [
      ...sources.map(({ effect }) => ppmPerUnit(effect, aimed)),
      air && aimed === 'carbon' ? -1 : 0,
    ]
    const row = { coefficients, penalty: PENALTY[aimed] }
    if (range.low === range.high) {
      rows.push({ ...row, kind: '=', limit: range.low })
      names.push(aimed)
      continue
    }
    // Nothing takes a quantity below zero change here but acid and air, so a low end of zero needs no row.
    if (range.low > 0 || aimed === 'alkalinity') {
      rows.push({ ...row, kind: '≥', limit: range.low })
      names.push(aimed)
    }
    rows.push({ ...row, kind: '≤', limit: range.high })
    names.push(aimed)
  }
  for (const [j, { gramsLeft }] of sources.entries()) {
    if (!Number.isFinite(gramsLeft)) continue
    rows.push({
      coefficients: [...sources.map((_, i) => (i === j ? 1 : 0)), 0],
      kind: '≤',
      limit: (1000 * gramsLeft) / volumeLitres,
      penalty: 1e9,
    })
    names.push(undefined)
  }
  const solution = minimise([...sources.map((source) => costOf(source, objective)), AIR_COST], rows)
  const doses = new Map<ProductName, number>()
  for (const [j, { product }] of sources.entries()) {
    const dose = solution.x[j] ?? 0
    if (dose > 1e-6) doses.set(product, dose)
  }
  const missed: Partial<Record<DoseTarget, number>> = {}
  for (const [i, aimed] of names.entries()) {
    const by = solution.missed[i] ?? 0
    if (aimed && Math.abs(by) > 1e-6) missed[aimed] = by
  }
  return {
    doses,
    carbonDioxideLossMmol: (solution.x[sources.length] ?? 0) / ALKALINITY_PPM_PER_MEQ,
    missed,
    cost: solution.cost,
  }
}

const isChlorine = ({ product }: Source) => PRODUCTS[product].family === 'chlorine'

/** Products and a stretch of air each count as one step. */
const stepsOf = ({ doses, carbonDioxideLossMmol }: Recipe) =>
  doses.size + (carbonDioxideLossMmol > 1e-6 ? 1 : 0)

export const misses = ({ missed }: Recipe): number =>
  DOSE_TARGETS.reduce((sum, aimed) => sum + Math.abs(missed[aimed] ?? 0) * PENALTY[aimed], 0)

/** The better of two: the one that reaches further, else the cheaper. */
export const better = (a: Recipe, b: Recipe, objective: Objective): Recipe => {
  const [missA, missB] = [misses(a), misses(b)]
  if (Math.abs(missA - missB) > 1) return missA < missB ? a : b
  if (objective === 'steps' && stepsOf(a) !== stepsOf(b)) return stepsOf(a) < stepsOf(b) ? a : b
  return b.cost < a.cost - 1e-9 ? b : a
}

/**
 * The best recipe with at most one kind of chlorine in it, since two must not meet. For the fewest steps, products are left
 * out one after the other as long as everything is still reached.
 */
export const bestRecipe = (
  wanted: RequiredChange,
  sources: readonly Source[],
  {
    volumeLitres,
    objective,
    air = true,
  }: { volumeLitres: number; objective: Objective; air?: boolean },
): Recipe => {
  const kinds = sources.filter(isChlorine)
  const shelves =
    kinds.length > 1
      ? kinds.map((kind) => sources.filter((source) => !isChlorine(source) || source === kind))
      : [sources]
  let best: Recipe | undefined
  for (const shelf of shelves) {
    let recipe = recipeFor(wanted, shelf, { volumeLitres, objective, air })
    if (objective === 'steps') {
      let left = shelf
      for (const product of recipe.doses.keys()) {
        const without = left.filter((source) => source.product !== product)
        const other = recipeFor(wanted, without, { volumeLitres, objective, air })
        if (better(recipe, other, objective) === other) {
          recipe = other
          left = without
        }
      }
    }
    best = best ? better(best, recipe, objective) : recipe
  }
  return best ?? recipeFor(wanted, [], { volumeLitres, objective, air })
}
