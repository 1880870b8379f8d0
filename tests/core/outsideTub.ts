import type { ProductName } from '@/core/products/product'

/*
 * A tub that shares nothing with the core: carbonate only, with the classic fits of Harned and co-workers (pK1, pK2, Henry: Harned and
 * Davis 1943, Harned and Scholes 1941; pKw: Harned and Owen; as tabulated in Stumm and Morgan, Aquatic Chemistry; from memory),
 * activity by Güntelberg at an ionic strength of 0.012, gas exchange by Runge and Kutta's fourth order in steps of a minute.
 */

const KELVIN = 273.15 + 38
const log = Math.log10
const SQRT_I = Math.sqrt(0.012)
const GUNTELBERG = (0.51 * SQRT_I) / (1 + SQRT_I)
const MONOVALENT = 10 ** -GUNTELBERG
const DIVALENT = 10 ** (-4 * GUNTELBERG)
const K1 = 10 ** -(3404.71 / KELVIN + 0.032786 * KELVIN - 14.8435) / MONOVALENT
const K2 = (10 ** -(2902.39 / KELVIN + 0.02379 * KELVIN - 6.498) * MONOVALENT) / DIVALENT
const KW = 10 ** -(4470.99 / KELVIN + 0.01706 * KELVIN - 6.0875) / MONOVALENT
/** mol/L under air of 420 millionths of carbon dioxide. */
const IN_AIR = 10 ** (2622.38 / KELVIN + 0.0178471 * KELVIN - 15.5873) * 420e-6
const PPM_PER_MEQ = 50.04

/** Shares of the inorganic carbon at an activity of hydrogen: dissolved gas, bicarbonate, carbonate. */
const shares = (h: number) => {
  const first = K1 / h
  const second = (first * K2) / h
  const all = 1 + first + second
  return { gas: 1 / all, charge: (first + 2 * second) / all }
}

/**
 * What a milligram of a product does, by molar masses and the strength that its label usually gives: meq of alkalinity and mmol of
 * carbon; `residual`: mg of the tub's sanitizer, halogens as chlorine; `hardness`: mg as CaCO3. Undefined products do nothing here.
 */
const EFFECT: Partial<
  Record<
    ProductName,
    { meq?: number; mmol?: number; residual?: number; hardness?: number; salt?: number }
  >
> = {
  'sodium bisulfate': { meq: -0.932 / 120.06 },
  'hydrochloric acid': { meq: -0.3145 / 36.46 },
  'sodium bicarbonate': { meq: 1 / 84.007, mmol: 1 / 84.007 },
  'sodium carbonate': { meq: 2 / 105.99, mmol: 1 / 105.99 },
  'sodium dichlor dihydrate': { residual: (2 * 70.906) / 255.98 },
  'sodium hypochlorite': { residual: (0.06 * 70.906) / 74.44 },
  'calcium hypochlorite': { residual: 0.65, hardness: (0.65 * 100.09) / (2 * 70.906) },
  'potassium monopersulfate': { residual: (0.43 * 70.906) / 152.17 },
  bromochlorodimethylhydantoin: { residual: (2 * 70.906) / 241.5 },
  'sodium thiosulfate pentahydrate': { residual: (-4 * 70.906) / 248.18 },
  'hydrogen peroxide': { residual: 0.12 },
  biguanide: { residual: 0.2 },
  'calcium chloride dihydrate': { hardness: 100.09 / 147.01 },
  'calcium chloride flake 77 percent': { hardness: (0.77 * 100.09) / 110.98 },
  'calcium chloride anhydrous': { hardness: 100.09 / 110.98 },
  'sodium chloride': { salt: 1 },
}

/** mg of bromine for one of chlorine. */
const BROMINE = 159.81 / 70.906

export interface OutsideStart {
  /** ppm as CaCO3, like the hardness. */
  pH: number
  totalAlkalinityPpm: number
  calciumHardnessPpm?: number
  residualPpm?: number
  saltPpm?: number
  /** Its halogens are read as bromine: there is bromide enough for all of them. */
  bromine?: boolean
}

