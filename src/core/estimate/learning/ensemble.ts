import { type Entry, HOUR, type Instant, inOrder } from '../../journal/entry'
import { PRODUCTS, productEffect } from '../../products/product'
import { feederOf } from '../../programmes/feeder'
import { programmeOf } from '../../programmes/programme'
import { normal, seeded } from '../../random'
import { loadOf } from '../../soaks/load'
import { type Method, type Quantity, readingError } from '../../testing/quantity'
import type { FillWater, Tub } from '../../tub'
import { carbonOf, TRANSFER_PER_HOUR } from '../../water/aerate'
import {
  AIR_CARBON_DIOXIDE_ATM,
  ALKALINITY_PPM_PER_MEQ,
  BROMINE_G_PER_MOL,
  CHLORINE_G_PER_MOL,
  CYANURIC_ACID_G_PER_MOL,
  PEROXIDE_G_PER_MOL,
} from '../../water/constants'
import { type Equilibria, equilibriaFor } from '../../water/equilibrium'
import { readWater } from '../../water/solveWater'
import { fillWaterOf } from '../testedWater'
import { AT_ONCE, passTime, type Rates, type Residual } from './kinetics'

/** What is learnt of a tub, in the order of the arrays: logarithms of its rates. */
export const LEARNT = ['loss', 'demand', 'feed', 'transfer', 'cell'] as const
export type Learnt = (typeof LEARNT)[number]

/** Start: median and spread of the logarithm. Where each comes from stands in docs/estimate.md. */
const PRIOR: Record<Learnt, { median: number; spread: number }> = {
  /** Per hour: common practice, 15 to 30 % a day. */
  loss: { median: 0.22 / 24, spread: 0.4 },
  /** g of chlorine a person-hour: from memory of trade figures, 4 to 9. */
  demand: { median: 6, spread: 0.35 },
  /** Of the tablets, per hour: assumed, days to two weeks. */
  feed: { median: 0.006, spread: 0.7 },
  /** Times the usual transfer of carbon dioxide: assumed. */
  transfer: { median: 1, spread: 0.5 },
  /** g of chlorine an hour: assumed. */
  cell: { median: 0.6, spread: 0.6 },
}

const DOSE_ERROR = 0.1
/** One soak is not like another: its demand is off by so much. Assumed. */
const SOAK_SPREAD = 0.25
/** What a day adds that no rate explains: share of the residual, meq of alkalinity, pH. Assumed. */
const NOISE = { sanitizer: 0.045, alkalinity: 0.004 }
/** Further off than so many standard deviations a reading is flagged and weighs less. */
const ODD = 3.5

const GRAMS_PER_MOL = {
  freeChlorine: CHLORINE_G_PER_MOL,
  bromine: BROMINE_G_PER_MOL,
  peroxide: PEROXIDE_G_PER_MOL,
  biguanide: 1000,
}

export interface OddReading {
  entryId: number
  at: Instant
  quantity: Quantity
  read: number
  expected: number
  standardDeviation: number
}

export interface Ensemble {
  members: number
  at: Instant
  /** Members' states; mmol/L, meq/L, g. */
  sanitizer: Float64Array
  waste: Float64Array
  tablets: Float64Array
  alkalinity: Float64Array
  carbon: Float64Array
  /** Where each pH was last, to look for the next one from there. */
  lastPh: Float64Array
  cyanurate: Float64Array
  /** Logarithms of their rates. */
  rates: Record<Learnt, Float64Array>
  borateMmol: number
  temperatureCelsius: number
  solidsPpm: number
  saltPpm: number
  /** Whether this water was ever tested. */
  tested: boolean
  odd: OddReading[]
  readings: number
  /** Where the stream of chance stands, so that going on is the same as beginning anew. */
  draws: number
}

const filled = (n: number, of: (i: number) => number) =>
  Float64Array.from({ length: n }, (_, i) => of(i))

/** A stream of normal deviates that can be taken up where it was left. */
const chance = (ensemble: { draws: number }) => {
  const random = seeded(0x9e37 + Math.imul(ensemble.draws, 2654435761))
  ensemble.draws += 1
  return () => normal(random)
}

