import { thermostatTo, usualHeater } from '../../heat/heat'
import { PRODUCTS } from '../../products/product'
import { feederOf } from '../../programmes/feederKind'
import { programmeOf } from '../../programmes/programme'
import { DAY, HOUR, type Instant } from '../../time'
import { coveredTransferOf } from '../../tub/circulation'
import type { Tub } from '../../tub/tub'
import { AIR_CARBON_DIOXIDE_ATM, CHLORINE_G_PER_MOL } from '../../water/constants'
import {
  DISINFECTION_EFFECT,
  EVAPORATES_PER_HOUR,
  FILTER_FULL_AT,
  lossAtTemperature,
  USUAL_SURROUNDINGS,
} from '../surroundings'
import {
  at,
  chance,
  chlorineChargeOf,
  type Ensemble,
  equilibriaOf,
  type Foretold,
  paceOf,
} from './ensembleState'
import { COMBINED_SHARE, passTime, type Rates, type Residual, WASTE_FADES } from './kinetics'
import { phNear } from './phNear'

/** What a day adds that no rate explains: shares of the residual, of combined chlorine and of inorganic carbon (some hundredths of a pH), meq of alkalinity. Assumed. */
const NOISE = { sanitizer: 0.045, combined: 0.3, carbon: 0.011, alkalinity: 0.004 }
/** Gas is exchanged at most over so long at once: a pH hardly bends. */
const LONGEST_HOURS = 12
/** Over weeks and years without an entry nothing is left to follow: so many steps for most of it. */
const GAP_STEPS = 30
/** Plenty of chlorine clears what is combined: at so much, mmol/L, twice as fast. Assumed. */
export const CLEARS_TWICE_AT = 0.07

/**
 * Gas exchange in steps of at most a quarter of its time, by the midpoint rule.
 * @param before the alkalinity at the beginning, where it has changed meanwhile: their mean holds
 */
export const loseGas = (
  ensemble: Ensemble,
  transferPerHour: number,
  hours: number,
  before: Float64Array = ensemble.alkalinity,
): void => {
  const k = equilibriaOf(ensemble)
  const inAir = k.henry * AIR_CARBON_DIOXIDE_ATM
  const totals = {
    alkalinity: 0,
    carbon: 0,
    borate: ensemble.borateMmol / 1000,
    cyanurate: 0,
    hypochlorous: 0,
  }
  const { loose, held } = chlorineChargeOf(ensemble, k)
  for (let i = 0; i < ensemble.members; i++) {
    let guess = at(ensemble.lastPh, i)
    const transfer = transferPerHour * Math.exp(at(ensemble.rates.transfer, i))
    const steps = Math.max(1, Math.ceil(hours * transfer * 4))
    const exchange = (transfer * hours) / steps
    totals.alkalinity = (at(before, i) + at(ensemble.alkalinity, i)) / 2000 - held(i)
    totals.cyanurate = at(ensemble.cyanurate, i) / 1000 - held(i)
    totals.hypochlorous = loose(i)
    let carbon = at(ensemble.carbon, i) / 1000
    for (let step = 0; step < steps; step++) {
      totals.carbon = carbon
      for (let half = 0; half < 2; half++) {
        guess = phNear(totals, k, guess)
        const a = Math.exp(-Math.LN10 * guess)
        const dissolved = totals.carbon / (1 + (k.firstCarbonic + k.secondCarbonic / a) / a)
        const lost = exchange * (dissolved - inAir)
        if (half === 0) totals.carbon = carbon - lost / 2
        else carbon -= lost
      }
    }
    ensemble.carbon[i] = 1000 * carbon
    ensemble.lastPh[i] = guess
  }
}

/** What chance does over some hours to each member, in root days. */
const noiseOver = (
  ensemble: Ensemble,
  hours: number,
): ((name: Exclude<keyof Foretold, 'from' | 'pace'>, i: number) => number) => {
  const { foretold } = ensemble
  if (!foretold) {
    const next = chance(ensemble)
    const root = Math.sqrt(hours / 24)
    return () => root * next()
  }
  const days = (ensemble.at - foretold.from) / DAY
  const grown = Math.sqrt(days + hours / 24) - Math.sqrt(days)
  return (name, i) => grown * at(foretold[name], i)
}

const SCRATCH: Residual = { sanitizer: 0, bathersDemand: 0, combined: 0, tablets: 0, used: 0 }

/** What is followed: everything, or the residual alone, which goes its way whatever pH does and costs a quarter. */
export type Follows = 'everything' | 'residual'

