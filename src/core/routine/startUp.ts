import { type Handling, handlingOf } from '../advice/handling'
import type { Estimate } from '../estimate/estimate'
import { quantityOf } from '../estimate/testedWater'
import { type Entry, type EntryOf, inOrder, isKind } from '../journal/entry'
import type { StartStepId } from '../journal/startStepId'
import { ppmPerUnit } from '../products/doseTarget'
import { labelGrams, PRODUCTS, type ProductName } from '../products/product'
import { feederOf, hasChlorinePart, tabletsAWeek } from '../programmes/feederKind'
import type { FeederKind } from '../programmes/programme'
import { keepOutAbove, middle, programmeOf } from '../programmes/programme'
import type { Quantity } from '../testing/quantity'
import { HOUR, type Instant, MINUTE } from '../time'
import { inhibitorFirst } from '../tub/fillNeeds'
import { methodOf } from '../tub/methods'
import type { Tub } from '../tub/tub'
import { ATOM } from '../water/constants'

/** A reading that a step waits for, the newest since the step before it. */
export interface Gate {
  quantity: Quantity
  /** Undefined where any reading will do on that side. */
  atLeast?: number
  atMost?: number
}

export interface StartStep {
  id: StartStepId
  product?: ProductName
  /** g; rounded where it is measured out. */
  grams?: number
  /** Until the next step may begin. */
  waitMinutes: number
  /** Done only when all of these were read: the reading counts, not the tick. */
  gates?: readonly Gate[]
  /** A reading for the gates counts only from so long after the step before, minutes. */
  readAfterMinutes?: number
  /** So long after its turn came it is left, whatever was read, minutes. */
  leftAfterMinutes?: number
  /** What holds the level of this programme, where a reading is too high or too low. */
  heldBy?: FeederKind | undefined
  /** Tablets to load, and into what. */
  tablets?: { count: number; holder: 'floater' | 'feeder' }
  /** Where it goes in, by how the people of this tub do it. */
  into?: Handling['into']
}

/** What a step is waiting for: to be done, time, a test, a level that has to fall, or one that has to be corrected by the plan. */
export type StartNeed = 'act' | 'wait' | 'test' | 'fall' | 'correct'

interface StepState {
  doneAt: Instant | undefined
  /** Since when its wait has run. */
  since: Instant
  /** When its wait is over, if it is waiting. */
  readyAt: Instant | undefined
  needs: StartNeed | undefined
}

export type StartStepNow = StartStep & StepState

export interface StartProgress {
  steps: StartStepNow[]
  /** The fill that this start-up belongs to. */
  since: Instant
  /** The first step that is not done; undefined when all are. */
  now: StartStepNow | undefined
}

/** A full first dose of granules, g for 1000 L: common practice. */
const SHOCK_GRAMS_PER_CUBIC_METRE = 25
/** Bromide for a new bank, mg/L as Br⁻: common practice. */
const BANK_PPM = 30
/** With a cell: dosed by hand to this, and held at 3 ppm for a day before it may take over. Common practice. */
export const CELL_START = {
  /** By hand to this, ppm, read five minutes later and repeated until it is near. */
  byHand: 5,
  reached: 4,
  readAfterMinutes: 5,
  held: 3,
  /** What a hand can't hold for a day after so many goes the cell has to. Common practice: up to several days. */
  triedDays: 3,
  saltPpm: 1750,
  saltHalf: 0.5,
  /** Five minutes with fine salt, half an hour with coarse. */
  saltWaitMinutes: 30,
  /** A salt strip and a cell's display cannot tell less apart, ppm: assumed. */
  saltNearPpm: 150,
}
/** Where biguanide starts, ppm: the top of its label's range. */
const BIGUANIDE_START_PPM = 50
const PEROXIDE_START_PPM = 100

/** Grams of a product that raise what it is for by so many ppm. */
const gramsFor = (
  tub: Tub,
  product: ProductName,
  aimed: Parameters<typeof ppmPerUnit>[1],
  ppm: number,
): number =>
  Math.max(0, (ppm / ppmPerUnit(PRODUCTS[product].perGram, aimed)) * (tub.volumeLitres / 1000))

