import { type Estimate, isStale, quantityOf } from '../estimate/estimate'
import { type Entry, HOUR, type Instant, isKind, MINUTE } from '../journal/entry'
import { addProduct } from '../products/addProduct'
import { roundToScale } from '../products/measure'
import { availableChlorine, PRODUCTS, type ProductName } from '../products/product'
import { contains, guidedProgramme, middle } from '../programmes/programme'
import { QUANTITY, type Quantity } from '../testing/quantity'
import { type Tub, TYPICAL_FILL_WATER } from '../tub'
import { hoursToReachPh, loseCarbonDioxide, TRANSFER_PER_HOUR } from '../water/aerate'
import {
  ALKALINITY_PPM_PER_MEQ,
  ATOM,
  BROMINE_G_PER_MOL,
  CHLORINE_G_PER_MOL,
  HARDNESS_PPM_PER_MMOL,
} from '../water/constants'
import { readWater, solvePh, waterFromReading } from '../water/solveWater'
import type { Water, WaterReading } from '../water/water'
import { balanceMoves, gramsToPh, LOWEST_STEP_PH } from './balance'
import { AERATION_HANDLING, type Handling, handlingOf, whyNotAfter } from './handling'

/** One line of the arithmetic behind a dose; the edge turns mass and volume into the person's units. */
export interface WorkingLine {
  label: string
  value: number
  unit: 'ppm' | 'gram' | 'litre' | 'pH' | 'hour' | 'perHour'
}

interface StepBase extends Handling {
  order: number
  why: string
  before: WaterReading
  after: WaterReading
  working: WorkingLine[]
  /** Why it has to wait for the step before it. */
  notAfter: string | undefined
  /** What lasts beyond the moment: stabiliser left behind, acid to come. */
  lasting: string | undefined
}

export type PlanStep =
  | (StepBase & { kind: 'add'; product: ProductName; grams: number })
  | (StepBase & { kind: 'aerate'; minutes: number })

export interface Remark {
  quantity: Quantity
  text: string
}

/** Part of a large correction that waits for the next test; its size is provisional. */
export interface Later {
  product: ProductName
  grams: number
}

export interface Plan {
  steps: PlanStep[]
  /** After the test that ends this round. */
  later: Later[]
  /** What cannot be dosed away, or was not dosed, and why. */
  remarks: Remark[]
  /** What the plan took for granted because it was not read. */
  assumed: Remark[]
  before: WaterReading
  after: WaterReading
  retestAfterMinutes: number
}

/** The most one round of dosing moves a quantity before the water is tested again, ppm: common practice, "small doses". */
const ROUND_LIMIT_PPM: Partial<Record<ProductName, number>> = {
  'sodium bicarbonate': 60,
  'sodium bisulfate': 40,
  'calcium chloride dihydrate': 100,
}
/** Soda ash is halved and looked at; below this many grams per 1000 L it goes in whole. */
const SODA_ASH_WHOLE_GRAMS_PER_M3 = 8
/** Less than this is not worth a step, g per 1000 L. */
const NEGLIGIBLE_GRAMS_PER_M3 = 1
/** One round of open-air aeration, minutes. */
const LONGEST_AERATION_MINUTES = 90
/** Bromide bank built where none is known, mg/L as Br⁻: common practice. */
const BANK_PPM = 30
const RETEST_MINUTES = 30

/** ppm of the quantity it is added for that one gram gives in one litre. */
const yieldPpm = (product: ProductName): number => {
  const { perGram } = PRODUCTS[product]
  switch (product) {
    case 'sodium bicarbonate':
    case 'sodium carbonate':
    case 'sodium bisulfate':
      return Math.abs(perGram.alkalinityMeq) * ALKALINITY_PPM_PER_MEQ
    case 'calcium chloride dihydrate':
      return perGram.calciumMmol * HARDNESS_PPM_PER_MMOL
    case 'sodium dichlor dihydrate':
      return 1000 * availableChlorine(PRODUCTS[product])
    case 'potassium monopersulfate':
      return perGram.monopersulfateMmol * BROMINE_G_PER_MOL
    case 'sodium bromide':
      return perGram.bromideMmol * ATOM.Br
    case 'bromochlorodimethylhydantoin':
      return (perGram.bromineMmol + perGram.freeChlorineMmol) * BROMINE_G_PER_MOL
  }
}

