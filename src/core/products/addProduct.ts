import { CONSERVED, type Water } from '../water/water'
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

/** Takes halogen out of the water, chlorine first, as far as it goes; what went, by kind. */
const halogenFor = (water: Water, capacityMmol: number) => {
  const chlorine = Math.min(capacityMmol, water.freeChlorineMmol)
  const bromine = Math.min(capacityMmol - chlorine, water.bromineMmol)
  return { chlorine, bromine, gone: chlorine + bromine }
}

const withoutHalogen = (water: Water, { chlorine, bromine }: ReturnType<typeof halogenFor>) => ({
  ...water,
  freeChlorineMmol: water.freeChlorineMmol - chlorine,
  chlorideMmol: water.chlorideMmol + chlorine,
  bromineMmol: water.bromineMmol - bromine,
  bromideMmol: water.bromideMmol + bromine,
})

/**
 * Thiosulfate and peroxide destroy free chlorine and bromine until one side is gone; what is left stays in the water and meets
 * the next dose. H₂O₂ + HOCl → O₂ + H₂O + H⁺ + Cl⁻; thiosulfate's acid was settled when it was weighed (see substance.ts).
 * Taken as instant: seconds to minutes in practice.
 */
const reduceHalogen = (water: Water): Water => {
  let now = water
  if (now.reducerMmol > 0) {
    const met = halogenFor(now, now.reducerMmol)
    const share = met.gone / now.reducerMmol
    now = {
      ...withoutHalogen(now, met),
      alkalinityMeq: now.alkalinityMeq + share * now.reducerAlkalinityMeq,
      reducerMmol: now.reducerMmol - met.gone,
      reducerAlkalinityMeq: now.reducerAlkalinityMeq * (1 - share),
      sulfateMmol: now.sulfateMmol + share * now.reducerSulfateMmol,
      reducerSulfateMmol: now.reducerSulfateMmol * (1 - share),
    }
  }
  if (now.peroxideMmol > 0) {
    const met = halogenFor(now, now.peroxideMmol)
    now = {
      ...withoutHalogen(now, met),
      alkalinityMeq: now.alkalinityMeq - met.gone,
      peroxideMmol: now.peroxideMmol - met.gone,
    }
  }
  return now
}

/** Water after `grams` of a product have mixed; closed to the air, before any of its oxidiser is used on anything but bromide. */
export const addEffect = (
  water: Water,
  effect: ProductEffect,
  grams: number,
  volumeLitres: number,
): Water => {
  const share = grams / volumeLitres
  const dissolved = { ...water }
  for (const key of CONSERVED) dissolved[key] += share * effect[key]
  return oxidiseBromide(reduceHalogen(dissolved))
}

export const addProduct = (
  water: Water,
  product: ProductName,
  grams: number,
  volumeLitres: number,
): Water => addEffect(water, PRODUCTS[product].perGram, grams, volumeLitres)

/** What an oxidiser has used up, mmol/L. */
export interface Spent {
  freeChlorineMmol?: number
  bromineMmol?: number
  monopersulfateMmol?: number
  peroxideMmol?: number
}

/**
 * Water after a share of its oxidiser has done its work: each mol of halogen or monopersulfate leaves one mol of acid behind
 * (HOCl → H⁺ + Cl⁻; HSO₅⁻ → SO₄²⁻ + H⁺), which is the delayed acidity of every chlorine and bromine product; peroxide leaves
 * water. Spent bromine goes back to the bromide bank. Nothing falls below zero.
 */
export const spend = (water: Water, spent: Spent): Water => {
  const chlorine = Math.min(water.freeChlorineMmol, spent.freeChlorineMmol ?? 0)
  const bromine = Math.min(water.bromineMmol, spent.bromineMmol ?? 0)
  const monopersulfate = Math.min(water.monopersulfateMmol, spent.monopersulfateMmol ?? 0)
  return {
    ...water,
    freeChlorineMmol: water.freeChlorineMmol - chlorine,
    bromineMmol: water.bromineMmol - bromine,
    bromideMmol: water.bromideMmol + bromine,
    monopersulfateMmol: water.monopersulfateMmol - monopersulfate,
    peroxideMmol: Math.max(0, water.peroxideMmol - (spent.peroxideMmol ?? 0)),
    alkalinityMeq: water.alkalinityMeq - chlorine - bromine - monopersulfate,
    chlorideMmol: water.chlorideMmol + chlorine,
    sulfateMmol: water.sulfateMmol + monopersulfate,
  }
}
