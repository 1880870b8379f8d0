import { normal, normalQuantile, seeded } from '../../random'
import type { Quantity, SanitizerQuantity } from '../../testing/quantity'
import type { Instant } from '../../time'
import type { FillWater } from '../../tub/tub'
import { carbonOf } from '../../water/aerate'
import { hypochlorousAcid } from '../../water/chlorineCyanurate'
import { BROMINE_G_PER_MOL, CHLORINE_G_PER_MOL, PEROXIDE_G_PER_MOL } from '../../water/constants'
import { type Equilibria, equilibriaFor } from '../../water/equilibrium'
import { phNear } from './phNear'

/** What a mmol/L of the members' sanitizer reads, ppm; biguanide is followed in thousands of ppm. */
export const SANITIZER_PPM_PER_MMOL: Record<SanitizerQuantity, number> = {
  freeChlorine: CHLORINE_G_PER_MOL,
  bromine: BROMINE_G_PER_MOL,
  peroxide: PEROXIDE_G_PER_MOL,
  biguanide: 1000,
}

/** What is learnt of a tub, in the order of the arrays: logarithms of its rates. */
export const LEARNT = [
  'loss',
  'demand',
  'feed',
  'transfer',
  'cell',
  'clearing',
  'filterFouling',
] as const
export type Learnt = (typeof LEARNT)[number]

/** Reading that hardly fits: who entered it, and what was expected. */
export interface OddReading {
  entryId: number
  at: Instant
  quantity: Quantity
  read: number
  expected: number
  standardDeviation: number
}

/** The newest reading of a quantity in this water, and what the members made of it. */
export interface TakenReading {
  at: Instant
  /** What it would have read, just before, and one standard deviation; undefined where it was never read in this water. */
  expected: { value: number; standardDeviation: number } | undefined
  /** What it showed. */
  read: number
  /** The middle of the members just after it, and one standard deviation. */
  value: number
  standardDeviation: number
  /** Nothing that was logged explains it, so that it counts in part until a second one agrees. */
  odd: boolean
}

/** What tops the tub up, per litre of it. */
export interface TopUpWater {
  alkalinityMeq: number
  carbonMmol: number
  saltPpm: number
  solidsPpm: number
}

/** Normal deviates of each member, and since when they grow with the root of time. */
export interface Foretold {
  from: Instant
  sanitizer: Float64Array
  combined: Float64Array
  alkalinity: Float64Array
  carbon: Float64Array
  /** What their rates come to; nothing that is still to come turns them. */
  pace: Pace
}

/** The members' rates themselves, of which {@link Ensemble.rates} are the logarithms. */
export type Pace = Record<Exclude<Learnt, 'transfer' | 'demand'>, Float64Array>

/** @param needed what is not needed stays as it is: a power for each member costs as much as its hour */
export const paceOf = (
  { rates, members }: Pick<Ensemble, 'rates' | 'members'>,
  needed: Record<keyof Pace, boolean>,
): Pace => {
  const itself = (name: keyof Pace) =>
    needed[name] ? filled(members, (i) => Math.exp(at(rates[name], i))) : rates[name]
  return {
    loss: itself('loss'),
    feed: itself('feed'),
    cell: itself('cell'),
    clearing: itself('clearing'),
    filterFouling: itself('filterFouling'),
  }
}

