import type { Estimate } from '../estimate/estimate'
import type { Entry } from '../journal/entry'
import type { DoseTarget } from '../products/doseTarget'
import { ppmPerUnit } from '../products/doseTarget'
import type { ProductEffect } from '../products/substance'
import { programmeOf } from '../programmes/programme'
import { HOUR, type Instant } from '../time'
import { type TubChoices, USUAL_CHOICES } from '../tub/choices'
import type { Tub } from '../tub/tub'
import { ATOM } from '../water/constants'
import { readWater } from '../water/solveWater'
import { whyBalance } from './balance'
import { type Correction, correctionOf } from './correction'
import { dilutionsFor } from './dilution'
import { dosingCycleOf } from './dosingCycle'
import { doubted } from './doubted'
import { slackAfterCorrection } from './justCorrected'
import {
  balanceNotes,
  combinedNotes,
  dilutionNotes,
  lackingNotes,
  metalNotes,
  outsideModelNotes,
  sanitizerNotes,
  unreadNotes,
} from './notes'
import { effectFor, isBase, orderOf, type PlanContext, type SettledDose } from './planContext'
import type { Plan, PlanNote } from './planTypes'
import { portionHours } from './portions'
import type { SanitizerReason, StepReason } from './reasons'
import type { Objective, Recipe, RequiredChange } from './recipe'
import { replaceFirst } from './replacing'
import {
  othersFrom,
  RAISED,
  type RequiredChanges,
  requiredChanges,
  SANITIZER_AIM,
} from './requiredChange'
import { type ShelfItem, sourcesOf, usualShelf } from './shelf'
import { stepsFrom } from './steps'

export type { Plan } from './planTypes'

export interface PlanOptions {
  /** What is at hand; left out, the usual products are. */
  shelf?: readonly ShelfItem[] | undefined
  objective?: Objective
  /** Where practice knows more than one way; what is left out goes the usual one. */
  choices?: TubChoices | undefined
  /** Replaces part of the water first, where that is what lowers something; the rest of the plan follows the next test. */
  replaceWater?: boolean
  /** The sanitizer's dose, where that is settled already; left out, it is what the residual lacks. */
  settled?: SettledDose | undefined
  /** Somebody was in and nothing has been dosed since. */
  afterSoak?: boolean
  /** When people mean to get in next: what goes in by hand is to stand in its range then. */
  holdUntil?: Instant | undefined
  /** pH and alkalinity keep nobody out and wait until the people who are about to come have been in. */
  balanceWaits?: boolean
  /** Nothing but the settled dose: pH, alkalinity and minerals wait. */
  onlySettled?: boolean
}

/** What a plan of this water works on. */
export const planContext = (
  tub: Tub,
  journal: readonly Entry[],
  estimate: Estimate,
  options: PlanOptions,
): PlanContext => {
  const programme = programmeOf(tub.programme)
  const choices = { ...USUAL_CHOICES, ...options.choices }
  return {
    tub,
    programme,
    estimate,
    dosingCycle: dosingCycleOf(journal, estimate),
    objective: options.objective ?? 'practice',
    choices,
    settled: options.settled,
    afterSoak: options.afterSoak ?? false,
    holdHours: Math.max(0, ((options.holdUntil ?? estimate.at) - estimate.at) / HOUR),
    alkalinityDoubted: doubted(tub, estimate, 'totalAlkalinity'),
    slack: options.balanceWaits
      ? { pH: Number.POSITIVE_INFINITY, totalAlkalinity: Number.POSITIVE_INFINITY }
      : {
          pH: slackAfterCorrection(tub, journal, estimate, 'pH'),
          totalAlkalinity: slackAfterCorrection(tub, journal, estimate, 'totalAlkalinity'),
        },
    ...sourcesOf(options.shelf ?? usualShelf(programme), programme, estimate.water, choices),
  }
}

