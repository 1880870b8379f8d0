import { type Entry, type EntryOf, isKind } from '../journal/entry'
import { loadOf } from '../journal/load'
import { addEffect, spend } from '../products/addProduct'
import { PRODUCTS, productEffect } from '../products/product'
import { programmeOf } from '../programmes/programme'
import { monopersulfateShown } from '../testing/interference'
import { type Method, QUANTITIES, type Quantity, readingError } from '../testing/quantity'
import { DAY, HOUR, type Instant } from '../time'
import type { FillWater, Tub } from '../tub/tub'
import { loseCarbonDioxide, TRANSFER_PER_HOUR } from '../water/aerate'
import { BROMINE_G_PER_MOL, CHLORINE_G_PER_MOL, PEROXIDE_G_PER_MOL } from '../water/constants'
import { mixWater } from '../water/mix'
import { readWater } from '../water/solveWater'
import type { Water } from '../water/water'
import { demandMmol } from './learning/kinetics'
import { demandOf, lossOf } from './rates'
import {
  fillWaterOf,
  quantityOf,
  untestedComponents,
  waterThatReads,
  withReadings,
} from './testedWater'

export interface LastReading {
  value: number
  at: Instant
  method: Method
  /** What was expected of it; undefined where it was never read before in this water. */
  expected?: { value: number; standardDeviation: number } | undefined
}

/** From day to day it can be other water: an older test of it does not count. Common practice. */
export const FILL_TEST_COUNTS = 30 * DAY

/** Non-chlorine shock with nothing to do but oxidise waste: gone in a day or two, common practice. */
const MONOPERSULFATE_LOSS_PER_HOUR = 1 / 18

/** Spread that a day adds to what was read; assumed. Grows with the square root of time. */
const DRIFT_PER_ROOT_DAY: Record<Quantity, number> = {
  freeChlorine: 0.2,
  totalChlorine: 0.2,
  bromine: 0.4,
  pH: 0.06,
  totalAlkalinity: 3,
  calciumHardness: 2,
  cyanuricAcid: 1,
  biguanide: 2,
  peroxide: 8,
  salt: 20,
  borate: 1,
  totalDissolvedSolids: 20,
  copper: 0.02,
  iron: 0.02,
  phosphate: 0.05,
  temperature: 0.5,
}

/** A dose by spoon or kitchen scale: ±10 %, assumed. */
export const DOSE_ERROR = 0.1

/** A bromide bank of this size answers every oxidiser dose here; mmol/L. Shown by a bromine reading where no dose was logged. */
export const SHOWN_BANK_MMOL = 0.4

type Spread = Record<Quantity, { read: number; drift: number }>

/** Before any reading: wide open. */
export const unknownSpread = (): Spread => ({
  freeChlorine: { read: 3, drift: 0 },
  totalChlorine: { read: 3, drift: 0 },
  bromine: { read: 3, drift: 0 },
  pH: { read: 0.5, drift: 0 },
  totalAlkalinity: { read: 60, drift: 0 },
  calciumHardness: { read: 100, drift: 0 },
  cyanuricAcid: { read: 20, drift: 0 },
  biguanide: { read: 20, drift: 0 },
  peroxide: { read: 40, drift: 0 },
  salt: { read: 200, drift: 0 },
  borate: { read: 5, drift: 0 },
  totalDissolvedSolids: { read: 200, drift: 0 },
  copper: { read: 0.2, drift: 0 },
  iron: { read: 0.2, drift: 0 },
  phosphate: { read: 0.5, drift: 0 },
  temperature: { read: 2, drift: 0 },
})

const copyOf = (spread: Spread): Spread => {
  const copy = { ...spread }
  for (const quantity of QUANTITIES) {
    const { read, drift } = spread[quantity]
    copy[quantity] = { read, drift }
  }
  return copy
}

const widen = (spread: Spread, quantity: Quantity, by: number) => {
  const one = spread[quantity]
  one.drift = Math.hypot(one.drift, by)
}

export interface EstimateState {
  at: Instant
  water: Water
  spread: Spread
  lastReadings: Partial<Record<Quantity, LastReading>>
  filledAt: Instant | undefined
  lastTestAt: Instant | undefined
  bromideBank: boolean
  fillTest: { at: Instant; fillWater: FillWater } | undefined
}