const equilibriaOf = (ensemble: Ensemble): Equilibria =>
  equilibriaFor(ensemble.temperatureCelsius, ensemble.solidsPpm, ensemble.saltPpm)

const usesChlorine = (tub: Tub) => programmeOf(tub.programme).sanitizer === 'freeChlorine'

/**
 * The pH at which the totals balance, by Newton's method from a pH nearby: within 1e-4 of `solvePhOf` without chlorine, at a third of
 * its time, and a member hardly moves between two calls. Totals in mol/L, alkalinity eq/L.
 */
export const phNear = (
  alkalinity: number,
  carbon: number,
  borate: number,
  cyanurate: number,
  k: Equilibria,
  guess: number,
): number => {
  let pH = guess
  for (let i = 0; i < 12; i++) {
    const a = Math.exp(-Math.LN10 * pH)
    const first = k.firstCarbonic / a
    const second = k.secondCarbonic / (a * a)
    const all = 1 + first + second
    const free = carbon / all
    const bicarbonate = free * first
    const carbonate = free * second
    const hydroxide = k.water / a
    const proton = a * k.hydrogen
    const boric = k.boric / (k.boric + a)
    const one = k.cyanuric[0] / a
    const two = k.cyanuric[1] / (a * a)
    const ionised = (one + 2 * two) / (1 + one + two)
    const miss =
      bicarbonate +
      2 * carbonate +
      hydroxide -
      proton +
      borate * boric +
      cyanurate * ionised -
      alkalinity
    const slope =
      Math.LN10 *
      ((bicarbonate * (free + carbonate) + 4 * free * carbonate) / Math.max(carbon, 1e-12) +
        hydroxide +
        proton +
        borate * boric * (1 - boric) +
        cyanurate * ((one + 4 * two) / (1 + one + two) - ionised * ionised))
    const by = Math.min(0.6, Math.max(-0.6, miss / slope))
    pH = Math.min(13, Math.max(2, pH - by))
    // Newton squares the error: the next would be far below what matters.
    if (by < 1e-3 && by > -1e-3) break
  }
  return pH
}

/** pH of every member; what chlorine adds to it, 0.005 at most at the residuals of a tub, is left out, for it costs most of the time. */
export const phOf = (ensemble: Ensemble): Float64Array => {
  const k = equilibriaOf(ensemble)
  return filled(ensemble.members, (i) => {
    const pH = phNear(
      at(ensemble.alkalinity, i) / 1000,
      at(ensemble.carbon, i) / 1000,
      ensemble.borateMmol / 1000,
      at(ensemble.cyanurate, i) / 1000,
      k,
      at(ensemble.lastPh, i),
    )
    ensemble.lastPh[i] = pH
    return pH
  })
}

const at = (array: Float64Array, i: number): number => array[i] as number

/** Puts every member at a pH, with its alkalinity as it is. */
const setPh = (ensemble: Ensemble, pH: Float64Array): void => {
  const k = equilibriaOf(ensemble)
  for (let i = 0; i < ensemble.members; i++)
    ensemble.carbon[i] =
      1000 *
      carbonOf(
        at(ensemble.alkalinity, i) / 1000,
        Math.min(9.5, Math.max(5.5, at(pH, i))),
        ensemble.borateMmol / 1000,
        at(ensemble.cyanurate, i) / 1000,
        0,
        k,
      )
}