/** Bromide bank built where none is known, mg/L as Br⁻: common practice. */
const BANK_PPM = 30
/** Nobody waits so long for the sanitizer because of an alkalinity that keeps nobody out: assumed. */
const LONG_HOURS = 2

/**
 * What to add now, in order: all doses solved together (see recipe.ts), then put in order: alkalinity and pH, hardness,
 * sanitizer last. It starts from the estimate, so that doses already made are counted and a step done differently changes
 * the rest. A quantity that was never read, or whose reading is stale, gets no dose. No dose is so large that it would carry
 * the quantity it corrects over the far edge of its band were the reading a standard deviation off.
 */
export const dosePlan = (
  tub: Tub,
  journal: readonly Entry[],
  estimate: Estimate,
  options: PlanOptions = {},
): Plan => {
  const dilutions = dilutionsFor(tub, estimate)
  const share = Math.max(0, ...dilutions.map(({ fraction }) => fraction ?? 0))
  if (options.replaceWater && share > 0)
    return replaceFirst(tub, estimate, share, (after) =>
      dosePlan(tub, [], after, { ...options, replaceWater: false }),
    )

  const task = planContext(tub, journal, estimate, options)
  const { programme, settled } = task
  const { sanitizer } = programme
  const wants = requiredChanges(task)
  const others = othersFrom(task, wants, task.sources)
  const correction = correctionOf(task, wants, others)
  const short = (wants.required[SANITIZER_AIM[sanitizer]]?.low ?? 0) > 0

  const into = stepsFrom(task)
  const { ordered, imbalance, airMinutes, airHours, aim } = correction
  const air = airHours !== undefined
  const together = [...ordered.map(([product]) => product), ...(air ? (['air'] as const) : [])]
  const all = !options.onlySettled
  const evening = correction.portions.length > 0
  const sanitizes = short || settled?.dose !== undefined
  const long = portionHours(correction.portions) >= LONG_HOURS
  const putOff = long && sanitizes && !imbalance.acidic && !imbalance.alkaline
  if (all && evening && !sanitizes) addPortions(correction, into)
  else if (all && !putOff) {
    for (const [product, dose] of ordered)
      into.add(product, { full: dose, now: dose * correction.share }, 'alkalinity', {
        why: { code: whyBalance(product, imbalance, together) },
      })
    if (air && aim)
      into.aerate(airMinutes * correction.share, aim.pH, airHours, {
        code: whyBalance('air', imbalance, together),
      })
  }
  if (all) addOthers(task, wants, others, into)
  if (settled?.dose) {
    const { product, grams, why, purposes } = settled.dose
    const dose = (1000 * grams) / tub.volumeLitres
    // A start-up brings its bank by a step of its own.
    if (all && product !== 'sodium bromide') addBank(task, into)
    into.add(product, { full: dose, now: dose }, SANITIZER_AIM[sanitizer], { why, purposes })
  }

  const { steps, later, forPh } = into
  const after = readWater(into.water())
  const lacking = lackingNotes(task, wants, others, correction)
  return {
    steps,
    later,
    notes: [
      ...wants.notes,
      ...lacking,
      ...balanceNotes(task, correction, {
        alkalinityPpm: after.totalAlkalinityPpm,
        steps: steps.length,
        aerated: steps.some(({ kind }) => kind === 'aerate'),
        putOff,
      }),
      ...dilutionNotes(task, dilutions),
      ...(settled && settled.notes.length > 0 ? settled.notes : sanitizerNotes(task, short)),
      ...forPh.map((waits) => ({
        quantity: sanitizer,
        reason: { code: 'pH first' as const, ...waits },
      })),
      ...combinedNotes(task),
      ...metalNotes(task),
      ...outsideModelNotes(task, steps.length > 0),
      ...unreadNotes(task),
    ],
    assumed: ordered.length > 0 ? assumedOf(task) : [],
    replaceable: all && share > 0 ? share : undefined,
    before: estimate.reading,
    after,
  }
}

type Steps = ReturnType<typeof stepsFrom>