const MEASURED_AS: Record<ProductName, string> = {
  'sodium bicarbonate': 'calcium carbonate',
  'sodium carbonate': 'calcium carbonate',
  'sodium bisulfate': 'calcium carbonate',
  'calcium chloride dihydrate': 'calcium carbonate',
  'sodium dichlor dihydrate': 'chlorine',
  'potassium monopersulfate': 'bromine',
  'sodium bromide': 'bromide',
  bromochlorodimethylhydantoin: 'bromine',
}

/** The balance quantity a product is added for; the rest are for the sanitizer. */
const RAISED_BY: Partial<Record<ProductName, Quantity>> = {
  'sodium bicarbonate': 'totalAlkalinity',
  'sodium carbonate': 'pH',
  'sodium bisulfate': 'pH',
  'calcium chloride dihydrate': 'calciumHardness',
}

const NEED: Record<ProductName, string> = {
  'sodium bicarbonate': 'Alkalinity that puts both in band',
  'sodium carbonate': 'Alkalinity that lifts pH',
  'sodium bisulfate': 'Alkalinity to take, so that pH falls',
  'calcium chloride dihydrate': 'Hardness to raise',
  'sodium dichlor dihydrate': 'Free chlorine to raise',
  'potassium monopersulfate': 'Bromine to bring back',
  'sodium bromide': 'Bromide bank to build',
  bromochlorodimethylhydantoin: 'Bromine to raise',
}

const workingFor = (
  product: ProductName,
  needPpm: number,
  volumeLitres: number,
  grams: number,
): WorkingLine[] => [
  { label: NEED[product], value: needPpm, unit: 'ppm' },
  { label: 'Water', value: volumeLitres, unit: 'litre' },
  {
    label: `Together, as ${MEASURED_AS[product]}`,
    value: (needPpm * volumeLitres) / 1000,
    unit: 'gram',
  },
  {
    label: `One gram of ${PRODUCTS[product].commonName} gives, as ${MEASURED_AS[product]}`,
    value: yieldPpm(product) / 1000,
    unit: 'gram',
  },
  {
    label: 'So it takes',
    value: (1000 * needPpm * volumeLitres) / 1000 / yieldPpm(product),
    unit: 'gram',
  },
  { label: 'Rounded to what a scale shows', value: grams, unit: 'gram' },
]

const lastingOf = (product: ProductName, before: WaterReading, after: WaterReading) => {
  if (product === 'sodium dichlor dihydrate') {
    const stabiliser = after.cyanuricAcidPpm - before.cyanuricAcidPpm
    const chlorine = after.freeChlorinePpm - before.freeChlorinePpm
    const acid = (chlorine / CHLORINE_G_PER_MOL) * ALKALINITY_PPM_PER_MEQ
    return `Leaves ${stabiliser.toFixed(1)} ppm stabiliser for good; used up, its chlorine takes ${acid.toFixed(1)} ppm alkalinity.`
  }
  if (product === 'potassium monopersulfate') {
    const bromine = after.brominePpm - before.brominePpm
    const acid = (bromine / BROMINE_G_PER_MOL) * ALKALINITY_PPM_PER_MEQ
    return `Used up, it takes ${acid.toFixed(1)} ppm alkalinity. Some tests show it as chlorine for a day.`
  }
  return undefined
}

/** Doses and aeration since the last test: they belong to the round that the test opened. */
export const roundOf = (journal: readonly Entry[], estimate: Estimate) => {
  const since = estimate.lastTestAt ?? Number.NEGATIVE_INFINITY
  const inRound = journal.filter((entry) => entry.at >= since && entry.at <= estimate.at)
  return { doses: inRound.filter(isKind('dose')), aerations: inRound.filter(isKind('aeration')) }
}

