import type { Plan, PlanStep } from '../advice/planTypes'
import type { Estimate } from '../estimate/estimate'
import type { Entry } from '../journal/entry'
import { PRODUCTS, type ProductName } from '../products/product'
import { programmeOf } from '../programmes/programme'
import {
  ACID_PARTS,
  AIMS,
  CHLORINE_WAYS,
  type Choices,
  DOSING,
  ORDERS,
  PH_RAISERS,
  USUAL_CHOICES,
} from '../tub/choices'
import type { Tub } from '../tub/tub'
import { dosingOf, planToday, type TodayOptions } from './planToday'

/** One way of answering a question, and all that comes of it. */
export interface Alternative {
  value: string
  chosen: boolean
  plan: Plan
}

export interface Question {
  asks: keyof Choices
  /** At least two, and their plans differ. */
  alternatives: Alternative[]
}

const stepSignature = (step: PlanStep) => {
  if (step.kind === 'add') return [step.product, step.grams, step.jets]
  return step.kind === 'aerate' ? ['air', step.minutes] : ['water', step.fraction]
}

/** What tells two plans apart: steps, amounts, jets and their order. */
const signature = ({ steps, later }: Plan): string =>
  JSON.stringify([steps.map(stepSignature), later])

const isGranules = (step: PlanStep) =>
  step.kind === 'add' &&
  PRODUCTS[step.product].family === 'chlorine' &&
  PRODUCTS[step.product].form === 'granules'

const handAcids: readonly ProductName[] = ['sodium bisulfate', 'hydrochloric acid']

const valuesOf = (tub: Tub, asks: keyof Choices): readonly string[] => {
  switch (asks) {
    case 'raisePh':
      return PH_RAISERS
    case 'acidParts':
      return ACID_PARTS
    case 'aim':
      return AIMS
    case 'order':
      return ORDERS
    case 'granules':
      return CHLORINE_WAYS
    case 'dosing':
      return DOSING.filter((one) => dosingOf(tub, one) === one)
    case 'acid':
      return handAcids
    case 'sanitizer':
      return programmeOf(tub.programme).dosedWith.filter(
        (product) => PRODUCTS[product].goes === 'by hand',
      )
  }
}

const ASKED = [
  'raisePh',
  'order',
  'acidParts',
  'acid',
  'sanitizer',
  'dosing',
  'granules',
  'aim',
] as const

/**
 * The questions that matter for this water: those whose answers lead to different plans. Each answer comes with its plan, so
 * that what it costs and where it lands is known before it is chosen. An answer that leads to the same plan as an earlier one
 * is left out, unless it is the one in force.
 */
export const questionsFor = (
  tub: Tub,
  journal: readonly Entry[],
  estimate: Estimate,
  options: TodayOptions = {},
): Question[] => {
  const choices: Choices = { ...USUAL_CHOICES, ...options.choices }
  const planFor = (given: TodayOptions) => planToday(tub, journal, estimate, given).plan
  const current = planFor(options)
  const without = { ...choices, acid: undefined, sanitizer: undefined }
  const plain = planFor({ ...options, choices: without })
  return ASKED.flatMap((asks) => {
    const named = asks === 'acid' || asks === 'sanitizer'
    const used = plain.steps.flatMap((step) => (step.kind === 'add' ? [step.product] : []))
    const values = valuesOf(tub, asks)
    // Which acid or which oxidiser is a question only where one is needed.
    if (named && !values.some((value) => used.includes(value as ProductName))) return []
    const inForce =
      asks === 'dosing'
        ? dosingOf(tub, choices.dosing)
        : (choices[asks] ?? used.find((product) => values.includes(product)))
    if (asks === 'granules' && !plain.steps.some(isGranules)) return []
    const seen = new Map<string, Alternative>()
    for (const value of values) {
      const chosen = value === inForce
      const plan = chosen
        ? current
        : planFor({ ...options, choices: { ...choices, [asks]: value } })
      if (plan.steps.length === 0 && !chosen) continue
      const key = signature(plan)
      if (!seen.has(key) || chosen) seen.set(key, { value, chosen, plan })
    }
    const alternatives = [...seen.values()].toSorted(
      (a, b) => values.indexOf(a.value) - values.indexOf(b.value),
    )
    return alternatives.length > 1 ? [{ asks, alternatives }] : []
  })
}
