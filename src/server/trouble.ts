import {
  type Answers,
  answers as answersTo,
  type CauseId,
  casesIn,
  type Entry,
  type EntryOf,
  type Instant,
  isCause,
  isKind,
  isQuestion,
  isTrouble,
  MINUTE,
  openCase,
  SIGNS,
  type Sign,
  saysUnwell,
  type Trouble,
  treatmentsOpen,
  trouble,
  wayOut,
} from '@/core'
import type { Store } from '@/store/database'
import { insertEntry, markDeleted } from '@/store/entries'
import { saveSetting } from '@/store/settings'
import { findTub } from '@/store/tubs'
import { postRefusal, REFUSALS, troubleRefusal } from '@/words/refusals'
import { type Fields, type Outcome, refused } from './form'
import { journalAt, MOST_SAID, tooMany } from './journalAt'
import { type TubView, tubView } from './views'

export interface TroubleView {
  found: Trouble
  /** The cause whose way out is shown. */
  chosen: CauseId | undefined
  /** Today as it would be with that way out in it. */
  withWayOut: TubView | undefined
  /** It is being treated already. */
  underWay: boolean
}

/** Not written: an entry as if it were there. */
const SUPPOSED = Number.MAX_SAFE_INTEGER

/**
 * What is wrong with a tub, and the way out of one cause as today would hold it.
 * @param asked the cause whose way out is shown; the likeliest where nothing is said
 */
export const troubleView = (store: Store, view: TubView, asked?: string): TroubleView => {
  const { tub, journal, now, estimate, cases, wrong, filters } = view
  const found = trouble(tub, journal, now, {
    estimate,
    signs: wrong?.signs ?? [],
    answers: wrong?.answers ?? {},
    cases,
    filters,
    tubId: tub.id,
  })
  const [top] = found.causes
  const chosen =
    asked && isCause(asked)
      ? asked
      : wrong && top?.linked && !found.emergency
        ? (wrong.treatments.findLast(({ inVain }) => !inVain)?.cause ?? top.cause)
        : undefined
  const open = treatmentsOpen(journal, now)
  const underWay = open.some(({ body }) => body.cause === chosen)
  const supposed: Entry[] =
    chosen && !underWay
      ? [
          {
            id: SUPPOSED,
            at: now,
            kind: 'treatment',
            body: { cause: chosen, signs: wrong?.signs ?? [] },
          },
        ]
      : []
  return {
    found,
    chosen,
    withWayOut: chosen ? (underWay ? view : tubView(store, tub.id, now, supposed)) : undefined,
    underWay,
  }
}

/** A tap this soon after the last one belongs to the same look. */
const SAME_LOOK = 10 * MINUTE

/** The look a tap belongs to, and what it holds. */
const lastLook = (journal: readonly Entry[]): EntryOf<'look'> | undefined =>
  journal
    .filter(isKind('look'))
    .reduce<EntryOf<'look'> | undefined>(
      (last, one) =>
        last && (last.at > one.at || (last.at === one.at && last.id > one.id)) ? last : one,
      undefined,
    )

/** What a post finds: the case that is open, and the look it belongs to. */
const caseAt = (store: Store, tubId: number, now: Instant) => {
  const tub = findTub(store, tubId)
  if (!tub) return undefined
  const journal = journalAt(store, tubId, now)
  return { tub, journal, wrong: openCase(casesIn(tub, journal, now)), last: lastLook(journal) }
}

interface Seen {
  signs: readonly Sign[]
  answers?: Answers
}

/** Writes what is to be seen: into the look of the last minutes, or as a new one. */
const seenNow = (
  store: Store,
  tubId: number,
  { signs, answers, into }: Seen & { into?: EntryOf<'look'> | undefined },
  now: Instant,
): Outcome => {
  if (tooMany(store, tubId, 1)) return refused({}, {}, {}, postRefusal.tooManyEntries(MOST_SAID))
  const told = answers && Object.keys(answers).length > 0 ? { answers } : {}
  const note = into?.body.note === undefined ? {} : { note: into.body.note }
  insertEntry(
    store,
    tubId,
    {
      kind: 'look',
      at: into?.at ?? now,
      body: { signs, ...told, ...note },
      replacesId: into?.id,
    },
    now,
  )
  return { ok: true }
}

