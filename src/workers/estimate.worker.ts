import { expose } from 'comlink'
import {
  type Ahead,
  advanceEnsemble,
  type Entry,
  type Fan,
  fanOf,
  inOrder,
  MEMBERS,
  startEnsemble,
  type Tub,
  takeEntry,
} from '@/core'

/** Entries between two looks at whether it should go on. */
const CHUNK = 20

let asked = 0

const pause = () => new Promise((resolve) => setTimeout(resolve))

const estimator = {
  /** The week ahead if something happened; nothing where it was given up or another question came meanwhile. */
  weekIf: async (
    { tub, journal, now }: { tub: Tub; journal: readonly Entry[]; now: number },
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
    const fans = fanOf(ensemble, tub, ahead)
    return own === asked ? fans : undefined
  },
  giveUp: () => {
    asked += 1
  },
}

export type Estimator = typeof estimator

expose(estimator)
