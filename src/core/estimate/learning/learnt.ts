import { feederOf } from '../../programmes/feederKind'
import { programmeOf } from '../../programmes/programme'
import type { Quantity } from '../../testing/quantity'
import type { Instant } from '../../time'
import type { Tub } from '../../tub/tub'
import { expectedOf } from './ensemble'
import {
  type Ensemble,
  LEARNT,
  type Learnt,
  type OddReading,
  type Spread,
  spreadOf,
} from './ensembleState'

export interface LearntTub {
  at: Instant
  /** This tub's own rates: loss and feed an hour, demand g a person-hour, transfer times the usual, cell g an hour. */
  rates: Record<Learnt, Spread>
  /** Readings that went into it. */
  readings: number
  odd: readonly OddReading[]
  /** What each would read now; undefined where this water was never tested. */
  now: Partial<Record<Quantity, Spread>>
}

/** What an ensemble follows beside the residual; salt where a cell lives on it. */
export const foreseenOf = (tub: Tub): Quantity[] => [
  programmeOf(tub.programme).sanitizer,
  'pH',
  'totalAlkalinity',
  'cyanuricAcid',
  ...(programmeOf(tub.programme).sanitizer === 'freeChlorine' ? (['totalChlorine'] as const) : []),
  ...(feederOf(tub.programme) === 'cell' ? (['salt'] as const) : []),
]

const exponentials = (logs: Float64Array): Spread => {
  const { median, low, high } = spreadOf(logs)
  return { median: Math.exp(median), low: Math.exp(low), high: Math.exp(high) }
}

export const learntOf = (ensemble: Ensemble, tub: Tub): LearntTub => {
  const now: LearntTub['now'] = {}
  if (Object.keys(ensemble.taken).length > 0)
    for (const quantity of foreseenOf(tub)) {
      const spread = expectedOf(ensemble, tub, quantity)
      if (spread) now[quantity] = spread
    }
  return {
    at: ensemble.at,
    rates: Object.fromEntries(
      LEARNT.map((name) => [name, exponentials(ensemble.rates[name])]),
    ) as LearntTub['rates'],
    readings: ensemble.readings,
    odd: ensemble.odd,
    now,
  }
}
