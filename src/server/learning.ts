import {
  type Checkpoint,
  type Ensemble,
  type Entry,
  goOn,
  type Instant,
  inOrder,
  MEMBERS,
} from '@/core'
import { keptBeside, type Store } from '@/store/database'
import type { TubRow } from '@/store/tubs'

interface Known {
  /** All of the tub that bears on it. */
  tub: string
  kept: readonly Checkpoint<string>[]
}

const tubKey = (tub: TubRow): string =>
  JSON.stringify([
    tub.programme,
    tub.volumeLitres,
    tub.fillWater,
    tub.setTemperatureCelsius,
    tub.kind,
    tub.surroundings,
    tub.targets.sanitizer,
  ])

const BLOCK = 500
/** Of a long journal the last fifteen hundred to two thousand entries teach as much as all; it starts anew once in a block. */
const windowStart = (entries: number): number =>
  Math.max(0, (Math.floor(entries / BLOCK) - 3) * BLOCK)

/**
 * The ensemble after a tub's journal, at `now`. Its checkpoints are thrown away freely: a new entry goes on from the last of them that
 * took in nothing after it.
 */
export const ensembleNow = (
  store: Store,
  tub: TubRow,
  journal: readonly Entry[],
  now: Instant,
): Ensemble => {
  const past = inOrder(journal).filter(({ at }) => at <= now)
  const start = windowStart(past.length)
  const fillTest = past.slice(0, start).findLast(({ kind }) => kind === 'fillTest')
  const entries = [...(fillTest ? [fillTest] : []), ...past.slice(start)]
  const keys = entries.map(({ id, at, kind }) => `${id}${kind[0]}${at}`)
  const key = tubKey(tub)
  const cache = keptBeside(store, 'ensembles', () => new Map<number, Known>())
  const known = cache.get(tub.id)
  const { ensemble, kept } = goOn(
    known?.tub === key ? known.kept : [],
    tub,
    { entries, keys },
    { now, members: MEMBERS },
  )
  cache.set(tub.id, { tub: key, kept })
  return ensemble
}
