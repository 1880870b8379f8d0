import { cleansFilter } from '../../journal/cleansFilter'
import { type Entry, inOrder } from '../../journal/entry'
import { loadOf, type SoakLoad } from '../../journal/load'
import { PRODUCTS, productEffect } from '../../products/product'
import { feederOf } from '../../programmes/feederKind'
import { middle, programmeOf } from '../../programmes/programme'
import type { Quantity } from '../../testing/quantity'
import { type Instant, MINUTE } from '../../time'
import { filtrationHours, LEAST_FILTRATION_HOURS } from '../../tub/circulation'
import type { FillWater, Tub } from '../../tub/tub'
import { TRANSFER_PER_HOUR } from '../../water/aerate'
import {
  BROMINE_G_PER_MOL,
  CHLORINE_G_PER_MOL,
  CYANURIC_ACID_G_PER_MOL,
} from '../../water/constants'
import { readWater } from '../../water/solveWater'
import { DOSE_ERROR, FILL_TEST_COUNTS } from '../fold'
import { POORLY_MIXED, usualLossOf } from '../rates'
import {
  DISINFECTION_EFFECT,
  FILL_CELSIUS,
  keptInLight,
  OPEN_AROUND_SOAK,
  USUAL_SURROUNDINGS,
} from '../surroundings'
import { fillWaterOf } from '../testedWater'
import { advanceEnsemble, type Follows, loseGas } from './advanceEnsemble'
import {
  at,
  copyEnsemble,
  type Ensemble,
  evenDeviates,
  filled,
  LEARNT,
  type Learnt,
  meanOf,
  phOf,
  type Spread,
  setPh,
  spreadOf,
} from './ensembleState'
import { boundOf, demandMmol, metAtOnce, oxidisedOf } from './kinetics'
import { predictedOf, takeReadings } from './takeReadings'

/** What a cell, or a floater of which nobody logged a tablet, gives where it holds the middle of the range, g of chlorine an hour. */
const holdingGrams = (tub: Tub): number => {
  const { programme, targets, volumeLitres } = tub
  const asChlorine =
    programmeOf(programme).sanitizer === 'bromine' ? CHLORINE_G_PER_MOL / BROMINE_G_PER_MOL : 1
  return (middle(targets.sanitizer) * volumeLitres * usualLossOf(tub) * asChlorine) / 1000
}

/** Start: median and spread of the logarithm. Where each comes from stands in docs/estimate.md. */
const priorOf = (tub: Tub): Record<Learnt, { median: number; spread: number }> => {
  const cleaner =
    DISINFECTION_EFFECT[(tub.surroundings ?? USUAL_SURROUNDINGS).supplementaryDisinfection]
  return {
    /** Per hour at 38 °C with a clean filter. */
    loss: {
      median: usualLossOf(tub) * cleaner.loss,
      spread: filtrationHours(tub) < LEAST_FILTRATION_HOURS ? 0.4 * POORLY_MIXED : 0.4,
    },
    /** g of chlorine a person-hour: from memory of trade figures, 4 to 9. */
    demand: { median: 6, spread: 0.35 },
    /** Of the tablets, per hour: assumed, days to two weeks. */
    feed: { median: 0.006, spread: 0.7 },
    /** Times the usual transfer of carbon dioxide: assumed. */
    transfer: { median: 1, spread: 0.5 },
    /** g of chlorine an hour: that it was set to hold the range; its spread is assumed. */
    cell: { median: holdingGrams(tub), spread: 0.6 },
    /** Of combined chlorine, per hour: assumed, a day or two. */
    clearing: { median: 0.03, spread: 0.6 },
    /** More loss for each person-hour that the filter has caught: assumed. */
    filterFouling: { median: 0.015, spread: 0.7 },
  }
}

/** One soak is not like another: its demand is off by so much. Assumed. */
const SOAK_SPREAD = 0.25
/** Non-chlorine shock that finds no waste shows as combined chlorine for about so long. Common practice. */
const SHOCK_SHOWS = 36 * 60 * MINUTE

