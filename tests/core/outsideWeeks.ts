import type { ProductName } from '@/core/products/product'
import { normal } from '@/core/random'
import { type Method, type Quantity, type Readings, readingError } from '@/core/testing/quantity'
import { type OutsideStart, outsideTub } from './outsideTub'

/*
 * Weeks of a tub that shares nothing with the core: the carbonate chemistry of outsideTub.ts, and a residual that is lost at first order and
 * at surfaces that saturate, met by two kinds of bathers' waste, fed by tablets that give by their shrinking surface or by a cell. Classic
 * Runge and Kutta of the fourth order in steps of three minutes. Rates assumed, drawn from the generator.
 */

/** What a milligram takes of alkalinity as it is used up, meq, by molar masses; bleach and peroxide leave it alone. */
const USED_UP: Partial<Record<ProductName, number>> = {
  'sodium dichlor dihydrate': 1 / 255.98,
  trichlor: 3 / 232.41,
  bromochlorodimethylhydantoin: 2 / 241.5,
  'potassium monopersulfate': 3 / 614.7,
}
/** mg of cyanuric acid in one of the product. */
const CYANURIC: Partial<Record<ProductName, number>> = {
  'sodium dichlor dihydrate': 129.07 / 255.98,
  trichlor: 129.07 / 232.41,
  'cyanuric acid': 1,
}
/** mg of halogen, as chlorine, in one of a tablet. */
const TABLET: Partial<Record<ProductName, number>> = {
  trichlor: (3 * 70.906) / 232.41,
  bromochlorodimethylhydantoin: (2 * 70.906) / 241.5,
}
const BROMINE = 159.81 / 70.906
const STEP_HOURS = 0.05
/** Of carbon dioxide, per hour: cover shut, and jets with air. */
const COVERED = 0.02