/**
 * Near enough to sanitize: pH where the sanitizer works, alkalinity that holds it. What is left to the middle of the range is the
 * ordinary plan's.
 */
const balance = (tub: Tub): StartStep => {
  const { pH, totalAlkalinity } = tub.targets
  return {
    id: 'balance',
    waitMinutes: 0,
    gates: [
      { quantity: 'pH', atLeast: pH.low - 0.1, atMost: pH.high + 0.1 },
      {
        quantity: 'totalAlkalinity',
        atLeast: totalAlkalinity.low - 20,
        atMost: totalAlkalinity.high + 40,
      },
    ],
  }
}

/** As its people decided, or by the fill water. */
const metalsFirst = (tub: Tub, estimate: Estimate): boolean =>
  tub.metalsFirst ?? inhibitorFirst(estimate.fillWater)

const inhibitor = (tub: Tub, first: boolean): StartStep => ({
  id: 'inhibitor',
  product: 'scale and metal inhibitor',
  grams: labelGrams('scale and metal inhibitor', tub.volumeLitres) ?? 0,
  waitMinutes: first ? 24 * 60 : 60,
})

/** A little above its range hardness can wait: from so much on it is softened before the salt. Assumed. */
const SOFTEN_ABOVE = 1.5

/** Scale settles on a cell's plates first: hard water is softened before the salt, a day at a time. Common practice. */
const soften = (tub: Tub, estimate: Estimate): StartStep[] => {
  const { high } = tub.targets.calciumHardness
  const read = estimate.quantities.calciumHardness.lastReading?.value
  const known = Math.max(read ?? 0, estimate.fillWater.calciumHardnessPpm ?? 0)
  return feederOf(tub.programme) === 'cell' && known > SOFTEN_ABOVE * high
    ? [{ id: 'soften', waitMinutes: 0, gates: [{ quantity: 'calciumHardness', atMost: high }] }]
    : []
}

/** So near what the heater is set to it is warm enough to balance, °C; and no more than this is asked for. Assumed. */
const NEARLY_WARM = { below: 3, most: 35 }

/** Readings move as the water warms: one school balances at temperature only. Common practice. */
const warm = (tub: Tub): StartStep[] =>
  methodOf(tub, 'balanceAt') === 'warm'
    ? [
        {
          id: 'warm',
          waitMinutes: 0,
          gates: [
            {
              quantity: 'temperature',
              atLeast: Math.min(tub.setTemperatureCelsius - NEARLY_WARM.below, NEARLY_WARM.most),
            },
          ],
        },
      ]
    : []

/** Beside silver or minerals the residual is a small one, and no shock's worth of chlorine opens it: common practice. */
const MINERAL_START_PPM = 5

/** A light first dose goes as high as people may still get in, so that it stands in its range the next morning. */
const lightPpm = (tub: Tub): number => Math.min(tub.targets.sanitizer.high, keepOutAbove(tub))

const chlorineShock = (tub: Tub, product: ProductName): StartStep => {
  const mineral =
    tub.programme === 'silver or mineral with low chlorine' ||
    tub.programme === 'mineral with metered chlorine'
  const fullPpm =
    SHOCK_GRAMS_PER_CUBIC_METRE *
    ppmPerUnit(PRODUCTS['sodium dichlor dihydrate'].perGram, 'chlorine')
  const shockPpm = methodOf(tub, 'firstDose') === 'full' ? fullPpm : lightPpm(tub)
  return {
    id: 'start shock',
    product,
    grams: gramsFor(tub, product, 'chlorine', mineral ? MINERAL_START_PPM : shockPpm),
    waitMinutes: 30,
  }
}

/** In its range a while after the first dose, and not so high that nobody may get in. */
const residual = (tub: Tub, hours: number): StartStep => {
  const { sanitizer } = programmeOf(tub.programme)
  return {
    id: 'residual',
    waitMinutes: 0,
    readAfterMinutes: hours * 60,
    ...(feederOf(tub.programme) ? { heldBy: feederOf(tub.programme) } : {}),
    gates: [{ quantity: sanitizer, atLeast: tub.targets.sanitizer.low, atMost: keepOutAbove(tub) }],
  }
}

