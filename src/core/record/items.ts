import type { ChoreId } from '../journal/choreId'
import type { Entry } from '../journal/entry'
import type { Instant } from '../time'

/** Things that wear out and are cared for by chores, beside cartridges and kits. */
export const CARED_FOR = {
  cover: ['cover underside', 'cover wipe', 'cover look', 'cover protect', 'cover clear'],
  lamp: ['lamp'],
} as const satisfies Record<string, readonly ChoreId[]>
export type CaredFor = keyof typeof CARED_FOR

export interface ItemLife {
  item: CaredFor | 'feeder'
  /** First and last time something was written of it. */
  first: Instant
  last: Instant
  times: number
  /** Newest first: what was noted, and when. */
  notes: { at: Instant; id: number; text: string }[]
}

const MOST_NOTES = 5

/** What a tub's journal tells of its cover, lamp and feeder; nothing of what was never written about. */
export const itemLives = (journal: readonly Entry[]): ItemLife[] => {
  const lifeOf = (item: ItemLife['item'], own: readonly Entry[]): ItemLife[] => {
    const sorted = own.toSorted((a, b) => b.at - a.at)
    const [newest] = sorted
    const oldest = sorted.at(-1)
    if (!newest || !oldest) return []
    return [
      {
        item,
        first: oldest.at,
        last: newest.at,
        times: sorted.length,
        notes: sorted
          .flatMap((entry) =>
            entry.kind === 'chore' && entry.body.note
              ? [{ at: entry.at, id: entry.id, text: entry.body.note }]
              : [],
          )
          .slice(0, MOST_NOTES),
      },
    ]
  }
  return [
    ...Object.entries(CARED_FOR).flatMap(([item, chores]) =>
      lifeOf(
        item as CaredFor,
        journal.filter(
          (entry) =>
            entry.kind === 'chore' &&
            entry.body.outcome === 'done' &&
            chores.some((one) => one === entry.body.chore),
        ),
      ),
    ),
    ...lifeOf(
      'feeder',
      journal.filter(({ kind }) => kind === 'feeder'),
    ),
  ]
}
