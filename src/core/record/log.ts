import { bandOf } from '../advice/state'
import { type Estimate, estimatesAt } from '../estimate/estimate'
import { type Entry, type EntryOf, inOrder, isKind } from '../journal/entry'
import { type Band, keepOutAbove, programmeOf } from '../programmes/programme'
import { type Method, QUANTITIES, QUANTITY, type Quantity, readingError } from '../testing/quantity'
import { DAY, type Instant } from '../time'
import type { Closure } from '../today/closure'
import { closures } from '../today/closures'
import { type ClosureCode, closureRow } from '../today/closureTable'
import type { Tub } from '../tub/tub'

export interface LoggedTest {
  entry: EntryOf<'test'>
  /** Readings outside their limits, and on which side. */
  out: Partial<Record<Quantity, 'low' | 'high'>>
}

/** A time in which nobody was to get in, by what was written down at its beginning and its end. */
export interface LoggedClosure {
  code: ClosureCode
  from: Instant
  /** When what was written no longer said so; undefined while it does. */
  to: Instant | undefined
  /** What was written down then. */
  endedBy: Entry | undefined
}

export interface Log {
  tests: LoggedTest[]
  limits: { quantity: Quantity; band: Band }[]
  closures: LoggedClosure[]
  /** Everything else of the time, oldest first. */
  rest: Entry[]
  /** Signatures of exactly this time. */
  signed: EntryOf<'note'>[]
  /** What the entries of the time come to, so that a later change of them shows. */
  digest: string
}

/** What the entries are known by: each has a number of its own, and a correction has a new one. */
const digestOf = (entries: readonly Entry[]): string => {
  let hash = 0x811c9dc5
  for (const { id, at } of inOrder(entries))
    for (const part of [id, Math.floor(at / 1000)]) {
      hash ^= part
      hash = Math.imul(hash, 0x01000193)
    }
  return (hash >>> 0).toString(16).padStart(8, '0')
}

const limitsOf = (tub: Tub) =>
  QUANTITIES.flatMap((quantity) => {
    const band = bandOf(tub, quantity)
    return band ? [{ quantity, band }] : []
  })

/** Which of a test's readings are outside the limits; the sanitizer above where people are kept out counts as high, not above the range. */
const outOf = (tub: Tub, { body }: EntryOf<'test'>): LoggedTest['out'] => {
  const { sanitizer } = programmeOf(tub.programme)
  const out: LoggedTest['out'] = {}
  for (const { quantity, band } of limitsOf(tub)) {
    const value = body.readings[quantity]
    if (value === undefined) continue
    const high = quantity === sanitizer ? Math.max(band.high, keepOutAbove(tub)) : band.high
    if (value < band.low) out[quantity] = 'low'
    if (value > high) out[quantity] = 'high'
  }
  return out
}

/** More moments than this of a time are looked at one by one in nobody's month. */
const MOST_MOMENTS = 250

/** From when to when the tub was shut, by tests, looks and new water: what was only estimated in between opens and shuts nothing here. */
const closuresIn = (
  tub: Tub,
  past: readonly Entry[],
  moments: readonly Entry[],
): LoggedClosure[] => {
  const found: LoggedClosure[] = []
  const open = new Map<ClosureCode, LoggedClosure>()
  const look = (by: Entry, known: Estimate) => {
    const { at } = by
    const shut: readonly Closure[] = closures(
      tub,
      past.slice(0, past.findLastIndex((entry) => entry.at <= at) + 1),
      known,
    )
    const codes = new Set(shut.map(({ code }) => code).filter((code) => !closureRow(code).ordinary))
    for (const [code, one] of open)
      if (!codes.has(code)) {
        one.to = at
        one.endedBy = by
        open.delete(code)
      }
    for (const code of codes)
      if (!open.has(code)) {
        const one: LoggedClosure = { code, from: at, to: undefined, endedBy: undefined }
        open.set(code, one)
        found.push(one)
      }
  }
  const looked = moments.slice(-MOST_MOMENTS)
  const states = estimatesAt(
    tub,
    past,
    looked.map(({ at }) => at),
  )
  looked.forEach((entry, i) => {
    const state = states[i]
    if (state) look(entry, state)
  })
  return found
}