/** Lets time pass for every member, by half days, and by longer steps where nothing is written down for weeks. */
export const advanceEnsemble = (
  ensemble: Ensemble,
  tub: Tub,
  until: Instant,
  follows: Follows = 'everything',
): void => {
  if (ensemble.at >= until - 1) {
    ensemble.at = Math.max(ensemble.at, until)
    return
  }
  const { sanitizer, dosedWith } = programmeOf(tub.programme)
  const feeder = feederOf(tub.programme)
  // A floater whose tablets nobody logs gives as steadily as a cell.
  const steady = feeder === 'cell' || (feeder !== undefined && !ensemble.tabletsLogged)
  const shut = ensemble.setting === 0
  const tablet = dosedWith.find((one) => PRODUCTS[one].form === 'tablets')
  const effect = tablet
    ? PRODUCTS[tablet].perGram
    : PRODUCTS[sanitizer === 'bromine' ? 'bromochlorodimethylhydantoin' : 'trichlor'].perGram
  const perGram = (effect.freeChlorineMmol + effect.bromineMmol) / tub.volumeLitres
  const cellPerGram = 1000 / CHLORINE_G_PER_MOL / tub.volumeLitres
  const cleaner =
    DISINFECTION_EFFECT[(tub.surroundings ?? USUAL_SURROUNDINGS).supplementaryDisinfection]
  const balanced = follows === 'everything'
  const acid = sanitizer === 'bromine' || sanitizer === 'freeChlorine'
  const unrest = ensemble.processNoise.residual.times
  const heater = usualHeater(tub)
  const caught = Math.min(FILTER_FULL_AT, ensemble.filterPersonHours ?? 0)
  const { foretold } = ensemble
  const pace = foretold
    ? foretold.pace
    : paceOf(ensemble, {
        loss: true,
        clearing: true,
        filterFouling: caught > 0,
        feed: !steady && !shut,
        cell: steady && !shut,
      })
  const rates: Rates = {
    lossPerHour: 0,
    feedPerHour: 0,
    feedMmolPerGram: perGram,
    cellPerHour: 0,
    fadesPerHour: WASTE_FADES * cleaner.fades,
    combinedShare: sanitizer === 'freeChlorine' ? COMBINED_SHARE : 0,
    clearsPerHour: 0,
  }
  while (ensemble.at < until - 1) {
    const left = (until - ensemble.at) / HOUR
    const hours = Math.min(left, Math.max(LONGEST_HOURS, left / GAP_STEPS))
    const noise = noiseOver(ensemble, hours)
    const warm = lossAtTemperature(ensemble.temperatureCelsius)
    const replaced = EVAPORATES_PER_HOUR * hours
    const before = balanced ? ensemble.alkalinity.slice() : ensemble.alkalinity
    for (let i = 0; i < ensemble.members; i++) {
      rates.lossPerHour = warm * (1 + caught * at(pace.filterFouling, i)) * at(pace.loss, i)
      rates.feedPerHour = steady || shut ? 0 : at(pace.feed, i)
      rates.cellPerHour = steady && !shut ? at(pace.cell, i) * cellPerGram : 0
      SCRATCH.sanitizer = at(ensemble.sanitizer, i)
      SCRATCH.bathersDemand = at(ensemble.bathersDemand, i)
      SCRATCH.combined = at(ensemble.combined, i)
      SCRATCH.tablets = at(ensemble.tablets, i)
      SCRATCH.used = 0
      rates.clearsPerHour =
        cleaner.clears * at(pace.clearing, i) * (1 + SCRATCH.sanitizer / CLEARS_TWICE_AT)
      const tablets = SCRATCH.tablets
      passTime(SCRATCH, rates, hours)
      ensemble.sanitizer[i] =
        SCRATCH.sanitizer * Math.exp(NOISE.sanitizer * unrest * noise('sanitizer', i))
      ensemble.bathersDemand[i] = SCRATCH.bathersDemand
      ensemble.combined[i] =
        SCRATCH.combined > 0
          ? SCRATCH.combined * Math.exp(NOISE.combined * unrest * noise('combined', i))
          : 0
      ensemble.tablets[i] = SCRATCH.tablets
      const fed = (tablets - SCRATCH.tablets) / tub.volumeLitres
      ensemble.cyanurate[i] = at(ensemble.cyanurate, i) + fed * effect.cyanurateMmol
      ensemble.salt[i] = at(ensemble.salt, i) + replaced * ensemble.topUp.saltPpm
      if (!balanced) continue
      ensemble.alkalinity[i] = Math.max(
        0.05,
        at(ensemble.alkalinity, i) -
          (acid ? SCRATCH.used : 0) +
          fed * effect.alkalinityMeq +
          replaced * ensemble.topUp.alkalinityMeq +
          NOISE.alkalinity * unrest * noise('alkalinity', i),
      )
      ensemble.carbon[i] =
        at(ensemble.carbon, i) *
          Math.exp(NOISE.carbon * ensemble.processNoise.pH.times * noise('carbon', i)) +
        replaced * ensemble.topUp.carbonMmol
    }
    ensemble.saltPpm += replaced * ensemble.topUp.saltPpm
    ensemble.solidsPpm += replaced * ensemble.topUp.solidsPpm
    if (balanced) loseGas(ensemble, coveredTransferOf(tub), hours, before)
    ensemble.temperatureCelsius = thermostatTo(
      ensemble.temperatureCelsius,
      tub.setTemperatureCelsius,
      hours,
      heater,
    )
    ensemble.at = Math.min(until, ensemble.at + hours * HOUR)
  }
  ensemble.at = Math.max(ensemble.at, until)
}