const topUpOf = (tub: Tub, fill: FillWater): Ensemble['topUp'] => {
  const water = fillWaterOf(fill, tub.setTemperatureCelsius)
  return {
    alkalinityMeq: water.alkalinityMeq,
    carbonMmol: water.dissolvedInorganicCarbonMmol,
    saltPpm: water.saltPpm,
    solidsPpm: water.totalDissolvedSolidsPpm,
  }
}

/** Fresh water in every member, as far as the fill is known. */
const fillWith = (ensemble: Ensemble, tub: Tub, fill: FillWater, share: number): void => {
  const water = fillWaterOf(fill, tub.setTemperatureCelsius)
  const ofAlkalinity = evenDeviates(ensemble)
  const other = evenDeviates(ensemble)
  const spread = fill.totalAlkalinityPpm === undefined ? 0.3 : 0.06
  const pHSpread = fill.pH === undefined ? 0.25 : 0.08
  if (share >= 0.999) {
    const { pH: read } = readWater(water)
    const pH = phOf(ensemble)
    for (let i = 0; i < ensemble.members; i++) {
      ensemble.sanitizer[i] = 0
      ensemble.bathersDemand[i] = 0
      ensemble.combined[i] = 0
      ensemble.tablets[i] = 0
      ensemble.cyanurate[i] = 0
      ensemble.salt[i] = water.saltPpm
      ensemble.alkalinity[i] = water.alkalinityMeq * Math.exp(spread * at(ofAlkalinity, i))
      pH[i] = read + pHSpread * at(other, i)
    }
    ensemble.taken = {}
    ensemble.borateMmol = water.borateMmol
    ensemble.solidsPpm = water.totalDissolvedSolidsPpm
    ensemble.saltPpm = water.saltPpm
    // What the pipe gave it is a pH at the temperature it was read; the heat comes after.
    ensemble.temperatureCelsius = tub.setTemperatureCelsius
    setPh(ensemble, pH)
    ensemble.temperatureCelsius = FILL_CELSIUS
    return
  }
  for (let i = 0; i < ensemble.members; i++) {
    const kept = 1 - Math.min(1, Math.max(0, share * (1 + 0.15 * at(other, i))))
    const mix = (array: Float64Array, into: number) => {
      array[i] = kept * at(array, i) + (1 - kept) * into
    }
    mix(ensemble.sanitizer, 0)
    mix(ensemble.bathersDemand, 0)
    mix(ensemble.combined, 0)
    mix(ensemble.cyanurate, 0)
    mix(ensemble.salt, water.saltPpm)
    mix(ensemble.alkalinity, water.alkalinityMeq * Math.exp(spread * at(ofAlkalinity, i)))
    mix(ensemble.carbon, water.dissolvedInorganicCarbonMmol)
  }
  ensemble.saltPpm += share * (water.saltPpm - ensemble.saltPpm)
  ensemble.solidsPpm += share * (water.totalDissolvedSolidsPpm - ensemble.solidsPpm)
  ensemble.temperatureCelsius += share * (FILL_CELSIUS - ensemble.temperatureCelsius)
}

