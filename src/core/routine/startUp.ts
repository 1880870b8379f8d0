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

/** What a step of a start-up waits for before the next: time, and where it says so a reading. */
export interface StartStep {
  id: string
  title: string
  how: string
  product?: ProductName
  /** g; rounded where it is measured out. */
  grams?: number
  /** Until the next step may begin. */
  waitMinutes: number
  /** The next step begins only once this was read, at least so much. */
  until?: { quantity: Quantity; atLeast: number }
  caution?: string
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
const CELL = { byHand: 5, held: 3, saltHalf: 0.5 }
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
  title: 'Test and balance',
  how: 'Test pH, alkalinity and hardness, dose as the plan says, test again.',
  waitMinutes: 0,
  until: { quantity: 'totalAlkalinity', atLeast: 0 },
})

const inhibitor = (tub: Tub): StartStep => ({
  id: 'inhibitor',
  title: 'Inhibitor against scale and metal',
  how: 'By its label at a fill, before anything that oxidises. A day later rinse the filter.',
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
    title: 'The first, large dose',
    how: 'Jets on, cover half open for half an hour, nobody in until it has come down into its range.',
    product,
    grams: gramsFor(tub, product, 'chlorine', chlorinePpm),
    waitMinutes: 30,
  }
}

const residual = (tub: Tub, hours: number): StartStep => {
  const { sanitizer } = programmeOf(tub.programme)
  return {
    id: 'residual',
    title: 'Test the sanitizer',
    how: 'It should stand in its range; only then anyone gets in.',
    waitMinutes: hours * 60,
    until: { quantity: sanitizer, atLeast: tub.targets.sanitizer.low },
  }
}

const bank = (tub: Tub): StartStep => ({
  id: 'bank',
  title: 'Bromide bank',
  how: 'What the oxidiser and the tablets turn into bromine.',
  product: 'sodium bromide',
  grams: (BANK_PPM * tub.volumeLitres) / (PRODUCTS['sodium bromide'].perGram.bromideMmol * ATOM.Br),
  waitMinutes: 15,
})

const oxidise = (tub: Tub): StartStep => ({
  id: 'oxidise',
  title: 'Oxidiser, for a residual at once',
  how: 'Jets on, cover half open for half an hour.',
  product: 'potassium monopersulfate',
  grams: gramsFor(tub, 'potassium monopersulfate', 'bromine', middle(tub.targets.sanitizer)),
  waitMinutes: 30,
})
const saltSteps = (tub: Tub, estimate: Estimate): StartStep[] => {
  const product: ProductName =
    tub.programme === 'salt bromine' ? 'sodium bromide' : 'sodium chloride'
  const wanted = tub.targets.salt ? middle(tub.targets.salt) : 1600
  const missing = Math.max(0, wanted - quantityOf(estimate.reading, 'salt'))
  const half = (missing * CELL.saltHalf * tub.volumeLitres) / 1000
  const { commonName } = PRODUCTS[product]
  return [
    {
      id: 'salt first half',
      title: `Half of the ${commonName}`,
      how: 'The fill water’s own salt is counted. Jets on, a cup at a time before a return jet, five minutes between; coarse salt half an hour.',
      product,
      grams: half,
      waitMinutes: 60,
      caution: 'Never over: too much leaves only with the water. Kitchen salt is not for this.',
    },
    {
      id: 'salt measured',
      title: 'Measure the salt',
      how: 'With the cell’s own display or a salt strip, and keep it as a test.',
      waitMinutes: 0,
      // A salt strip does not show sodium bromide; the cell's display does.
      ...(product === 'sodium chloride'
        ? { until: { quantity: 'salt' as const, atLeast: 1 } }
        : {}),
    },
    {
      id: 'salt second half',
      title: 'The rest, as measured',
      how: 'The plan says how much is missing now; stop at the target.',
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
      title: `By hand to ${CELL.byHand} ppm, the cell at zero`,
      how: 'Water at 35 °C or more. A cell that has to fight new water wears out; so the water is satisfied by hand first.',
      product,
      grams: gramsFor(tub, product, bromine ? 'bromine' : 'chlorine', CELL.byHand),
      waitMinutes: 24 * 60,
    },
    {
      id: 'held a day',
      title: `After a day, still ${CELL.held} ppm?`,
      how: `Test. Below ${CELL.held} ppm: back to ${CELL.byHand} by hand, boost on, and look again tomorrow; for up to several days.`,
      waitMinutes: 0,
      until: { quantity: sanitizer, atLeast: CELL.held },
    },
    {
      id: 'cell on',
      title: 'Cell on',
      how: 'Output at the level its maker gives for this volume; then follow the readings. pH will climb by itself: acid is the routine product.',
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
          title: 'One tablet in the floater, nearly shut',
          how: 'Test daily until it holds. Take it out before anyone gets in.',
          waitMinutes: 0,
          caution:
            'Many tub makers warn of these tablets: acid, easily too much, marks on cover and shell. Only this kind in this floater, ever.',
        },
      ]
    case 'bromine tablets':
    case 'in-line bromine feeder':
      return [
        bank(tub),
        oxidise(tub),
        {
          id: 'feeder',
          title: `${tabletsAWeek(tub.volumeLitres)} tablets in the ${tub.programme === 'bromine tablets' ? 'floater' : 'feeder'}, half open`,
          how: 'Then open or close by a notch as the readings say.',
          waitMinutes: 24 * 60,
          caution: 'Only bromine tablets in it, ever.',
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
          title: 'Cartridge in',
          how: 'Write the date on it; four months. Silver never with bromine.',
          waitMinutes: 0,
          caution:
            'The low residual on its label is below the published floor for hot tubs; the full one is on offer too.',
        },
        chlorineShock(tub, 'sodium dichlor dihydrate'),
        residual(tub, 12),
      ]
    case 'biguanide':
      return [
        {
          id: 'biguanide one',
          title: 'Steps one and two together',
          how: 'The sanitizer, and with it its companion by the label. New water only: not a trace of chlorine or bromine.',
          product: 'biguanide',
          grams: gramsFor(tub, 'biguanide', 'biguanide', BIGUANIDE_START_PPM),
          waitMinutes: 15,
          caution: 'Never with any chlorine or bromine: the water clouds at once and has to go.',
        },
        {
          id: 'biguanide oxidiser',
          title: 'Step three: its oxidiser',
          how: 'The peroxide that belongs to it, as much as its own label says; log it as a dose.',
          product: 'hydrogen peroxide',
          waitMinutes: 15,
        },
        residual(tub, 0),
      ]
    case 'hydrogen peroxide':
      return [
        {
          id: 'peroxide',
          title: 'The first dose',
          how: 'Slowly, over the running jets.',
          product: 'hydrogen peroxide',
          grams: gramsFor(tub, 'hydrogen peroxide', 'peroxide', PEROXIDE_START_PPM),
          waitMinutes: 60,
          caution: 'Burns skin at once. Many codes do not recognise it as a residual.',
        },
        residual(tub, 0),
      ]
  }
}

/** From a fresh fill to the first soak, in order; common practice. */
export const startSteps = (tub: Tub, estimate: Estimate): StartStep[] => [
  {
    id: 'filled',
    title: 'Filled, pump on, heating',
    how: 'Through the filter shell, so that no air is locked in. Level at the middle of the skimmer.',
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
export const START_DAYS = 14

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