const bank = (tub: Tub): StartStep => ({
  id: 'bank',
  product: 'sodium bromide',
  grams: (BANK_PPM * tub.volumeLitres) / (PRODUCTS['sodium bromide'].perGram.bromideMmol * ATOM.Br),
  waitMinutes: 15,
})

const oxidise = (tub: Tub): StartStep => ({
  id: 'oxidise',
  product: 'potassium monopersulfate',
  grams: gramsFor(tub, 'potassium monopersulfate', 'bromine', middle(tub.targets.sanitizer)),
  waitMinutes: 30,
})
/** Half of the salt, measured, and then as much as is missing until the cell's figure is read: it cannot be taken out again. */
const saltSteps = (tub: Tub, estimate: Estimate): StartStep[] => {
  const bromide = tub.programme === 'salt bromine'
  const product: ProductName = bromide ? 'sodium bromide' : 'sodium chloride'
  const wanted = tub.targets.salt?.high ?? CELL_START.saltPpm
  const missing = Math.max(0, wanted - quantityOf(estimate.reading, 'salt'))
  const gramsOf = (ppm: number) => (ppm * tub.volumeLitres) / 1000
  // A salt strip does not show sodium bromide; the cell's display does.
  const gates = (atLeast: number): Pick<StartStep, 'gates'> =>
    bromide ? {} : { gates: [{ quantity: 'salt', atLeast }] }
  return [
    {
      id: 'salt first half',
      product,
      into: handlingOf(product, tub).into,
      grams: gramsOf(missing * CELL_START.saltHalf),
      waitMinutes: CELL_START.saltWaitMinutes,
    },
    { id: 'salt measured', waitMinutes: 0, ...gates(0) },
    {
      id: 'salt second half',
      product,
      grams: gramsOf(bromide ? missing * CELL_START.saltHalf : missing),
      waitMinutes: CELL_START.saltWaitMinutes,
      ...gates(wanted - CELL_START.saltNearPpm),
    },
  ]
}

const cellSteps = (tub: Tub, estimate: Estimate): StartStep[] => {
  const bromine = tub.programme === 'salt bromine'
  const product: ProductName = bromine ? 'potassium monopersulfate' : 'sodium hypochlorite'
  const sanitizer = bromine ? 'bromine' : 'freeChlorine'
  const missing = Math.max(0, CELL_START.byHand - quantityOf(estimate.reading, sanitizer))
  const grams = gramsFor(tub, product, bromine ? 'bromine' : 'chlorine', missing)
  return [
    {
      id: 'cell at zero',
      product,
      grams,
      waitMinutes: CELL_START.readAfterMinutes,
      gates: [{ quantity: sanitizer, atLeast: CELL_START.reached, atMost: 2 * CELL_START.byHand }],
    },
    {
      // Below: back to the dose by hand, boost on, and looked at again a day later.
      id: 'held a day',
      product,
      grams,
      waitMinutes: 0,
      readAfterMinutes: 24 * 60,
      leftAfterMinutes: CELL_START.triedDays * 24 * 60,
      gates: [{ quantity: sanitizer, atLeast: CELL_START.held, atMost: keepOutAbove(tub) }],
    },
    { id: 'cell on', waitMinutes: 0 },
  ]
}