/** One sign, seen or taken back: the tap of a moment ago is corrected, later it is a new look. */
export const tickSign = (store: Store, tubId: number, fields: Fields, now: Instant): Outcome => {
  const here = caseAt(store, tubId, now)
  if (!here) return refused(fields, {}, {}, REFUSALS.noTub)
  const sign = SIGNS.find((one) => one === fields.sign)
  if (!sign) return refused(fields, {}, {}, troubleRefusal.noSign(fields.sign ?? ''))
  const { wrong, last } = here
  const before = wrong?.signs ?? []
  const on = fields.on === 'yes'
  if (before.includes(sign) === on) return { ok: true }
  const signs = on ? [...before, sign] : before.filter((one) => one !== sign)
  const same =
    wrong && last && last.at >= wrong.since && now - last.at < SAME_LOOK ? last : undefined
  if (!on && !signs.some(isTrouble)) {
    // Taken back at once it was never seen; later the tub has to be looked at.
    if (!same || wrong?.since !== same.at)
      return refused(fields, {}, {}, troubleRefusal.sayItIsClear)
    markDeleted(store, tubId, same.id, now)
    return { ok: true }
  }
  const answers = same?.body.answers
  return seenNow(store, tubId, { signs, ...(answers ? { answers } : {}), into: same }, now)
}

/** An answer belongs to the look that it was asked about, and moves nothing in time. */
export const answerQuestion = (
  store: Store,
  tubId: number,
  fields: Fields,
  now: Instant,
): Outcome => {
  const here = caseAt(store, tubId, now)
  if (!here) return refused(fields, {}, {}, REFUSALS.noTub)
  const { question = '', answer = '' } = fields
  if (!isQuestion(question) || (answer !== '' && !answersTo(question, answer)))
    return refused(fields, {}, {}, troubleRefusal.noAnswer(answer))
  const { wrong, last } = here
  if (!wrong || !last) return refused(fields, {}, {}, troubleRefusal.nothingWrong)
  const { [question]: _, ...others } = { ...wrong.answers, ...last.body.answers }
  const answers: Answers = answer === '' ? others : { ...others, [question]: answer }
  const signs = saysUnwell(last.body.signs, answers)
    ? [...last.body.signs, 'someone unwell' as const]
    : last.body.signs
  return seenNow(store, tubId, { signs, answers, into: last }, now)
}

/** Looked at again: still so, or nothing wrong any more, which closes the case. */
export const lookAgain = (store: Store, tubId: number, fields: Fields, now: Instant): Outcome => {
  const here = caseAt(store, tubId, now)
  if (!here) return refused(fields, {}, {}, REFUSALS.noTub)
  const { wrong } = here
  if (fields.seen === 'clear') return seenNow(store, tubId, { signs: [] }, now)
  if (!wrong) return refused(fields, {}, {}, troubleRefusal.nothingWrong)
  return seenNow(store, tubId, { signs: wrong.signs, answers: wrong.answers }, now)
}

/** Takes up the way out of a cause: from now on its steps are part of today. */
export const beginTreatment = (
  store: Store,
  tubId: number,
  fields: Fields,
  now: Instant,
): Outcome => {
  const here = caseAt(store, tubId, now)
  if (!here) return refused(fields, {}, {}, REFUSALS.noTub)
  const cause = fields.cause ?? ''
  if (!isCause(cause)) return refused(fields, {}, {}, troubleRefusal.noCause(cause))
  const { wrong } = here
  if (!wrong) return refused(fields, {}, {}, troubleRefusal.nothingWrong)
  if (tooMany(store, tubId, 1))
    return refused(fields, {}, {}, postRefusal.tooManyEntries(MOST_SAID))
  if (!treatmentsOpen(here.journal, now).some(({ body }) => body.cause === cause))
    insertEntry(
      store,
      tubId,
      { kind: 'treatment', at: now, body: { cause, signs: wrong.signs } },
      now,
    )
  const refill = wayOut(cause, here.tub).steps.some(({ kind }) => kind === 'refill')
  return { ok: true, next: `/tubs/${tubId}/${refill ? 'refill' : 'visit'}` }
}

const LONGEST_LINE = 40

/** The number of the poison line, as its people wrote it down; it stands in every emergency. */
export const savePoisonLine = (store: Store, fields: Fields): Outcome => {
  const number = (fields.poisonLine ?? '').trim()
  if (number.length > LONGEST_LINE || !/^[\d\s()+/-]*$/.test(number))
    return refused(fields, { poisonLine: troubleRefusal.noNumber(number, LONGEST_LINE) })
  saveSetting(store, 'poisonLine', number)
  return { ok: true }
}
