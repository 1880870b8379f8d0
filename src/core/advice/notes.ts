import { isStale } from '../estimate/estimate'
import { lossOf } from '../estimate/rates'
import { quantityOf } from '../estimate/testedWater'
import { type DoseTarget, ppmPerUnit } from '../products/doseTarget'
import { doseWords } from '../products/measure'
import { PRODUCTS, type ProductName } from '../products/product'
import { feederOf } from '../programmes/feederKind'
import { contains } from '../programmes/programme'
import { monopersulfateShown } from '../testing/interference'
import { QUANTITY, type Quantity } from '../testing/quantity'
import { HOUR } from '../time'
import type { Correction } from './correction'
import { type Dilution, dilutionWords } from './dilution'
import { isAcid, isBase, type PlanContext, usable } from './planContext'
import type { PlanNote } from './planTypes'
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
  const bar: PlanNote[] = excluded[0] ? [{ quantity: sanitizer, text: excluded[0].why }] : []
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
    const amount = doseWords(product, (dose * tub.volumeLitres) / 1000)
    const text =
      excluded.find((one) => one.product === product)?.why ??
      `It would take ${amount} of ${PRODUCTS[product].commonName}, ${have ? 'more than is left' : 'which is not on the shelf'}.`
    return [{ quantity, text }]
  })
}

/** What is left of pH and alkalinity, or what has to be read before they can be dosed. */
export const balanceNotes = (
  task: PlanContext,
  { imbalance, balanced, aim, share }: Correction,
  after: { alkalinityPpm: number; steps: number; aerated: boolean },
): PlanNote[] => {
  const remarks: PlanNote[] = []
  if (balanced && aim && share < 0.05)
    remarks.push({
      quantity: 'pH',
      text: 'pH and alkalinity are read too coarsely to correct what is left without overshooting. Read them with drops or a meter.',
    })
  if (balanced) {
    const left = after.alkalinityPpm - task.tub.targets.totalAlkalinity.high
    if (imbalance.high && left > 1 && after.steps > 0)
      remarks.push({
        quantity: 'totalAlkalinity',
        text: `Alkalinity comes down in rounds of acid${after.aerated ? ' and air' : ''}, with a test between them; about ${Math.round(left)} ppm are left after this one.`,
      })
  } else if (usable(task, 'pH') && (imbalance.acidic || imbalance.alkaline))
    remarks.push({
      quantity: 'totalAlkalinity',
      text: 'pH is out of band, and how much to add depends on alkalinity. Test alkalinity, then dose.',
    })
  else if (usable(task, 'totalAlkalinity') && (imbalance.low || imbalance.high))
    remarks.push({
      quantity: 'pH',
      text: 'Alkalinity is out of band, and how to move it depends on pH. Test pH, then dose.',
    })
  return remarks
}

/** What only leaves with the water. */
export const dilutionNotes = (task: PlanContext, dilutions: readonly Dilution[]): PlanNote[] =>
  dilutions
    .filter(({ quantity }) =>
      quantity === 'cyanuricAcid'
        ? task.programme.sanitizer === 'freeChlorine'
        : usable(task, quantity),
    )
    .map((dilution) => ({ quantity: dilution.quantity, text: dilutionWords(dilution) }))

/** A sanitizer above its band, or a floater that holds it too low. */
export const sanitizerNotes = (task: PlanContext, short: boolean): PlanNote[] => {
  const { programme, tub, estimate } = task
  const { sanitizer } = programme
  const band = tub.targets.sanitizer
  const value = quantityOf(estimate.reading, sanitizer)
  const remarks: PlanNote[] = []
  const feeder = feederOf(tub.programme)
  const lower =
    feeder === 'cell'
      ? 'lower the cell’s output one level'
      : `close the ${feeder ?? 'feeder'} one notch`
  if (usable(task, sanitizer) && value > band.high && !contains(band, value)) {
    const { mean } = lossOf(tub)
    const hours = mean > 0 ? Math.log(value / band.high) / mean : undefined
    remarks.push({
      quantity: sanitizer,
      text:
        hours === undefined
          ? `Above its band: ${lower}, add nothing, and test tomorrow.`
          : `Above its band: add none. Under the cover it should be back in band in about ${hours < 36 ? `${Math.round(hours)} hours` : `${Math.round(hours / 24)} days`}; an open cover is quicker.`,
    })
  }
  if (sanitizer === 'bromine' && short && feeder)
    remarks.push({
      quantity: 'bromine',
      text: `If it keeps reading low, ${feeder === 'cell' ? 'raise the cell’s output one level' : `open the ${feeder} one notch and count the tablets`}.`,
    })
  return remarks
}

/** From here on, combined chlorine is worth a shock, ppm: common practice. */
const COMBINED_HIGH_PPM = 0.5

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
        text: `Combined chlorine is about ${combined.toFixed(1)} ppm: chlorine bound to what bathers left. Shock with the cover open and jets on, nobody in, and test next day.`,
      },
    ]
  if (combined + shown > COMBINED_HIGH_PPM)
    return [
      {
        quantity: 'totalChlorine',
        text: `Total chlorine may read about ${shown.toFixed(1)} ppm too high: the test shows non-chlorine shock as combined chlorine for a day or two.`,
      },
    ]
  return []
}

/** What was never read in this water, or too long ago. */
export const unreadNotes = (task: PlanContext): PlanNote[] =>
  task.programme.watched
    .filter((quantity) => !usable(task, quantity))
    .flatMap((quantity) => {
      const last = task.estimate.quantities[quantity].lastReading
      if (quantity === 'cyanuricAcid' && last === undefined) return []
      const { name } = QUANTITY[quantity]
      return [
        {
          quantity,
          text: last
            ? `${name} was last read ${Math.round((task.estimate.at - last.at) / (24 * HOUR))} days ago: too old to dose by.`
            : `${name} has not been read in this water, so nothing is dosed for it.`,
        },
      ]
    })