export const outsideWeeks = (
  litres: number,
  start: OutsideStart,
  {
    sanitizer,
    random,
    stepMinutes = 15,
  }: {
    sanitizer: Quantity
    random: () => number
    /** Of the exchange with the air. */
    stepMinutes?: number
  },
) => {
  const bromine = sanitizer === 'bromine'
  const halogen = bromine || sanitizer === 'freeChlorine'
  const water = outsideTub(litres, { ...start, bromine, residualPpm: 0 })
  const perChlorine = bromine ? BROMINE : 1
  const spread = (median: number, of: number) => median * Math.exp(of * normal(random))
  const rates = {
    first: spread((sanitizer === 'biguanide' ? 0.03 : 0.2) / 24, 0.3),
    surface: 0.02 * perChlorine,
    half: 1.5 * perChlorine,
    quick: 2,
    slow: 0.05,
    fades: 1 / 50,
    /** ppm of a person-hour, in all. */
    demand: spread(
      ((halogen ? 6000 : sanitizer === 'peroxide' ? 3000 : 600) / litres) * perChlorine,
      0.3,
    ),
    jets: 0.8 + 1.7 * random(),
  }
  let quick = 0
  let slow = 0
  let cyanuric = 0
  /** ppm that the tablets still hold, and how much they held when they were loaded. */
  let tablets = 0
  let loaded = 0
  /** meq of alkalinity a litre that they will have taken when they are gone. */
  let takes = 0
  /** meq of alkalinity a litre that the residual will have taken when it is gone. */
  let owed = 0
  const state = { opening: 1, cellPpmPerHour: 0 }

  const step = (residual: number, q: number, s: number) => {
    const c = Math.max(0, residual)
    // A tablet's surface shrinks with the square of its radius; a week's load lasts about nine days.
    const feed =
      tablets > 0 && loaded > 0
        ? state.opening * (loaded / (9 * 24)) * 1.4 * (tablets / loaded) ** (2 / 3)
        : 0
    const met = [rates.quick * c * Math.max(0, q), rates.slow * c * Math.max(0, s)] as const
    return {
      residual:
        feed +
        state.cellPpmPerHour * perChlorine -
        rates.first * c -
        (rates.surface * c) / (c + rates.half) -
        met[0] -
        met[1],
      quick: -met[0],
      slow: -met[1] - rates.fades * s,
      feed,
    }
  }
  const react = (hours: number) => {
    let left = hours
    while (left > 1e-9) {
      const h = Math.min(STEP_HOURS, left)
      const c = water.residualPpm()
      const a = step(c, quick, slow)
      const b = step(c + (h / 2) * a.residual, quick + (h / 2) * a.quick, slow + (h / 2) * a.slow)
      const d = step(c + (h / 2) * b.residual, quick + (h / 2) * b.quick, slow + (h / 2) * b.slow)
      const e = step(c + h * d.residual, quick + h * d.quick, slow + h * d.slow)
      const mean = (key: 'residual' | 'quick' | 'slow' | 'feed') =>
        (h / 6) * (a[key] + 2 * b[key] + 2 * d[key] + e[key])
      water.setResidual(Math.max(0, c + mean('residual')))
      quick = Math.max(0, quick + mean('quick'))
      slow = Math.max(0, slow + mean('slow'))
      const given = mean('feed') + state.cellPpmPerHour * perChlorine * h
      const gone = Math.min(1, Math.max(0, (c + given - water.residualPpm()) / (c + given || 1)))
      water.take(owed * gone)
      owed *= 1 - gone
      const fed = Math.min(tablets, mean('feed'))
      if (tablets > 0) {
        const share = (takes * fed) / tablets
        owed += share
        takes -= share
        tablets -= fed
      }
      left -= h
    }
  }
  const advance = (hours: number, transfer = COVERED) => {
    react(hours)
    water.pass(Math.round(hours * 60), transfer, stepMinutes)
  }
  const values: Partial<Record<Quantity, () => number>> = {
    pH: water.pH,
    totalAlkalinity: water.totalAlkalinityPpm,
    calciumHardness: water.calciumHardnessPpm,
    salt: water.saltPpm,
    cyanuricAcid: () => cyanuric,
    temperature: () => 38,
    totalDissolvedSolids: () => 400 + water.saltPpm(),
    [sanitizer]: water.residualPpm,
    ...(sanitizer === 'freeChlorine' ? { totalChlorine: water.residualPpm } : {}),
  }
  return {
    state,
    /** What rules it from now on; may be changed on the way. */
    rates,
    pH: water.pH,
    totalAlkalinityPpm: water.totalAlkalinityPpm,
    calciumHardnessPpm: water.calciumHardnessPpm,
    residualPpm: water.residualPpm,
    advance,
    /** A dose is off by 7 % of a hand's measure; tablets go into the feeder. */
    dose: (product: ProductName, grams: number) => {
      const real = grams * (1 + 0.07 * normal(random))
      const each = (1000 * real) / litres
      cyanuric += (CYANURIC[product] ?? 0) * each
      const tablet = TABLET[product]
      const used = (USED_UP[product] ?? 0) * each
      if (tablet === undefined) {
        water.dose(product, real)
        owed += used
        return
      }
      tablets += tablet * each * perChlorine
      takes += used
      loaded = tablets
    },
    replace: (share: number, fill: OutsideStart) => {
      water.replace(share, fill)
      cyanuric *= 1 - share
      owed *= 1 - share
      quick *= 1 - share
      slow *= 1 - share
    },
    soften: water.soften,
    aerate: (minutes: number) => advance(minutes / 60, rates.jets),
    soak: (people: number, minutes: number) => {
      const demand = (people * minutes * rates.demand) / 60
      const real = demand * Math.max(0.2, 1 + 0.25 * normal(random))
      quick += 0.55 * real
      slow += 0.45 * real
      water.pass(minutes, rates.jets / 2, 15)
    },
    read: (quantities: readonly Quantity[], method: Method): Readings =>
      Object.fromEntries(
        quantities.flatMap((quantity) => {
          const value = values[quantity]?.()
          if (value === undefined) return []
          const error = readingError(quantity, method, value) * normal(random)
          return [[quantity, Math.max(0, value + error)]]
        }),
      ),
  }
}
