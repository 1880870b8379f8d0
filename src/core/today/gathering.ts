import { effectFor, type PlanContext } from '../advice/planContext'
import type { Plan } from '../advice/planTypes'
import { SANITIZER_AIM } from '../advice/requiredChange'
import type { Estimate } from '../estimate/estimate'
import { takeEntry } from '../estimate/learning/ensemble'
import {
  at,
  deviationOf,
  foretelling,
  SANITIZER_PPM_PER_MMOL,
  spreadOf,
} from '../estimate/learning/ensembleState'
import { demandMmol } from '../estimate/learning/kinetics'
import { loadOf, type SoakLoad } from '../journal/load'
import { ppmPerUnit } from '../products/doseTarget'
import { roundToMeasure } from '../products/measure'
import type { ProductName } from '../products/product'
import { keepOutAbove, LEAST_RESIDUAL, middle, programmeOf } from '../programmes/programme'
import type { SanitizerQuantity } from '../testing/quantity'
import { residualFloor } from '../tub/targetsNow'
import type { Tub } from '../tub/tub'
import { type Closure, testOpens } from './closure'
import { gate, pouring } from './gate'

/** While people are in, the residual is not let fall below this, ppm: common practice, it never reaches nothing. */
const LEAST_WITH_PEOPLE: Record<SanitizerQuantity, number> = {
  ...LEAST_RESIDUAL,
  freeChlorine: 1,
  bromine: 2,
}
const MIXING_MINUTES = 20
/** However much is missing, no more than a shock goes in before the next test, ppm: common practice. */
const MOST_AT_ONCE_PPM = 10

export interface GroupTurn {
  load: SoakLoad
  /** Before they get in and before anything is added, less what earlier groups left to be met; never below nothing. */
  residualPpm: number
  /** `in`: nothing stands against it; `test`: a test first; `dose`: so much first, a wait and a test; `closed`: by this. */
  verdict: 'in' | 'test' | 'dose' | 'closed'
  closure: Closure | undefined
  product: ProductName
  grams: number
  waitMinutes: number
  /** Once they are in: for how many weighted person-hours the residual lasts. */
  lastsPersonHours: number
  /** And so for how many minutes of this group; undefined where all their minutes are covered. */
  runsOutMinutes: number | undefined
  /** When they are out and what they left has been met, and one standard deviation. */
  leftPpm: number
  leftDeviation: number
}

/** What a weighted person-hour takes, ppm of the sanitizer. */
const takenPpm = (tub: Tub, gramsPerPersonHour: number): number => {
  const { sanitizer } = programmeOf(tub.programme)
  if (sanitizer !== 'freeChlorine' && sanitizer !== 'bromine') return 0
  const millimoles = demandMmol(gramsPerPersonHour, tub.volumeLitres)
  return millimoles * SANITIZER_PPM_PER_MMOL[sanitizer]
}

/** A closure that no test and no sanitizer dose between groups opens. */
const stays = (closure: Closure): boolean =>
  !testOpens(closure) &&
  closure.code !== 'sanitizer low' &&
  closure.code !== 'dose mixing' &&
  closure.code !== 'people in'

/** What a gathering is worked out of: the value of today has all of it. */
export interface Gathered {
  tub: Tub
  estimate: Estimate
  /** What goes in before the first group is what goes in today anyway. */
  plan: Plan
  closures: readonly Closure[]
}

/**
 * Groups one after the other. What one group leaves and nothing has met yet is carried to the next; every closure of the tub holds
 * for all of them. A forecast: the test before each turn decides.
 */
export const gathering = (
  { tub, estimate, plan, closures: found }: Gathered,
  groups: readonly SoakLoad[],
  sources: PlanContext['sources'],
): GroupTurn[] => {
  const programme = programmeOf(tub.programme)
  const { sanitizer } = programme
  const product =
    sources.find((source) => programme.dosedWith.includes(source.product))?.product ??
    programme.dosedWith[0]
  const ppmPerGramPerLitre =
    ppmPerUnit(effectFor(sources, product), SANITIZER_AIM[sanitizer]) * 1000
  const demands = estimate.ensemble.rates.demand.map(Math.exp)
  const perPersonHour = takenPpm(tub, spreadOf(demands).median)
  const floor = residualFloor(tub, estimate.reading.cyanuricAcidPpm)
  const shut = found.find(stays)
  const state = foretelling(estimate.ensemble)
  const perMmol = SANITIZER_PPM_PER_MMOL[sanitizer]
  /** What stands there, and what is left of it once all that bathers left is met, ppm. */
  const stands = () => {
    const left = state.sanitizer.map((mmol, i) => (mmol - at(state.bathersDemand, i)) * perMmol)
    return { residual: spreadOf(state.sanitizer).median * perMmol, left: spreadOf(left) }
  }
  return groups.map((load, i): GroupTurn => {
    const before = stands().left.median
    const short = before < floor - 0.05
    const dosed = !shut && short && ppmPerGramPerLitre > 0 && gate(pouring(product), found).passes
    const missing = Math.min(
      MOST_AT_ONCE_PPM,
      Math.max(middle(tub.targets.sanitizer), floor) - before,
    )
    const planned =
      i === 0
        ? plan.steps.find((step) => step.kind === 'add' && step.product === product)
        : undefined
    const grams = !dosed
      ? 0
      : planned?.kind === 'add'
        ? planned.grams
        : roundToMeasure(product, (missing / ppmPerGramPerLitre) * tub.volumeLitres)
    const strength = sources.find((source) => source.product === product)?.strength
    const body = { product, grams, ...(strength ? { strength } : {}) }
    if (grams > 0) takeEntry(state, tub, { id: 0, kind: 'dose', at: state.at, body }, 'residual')
    const { residual, left } = stands()
    const personHours = loadOf(load)
    const high = residual > keepOutAbove(tub) + 0.05 && !dosed
    const closed = shut !== undefined || high || (short && !dosed)
    const useful = Math.max(0, left.median - LEAST_WITH_PEOPLE[sanitizer])
    const lastsPersonHours = perPersonHour > 0 ? useful / perPersonHour : Number.POSITIVE_INFINITY
    if (!closed)
      takeEntry(state, tub, { id: 0, kind: 'soak', at: state.at, body: load }, 'residual')
    const after = stands().left
    return {
      load,
      residualPpm: Math.max(0, before),
      verdict: closed ? 'closed' : dosed ? 'dose' : i > 0 || found.length > 0 ? 'test' : 'in',
      closure: shut,
      product,
      grams,
      waitMinutes: grams > 0 ? MIXING_MINUTES : 0,
      lastsPersonHours,
      runsOutMinutes:
        !closed && lastsPersonHours < personHours
          ? Math.floor((lastsPersonHours / personHours) * load.minutes)
          : undefined,
      leftPpm: Math.max(0, after.median),
      leftDeviation: deviationOf(after),
    }
  })
}