/** What comes out of the pipe, by the newest test of it that still counts; what the tub was set up with otherwise. */
export const fillWaterKnown = (tub: Tub, journal: readonly Entry[], now: Instant): FillWater => {
  const tests = journal.filter(isKind('fillTest')).filter(({ at }) => at <= now)
  const newest = tests.reduce<EntryOf<'fillTest'> | undefined>(
    (last, one) => (last && last.at > one.at ? last : one),
    undefined,
  )
  return newest && now - newest.at <= FILL_TEST_COUNTS ? newest.body.fillWater : tub.fillWater
}

export const fillTestAt = ({ fillTest }: Pick<EstimateState, 'fillTest'>, at: Instant) =>
  fillTest && at - fillTest.at <= FILL_TEST_COUNTS ? fillTest : undefined

export const residualOf = ({ water }: EstimateState, tub: Tub): number => {
  const { sanitizer } = programmeOf(tub.programme)
  return {
    bromine: water.bromineMmol * BROMINE_G_PER_MOL,
    freeChlorine: water.freeChlorineMmol * CHLORINE_G_PER_MOL,
    peroxide: water.peroxideMmol * PEROXIDE_G_PER_MOL,
    biguanide: water.biguanidePpm,
  }[sanitizer]
}

/** Lets time pass: the residual falls, everything grows less certain. */
export const advance = (belief: EstimateState, until: Instant, tub: Tub): EstimateState => {
  const hours = (until - belief.at) / HOUR
  if (hours <= 0) return belief
  const { sanitizer } = programmeOf(tub.programme)
  const { mean, standardDeviation } = lossOf(tub)
  const kept = Math.exp(-mean * hours)
  const { water } = belief
  const spread = copyOf(belief.spread)
  const days = hours / 24
  for (const quantity of QUANTITIES) {
    // Adding variance keeps the growth a square root however often the fold stops on the way.
    spread[quantity].drift = Math.sqrt(
      spread[quantity].drift ** 2 + DRIFT_PER_ROOT_DAY[quantity] ** 2 * days,
    )
  }
  spread[sanitizer].drift += residualOf(belief, tub) * standardDeviation * hours * kept
  return {
    ...belief,
    at: until,
    spread,
    water: {
      ...spend(water, {
        freeChlorineMmol: water.freeChlorineMmol * (1 - kept),
        bromineMmol: water.bromineMmol * (1 - kept),
        peroxideMmol: water.peroxideMmol * (1 - kept),
        monopersulfateMmol:
          water.monopersulfateMmol * -Math.expm1(-MONOPERSULFATE_LOSS_PER_HOUR * hours),
      }),
      biguanidePpm: water.biguanidePpm * kept,
    },
  }
}