const own = (tub: Tub, estimate: Estimate): StartStep[] => {
  switch (tub.programme) {
    case 'granular chlorine':
      return [chlorineShock(tub, 'sodium dichlor dihydrate'), residual(tub, 12)]
    case 'liquid chlorine':
      return [chlorineShock(tub, 'sodium hypochlorite'), residual(tub, 12)]
    case 'chlorine tablets':
      return [
        chlorineShock(tub, 'sodium dichlor dihydrate'),
        residual(tub, 12),
        {
          id: 'floater',
          waitMinutes: 0,
        },
      ]
    case 'bromine tablets':
    case 'in-line bromine feeder':
      return [
        bank(tub),
        oxidise(tub),
        {
          id: 'feeder',
          tablets: {
            count: tabletsAWeek(tub.volumeLitres),
            holder: tub.programme === 'bromine tablets' ? 'floater' : 'feeder',
          },
          waitMinutes: 24 * 60,
        },
        residual(tub, 0),
      ]
    case 'bromide bank with oxidiser':
      return [bank(tub), oxidise(tub), residual(tub, 1)]
    case 'in-line salt chlorine':
    case 'over-the-side salt chlorine':
    case 'salt bromine':
      return [...saltSteps(tub, estimate), ...cellSteps(tub, estimate)]
    case 'silver or mineral with low chlorine':
    case 'mineral with metered chlorine':
      return [
        {
          id: 'cartridge',
          ...(hasChlorinePart(tub.programme) ? { heldBy: feederOf(tub.programme) } : {}),
          waitMinutes: 0,
        },
        chlorineShock(tub, 'sodium dichlor dihydrate'),
        residual(tub, 12),
      ]
    case 'biguanide':
      // Its scale control and at once the oxidiser; the sanitizer a quarter of an hour later.
      return [
        { id: 'biguanide oxidiser', product: 'hydrogen peroxide', waitMinutes: 15 },
        {
          id: 'biguanide one',
          product: 'biguanide',
          grams: gramsFor(tub, 'biguanide', 'biguanide', BIGUANIDE_START_PPM),
          waitMinutes: 15,
        },
        residual(tub, 0),
      ]
    case 'hydrogen peroxide':
      return [
        {
          id: 'peroxide',
          product: 'hydrogen peroxide',
          grams: gramsFor(tub, 'hydrogen peroxide', 'peroxide', PEROXIDE_START_PPM),
          waitMinutes: 60,
        },
        residual(tub, 0),
      ]
  }
}

/** From a fresh fill to the first soak, in order; common practice. */
export const startSteps = (tub: Tub, estimate: Estimate): StartStep[] => {
  const first = metalsFirst(tub, estimate)
  const early: StartStep[] = [
    { id: 'filled', waitMinutes: 0 },
    ...soften(tub, estimate),
    ...warm(tub),
    balance(tub),
  ]
  // Biguanide brings its own scale control.
  if (tub.programme === 'biguanide' && !first) return [...early, ...own(tub, estimate)]
  return first
    ? [...early.slice(0, 1), inhibitor(tub, true), ...early.slice(1), ...own(tub, estimate)]
    : [...early, ...own(tub, estimate), inhibitor(tub, false)]
}

/** So long after the fill a residual in its range says that the water was started up; where a feeder or cell is to hold it, that it does. */
const STARTED_HOURS = { byHand: 24, fed: 72 }

/** A residual in its range well after the fill: whoever got there has started the water up, ticked or not. */
const startedUnticked = (tub: Tub, tests: readonly EntryOf<'test'>[], since: Instant): boolean => {
  const { sanitizer } = programmeOf(tub.programme)
  const hours = feederOf(tub.programme) ? STARTED_HOURS.fed : STARTED_HOURS.byHand
  return tests.some(
    ({ at, body }) =>
      at >= since + hours * HOUR && (body.readings[sanitizer] ?? 0) >= tub.targets.sanitizer.low,
  )
}

/** A start-up that nobody has begun is offered for so long after the fill. */
export const START_DAYS = 14
/** So much of a step's dose counts as the dose. */
const MOST_OF_IT = 0.8
/** Less than this is not worth measuring out, mg per litre. */
const NEGLIGIBLE_MG_PER_LITRE = 1

/** Steps that only raise the sanitizer. A first shock is for pipes and shell too, so that a reading does not stand in for it. */
const RAISES: ReadonlySet<StartStepId> = new Set([
  'bank',
  'oxidise',
  'biguanide one',
  'biguanide oxidiser',
  'peroxide',
])

