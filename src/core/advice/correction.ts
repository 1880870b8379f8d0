import { addEffect } from '../products/addProduct'
import { ppmPerUnit } from '../products/doseTarget'
import type { ProductName } from '../products/product'
import { contains, middle } from '../programmes/programme'
import { phLandingIn } from '../tub/choices'
import { hoursToReachPh, TRANSFER_PER_HOUR } from '../water/aerate'
import { ALKALINITY_PPM_PER_MEQ } from '../water/constants'
import { readWater, waterFromReading } from '../water/solveWater'
import type { Water } from '../water/water'
import { type Aim, balanceAims, type Imbalance, imbalanceOf } from './balance'
import {
  donePpm,
  effectFor,
  isAcid,
  isBase,
  orderOf,
  type PlanContext,
  usable,
} from './planContext'
import { acidPortions, type Portion } from './portions'
import { bestRecipe, better, misses, type Recipe } from './recipe'
import type { RequiredChanges } from './requiredChange'
import { type Known, largestSafeShare, type Trial } from './safeShare'
import type { Source } from './shelf'

const BASE_LIMIT_PPM = 60
const ACID_LIMIT_PPM = 40
/** Soda ash is halved and looked at; below this many grams per 1000 L it goes in whole. */
const SODA_ASH_WHOLE_MG_PER_LITRE = 8
/** An acid dose to be cut goes in whole below this, ppm of alkalinity. */
const ACID_WHOLE_PPM = 8
/** One round of open-air aeration, minutes. */
export const LONGEST_AERATION_MINUTES = 90
/** A tenth of a millionth of a ppm counts as reached; see the penalties of recipe.ts. */
const REACHED = 0.01
/** Less than this is left out of a correction, mg per litre of water. */
const NEGLIGIBLE_MG_PER_LITRE = 0.25

export interface Correction {
  imbalance: Imbalance
  /** pH and alkalinity were both read lately enough. */
  balanced: boolean
  /** Where to; undefined where nothing needs correcting or no shelf product gets there. */
  aim: Aim | undefined
  /** Something needs correcting and nothing here does it. */
  nowhere: boolean
  /** The whole correction, in the order it goes in; mg per litre of water. */
  ordered: readonly (readonly [ProductName, number])[]
  /** Minutes of jets and air before a test, for the whole correction. */
  airMinutes: number
  /** How long the air alone would take, hours. */
  airHours: number | undefined
  /** How much of it goes in this cycle, 0–1. */
  share: number
  /** Acid and air by turns, where alkalinity is too high for one portion; empty elsewhere. */
  portions: readonly Portion[]
  /** What the portions are of. */
  acid: ProductName | undefined
  /** The first aim that a shelf reaches, or, where another objective is set, the cheapest. */
  from: (shelf: readonly Source[]) => { recipe: Recipe; aim: Aim } | undefined
}

const knownOf = ({ tub, estimate }: PlanContext, water: Water, imbalance: Imbalance): Known => ({
  water,
  reading: estimate.reading,
  targets: tub.targets,
  imbalance,
  phDeviation: estimate.quantities.pH.standardDeviation,
  alkalinityDeviation: estimate.quantities.totalAlkalinity.standardDeviation,
})

/** How much of a correction one round allows: by what practice puts in before a test, and by the error of the readings. */
const shareOf = (
  task: PlanContext,
  balancing: Correction['ordered'],
  trial: Trial,
  { water, imbalance }: { water: Water; imbalance: Imbalance },
): number => {
  const { tub, dosingCycle, sources, choices } = task
  const within = (limit: number, of: (product: ProductName) => boolean) => {
    const need = balancing
      .filter(([product]) => of(product))
      .reduce(
        (ppm, [product, dose]) =>
          ppm + Math.abs(dose * ppmPerUnit(effectFor(sources, product), 'alkalinity')),
        0,
      )
    return need > 0
      ? Math.max(0, limit - Math.abs(donePpm(task, 'alkalinity', of))) / need
      : Number.POSITIVE_INFINITY
  }
  let most = Math.min(1, within(BASE_LIMIT_PPM, isBase), within(ACID_LIMIT_PPM, isAcid))
  const soda = balancing.find(([product]) => product === 'sodium carbonate')?.[1] ?? 0
  const sodaDone =
    dosingCycle.doses
      .filter(({ body }) => body.product === 'sodium carbonate')
      .reduce((grams, { body }) => grams + body.grams, 0) *
    (1000 / tub.volumeLitres)
  if (soda > 0 && soda + sodaDone > SODA_ASH_WHOLE_MG_PER_LITRE)
    most = Math.min(most, Math.max(0, (soda + sodaDone) / 2 - sodaDone) / soda)
  const acid = balancing
    .filter(([product]) => isAcid(product))
    .reduce(
      (ppm, [product, dose]) =>
        ppm + Math.abs(dose * ppmPerUnit(effectFor(sources, product), 'alkalinity')),
      0,
    )
  const acidDone = Math.abs(donePpm(task, 'alkalinity', isAcid))
  const parts = Number(choices.acidParts)
  if (parts > 1 && acid + acidDone > ACID_WHOLE_PPM)
    most = Math.min(most, Math.max(0, (acid + acidDone) / parts - acidDone) / acid)
  return largestSafeShare(trial, most, knownOf(task, water, imbalance))
}

