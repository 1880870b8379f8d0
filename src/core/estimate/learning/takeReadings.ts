import type { EntryOf } from '../../journal/entry'
import { programmeOf } from '../../programmes/programme'
import {
  type Method,
  type Quantity,
  readingError,
  type SanitizerQuantity,
} from '../../testing/quantity'
import { DAY, HOUR } from '../../time'
import { phLimits } from '../../tub/targetsNow'
import type { Tub } from '../../tub/tub'
import {
  ALKALINITY_PPM_PER_MEQ,
  ATOM,
  CHLORINE_G_PER_MOL,
  CYANURIC_ACID_G_PER_MOL,
} from '../../water/constants'
import {
  at,
  deviationOf,
  type Ensemble,
  evenDeviates,
  filled,
  type Learnt,
  meanOf,
  phOf,
  SANITIZER_PPM_PER_MMOL,
  setPh,
  spreadOf,
} from './ensembleState'
import { WASTE_REACTION } from './kinetics'

/** Further off than so many standard deviations a reading is flagged. */
const OUTLIER = 3.5

/** So long after the last reading what is modelled weighs nothing against a new one: assumed. */
const LONG_AGO = 5 * DAY

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
    const grams = SANITIZER_PPM_PER_MMOL[sanitizer]
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

/** Of a residual that is read after a soak, what people left has taken no more than all but a quarter before. Assumed. */
const MOST_TAKEN = 4

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
  if (quantity in SANITIZER_PPM_PER_MMOL) {
    const before = ensemble.sanitizer.slice()
    set(ensemble.sanitizer, SANITIZER_PPM_PER_MMOL[quantity as SanitizerQuantity])
    // More than was thought has been there since people were in: it has met what they left meanwhile, and what is left can't be so much
    // that it would have taken most of it by now.
    const hours = (ensemble.at - ensemble.soakedAt) / HOUR
    const most = Math.log(MOST_TAKEN) / (WASTE_REACTION * hours)
    for (let i = 0; i < ensemble.members; i++) {
      const more = at(ensemble.sanitizer, i) - at(before, i)
      if (more <= 0) continue
      const left = at(ensemble.bathersDemand, i) * Math.exp(-WASTE_REACTION * more * hours)
      ensemble.bathersDemand[i] = Math.min(left, most)
    }
  }
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
    errorAsRead,
    pH,
    borneOut,
  }: {
    entryId: number
    quantity: Quantity
    predicted: Float64Array
    read: number
    error: number
    /** The kit's error were what it showed there. */
    errorAsRead: number
    pH: Float64Array
    /** Another reading of the same test says so too. */
    borneOut: boolean
  },
): { odd: boolean } => {
  const { members } = ensemble
  ensemble.readings += 1
  const scatter = evenDeviates(ensemble)
  const asRead = (deviation: number) =>
    resetTo(
      ensemble,
      quantity,
      filled(members, (i) => read + deviation * at(scatter, i)),
      pH,
    )
  // In a water in which it was never read before, the reading is all there is.
  const before = ensemble.taken[quantity]
  if (!before) {
    asRead(error)
    return { odd: false }
  }
  const mean = meanOf(predicted)
  let variance = 0
  for (let i = 0; i < members; i++) variance += (at(predicted, i) - mean) ** 2
  variance /= members - 1
  const off = Math.abs(read - mean) / Math.sqrt(variance + error * error)
  if (quantity in SANITIZER_PPM_PER_MMOL)
    settle(ensemble.processNoise.residual, off, variance / (variance + error * error), 4)
  // What is known of pH is narrow beside any kit: its misses are the tub's as much as the kit's.
  if (quantity === 'pH') settle(ensemble.processNoise.pH, off, 0.5, 12)
  const total = Math.sqrt(variance + Math.min(error, errorAsRead) ** 2)
  const odd = Math.abs(read - mean) > OUTLIER * total
  if (odd)
    ensemble.odd.push({
      entryId,
      at: ensemble.at,
      quantity,
      read,
      expected: mean,
      standardDeviation: total,
    })
  // A residual is gone by what nobody wrote down sooner than misread; the rest, where another reading says so too.
  if (borneOut || (odd && (quantity in SANITIZER_PPM_PER_MMOL || before.odd))) {
    asRead(errorAsRead)
    return { odd: false }
  }
  // Believed in part: as far as it would be at the edge of what could be.
  const r = odd
    ? Math.sqrt(Math.max(error * error, ((read - mean) / OUTLIER) ** 2 - variance))
    : error
  const pull = filled(members, (i) => read + r * at(scatter, i) - at(predicted, i))
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
  // Much may have happened since that nobody wrote down: it teaches, and stands as it was read.
  if (ensemble.at - before.at > LONG_AGO) {
    asRead(error)
    return { odd: false }
  }
  for (const name of moves.states) move(ensemble[name], LEAST[name] ?? 0)
  if (moves.pH) move(pH, 4)
  setPh(ensemble, pH)
  return { odd }
}