/** Fresh water in every member, as far as the fill is known. */
const fillWith = (ensemble: Ensemble, tub: Tub, fill: FillWater, share: number): void => {
  const water = fillWaterOf(fill, tub.setTemperatureCelsius)
  const reading = readWater(water)
  const next = chance(ensemble)
  const spread = fill.totalAlkalinityPpm === undefined ? 0.3 : 0.06
  const pHSpread = fill.pH === undefined ? 0.25 : 0.08
  const pH = phOf(ensemble)
  if (share >= 0.999) {
    for (let i = 0; i < ensemble.members; i++) {
      ensemble.sanitizer[i] = 0
      ensemble.waste[i] = 0
      ensemble.tablets[i] = 0
      ensemble.cyanurate[i] = 0
      ensemble.alkalinity[i] = water.alkalinityMeq * Math.exp(spread * next())
      pH[i] = reading.pH + pHSpread * next()
    }
    ensemble.tested = false
    ensemble.borateMmol = water.borateMmol
    ensemble.solidsPpm = water.totalDissolvedSolidsPpm
    ensemble.saltPpm = water.saltPpm
    setPh(ensemble, pH)
    return
  }
  for (let i = 0; i < ensemble.members; i++) {
    const kept = 1 - Math.min(1, Math.max(0, share * (1 + 0.15 * next())))
    ensemble.sanitizer[i] = kept * at(ensemble.sanitizer, i)
    ensemble.waste[i] = kept * at(ensemble.waste, i)
    ensemble.cyanurate[i] = kept * at(ensemble.cyanurate, i)
    ensemble.alkalinity[i] =
      kept * at(ensemble.alkalinity, i) +
      (1 - kept) * water.alkalinityMeq * Math.exp(spread * next())
    ensemble.carbon[i] =
      kept * at(ensemble.carbon, i) + (1 - kept) * water.dissolvedInorganicCarbonMmol
  }
}

/** Before any entry: wide open, rates as for any tub. */
export const startEnsemble = (tub: Tub, members: number, instant: Instant): Ensemble => {
  const state = { draws: 0 }
  const next = chance(state)
  const stabilised = usesChlorine(tub)
  const ensemble: Ensemble = {
    members,
    at: instant,
    sanitizer: filled(members, () => Math.exp(-3 + 0.9 * next())),
    waste: new Float64Array(members),
    tablets: new Float64Array(members),
    alkalinity: filled(members, () => 2 * Math.exp(0.4 * next())),
    carbon: new Float64Array(members),
    lastPh: new Float64Array(members).fill(7.5),
    cyanurate: filled(members, () => (stabilised ? 0.15 * Math.exp(0.8 * next()) : 0)),
    rates: Object.fromEntries(
      LEARNT.map((name) => [
        name,
        filled(members, () => Math.log(PRIOR[name].median) + PRIOR[name].spread * next()),
      ]),
    ) as Ensemble['rates'],
    borateMmol: 0,
    temperatureCelsius: tub.setTemperatureCelsius,
    solidsPpm: 600,
    saltPpm: 0,
    tested: false,
    odd: [],
    readings: 0,
    draws: state.draws,
  }
  setPh(
    ensemble,
    filled(members, () => 7.5 + 0.3 * next()),
  )
  return ensemble
}

export const copyEnsemble = (one: Ensemble): Ensemble => ({
  ...one,
  sanitizer: one.sanitizer.slice(),
  waste: one.waste.slice(),
  tablets: one.tablets.slice(),
  alkalinity: one.alkalinity.slice(),
  carbon: one.carbon.slice(),
  lastPh: one.lastPh.slice(),
  cyanurate: one.cyanurate.slice(),
  rates: Object.fromEntries(
    LEARNT.map((name) => [name, one.rates[name].slice()]),
  ) as Ensemble['rates'],
  odd: [...one.odd],
})

/** Gas exchange in steps of at most a tenth of its time, by the midpoint rule. */
const loseGas = (ensemble: Ensemble, transferPerHour: number, hours: number): void => {
  const k = equilibriaOf(ensemble)
  const inAir = k.henry * AIR_CARBON_DIOXIDE_ATM
  const borate = ensemble.borateMmol / 1000
  for (let i = 0; i < ensemble.members; i++) {
    let guess = at(ensemble.lastPh, i)
    const transfer = transferPerHour * Math.exp(at(ensemble.rates.transfer, i))
    const steps = Math.max(1, Math.ceil(hours * transfer * 4))
    const exchange = (transfer * hours) / steps
    const alkalinity = at(ensemble.alkalinity, i) / 1000
    const cyanurate = at(ensemble.cyanurate, i) / 1000
    let carbon = at(ensemble.carbon, i) / 1000
    for (let step = 0; step < steps; step++) {
      let middle = carbon
      for (let half = 0; half < 2; half++) {
        guess = phNear(alkalinity, middle, borate, cyanurate, k, guess)
        const a = Math.exp(-Math.LN10 * guess)
        const dissolved = middle / (1 + (k.firstCarbonic + k.secondCarbonic / a) / a)
        const lost = exchange * (dissolved - inAir)
        if (half === 0) middle = carbon - lost / 2
        else carbon -= lost
      }
    }
    ensemble.carbon[i] = 1000 * carbon
    ensemble.lastPh[i] = guess
  }
}

