import type { EntryOf } from '../../journal/entry'
import { programmeOf } from '../../programmes/programme'
import { type Method, type Quantity, readingError } from '../../testing/quantity'
import type { Tub } from '../../tub/tub'
import {
  ALKALINITY_PPM_PER_MEQ,
  ATOM,
  BROMINE_G_PER_MOL,
  CHLORINE_G_PER_MOL,
  CYANURIC_ACID_G_PER_MOL,
  PEROXIDE_G_PER_MOL,
} from '../../water/constants'
import {
  at,
  chance,
  type Ensemble,
  filled,
  type Learnt,
  meanOf,
  phOf,
  setPh,
} from './ensembleState'

/** Further off than so many standard deviations a reading is flagged and weighs less. */
const OUTLIER = 3.5

const GRAMS_PER_MOL = {
  freeChlorine: CHLORINE_G_PER_MOL,
  bromine: BROMINE_G_PER_MOL,
  peroxide: PEROXIDE_G_PER_MOL,
  biguanide: 1000,
}

const TESTED = [
  'freeChlorine',
  'totalChlorine',
  'bromine',
  'peroxide',
  'biguanide',
  'cyanuricAcid',
  'salt',
  'totalAlkalinity',
  'pH',
] as const satisfies readonly Quantity[]

/** What each member would read; undefined for what the ensemble does not follow. */
export const predictedOf = (
  ensemble: Ensemble,
  tub: Tub,
  quantity: Quantity,
  pH: Float64Array,
): Float64Array | undefined => {
  const { sanitizer } = programmeOf(tub.programme)
  const { members } = ensemble
  if (quantity === sanitizer) {
    const grams = GRAMS_PER_MOL[sanitizer]
    return filled(members, (i) => at(ensemble.sanitizer, i) * grams)
  }
  switch (quantity) {
    case 'totalChlorine':
      return sanitizer === 'freeChlorine'
        ? filled(
            members,
            (i) => (at(ensemble.sanitizer, i) + at(ensemble.combined, i)) * CHLORINE_G_PER_MOL,
          )
        : undefined
    case 'pH':
      return pH.slice()
    case 'totalAlkalinity':
      return filled(members, (i) => at(ensemble.alkalinity, i) * ALKALINITY_PPM_PER_MEQ)
    case 'cyanuricAcid':
      return filled(members, (i) => at(ensemble.cyanurate, i) * CYANURIC_ACID_G_PER_MOL)
    case 'salt':
      return ensemble.salt.slice()
    default:
      return undefined
  }
}

type State =
  | 'sanitizer'
  | 'bathersDemand'
  | 'combined'
  | 'tablets'
  | 'alkalinity'
  | 'cyanurate'
  | 'salt'

/**
 * What a reading may move: only what bears on it. Over some hundred members everything goes along with everything a little by
 * chance, and each reading would blur the rest.
 */
const MOVES: Record<
  | 'residual'
  | Extract<
      (typeof TESTED)[number],
      'totalChlorine' | 'cyanuricAcid' | 'salt' | 'totalAlkalinity' | 'pH'
    >,
  { rates: readonly Learnt[]; states: readonly State[]; pH: boolean }
> = {
  residual: {
    rates: ['loss', 'demand', 'feed', 'cell', 'filterFouling'],
    states: ['sanitizer', 'bathersDemand', 'combined', 'tablets'],
    pH: false,
  },
  totalChlorine: {
    rates: ['clearing', 'demand'],
    states: ['sanitizer', 'bathersDemand', 'combined'],
    pH: false,
  },
  cyanuricAcid: { rates: ['feed'], states: ['cyanurate', 'tablets'], pH: true },
  salt: { rates: [], states: ['salt'], pH: false },
  totalAlkalinity: { rates: ['transfer'], states: ['alkalinity'], pH: true },
  pH: { rates: ['transfer'], states: ['alkalinity', 'cyanurate'], pH: true },
}

const LEAST: Partial<Record<State, number>> = { alkalinity: 0.05 }

/** As good as so many readings is what is taken for granted of how far journals can be trusted. */
const TRUST = 5

/**
 * How far readings miss what was expected, beside how far they should, tells how much more or less happens in a tub than is written
 * down: a step of stochastic approximation.
 * @param share how much of the miss is the tub's and not the kit's
 * @param most so many times the usual and not more
 */
const settle = (
  unrest: { times: number; seen: number },
  off: number,
  share: number,
  most: number,
): void => {
  unrest.seen += share
  const by = 1 + (share * (Math.min(off * off, OUTLIER * OUTLIER) - 1)) / (TRUST + unrest.seen)
  unrest.times = Math.min(most, Math.max(0.2, unrest.times * Math.sqrt(Math.max(0.5, by))))
}

/** Further off than so many standard deviations, the first test of a water is not what was thought to be in it. */
const SURPRISED = 2