/** pH and alkalinity of one test lie on the same side, together beyond chance: acid or a base went in that nobody wrote down. */
const balanceMoved = (ensemble: Ensemble, tub: Tub, { body }: EntryOf<'test'>): boolean => {
  const off = (['pH', 'totalAlkalinity'] as const).map((quantity) => {
    const read = body.readings[quantity]
    const predicted = predictedOf(ensemble, tub, quantity, phOf(ensemble))
    if (read === undefined || !predicted || !ensemble.taken[quantity]) return 0
    const { median } = spreadOf(predicted)
    const error = body.standardDeviations?.[quantity] ?? readingError(quantity, body.method, read)
    return (read - median) / Math.hypot(error, deviationOf(spreadOf(predicted)))
  })
  const sameSide = off.every((one) => one > 1) || off.every((one) => one < -1)
  return sameSide && Math.hypot(...off) > OUTLIER
}

/** Two readings of one water so near each other are held against each other. */
export const SAME_WATER = 2 * HOUR

/**
 * pH read twice on the same side of what lets people in, or twice within it, with nothing done between: their mean counts as read, where
 * something else was expected.
 * @returns that mean
 */
const readTwice = (
  ensemble: Ensemble,
  tub: Tub,
  read: number,
  expected: number,
): number | undefined => {
  const before = ensemble.taken.pH
  if (!before || ensemble.at - before.at > SAME_WATER || ensemble.changedAt >= before.at)
    return undefined
  const { low, high } = phLimits(tub)
  const sideOf = (pH: number) => (pH < low ? 'low' : pH > high ? 'high' : 'within')
  return sideOf(before.read) === sideOf(read) && sideOf(read) !== sideOf(expected)
    ? (before.read + read) / 2
    : undefined
}

/** So long after stabiliser granules a test may miss what still lies undissolved: three to seven days, common practice. */
const GRANULES_SHOW_AFTER = 5 * DAY

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
  const together = balanceMoved(ensemble, tub, entry)
  for (const quantity of TESTED) {
    const read = readings[quantity]
    if (read === undefined) continue
    if (quantity === 'totalChlorine' && ensemble.at < ensemble.shockUntil) continue
    const pH = phOf(ensemble)
    const predicted = predictedOf(ensemble, tub, quantity, pH)
    if (!predicted) continue
    // Less than was poured is what has dissolved so far, not what will be there.
    const dissolving =
      quantity === 'cyanuricAcid' && ensemble.at < ensemble.granulesAt + GRANULES_SHOW_AFTER
    if (dissolving && ensemble.taken.cyanuricAcid && read < meanOf(predicted)) continue
    const before = ensemble.taken[quantity] && spreadOf(predicted)
    // A kit errs by what is there, not by what it shows.
    const there = before ? Math.max(0, meanOf(predicted)) : read
    const errorAt = (value: number) =>
      standardDeviations?.[quantity] ?? readingError(quantity, method as Method, value)
    const [error, errorAsRead] = [errorAt(there), errorAt(read)]
    const mean = quantity === 'pH' ? readTwice(ensemble, tub, read, there) : undefined
    const { odd } = assimilate(ensemble, {
      entryId: entry.id,
      quantity,
      predicted,
      read: mean ?? read,
      error,
      errorAsRead: mean === undefined ? errorAsRead : errorAsRead / Math.SQRT2,
      pH,
      borneOut:
        mean !== undefined || (together && (quantity === 'pH' || quantity === 'totalAlkalinity')),
    })
    const readable = predictedOf(ensemble, tub, quantity, phOf(ensemble))
    const after = readable && spreadOf(readable)
    ensemble.taken[quantity] = {
      at: ensemble.at,
      read,
      expected: before && { value: before.median, standardDeviation: deviationOf(before) },
      value: after?.median ?? read,
      standardDeviation: after ? deviationOf(after) : error,
      odd,
    }
  }
}