const SCRATCH: Residual = { sanitizer: 0, waste: 0, tablets: 0, used: 0 }

/** Lets time pass for every member; gas at most every half day, where a pH hardly bends. */
export const passEnsemble = (ensemble: Ensemble, tub: Tub, until: Instant): void => {
  const { sanitizer } = programmeOf(tub.programme)
  const feeder = feederOf(tub.programme)
  const tablet = programmeOf(tub.programme).dosedWith.find(
    (one) => PRODUCTS[one].form === 'tablets',
  )
  const effect = tablet
    ? PRODUCTS[tablet].perGram
    : PRODUCTS[sanitizer === 'bromine' ? 'bromochlorodimethylhydantoin' : 'trichlor'].perGram
  const perGram = (effect.freeChlorineMmol + effect.bromineMmol) / tub.volumeLitres
  const cellPerGram = 1000 / CHLORINE_G_PER_MOL / tub.volumeLitres
  const slow = sanitizer === 'biguanide' ? 0.1 : 1
  while (ensemble.at < until - 1) {
    const hours = Math.min(12, (until - ensemble.at) / HOUR)
    const next = chance(ensemble)
    const root = Math.sqrt(hours / 24)
    const rates: Rates = {
      lossPerHour: 0,
      feedPerHour: 0,
      feedMmolPerGram: perGram,
      cellPerHour: 0,
    }
    for (let i = 0; i < ensemble.members; i++) {
      rates.lossPerHour = slow * Math.exp(at(ensemble.rates.loss, i))
      rates.feedPerHour = Math.exp(at(ensemble.rates.feed, i))
      rates.cellPerHour = feeder === 'cell' ? Math.exp(at(ensemble.rates.cell, i)) * cellPerGram : 0
      SCRATCH.sanitizer = at(ensemble.sanitizer, i)
      SCRATCH.waste = at(ensemble.waste, i)
      SCRATCH.tablets = at(ensemble.tablets, i)
      SCRATCH.used = 0
      const tablets = SCRATCH.tablets
      passTime(SCRATCH, rates, hours)
      ensemble.sanitizer[i] = SCRATCH.sanitizer * Math.exp(NOISE.sanitizer * root * next())
      ensemble.waste[i] = SCRATCH.waste
      ensemble.tablets[i] = SCRATCH.tablets
      const fed = tablets - SCRATCH.tablets
      ensemble.alkalinity[i] = Math.max(
        0.05,
        at(ensemble.alkalinity, i) -
          (sanitizer === 'bromine' || sanitizer === 'freeChlorine' ? SCRATCH.used : 0) +
          (fed * effect.alkalinityMeq) / tub.volumeLitres +
          NOISE.alkalinity * root * next(),
      )
      ensemble.cyanurate[i] =
        at(ensemble.cyanurate, i) + (fed * effect.cyanurateMmol) / tub.volumeLitres
    }
    loseGas(ensemble, TRANSFER_PER_HOUR.still, hours)
    ensemble.at = Math.min(until, ensemble.at + hours * HOUR)
  }
  ensemble.at = Math.max(ensemble.at, until)
}

const meanOf = (array: Float64Array) => array.reduce((sum, one) => sum + one, 0) / array.length

