import { dosingCycleOf, ENTRY_KINDS, type Entry, type EntryKind, estimate } from '@/core'
import { idIn } from '@/server/idIn'
import type { Store } from '@/store/database'
import {
  changeBefore,
  findEntry,
  insertEntry,
  lastChange,
  markDeleted,
  markUndone,
} from '@/store/entries'
import { findTub, type TubRow } from '@/store/tubs'
import { openVisit } from '@/store/visits'
import { postRefusal, REFUSALS } from '@/words/refusals'
import { draftEntry, placeAfter } from './entries/forms'
import { asking, type Fields, type Outcome, refused } from './form'
import { journalAt, MOST_SAID, tooMany } from './journalAt'
import { momentOf } from './moment'

/** How many steps of the round that the last test opened are ticked: what a tick was planned against. */
const tickedIn = (tub: TubRow, journal: readonly Entry[], now: number): number => {
  const { doses, aerations } = dosingCycleOf(journal, estimate(tub, journal, now))
  return doses.length + aerations.length
}

/**
 * Writes one entry, or says what is wrong with it. An odd value is written only when the field comes back confirmed.
 * A field `replaces` names the entry that this one corrects.
 */
export const recordEntry = (store: Store, tubId: number, fields: Fields, now: number): Outcome => {
  const replaces = fields.replaces ? idIn(fields.replaces) : undefined
  const tub = findTub(store, tubId)
  if (!tub) return refused(fields, {}, {}, REFUSALS.noTub)
  const kind = ENTRY_KINDS.find((known) => known === fields.kind)
  if (!kind) return refused(fields, { kind: REFUSALS.noKind })
  const original = replaces === undefined ? undefined : findEntry(store, tubId, replaces)
  if (replaces !== undefined && !original) return refused(fields, {}, {}, REFUSALS.entryChanged)
  if (tooMany(store, tubId, 1))
    return refused(fields, {}, {}, postRefusal.tooManyEntries(MOST_SAID))
  if (original && original.kind !== kind) return refused(fields, {}, {}, postRefusal.kindStays)

  const moment = momentOf(fields, now)
  if ('asks' in moment) return asking(fields, moment.asks)
  const at = 'at' in moment ? moment.at : now
  const journal = journalAt(store, tubId, now).filter((entry) => entry.id !== replaces)
  if (fields.ticked !== undefined && String(tickedIn(tub, journal, now)) !== fields.ticked)
    return refused(fields, {}, {}, REFUSALS.planChanged)
  const draft = draftEntry(kind, { store, tub, fields, at, journal }, original)
  const errors: Record<string, string> = 'errors' in moment ? { ...moment.errors } : {}
  if ('errors' in draft) Object.assign(errors, draft.errors)
  if ('errors' in draft || Object.keys(errors).length > 0)
    return refused(fields, errors, {}, 'errors' in draft ? draft.message : undefined)
  const open = Object.fromEntries(
    Object.entries(draft.questions).filter(
      ([name]) => fields[`confirm.${name}`] !== 'yes' || draft.insists.includes(name),
    ),
  )
  if (Object.keys(open).length > 0) return refused(fields, {}, open)

  store.transaction((tx) => insertEntry(tx, tubId, { ...draft.entry, replacesId: replaces }, now))
  return {
    ok: true,
    ...(fields.stay === 'yes'
      ? {}
      : {
          next: `/tubs/${tubId}/${nextPlace(store, tubId, { kind, replaces }, now)}`,
        }),
  }
}

/** Where a form leads once it is written: back to the visit, while one is under way. */
const nextPlace = (
  store: Store,
  tubId: number,
  { kind, replaces }: { kind: EntryKind; replaces: number | undefined },
  now: number,
): string => {
  if (replaces !== undefined) return 'record'
  return openVisit(store, tubId, now) ? 'visit' : placeAfter(kind)
}

export const deleteEntry = (store: Store, tubId: number, id: number, now: number): Outcome => {
  const row = findEntry(store, tubId, id) && markDeleted(store, tubId, id, now)
  return row ? { ok: true } : refused({}, {}, {}, REFUSALS.noEntry)
}

/**
 * Takes back the last change of a tub's journal, or puts back what was taken back.
 * @param expected the number of the change that the page said was last: a second undo of the same puts nothing back
 */
export const undoLastChange = (
  store: Store,
  tubId: number,
  expected: number,
  now: number,
): Outcome =>
  store.transaction((tx) => {
    const last = lastChange(tx, tubId)
    if (!last || last.number !== expected)
      return refused(
        {},
        {},
        {},
        last?.what === 'undone' ? postRefusal.undoneAlready : REFUSALS.changedSince,
      )
    if (last.what === 'deleted') markDeleted(tx, tubId, last.id, null)
    else markUndone(tx, tubId, last.id, last.what === 'undone' ? null : now)
    return { ok: true }
  })

/**
 * Takes back the newest change that still stands, whatever was undone after it: one step further back.
 * @param expected its number, as the page said it
 */
export const undoBefore = (store: Store, tubId: number, expected: number, now: number): Outcome =>
  store.transaction((tx) => {
    const change = changeBefore(tx, tubId)
    if (!change || change.number !== expected) return refused({}, {}, {}, REFUSALS.changedSince)
    if (change.what === 'deleted') markDeleted(tx, tubId, change.id, null)
    else markUndone(tx, tubId, change.id, now)
    return { ok: true }
  })
