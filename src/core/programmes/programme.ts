import type { ProductName } from '../products/product'
import type { Quantity, SanitizerQuantity } from '../testing/quantity'

export interface Band {
  low: number
  high: number
}

export const middle = (band: Band) => (band.low + band.high) / 2
export const width = (band: Band) => band.high - band.low
/** Inside, or so near an edge that no test could tell: within 1 % of the band's width. */
export const contains = (band: Band, value: number) => {
  const slack = width(band) / 100
  return value >= band.low - slack && value <= band.high + slack
}

/** The ranges an owner keeps. Aims are the middles. pH on the activity scale, the rest in ppm (borate as B). */
export interface Targets {
  sanitizer: Band
  pH: Band
  totalAlkalinity: Band
  calciumHardness: Band
  cyanuricAcid: Band
  borate?: Band
  salt?: Band
  totalDissolvedSolids?: Band
}

export type ProgrammeId =
  | 'granular chlorine'
  | 'liquid chlorine'
  | 'chlorine tablets'
  | 'bromine tablets'
  | 'in-line bromine feeder'
  | 'bromide bank with oxidiser'
  | 'in-line salt chlorine'
  | 'over-the-side salt chlorine'
  | 'salt bromine'
  | 'silver or mineral with low chlorine'
  | 'mineral with metered chlorine'
  | 'biguanide'
  | 'hydrogen peroxide'

export type PresetId = 'full' | 'moderate' | 'low' | 'firm' | 'soft' | 'cell' | 'label'

export interface TargetPreset {
  id: PresetId
  targets: Targets
}

export interface Programme {
  id: ProgrammeId
  sanitizer: SanitizerQuantity
  /** What raises its residual by hand, the usual one first. */
  dosedWith: readonly [ProductName, ...ProductName[]]
  /**
   * First-order loss of the residual, per hour, covered at about 38 °C without bathers, and its standard deviation.
   * A feeder or cell is taken to hold the level, so only the spread grows.
   */
  lossPerHour: { mean: number; standardDeviation: number }
  /** Quantities on the owner's usual test, in the order of the form. */
  tested: readonly Quantity[]
  /** Scales of the water column. */
  watched: readonly Quantity[]
  presets: readonly [TargetPreset, ...TargetPreset[]]
  /** What holds the level, where something does. */
  feeder?: FeederKind
}

export type FeederKind = 'floater' | 'feeder' | 'cell'

/**
 * Published minimum for hot tubs in use: US CDC guidance, from memory. A range that starts below it is offered only with
 * this said beside it.
 */
export const HEALTH_FLOOR = {
  freeChlorine: 3,
  bromine: 4,
  pH: { low: 7.0, high: 7.8 },
  source: 'US CDC guidance for hot tubs',
} as const

/**
 * Above this nobody gets in, unless the owner has raised it. Chlorine: labels of chlorine products commonly forbid it above
 * 5 ppm (some 4), common practice; bromine: the model aquatic health code's 8 ppm, from memory; biguanide and peroxide: twice the
 * top of the range on their labels, assumed.
 */
const KEEP_OUT_ABOVE: Record<SanitizerQuantity, number> = {
  freeChlorine: 5,
  bromine: 8,
  biguanide: 100,
  peroxide: 200,
}

/** As far as an owner may raise it: the model aquatic health code's 10 ppm of free chlorine, from memory. */
export const MOST_KEEP_OUT_ABOVE: Record<SanitizerQuantity, number> = {
  ...KEEP_OUT_ABOVE,
  freeChlorine: 10,
}

/** Less than this is no sanitizer, whatever range an owner keeps, ppm: what a kit can still tell from none, assumed. */
export const LEAST_RESIDUAL: Record<SanitizerQuantity, number> = {
  freeChlorine: 0.5,
  bromine: 1,
  biguanide: 20,
  peroxide: 30,
}

/** Combined chlorine that keeps everybody out until it is oxidised, ppm: common practice; 0.4 and more wants a shock. */
export const COMBINED_KEEP_OUT = 1

/**
 * Stabiliser holds chlorine back: free chlorine of at least a twentieth of it, from the committees of the model aquatic health
 * code, and no more stabiliser than 90 ppm, both from memory.
 */
export const STABILISER = { timesFreeChlorine: 20, most: 90 }

/** Widest pH for bathers, whatever range an owner keeps: published 7.0 to 7.8, borne to 8.0. */
export const WIDEST_PH = { low: 7.0, high: 8.0 }