/** Steps that their people may accept as near enough: hardness that a bag takes days over, a balance that no dose is left for. */
const ACCEPTED: ReadonlySet<StartStepId> = new Set(['balance', 'soften'])

/** Whether a person's tick carries a step on: it was to be done, or is near enough for them. */
export const isTicked = ({ id, needs }: Pick<StartStepNow, 'id' | 'needs'>): boolean =>
  needs === 'act' || (needs === 'correct' && ACCEPTED.has(id))

/** How the gates stand at a moment, by the newest reading of each. */
const gatesAt = (
  gates: readonly Gate[],
  tests: readonly EntryOf<'test'>[],
): { need: StartNeed | undefined; at: Instant } => {
  let at = Number.NEGATIVE_INFINITY
  let need: StartNeed | undefined
  for (const { quantity, atLeast = 0, atMost = Number.POSITIVE_INFINITY } of gates) {
    const newest = tests.findLast(({ body }) => body.readings[quantity] !== undefined)
    const value = newest?.body.readings[quantity]
    if (!newest || value === undefined) return { need: 'test', at }
    at = Math.max(at, newest.at)
    // Nothing is poured for warmth: it is read again.
    if (quantity === 'temperature' && value < atLeast) return { need: 'test', at }
    const high = value > atMost
    const sanitizes = quantity !== 'pH' && quantity !== 'totalAlkalinity'
    if (value < atLeast || (high && !sanitizes)) need = 'correct'
    else if (high) need ??= 'fall'
  }
  return { need, at }
}

/** When all gates first stood open; where they never did, what they wait for by the newest readings. */
const readGates = (
  gates: readonly Gate[],
  tests: readonly EntryOf<'test'>[],
  from: Instant,
): { need: StartNeed | undefined; at: Instant } => {
  const since = tests.filter(({ at }) => at >= from)
  for (let read = 1; read <= since.length; read++) {
    const found = gatesAt(gates, since.slice(0, read))
    if (found.need === undefined) return found
  }
  return gatesAt(gates, since)
}

/**
 * Where a start-up stands: undefined where the journal knows no fill, or the fill is older than two weeks, or the water was plainly
 * started up without it. A step is done by what the journal holds: its dose logged anywhere, a test made before anybody
 * pressed anything; where it waits for a reading, the newest one counts.
 */
