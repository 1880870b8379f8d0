import type { Estimate } from '../estimate/estimate'
import { quantityOf } from '../estimate/testedWater'
import { type Entry, type EntryOf, isKind } from '../journal/entry'
import { ppmPerUnit } from '../products/doseTarget'
import { labelGrams, PRODUCTS, type ProductName } from '../products/product'
import { tabletsAWeek } from '../programmes/feederKind'
import { middle, programmeOf } from '../programmes/programme'
import type { Quantity } from '../testing/quantity'
import { HOUR, type Instant, MINUTE } from '../time'
import type { Tub } from '../tub/tub'
import { ATOM } from '../water/constants'

export const START_STEP_IDS = [
  'filled',
  'inhibitor',
  'balance',
  'start shock',
  'residual',
  'bank',
  'oxidise',
  'salt first half',
  'salt measured',
  'salt second half',
  'cell at zero',
  'held a day',
  'cell on',
  'floater',
  'feeder',
  'cartridge',
  'biguanide one',
  'biguanide oxidiser',
  'peroxide',
] as const
export type StartStepId = (typeof START_STEP_IDS)[number]
export const isStartStep = (text: string): text is StartStepId =>
  (START_STEP_IDS as readonly string[]).includes(text)

/** What a step of a start-up waits for before the next: time, and where it says so a reading. */
export interface StartStep {
  id: StartStepId
  product?: ProductName
  /** g; rounded where it is measured out. */
  grams?: number
  /** Until the next step may begin. */
  waitMinutes: number
  /** The next step begins only once this was read, at least so much. */
  until?: { quantity: Quantity; atLeast: number }
  /** Tablets to load, and into what. */
  tablets?: { count: number; holder: 'floater' | 'feeder' }
}

export interface StartProgress {
  steps: (StepState & StartStep)[]
  /** The fill that this start-up belongs to. */
  since: Instant
  /** The first step that is not done; undefined when all are. */
  now: (StepState & StartStep) | undefined
}

interface StepState {
  doneAt: Instant | undefined
  /** When its wait is over, if it is done and waiting. */
  readyAt: Instant | undefined
  /** Its reading has not come yet, or was too low. */
  stuck: boolean
}

/** Start-up shock with granules, g for 1000 L: common practice. */
const SHOCK_GRAMS_PER_CUBIC_METRE = 25
/** Bromide for a new bank, mg/L as Br⁻: common practice. */
const BANK_PPM = 30
/** With a cell: dosed by hand to this, and held at 3 ppm for a day before it may take over. Common practice. */
export const CELL_START = { byHand: 5, held: 3, saltHalf: 0.5 }
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

const labelled = (tub: Tub, product: ProductName, times = 1): number =>
  times * (labelGrams(product, tub.volumeLitres) ?? 0)

const balance = (): StartStep => ({
  id: 'balance',
  waitMinutes: 0,
  until: { quantity: 'totalAlkalinity', atLeast: 0 },
})

const inhibitor = (tub: Tub): StartStep => ({
  id: 'inhibitor',
  product: 'scale and metal inhibitor',
  grams: labelled(tub, 'scale and metal inhibitor', 2),
  waitMinutes: 24 * 60,
})

const chlorineShock = (tub: Tub, product: ProductName): StartStep => {
  const chlorinePpm =
    SHOCK_GRAMS_PER_CUBIC_METRE *
    ppmPerUnit(PRODUCTS['sodium dichlor dihydrate'].perGram, 'chlorine')
  return {
    id: 'start shock',
    product,
    grams: gramsFor(tub, product, 'chlorine', chlorinePpm),
    waitMinutes: 30,
  }
}