export const keepOutAbove = (tub: {
  programme: ProgrammeId
  keepOutAbovePpm?: number | null | undefined
}): number => {
  const { sanitizer } = programmeOf(tub.programme)
  return Math.min(
    MOST_KEEP_OUT_ABOVE[sanitizer],
    Math.max(KEEP_OUT_ABOVE[sanitizer], tub.keepOutAbovePpm ?? 0),
  )
}

/** Highest water temperature for adults, °C: published guidance, from memory. */
export const HOTTEST_CELSIUS = 40

const balance = {
  pH: { low: 7.2, high: 7.8 },
  totalAlkalinity: { low: 80, high: 120 },
  calciumHardness: { low: 150, high: 250 },
  cyanuricAcid: { low: 0, high: 50 },
} as const

const preset = (id: PresetId, sanitizer: Band, rest: Partial<Targets> = {}): TargetPreset => ({
  id,
  targets: { ...balance, ...rest, sanitizer },
})

const CHLORINE_TESTED = [
  'freeChlorine',
  'totalChlorine',
  'pH',
  'totalAlkalinity',
  'calciumHardness',
  'cyanuricAcid',
  'temperature',
] as const satisfies Quantity[]
const CHLORINE_WATCHED = [
  'freeChlorine',
  'pH',
  'totalAlkalinity',
  'calciumHardness',
  'cyanuricAcid',
] as const satisfies Quantity[]
const BROMINE_TESTED = [
  'bromine',
  'pH',
  'totalAlkalinity',
  'calciumHardness',
  'temperature',
] as const satisfies Quantity[]
const BROMINE_WATCHED = [
  'bromine',
  'pH',
  'totalAlkalinity',
  'calciumHardness',
] as const satisfies Quantity[]

/** Where no feeder makes up for it. */
export const BY_HAND = { mean: 0.2 / 24, standardDeviation: 0.06 / 24 }
const BY_FEEDER = { mean: 0, standardDeviation: 0.15 / 24 }
/** Salt and bromine tubs are happier with less alkalinity: common practice. */
const SOFT = { totalAlkalinity: { low: 50, high: 80 } }
const UNSTABILISED = { cyanuricAcid: { low: 0, high: 30 } }

/** Ranges of the schools in use: common practice. The first of each is the default. */
const CHLORINE_PRESETS = [
  preset('full', {
    low: 3,
    high: 5,
  }),
  preset('moderate', { low: 1, high: 4 }),
  preset('low', { low: 1, high: 3 }),
  preset('firm', { low: 3, high: 5 }, { totalAlkalinity: { low: 125, high: 150 } }),
] as const

const BROMINE_PRESETS = [
  preset('full', {
    low: 4,
    high: 6,
  }),
  preset('moderate', { low: 3, high: 5 }),
  preset('low', { low: 2, high: 6 }),
  preset('soft', { low: 4, high: 6 }, SOFT),
] as const

/** The salt that cells ask for where their maker says nothing else, ppm: common practice, and never above. */
const CELL_SALT = { low: 1500, high: 1750 }
const cellPreset = (sanitizer: Band) =>
  preset('cell', sanitizer, {
    ...SOFT,
    ...UNSTABILISED,
    calciumHardness: { low: 50, high: 75 },
    salt: CELL_SALT,
  })

const chlorine = {
  sanitizer: 'freeChlorine',
  dosedWith: ['sodium dichlor dihydrate', 'sodium hypochlorite', 'calcium hypochlorite'],
  lossPerHour: BY_HAND,
  tested: CHLORINE_TESTED,
  watched: CHLORINE_WATCHED,
  presets: CHLORINE_PRESETS,
} as const satisfies Omit<Programme, 'id'>

const bromine = {
  sanitizer: 'bromine',
  dosedWith: ['potassium monopersulfate', 'sodium dichlor dihydrate', 'sodium hypochlorite'],
  lossPerHour: BY_FEEDER,
  tested: BROMINE_TESTED,
  watched: BROMINE_WATCHED,
  presets: BROMINE_PRESETS,
} as const satisfies Omit<Programme, 'id'>

const salted = <Base extends typeof chlorine | typeof bromine>(base: Base) => ({
  ...base,
  lossPerHour: BY_FEEDER,
  tested: [...base.tested, 'salt'] as const,
  watched: [...base.watched, 'salt'] as const,
})

const LIQUID_FIRST = [
  'sodium hypochlorite',
  'sodium dichlor dihydrate',
  'calcium hypochlorite',
] as const satisfies ProductName[]

