import { dosePlan, type Plan, type PlanOptions, planContext } from '../advice/plan'
import { metalsIn, type PlanContext, type SettledDose, usable } from '../advice/planContext'
import type { PlanStep, Purpose } from '../advice/planTypes'
import type { Estimate } from '../estimate/estimate'
import { keptOver } from '../estimate/forecast'
import { type Entry, isKind } from '../journal/entry'
import type { SoakLoad } from '../journal/load'
import type { StartStepId } from '../journal/startStepId'
import { roundToMeasure } from '../products/measure'
import type { ProductName } from '../products/product'
import { contains, keepOutAbove, programmeOf } from '../programmes/programme'
import { type StartStepNow, startUpOwning } from '../routine/startUp'
import { nextShock, type ShockDue, shockDose } from '../soaks/shock'
import { hasSpoonRules, type Outcome, openSoaks, outcomeOf, peakOf, ruleDose } from '../soaks/ways'
import { DAY, HOUR, type Instant, MINUTE } from '../time'
import { DOSING, type Dosing } from '../tub/choices'
import { phLimits, residualFloor } from '../tub/targetsNow'
import type { Tub } from '../tub/tub'
import { type Closure, holdsBack, standsEmpty } from './closure'
import { gatePlan } from './gatePlan'
import { nextSoakAt } from './testOfUse'

/** What was wanted and is not done now, and why; `day`: when it comes up again, where that is known. */
export type SetAside = { day: Instant | undefined } & (
  | { what: 'shock'; reason: 'served' | 'test first' | 'residual high' | 'dosed already' }
  | { what: 'shock'; reason: 'before a soak' }
  /** Metals stain once an oxidiser meets them: inhibitor a day before. */
  | { what: 'shock'; reason: 'metals first' }
  | { what: 'rule'; dosing: Dosing; reason: 'too little' | 'served' }
)

/** One way of dosing the sanitizer: what it would put in now, and where that leads. */
export interface Way {
  dosing: Dosing
  chosen: boolean
  /** Undefined where it would add nothing. */
  dose: { product: ProductName; grams: number } | undefined
  outcome: Outcome
}

export interface PlanToday {
  plan: Plan
  /** What the plan was made with: a plan of a supposed water made with them has the same sanitizer dose. */
  options: PlanOptions
  setAside: SetAside[]
  shock: ShockDue | undefined
  /** The step of a start-up that owns the water: nothing but what it asks for goes in. */
  startUp: StartStepNow | undefined
}

export interface TodayOptions extends PlanOptions {
  plannedSoaks?: readonly { at: Instant; load: SoakLoad }[]
  /** What keeps the tub shut: combined chlorine is shocked, and what no product lowers goes with part of the water. */
  found?: readonly Closure[]
}

/** A shock that comes due within this long is part of what is done now. */
const SOON = 6 * HOUR
/** A shock waits until people have been in, where they are to come within this long; one that nothing but the rhythm asks for waits longer. */
const BEFORE_SOAK = 12 * HOUR
const RHYTHM_WAITS = 4 * DAY
/** What goes in by hand lasts until people mean to get in, if that is not farther ahead. */
const LASTS = 3 * DAY

/** So long an inhibitor holds metals: a month's dose, common practice. */
const INHIBITED = 30 * DAY

/** Acid, bicarbonate, their waits and a test take so long. */
const CORRECTED = 2 * HOUR

type Dose = NonNullable<SettledDose['dose']>

type AddStep = Extract<PlanStep, { kind: 'add' }>

/** The step of a plan that sanitizes or oxidises, where it has one. */
export const sanitizerStepOf = (plan: Plan): AddStep | undefined =>
  plan.steps.find(
    (step): step is AddStep =>
      step.kind === 'add' &&
      step.purposes.some((one) => one === 'residual' || one === 'after soak' || one === 'shock'),
  )

/** The method in force, where this programme has it. */
export const dosingOf = (tub: Tub, chosen: Dosing | undefined): Dosing => {
  const dosing = chosen ?? 'by demand'
  const spoon = dosing === 'spoon rule' || dosing === 'daily grams'
  return spoon && !hasSpoonRules(programmeOf(tub.programme)) ? 'by demand' : dosing
}

/** By the method in force; the demand of the water where a rule would leave the residual below what lets people in. */
const byMethod = (
  task: PlanContext,
  journal: readonly Entry[],
  needed: Dose | undefined,
  dosing: Dosing,
): { settled: SettledDose | undefined; setAside: SetAside[] } => {
  if (dosing === 'by demand') return { settled: undefined, setAside: [] }
  const { tub, estimate, programme } = task
  const rule = ruleDose(task, journal, dosing)
  const { notes } = rule
  const dose: Dose | undefined =
    rule.grams > 0
      ? { product: rule.product, grams: rule.grams, why: rule.why, purposes: rule.purposes }
      : undefined
  const floor = residualFloor(tub, estimate.reading.cyanuricAcidPpm)
  const stays = peakOf(task, dose) - estimate.outstandingDemandPpm
  if (!needed || !usable(task, programme.sanitizer) || stays >= floor)
    return { settled: { dose, notes }, setAside: [] }
  return {
    settled: { dose: needed, notes: [] },
    setAside: dose ? [{ what: 'rule', dosing, reason: 'too little', day: undefined }] : [],
  }
}