const residual = (tub: Tub, hours: number): StartStep => {
  const { sanitizer } = programmeOf(tub.programme)
  return {
    id: 'residual',
    waitMinutes: hours * 60,
    until: { quantity: sanitizer, atLeast: tub.targets.sanitizer.low },
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
const saltSteps = (tub: Tub, estimate: Estimate): StartStep[] => {
  const product: ProductName =
    tub.programme === 'salt bromine' ? 'sodium bromide' : 'sodium chloride'
  const wanted = tub.targets.salt ? middle(tub.targets.salt) : 1600
  const missing = Math.max(0, wanted - quantityOf(estimate.reading, 'salt'))
  const half = (missing * CELL_START.saltHalf * tub.volumeLitres) / 1000
  return [
    {
      id: 'salt first half',
      product,
      grams: half,
      waitMinutes: 60,
    },
    {
      id: 'salt measured',
      waitMinutes: 0,
      // A salt strip does not show sodium bromide; the cell's display does.
      ...(product === 'sodium chloride'
        ? { until: { quantity: 'salt' as const, atLeast: 1 } }
        : {}),
    },
    {
      id: 'salt second half',
      product,
      grams: half,
      waitMinutes: 60,
    },
  ]
}

const cellSteps = (tub: Tub): StartStep[] => {
  const bromine = tub.programme === 'salt bromine'
  const product: ProductName = bromine ? 'potassium monopersulfate' : 'sodium hypochlorite'
  const sanitizer = bromine ? 'bromine' : 'freeChlorine'
  return [
    {
      id: 'cell at zero',
      product,
      grams: gramsFor(tub, product, bromine ? 'bromine' : 'chlorine', CELL_START.byHand),
      waitMinutes: 24 * 60,
    },
    {
      id: 'held a day',
      waitMinutes: 0,
      until: { quantity: sanitizer, atLeast: CELL_START.held },
    },
    {
      id: 'cell on',
      waitMinutes: 0,
    },
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
      return [...saltSteps(tub, estimate), ...cellSteps(tub)]
    case 'silver or mineral with low chlorine':
    case 'mineral with metered chlorine':
      return [
        {
          id: 'cartridge',
          waitMinutes: 0,
        },
        chlorineShock(tub, 'sodium dichlor dihydrate'),
        residual(tub, 12),
      ]
    case 'biguanide':
      return [
        {
          id: 'biguanide one',
          product: 'biguanide',
          grams: gramsFor(tub, 'biguanide', 'biguanide', BIGUANIDE_START_PPM),
          waitMinutes: 15,
        },
        {
          id: 'biguanide oxidiser',
          product: 'hydrogen peroxide',
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
export const startSteps = (tub: Tub, estimate: Estimate): StartStep[] => [
  {
    id: 'filled',
    waitMinutes: 0,
  },
  inhibitor(tub),
  balance(),
  ...own(tub, estimate),
]

/** A residual in its range a day after the fill: whoever got there has started the water up, ticked or not. */
const startedUnticked = (tub: Tub, tests: readonly EntryOf<'test'>[], since: Instant): boolean => {
  const { sanitizer } = programmeOf(tub.programme)
  return tests.some(
    ({ at, body }) =>
      at >= since + 24 * HOUR && (body.readings[sanitizer] ?? 0) >= tub.targets.sanitizer.low,
  )
}

/**
 * Where a start-up stands: undefined where the journal knows no fill, or the fill is older than this, or the water was plainly
 * started up without ticking a step.
 */
const START_DAYS = 14

export const startProgress = (
  tub: Tub,
  journal: readonly Entry[],
  estimate: Estimate,
): StartProgress | undefined => {
  const { filledAt: since, at } = estimate
  if (since === undefined || at - since > START_DAYS * 24 * HOUR) return undefined
  const starts = journal
    .filter(isKind('start'))
    .filter((entry) => entry.at >= since && entry.at <= at)
  const tests = journal
    .filter(isKind('test'))
    .filter((entry) => entry.at >= since && entry.at <= at)
  if (starts.length === 0 && startedUnticked(tub, tests, since)) return undefined
  const steps = startSteps(tub, estimate).map((step): StepState & StartStep => {
    const doneAt = starts.find(({ body }) => body.step === step.id)?.at
    const end = doneAt === undefined ? undefined : doneAt + step.waitMinutes * MINUTE
    const read = step.until
      ? tests.findLast(
          ({ at: testAt, body }) =>
            testAt >= (doneAt ?? since) &&
            body.readings[step.until?.quantity ?? 'pH'] !== undefined,
        )?.body.readings[step.until.quantity]
      : undefined
    return {
      ...step,
      doneAt,
      readyAt: end !== undefined && end > at ? end : undefined,
      stuck: step.until !== undefined && (read === undefined || read < step.until.atLeast),
    }
  })
  const open = steps.find(({ doneAt, readyAt, stuck }) => {
    if (readyAt !== undefined) return true
    return doneAt === undefined || stuck
  })
  return { steps, since, now: open }
}