export interface Ensemble {
  members: number
  at: Instant
  /** Members' states; mmol/L, meq/L, g. */
  sanitizer: Float64Array
  bathersDemand: Float64Array
  combined: Float64Array
  tablets: Float64Array
  alkalinity: Float64Array
  carbon: Float64Array
  /** Where each pH was last, to look for the next one from there. */
  lastPh: Float64Array
  cyanurate: Float64Array
  /** ppm of NaCl. */
  salt: Float64Array
  /** Logarithms of their rates. */
  rates: Record<Learnt, Float64Array>
  /** Its sanitizer is chlorine, an acid of its own. */
  chlorinated: boolean
  borateMmol: number
  temperatureCelsius: number
  solidsPpm: number
  /** The salt that the equilibria go by. */
  saltPpm: number
  /** Person-hours since the filter was last cleaned; undefined until the journal knows of a cleaning. */
  filterPersonHours: number | undefined
  topUp: TopUpWater
  /** The last test of the fill water. */
  fillTest: { at: Instant; fillWater: FillWater } | undefined
  /** Non-chlorine shock was in it until about then, and shows up as combined chlorine. */
  shockUntil: Instant
  /**
   * Times the usual by which things come out otherwise than modelled, and on how many readings that rests: the residual, whose soaks
   * and doses are not as written down, and pH.
   */
  processNoise: Record<'residual' | 'pH', { times: number; seen: number }>
  /** What was read in this water so far. */
  taken: Partial<Record<Quantity, TakenReading>>
  /** When somebody was in last. */
  soakedAt: Instant
  /** When stabiliser granules went in last. */
  granulesAt: Instant
  /** When anything went in or out last, or people were in: until then one water was read. */
  changedAt: Instant
  /** What the feeder or cell stands at, as its people number it; undefined until they said. */
  setting: number | undefined
  /** What it stood at when it last was open. */
  openSetting: number | undefined
  /** Tablets were logged at some time: what feeds this tub is known by them. */
  tabletsLogged: boolean
  odd: OddReading[]
  readings: number
  /** Of a look ahead: what chance will have done to each member, and since when. */
  foretold: Foretold | undefined
  /** Where the stream of chance stands, so that going on is the same as beginning anew. */
  draws: number
}

const STATES = [
  'sanitizer',
  'bathersDemand',
  'combined',
  'tablets',
  'alkalinity',
  'carbon',
  'lastPh',
  'cyanurate',
  'salt',
] as const satisfies readonly (keyof Ensemble)[]

export const filled = (n: number, of: (i: number) => number): Float64Array => {
  const made = new Float64Array(n)
  for (let i = 0; i < n; i++) made[i] = of(i)
  return made
}

export const at = (array: Float64Array, i: number): number => array[i] as number

/** A stream of normal deviates that can be taken up where it was left. */
export const chance = (ensemble: { draws: number }) => {
  const random = seeded(0x9e37 + Math.imul(ensemble.draws, 2654435761))
  ensemble.draws += 1
  return () => normal(random)
}

export const copyEnsemble = (one: Ensemble): Ensemble => ({
  ...one,
  ...(Object.fromEntries(STATES.map((name) => [name, one[name].slice()])) as Pick<
    Ensemble,
    (typeof STATES)[number]
  >),
  rates: Object.fromEntries(
    LEARNT.map((name) => [name, one.rates[name].slice()]),
  ) as Ensemble['rates'],
  odd: [...one.odd],
  taken: { ...one.taken },
  processNoise: { residual: { ...one.processNoise.residual }, pH: { ...one.processNoise.pH } },
})

const quantiles = new Map<number, Float64Array>()

/** The middles of so many equal parts of a standard normal. */
const normalParts = (parts: number): Float64Array => {
  const known = quantiles.get(parts)
  if (known) return known
  const made = filled(parts, (i) => normalQuantile((i + 0.5) / parts))
  quantiles.set(parts, made)
  return made
}

/** The middle of each equal part of a standard normal, dealt out by chance: no member's luck moves the middle or the spread of all. */
export const evenDeviates = (ensemble: { draws: number; members: number }): Float64Array => {
  const random = seeded(0x9e37 + Math.imul(ensemble.draws, 2654435761))
  ensemble.draws += 1
  const dealt = normalParts(ensemble.members).slice()
  for (let i = dealt.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1))
    const other = at(dealt, j)
    dealt[j] = at(dealt, i)
    dealt[i] = other
  }
  return dealt
}

/** The first few members alone, for what travels to a page that only needs to know that there are some. */
export const fewOf = (one: Ensemble, members: number): Ensemble => {
  const copy = copyEnsemble(one)
  for (const name of STATES) copy[name] = copy[name].slice(0, members)
  for (const name of LEARNT) copy.rates[name] = copy.rates[name].slice(0, members)
  return { ...copy, members }
}

/**
 * A copy to look ahead with. What chance does to each member is drawn once and grows with the root of time, so that what is foretold
 * of a moment does not hang on which moments are asked for.
 */
export const foretelling = (one: Ensemble): Ensemble => {
  const copy = copyEnsemble(one)
  copy.foretold = {
    from: copy.at,
    sanitizer: evenDeviates(copy),
    combined: evenDeviates(copy),
    alkalinity: evenDeviates(copy),
    carbon: evenDeviates(copy),
    pace: paceOf(copy, { loss: true, feed: true, cell: true, clearing: true, filterFouling: true }),
  }
  return copy
}

