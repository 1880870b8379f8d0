import type { Water } from '../water/water'
import { PRODUCTS, type ProductName } from './product'
import type { ProductEffect } from './substance'

/**
 * Chlorine and monopersulfate turn bromide into bromine, mol for mol, as far as bromide is there; fast beside a wait of
 * minutes, so taken as done. HSO₅⁻ + Br⁻ → SO₄²⁻ + HOBr moves no alkalinity; HOCl + Br⁻ → HOBr + Cl⁻ neither.
 * Monopersulfate beyond the bank stays as it is.
 */
const oxidiseBromide = (water: Water): Water => {
  const byChlorine = Math.min(water.bromideMmol, water.freeChlorineMmol)
  const byMonopersulfate = Math.min(water.bromideMmol - byChlorine, water.monopersulfateMmol)
  const turned = byChlorine + byMonopersulfate
  if (turned <= 0) return water
  return {
    ...water,
    bromideMmol: water.bromideMmol - turned,
    bromineMmol: water.bromineMmol + turned,
    freeChlorineMmol: water.freeChlorineMmol - byChlorine,
    chlorideMmol: water.chlorideMmol + byChlorine,
    monopersulfateMmol: water.monopersulfateMmol - byMonopersulfate,
    sulfateMmol: water.sulfateMmol + byMonopersulfate,
  }
}

/** A reducing agent destroys free chlorine as far as both go; what is left of the agent is not kept track of. */
const destroyChlorine = (water: Water, capacityMmol: number, alkalinityPerMmol: number): Water => {
  const gone = Math.min(capacityMmol, water.freeChlorineMmol)
  return {
    ...water,
    freeChlorineMmol: water.freeChlorineMmol - gone,
    alkalinityMeq: water.alkalinityMeq + gone * alkalinityPerMmol,
    chlorideMmol: water.chlorideMmol + gone,
  }
}

/** Water after `grams` of a product have mixed; closed to the air, before any of its oxidiser is used. */
export const addEffect = (
  water: Water,
  effect: ProductEffect,
  grams: number,
  volumeLitres: number,
): Water => {
  const share = grams / volumeLitres
  const dissolved: Water = {
    ...water,
    alkalinityMeq: water.alkalinityMeq + share * effect.alkalinityMeq,
    dissolvedInorganicCarbonMmol:
      water.dissolvedInorganicCarbonMmol + share * effect.dissolvedInorganicCarbonMmol,
    calciumMmol: water.calciumMmol + share * effect.calciumMmol,
    cyanurateMmol: water.cyanurateMmol + share * effect.cyanurateMmol,
    borateMmol: water.borateMmol + share * effect.borateMmol,
    freeChlorineMmol: water.freeChlorineMmol + share * effect.freeChlorineMmol,
    bromineMmol: water.bromineMmol + share * effect.bromineMmol,
    bromideMmol: water.bromideMmol + share * effect.bromideMmol,
    monopersulfateMmol: water.monopersulfateMmol + share * effect.monopersulfateMmol,
    chlorideMmol: water.chlorideMmol + share * effect.chlorideMmol,
    sulfateMmol: water.sulfateMmol + share * effect.sulfateMmol,
    saltPpm: water.saltPpm + share * effect.saltMg,
    totalDissolvedSolidsPpm: water.totalDissolvedSolidsPpm + share * effect.dissolvedSolidsMg,
  }
  return oxidiseBromide(
    effect.chlorineRemovedMmol > 0
      ? destroyChlorine(
          dissolved,
          share * effect.chlorineRemovedMmol,
          effect.alkalinityPerChlorineRemoved,
        )
      : dissolved,
  )
}

export const addProduct = (
  water: Water,
  product: ProductName,
  grams: number,
  volumeLitres: number,
): Water => addEffect(water, PRODUCTS[product].perGram, grams, volumeLitres)

/**
 * Water after a share of its active halogen has done its work: each mol leaves one mol of acid behind
 * (HOCl → H⁺ + Cl⁻), which is the delayed acidity of every chlorine and bromine product.
 * Spent bromine goes back to the bromide bank.
 */
export const spendSanitizer = (
  water: Water,
  freeChlorineMmol: number,
  bromineMmol: number,
): Water => {
  const chlorine = Math.min(water.freeChlorineMmol, freeChlorineMmol)
  const bromine = Math.min(water.bromineMmol, bromineMmol)
  return {
    ...water,
    freeChlorineMmol: water.freeChlorineMmol - chlorine,
    bromineMmol: water.bromineMmol - bromine,
    bromideMmol: water.bromideMmol + bromine,
    alkalinityMeq: water.alkalinityMeq - chlorine - bromine,
    chlorideMmol: water.chlorideMmol + chlorine,
  }
}
