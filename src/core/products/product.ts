import { MILLILITRES_PER_TEASPOON } from '../units'
import { effectOf, type ProductEffect, type Strength, type SubstanceName } from './substance'

/** Products whose makers keep their recipe: dosed by the label's own rule, and taken to leave the balance alone. */
export const LABELLED = [
  'scale and metal inhibitor',
  'enzyme',
  'clarifier',
  'anti-foam',
  'conditioner part one',
  'conditioner part two',
  'oxygen packet',
  'slow cleaning tablet',
  'pipe flush',
  'filter soak',
  'filter spray',
] as const
export type LabelledName = (typeof LABELLED)[number]

export type ProductName = SubstanceName | LabelledName

/** Products that must be kept apart share no family: acid meets oxidiser never, nor two oxidisers in one scoop. */
export type ProductFamily =
  | 'base'
  | 'acid'
  | 'mineral'
  | 'chlorine'
  | 'bromine'
  | 'oxidiser'
  | 'bromide'
  | 'peroxide'
  | 'biguanide'
  | 'reducer'
  | 'stabiliser'
  | 'salt'
  | 'helper'
  | 'cleaner'

/** A label's rule of thumb; the owner's own label replaces it. */
export interface LabelRule {
  amount: number
  unit: 'mL' | 'g'
  /** Of tub water; where the product goes into a bucket, of the bucket. */
  perLitres: number
  everyDays?: number
  /** What else the owner's own label says. */
  note?: string
}

export interface Product {
  name: ProductName
  /** What an owner calls it. */
  commonName: string
  family: ProductFamily
  form: 'powder' | 'granules' | 'flakes' | 'crystals' | 'tablets' | 'liquid'
  perGram: ProductEffect
  /** Of a loose solid or of the liquid, g/mL; ±20 % for solids, with packing and grain, and so is any spoon. */
  densityGramsPerMillilitre: number
  /** How it reaches the tub; feeders are loaded and filters soaked, neither is poured. */
  goes: 'by hand' | 'in a feeder' | 'in a bucket'
  label?: LabelRule
}

type Facts = Omit<Product, 'name' | 'perGram' | 'goes'> & Partial<Pick<Product, 'goes'>>