/**
 * One time of a tub, as it is shown to somebody else: tests against their limits, doses, who was in, what shut it and how that ended.
 * @param journal all of it, in any order
 * @param to not after now
 */
export const logOf = (
  tub: Tub,
  journal: readonly Entry[],
  { from, to, month }: { from: Instant; to: Instant; month: string },
): Log => {
  const past = inOrder(journal.filter(({ at }) => at < to))
  const within = past.filter(({ at }) => at >= from)
  const signs = (entry: Entry) => entry.kind === 'note' && entry.body.signs !== undefined
  const own = within.filter((entry) => !signs(entry))
  // Signed after the month, most of them.
  const signed = journal
    .filter(isKind('note'))
    .filter(({ body }) => body.signs?.month === month)
    .toSorted((a, b) => a.at - b.at)
  const bears = past.filter(({ at }) => at >= from - 200 * DAY && at >= 0)
  return {
    tests: own.filter(isKind('test')).map((entry) => ({ entry, out: outOf(tub, entry) })),
    limits: limitsOf(tub),
    closures: closuresIn(
      tub,
      bears,
      own.filter(
        ({ kind, body }) =>
          kind === 'test' ||
          kind === 'look' ||
          kind === 'water' ||
          (kind === 'note' && body.power !== undefined),
      ),
    ),
    rest: own.filter(({ kind }) => kind !== 'test'),
    signed,
    digest: digestOf(own),
  }
}

export interface ReadingPair {
  quantity: Quantity
  ours: { at: Instant; value: number; method: Method }
  shop: { at: Instant; value: number }
  difference: number
  /** Of the difference, by both errors; one standard deviation. */
  deviation: number
  verdict: 'agree' | 'differ'
}

/** Readings further apart in time are of other water. */
const TOGETHER = DAY
/** So many standard deviations come about by themselves once in twenty. */
const TWICE = 1.96
/** Lost on the way to the counter, whatever was in the bottle. */
const NOT_COMPARED: readonly Quantity[] = ['temperature']

/**
 * A shop's readings beside our own of the same day, each pair judged by both errors. What was dosed between makes them two waters.
 * @param journal in any order
 */
export const shopPairs = (journal: readonly Entry[]): ReadingPair[] => {
  const tests = inOrder(journal).filter(isKind('test'))
  const changes = journal.filter(({ kind }) => kind === 'dose' || kind === 'water')
  return tests
    .filter(({ body }) => body.method === 'shop')
    .flatMap((shop) =>
      QUANTITIES.flatMap((quantity): ReadingPair[] => {
        const value = shop.body.readings[quantity]
        if (value === undefined || NOT_COMPARED.includes(quantity)) return []
        const [own] = tests
          .filter(
            ({ at, body }) =>
              body.method !== 'shop' &&
              body.readings[quantity] !== undefined &&
              Math.abs(at - shop.at) <= TOGETHER &&
              !changes.some(
                (one) => one.at > Math.min(at, shop.at) && one.at < Math.max(at, shop.at),
              ),
          )
          .sort((a, b) => Math.abs(a.at - shop.at) - Math.abs(b.at - shop.at))
        const ours = own?.body.readings[quantity]
        if (!own || ours === undefined) return []
        const { method, standardDeviations } = own.body
        const deviation = Math.hypot(
          standardDeviations?.[quantity] ?? readingError(quantity, method, ours),
          shop.body.standardDeviations?.[quantity] ?? readingError(quantity, 'shop', value),
          10 ** -QUANTITY[quantity].decimals / 4,
        )
        const difference = ours - value
        return [
          {
            quantity,
            ours: { at: own.at, value: ours, method },
            shop: { at: shop.at, value },
            difference,
            deviation,
            verdict: Math.abs(difference) > TWICE * deviation ? 'differ' : 'agree',
          },
        ]
      }),
    )
}
