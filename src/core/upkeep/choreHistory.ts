import { fillWaterKnown } from '../estimate/fold'
import type { CauseId } from '../journal/causeId'
import type { ChoreId } from '../journal/choreId'
import { emptyTimes } from '../journal/closedDown'
import { type Entry, type EntryOf, isKind } from '../journal/entry'
import { loadOf } from '../journal/load'
import { ELECTRICAL, type Sign } from '../journal/sign'
import { labelGrams } from '../products/product'
import { START_DAYS } from '../routine/startUp'
import { treatmentsOpen, wayOut } from '../routine/wayOut'
import { shocksIn } from '../soaks/shocks'
import { DAY, type Instant, MINUTE } from '../time'
import type { FillWater, Tub } from '../tub/tub'
import type { Chore } from './chore'
import { shownBy } from './chorePresets'

/** Brought forward, it is for the next day: nobody rinses a filter at midnight after a party. */
export const NEXT_DAY = DAY
/** A drain: more than a top-up or a part. */
const DRAINED = 0.9

export interface Counted {
  at: Instant
  /** When what it brought counts: a soak when it is over, for the next day. */
  reachedAt: Instant
  soakHours: number
  personHours: number
  hoseLitres: number
  shocks: number
}

export const NOTHING = { soakHours: 0, personHours: 0, hoseLitres: 0, shocks: 0 }

const counted = (tub: Tub, past: readonly Entry[]): Counted[] => {
  const shocks = new Set<Entry>(shocksIn(tub, past, Number.POSITIVE_INFINITY))
  return past.flatMap((entry): Counted[] => {
    const { at } = entry
    if (entry.kind === 'soak')
      return [
        {
          ...NOTHING,
          at,
          reachedAt: at + entry.body.minutes * MINUTE + NEXT_DAY,
          soakHours: entry.body.minutes / 60,
          personHours: loadOf(entry.body),
        },
      ]
    if (entry.kind === 'water')
      return [
        {
          ...NOTHING,
          at,
          reachedAt: at,
          hoseLitres: entry.body.replacedFraction * tub.volumeLitres,
        },
      ]
    if (shocks.has(entry)) return [{ ...NOTHING, at, reachedAt: at, shocks: 1 }]
    return []
  })
}

interface Seen {
  at: Instant
  sign: Sign
}

/** What the journal says of chores, found once for all of them. */
export interface ChoreHistory {
  /** Its first entry, or now. */
  first: Instant
  /** When its water came in; undefined where no fill is noted. */
  filledAt: Instant | undefined
  fillWater: FillWater
  emptyTimes: ReturnType<typeof emptyTimes>
  /** Soaks, fills and shocks, oldest first. */
  events: readonly Counted[]
  /** What was seen, oldest first. */
  looks: readonly Seen[]
  /** What was ticked, left out or moved of a chore, oldest first. */
  notedOf: (id: ChoreId) => readonly EntryOf<'chore'>[]
  /** The newest entry of another kind that shows it done. */
  shownAt: (id: ChoreId) => Instant | undefined
  /** When it was last done or left out; −1 for never. */
  lastOf: (id: ChoreId) => Instant
  /** The treatment that asks for it now. */
  wayOutOf: (id: ChoreId) => { at: Instant; cause: CauseId } | undefined
  /** The dose that asks for it a day later. */
  followOf: (chore: Chore) => EntryOf<'dose'> | undefined
  /** What asks for one that comes round for nothing else: seen still, or lasting until it is done. */
  signOf: (chore: Chore) => Seen | undefined
}

/** @param past oldest first, nothing of it ahead of `now` */
export const choreHistory = (tub: Tub, past: readonly Entry[], now: Instant): ChoreHistory => {
  const first = past[0]?.at ?? now
  const noted = new Map<ChoreId, EntryOf<'chore'>[]>()
  for (const entry of past.filter(isKind('chore'))) {
    const same = noted.get(entry.body.chore)
    if (same) same.push(entry)
    else noted.set(entry.body.chore, [entry])
  }
  const notedOf = (id: ChoreId) => noted.get(id) ?? []
  const looks = past.flatMap((entry): Seen[] =>
    entry.kind === 'look'
      ? entry.body.signs.map((sign) => ({ at: entry.at, sign }))
      : entry.kind === 'filter' && entry.body.seen && entry.body.seen !== 'white'
        ? [{ at: entry.at, sign: entry.body.seen }]
        : [],
  )
  const lastLook = past.findLast(isKind('look'))
  const filledAt = past.findLast(
    (entry) => entry.kind === 'water' && entry.body.replacedFraction >= DRAINED,
  )?.at
  const shownAt = (id: ChoreId) => {
    const shown = shownBy(id)
    return shown && past.findLast(shown)?.at
  }
  const lastOf = (id: ChoreId): Instant =>
    Math.max(
      notedOf(id).findLast(({ body }) => body.outcome !== 'postponed')?.at ?? -1,
      shownAt(id) ?? -1,
    )
  const brought = treatmentsOpen(past, now).flatMap(({ at, body: { cause } }) =>
    wayOut(cause, tub).steps.flatMap((step): { id: ChoreId; at: Instant; cause: CauseId }[] =>
      step.kind === 'chore'
        ? [{ id: step.chore, at, cause }]
        : step.kind === 'refill' && step.purge
          ? [{ id: 'purge', at, cause }]
          : [],
    ),
  )
  /** Whether a chore was done in this water before a moment; old water does not ask. */
  const doneHere = (id: ChoreId, at: Instant) =>
    filledAt === undefined ||
    at < filledAt ||
    at - filledAt > START_DAYS * DAY ||
    past.some(
      (one) =>
        one.at >= filledAt &&
        one.at < at &&
        (shownBy(id)?.(one) || (one.kind === 'chore' && one.body.chore === id)),
    )
  return {
    first,
    filledAt,
    fillWater: fillWaterKnown(tub, past, now),
    emptyTimes: emptyTimes(past),
    events: counted(tub, past),
    looks,
    notedOf,
    shownAt,
    lastOf,
    wayOutOf: (id) => brought.findLast((one) => one.id === id && one.at > lastOf(id)),
    followOf: ({ id, follows }) =>
      follows &&
      past
        .filter(isKind('dose'))
        .findLast(
          ({ at, body: { product, grams } }) =>
            follows.doses.some((one) => one === product) &&
            at > lastOf(id) &&
            grams >= follows.share * (labelGrams(product, tub.volumeLitres) ?? 0) &&
            (!follows.once || doneHere(follows.once, at)),
        ),
    signOf: ({ id, signs }) =>
      looks.findLast(
        ({ sign, at }) =>
          signs.includes(sign) &&
          at > lastOf(id) &&
          (ELECTRICAL.includes(sign) || lastLook?.body.signs.includes(sign)),
      ),
  }
}
