import { normal, seeded } from '../../random'
import type { Quantity } from '../../testing/quantity'
import type { Instant } from '../../time'
import type { FillWater } from '../../tub/tub'
import { carbonOf } from '../../water/aerate'
import { type Equilibria, equilibriaFor } from '../../water/equilibrium'
import { phNear } from './phNear'

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

/** What tops the tub up, per litre of it. */
export interface TopUpWater {
  alkalinityMeq: number
  carbonMmol: number
  saltPpm: number
  solidsPpm: number
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
  /** Whether this water was ever tested. */
  tested: boolean
  odd: OddReading[]
  readings: number
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

export const filled = (n: number, of: (i: number) => number) =>
  Float64Array.from({ length: n }, (_, i) => of(i))

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
  processNoise: { residual: { ...one.processNoise.residual }, pH: { ...one.processNoise.pH } },
})

export const meanOf = (array: Float64Array) =>
  array.reduce((sum, one) => sum + one, 0) / array.length

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

/** Puts every member at a pH, with its alkalinity as it is. */
export const setPh = (ensemble: Ensemble, pH: Float64Array): void => {
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
