import { isStale } from '../estimate/estimate'
import { FARTHEST_HOURS, fallsTo, leftAlone } from '../estimate/forecast'
import { quantityOf } from '../estimate/testedWater'
import { type DoseTarget, ppmPerUnit } from '../products/doseTarget'
import { PRODUCTS, type ProductName } from '../products/product'
import { feederOf } from '../programmes/feederKind'
import { contains } from '../programmes/programme'
import { BLEACHES, monopersulfateShown } from '../testing/interference'
import { COMBINED_HIGH_PPM, type Quantity } from '../testing/quantity'
import { DAY, HOUR } from '../time'
import { PHOSPHATE_PPM } from '../tub/fillNeeds'
import type { Correction } from './correction'
import { type Dilution, waterInsteadOfAcid } from './dilution'
import {
  isAcid,
  isBase,
  metalsIn,
  type PlanContext,
  phBleached,
  usable,
  wandered,
} from './planContext'
import type { PlanNote } from './planTypes'
import { portionHours } from './portions'
import type { Recipe } from './recipe'
import { othersFrom, RAISED, type RequiredChanges, SANITIZER_AIM } from './requiredChange'
import { sourcesOf, usualShelf } from './shelf'

/** What the shelf lacks for what was wanted, and what may not go in. */
export const lackingNotes = (
  task: PlanContext,
  wants: RequiredChanges,
  others: Recipe,
  correction: Correction,
): PlanNote[] => {
  const { programme, tub, estimate, sources, excluded } = task
  const { sanitizer } = programme
  const { full } = wants
  const bar: PlanNote[] = excluded[0]
    ? [{ quantity: sanitizer, reason: { code: 'excluded', exclusion: excluded[0] } }]
    : []
  const missed = new Set<DoseTarget>(
    [...RAISED.map(({ aimed }) => aimed), SANITIZER_AIM[sanitizer]].filter(
      (aimed) => (others.missed[aimed] ?? 0) < -0.01 * (full[aimed] ?? 1),
    ),
  )
  // The usual shelf is assumed; what may not go in is said all the same.
  if (!correction.nowhere && missed.size === 0) return usable(task, sanitizer) ? bar : []

  const usual = sourcesOf(usualShelf(programme), programme, estimate.water).sources
  const ideal = [
    ...(correction.from(usual)?.recipe.doses ?? []),
    ...othersFrom(task, wants, usual).doses,
  ]
  const lacking = ideal.filter(([product, dose]) => {
    const have = sources.find((source) => source.product === product)
    return !have || (dose * tub.volumeLitres) / 1000 > have.gramsLeft
  })
  if (lacking.length === 0) return bar
  const quantityFor = (product: ProductName): Quantity | undefined => {
    const raised = RAISED.find(
      ({ aimed }) => missed.has(aimed) && ppmPerUnit(PRODUCTS[product].perGram, aimed) > 0,
    )
    if (raised) return raised.quantity
    const aim = SANITIZER_AIM[sanitizer]
    if (missed.has(aim) && ppmPerUnit(PRODUCTS[product].perGram, aim) > 0) return sanitizer
    if (!correction.nowhere || !(isBase(product) || isAcid(product))) return undefined
    return product === 'sodium bicarbonate' ? 'totalAlkalinity' : 'pH'
  }
  return lacking.flatMap(([product, dose]) => {
    const quantity = quantityFor(product)
    if (!quantity) return []
    const have = sources.some((one) => one.product === product)
    const exclusion = excluded.find((one) => one.product === product)
    const grams = (dose * tub.volumeLitres) / 1000
    return [
      {
        quantity,
        reason: exclusion
          ? { code: 'excluded', exclusion }
          : { code: 'shelf lacks', product, grams, have },
      },
    ]
  })
}

/** What is left of pH and alkalinity, or what has to be read before they can be dosed. */
export const balanceNotes = (
  task: PlanContext,
  { imbalance, balanced, aim, share, portions }: Correction,
  after: { alkalinityPpm: number; steps: number; aerated: boolean; putOff: boolean },
): PlanNote[] => {
  const notes: PlanNote[] = []
  const bleached = phBleached(task.estimate)
  if (bleached)
    return imbalance.low || imbalance.high || imbalance.acidic || imbalance.alkaline
      ? [
          {
            quantity: 'pH',
            reason: { code: 'pH bleached', ...bleached, belowPpm: BLEACHES[bleached.residual] },
          },
        ]
      : []
  for (const quantity of ['pH', 'totalAlkalinity'] as const)
    if (task.slack[quantity] > 0 && Number.isFinite(task.slack[quantity]) && balanced)
      notes.push({ quantity, reason: { code: 'just corrected' } })
  if (balanced && aim && share < 0.05 && portions.length === 0)
    notes.push({
      quantity: 'pH',
      reason: { code: 'balance too coarse' },
    })
  if (balanced) {
    const left = after.alkalinityPpm - task.tub.targets.totalAlkalinity.high
    const hours = portionHours(portions)
    if (after.putOff)
      notes.push({
        quantity: 'totalAlkalinity',
        reason: { code: 'alkalinity another evening', hours },
      })
    else if (imbalance.high && left > 1 && after.steps > 0)
      notes.push({
        quantity: 'totalAlkalinity',
        reason: { code: 'alkalinity in rounds', leftPpm: left, aerated: after.aerated },
      })
    const water =
      portions.filter(({ kind }) => kind === 'acid').length > 1
        ? waterInsteadOfAcid(task.tub, task.estimate, hours)
        : undefined
    if (water)
      notes.push({
        quantity: 'totalAlkalinity',
        reason: { code: 'water instead of acid', ...water },
      })
  } else if (usable(task, 'pH') && (imbalance.acidic || imbalance.alkaline))
    notes.push({
      quantity: 'totalAlkalinity',
      reason: { code: 'needs alkalinity' },
    })
  else if (usable(task, 'totalAlkalinity') && (imbalance.low || imbalance.high))
    notes.push({
      quantity: 'pH',
      reason: { code: 'needs pH' },
    })
  return notes
}