export const meanOf = (array: Float64Array): number => {
  let sum = 0
  for (let i = 0; i < array.length; i++) sum += at(array, i)
  return sum / array.length
}

/** The last constants that were asked for: their powers cost more than a member's half day. */
let last: { celsius: number; solids: number; salt: number; equilibria: Equilibria } | undefined

/** Of water rounded to a tenth of a degree and 5 ppm of salts, which is far finer than either is known. */
export const equilibriaOf = ({ temperatureCelsius, solidsPpm, saltPpm }: Ensemble): Equilibria => {
  const celsius = Math.round(temperatureCelsius * 10) / 10
  const salt = 5 * Math.round(saltPpm / 5)
  const solids = Math.max(salt, 5 * Math.round(solidsPpm / 5))
  if (last?.celsius !== celsius || last.solids !== solids || last.salt !== salt)
    last = { celsius, solids, salt, equilibria: equilibriaFor(celsius, solids, salt) }
  return last.equilibria
}

/** What the members' chlorine does to their pH, mol/L each. */
export interface ChlorineCharge {
  /** That no cyanurate holds: an acid of its own. */
  loose: (i: number) => number
  /** That a cyanurate holds, with a charge each, and takes it away from the cyanurates that are free. */
  held: (i: number) => number
}

const NO_CHARGE: ChlorineCharge = { loose: () => 0, held: () => 0 }

/** The share that cyanurate holds is the middle member's, for it hardly differs between them and costs most of the time. */
export const chlorineChargeOf = (ensemble: Ensemble, k: Equilibria): ChlorineCharge => {
  if (!ensemble.chlorinated) return NO_CHARGE
  const chlorine = meanOf(ensemble.sanitizer) / 1000
  if (chlorine < 1e-9) return NO_CHARGE
  const cyanurate = meanOf(ensemble.cyanurate) / 1000
  const activity = 10 ** -meanOf(ensemble.lastPh)
  const unbound =
    (hypochlorousAcid(chlorine, cyanurate, activity, k) * (1 + k.hypochlorous / activity)) /
    chlorine
  const loose = Math.min(1, unbound) / 1000
  const held = (1 - Math.min(1, unbound)) / 1000
  return {
    loose: (i) => loose * at(ensemble.sanitizer, i),
    held: (i) => Math.min(held * at(ensemble.sanitizer, i), at(ensemble.cyanurate, i) / 1000),
  }
}

/** pH of every member. */
export const phOf = (ensemble: Ensemble): Float64Array => {
  const k = equilibriaOf(ensemble)
  const { loose, held } = chlorineChargeOf(ensemble, k)
  return filled(ensemble.members, (i) =>
    phNear(
      {
        alkalinity: at(ensemble.alkalinity, i) / 1000 - held(i),
        carbon: at(ensemble.carbon, i) / 1000,
        borate: ensemble.borateMmol / 1000,
        cyanurate: at(ensemble.cyanurate, i) / 1000 - held(i),
        hypochlorous: loose(i),
      },
      k,
      at(ensemble.lastPh, i),
    ),
  )
}

/** Puts every member at a pH, with its alkalinity as it is. */
export const setPh = (ensemble: Ensemble, pH: Float64Array): void => {
  const k = equilibriaOf(ensemble)
  const { loose, held } = chlorineChargeOf(ensemble, k)
  for (let i = 0; i < ensemble.members; i++) {
    // Below 4.5 there is no alkalinity left by its definition, and no carbon dioxide balances it.
    const own = Math.min(9.5, Math.max(4.5, at(pH, i)))
    ensemble.lastPh[i] = own
    ensemble.carbon[i] =
      1000 *
      carbonOf(
        own,
        {
          alkalinity:
            at(ensemble.alkalinity, i) / 1000 -
            held(i) -
            (loose(i) * k.hypochlorous) / (k.hypochlorous + 10 ** -own),
          borate: ensemble.borateMmol / 1000,
          cyanurate: at(ensemble.cyanurate, i) / 1000 - held(i),
          freeChlorine: 0,
        },
        k,
      )
  }
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

/** Eight in ten of a normal spread are 2.56 standard deviations wide. */
const EIGHT_IN_TEN = 2.563

export const deviationOf = ({ low, high }: Spread): number => (high - low) / EIGHT_IN_TEN