/** The wait after a product went in. */
export interface Wait {
  since: Instant
  until: Instant
  product: ProductName
}

/**
 * When the product that went in last has mixed, if that lies ahead. A test in the meantime does not shorten it: the wait is
 * the product's, not the plan's.
 */
export const waitingUntil = (journal: readonly Entry[], now: number): Wait | undefined => {
  const open = journal
    .filter(isKind('dose'))
    .filter(({ at }) => at <= now)
    .map(({ at, body }) => ({
      since: at,
      until: at + handlingOf(body.product).waitMinutes * MINUTE,
      product: body.product,
    }))
    .filter(({ until }) => until > now)
  return open.sort((a, b) => b.until - a.until)[0]
}

/**
 * What to add now, in order: alkalinity and pH solved together, then hardness, sanitizer last. It starts from the estimate, so
 * that doses already made are counted and a step done differently changes the rest. A quantity that was never read, or whose
 * reading is stale, gets no dose.
 * @param shelf what is at hand; left out, everything is
 */
export const dosePlan = (
  tub: Tub,
  journal: readonly Entry[],
  estimate: Estimate,
  shelf?: ReadonlySet<ProductName>,
): Plan => {
  const programme = guidedProgramme(tub.programme)
  const { sanitizer } = programme
  const { targets, volumeLitres } = tub
  const { quantities } = estimate
  const round = roundOf(journal, estimate)
  const steps: PlanStep[] = []
  const later: Later[] = []
  const remarks: Remark[] = []
  const assumed: Remark[] = []
  let water: Water = estimate.water
  const usable = (quantity: Quantity) => !isStale(quantity, quantities[quantity].ageHours)
  const doneGrams = (product: ProductName) =>
    round.doses
      .filter(({ body }) => body.product === product)
      .reduce((sum, { body }) => sum + body.grams, 0)

  /** Acid that keeps pH at 7.0 even where pH and alkalinity are really a standard deviation below what was read. */
  const acidLimitGrams = () => {
    const now = readWater(water)
    const worst = waterFromReading({
      ...now,
      pH: now.pH - quantities.pH.standardDeviation,
      totalAlkalinityPpm: Math.max(
        0.5 * now.totalAlkalinityPpm,
        now.totalAlkalinityPpm - quantities.totalAlkalinity.standardDeviation,
      ),
    })
    return worst && solvePh(worst) > LOWEST_STEP_PH
      ? gramsToPh(worst, 'sodium bisulfate', LOWEST_STEP_PH) * volumeLitres
      : 0
  }

  const place = (product: ProductName, wantedGrams: number, why: string) => {
    const done = doneGrams(product)
    const limit = ROUND_LIMIT_PPM[product]
    let allowed = Number.POSITIVE_INFINITY
    if (limit !== undefined) allowed = (limit * volumeLitres) / yieldPpm(product) - done
    if (product === 'sodium bisulfate') allowed = Math.min(allowed, acidLimitGrams())
    if (product === 'sodium carbonate') {
      const need = done + wantedGrams
      if ((1000 * need) / volumeLitres > SODA_ASH_WHOLE_GRAMS_PER_M3) allowed = need / 2 - done
    }
    const worth = (grams: number) => (1000 * grams) / volumeLitres >= NEGLIGIBLE_GRAMS_PER_M3
    const grams = roundToScale(Math.min(wantedGrams, Math.max(0, allowed)))
    if (worth(wantedGrams - grams) && wantedGrams - grams > 0.1 * wantedGrams)
      later.push({ product, grams: roundToScale(wantedGrams - grams) })
    if (!worth(grams)) return
    if (shelf && !shelf.has(product)) {
      remarks.push({
        quantity: RAISED_BY[product] ?? sanitizer,
        text: `It would take ${grams} g of ${product}, which is not on the shelf.`,
      })
      return
    }
    const before = readWater(water)
    const needPpm = (Math.min(wantedGrams, allowed) * yieldPpm(product)) / volumeLitres
    water = addProduct(water, product, grams, volumeLitres)
    const after = readWater(water)
    const previous = steps.at(-1)
    steps.push({
      kind: 'add',
      order: steps.length + 1,
      product,
      grams,
      ...handlingOf(product),
      why,
      before,
      after,
      working: workingFor(product, needPpm, volumeLitres, grams),
      notAfter: previous?.kind === 'add' ? whyNotAfter(product, previous.product) : undefined,
      lasting: lastingOf(product, before, after),
    })
  }

  const aerate = (toPh: number, why: string) => {
    const already = round.aerations.reduce((sum, { body }) => sum + body.minutes, 0)
    const hours = hoursToReachPh(water, TRANSFER_PER_HOUR.jetsWithAir, toPh)
    const room = LONGEST_AERATION_MINUTES - already
    const minutes = Math.round(Math.min((hours ?? 24) * 60, room) / 5) * 5
    if (minutes < 5) return
    const before = readWater(water)
    water = loseCarbonDioxide(water, TRANSFER_PER_HOUR.jetsWithAir, minutes / 60)
    steps.push({
      kind: 'aerate',
      order: steps.length + 1,
      minutes,
      ...AERATION_HANDLING,
      why,
      before,
      after: readWater(water),
      working: [
        { label: 'pH to reach', value: toPh, unit: 'pH' },
        {
          label: 'Gas exchange with jets and air, assumed',
          value: TRANSFER_PER_HOUR.jetsWithAir,
          unit: 'perHour',
        },
        { label: 'Time it takes', value: hours ?? 24, unit: 'hour' },
        { label: 'Longest before a test', value: LONGEST_AERATION_MINUTES / 60, unit: 'hour' },
      ],
      notAfter: undefined,
      lasting: undefined,
    })
  }

  // Alkalinity and pH.
  const reading = estimate.reading
  const phOut = !contains(targets.pH, reading.pH)
  const alkalinityOut = !contains(targets.totalAlkalinity, reading.totalAlkalinityPpm)
  if (usable('pH') && usable('totalAlkalinity')) {
    for (const move of balanceMoves(water, targets)) {
      if (move.kind === 'add') place(move.product, move.gramsPerLitre * volumeLitres, move.reason)
      else aerate(move.toPh, move.reason)
    }
    const aerated = steps.some((step) => step.kind === 'aerate')
    if (reading.totalAlkalinityPpm > targets.totalAlkalinity.high) {
      const left = readWater(water).totalAlkalinityPpm - targets.totalAlkalinity.high
      if (left > 1)
        remarks.push({
          quantity: 'totalAlkalinity',
          text: `Alkalinity comes down in rounds of acid${aerated ? ' and air' : ''}, with a test between them; about ${Math.round(left)} ppm are left after this one.`,
        })
    }
  } else if (usable('pH') && phOut) {
    remarks.push({
      quantity: 'totalAlkalinity',
      text: 'pH is out of band, and how much to add depends on alkalinity. Test alkalinity, then dose.',
    })
  } else if (usable('totalAlkalinity') && alkalinityOut) {
    remarks.push({
      quantity: 'pH',
      text: 'Alkalinity is out of band, and how to move it depends on pH. Test pH, then dose.',
    })
  }
  if (steps.length > 0) {
    if (quantities.cyanuricAcid.lastReading === undefined && tub.programme === 'granular chlorine')
      assumed.push({
        quantity: 'cyanuricAcid',
        text: `Stabiliser was not read in this water; taken as ${Math.round(reading.cyanuricAcidPpm)} ppm from the doses logged.`,
      })
  }

  // Hardness.
  if (usable('calciumHardness')) {
    const short = middle(targets.calciumHardness) - reading.calciumHardnessPpm
    if (
      reading.calciumHardnessPpm < middle(targets.calciumHardness) &&
      !contains(targets.calciumHardness, reading.calciumHardnessPpm)
    )
      place(
        'calcium chloride dihydrate',
        (short * volumeLitres) / yieldPpm('calcium chloride dihydrate'),
        'Soft water foams and attacks metal; calcium chloride raises hardness and nothing else.',
      )
    else if (!contains(targets.calciumHardness, reading.calciumHardnessPpm)) {
      const fill =
        tub.fillWater.calciumHardnessPpm ??
        TYPICAL_FILL_WATER[tub.fillWater.source].calciumHardnessPpm
      const goal = targets.calciumHardness.high
      const fraction = (reading.calciumHardnessPpm - goal) / (reading.calciumHardnessPpm - fill)
      remarks.push({
        quantity: 'calciumHardness',
        text:
          fraction > 0 && fraction < 1
            ? `No product lowers hardness. Replacing ${Math.round(100 * fraction)} % of the water with this fill water (${fill} ppm${tub.fillWater.calciumHardnessPpm === undefined ? ', assumed' : ''}) would.`
            : 'No product lowers hardness, and this fill water is as hard. A hose pre-filter or softer water at the next fill would.',
      })
    }
  }

  // Stabiliser.
  if (
    reading.cyanuricAcidPpm > targets.cyanuricAcid.high &&
    programme.sanitizer === 'freeChlorine'
  ) {
    const fraction = 1 - targets.cyanuricAcid.high / reading.cyanuricAcidPpm
    remarks.push({
      quantity: 'cyanuricAcid',
      text: `Stabiliser only leaves with the water: replacing ${Math.round(100 * fraction)} % brings it to ${targets.cyanuricAcid.high} ppm.`,
    })
  }

  // Sanitizer, last.
  const band = targets.sanitizer
  if (usable(sanitizer)) {
    const value = quantityOf(reading, sanitizer)
    if (value < middle(band) && !contains(band, value)) {
      const raise = middle(band) - value
      if (sanitizer === 'bromine') {
        if (!estimate.bromideBank)
          place(
            'sodium bromide',
            (BANK_PPM * volumeLitres) / yieldPpm('sodium bromide'),
            'No bromide is known in this water, and without it the oxidiser makes no bromine.',
          )
        place(
          'potassium monopersulfate',
          (raise * volumeLitres) / yieldPpm('potassium monopersulfate'),
          'Turns used bromide back into bromine at once; the tablets then hold it.',
        )
        remarks.push({
          quantity: 'bromine',
          text: 'If it keeps reading low, open the floater one notch and count the tablets.',
        })
      } else
        place(
          'sodium dichlor dihydrate',
          (raise * volumeLitres) / yieldPpm('sodium dichlor dihydrate'),
          steps.length > 0
            ? 'Sanitizer goes last, into balanced water, where it works best.'
            : 'Raises free chlorine to the middle of its band.',
        )
    } else if (!contains(band, value)) {
      const { mean } = programme.lossPerHour
      const hours = mean > 0 ? Math.log(value / band.high) / mean : undefined
      remarks.push({
        quantity: sanitizer,
        text:
          hours === undefined
            ? 'Above its band: close the floater one notch, add nothing, and test tomorrow.'
            : `Above its band: add none. Under the cover it should be back in band in about ${hours < 36 ? `${Math.round(hours)} hours` : `${Math.round(hours / 24)} days`}; an open cover is quicker.`,
      })
    }
  }

  const unread = programme.watched.filter((quantity) => !usable(quantity))
  for (const quantity of unread) {
    const last = quantities[quantity].lastReading
    if (quantity === 'cyanuricAcid' && last === undefined) continue
    remarks.push({
      quantity,
      text: last
        ? `${QUANTITY[quantity].name} was last read ${Math.round((estimate.at - last.at) / (24 * HOUR))} days ago: too old to dose by.`
        : `${QUANTITY[quantity].name} has not been read in this water, so nothing is dosed for it.`,
    })
  }

  return {
    steps,
    later,
    remarks,
    assumed,
    before: estimate.reading,
    after: readWater(water),
    retestAfterMinutes: steps.length > 0 ? RETEST_MINUTES : 0,
  }
}