/** Before any entry: wide open, rates as for any tub. */
export const startEnsemble = (tub: Tub, members: number, instant: Instant): Ensemble => {
  const state = { draws: 0, members }
  const spread = (median: number, by: number) => {
    const deviates = evenDeviates(state)
    return filled(members, (i) => median + by * at(deviates, i))
  }
  const stabilised = programmeOf(tub.programme).sanitizer === 'freeChlorine'
  const salted = feederOf(tub.programme) === 'cell'
  const prior = priorOf(tub)
  const fill = fillWaterOf(tub.fillWater, tub.setTemperatureCelsius)
  const { pH } = readWater(fill)
  const topUp = topUpOf(tub, tub.fillWater)
  const ensemble: Ensemble = {
    members,
    at: instant,
    sanitizer: new Float64Array(members),
    bathersDemand: new Float64Array(members),
    combined: new Float64Array(members),
    tablets: new Float64Array(members),
    alkalinity: spread(Math.log(fill.alkalinityMeq), 0.4).map(Math.exp),
    carbon: new Float64Array(members),
    lastPh: new Float64Array(members).fill(7.5),
    cyanurate: filled(members, () => (stabilised ? fill.cyanurateMmol : 0)),
    salt: salted ? spread(Math.log(1500), 0.4).map(Math.exp) : filled(members, () => topUp.saltPpm),
    rates: Object.fromEntries(
      LEARNT.map((name) => [name, spread(Math.log(prior[name].median), prior[name].spread)]),
    ) as Ensemble['rates'],
    chlorinated: stabilised,
    borateMmol: 0,
    temperatureCelsius: tub.setTemperatureCelsius,
    solidsPpm: 600,
    saltPpm: 0,
    filterPersonHours: undefined,
    topUp,
    fillTest: undefined,
    shockUntil: 0,
    processNoise: { residual: { times: 1, seen: 0 }, pH: { times: 1, seen: 0 } },
    taken: {},
    soakedAt: Number.NEGATIVE_INFINITY,
    granulesAt: Number.NEGATIVE_INFINITY,
    changedAt: Number.NEGATIVE_INFINITY,
    setting: undefined,
    openSetting: undefined,
    tabletsLogged: false,
    odd: [],
    readings: 0,
    foretold: undefined,
    draws: 0,
  }
  setPh(ensemble, spread(pH, 0.3))
  ensemble.draws = state.draws
  return ensemble
}

/** Daylight on open water. */
const applySunlight = (ensemble: Ensemble, tub: Tub, from: Instant, minutes: number): void => {
  const surroundings = tub.surroundings ?? USUAL_SURROUNDINGS
  const { sanitizer } = programmeOf(tub.programme)
  const stabiliser = meanOf(ensemble.cyanurate) * CYANURIC_ACID_G_PER_MOL
  const kept = keptInLight(surroundings, { sanitizer, cyanuricAcidPpm: stabiliser }, from, minutes)
  if (kept === 1) return
  for (let i = 0; i < ensemble.members; i++)
    ensemble.sanitizer[i] = kept * at(ensemble.sanitizer, i)
}

const soak = (
  ensemble: Ensemble,
  tub: Tub,
  { from, load, follows }: { from: Instant; load: SoakLoad; follows: Follows },
): void => {
  const { sanitizer } = programmeOf(tub.programme)
  const personHours = loadOf(load)
  const scatter = evenDeviates(ensemble)
  const chlorine = sanitizer === 'freeChlorine'
  const reacts = chlorine || sanitizer === 'bromine'
  for (let i = 0; i < ensemble.members; i++) {
    const grams =
      Math.exp(at(ensemble.rates.demand, i)) *
      personHours *
      Math.max(0, 1 + SOAK_SPREAD * ensemble.processNoise.residual.times * at(scatter, i))
    const demand = reacts ? demandMmol(grams, tub.volumeLitres) : 0
    const now = metAtOnce(at(ensemble.sanitizer, i), demand)
    ensemble.sanitizer[i] = at(ensemble.sanitizer, i) - now
    ensemble.combined[i] = at(ensemble.combined, i) + boundOf(now, chlorine)
    ensemble.alkalinity[i] = Math.max(0.05, at(ensemble.alkalinity, i) - now)
    ensemble.bathersDemand[i] = at(ensemble.bathersDemand, i) + demand - now
  }
  if (ensemble.filterPersonHours !== undefined) ensemble.filterPersonHours += personHours
  applySunlight(
    ensemble,
    tub,
    from - OPEN_AROUND_SOAK * MINUTE,
    load.minutes + 2 * OPEN_AROUND_SOAK,
  )
  if (follows === 'everything') loseGas(ensemble, TRANSFER_PER_HOUR.jets, load.minutes / 60)
}

