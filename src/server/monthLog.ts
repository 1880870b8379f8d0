import { TZDate } from '@date-fns/tz'
import Joi from 'joi'
import Papa from 'papaparse'
import { type Entry, type Instant, type Log, logOf, QUANTITIES } from '@/core'
import type { Store } from '@/store/database'
import { insertEntry } from '@/store/entries'
import { signedText } from '@/words/logWords'
import { FIELD, REFUSALS } from '@/words/refusals'
import { check, type Fields, type Outcome, refused, text } from './form'
import { isTimeZone, toWallClock, zoneOf } from './moment'
import type { TubView } from './views'
import { tubView } from './views'

export interface Month {
  /** "2026-11" */
  month: string
  from: Instant
  /** Its end, or now while it is not over. */
  to: Instant
  over: boolean
  /** Its middle, to name it by. */
  middle: Instant
  before: string
  /** Undefined where it would lie ahead. */
  after: string | undefined
}

const name = (year: number, month: number) => {
  const date = new Date(Date.UTC(year, month, 1))
  return `${date.getUTCFullYear()}-${String(date.getUTCMonth() + 1).padStart(2, '0')}`
}

/** A month on the reader's calendar; this one where the address names none. */
export const monthOf = (asked: string | undefined, now: Instant, timeZone: string): Month => {
  const today = new TZDate(now, timeZone)
  const match = /^(\d{4})-(0[1-9]|1[0-2])$/.exec(asked ?? '')
  const [year, month] =
    match && Number(match[1]) >= 2000 && Number(match[1]) <= today.getFullYear()
      ? [Number(match[1]), Number(match[2]) - 1]
      : [today.getFullYear(), today.getMonth()]
  const from = new TZDate(year, month, 1, timeZone).getTime()
  const end = new TZDate(year, month + 1, 1, timeZone).getTime()
  if (from > now) return monthOf(undefined, now, timeZone)
  return {
    month: name(year, month),
    from,
    to: Math.min(end, now),
    over: end <= now,
    middle: Math.floor((from + end) / 2),
    before: name(year, month - 1),
    after: end <= now ? name(year, month + 1) : undefined,
  }
}

export const monthLog = (
  { tub, written, now }: Pick<TubView, 'tub' | 'written' | 'now'>,
  { from, to, month }: Month,
): Log =>
  logOf(
    tub,
    written.filter(({ at }) => at <= now),
    { from, to, month },
  )

/** Somebody stands by a month's log: a note of its own, which undo takes back. */
export const signMonth = (store: Store, tubId: number, fields: Fields, now: Instant): Outcome => {
  const view = tubView(store, tubId, now)
  if (!view) return refused(fields, {}, {}, REFUSALS.noTub)
  const checked = check<{ name: string }>(
    Joi.object({ name: text(FIELD.signature, 60, true) }),
    fields,
  )
  if ('errors' in checked) return refused(fields, checked.errors)
  const month = monthOf(fields.month, now, zoneOf(fields))
  const log = monthLog(view, month)
  // What was on the page is what is signed.
  if (fields.digest !== log.digest) return refused(fields, {}, {}, REFUSALS.logChanged)
  insertEntry(
    store,
    tubId,
    {
      kind: 'note',
      at: now,
      body: {
        text: signedText(month.month, checked.value.name),
        signs: { month: month.month, name: checked.value.name, digest: log.digest },
      },
    },
    now,
  )
  return { ok: true }
}

/** A month's log as a table: one row an entry, oldest first; times of the reader's clock, ppm, °C, grams. */
export const logSheet = (log: Log, timeZone: string): string => {
  const zone = isTimeZone(timeZone) ? timeZone : 'UTC'
  const quantities = QUANTITIES.filter((one) =>
    log.tests.some(({ entry }) => entry.body.readings[one] !== undefined),
  )
  const entries: Entry[] = [...log.tests.map(({ entry }) => entry), ...log.rest].sort(
    (a, b) => a.at - b.at || a.id - b.id,
  )
  const outside = new Map(log.tests.map(({ entry, out }) => [entry.id, Object.keys(out).join(' ')]))
  return Papa.unparse(
    {
      fields: ['date', 'kind', 'by', 'what', 'amount', ...quantities, 'outside'],
      data: entries.map((entry) => [
        toWallClock(entry.at, zone).replace('T', ' '),
        entry.kind,
        entry.by ?? '',
        ...whatOf(entry),
        ...quantities.map((one) => (entry.kind === 'test' ? (entry.body.readings[one] ?? '') : '')),
        outside.get(entry.id) ?? '',
      ]),
    },
    { newline: '\r\n', escapeFormulae: true },
  )
}

const whatOf = (entry: Entry): [what: string, amount: number | string] => {
  switch (entry.kind) {
    case 'test':
      return [entry.body.method, '']
    case 'dose':
      return [entry.body.product, entry.body.grams]
    case 'soak':
      return [String(entry.body.people), entry.body.minutes]
    case 'water':
      return ['', entry.body.replacedFraction]
    case 'note':
      return [entry.body.text, '']
    case 'chore':
      return [entry.body.name ?? entry.body.chore, entry.body.outcome]
    case 'look':
      return [entry.body.signs.join(' '), '']
    case 'filter':
      return [entry.body.name, entry.body.act]
    default:
      return ['', '']
  }
}

/** Whether a signature still stands for what is written. */
export const signatureHolds = (log: Log, digest: string | undefined): boolean =>
  digest === log.digest