/** One reading: every state and rate moves by how it goes along with what was read (an ensemble Kalman step). */
const assimilate = (
  ensemble: Ensemble,
  entryId: number,
  quantity: Quantity,
  predicted: Float64Array,
  read: number,
  error: number,
  pH: Float64Array,
): void => {
  const { members } = ensemble
  const mean = meanOf(predicted)
  let variance = 0
  for (let i = 0; i < members; i++) variance += (at(predicted, i) - mean) ** 2
  variance /= members - 1
  const total = Math.sqrt(variance + error * error)
  const off = Math.abs(read - mean) / total
  let r = error
  if (off > ODD && ensemble.tested) {
    ensemble.odd.push({
      entryId,
      at: ensemble.at,
      quantity,
      read,
      expected: mean,
      standardDeviation: total,
    })
    // Believed in part: as far as it would be at the edge of what could be.
    r = Math.sqrt(Math.max(error * error, ((read - mean) / ODD) ** 2 - variance))
  }
  ensemble.readings += 1
  const next = chance(ensemble)
  const pull = filled(members, (i) => read + r * next() - at(predicted, i))
  const gainOf = (array: Float64Array) => {
    const middle = meanOf(array)
    let covariance = 0
    for (let i = 0; i < members; i++)
      covariance += (at(array, i) - middle) * (at(predicted, i) - mean)
    return covariance / (members - 1) / (variance + r * r)
  }
  const move = (array: Float64Array, least: number) => {
    const gain = gainOf(array)
    for (let i = 0; i < members; i++) array[i] = Math.max(least, at(array, i) + gain * at(pull, i))
  }
  for (const name of LEARNT) move(ensemble.rates[name], -30)
  move(ensemble.sanitizer, 0)
  move(ensemble.waste, 0)
  move(ensemble.tablets, 0)
  move(ensemble.alkalinity, 0.05)
  move(ensemble.cyanurate, 0)
  move(pH, 4)
  setPh(ensemble, pH)
}

/** What each member would read. */
const predictedOf = (
  ensemble: Ensemble,
  tub: Tub,
  quantity: Quantity,
  pH: Float64Array,
): Float64Array | undefined => {
  const { sanitizer } = programmeOf(tub.programme)
  if (quantity === sanitizer) {
    const grams = GRAMS_PER_MOL[sanitizer]
    return filled(ensemble.members, (i) => at(ensemble.sanitizer, i) * grams)
  }
  if (quantity === 'pH') return pH.slice()
  if (quantity === 'totalAlkalinity')
    return filled(ensemble.members, (i) => at(ensemble.alkalinity, i) * ALKALINITY_PPM_PER_MEQ)
  if (quantity === 'cyanuricAcid')
    return filled(ensemble.members, (i) => at(ensemble.cyanurate, i) * CYANURIC_ACID_G_PER_MOL)
  return undefined
}

const TESTED: readonly Quantity[] = [
  'freeChlorine',
  'bromine',
  'peroxide',
  'biguanide',
  'cyanuricAcid',
  'totalAlkalinity',
  'pH',
]