const dose = (
  ensemble: Ensemble,
  tub: Tub,
  { product, grams, strength }: Extract<Entry, { kind: 'dose' }>['body'],
) => {
  const { sanitizer } = programmeOf(tub.programme)
  const facts = PRODUCTS[product]
  if (facts.goes === 'in a bucket') return
  const scatter = evenDeviates(ensemble)
  const { members } = ensemble
  if (facts.goes === 'in a feeder') {
    ensemble.tabletsLogged = true
    for (let i = 0; i < members; i++)
      ensemble.tablets[i] = at(ensemble.tablets, i) + grams * (1 + DOSE_ERROR * at(scatter, i))
    return
  }
  const effect = productEffect(product, strength)
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
  const share = grams / tub.volumeLitres
  for (let i = 0; i < members; i++) {
    const given =
      share * Math.max(0.3, 1 + DOSE_ERROR * ensemble.processNoise.residual.times * at(scatter, i))
    ensemble.sanitizer[i] = Math.max(0, at(ensemble.sanitizer, i) + given * halogen)
    // Monopersulfate in chlorine water takes waste away and leaves its acid.
    const oxidiser = bromine ? 0 : given * effect.monopersulfateMmol
    const waste = at(ensemble.bathersDemand, i)
    ensemble.bathersDemand[i] = waste - oxidisedOf(waste, oxidiser)
    ensemble.alkalinity[i] = Math.max(
      0.05,
      at(ensemble.alkalinity, i) + given * effect.alkalinityMeq - oxidiser,
    )
    ensemble.carbon[i] = Math.max(
      0.02,
      at(ensemble.carbon, i) + given * effect.dissolvedInorganicCarbonMmol,
    )
    ensemble.cyanurate[i] = at(ensemble.cyanurate, i) + given * effect.cyanurateMmol
    ensemble.salt[i] = at(ensemble.salt, i) + given * effect.saltPpm
  }
  if (!bromine && effect.monopersulfateMmol > 0) ensemble.shockUntil = ensemble.at + SHOCK_SHOWS
  ensemble.borateMmol += share * effect.borateMmol
  ensemble.solidsPpm += share * effect.totalDissolvedSolidsPpm
  ensemble.saltPpm += share * effect.saltPpm
}

/** What would come out of the pipe: its last test where that still counts, else what the tub's set-up says. */
const fillOf = ({ fillTest, at: now }: Ensemble, tub: Tub): FillWater =>
  fillTest && now - fillTest.at <= FILL_TEST_COUNTS ? fillTest.fillWater : tub.fillWater

/** Whether the members go on to an entry at all: what is written down beside it does not change what is thought of the water. */
const movesWater = (entry: Entry): boolean => {
  switch (entry.kind) {
    case 'test':
    case 'dose':
    case 'aeration':
    case 'soak':
    case 'water':
    case 'fillTest':
      return true
    // A count of tablets turns nothing.
    case 'feeder':
      return entry.body.setting !== undefined
    default:
      return cleansFilter(entry)
  }
}

/** What water that was read does not stay the same over. */
const CHANGES: ReadonlySet<Entry['kind']> = new Set(['dose', 'aeration', 'soak', 'water'])

/** One turn of a dial is not worth more than so many times what was given: assumed. */
const MOST_TURNED = 2

/** A feeder or cell gives by what it stands at: twice the notch or percentage, twice as much; shut, nothing. */
const turn = (ensemble: Ensemble, setting: number | undefined): void => {
  if (setting === undefined) return
  // What it stood at before it was shut is what its rate was learnt at.
  const before = ensemble.openSetting
  ensemble.setting = setting
  if (setting === 0) return
  ensemble.openSetting = setting
  if (before === undefined) return
  const by = Math.log(Math.min(MOST_TURNED, Math.max(1 / MOST_TURNED, setting / before)))
  for (const name of ['feed', 'cell'] as const)
    for (let i = 0; i < ensemble.members; i++)
      ensemble.rates[name][i] = at(ensemble.rates[name], i) + by
}

