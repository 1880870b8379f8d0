import type { ProductName } from '../products/product'
import type { Quantity } from '../testing/quantity'

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

/** The ranges an owner keeps. Aims are the middles. pH on the activity scale, the rest in ppm. */
export interface Targets {
  sanitizer: Band
  pH: Band
  totalAlkalinity: Band
  calciumHardness: Band
  cyanuricAcid: Band
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

export type SanitizerQuantity = Extract<Quantity, 'freeChlorine' | 'bromine'>

export interface TargetPreset {
  id: string
  name: string
  note: string
  targets: Targets
}

export interface Programme {
  id: ProgrammeId
  name: string
  summary: string
}

/** Those that Pavrel can dose for today. */
export type GuidedProgrammeId = Extract<ProgrammeId, 'granular chlorine' | 'bromine tablets'>

export interface GuidedProgramme extends Programme {
  id: GuidedProgrammeId
  sanitizer: SanitizerQuantity
  /** Raises the residual at once. */
  quickProduct: ProductName
  /**
   * First-order loss of the residual, per hour, covered at about 38 °C without bathers, and its standard deviation.
   * A feeder is taken to hold the level, so only the spread grows.
   */
  lossPerHour: { mean: number; standardDeviation: number }
  /** Quantities on the owner's usual test, in the order of the form. */
  tested: readonly Quantity[]
  /** Scales of the water column. */
  watched: readonly Quantity[]
  presets: readonly [TargetPreset, ...TargetPreset[]]
}

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

/** Above this nobody should be in: upper limit of the model aquatic health code for chlorine, from memory; bromine alike. */
export const STAY_OUT_ABOVE: Record<SanitizerQuantity, number> = { freeChlorine: 10, bromine: 10 }

/** Highest water temperature for adults, °C: published guidance, from memory. */
export const HOTTEST_CELSIUS = 40

const balance = {
  pH: { low: 7.2, high: 7.8 },
  totalAlkalinity: { low: 80, high: 120 },
  calciumHardness: { low: 150, high: 250 },
  cyanuricAcid: { low: 0, high: 50 },
} as const

const preset = (
  id: string,
  name: string,
  note: string,
  sanitizer: Band,
  rest: Partial<Targets> = {},
): TargetPreset => ({ id, name, note, targets: { ...balance, ...rest, sanitizer } })

/** Ranges of the schools in use: common practice. The first of each is the default. */
const GRANULAR_CHLORINE: GuidedProgramme = {
  id: 'granular chlorine',
  name: 'Chlorine granules',
  summary:
    'Stabilised granules (dichlor) by hand after use. The simplest; leaves stabiliser behind.',
  sanitizer: 'freeChlorine',
  quickProduct: 'sodium dichlor dihydrate',
  lossPerHour: { mean: 0.2 / 24, standardDeviation: 0.06 / 24 },
  tested: [
    'freeChlorine',
    'totalChlorine',
    'pH',
    'totalAlkalinity',
    'calciumHardness',
    'cyanuricAcid',
    'temperature',
  ],
  watched: ['freeChlorine', 'pH', 'totalAlkalinity', 'calciumHardness', 'cyanuricAcid'],
  presets: [
    preset('full', 'Full residual', 'Starts at the published floor, with room above it.', {
      low: 3,
      high: 5,
    }),
    preset('moderate', 'Moderate residual', 'A range much used at home.', { low: 1, high: 4 }),
    preset('low', 'Low residual', 'The lightest range in common use.', { low: 1, high: 3 }),
    preset(
      'firm',
      'Firm alkalinity',
      'Full residual, with alkalinity kept higher against pH swings.',
      { low: 3, high: 5 },
      { totalAlkalinity: { low: 125, high: 150 } },
    ),
  ],
}

const BROMINE_TABLETS: GuidedProgramme = {
  id: 'bromine tablets',
  name: 'Bromine tablets',
  summary:
    'Tablets in a floater hold the level; an oxidiser brings used bromine back. Easier on pH.',
  sanitizer: 'bromine',
  quickProduct: 'potassium monopersulfate',
  lossPerHour: { mean: 0, standardDeviation: 0.15 / 24 },
  tested: ['bromine', 'pH', 'totalAlkalinity', 'calciumHardness', 'temperature'],
  watched: ['bromine', 'pH', 'totalAlkalinity', 'calciumHardness'],
  presets: [
    preset('full', 'Full residual', 'Starts at the published floor; holiday lets keep this.', {
      low: 4,
      high: 6,
    }),
    preset('moderate', 'Moderate residual', 'A range much used at home.', { low: 3, high: 5 }),
    preset('low', 'Low residual', 'The widest range in common use.', { low: 2, high: 6 }),
    preset(
      'soft',
      'Lower alkalinity',
      'Full residual; less alkalinity where pH keeps climbing.',
      { low: 4, high: 6 },
      { totalAlkalinity: { low: 50, high: 80 } },
    ),
  ],
}

export const GUIDED_PROGRAMMES = [GRANULAR_CHLORINE, BROMINE_TABLETS] as const

/** Every programme, in the order they are offered. Those without guidance are listed, and cannot be chosen. */
export const PROGRAMMES: readonly Programme[] = [
  GRANULAR_CHLORINE,
  BROMINE_TABLETS,
  { id: 'liquid chlorine', name: 'Liquid chlorine', summary: 'No stabiliser.' },
  { id: 'chlorine tablets', name: 'Chlorine tablets', summary: 'In a floater.' },
  { id: 'in-line bromine feeder', name: 'In-line bromine feeder', summary: '' },
  { id: 'bromide bank with oxidiser', name: 'Bromide bank with oxidiser', summary: '' },
  { id: 'in-line salt chlorine', name: 'Salt chlorine, in-line', summary: '' },
  { id: 'over-the-side salt chlorine', name: 'Salt chlorine, over the side', summary: '' },
  { id: 'salt bromine', name: 'Salt bromine', summary: '' },
  { id: 'silver or mineral with low chlorine', name: 'Silver or mineral cartridge', summary: '' },
  { id: 'mineral with metered chlorine', name: 'Mineral with metered chlorine', summary: '' },
  { id: 'biguanide', name: 'Biguanide', summary: 'Chlorine-free.' },
  { id: 'hydrogen peroxide', name: 'Hydrogen peroxide', summary: 'Chlorine-free.' },
]

export const guidedProgramme = (id: ProgrammeId): GuidedProgramme => {
  const found = GUIDED_PROGRAMMES.find((programme) => programme.id === id)
  if (!found) throw new Error(`no guidance for the programme ${id}`)
  return found
}

/** The floor a sanitizer range starts below, if it does. */
export const floorBroken = (sanitizer: SanitizerQuantity, band: Band): number | undefined =>
  band.low < HEALTH_FLOOR[sanitizer] ? HEALTH_FLOOR[sanitizer] : undefined