/** A shock that is due: part of the sanitizer's dose now, or set aside with its reason. */
const withShock = (
  task: PlanContext,
  dose: Dose | undefined,
  {
    plannedSoaks,
    combined,
  }: { plannedSoaks: NonNullable<TodayOptions['plannedSoaks']>; combined: boolean },
  journal: readonly Entry[],
): { dose: Dose | undefined; shock: ShockDue | undefined; setAside: SetAside[] } => {
  const { tub, programme, estimate, dosingCycle } = task
  const { sanitizer } = programme
  if (sanitizer !== 'freeChlorine' && sanitizer !== 'bromine')
    return { dose, shock: undefined, setAside: [] }
  const now = estimate.at
  const shock = combined
    ? { last: undefined, due: now, why: 'combined' as const, share: 1, wipe: false }
    : nextShock(tub, journal, now)
  if (!shock || shock.due > now + SOON) return { dose, shock, setAside: [] }
  const aside = (
    reason: 'test first' | 'residual high' | 'dosed already' | 'before a soak' | 'metals first',
    day?: Instant,
  ) => ({
    dose,
    shock,
    setAside: [{ what: 'shock' as const, reason, day }],
  })
  const waits = shock.why === 'rhythm' && !task.afterSoak ? RHYTHM_WAITS : BEFORE_SOAK
  const coming = !combined && plannedSoaks.find(({ at }) => at > now && at < now + waits)
  if (coming) return aside('before a soak', coming.at + coming.load.minutes * MINUTE)
  if (metalsIn(task)) {
    const inhibited = Math.max(
      ...journal
        .filter(isKind('dose'))
        .filter(({ at, body }) => at <= now && body.product === 'scale and metal inhibitor')
        .map(({ at }) => at),
    )
    if (inhibited < now - INHIBITED) return aside('metals first')
    if (inhibited > now - DAY) return aside('metals first', inhibited + DAY)
  }
  if (!usable(task, sanitizer)) return aside('test first')
  // What went in since the test is looked at before more of it follows.
  if (dosingCycle.doses.some(({ body }) => programme.dosedWith.includes(body.product)))
    return aside('dosed already')
  // Nothing that only the rhythm asks for keeps out the people who mean to come.
  const routine = shock.why === 'rhythm' || shock.why === 'soak' || shock.why === 'load'
  const most =
    routine && task.holdHours > 0
      ? keepOutAbove(tub) / keptOver(tub, estimate, task.holdHours).slow
      : undefined
  const taken = shockDose(task, dose, { share: shock.share, part: combined, most })
  if (!taken) return aside('residual high')
  const purposes = new Set([...(dose?.purposes ?? []), 'shock' as const])
  return {
    dose: {
      ...taken,
      why: { code: 'shock', due: shock.why, served: dose !== undefined },
      purposes: [...purposes],
    },
    shock,
    setAside: dose ? [{ what: 'shock', reason: 'served', day: undefined }] : [],
  }
}

/** What a step of a start-up does beside starting up. */
const START_PURPOSES: Partial<Record<StartStepId, readonly Purpose[]>> = {
  inhibitor: ['metals'],
  'start shock': ['shock', 'residual'],
  bank: ['bromide bank'],
  oxidise: ['residual'],
  'salt first half': ['salt'],
  'salt second half': ['salt'],
  'cell at zero': ['residual'],
  'held a day': ['residual'],
  'biguanide one': ['residual'],
  peroxide: ['residual'],
}

/** While a start-up is under way, what its step asks for, and nothing beside it. */
const startUpPlan = (
  tub: Tub,
  journal: readonly Entry[],
  { estimate, base, step }: { estimate: Estimate; base: PlanOptions; step: StartStepNow },
): PlanToday => {
  const { product, grams, needs, id } = step
  const pours = needs === 'act' && product !== undefined && (grams ?? 0) > 0
  // What the balance lacks, or the residual, is the ordinary plan's to work out.
  const byPlan = needs === 'correct'
  const settled: SettledDose | undefined =
    byPlan && id !== 'balance'
      ? undefined
      : {
          dose: pours
            ? {
                product,
                grams: roundToMeasure(product, grams ?? 0),
                why: { code: 'start-up', step: id },
                purposes: ['start-up', ...(START_PURPOSES[id] ?? [])],
              }
            : undefined,
          notes: [],
        }
  const options: PlanOptions = { ...base, settled, onlySettled: !byPlan }
  return {
    plan: dosePlan(tub, journal, estimate, options),
    options,
    setAside: [],
    shock: undefined,
    startUp: step,
  }
}

/** So long what was poured for the residual is looked at before a little more follows. Assumed. */
const LOOKED_AT = 6 * HOUR

