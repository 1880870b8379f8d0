import type { Entry, EntryBodies, EntryKind, NumberShape } from '@/core'
import type { Store } from '@/store/database'
import type { TubRow } from '@/store/tubs'
import { type Fields, number } from '../form'

/** What a form says of an entry: what would be written, with what has to be confirmed first, or what is wrong with it. */
export type Draft<Kind extends EntryKind> =
  | {
      body: EntryBodies[Kind]
      /** Where it happened at another moment than the form says. */
      at?: number
      questions?: Record<string, string>
      /** Questions that a bare yes does not answer. */
      insists?: readonly string[]
    }
  | { errors: Record<string, string>; message?: string }

export interface Asked {
  store: Store
  tub: TubRow
  fields: Fields
  at: number
  journal: readonly Entry[]
}

/** How entries of one kind are typed, and shown again for a correction. */
export interface EntryForm<Kind extends EntryKind> {
  /** @param original what the entry held that this one corrects: what the form doesn't show outlives its correction */
  read: (asked: Asked, original: EntryBodies[Kind] | undefined) => Draft<Kind>
  /** A stored one, in the fields of its form; the moment is added to them. */
  show: (body: EntryBodies[Kind], tub: TubRow, timeZone: string) => Fields
  /** The place that its form leads to. */
  next: string
}

/** A field of a form, with the limits of what it fills. */
export const limited = (
  name: string,
  { low, high, unit, whole, maybe }: NumberShape & { maybe?: true },
) => number({ name, low, high, unit, whole, required: maybe !== true })

export const shown = (value: number, decimals: number) => String(Number(value.toFixed(decimals)))