/** Goes on to an entry and takes it in. */
export const takeEntry = (ensemble: Ensemble, tub: Tub, entry: Entry, fill: FillWater): void => {
  passEnsemble(ensemble, tub, entry.at)
  const { members } = ensemble
  const { sanitizer } = programmeOf(tub.programme)
  switch (entry.kind) {
    case 'test': {
      const { readings, method, standardDeviations } = entry.body
      if (readings.temperature !== undefined) ensemble.temperatureCelsius = readings.temperature
      if (readings.totalDissolvedSolids !== undefined)
        ensemble.solidsPpm = Math.max(50, readings.totalDissolvedSolids)
      if (readings.borate !== undefined) ensemble.borateMmol = readings.borate / 10.81
      for (const quantity of TESTED) {
        const read = readings[quantity]
        if (read === undefined) continue
        const pH = phOf(ensemble)
        const predicted = predictedOf(ensemble, tub, quantity, pH)
        if (!predicted) continue
        const error =
          standardDeviations?.[quantity] ?? readingError(quantity, method as Method, read)
        assimilate(ensemble, entry.id, quantity, predicted, read, error, pH)
      }
      ensemble.tested = true
      return
    }
    case 'dose': {
      const { product, grams } = entry.body
      const facts = PRODUCTS[product]
      if (facts.goes === 'in a bucket') return
      const next = chance(ensemble)
      if (facts.goes === 'in a feeder') {
        for (let i = 0; i < members; i++)
          ensemble.tablets[i] = at(ensemble.tablets, i) + grams * (1 + 0.1 * next())
        return
      }
      const effect = productEffect(product)
      const bromine = sanitizer === 'bromine'
      const halogen =
        sanitizer === 'peroxide'
          ? effect.peroxideMmol
          : sanitizer === 'biguanide'
            ? effect.biguanidePpm / 1000
            : effect.bromineMmol +
              effect.freeChlorineMmol +
              (bromine ? effect.monopersulfateMmol : 0) -
              effect.reducerMmol
      for (let i = 0; i < members; i++) {
        const share = (grams / tub.volumeLitres) * Math.max(0.3, 1 + DOSE_ERROR * next())
        ensemble.sanitizer[i] = Math.max(0, at(ensemble.sanitizer, i) + share * halogen)
        // Monopersulfate in chlorine water takes waste away and leaves its acid.
        const oxidiser = bromine ? 0 : share * effect.monopersulfateMmol
        ensemble.waste[i] = Math.max(0, at(ensemble.waste, i) - oxidiser)
        ensemble.alkalinity[i] = Math.max(
          0.05,
          at(ensemble.alkalinity, i) + share * effect.alkalinityMeq - oxidiser,
        )
        ensemble.carbon[i] = Math.max(
          0.02,
          at(ensemble.carbon, i) + share * effect.dissolvedInorganicCarbonMmol,
        )
        ensemble.cyanurate[i] = at(ensemble.cyanurate, i) + share * effect.cyanurateMmol
      }
      ensemble.borateMmol += (grams / tub.volumeLitres) * effect.borateMmol
      ensemble.solidsPpm += (grams / tub.volumeLitres) * effect.totalDissolvedSolidsPpm
      return
    }
    case 'aeration':
      loseGas(ensemble, TRANSFER_PER_HOUR.jetsWithAir, entry.body.minutes / 60)
      return
    case 'soak': {
      const personHours = loadOf(entry.body)
      const next = chance(ensemble)
      const reacts = sanitizer === 'bromine' || sanitizer === 'freeChlorine'
      for (let i = 0; i < members; i++) {
        const grams =
          Math.exp(at(ensemble.rates.demand, i)) *
          personHours *
          Math.max(0, 1 + SOAK_SPREAD * next())
        const demand = reacts ? (1000 * grams) / CHLORINE_G_PER_MOL / tub.volumeLitres : 0
        const now = Math.min(at(ensemble.sanitizer, i), AT_ONCE * demand)
        ensemble.sanitizer[i] = at(ensemble.sanitizer, i) - now
        ensemble.alkalinity[i] = Math.max(0.05, at(ensemble.alkalinity, i) - now)
        ensemble.waste[i] = at(ensemble.waste, i) + demand - now
      }
      loseGas(ensemble, TRANSFER_PER_HOUR.jets, entry.body.minutes / 60)
      return
    }
    case 'water':
      fillWith(ensemble, tub, entry.body.fillWater ?? fill, entry.body.replacedFraction)
      return
    default:
  }
}

export const MEMBERS = 400

/** The whole journal taken in, in order, up to `now`. The same journal gives the same ensemble, to the last digit. */
export const ensembleOf = (
  tub: Tub,
  journal: readonly Entry[],
  now: Instant,
  members: number = MEMBERS,
): Ensemble => {
  const past = inOrder(journal).filter((entry) => entry.at <= now)
  const ensemble = startEnsemble(tub, members, past[0]?.at ?? now)
  let fill = tub.fillWater
  for (const entry of past) {
    if (entry.kind === 'fillTest') fill = entry.body.fillWater
    takeEntry(ensemble, tub, entry, fill)
  }
  passEnsemble(ensemble, tub, now)
  return ensemble
}

export interface Spread {
  median: number
  /** Eight in ten lie between. */
  low: number
  high: number
}

export const spreadOf = (values: Float64Array): Spread => {
  const sorted = values.slice().sort()
  const quantile = (share: number) => {
    const place = share * (sorted.length - 1)
    const below = Math.floor(place)
    const rest = place - below
    return (
      at(sorted, below) * (1 - rest) + at(sorted, Math.min(sorted.length - 1, below + 1)) * rest
    )
  }
  return { median: quantile(0.5), low: quantile(0.1), high: quantile(0.9) }
}

/** What a quantity would read now, over the members. */
export const expectedOf = (
  ensemble: Ensemble,
  tub: Tub,
  quantity: Quantity,
): Spread | undefined => {
  const predicted = predictedOf(
    ensemble,
    tub,
    quantity,
    quantity === 'pH' ? phOf(ensemble) : ensemble.sanitizer,
  )
  return predicted && spreadOf(predicted)
}