/** Densities of solids: common practice, ±20 %; dichlor's 4.5 g a level teaspoon too. Label rules: common practice. */
const FACTS: Record<ProductName, Facts> = {
  'sodium bicarbonate': {
    commonName: 'bicarbonate',
    family: 'base',
    form: 'powder',
    densityGramsPerMillilitre: 1.0,
  },
  'sodium carbonate': {
    commonName: 'soda ash',
    family: 'base',
    form: 'powder',
    densityGramsPerMillilitre: 1.05,
  },
  'sodium bisulfate': {
    commonName: 'dry acid',
    family: 'acid',
    form: 'granules',
    densityGramsPerMillilitre: 1.3,
  },
  'hydrochloric acid': {
    commonName: 'liquid acid',
    family: 'acid',
    form: 'liquid',
    densityGramsPerMillilitre: 1.16,
  },
  'borax decahydrate': {
    commonName: 'borax',
    family: 'base',
    form: 'powder',
    densityGramsPerMillilitre: 0.95,
  },
  'boric acid': {
    commonName: 'boric acid',
    family: 'mineral',
    form: 'powder',
    densityGramsPerMillilitre: 0.95,
  },
  'calcium chloride dihydrate': {
    commonName: 'calcium chloride',
    family: 'mineral',
    form: 'flakes',
    densityGramsPerMillilitre: 0.9,
  },
  'calcium chloride anhydrous': {
    commonName: 'calcium chloride, anhydrous',
    family: 'mineral',
    form: 'granules',
    densityGramsPerMillilitre: 1.05,
  },
  'calcium chloride flake 77 percent': {
    commonName: 'calcium chloride, 77 % flake',
    family: 'mineral',
    form: 'flakes',
    densityGramsPerMillilitre: 0.9,
  },
  'sodium dichlor dihydrate': {
    commonName: 'chlorine granules (dichlor)',
    family: 'chlorine',
    form: 'granules',
    densityGramsPerMillilitre: 4.5 / MILLILITRES_PER_TEASPOON,
  },
  trichlor: {
    commonName: 'chlorine tablets (trichlor)',
    family: 'chlorine',
    form: 'tablets',
    densityGramsPerMillilitre: 1.1,
    goes: 'in a feeder',
  },
  'sodium hypochlorite': {
    commonName: 'liquid chlorine',
    family: 'chlorine',
    form: 'liquid',
    densityGramsPerMillilitre: 1.08,
  },
  'calcium hypochlorite': {
    commonName: 'calcium hypochlorite',
    family: 'chlorine',
    form: 'granules',
    densityGramsPerMillilitre: 1.0,
  },
  'potassium monopersulfate': {
    commonName: 'non-chlorine shock',
    family: 'oxidiser',
    form: 'granules',
    densityGramsPerMillilitre: 1.15,
  },
  'sodium bromide': {
    commonName: 'sodium bromide',
    family: 'bromide',
    form: 'granules',
    densityGramsPerMillilitre: 1.4,
  },
  bromochlorodimethylhydantoin: {
    commonName: 'bromine tablets',
    family: 'bromine',
    form: 'tablets',
    densityGramsPerMillilitre: 1.1,
    goes: 'in a feeder',
  },
  'sodium chloride': {
    commonName: 'tub salt',
    family: 'salt',
    form: 'crystals',
    densityGramsPerMillilitre: 1.18,
  },
  'hydrogen peroxide': {
    commonName: 'hydrogen peroxide',
    family: 'peroxide',
    form: 'liquid',
    densityGramsPerMillilitre: 1.04,
  },
  biguanide: {
    commonName: 'biguanide',
    family: 'biguanide',
    form: 'liquid',
    densityGramsPerMillilitre: 1.04,
  },
  'sodium thiosulfate pentahydrate': {
    commonName: 'chlorine remover (thiosulfate)',
    family: 'reducer',
    form: 'crystals',
    densityGramsPerMillilitre: 1.0,
  },
  'cyanuric acid': {
    commonName: 'stabiliser',
    family: 'stabiliser',
    form: 'granules',
    densityGramsPerMillilitre: 0.9,
  },
  'scale and metal inhibitor': {
    commonName: 'scale and metal inhibitor',
    family: 'helper',
    form: 'liquid',
    densityGramsPerMillilitre: 1.05,
    label: { amount: 60, unit: 'mL', perLitres: 1000, everyDays: 30 },
  },
  enzyme: {
    commonName: 'enzyme',
    family: 'helper',
    form: 'liquid',
    densityGramsPerMillilitre: 1.0,
    label: { amount: 80, unit: 'mL', perLitres: 1000, everyDays: 7 },
  },
  clarifier: {
    commonName: 'clarifier',
    family: 'helper',
    form: 'liquid',
    densityGramsPerMillilitre: 1.0,
    label: {
      amount: 20,
      unit: 'mL',
      perLitres: 1000,
    },
  },
  'anti-foam': {
    commonName: 'anti-foam',
    family: 'helper',
    form: 'liquid',
    densityGramsPerMillilitre: 1.0,
    label: {
      amount: 5,
      unit: 'mL',
      perLitres: 1000,
    },
  },
  'conditioner part one': {
    commonName: 'weekly conditioner, part one',
    family: 'helper',
    form: 'liquid',
    densityGramsPerMillilitre: 1.0,
    label: { amount: 10, unit: 'mL', perLitres: 100, everyDays: 7 },
  },
  'conditioner part two': {
    commonName: 'weekly conditioner, part two',
    family: 'helper',
    form: 'liquid',
    densityGramsPerMillilitre: 1.0,
    label: {
      amount: 10,
      unit: 'mL',
      perLitres: 100,
      everyDays: 7,
    },
  },
  'oxygen packet': {
    commonName: 'weekly oxygen packet',
    family: 'helper',
    form: 'granules',
    densityGramsPerMillilitre: 1.1,
    label: {
      amount: 35,
      unit: 'g',
      perLitres: 1000,
      everyDays: 7,
    },
  },
  'slow cleaning tablet': {
    commonName: 'slow cleaning tablet',
    family: 'helper',
    form: 'tablets',
    densityGramsPerMillilitre: 1.1,
    label: {
      amount: 30,
      unit: 'g',
      perLitres: 1000,
      everyDays: 7,
    },
  },
  'pipe flush': {
    commonName: 'pipe flush',
    family: 'cleaner',
    form: 'liquid',
    densityGramsPerMillilitre: 1.0,
    label: {
      amount: 500,
      unit: 'mL',
      perLitres: 1000,
    },
  },
  'filter soak': {
    commonName: 'filter soak',
    family: 'cleaner',
    form: 'powder',
    densityGramsPerMillilitre: 0.9,
    goes: 'in a bucket',
    label: {
      amount: 12,
      unit: 'g',
      perLitres: 20,
    },
  },
  'filter spray': {
    commonName: 'filter spray',
    family: 'cleaner',
    form: 'liquid',
    densityGramsPerMillilitre: 1.0,
    goes: 'in a bucket',
    label: {
      amount: 100,
      unit: 'mL',
      perLitres: 1,
    },
  },
}

const isLabelled = (name: ProductName): name is LabelledName =>
  (LABELLED as readonly string[]).includes(name)

const INERT: ProductEffect = Object.freeze(
  Object.fromEntries(Object.keys(effectOf('sodium chloride')).map((key) => [key, 0])),
) as ProductEffect

/** What a gram of a product does, at the strength its label gives. */
export const productEffect = (name: ProductName, strength?: Strength): ProductEffect =>
  isLabelled(name) ? INERT : effectOf(name, strength)

export const PRODUCT_NAMES = Object.keys(FACTS) as ProductName[]

export const PRODUCTS = Object.fromEntries(
  PRODUCT_NAMES.map((name): [ProductName, Product] => [
    name,
    { goes: 'by hand', ...FACTS[name], name, perGram: productEffect(name) },
  ]),
) as Record<ProductName, Product>

/** Millilitres or grams by the label's rule. @param litres of the tub, or of the bucket where it goes into one */
export const labelDose = ({ amount, perLitres }: LabelRule, litres: number): number =>
  (amount * litres) / perLitres

/** The same in grams, by the owner's own label or the usual one; undefined where a product has none. */
export const labelGrams = (
  product: ProductName,
  litres: number,
  own?: LabelRule | null,
): number | undefined => {
  const { label, form, densityGramsPerMillilitre } = PRODUCTS[product]
  const rule = own ?? label
  return rule && labelDose(rule, litres) * (form === 'liquid' ? densityGramsPerMillilitre : 1)
}
