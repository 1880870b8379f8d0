import { maybe, number, record, type ValueOf, word } from '../shape'
import {
  ATOM,
  CHLORINE_G_PER_MOL,
  CYANURIC_ACID_G_PER_MOL,
  PEROXIDE_G_PER_MOL,
} from '../water/constants'
import type { CONSERVED } from '../water/water'

/**
 * What one gram does to the amounts a litre conserves, in their own units per gram as dissolved, before any oxidiser is used.
 * Chlorine becomes bromine where a bromide bank is there, reducers destroy halogen: see `addEffect`.
 */
export type ProductEffect = Readonly<Record<(typeof CONSERVED)[number], number>>

const fraction = maybe(number(0, 1))

/** Fractions (0–1) by mass, unless their name says otherwise. */
export const STRENGTH = record({
  purity: fraction,
  /** Of the pure substance in a solution. */
  weightFraction: fraction,
  /** As Cl₂ that the label promises: more than its own mass for some. */
  availableChlorine: maybe(number(0, 1.5)),
  /** KHSO₅ in a monopersulfate product. */
  peroxymonosulfate: fraction,
  /** NaOH left over in bleach. */
  excessSodiumHydroxide: fraction,
  /** How far thiosulfate is oxidised. */
  oxidationLimit: maybe(word(['tetrathionate', 'sulfate'])),
})
export type Strength = ValueOf<typeof STRENGTH>

/** Solids dissolve whole unless their line says otherwise. */
const NOTHING: ProductEffect = {
  totalDissolvedSolidsPpm: 1000,
  saltPpm: 0,
  alkalinityMeq: 0,
  dissolvedInorganicCarbonMmol: 0,
  calciumMmol: 0,
  cyanurateMmol: 0,
  borateMmol: 0,
  freeChlorineMmol: 0,
  combinedChlorineMmol: 0,
  bromineMmol: 0,
  bromideMmol: 0,
  monopersulfateMmol: 0,
  peroxideMmol: 0,
  reducerMmol: 0,
  reducerAlkalinityMeq: 0,
  reducerSulfateMmol: 0,
  biguanidePpm: 0,
  chlorideMmol: 0,
  sulfateMmol: 0,
  copperPpm: 0,
  ironPpm: 0,
  phosphatePpm: 0,
}

/** Molar masses, g/mol. */
const WATER = 2 * ATOM.H + ATOM.O
const MASS = {
  bicarbonate: ATOM.Na + ATOM.H + ATOM.C + 3 * ATOM.O,
  carbonate: 2 * ATOM.Na + ATOM.C + 3 * ATOM.O,
  bisulfate: ATOM.Na + ATOM.H + ATOM.S + 4 * ATOM.O,
  sodiumSulfate: 2 * ATOM.Na + ATOM.S + 4 * ATOM.O,
  hydrogenChloride: ATOM.H + ATOM.Cl,
  /** Na₂B₄O₇ */
  borax: 2 * ATOM.Na + 4 * ATOM.B + 7 * ATOM.O,
  boricAcid: 3 * ATOM.H + ATOM.B + 3 * ATOM.O,
  calciumChloride: ATOM.Ca + 2 * ATOM.Cl,
  /** NaC₃N₃O₃Cl₂ */
  dichlor: CYANURIC_ACID_G_PER_MOL - 3 * ATOM.H + 2 * ATOM.Cl + ATOM.Na,
  /** C₃N₃O₃Cl₃ */
  trichlor: CYANURIC_ACID_G_PER_MOL - 3 * ATOM.H + 3 * ATOM.Cl,
  hypochlorite: ATOM.Na + ATOM.O + ATOM.Cl,
  sodiumHydroxide: ATOM.Na + ATOM.O + ATOM.H,
  /** KHSO₅ */
  peroxymonosulfate: ATOM.K + ATOM.H + ATOM.S + 5 * ATOM.O,
  /** C₅H₆BrClN₂O₂ */
  bcdmh: 5 * ATOM.C + 6 * ATOM.H + ATOM.Br + ATOM.Cl + 2 * ATOM.N + 2 * ATOM.O,
  sodiumBromide: ATOM.Na + ATOM.Br,
  sodiumChloride: ATOM.Na + ATOM.Cl,
  /** Na₂S₂O₃ · 5 H₂O */
  thiosulfate: 2 * ATOM.Na + 2 * ATOM.S + 3 * ATOM.O + 5 * WATER,
} as const

