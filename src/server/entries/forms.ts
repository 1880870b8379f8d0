import type { Entry, EntryBodies, EntryKind, NewEntry } from '@/core'
import type { TubRow } from '@/store/tubs'
import type { Fields } from '../form'
import { toWallClock } from '../moment'
import { aeration } from './aeration'
import { chore } from './chore'
import { dose } from './dose'
import type { Asked, EntryForm } from './entryForm'
import { feeder } from './feeder'
import { fillTest } from './fillTest'
import { filter } from './filter'
import { look } from './look'
import { note } from './note'
import { refill } from './refill'
import { soak } from './soak'
import { start } from './start'
import { test } from './test'
import { treatment } from './treatment'
import { water } from './water'

/** The form of each kind of entry. */
const FORMS: { [Kind in EntryKind]: EntryForm<Kind> } = {
  test,
  dose,
  aeration,
  soak,
  water,
  note,
  start,
  feeder,
  chore,
  look,
  filter,
  refill,
  fillTest,
  treatment,
}

export type EntryDraft =
  | { entry: NewEntry; questions: Record<string, string>; insists: readonly string[] }
  | { errors: Record<string, string>; message?: string }

const draftOf = <Kind extends EntryKind>(
  kind: Kind,
  asked: Asked,
  original?: EntryBodies[Kind],
): EntryDraft => {
  const read = FORMS[kind].read(asked, original)
  if ('errors' in read) return read
  const { body, at = asked.at, questions = {}, insists = [] } = read
  return { entry: { kind, at, body } as NewEntry, questions, insists }
}

/**
 * An entry as its form asks for it: what would be written, with what has to be confirmed first, or what is wrong.
 * @param original the one of the same kind that it corrects
 */
export const draftEntry = (kind: EntryKind, asked: Asked, original?: Entry): EntryDraft =>
  draftOf(kind, asked, original?.body)

/** A stored entry as its form shows it, for a correction. */
export const entryFields = ({ kind, at, body }: Entry, tub: TubRow, timeZone: string): Fields => ({
  when: 'earlier',
  at: toWallClock(at, timeZone),
  ...(FORMS[kind].show as (body: Entry['body'], tub: TubRow, timeZone: string) => Fields)(
    body,
    tub,
    timeZone,
  ),
})

/** The place that the form of a kind leads to. */
export const placeAfter = (kind: EntryKind): string => FORMS[kind].next