/** Acid in portions with air between them, where alkalinity stands too far above its band for one. */
const inPortions = (
  task: PlanContext,
  water: Water,
  imbalance: Imbalance,
): Pick<Correction, 'portions' | 'acid'> => {
  const { tub, sources, dosingCycle, choices } = task
  const source = sources.find(({ product }) => isAcid(product))
  // Who halves the acid wants a test between the halves.
  if (!imbalance.high || !source || task.alkalinityDoubted || Number(choices.acidParts) > 1)
    return { portions: [], acid: undefined }
  const acids = dosingCycle.doses.filter(({ body }) => isAcid(body.product))
  const portions = acidPortions(
    knownOf(task, water, imbalance),
    source.effect,
    {
      mostMgPerLitre: (1000 * source.gramsLeft) / tub.volumeLitres,
      phTo: phLandingIn(tub.targets.pH, middle(tub.targets.pH), choices),
    },
    { portions: acids.length, ppm: Math.abs(donePpm(task, 'alkalinity', isAcid)) },
  )
  return { portions, acid: source.product }
}

/** pH and alkalinity, solved together with what the other doses will do to them counted in. */
export const correctionOf = (
  task: PlanContext,
  { required }: RequiredChanges,
  others: Recipe,
): Correction => {
  const { tub, programme, estimate, dosingCycle, sources, objective, choices } = task
  const { targets, volumeLitres } = tub
  const { water, reading } = estimate
  // Not the sanitizer: what it does to pH goes again as it is used up.
  const withOthers = [...others.doses]
    .filter(([product]) => !programme.dosedWith.includes(product))
    .reduce(
      (now, [product, dose]) => addEffect(now, effectFor(sources, product), dose / 1000, 1),
      water,
    )
  const alkali = [...others.doses].filter(([product]) => isBase(product))
  const alkaliBrought = alkali.length > 0
  const imbalance = imbalanceOf(
    alkaliBrought ? readWater(withOthers) : reading,
    targets,
    task.slack,
  )
  const balanced = usable(task, 'pH') && usable(task, 'totalAlkalinity')
  const aims = balanced ? balanceAims(withOthers, imbalance, { targets, sources, choices }) : []

  const recipeTo = (aim: Aim, shelf: readonly Source[]): Recipe | undefined => {
    const goal = waterFromReading({ ...readWater(withOthers), ...aim })
    if (!goal) return undefined
    const alkalinity = (goal.alkalinityMeq - withOthers.alkalinityMeq) * ALKALINITY_PPM_PER_MEQ
    const carbon =
      (goal.dissolvedInorganicCarbonMmol - withOthers.dissolvedInorganicCarbonMmol) *
      ALKALINITY_PPM_PER_MEQ
    const recipe = bestRecipe(
      {
        alkalinity: { low: alkalinity, high: alkalinity },
        carbon: { low: carbon, high: carbon },
        borate: { low: 0, high: alkaliBrought ? 0 : (required.borate?.high ?? 0) },
      },
      shelf.filter(
        ({ product }) =>
          isAcid(product) ||
          (isBase(product) && (choices.raisePh !== 'air' || product === 'sodium bicarbonate')),
      ),
      { volumeLitres, objective, air: choices.raisePh !== 'soda ash' || imbalance.high },
    )
    return misses(recipe) < REACHED ? recipe : undefined
  }
  const from: Correction['from'] = (shelf) => {
    const reached = (aim: Aim) => {
      const recipe = recipeTo(aim, shelf)
      return recipe && { recipe, aim }
    }
    if (objective === 'practice') {
      for (const aim of aims) {
        const found = reached(aim)
        if (found) return found
      }
      return undefined
    }
    const found = aims.flatMap((aim) => reached(aim) ?? [])
    // The cheapest of those that arrive; what goes only part of the way is for a shelf that cannot.
    const arriving = found.filter(
      ({ aim }) =>
        contains(targets.pH, aim.pH) && contains(targets.totalAlkalinity, aim.totalAlkalinityPpm),
    )
    let best: { recipe: Recipe; aim: Aim } | undefined
    for (const one of arriving.length > 0 ? arriving : found)
      if (!best || better(best.recipe, one.recipe, objective) === one.recipe) best = one
    return best
  }
  const chosen = from(sources)

  const balancing = [...alkali, ...(chosen?.recipe.doses ?? [])].filter(
    ([, dose]) => dose >= NEGLIGIBLE_MG_PER_LITRE,
  )
  const acidFirst =
    choices.order === 'pH first' ||
    (choices.order === 'usual' && imbalance.low && imbalance.alkaline && !alkaliBrought)
  const ordered = balancing.toSorted(
    ([a], [b]) =>
      (acidFirst ? Number(isAcid(b)) - Number(isAcid(a)) : 0) || orderOf(a) - orderOf(b),
  )
  const trial: Trial = {
    doses: ordered.map(([product, mgPerLitre]) => ({
      effect: effectFor(sources, product),
      mgPerLitre,
    })),
    airMinutes: 0,
  }
  let airHours: number | undefined
  if (chosen && chosen.recipe.carbonDioxideLossMmol > 1e-3) {
    const dosed = trial.doses.reduce(
      (now, { effect, mgPerLitre }) => addEffect(now, effect, mgPerLitre / 1000, 1),
      water,
    )
    airHours = hoursToReachPh(dosed, TRANSFER_PER_HOUR.jetsWithAir, chosen.aim.pH) ?? 24
    const already = dosingCycle.aerations.reduce((sum, { body }) => sum + body.minutes, 0)
    trial.airMinutes = Math.max(0, Math.min(airHours * 60, LONGEST_AERATION_MINUTES - already))
  }
  return {
    imbalance,
    balanced,
    aim: chosen?.aim,
    nowhere: aims.length > 0 && !chosen,
    ordered,
    airMinutes: trial.airMinutes,
    airHours,
    share:
      ordered.length > 0 || trial.airMinutes > 0
        ? shareOf(task, ordered, trial, { water, imbalance })
        : 1,
    ...(balanced ? inPortions(task, withOthers, imbalance) : { portions: [], acid: undefined }),
    from,
  }
}