const BORAX_DECAHYDRATE = MASS.borax + 10 * WATER
const CALCIUM_CHLORIDE_DIHYDRATE = MASS.calciumChloride + 2 * WATER
const DICHLOR_DIHYDRATE = MASS.dichlor + 2 * WATER

const calciumChloride = (fraction: number): ProductEffect => ({
  ...NOTHING,
  calciumMmol: (1000 * fraction) / MASS.calciumChloride,
  chlorideMmol: (2000 * fraction) / MASS.calciumChloride,
  totalDissolvedSolidsPpm: 1000 * fraction,
})

export type SubstanceName =
  | 'sodium bicarbonate'
  | 'sodium carbonate'
  | 'sodium bisulfate'
  | 'hydrochloric acid'
  | 'borax decahydrate'
  | 'boric acid'
  | 'calcium chloride anhydrous'
  | 'calcium chloride dihydrate'
  | 'calcium chloride flake 77 percent'
  | 'sodium dichlor dihydrate'
  | 'trichlor'
  | 'sodium hypochlorite'
  | 'calcium hypochlorite'
  | 'potassium monopersulfate'
  | 'bromochlorodimethylhydantoin'
  | 'sodium bromide'
  | 'sodium chloride'
  | 'hydrogen peroxide'
  | 'sodium thiosulfate pentahydrate'
  | 'cyanuric acid'
  | 'biguanide'

