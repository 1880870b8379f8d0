import { expose } from 'comlink'
import {
  type Ahead,
  advanceEnsemble,
  type Entry,
  estimate,
  type Fan,
  fanOf,
  inOrder,
  mergeLearnedEstimate,
  startEnsemble,
  startingFrom,
  type Tub,
  takeEntry,
} from '@/core'

/** More than a page computes with: what is asked here can wait a second. */
const MEMBERS = 500
/** Entries between two looks at whether it should go on. */
const CHUNK = 20

let asked = 0

const pause = () => new Promise((resolve) => setTimeout(resolve))

const estimator = {
  /** The week ahead if something happened; nothing where it was given up or another question came meanwhile. */
  weekIf: async (
    tub: Tub,
    journal: readonly Entry[],
    now: number,
    ahead: readonly Ahead[],
    onProgress: (share: number) => void,
  ): Promise<Fan[] | undefined> => {
    asked += 1
    const own = asked
    const past = inOrder(journal).filter(({ at }) => at <= now)
    const ensemble = startEnsemble(tub, MEMBERS, past[0]?.at ?? now)
    for (const [i, entry] of past.entries()) {
      takeEntry(ensemble, tub, entry)
      if (i % CHUNK !== 0) continue
      onProgress(i / past.length)
      await pause()
      if (own !== asked) return undefined
    }
    advanceEnsemble(ensemble, tub, now)
    const state = mergeLearnedEstimate(tub, journal, estimate(tub, journal, now), ensemble)
    const start = startingFrom(ensemble, tub, state)
    const fans = fanOf(start, tub, ahead, tub.targets.sanitizer.low)
    return own === asked ? fans : undefined
  },
  giveUp: () => {
    asked += 1
  },
}

export type Estimator = typeof estimator

expose(estimator)
