import { effectFor, type PlanContext, usable } from '../advice/planContext'
import type { PlanNote, Purpose } from '../advice/planTypes'
import type { NoteReason, StepReason } from '../advice/reasons'
import { type Ahead, residualAhead } from '../estimate/forecast'
import { quantityOf } from '../estimate/testedWater'
import { type Entry, type EntryOf, isKind } from '../journal/entry'
import { isHeavy, loadOf } from '../journal/load'
import { addEffect } from '../products/addProduct'
import { gramsInMeasure, roundToMeasure } from '../products/measure'
import { type LabelRule, labelGrams, type ProductName } from '../products/product'
import type { Programme } from '../programmes/programme'
import { DAY, HOUR, MINUTE } from '../time'
import type { Dosing } from '../tub/choices'
import { LITRES_PER_US_GALLON } from '../units'
import { readWater } from '../water/solveWater'

/** Half a level teaspoon of granules per 100 US gallons after a soak, a whole one as a shock: common practice. */
const SPOONS_PER_100_GALLONS = { normal: 0.5, shock: 1 }
/** 6 to 10 g of granules per 1000 L a day: common practice, one school. */
const DAILY_GRAMS_PER_CUBIC_METRE = 8
/** Where no label was typed: granules by the daily grams. */
const USUAL_RULE: Partial<Record<ProductName, LabelRule>> = {
  'sodium dichlor dihydrate': {
    amount: DAILY_GRAMS_PER_CUBIC_METRE,
    unit: 'g',
    perLitres: 1000,
    everyDays: 1,
  },
}
/** A dose a little before its time counts as the next. */
const EARLY = 3 * HOUR
/** No kit shows less, ppm. */
const UNSEEN_PPM = 0.05
/** Soaks count until this long after they ended. */
const RECENT = 18 * HOUR
const GRANULES: ProductName = 'sodium dichlor dihydrate'

/** Soaks since the sanitizer was last dosed or the water changed: what an after-soak dose answers. */
export const openSoaks = (journal: readonly Entry[], now: number): EntryOf<'soak'>[] => {
  const answered = journal
    .filter((entry) => entry.at <= now)
    .filter(({ kind }) => kind === 'dose' || kind === 'water')
    .reduce((latest, { at }) => Math.max(latest, at), Number.NEGATIVE_INFINITY)
  return journal
    .filter(isKind('soak'))
    .filter(
      ({ at, body }) =>
        at > answered &&
        at + body.minutes * MINUTE <= now &&
        now - at - body.minutes * MINUTE < RECENT,
    )
}

/** Load of these soaks together, weighted person-hours. */
export const loadTogether = (soaks: readonly EntryOf<'soak'>[]): number =>
  soaks.reduce((sum, { body }) => sum + loadOf(body), 0)

/** Spoon rules go by the volume rounded up to the next hundred gallons: a little generous is safer than short. Common practice. */
export const spoonGallons = (litres: number): number =>
  100 * Math.ceil(litres / LITRES_PER_US_GALLON / 100 - 1e-6)

/** What a rule asks for now; no grams where its turn has not come, and why. */
export interface RuleDose {
  product: ProductName
  grams: number
  why: StepReason
  purposes: readonly Purpose[]
  notes: PlanNote[]
}

/** Whether this programme's granules are dosed by spoon or by the day. */
export const hasSpoonRules = ({ sanitizer, dosedWith }: Programme): boolean =>
  sanitizer === 'freeChlorine' && dosedWith[0] === GRANULES

/**
 * The sanitizer by a rule instead of by what the water lacks: for those who dose by spoon, by the day, or by the label. Nothing
 * goes in where it was read above its range, or where the rule's time has not come.
 */