export const applyEntry = (belief: EstimateState, entry: Entry, tub: Tub): EstimateState => {
  switch (entry.kind) {
    case 'test': {
      const { readings, method, standardDeviations } = entry.body
      const shown = monopersulfateShown(belief.water)
      const spread = copyOf(belief.spread)
      const lastReadings = { ...belief.lastReadings }
      const before = readWater(belief.water)
      for (const quantity of QUANTITIES) {
        const value = readings[quantity]
        if (value === undefined) continue
        const shock = quantity === 'freeChlorine' ? shown.freeChlorinePpm : 0
        const { read, drift } = belief.spread[quantity]
        const expected = belief.lastReadings[quantity] && {
          value: quantityOf(before, quantity),
          standardDeviation: Math.hypot(read, drift),
        }
        spread[quantity] = {
          read: Math.hypot(
            standardDeviations?.[quantity] ?? readingError(quantity, method, value),
            shock,
          ),
          drift: 0,
        }
        lastReadings[quantity] = { value, at: entry.at, method, expected }
      }
      const bromideBank = belief.bromideBank || (readings.bromine ?? 0) >= 1
      const bromide = bromideBank
        ? Math.max(belief.water.bromideMmol, SHOWN_BANK_MMOL)
        : belief.water.bromideMmol
      return {
        ...belief,
        spread,
        lastReadings,
        bromideBank,
        lastTestAt: entry.at,
        water: {
          ...waterThatReads(withReadings(belief.water, readings), bromide),
          ...untestedComponents(belief.water, readings),
        },
      }
    }
    case 'dose': {
      const { product, grams, strength } = entry.body
      // A tablet in a floater feeds for days; the programme takes the feeder to hold the level.
      if (PRODUCTS[product].goes === 'in a feeder')
        return {
          ...belief,
          bromideBank: belief.bromideBank || PRODUCTS[product].family === 'bromine',
        }
      if (PRODUCTS[product].goes === 'in a bucket') return belief
      const before = readWater(belief.water)
      const water = addEffect(
        belief.water,
        productEffect(product, strength),
        grams,
        tub.volumeLitres,
      )
      const after = readWater(water)
      const spread = copyOf(belief.spread)
      for (const quantity of QUANTITIES)
        widen(
          spread,
          quantity,
          DOSE_ERROR * (quantityOf(after, quantity) - quantityOf(before, quantity)),
        )
      const family = PRODUCTS[product].family
      return {
        ...belief,
        water,
        spread,
        bromideBank: belief.bromideBank || family === 'bromide' || family === 'bromine',
      }
    }
    case 'aeration': {
      const water = loseCarbonDioxide(
        belief.water,
        TRANSFER_PER_HOUR.jetsWithAir,
        entry.body.minutes / 60,
      )
      const spread = copyOf(belief.spread)
      // The transfer rate is known to a factor of two.
      widen(spread, 'pH', 0.5 * Math.abs(readWater(water).pH - readWater(belief.water).pH))
      return { ...belief, water, spread }
    }
    case 'soak': {
      const personHours = loadOf(entry.body)
      const { mean, standardDeviation } = demandOf(tub)
      const mmol = (grams: number) => demandMmol(grams * personHours, tub.volumeLitres)
      const spread = copyOf(belief.spread)
      widen(spread, 'freeChlorine', mmol(standardDeviation) * CHLORINE_G_PER_MOL)
      widen(spread, 'bromine', mmol(standardDeviation) * BROMINE_G_PER_MOL)
      return {
        ...belief,
        spread,
        water: spend(belief.water, {
          freeChlorineMmol: mmol(mean),
          bromineMmol: mmol(mean),
        }),
      }
    }
    case 'water': {
      const { replacedFraction } = entry.body
      const tested = fillTestAt(belief, entry.at)?.fillWater
      const fill = fillWaterOf(
        entry.body.fillWater ?? tested ?? tub.fillWater,
        tub.setTemperatureCelsius,
      )
      if (replacedFraction >= 1)
        return {
          at: entry.at,
          water: fill,
          spread: unknownSpread(),
          lastReadings: {},
          filledAt: entry.at,
          lastTestAt: undefined,
          bromideBank: false,
          fillTest: belief.fillTest,
        }
      const spread = copyOf(belief.spread)
      for (const quantity of QUANTITIES)
        widen(spread, quantity, unknownSpread()[quantity].read * replacedFraction)
      return { ...belief, spread, water: mixWater(belief.water, fill, replacedFraction) }
    }
    case 'fillTest':
      return { ...belief, fillTest: { at: entry.at, fillWater: entry.body.fillWater } }
    case 'note':
    case 'start':
    case 'feeder':
    case 'chore':
    case 'look':
    case 'filter':
    case 'refill':
    case 'treatment':
      return belief
  }
}

export const blankState = (at: Instant, tub: Tub): EstimateState => ({
  at,
  water: fillWaterOf(tub.fillWater, tub.setTemperatureCelsius),
  spread: unknownSpread(),
  lastReadings: {},
  filledAt: undefined,
  lastTestAt: undefined,
  bromideBank: false,
  fillTest: undefined,
})

/** A full change leaves nothing of what was: what stands before the last one bears on nothing but which water filled it. */
export const sinceFill = (past: readonly Entry[]): readonly Entry[] => {
  const fill = past.findLastIndex(
    (entry) => entry.kind === 'water' && entry.body.replacedFraction >= 1,
  )
  if (fill <= 0) return past
  const fillTest = past.slice(0, fill).findLast(isKind('fillTest'))
  return fillTest ? [fillTest, ...past.slice(fill)] : past.slice(fill)
}