/** Goes on to an entry and takes it in. */
export const takeEntry = (
  ensemble: Ensemble,
  tub: Tub,
  entry: Entry,
  follows: Follows = 'everything',
): void => {
  if (!movesWater(entry)) return
  advanceEnsemble(ensemble, tub, entry.at, follows)
  if (CHANGES.has(entry.kind)) ensemble.changedAt = entry.at
  switch (entry.kind) {
    case 'test':
      takeReadings(ensemble, tub, entry)
      return
    case 'feeder':
      turn(ensemble, entry.body.setting)
      return
    case 'dose':
      if (entry.body.product === 'cyanuric acid') ensemble.granulesAt = entry.at
      dose(ensemble, tub, entry.body)
      return
    case 'aeration':
      applySunlight(ensemble, tub, entry.at, entry.body.minutes)
      loseGas(ensemble, TRANSFER_PER_HOUR.jetsWithAir, entry.body.minutes / 60)
      return
    case 'soak':
      ensemble.soakedAt = entry.at
      soak(ensemble, tub, { from: entry.at, load: entry.body, follows })
      return
    case 'water':
      fillWith(
        ensemble,
        tub,
        entry.body.fillWater ?? fillOf(ensemble, tub),
        entry.body.replacedFraction,
      )
      return
    case 'fillTest':
      ensemble.fillTest = { at: entry.at, fillWater: entry.body.fillWater }
      ensemble.topUp = topUpOf(tub, entry.body.fillWater)
      return
    default:
      ensemble.filterPersonHours = 0
  }
}

export const MEMBERS = 256

/** An ensemble as it stood after some of a journal, before any time since. */
export interface Checkpoint<Key> {
  /** The entries that it took in. */
  taken: readonly Key[]
  ensemble: Ensemble
}

/** One is kept after the last entry, and one each time so many were taken in, so that what is logged late goes on from near it. */
const STEP = 100
const MOST_KEPT = 4

/**
 * Takes entries in, in their order, going on from the longest checkpoint that took in nothing else, and lets time pass up to `now`: the
 * same as a beginning anew, to the last digit.
 * @param known checkpoints of this tub, as its set-up is, and this many members
 * @param keys what tells each entry from any other, as `taken` has it
 * @returns with them the checkpoints to keep instead
 */
export const goOn = <Key>(
  known: readonly Checkpoint<Key>[],
  tub: Tub,
  { entries, keys }: { entries: readonly Entry[]; keys: readonly Key[] },
  { now, members }: { now: Instant; members: number },
): { ensemble: Ensemble; kept: readonly Checkpoint<Key>[] } => {
  const standing = known.filter(
    ({ taken }) => taken.length <= keys.length && taken.every((key, i) => key === keys[i]),
  )
  const [from] = standing
  const ensemble = from
    ? copyEnsemble(from.ensemble)
    : startEnsemble(tub, members, entries[0]?.at ?? now)
  const made: Checkpoint<Key>[] = []
  for (let length = (from?.taken.length ?? 0) + 1; length <= entries.length; length++) {
    takeEntry(ensemble, tub, entries[length - 1] as Entry)
    if (length === entries.length || (length % STEP === 0 && entries.length - length < 3 * STEP))
      made.unshift({ taken: keys.slice(0, length), ensemble: copyEnsemble(ensemble) })
  }
  advanceEnsemble(ensemble, tub, now)
  // Of ends only the newest: those before it would push the steps out.
  const steps = standing.filter((one) => one.taken.length % STEP === 0)
  return { ensemble, kept: made.length > 0 ? [...made, ...steps].slice(0, MOST_KEPT) : known }
}

const checkpoints = new WeakMap<Tub, Map<number, readonly Checkpoint<Entry>[]>>()

/** The whole journal taken in, in order, up to `now`. The same journal gives the same ensemble, to the last digit. */
export const ensembleOf = (
  tub: Tub,
  journal: readonly Entry[],
  now: Instant,
  members: number = MEMBERS,
): Ensemble => {
  const past = inOrder(journal).filter((entry) => entry.at <= now)
  const ofTub = checkpoints.get(tub) ?? new Map<number, readonly Checkpoint<Entry>[]>()
  const { ensemble, kept } = goOn(
    ofTub.get(members) ?? [],
    tub,
    { entries: past, keys: past },
    { now, members },
  )
  checkpoints.set(tub, ofTub.set(members, kept))
  return ensemble
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