/** Effect of one gram, by stoichiometry, for each generic substance; defaults are common label strengths. */
const EFFECTS: Record<SubstanceName, (strength: Strength) => ProductEffect> = {
  'sodium bicarbonate': ({ purity = 1 }) => ({
    ...NOTHING,
    alkalinityMeq: (1000 * purity) / MASS.bicarbonate,
    dissolvedInorganicCarbonMmol: (1000 * purity) / MASS.bicarbonate,
  }),
  'sodium carbonate': ({ purity = 1 }) => ({
    ...NOTHING,
    alkalinityMeq: (2000 * purity) / MASS.carbonate,
    dissolvedInorganicCarbonMmol: (1000 * purity) / MASS.carbonate,
  }),
  // The rest of dry acid is sodium sulfate.
  'sodium bisulfate': ({ purity = 0.932 }) => ({
    ...NOTHING,
    alkalinityMeq: (-1000 * purity) / MASS.bisulfate,
    sulfateMmol: 1000 * (purity / MASS.bisulfate + (1 - purity) / MASS.sodiumSulfate),
  }),
  'hydrochloric acid': ({ weightFraction = 0.3145 }) => ({
    ...NOTHING,
    alkalinityMeq: (-1000 * weightFraction) / MASS.hydrogenChloride,
    chlorideMmol: (1000 * weightFraction) / MASS.hydrogenChloride,
    totalDissolvedSolidsPpm: 1000 * weightFraction,
  }),
  // Na₂B₄O₇ + 7 H₂O → 2 Na⁺ + 2 OH⁻ + 4 B(OH)₃
  'borax decahydrate': () => ({
    ...NOTHING,
    alkalinityMeq: 2000 / BORAX_DECAHYDRATE,
    borateMmol: 4000 / BORAX_DECAHYDRATE,
    totalDissolvedSolidsPpm: (1000 * MASS.borax) / BORAX_DECAHYDRATE,
  }),
  'boric acid': () => ({ ...NOTHING, borateMmol: 1000 / MASS.boricAcid }),
  'calcium chloride anhydrous': () => calciumChloride(1),
  'calcium chloride dihydrate': () =>
    calciumChloride(MASS.calciumChloride / CALCIUM_CHLORIDE_DIHYDRATE),
  'calcium chloride flake 77 percent': ({ purity = 0.77 }) => calciumChloride(purity),
  // NaCl₂Cy + 2 H₂O + H⁺ → Na⁺ + H₃Cy + 2 HOCl: alkaline while it dissolves, acid once used up.
  'sodium dichlor dihydrate': () => ({
    ...NOTHING,
    alkalinityMeq: 1000 / DICHLOR_DIHYDRATE,
    cyanurateMmol: 1000 / DICHLOR_DIHYDRATE,
    freeChlorineMmol: 2000 / DICHLOR_DIHYDRATE,
    totalDissolvedSolidsPpm: (1000 * MASS.dichlor) / DICHLOR_DIHYDRATE,
  }),
  trichlor: () => ({
    ...NOTHING,
    cyanurateMmol: 1000 / MASS.trichlor,
    freeChlorineMmol: 3000 / MASS.trichlor,
  }),
  // Bleach carries as much chloride as hypochlorite.
  'sodium hypochlorite': ({ weightFraction = 0.06, excessSodiumHydroxide = 0 }) => {
    const mmol = (1000 * weightFraction) / MASS.hypochlorite
    const caustic = (1000 * excessSodiumHydroxide) / MASS.sodiumHydroxide
    return {
      ...NOTHING,
      alkalinityMeq: mmol + caustic,
      freeChlorineMmol: mmol,
      chlorideMmol: mmol,
      totalDissolvedSolidsPpm:
        mmol * (MASS.hypochlorite + MASS.sodiumChloride) + 1000 * excessSodiumHydroxide,
    }
  },
  // The rest is taken to hold neither calcium nor alkali; a real product adds a little of both.
  'calcium hypochlorite': ({ availableChlorine: share = 0.65 }) => {
    const chlorine = (1000 * share) / CHLORINE_G_PER_MOL
    return {
      ...NOTHING,
      alkalinityMeq: chlorine,
      freeChlorineMmol: chlorine,
      calciumMmol: chlorine / 2,
    }
  },
  // Triple salt 2 KHSO₅ · KHSO₄ · K₂SO₄; HSO₅⁻ is the zero level, its acid appears when it is used up.
  'potassium monopersulfate': ({ peroxymonosulfate = 0.43 }) => {
    const mmol = (1000 * peroxymonosulfate) / MASS.peroxymonosulfate
    return { ...NOTHING, alkalinityMeq: -mmol / 2, monopersulfateMmol: mmol, sulfateMmol: mmol }
  },
  bromochlorodimethylhydantoin: () => ({
    ...NOTHING,
    bromineMmol: 1000 / MASS.bcdmh,
    freeChlorineMmol: 1000 / MASS.bcdmh,
  }),
  'sodium bromide': ({ purity = 1 }) => ({
    ...NOTHING,
    bromideMmol: (1000 * purity) / MASS.sodiumBromide,
  }),
  'sodium chloride': ({ purity = 1 }) => ({
    ...NOTHING,
    chlorideMmol: (1000 * purity) / MASS.sodiumChloride,
    saltPpm: 1000 * purity,
  }),
  'hydrogen peroxide': ({ weightFraction = 0.12 }) => ({
    ...NOTHING,
    peroxideMmol: (1000 * weightFraction) / PEROXIDE_G_PER_MOL,
    totalDissolvedSolidsPpm: 0,
  }),
  // 2 S₂O₃²⁻ + HOCl → S₄O₆²⁻ + Cl⁻ + OH⁻, or S₂O₃²⁻ + 4 HOCl + H₂O → 2 SO₄²⁻ + 4 Cl⁻ + 6 H⁺
  'sodium thiosulfate pentahydrate': ({ oxidationLimit = 'sulfate' }) => {
    const mmol = 1000 / MASS.thiosulfate
    const sulfate = oxidationLimit === 'sulfate'
    return {
      ...NOTHING,
      reducerMmol: sulfate ? 4 * mmol : mmol / 2,
      reducerAlkalinityMeq: sulfate ? -6 * mmol : mmol / 2,
      reducerSulfateMmol: sulfate ? 2 * mmol : 0,
      totalDissolvedSolidsPpm: (1000 * (MASS.thiosulfate - 5 * WATER)) / MASS.thiosulfate,
    }
  },
  'cyanuric acid': () => ({ ...NOTHING, cyanurateMmol: 1000 / CYANURIC_ACID_G_PER_MOL }),
  biguanide: ({ weightFraction = 0.2 }) => ({
    ...NOTHING,
    biguanidePpm: 1000 * weightFraction,
    totalDissolvedSolidsPpm: 1000 * weightFraction,
  }),
}

export const SUBSTANCE_NAMES = Object.keys(EFFECTS) as SubstanceName[]

export const effectOf = (substance: SubstanceName, strength: Strength = {}): ProductEffect =>
  EFFECTS[substance](strength)

/** Liquids, with the density their label strength has, g/mL; the rest is weighed. */
export const LIQUID_DENSITY: Partial<Record<SubstanceName, number>> = {
  'hydrochloric acid': 1.16,
  'sodium hypochlorite': 1.08,
  'hydrogen peroxide': 1.04,
  biguanide: 1.04,
}
