import {
  advanceEnsemble,
  copyEnsemble,
  type Ensemble,
  type Entry,
  type Instant,
  inOrder,
  startEnsemble,
  takeEntry,
} from '@/core'
import type { Store } from '@/store/database'
import type { TubRow } from '@/store/tubs'

/** Members for a page: the edges of eight in ten are off by about a twentieth of the spread. */
const MEMBERS = 256

interface Cached {
  /** What was taken in: every entry and all of the tub that bears on it. */
  key: string
  entries: number
  /** After the last entry, before any time since. */
  ensemble: Ensemble
}

const caches = new WeakMap<Store, Map<number, Cached>>()
const cacheOf = (store: Store): Map<number, Cached> => {
  const found = caches.get(store) ?? new Map<number, Cached>()
  caches.set(store, found)
  return found
}

const keyOf = (tub: TubRow, entries: readonly Entry[]): string =>
  JSON.stringify([
    tub.programme,
    tub.volumeLitres,
    tub.fillWater,
    tub.setTemperatureCelsius,
    tub.kind,
    tub.surroundings,
    entries.map(({ id, at, kind }) => `${id}${kind[0]}${at}`),
  ])

const BLOCK = 500
/** Of a long journal the last fifteen hundred to two thousand entries teach as much as all; it starts anew once in a block. */
const windowStart = (entries: number): number =>
  Math.max(0, (Math.floor(entries / BLOCK) - 3) * BLOCK)

/**
 * The ensemble after a tub's journal, at `now`. Kept after the last entry and thrown away freely: a new entry at the end goes on
 * from there, anything else begins anew.
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
  const cache = cacheOf(store)
  const known = cache.get(tub.id)
  const goesOn =
    known !== undefined &&
    known.entries <= entries.length &&
    known.key === keyOf(tub, entries.slice(0, known.entries))
  const ensemble = goesOn
    ? copyEnsemble(known.ensemble)
    : startEnsemble(tub, MEMBERS, entries[0]?.at ?? now)
  for (const entry of entries.slice(goesOn ? known.entries : 0)) takeEntry(ensemble, tub, entry)
  if (!goesOn || known.entries < entries.length)
    cache.set(tub.id, {
      key: keyOf(tub, entries),
      entries: entries.length,
      ensemble: copyEnsemble(ensemble),
    })
  advanceEnsemble(ensemble, tub, now)
  return ensemble
}
