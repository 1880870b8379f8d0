import type { ProgrammeId, Targets } from '../programmes/programme'
import { maybe, number, record, type ValueOf, word } from '../shape'
import { QUANTITY, type Quantity } from '../testing/quantity'
import type { TubChoices } from './choices'

export const FILL_WATER_SOURCES = ['town', 'well', 'rain', 'delivered', 'softened'] as const
export type FillWaterSource = (typeof FILL_WATER_SOURCES)[number]

const read = (quantity: Quantity) => {
  const { possible, unit } = QUANTITY[quantity]
  return maybe(number(possible[0], possible[1], unit))
}

/** Measured values; missing ones are taken from `TYPICAL_FILL_WATER`. */
export const FILL_WATER = record({
  source: word(FILL_WATER_SOURCES),
  pH: read('pH'),
  totalAlkalinityPpm: read('totalAlkalinity'),
  calciumHardnessPpm: read('calciumHardness'),
  totalDissolvedSolidsPpm: read('totalDissolvedSolids'),
  /** NaCl, part of the dissolved solids. */
  saltPpm: read('salt'),
  copperPpm: read('copper'),
  ironPpm: read('iron'),
  /** As PO₄. */
  phosphatePpm: read('phosphate'),
  cyanuricAcidPpm: read('cyanuricAcid'),
  /** As boron. */
  boratePpm: read('borate'),
  /** Town water holds up to 1.5 ppm, delivered water sometimes more: common practice. */
  freeChlorinePpm: read('freeChlorine'),
})
export type FillWater = ValueOf<typeof FILL_WATER>

/** When owners test: schools that differ, common practice. */
export const TEST_RHYTHMS = ['after soak', 'before soak', 'every few days', 'weekly'] as const
export type TestRhythm = (typeof TEST_RHYTHMS)[number]

export const TUB_KINDS = ['hard shell', 'inflatable', 'swim spa'] as const
export type TubKind = (typeof TUB_KINDS)[number]

/** What helps the sanitizer along, built into many tubs. */
export const SUPPLEMENTARY_DISINFECTION = ['none', 'ozone', 'UV lamp'] as const
/** Where daylight is let in when the cover comes off. */
export const EXPOSURES = ['shade', 'sun', 'indoors'] as const

export interface Surroundings {
  supplementaryDisinfection: (typeof SUPPLEMENTARY_DISINFECTION)[number]
  exposure: (typeof EXPOSURES)[number]
  /** The clock of the place, so that noon is noon; an hour of summer time makes no difference to the sun. */
  hoursFromUtc: number
  /** Hours a day in which the water is filtered, as its panel is set; around the clock where nothing is said. */
  filtrationHours?: number | undefined
  /** Hours a day in which the jets run by the panel's clock, beside those with people in; none where nothing is said. */
  jetsHours?: number | undefined
}

/** Mean and one standard deviation. */
export interface LearntRates {
  lossPerHour: { mean: number; standardDeviation: number }
  demandGramsPerPersonHour: { mean: number; standardDeviation: number }
}

/** What Pavrel needs to know of a tub to advise on it. */
export interface Tub {
  /** A hard shell where nothing is said. */
  kind?: TubKind
  /** Without ozone or lamp and in the shade where nothing is said. */
  surroundings?: Surroundings | null
  volumeLitres: number
  programme: ProgrammeId
  targets: Targets
  fillWater: FillWater
  /** When its people test; after each soak where nothing is said. */
  testSchool?: TestRhythm
  /** How its people do what can be done in more than one way. */
  choices?: TubChoices
  /** Rates of its own, where enough readings have shown them. */
  learnt?: LearntRates
  /** Nobody gets in above so much sanitizer, ppm, where its owner has raised it. */
  keepOutAbovePpm?: number | null
  /** Whether inhibitor goes in first and alone at a fill; by its fill water where nothing is said. */
  metalsFirst?: boolean
  /** What the heater is set to. */
  setTemperatureCelsius: number
}

export interface TypicalFillWater {
  pH: number
  totalAlkalinityPpm: number
  calciumHardnessPpm: number
  totalDissolvedSolidsPpm: number
}

/** Where nothing was measured: assumed, and said to be wherever it is used. */
export const TYPICAL_FILL_WATER: Record<FillWaterSource, TypicalFillWater> = {
  town: { pH: 7.8, totalAlkalinityPpm: 90, calciumHardnessPpm: 100, totalDissolvedSolidsPpm: 250 },
  well: { pH: 7.5, totalAlkalinityPpm: 180, calciumHardnessPpm: 220, totalDissolvedSolidsPpm: 400 },
  rain: { pH: 6.8, totalAlkalinityPpm: 15, calciumHardnessPpm: 10, totalDissolvedSolidsPpm: 50 },
  delivered: {
    pH: 7.8,
    totalAlkalinityPpm: 90,
    calciumHardnessPpm: 100,
    totalDissolvedSolidsPpm: 250,
  },
  softened: {
    pH: 7.8,
    totalAlkalinityPpm: 150,
    calciumHardnessPpm: 10,
    totalDissolvedSolidsPpm: 350,
  },
}

/** Litres by the figure people give: shape and depth, or time at a hose. */
export type VolumeBasis =
  | { by: 'figure'; litres: number }
  | { by: 'box'; lengthMetres: number; widthMetres: number; depthMetres: number }
  | { by: 'round'; diameterMetres: number; depthMetres: number }
  | { by: 'fill'; minutes: number; litresPerMinute: number }

/**
 * Seats and steps take room from a moulded shell: a tenth of the box or cylinder, common practice, ±10 %.
 * A known figure and a timed fill are taken as they are.
 */
const SEATS = 0.9

export const volumeLitres = (basis: VolumeBasis): number => {
  switch (basis.by) {
    case 'figure':
      return basis.litres
    case 'box':
      return 1000 * basis.lengthMetres * basis.widthMetres * basis.depthMetres * SEATS
    case 'round':
      return 1000 * Math.PI * (basis.diameterMetres / 2) ** 2 * basis.depthMetres * SEATS
    case 'fill':
      return basis.minutes * basis.litresPerMinute
  }
}
