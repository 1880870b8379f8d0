import type { Entry } from '../../journal/entry'
import type { SoakLoad } from '../../journal/load'
import { feederOf } from '../../programmes/feederKind'
import { programmeOf } from '../../programmes/programme'
import type { Quantity } from '../../testing/quantity'
import { HOUR, type Instant } from '../../time'
import type { Tub } from '../../tub/tub'
import { advanceEnsemble, type Follows } from './advanceEnsemble'
import { expectedOf, type Spread, spreadOf, takeEntry } from './ensemble'
import { copyEnsemble, type Ensemble, LEARNT, type Learnt, type OddReading } from './ensembleState'

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
const foreseenOf = (tub: Tub): Quantity[] => [
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
  if (ensemble.tested)
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

export interface FanPoint extends Spread {
  at: Instant
}

export interface Fan {
  quantity: Quantity
  points: FanPoint[]
  /** When the middle and the edges of the spread fall below a floor: with more, as expected, with less. */
  floorAt: { early: Instant | undefined; middle: Instant | undefined; late: Instant | undefined }
}

/** Something that is still to come. */
export type Ahead = { at: Instant; kind: 'soak'; body: SoakLoad } | Extract<Entry, { kind: 'dose' }>

const FAN_DAYS = 7

/**
 * The coming week over the members: eight in ten lie between low and high. Planned soaks and doses happen as planned; everything
 * else stays away.
 * @param floor below which nobody should be in
 */
export const fanOf = (
  ensemble: Ensemble,
  tub: Tub,
  ahead: readonly Ahead[],
  floor: number,
  {
    hours = 24 * FAN_DAYS,
    stepHours = 4,
    follows = 'everything',
  }: { hours?: number; stepHours?: number; follows?: Follows } = {},
): Fan[] => {
  const { sanitizer } = programmeOf(tub.programme)
  const quantities =
    follows === 'residual'
      ? [sanitizer]
      : foreseenOf(tub).filter((quantity) => quantity !== 'totalChlorine')
  const state = copyEnsemble(ensemble)
  const fans = new Map(quantities.map((quantity): [Quantity, FanPoint[]] => [quantity, []]))
  const start = ensemble.at
  const coming = ahead.filter(({ at }) => at >= start).toSorted((a, b) => a.at - b.at)
  let next = 0
  for (let at = start; at <= start + hours * HOUR; at += stepHours * HOUR) {
    for (; next < coming.length && (coming[next]?.at ?? 0) <= at; next++) {
      const one = coming[next]
      if (one) takeEntry(state, tub, { id: 0, ...one } as Entry, follows)
    }
    advanceEnsemble(state, tub, at, follows)
    for (const quantity of quantities) {
      const spread = expectedOf(state, tub, quantity)
      if (spread) fans.get(quantity)?.push({ at, ...spread })
    }
  }
  return quantities.map((quantity) => {
    const points = fans.get(quantity) ?? []
    const below = (edge: 'low' | 'median' | 'high') =>
      quantity === sanitizer ? points.find((point) => point[edge] < floor)?.at : undefined
    return {
      quantity,
      points,
      floorAt: { early: below('low'), middle: below('median'), late: below('high') },
    }
  })
}
