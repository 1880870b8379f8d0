import {
  fromGrams,
  type MassUnit,
  MILLILITRES_PER_TEASPOON,
  MILLILITRES_PER_US_FLUID_OUNCE,
  toGrams,
} from '../units'
import { PRODUCTS, type ProductName } from './product'

const isLiquid = (product: ProductName) => PRODUCTS[product].form === 'liquid'

/** Rounded to what a kitchen scale and a hand can do: halves below 10 g (mL), whole ones below 50, then fives. */
export const roundToScale = (grams: number, round = Math.round): number => {
  const step = grams < 10 ? 0.5 : grams < 50 ? 1 : 5
  return round(grams / step) * step
}

/** As `roundToScale`, a liquid by its millilitres, or by the owner's scoop where that is fine enough. Grams in, grams out. */
export const roundToMeasure = (product: ProductName, grams: number, scoop?: OwnScoop): number => {
  const scooped = scoop && roundToScoop(scoop, grams)
  // A scoop whose quarter is coarse for this dose is no measure for it.
  if (scooped !== undefined && Math.abs(scooped - grams) <= 0.1 * grams) return scooped
  if (!isLiquid(product)) return roundToScale(grams)
  const { densityGramsPerMillilitre } = PRODUCTS[product]
  return roundToScale(grams / densityGramsPerMillilitre) * densityGramsPerMillilitre
}

/** The most that can be measured of a product without going over so many grams. */
export const measureAtMost = (product: ProductName, grams: number): number => {
  const floor = (steps: number) => Math.floor(steps + 1e-9)
  if (!isLiquid(product)) return roundToScale(grams, floor)
  const { densityGramsPerMillilitre } = PRODUCTS[product]
  return roundToScale(grams / densityGramsPerMillilitre, floor) * densityGramsPerMillilitre
}

/** Solids are weighed, liquids measured: g or mL, oz or US fl oz. */
export type DoseUnit = 'g' | 'oz' | 'mL' | 'fl oz'

export const doseUnit = (product: ProductName, mass: MassUnit): DoseUnit =>
  isLiquid(product) ? (mass === 'gram' ? 'mL' : 'fl oz') : mass === 'gram' ? 'g' : 'oz'

const gramsPer = (product: ProductName, mass: MassUnit): number => {
  if (!isLiquid(product)) return toGrams(1, mass)
  const millilitres = mass === 'gram' ? 1 : MILLILITRES_PER_US_FLUID_OUNCE
  return millilitres * PRODUCTS[product].densityGramsPerMillilitre
}

/** Grams of a product in the unit a person measures it by, and back. */
export const toDose = (product: ProductName, grams: number, mass: MassUnit): number =>
  isLiquid(product) ? grams / gramsPer(product, mass) : fromGrams(grams, mass)
export const fromDose = (product: ProductName, amount: number, mass: MassUnit): number =>
  amount * gramsPer(product, mass)

/**
 * A dose as it is shown, typed and logged in a person's unit: tenths of a gram or millilitre below ten, whole ones above; twentieths
 * of an ounce. Every place that shows an amount or fills one into a form goes by this one rounding.
 */
export const shownDose = (product: ProductName, grams: number, mass: MassUnit): number => {
  const amount = toDose(product, grams, mass)
  if (mass === 'gram') return amount < 10 ? Math.round(10 * amount) / 10 : Math.round(amount)
  return Math.round(20 * amount) / 20 || Number(amount.toPrecision(2))
}

/** A scoop or cap of the owner's own: what one level measure of it holds. */
export interface OwnScoop {
  name: string
  grams: number
}

export const MEASURES = ['teaspoon', 'tablespoon', 'cup'] as const
export type Measure = (typeof MEASURES)[number]

/** US household measures, mL, level. */
const MEASURE_MILLILITRES: Record<Measure, number> = {
  teaspoon: MILLILITRES_PER_TEASPOON,
  tablespoon: 3 * MILLILITRES_PER_TEASPOON,
  cup: 48 * MILLILITRES_PER_TEASPOON,
}

/** One level measure of a product; ±20 % for a solid. */
export const gramsInMeasure = (product: ProductName, measure: Measure): number =>
  MEASURE_MILLILITRES[measure] * PRODUCTS[product].densityGramsPerMillilitre

/** Quarter scoops are as fine as a hand can tell; less than one is weighed instead. */
export const roundToScoop = ({ grams: each }: OwnScoop, grams: number): number | undefined => {
  const quarters = Math.round((4 * grams) / each)
  return quarters > 0 ? (quarters * each) / 4 : undefined
}

export interface SpoonMeasure {
  /** Whole level tablespoons (three teaspoons), used from two upwards. */
  tablespoons: number
  /** Level teaspoons: to the quarter below two, to the half below six, then whole. */
  teaspoons: number
}

/** Level spoons for a mass of a product; ±20 %, since grain and packing differ. */
export const inSpoons = (product: ProductName, grams: number): SpoonMeasure => {
  const spoons = grams / (PRODUCTS[product].densityGramsPerMillilitre * MILLILITRES_PER_TEASPOON)
  if (spoons < 6) {
    const step = spoons < 2 ? 0.25 : 0.5
    return { tablespoons: 0, teaspoons: Math.max(0.25, Math.round(spoons / step) * step) }
  }
  const whole = Math.round(spoons)
  const tablespoons = Math.floor(whole / 3)
  return { tablespoons, teaspoons: whole - 3 * tablespoons }
}
