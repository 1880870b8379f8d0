import {
  advanceEnsemble,
  copyEnsemble,
  type Ensemble,
  type Entry,
  type Instant,
  inOrder,
  MEMBERS,
  startEnsemble,
  takeEntry,
} from '@/core'
import { keptBeside, type Store } from '@/store/database'
import type { TubRow } from '@/store/tubs'

/** An ensemble as it stood after some of a journal, before any time since. */
interface Checkpoint {
  /** All of the tub that bears on it. */
  tub: string
  /** The entries that it took in. */
  taken: readonly string[]
  ensemble: Ensemble
}

/** One is kept after the last entry, and one each time so many were taken in, so that what is logged late goes on from near it. */
const STEP = 100
const MOST_KEPT = 4

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
  const taken = entries.map(({ id, at, kind }) => `${id}${kind[0]}${at}`)
  const key = tubKey(tub)
  const cache = keptBeside(store, 'ensembles', () => new Map<number, readonly Checkpoint[]>())
  const standing = (cache.get(tub.id) ?? []).filter(
    (one) =>
      one.tub === key &&
      one.taken.length <= taken.length &&
      one.taken.every((entry, i) => entry === taken[i]),
  )
  const [from] = standing
  const ensemble = from
    ? copyEnsemble(from.ensemble)
    : startEnsemble(tub, MEMBERS, entries[0]?.at ?? now)
  const first = from?.taken.length ?? 0
  const made: Checkpoint[] = []
  const keep = (length: number) =>
    made.unshift({ tub: key, taken: taken.slice(0, length), ensemble: copyEnsemble(ensemble) })
  for (const [i, entry] of entries.entries()) {
    if (i < first) continue
    takeEntry(ensemble, tub, entry)
    const length = i + 1
    if (length === entries.length || (length % STEP === 0 && entries.length - length < 3 * STEP))
      keep(length)
  }
  // Of ends only the newest: those before it would push the steps out.
  const steps = standing.filter((one) => one.taken.length % STEP === 0)
  if (made.length > 0) cache.set(tub.id, [...made, ...steps].slice(0, MOST_KEPT))
  advanceEnsemble(ensemble, tub, now)
  return ensemble
}
