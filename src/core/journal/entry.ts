import type { ValueOf } from '../shape'
import type { Instant } from '../time'
import type { KINDS } from './kinds'

export type EntryKind = keyof typeof KINDS

export type EntryBodies = { [Kind in EntryKind]: ValueOf<(typeof KINDS)[Kind]['shape']> }

/** Something that happened to one tub, as it stands after all corrections. */
export type Entry = {
  [Kind in EntryKind]: {
    id: number
    at: Instant
    kind: Kind
    body: EntryBodies[Kind]
    /** Who wrote it down, where they said so. */
    by?: string
  }
}[EntryKind]

export type EntryOf<Kind extends EntryKind> = Extract<Entry, { kind: Kind }>

/** What a person enters: an entry that has no number yet. */
export type NewEntry = {
  [Kind in EntryKind]: { at: Instant; kind: Kind; body: EntryBodies[Kind] }
}[EntryKind]

export const isKind =
  <Kind extends EntryKind>(kind: Kind) =>
  (entry: Entry): entry is EntryOf<Kind> =>
    entry.kind === kind

/** Oldest first; of two at the same moment the one entered first. */
export const inOrder = (entries: readonly Entry[]): Entry[] =>
  [...entries].sort((a, b) => a.at - b.at || a.id - b.id)