/** Sets every member to what it would read. */
const resetTo = (
  ensemble: Ensemble,
  quantity: Quantity,
  readings: Float64Array,
  pH: Float64Array,
): void => {
  const set = (array: Float64Array, perUnit: number, less?: Float64Array) => {
    for (let i = 0; i < ensemble.members; i++)
      array[i] = Math.max(0, at(readings, i) / perUnit - (less ? at(less, i) : 0))
  }
  if (quantity in GRAMS_PER_MOL)
    set(ensemble.sanitizer, GRAMS_PER_MOL[quantity as keyof typeof GRAMS_PER_MOL])
  if (quantity === 'totalChlorine') set(ensemble.combined, CHLORINE_G_PER_MOL, ensemble.sanitizer)
  if (quantity === 'totalAlkalinity') set(ensemble.alkalinity, ALKALINITY_PPM_PER_MEQ)
  if (quantity === 'cyanuricAcid') set(ensemble.cyanurate, CYANURIC_ACID_G_PER_MOL)
  if (quantity === 'salt') set(ensemble.salt, 1)
  setPh(ensemble, quantity === 'pH' ? readings : pH)
}

/** One reading: every state and rate it bears on moves by how it goes along with what was read (an ensemble Kalman step). */
const assimilate = (
  ensemble: Ensemble,
  {
    entryId,
    quantity,
    predicted,
    read,
    error,
    pH,
  }: {
    entryId: number
    quantity: Quantity
    predicted: Float64Array
    read: number
    error: number
    pH: Float64Array
  },
): void => {
  const { members } = ensemble
  const mean = meanOf(predicted)
  let variance = 0
  for (let i = 0; i < members; i++) variance += (at(predicted, i) - mean) ** 2
  variance /= members - 1
  const total = Math.sqrt(variance + error * error)
  const off = Math.abs(read - mean) / total
  let r = error
  if (off > OUTLIER && ensemble.tested) {
    ensemble.odd.push({
      entryId,
      at: ensemble.at,
      quantity,
      read,
      expected: mean,
      standardDeviation: total,
    })
    // Believed in part: as far as it would be at the edge of what could be.
    r = Math.sqrt(Math.max(error * error, ((read - mean) / OUTLIER) ** 2 - variance))
  }
  ensemble.readings += 1
  if (off > SURPRISED && !ensemble.tested) {
    // Something went in that nobody wrote down: in a water that was never tested the reading is all there is.
    const next = chance(ensemble)
    resetTo(
      ensemble,
      quantity,
      filled(members, () => read + error * next()),
      pH,
    )
    return
  }
  if (ensemble.tested) {
    if (quantity in GRAMS_PER_MOL)
      settle(ensemble.processNoise.residual, off, variance / (variance + error * error), 4)
    // What is known of pH is narrow beside any kit: its misses are the tub's as much as the kit's.
    if (quantity === 'pH') settle(ensemble.processNoise.pH, off, 0.5, 12)
  }
  const next = chance(ensemble)
  const pull = filled(members, (i) => read + r * next() - at(predicted, i))
  const move = (array: Float64Array, least: number) => {
    const middle = meanOf(array)
    let covariance = 0
    for (let i = 0; i < members; i++)
      covariance += (at(array, i) - middle) * (at(predicted, i) - mean)
    const gain = covariance / (members - 1) / (variance + r * r)
    for (let i = 0; i < members; i++) array[i] = Math.max(least, at(array, i) + gain * at(pull, i))
  }
  const moves = MOVES[quantity in MOVES ? (quantity as keyof typeof MOVES) : 'residual']
  for (const name of moves.rates) move(ensemble.rates[name], -30)
  for (const name of moves.states) move(ensemble[name], LEAST[name] ?? 0)
  if (moves.pH) move(pH, 4)
  setPh(ensemble, pH)
}

/** Takes in one test, reading after reading. */
export const takeReadings = (ensemble: Ensemble, tub: Tub, entry: EntryOf<'test'>): void => {
  const { readings, method, standardDeviations } = entry.body
  if (readings.temperature !== undefined) ensemble.temperatureCelsius = readings.temperature
  if (readings.salt !== undefined) ensemble.saltPpm = readings.salt
  ensemble.solidsPpm = Math.max(
    50,
    ensemble.saltPpm,
    readings.totalDissolvedSolids ?? ensemble.solidsPpm,
  )
  if (readings.borate !== undefined) ensemble.borateMmol = readings.borate / ATOM.B
  for (const quantity of TESTED) {
    const read = readings[quantity]
    if (read === undefined) continue
    if (quantity === 'totalChlorine' && ensemble.at < ensemble.shockUntil) continue
    const pH = phOf(ensemble)
    const predicted = predictedOf(ensemble, tub, quantity, pH)
    if (!predicted) continue
    // A kit errs by what is there, not by what it shows.
    const expected = ensemble.tested ? Math.max(0, meanOf(predicted)) : read
    const error =
      standardDeviations?.[quantity] ?? readingError(quantity, method as Method, expected)
    assimilate(ensemble, { entryId: entry.id, quantity, predicted, read, error, pH })
  }
  ensemble.tested = true
}
