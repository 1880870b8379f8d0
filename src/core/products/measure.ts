import { MILLILITRES_PER_TEASPOON } from '../units'
import { PRODUCTS, type ProductName } from './product'

/** Rounded to what a kitchen scale and a hand can do: half grams below 10 g, grams below 50 g, then fives. */
export const roundToScale = (grams: number): number => {
  const step = grams < 10 ? 0.5 : grams < 50 ? 1 : 5
  return Math.round(grams / step) * step
}

export interface SpoonMeasure {
  /** Whole level tablespoons (three teaspoons), used from two upwards. */
  tablespoons: number
  /** Level teaspoons: to the quarter below two, to the half below six, then whole. */
  teaspoons: number
}

/** Level spoons for a mass of a product; ±20 %, since grain and packing differ. */
export const inSpoons = (product: ProductName, grams: number): SpoonMeasure => {
  const spoons =
    grams / (PRODUCTS[product].bulkDensityGramsPerMillilitre * MILLILITRES_PER_TEASPOON)
  if (spoons < 6) {
    const step = spoons < 2 ? 0.25 : 0.5
    return { tablespoons: 0, teaspoons: Math.max(0.25, Math.round(spoons / step) * step) }
  }
  const whole = Math.round(spoons)
  const tablespoons = Math.floor(whole / 3)
  return { tablespoons, teaspoons: whole - 3 * tablespoons }
}
