import { MILLILITRES_PER_TEASPOON } from '../units'
import { CHLORINE_G_PER_MOL } from '../water/constants'
import { effectOf, type ProductEffect, type SubstanceName } from './substance'

/** The substances that plans dose. */
export type ProductName = Extract<
  SubstanceName,
  | 'sodium bicarbonate'
  | 'sodium carbonate'
  | 'sodium bisulfate'
  | 'calcium chloride dihydrate'
  | 'sodium dichlor dihydrate'
  | 'potassium monopersulfate'
  | 'sodium bromide'
  | 'bromochlorodimethylhydantoin'
>

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

/** Bulk densities: common practice, ±20 %. Dichlor's 4.5 g a level teaspoon is common practice too. */
export const PRODUCTS: Record<ProductName, Product> = {
  'sodium bicarbonate': {
    name: 'sodium bicarbonate',
    commonName: 'bicarbonate',
    family: 'base',
    form: 'powder',
    strength: 'pure',
    bulkDensityGramsPerMillilitre: 1.0,
    perGram: effectOf('sodium bicarbonate'),
  },
  'sodium carbonate': {
    name: 'sodium carbonate',
    commonName: 'soda ash',
    family: 'base',
    form: 'powder',
    strength: 'pure, anhydrous',
    bulkDensityGramsPerMillilitre: 1.05,
    perGram: effectOf('sodium carbonate'),
  },
  'sodium bisulfate': {
    name: 'sodium bisulfate',
    commonName: 'dry acid',
    family: 'acid',
    form: 'granules',
    strength: '93.2 %',
    bulkDensityGramsPerMillilitre: 1.3,
    perGram: effectOf('sodium bisulfate'),
  },
  'calcium chloride dihydrate': {
    name: 'calcium chloride dihydrate',
    commonName: 'calcium chloride',
    family: 'mineral',
    form: 'flakes',
    strength: 'dihydrate, 75.5 % CaCl₂',
    bulkDensityGramsPerMillilitre: 0.9,
    perGram: effectOf('calcium chloride dihydrate'),
  },
  'sodium dichlor dihydrate': {
    name: 'sodium dichlor dihydrate',
    commonName: 'chlorine granules (dichlor)',
    family: 'chlorine',
    form: 'granules',
    strength: '55.4 % available chlorine',
    bulkDensityGramsPerMillilitre: 4.5 / MILLILITRES_PER_TEASPOON,
    perGram: effectOf('sodium dichlor dihydrate'),
  },
  'potassium monopersulfate': {
    name: 'potassium monopersulfate',
    commonName: 'non-chlorine shock',
    family: 'oxidiser',
    form: 'granules',
    strength: '43 % KHSO₅',
    bulkDensityGramsPerMillilitre: 1.15,
    perGram: effectOf('potassium monopersulfate'),
  },
  'sodium bromide': {
    name: 'sodium bromide',
    commonName: 'sodium bromide',
    family: 'bromide',
    form: 'granules',
    strength: 'pure',
    bulkDensityGramsPerMillilitre: 1.4,
    perGram: effectOf('sodium bromide'),
  },
  bromochlorodimethylhydantoin: {
    name: 'bromochlorodimethylhydantoin',
    commonName: 'bromine tablets',
    family: 'bromine',
    form: 'tablets',
    strength: 'pure',
    bulkDensityGramsPerMillilitre: 1.1,
    perGram: effectOf('bromochlorodimethylhydantoin'),
  },
}

export const PRODUCT_NAMES = Object.keys(PRODUCTS) as ProductName[]

/** Grams that 1 ppm of free chlorine, as Cl₂, takes per litre of water, for a product that carries it. */
export const availableChlorine = (product: Product) =>
  (product.perGram.freeChlorineMmol * CHLORINE_G_PER_MOL) / 1000