/** What only leaves with the water. */
export const dilutionNotes = (task: PlanContext, dilutions: readonly Dilution[]): PlanNote[] =>
  dilutions
    .filter(({ quantity }) =>
      quantity === 'cyanuricAcid'
        ? task.programme.sanitizer === 'freeChlorine'
        : usable(task, quantity),
    )
    .map((dilution) => ({ quantity: dilution.quantity, reason: { code: 'dilution', dilution } }))

/** A sanitizer above its band, or a floater that holds it too low. */
export const sanitizerNotes = (task: PlanContext, short: boolean): PlanNote[] => {
  const { programme, tub, estimate } = task
  const { sanitizer } = programme
  const band = tub.targets.sanitizer
  const value = quantityOf(estimate.reading, sanitizer)
  const notes: PlanNote[] = []
  const feeder = feederOf(tub.programme)
  if (usable(task, sanitizer) && value > band.high && !contains(band, value)) {
    const back = fallsTo(leftAlone(tub, estimate, FARTHEST_HOURS), band.high)
    notes.push({
      quantity: sanitizer,
      reason: feeder
        ? { code: 'above range, held by a feeder', feeder }
        : { code: 'above range', backInHours: back && (back - estimate.at) / HOUR },
    })
  }
  if (sanitizer === 'bromine' && short && feeder)
    notes.push({
      quantity: 'bromine',
      reason: { code: 'feeder too low', feeder },
    })
  return notes
}

/** Waste that holds chlorine bound, or the shock that only looks like it. */
export const combinedNotes = ({ programme, estimate }: PlanContext): PlanNote[] => {
  const { lastReading, ageHours } = estimate.quantities.totalChlorine
  if (programme.sanitizer !== 'freeChlorine' || !lastReading || isStale('totalChlorine', ageHours))
    return []
  const combined = estimate.reading.combinedChlorinePpm
  const shown = monopersulfateShown(estimate.water).totalChlorinePpm
  if (combined > COMBINED_HIGH_PPM)
    return [
      {
        quantity: 'totalChlorine',
        reason: { code: 'combined chlorine', ppm: combined },
      },
    ]
  if (combined + shown > COMBINED_HIGH_PPM)
    return [
      {
        quantity: 'totalChlorine',
        reason: { code: 'shock shows as combined', ppm: shown },
      },
    ]
  return []
}

/** What fill water or corrosion has brought in, as far as it was read lately. */
export const metalNotes = (task: PlanContext): PlanNote[] => {
  const metals = metalsIn(task)
  const ppm = usable(task, 'phosphate') ? quantityOf(task.estimate.reading, 'phosphate') : 0
  const notes: PlanNote[] = []
  if (metals)
    notes.push({
      quantity: metals.copperPpm >= metals.ironPpm ? 'copper' : 'iron',
      reason: { code: 'metals in the water', ...metals },
    })
  if (feederOf(task.tub.programme) === 'cell' && ppm >= PHOSPHATE_PPM)
    notes.push({ quantity: 'phosphate', reason: { code: 'phosphate at a cell', ppm } })
  return notes
}

/** What the chemistry is held to published figures for, as each is read; what lies outside is reckoned all the same, and said. */
const MODELLED: Partial<Record<Quantity, readonly [low: number, high: number]>> = {
  pH: [6, 9],
  totalAlkalinity: [10, 400],
  calciumHardness: [0, 1000],
  cyanuricAcid: [0, 120],
  borate: [0, 60],
  salt: [0, 5000],
}

export const outsideModelNotes = (task: PlanContext, doses: boolean): PlanNote[] =>
  Object.entries(MODELLED).flatMap(([name, [low, high]]): PlanNote[] => {
    const quantity = name as Quantity
    const value = quantityOf(task.estimate.reading, quantity)
    // What is shown as the edge of the range is not beyond it.
    const beyond = value < 0.95 * low || value > 1.05 * high
    return doses && usable(task, quantity) && beyond
      ? [{ quantity, reason: { code: 'outside the model', value, low, high } }]
      : []
  })

/** What was never read in this water, or too long ago. */
export const unreadNotes = (task: PlanContext): PlanNote[] =>
  task.programme.watched
    .filter((quantity) => !usable(task, quantity))
    .flatMap((quantity): PlanNote[] => {
      const { lastReading: last, odd } = task.estimate.quantities[quantity]
      // Its weekly test tells.
      if (
        (quantity === 'pH' || quantity === 'totalAlkalinity') &&
        wandered(task.tub, task.estimate, quantity)
      )
        return []
      if (odd) return [{ quantity, reason: { code: 'unexplained reading' } }]
      if (quantity === 'cyanuricAcid' && last === undefined) return []
      return [
        {
          quantity,
          reason: last
            ? { code: 'too old', days: (task.estimate.at - last.at) / DAY }
            : { code: 'never tested' },
        },
      ]
    })
