import { MILLILITRES_PER_TEASPOON } from '../units'
import { ATOM, CHLORINE_G_PER_MOL, CYANURIC_ACID_G_PER_MOL } from '../water/constants'

/** What one gram does to the amounts a litre conserves; mmol (meq, mg) per gram as dissolved, before any oxidiser is used. */
export interface ProductEffect {
  alkalinityMeq: number
  dissolvedInorganicCarbonMmol: number
  calciumMmol: number
  cyanurateMmol: number
  borateMmol: number
  /** HOCl as Cl₂; becomes bromine where a bromide bank is there. */
  freeChlorineMmol: number
  /** HOBr as Br₂ that the product itself carries. */
  bromineMmol: number
  bromideMmol: number
  monopersulfateMmol: number
  chlorideMmol: number
  sulfateMmol: number
  saltMg: number
  dissolvedSolidsMg: number
}

export type ProductName =
  | 'sodium bicarbonate'
  | 'sodium carbonate'
  | 'sodium bisulfate'
  | 'calcium chloride dihydrate'
  | 'sodium dichlor dihydrate'
  | 'potassium monopersulfate'
  | 'sodium bromide'
  | 'bromochlorodimethylhydantoin'

/** Products that must be kept apart share no family: acid meets oxidiser never, nor two oxidisers in one scoop. */
export type ProductFamily =
  | 'base'
  | 'acid'
  | 'mineral'
  | 'chlorine'
  | 'bromine'
  | 'oxidiser'
  | 'bromide'

export interface Product {
  name: ProductName
  /** What an owner calls it. */
  commonName: string
  family: ProductFamily
  form: 'powder' | 'granules' | 'flakes' | 'tablets'
  perGram: ProductEffect
  /** Loose bulk density, g/mL; ±20 % with packing and grain, and so is any spoon. */
  bulkDensityGramsPerMillilitre: number
  strength: string
}

const NOTHING: ProductEffect = {
  alkalinityMeq: 0,
  dissolvedInorganicCarbonMmol: 0,
  calciumMmol: 0,
  cyanurateMmol: 0,
  borateMmol: 0,
  freeChlorineMmol: 0,
  bromineMmol: 0,
  bromideMmol: 0,
  monopersulfateMmol: 0,
  chlorideMmol: 0,
  sulfateMmol: 0,
  saltMg: 0,
  dissolvedSolidsMg: 1000,
}

const WATER = 2 * ATOM.H + ATOM.O
const BICARBONATE = ATOM.Na + ATOM.H + ATOM.C + 3 * ATOM.O
const CARBONATE = 2 * ATOM.Na + ATOM.C + 3 * ATOM.O
const BISULFATE = ATOM.Na + ATOM.H + ATOM.S + 4 * ATOM.O
const SODIUM_SULFATE = 2 * ATOM.Na + ATOM.S + 4 * ATOM.O
const CALCIUM_CHLORIDE = ATOM.Ca + 2 * ATOM.Cl
const CALCIUM_CHLORIDE_DIHYDRATE = CALCIUM_CHLORIDE + 2 * WATER
/** NaC₃N₃O₃Cl₂ */
const DICHLOR = CYANURIC_ACID_G_PER_MOL - 3 * ATOM.H + 2 * ATOM.Cl + ATOM.Na
const DICHLOR_DIHYDRATE = DICHLOR + 2 * WATER
/** KHSO₅ */
const PEROXYMONOSULFATE = ATOM.K + ATOM.H + ATOM.S + 5 * ATOM.O
const SODIUM_BROMIDE = ATOM.Na + ATOM.Br
/** C₅H₆BrClN₂O₂ */
const BCDMH = 5 * ATOM.C + 6 * ATOM.H + ATOM.Br + ATOM.Cl + 2 * ATOM.N + 2 * ATOM.O

/** Label strengths assumed where the owner has given none. */
export const BISULFATE_PURITY = 0.932
export const MONOPERSULFATE_ACTIVE = 0.43

/** Dry acid of a given purity; the rest is sodium sulfate. */
export const bisulfateEffect = (purity: number): ProductEffect => ({
  ...NOTHING,
  alkalinityMeq: (-1000 * purity) / BISULFATE,
  sulfateMmol: 1000 * (purity / BISULFATE + (1 - purity) / SODIUM_SULFATE),
})

/**
 * Monopersulfate sold as the triple salt 2 KHSO₅ · KHSO₄ · K₂SO₄, by its content of KHSO₅; the rest is taken as inert.
 * HSO₅⁻ is the zero level: its acid appears when it has been used up.
 */
