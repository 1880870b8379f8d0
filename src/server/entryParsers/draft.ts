import type { NewEntry } from '@/core'
import type { Fields } from '../form'

/** An entry as its form asks for it: what would be written, with what has to be confirmed first, or what is wrong. */
export type Draft =
  | {
      entry: NewEntry
      questions: Record<string, string>
      /** Questions that a bare yes does not answer. */
      insists?: readonly string[]
    }
  | { errors: Record<string, string>; message?: string }

export const confirmed = (fields: Fields, name: string) => fields[`confirm.${name}`] === 'yes'