export const ruleDose = (
  task: PlanContext,
  journal: readonly Entry[],
  dosing: Exclude<Dosing, 'by demand'>,
): RuleDose => {
  const { programme, tub, estimate, sources } = task
  const { sanitizer } = programme
  const source = sources.find((one) => programme.dosedWith.includes(one.product))
  const labelled = source?.product ?? programme.dosedWith[0]
  const product = dosing === 'label' ? labelled : GRANULES
  const none = (reason: NoteReason): RuleDose => ({
    product,
    grams: 0,
    why: { code: 'rule', dosing },
    purposes: [],
    notes: [{ quantity: sanitizer, reason }],
  })
  const rule = dosing === 'label' ? (source?.label ?? USUAL_RULE[product]) : undefined
  if (dosing === 'label' && !rule) return none({ code: 'label unknown', product })
  const value = quantityOf(estimate.reading, sanitizer)
  if (usable(task, sanitizer) && value > tub.targets.sanitizer.high + UNSEEN_PPM)
    return none({ code: 'label skipped' })

  const open = openSoaks(journal, estimate.at)
  const untested: PlanNote[] = [{ quantity: sanitizer, reason: { code: 'label untested' } }]
  if (dosing === 'spoon rule') {
    if (open.length === 0) return none({ code: 'after the next soak' })
    const heavy = open.some(({ body }) => isHeavy(body))
    const spoons = SPOONS_PER_100_GALLONS[heavy ? 'shock' : 'normal']
    const grams =
      (spoons * gramsInMeasure(GRANULES, 'teaspoon') * spoonGallons(tub.volumeLitres)) / 100
    return {
      product,
      grams: roundToMeasure(product, grams),
      why: { code: 'rule', dosing },
      purposes: heavy ? ['after soak', 'shock'] : ['after soak'],
      notes: untested,
    }
  }
  const everyDays = rule?.everyDays ?? 1
  const last = journal
    .filter(isKind('dose'))
    .filter(({ at, body }) => body.product === product && at <= estimate.at)
    .reduce((latest, { at }) => Math.max(latest, at), Number.NEGATIVE_INFINITY)
  if (estimate.at - last < everyDays * DAY - EARLY)
    return none({
      code: 'label not due',
      product,
      hoursAgo: (estimate.at - last) / HOUR,
      everyDays,
    })
  const grams = rule
    ? (labelGrams(product, tub.volumeLitres, rule) ?? 0)
    : (DAILY_GRAMS_PER_CUBIC_METRE * tub.volumeLitres) / 1000
  return {
    product,
    grams: roundToMeasure(product, grams),
    why:
      dosing === 'label'
        ? { code: 'label', product, ownNote: source?.label?.note }
        : { code: 'rule', dosing },
    purposes: open.length > 0 ? ['residual', 'after soak'] : ['residual'],
    notes: untested,
  }
}

/** Where a dose leads: the residual before, as soon as it has mixed, and a day later with what bathers left met. ppm. */
export interface Outcome {
  beforePpm: number
  peakPpm: number
  tomorrowPpm: number
}

/** The residual as soon as a dose has mixed, ppm. */
export const peakOf = (
  { tub, programme, estimate, sources }: PlanContext,
  dose: { product: ProductName; grams: number } | undefined,
): number => {
  const after = dose
    ? addEffect(estimate.water, effectFor(sources, dose.product), dose.grams, tub.volumeLitres)
    : estimate.water
  return quantityOf(readWater(after), programme.sanitizer)
}

export const outcomeOf = (
  task: PlanContext,
  dose: { product: ProductName; grams: number } | undefined,
): Outcome => {
  const { tub, programme, estimate, sources } = task
  const { sanitizer } = programme
  const peakPpm = peakOf(task, dose)
  const strength = dose && sources.find(({ product }) => product === dose.product)?.strength
  const given: Ahead[] = dose
    ? [
        {
          id: 0,
          at: estimate.at,
          kind: 'dose',
          body: { product: dose.product, grams: dose.grams, ...(strength ? { strength } : {}) },
        },
      ]
    : []
  return {
    beforePpm: quantityOf(estimate.reading, sanitizer),
    peakPpm,
    tomorrowPpm: residualAhead(tub, estimate, 24, given).at(-1)?.value ?? peakPpm,
  }
}