const monopersulfateEffect = (active: number): ProductEffect => {
  const mmol = (1000 * active) / PEROXYMONOSULFATE
  return {
    ...NOTHING,
    alkalinityMeq: -mmol / 2,
    monopersulfateMmol: mmol,
    sulfateMmol: mmol,
  }
}

/** Bulk densities: common practice, ±20 %. Dichlor's 4.5 g a level teaspoon is common practice too. */
export const PRODUCTS: Record<ProductName, Product> = {
  'sodium bicarbonate': {
    name: 'sodium bicarbonate',
    commonName: 'bicarbonate',
    family: 'base',
    form: 'powder',
    strength: 'pure',
    bulkDensityGramsPerMillilitre: 1.0,
    perGram: {
      ...NOTHING,
      alkalinityMeq: 1000 / BICARBONATE,
      dissolvedInorganicCarbonMmol: 1000 / BICARBONATE,
    },
  },
  'sodium carbonate': {
    name: 'sodium carbonate',
    commonName: 'soda ash',
    family: 'base',
    form: 'powder',
    strength: 'pure, anhydrous',
    bulkDensityGramsPerMillilitre: 1.05,
    perGram: {
      ...NOTHING,
      alkalinityMeq: 2000 / CARBONATE,
      dissolvedInorganicCarbonMmol: 1000 / CARBONATE,
    },
  },
  'sodium bisulfate': {
    name: 'sodium bisulfate',
    commonName: 'dry acid',
    family: 'acid',
    form: 'granules',
    strength: '93.2 %',
    bulkDensityGramsPerMillilitre: 1.3,
    perGram: bisulfateEffect(BISULFATE_PURITY),
  },
  'calcium chloride dihydrate': {
    name: 'calcium chloride dihydrate',
    commonName: 'calcium chloride',
    family: 'mineral',
    form: 'flakes',
    strength: 'dihydrate, 75.5 % CaCl₂',
    bulkDensityGramsPerMillilitre: 0.9,
    perGram: {
      ...NOTHING,
      calciumMmol: 1000 / CALCIUM_CHLORIDE_DIHYDRATE,
      chlorideMmol: 2000 / CALCIUM_CHLORIDE_DIHYDRATE,
      dissolvedSolidsMg: (1000 * CALCIUM_CHLORIDE) / CALCIUM_CHLORIDE_DIHYDRATE,
    },
  },
  'sodium dichlor dihydrate': {
    name: 'sodium dichlor dihydrate',
    commonName: 'chlorine granules (dichlor)',
    family: 'chlorine',
    form: 'granules',
    strength: '55.4 % available chlorine',
    bulkDensityGramsPerMillilitre: 4.5 / MILLILITRES_PER_TEASPOON,
    perGram: {
      ...NOTHING,
      alkalinityMeq: 1000 / DICHLOR_DIHYDRATE,
      cyanurateMmol: 1000 / DICHLOR_DIHYDRATE,
      freeChlorineMmol: 2000 / DICHLOR_DIHYDRATE,
      dissolvedSolidsMg: (1000 * DICHLOR) / DICHLOR_DIHYDRATE,
    },
  },
  'potassium monopersulfate': {
    name: 'potassium monopersulfate',
    commonName: 'non-chlorine shock',
    family: 'oxidiser',
    form: 'granules',
    strength: '43 % KHSO₅',
    bulkDensityGramsPerMillilitre: 1.15,
    perGram: monopersulfateEffect(MONOPERSULFATE_ACTIVE),
  },
  'sodium bromide': {
    name: 'sodium bromide',
    commonName: 'sodium bromide',
    family: 'bromide',
    form: 'granules',
    strength: 'pure',
    bulkDensityGramsPerMillilitre: 1.4,
    perGram: { ...NOTHING, bromideMmol: 1000 / SODIUM_BROMIDE },
  },
  bromochlorodimethylhydantoin: {
    name: 'bromochlorodimethylhydantoin',
    commonName: 'bromine tablets',
    family: 'bromine',
    form: 'tablets',
    strength: 'pure',
    bulkDensityGramsPerMillilitre: 1.1,
    perGram: { ...NOTHING, bromineMmol: 1000 / BCDMH, freeChlorineMmol: 1000 / BCDMH },
  },
}

export const PRODUCT_NAMES = Object.keys(PRODUCTS) as ProductName[]

/** Grams that 1 ppm of free chlorine, as Cl₂, takes per litre of water, for a product that carries it. */
export const availableChlorine = (product: Product) =>
  (product.perGram.freeChlorineMmol * CHLORINE_G_PER_MOL) / 1000