/** Silver and minerals are sold with a residual of a tenth of the usual: by that system's own label. */
const LOW_CHLORINE = preset('label', { low: 0.5, high: 1 })

/** Every programme, in the order they are offered. */
const BY_ID: Record<ProgrammeId, Omit<Programme, 'id'>> = {
  'granular chlorine': {
    ...chlorine,
  },
  'bromine tablets': {
    ...bromine,
    feeder: 'floater',
  },
  'liquid chlorine': {
    ...chlorine,
    dosedWith: LIQUID_FIRST,
  },
  'chlorine tablets': {
    ...chlorine,
    feeder: 'floater',
    lossPerHour: BY_FEEDER,
  },
  'in-line bromine feeder': {
    ...bromine,
    feeder: 'feeder',
  },
  'bromide bank with oxidiser': {
    ...bromine,
    lossPerHour: BY_HAND,
  },
  'in-line salt chlorine': {
    ...salted(chlorine),
    feeder: 'cell',
    dosedWith: LIQUID_FIRST,
    presets: [cellPreset({ low: 3, high: 5 }), ...CHLORINE_PRESETS],
  },
  'over-the-side salt chlorine': {
    ...salted(chlorine),
    feeder: 'cell',
    dosedWith: LIQUID_FIRST,
    presets: [cellPreset({ low: 3, high: 5 }), ...CHLORINE_PRESETS],
  },
  'salt bromine': {
    ...bromine,
    feeder: 'cell',
    presets: [
      preset(
        'cell',
        {
          low: 4,
          high: 6,
        },
        { ...SOFT, calciumHardness: { low: 50, high: 75 } },
      ),
      ...BROMINE_PRESETS.slice(1),
    ],
  },
  'silver or mineral with low chlorine': {
    ...chlorine,
    presets: [CHLORINE_PRESETS[0], LOW_CHLORINE],
  },
  'mineral with metered chlorine': {
    ...chlorine,
    feeder: 'feeder',
    lossPerHour: BY_FEEDER,
    presets: [CHLORINE_PRESETS[0], LOW_CHLORINE],
  },
  biguanide: {
    ...chlorine,
    sanitizer: 'biguanide',
    dosedWith: ['biguanide'],
    lossPerHour: { mean: 0.03 / 24, standardDeviation: 0.02 / 24 },
    tested: ['biguanide', 'pH', 'totalAlkalinity', 'calciumHardness', 'temperature'],
    watched: ['biguanide', 'pH', 'totalAlkalinity', 'calciumHardness'],
    // Its makers' own balance: firm alkalinity and a narrow pH.
    presets: [
      preset(
        'full',
        { low: 30, high: 50 },
        { pH: { low: 7.4, high: 7.6 }, totalAlkalinity: { low: 125, high: 150 } },
      ),
    ],
  },
  'hydrogen peroxide': {
    ...chlorine,
    sanitizer: 'peroxide',
    dosedWith: ['hydrogen peroxide'],
    lossPerHour: { mean: 0.4 / 24, standardDeviation: 0.2 / 24 },
    tested: ['peroxide', 'pH', 'totalAlkalinity', 'calciumHardness', 'temperature'],
    watched: ['peroxide', 'pH', 'totalAlkalinity', 'calciumHardness'],
    presets: [
      preset('full', {
        low: 50,
        high: 100,
      }),
    ],
  },
}

export const PROGRAMME_IDS = Object.keys(BY_ID) as ProgrammeId[]

export const PROGRAMMES: readonly Programme[] = PROGRAMME_IDS.map((id) => ({ ...BY_ID[id], id }))

// Asked for in every step of a forecast.
const NAMED = Object.fromEntries(PROGRAMMES.map((one) => [one.id, one])) as Record<
  ProgrammeId,
  Programme
>

export const programmeOf = (id: ProgrammeId): Programme => NAMED[id]

/** The floor a sanitizer range starts below, if it does; biguanide and peroxide have no published one for tubs. */
export const floorBroken = (sanitizer: SanitizerQuantity, band: Band): number | undefined => {
  if (sanitizer !== 'freeChlorine' && sanitizer !== 'bromine') return undefined
  return band.low < HEALTH_FLOOR[sanitizer] ? HEALTH_FLOOR[sanitizer] : undefined
}

/** Chlorine that brings no stabiliser along: whoever wants some puts it in. */
export const bringsNoStabiliser = (id: ProgrammeId): boolean => {
  const { sanitizer, dosedWith } = programmeOf(id)
  return sanitizer === 'freeChlorine' && dosedWith[0] === 'sodium hypochlorite'
}