export interface OutsideTub {
  pH: () => number
  totalAlkalinityPpm: () => number
  calciumHardnessPpm: () => number
  residualPpm: () => number
  saltPpm: () => number
  dose: (product: ProductName, grams: number) => void
  replace: (share: number, fill: OutsideStart) => void
  dissolved: () => { alkalinity: number; carbon: number }
  fade: (minutes: number) => void
  /** Exchange with the air in steps of so many minutes. */
  pass: (minutes: number, transferPerHour: number, stepMinutes?: number) => void
  setResidual: (ppm: number) => void
  /** A softening bag, which takes so much of the hardness. */
  soften: (share: number) => void
  /** Acid of whatever kind, meq of alkalinity a litre. */
  take: (meqPerLitre: number) => void
}

/** @param start what it really holds */
export const outsideTub = (litres: number, start: OutsideStart): OutsideTub => {
  let alkalinity = start.totalAlkalinityPpm / PPM_PER_MEQ / 1000
  let hardness = start.calciumHardnessPpm ?? 180
  let residual = start.residualPpm ?? 0
  let salt = start.saltPpm ?? 0
  const water = (h: number) => KW / h - h / MONOVALENT
  const begun = 10 ** -start.pH
  let carbon = (alkalinity - water(begun)) / shares(begun).charge

  const hydrogen = (dissolved: number): number => {
    let [low, high] = [3, 12]
    for (let i = 0; i < 60; i++) {
      const pH = (low + high) / 2
      const h = 10 ** -pH
      if (dissolved * shares(h).charge + water(h) < alkalinity) low = pH
      else high = pH
    }
    return 10 ** -((low + high) / 2)
  }
  return {
    pH: () => -log(hydrogen(carbon)),
    totalAlkalinityPpm: () => alkalinity * 1000 * PPM_PER_MEQ,
    /** Products that leave pH and alkalinity alone do nothing here. */
    dose: (product: ProductName, grams: number) => {
      const effect = EFFECT[product]
      if (!effect) return
      alkalinity += ((effect.meq ?? 0) * grams) / litres
      carbon += ((effect.mmol ?? 0) * grams) / litres
      const each = (1000 * grams) / litres
      residual += (effect.residual ?? 0) * each * (start.bromine ? BROMINE : 1)
      residual = Math.max(0, residual)
      hardness += (effect.hardness ?? 0) * each
      salt += (effect.salt ?? 0) * each
    },
    calciumHardnessPpm: () => hardness,
    residualPpm: () => residual,
    saltPpm: () => salt,
    /** Part of the water for fill water, at the same temperature. */
    replace: (share: number, fill: OutsideStart) => {
      const other = outsideTub(litres, fill)
      const mixed = (own: number, theirs: number) => own * (1 - share) + theirs * share
      const inFill = other.dissolved()
      alkalinity = mixed(alkalinity, inFill.alkalinity)
      carbon = mixed(carbon, inFill.carbon)
      hardness = mixed(hardness, other.calciumHardnessPpm())
      residual = mixed(residual, other.residualPpm())
      salt = mixed(salt, other.saltPpm())
    },
    /** eq/L and mol/L. */
    dissolved: () => ({ alkalinity, carbon }),
    soften: (share) => {
      hardness *= 1 - share
    },
    setResidual: (ppm) => {
      residual = ppm
    },
    take: (meqPerLitre) => {
      alkalinity -= meqPerLitre / 1000
    },
    /** What light, heat and surfaces take of the residual, 1 % an hour. */
    fade: (minutes: number) => {
      residual *= Math.exp(-0.01 * (minutes / 60))
    },
    pass: (minutes: number, transferPerHour: number, stepMinutes = 1) => {
      const rate = (dissolved: number) =>
        -transferPerHour * (dissolved * shares(hydrogen(dissolved)).gas - IN_AIR)
      for (let left = minutes; left > 0; left -= stepMinutes) {
        const hours = Math.min(stepMinutes, left) / 60
        const a = rate(carbon)
        const b = rate(carbon + (a * hours) / 2)
        const c = rate(carbon + (b * hours) / 2)
        const d = rate(carbon + c * hours)
        carbon += ((a + 2 * b + 2 * c + d) * hours) / 6
      }
    },
  }
}