export const startProgress = (
  tub: Tub,
  journal: readonly Entry[],
  estimate: Estimate,
): StartProgress | undefined => {
  const { filledAt: since, at: now } = estimate
  if (since === undefined || now - since > START_DAYS * 24 * HOUR) return undefined
  const past = inOrder(journal.filter(({ at }) => at >= since && at <= now))
  const starts = past.filter(isKind('start'))
  const tests = past.filter(isKind('test'))
  const doses = past.filter(isKind('dose'))
  if (starts.length === 0 && startedUnticked(tub, tests, since)) return undefined

  const { sanitizer } = programmeOf(tub.programme)
  // A residual in its range in this water: whatever was to raise it has been done.
  const newest = tests.findLast(({ body }) => body.readings[sanitizer] !== undefined)
  const held = (newest?.body.readings[sanitizer] ?? 0) >= tub.targets.sanitizer.low
  let from = since
  let open: StartStepNow | undefined
  const steps = startSteps(tub, estimate).map((step): StartStepNow => {
    const idle = { ...step, doneAt: undefined, since: from, readyAt: undefined, needs: undefined }
    if (open) return idle
    const ticked = starts.findLast(({ at, body }) => at >= since && body.step === step.id)?.at
    const gates = step.gates ?? []
    const readFrom = from + (step.readAfterMinutes ?? 0) * MINUTE
    const gate = readGates(gates, tests, readFrom)
    // Where the plan has nothing left to add, its people may go on from what is near enough for them.
    const accepted =
      ACCEPTED.has(step.id) && gate.need === 'correct' && (ticked ?? 0) >= gate.at
        ? ticked
        : undefined
    const passed = gates.length > 0 && gate.need === undefined ? gate.at : accepted
    // What was poured towards this step since it was last read.
    const lastRead = gates.length > 0 && gate.need !== 'test' ? Math.max(from, gate.at) : from
    const poured = doses.filter(({ at, body }) => at >= lastRead && body.product === step.product)
    const again = poured.at(-1)?.at
    const small = ((step.grams ?? 0) * 1000) / tub.volumeLitres < NEGLIGIBLE_MG_PER_LITRE
    let grams = 0
    const enough = poured.find(({ body }) => {
      grams += body.grams
      return grams >= MOST_OF_IT * (step.grams ?? 0)
    })
    const pouredAt = step.grams === undefined || !small ? enough?.at : undefined
    const acts = step.product !== undefined || gates.length === 0
    const acted =
      step.id === 'filled'
        ? since
        : (pouredAt ?? ticked ?? (step.id === 'cell on' ? setAt(past, from) : undefined))
    const nothingToPour = step.product !== undefined && small && step.grams !== undefined

    const leftAt = from + (step.leftAfterMinutes ?? 0) * MINUTE
    let doneAt: Instant | undefined
    let readyAt: Instant | undefined
    let needs: StartNeed | undefined
    let waitsSince = from
    if (passed !== undefined) doneAt = passed
    else if (gates.length === 0) {
      if (acted !== undefined) {
        waitsSince = acted
        const end = acted + step.waitMinutes * MINUTE
        if (end > now) {
          readyAt = end
          needs = 'wait'
        }
        doneAt = end > now ? undefined : end
      } else if (nothingToPour || (held && RAISES.has(step.id))) doneAt = from
      else needs = 'act'
    } else if (step.leftAfterMinutes !== undefined && leftAt <= now) doneAt = leftAt
    else if (readFrom > now) {
      readyAt = readFrom
      needs = 'wait'
    } else if (step.readAfterMinutes && again !== undefined) {
      // Brought back since it was last read: looked at again as long after.
      waitsSince = again
      const end = again + step.readAfterMinutes * MINUTE
      readyAt = end > now ? end : undefined
      needs = end > now ? 'wait' : 'test'
    } else if (acts && pouredAt !== undefined) {
      // Poured since it was last read: its wait, then a test.
      waitsSince = pouredAt
      const end = pouredAt + step.waitMinutes * MINUTE
      readyAt = end > now ? end : undefined
      needs = end > now ? 'wait' : 'test'
    } else if (acts && gate.need === 'test' && step.readAfterMinutes) needs = 'test'
    else if (acts && gate.need !== 'fall') needs = nothingToPour ? 'test' : 'act'
    else needs = gate.need
    const state: StartStepNow = { ...step, doneAt, since: waitsSince, readyAt, needs }
    if (doneAt === undefined) open = state
    else
      from = Math.max(from, gates.length > 0 ? doneAt : (acted ?? from) + step.waitMinutes * MINUTE)
    return state
  })
  // Whoever has a residual without a step of this has started the water up in a way of their own.
  const begun = steps.some(
    ({ id, doneAt }) => id !== 'filled' && id !== 'balance' && doneAt !== undefined,
  )
  const read = tests.some(
    ({ body }) => (body.readings[sanitizer] ?? 0) >= tub.targets.sanitizer.low,
  )
  return begun || starts.length > 0 || !read ? { steps, since, now: open } : undefined
}

/** When the cell was first set to give something, from a moment on. */
const setAt = (past: readonly Entry[], from: Instant): Instant | undefined =>
  past.filter(isKind('feeder')).find(({ at, body }) => at >= from && (body.setting ?? 0) > 0)?.at

/**
 * The step whose turn it is, where a start-up owns the water: once begun until it is done, and after every fill until a residual was
 * read in it. What goes in then is what the start-up asks for. Inhibitor that comes last holds nothing up.
 */
export const startUpOwning = (
  tub: Tub,
  journal: readonly Entry[],
  estimate: Estimate,
): StartStepNow | undefined => {
  const now = startProgress(tub, journal, estimate)?.now
  return now?.id === 'inhibitor' && !metalsFirst(tub, estimate) ? undefined : now
}