/** Most of what the residual lacked went in lately: the rest waits for a test. */
const justDosed = ({ dosingCycle, programme, estimate }: PlanContext, needed: Dose | undefined) =>
  needed !== undefined &&
  dosingCycle.doses.some(
    ({ at, body }) =>
      programme.dosedWith.includes(body.product) &&
      estimate.at - at < LOOKED_AT &&
      body.product === needed.product &&
      body.grams > needed.grams,
  )

/** What would go in, were there no closures. */
const wantedToday = (
  tub: Tub,
  journal: readonly Entry[],
  estimate: Estimate,
  { plannedSoaks = [], found = [], ...options }: TodayOptions,
): PlanToday => {
  const shutBy = (code: Closure['code']) => found.some((one) => one.code === code)
  if (shutBy('stabiliser too high')) {
    const replacing = { ...options, replaceWater: true }
    const plan = dosePlan(tub, journal, estimate, replacing)
    if (plan.steps.some(({ kind }) => kind === 'replace water'))
      return { plan, options: replacing, setAside: [], shock: undefined, startUp: undefined }
  }
  const starting = startUpOwning(tub, journal, estimate)
  if (starting) return startUpPlan(tub, journal, { estimate, base: options, step: starting })
  const afterSoak = openSoaks(journal, estimate.at).length > 0
  const next = nextSoakAt(journal, estimate.at, plannedSoaks)
  const holdUntil = next !== undefined && next < estimate.at + LASTS ? next : undefined
  const pH = phLimits(tub)
  const balanceWaits =
    next !== undefined &&
    next < estimate.at + CORRECTED &&
    contains(pH, estimate.reading.pH) &&
    !shutBy('readings disagree')
  const base: PlanOptions = { ...options, afterSoak, holdUntil, balanceWaits }
  const task = planContext(tub, journal, estimate, base)
  const asked = dosePlan(tub, journal, estimate, base)
  const step = sanitizerStepOf(asked)
  const needed: Dose | undefined = step && {
    product: step.product,
    grams: step.grams,
    why: step.why,
    purposes: step.purposes,
  }
  const enough = justDosed(task, needed)
  const method = byMethod(task, journal, needed, dosingOf(tub, task.choices.dosing))
  const chosen = enough ? undefined : method.settled ? method.settled.dose : needed
  const shocked = withShock(
    task,
    chosen,
    { plannedSoaks, combined: shutBy('combined chlorine high') },
    journal,
  )
  const setAside = [...method.setAside, ...shocked.setAside]
  const { shock } = shocked
  if (!enough && !method.settled && shocked.dose === needed)
    return { plan: asked, options: base, setAside, shock, startUp: undefined }
  const settled: SettledDose = { dose: shocked.dose, notes: method.settled?.notes ?? [] }
  const settledOptions = { ...base, settled }
  return {
    plan: dosePlan(tub, journal, estimate, settledOptions),
    options: settledOptions,
    setAside,
    shock,
    startUp: undefined,
  }
}

/**
 * Everything that goes in now, each quantity once: the sanitizer by the tub's own method, a due shock taken into it, what has to
 * wait set aside with its reason, and nothing that a closure holds back. Whoever shows or logs a dose asks here.
 */
export const planToday = (
  tub: Tub,
  journal: readonly Entry[],
  estimate: Estimate,
  options: TodayOptions = {},
): PlanToday => {
  const { found = [] } = options
  const wanted = wantedToday(tub, journal, estimate, options)
  const plan = gatePlan(wanted.plan, found)
  // Where nothing goes in, nothing waits for it either.
  const passed = found.some(holdsBack) ? { ...wanted, plan, setAside: [] } : { ...wanted, plan }
  // Of an empty tub nothing is started up, shocked or set aside.
  return standsEmpty(found)
    ? { ...passed, startUp: undefined, shock: undefined, setAside: [] }
    : passed
}

/** What a water that somebody only supposes would take: its doses, with nothing that today's closures hold back. */
export const supposedPlan = (
  tub: Tub,
  journal: readonly Entry[],
  estimate: Estimate,
  { found = [], ...options }: TodayOptions,
): Plan => gatePlan(dosePlan(tub, journal, estimate, options), found)

/** Every way of dosing that this programme knows, side by side, with what each would put in now and where that leads. */
export const waysToDose = (
  tub: Tub,
  journal: readonly Entry[],
  estimate: Estimate,
  options: TodayOptions = {},
): Way[] => {
  const now = dosingOf(tub, options.choices?.dosing)
  const task = planContext(tub, journal, estimate, options)
  const known = DOSING.filter((one) => dosingOf(tub, one) === one)
  return known.map((dosing): Way => {
    const choices = { ...options.choices, dosing }
    const { plan } = planToday(tub, journal, estimate, { ...options, choices })
    const step = sanitizerStepOf(plan)
    const dose = step && { product: step.product, grams: step.grams }
    return { dosing, chosen: dosing === now, dose, outcome: outcomeOf(task, dose) }
  })
}