/** Acid and air by turns, until a test. */
const addPortions = ({ portions, acid, imbalance }: Correction, into: Steps) => {
  for (const [i, portion] of portions.entries()) {
    if (portion.kind === 'acid' && acid)
      into.add(acid, { full: portion.mgPerLitre, now: portion.mgPerLitre }, 'alkalinity', {
        why: { code: i === 0 && imbalance.alkaline ? 'acid for both' : 'acid for alkalinity' },
      })
    if (portion.kind === 'air')
      into.aerate(portion.minutes, portion.pH, portion.hours, {
        code: i === 0 ? 'air before acid' : 'air after acid',
      })
  }
}

/** A bromide bank, where an oxidiser would otherwise find nothing to work on. */
const addBank = ({ programme, estimate, sources }: PlanContext, into: Steps) => {
  const bank = sources.find(({ product }) => product === 'sodium bromide')
  if (programme.sanitizer !== 'bromine' || estimate.bromideBank || !bank) return
  const dose = BANK_PPM / ((bank.effect.bromideMmol * ATOM.Br) / 1000)
  into.add(bank.product, { full: dose, now: dose }, 'bromide', { why: { code: 'bromide bank' } })
}

/** What a mineral is wanted for in this cycle. */
const raisedBy = (
  effect: ProductEffect,
  required: RequiredChange,
): { aimed: DoseTarget; why: StepReason } | undefined => {
  const found = RAISED.find(
    ({ aimed }) => ppmPerUnit(effect, aimed) > 0 && (required[aimed]?.low ?? 0) > 0,
  )
  return found && { aimed: found.aimed, why: { code: found.why } }
}

/** Minerals, stabiliser and salt, then the sanitizer. */
const addOthers = (
  task: PlanContext,
  { required, full }: RequiredChanges,
  others: Recipe,
  into: Steps,
) => {
  const { programme, sources } = task
  const { sanitizer } = programme
  const rest = [...others.doses]
    .filter(([product]) => !isBase(product))
    .toSorted(([a], [b]) => orderOf(a) - orderOf(b))
  for (const [product, dose] of rest) {
    const effect = effectFor(sources, product)
    const sanitizes = programme.dosedWith.includes(product)
    if (sanitizes) addBank(task, into)
    const raised = sanitizes
      ? { aimed: SANITIZER_AIM[sanitizer], why: sanitizerWhy(task, into.steps.length > 0) }
      : raisedBy(effect, required)
    if (!raised) continue
    const now = required[raised.aimed]?.low ?? 0
    const all = full[raised.aimed] ?? now
    into.add(product, { full: now > 0 ? (dose * all) / now : dose, now: dose }, raised.aimed, {
      why: raised.why,
      purposes: sanitizes && task.afterSoak ? ['residual', 'after soak'] : undefined,
    })
  }
}

/** Less than this that lingers is not worth a word, ppm. */
const LINGERS_PPM = 0.3

const sanitizerWhy = ({ programme, estimate }: PlanContext, after: boolean): SanitizerReason => {
  const { sanitizer } = programme
  const ppm = estimate.outstandingDemandPpm
  if (ppm >= LINGERS_PPM) return { code: 'outstanding demand', ppm }
  if (sanitizer === 'bromine') return { code: 'regenerate bromine' }
  if (sanitizer === 'biguanide') return { code: 'raise biguanide' }
  if (sanitizer === 'peroxide') return { code: 'raise peroxide' }
  return { code: after ? 'sanitizer last' : 'raise chlorine' }
}

/** Taken for granted because it was not read. */
const assumedOf = ({ programme, estimate }: PlanContext): PlanNote[] =>
  programme.sanitizer === 'freeChlorine' && !estimate.quantities.cyanuricAcid.lastReading
    ? [
        {
          quantity: 'cyanuricAcid',
          reason: { code: 'stabiliser assumed', ppm: estimate.reading.cyanuricAcidPpm },
        },
      ]
    : []
