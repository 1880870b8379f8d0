import { keptOver } from '../estimate/forecast'
import { quantityOf } from '../estimate/testedWater'
import type { DoseTarget } from '../products/doseTarget'
import { feederOf } from '../programmes/feederKind'
import { type Band, contains, keepOutAbove, middle, type Programme } from '../programmes/programme'
import type { Quantity } from '../testing/quantity'
import { landingIn } from '../tub/choices'
import { donePpm, isAcid, isBase, type PlanContext, usable } from './planContext'
import type { PlanNote } from './planTypes'
import type { RaisedReason } from './reasons'
import { bestRecipe, type Recipe, type RequiredChange } from './recipe'
import type { Source } from './shelf'

/** The most one round of dosing moves a quantity before the water is tested again, ppm: common practice, "small doses". */
const ROUND_LIMIT_PPM: Partial<Record<DoseTarget, number>> = {
  hardness: 100,
  stabiliser: 30,
  borate: 25,
}
/** As boron by borax alone, whose alkali takes as much acid as one round allows. */
const BORAX_LIMIT_PPM = 12
/** Salt goes in by halves, with a reading between; less than this goes in whole, ppm. */
const SALT_WHOLE_PPM = 300

/**
 * However much bathers left to be met, no dose carries the residual above this before the next test, ppm: as high as a shock,
 * common practice.
 */
export const MOST_AT_ONCE_PPM = 10
const isHalogen = (sanitizer: Programme['sanitizer']) =>
  sanitizer === 'freeChlorine' || sanitizer === 'bromine'

/** The quantities that products raise and nothing but water lowers. */
export const RAISED = [
  {
    aimed: 'hardness',
    quantity: 'calciumHardness',
    why: 'raise hardness',
  },
  { aimed: 'borate', quantity: 'borate', why: 'raise borate' },
  {
    aimed: 'stabiliser',
    quantity: 'cyanuricAcid',
    why: 'raise stabiliser',
  },
  {
    aimed: 'salt',
    quantity: 'salt',
    why: 'raise salt',
  },
] as const satisfies { aimed: DoseTarget; quantity: Quantity; why: RaisedReason }[]

export const SANITIZER_AIM = {
  freeChlorine: 'chlorine',
  bromine: 'bromine',
  biguanide: 'biguanide',
  peroxide: 'peroxide',
} as const satisfies Record<Programme['sanitizer'], DoseTarget>

export interface RequiredChanges {
  /** The changes this round goes for; those that are fine may rise within their band, as side effects do. */
  required: RequiredChange
  /** What the middle of the band would take, for quantities that miss it. */
  full: Partial<Record<DoseTarget, number>>
  notes: PlanNote[]
}

/** How high a residual that is dosed by hand has to stand now, to stand at `ppm` when people mean to get in. */
const lasting = ({ tub, estimate, holdHours }: PlanContext, ppm: number): number => {
  if (holdHours === 0 || feederOf(tub.programme)) return ppm
  const { middle: kept, slow } = keptOver(tub, estimate, holdHours)
  return Math.max(ppm, Math.min(ppm / kept, keepOutAbove(tub) / slow, MOST_AT_ONCE_PPM))
}

/**
 * What everything but pH and alkalinity should change by, in ppm. No more than a round allows, and no more than leaves the
 * quantity inside its band were the reading a standard deviation too low.
 */
export const requiredChanges = (task: PlanContext): RequiredChanges => {
  const { tub, programme, estimate, sources } = task
  const { reading, quantities } = estimate
  const { sanitizer } = programme
  const neutralBorate = sources.some(({ product }) => product === 'boric acid')
  const wants: RequiredChanges = { required: {}, full: {}, notes: [] }
  const want = (aimed: DoseTarget, quantity: Quantity, band: Band | undefined) => {
    if (!band) {
      wants.required[aimed] = { low: 0, high: 0 }
      return
    }
    // What bathers left will take its part before the next test.
    const lingering = quantity === sanitizer ? estimate.outstandingDemandPpm : 0
    const value = quantityOf(reading, quantity)
    const left = value - lingering
    // A feeder or cell brings it back from within its range by itself.
    const topUp = quantity === sanitizer && task.afterSoak && !feederOf(tub.programme)
    const missing = left < middle(band) && (topUp || !contains(band, left))
    if (!usable(task, quantity) || !missing) {
      const room = quantity === sanitizer ? 0 : Math.max(0, band.high - value)
      wants.required[aimed] = { low: 0, high: room }
      return
    }
    const { standardDeviation } = quantities[quantity]
    // A cell is told one figure, the top of its band; too much comes out only with the water, so it is measured on the way.
    const landing =
      aimed === 'salt'
        ? band.high
        : topUp && contains(band, left)
          ? middle(band)
          : landingIn(band, left, task.choices.aim)
    const aim = quantity === sanitizer ? lasting(task, landing) : landing
    const short = aim - left
    const limit = aimed === 'borate' && !neutralBorate ? BORAX_LIMIT_PPM : ROUND_LIMIT_PPM[aimed]
    const done = donePpm(task, aimed)
    // A residual below its band is the greater harm, so it is at least brought to the edge.
    const least = quantity === sanitizer ? band.low - value : 0
    const roundRoom =
      aimed === 'salt' && short + done > SALT_WHOLE_PPM
        ? Math.max(0, (short + done) / 2 - done)
        : limit === undefined
          ? quantity === sanitizer && isHalogen(sanitizer)
            ? Math.min(short, Math.max(aim - value, MOST_AT_ONCE_PPM - value, least))
            : short
          : Math.max(0, limit - done)
    const sure = Math.max(least, band.high + (aim - landing) - left - standardDeviation)
    const coarse = sure < short / 4
    if (coarse)
      wants.notes.push({
        quantity,
        reason: { code: 'too coarse', value, standardDeviation },
      })
    const dose = coarse ? 0 : Math.min(short, roundRoom, sure)
    wants.required[aimed] = { low: dose, high: dose }
    wants.full[aimed] = short
  }
  for (const { aimed, quantity } of RAISED) want(aimed, quantity, tub.targets[quantity])
  want(SANITIZER_AIM[sanitizer], sanitizer, task.settled ? undefined : tub.targets.sanitizer)
  return wants
}

/** The best doses of everything but pH and alkalinity; a base only where borate is wanted of it. */
export const othersFrom = (
  task: PlanContext,
  { required }: RequiredChanges,
  from: readonly Source[],
): Recipe =>
  bestRecipe(
    required,
    from.filter(
      ({ product, effect }) => !isAcid(product) && (!isBase(product) || effect.borateMmol > 0),
    ),
    { volumeLitres: task.tub.volumeLitres, objective: task.objective },
  )
