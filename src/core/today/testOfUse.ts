import type { Estimate } from '../estimate/estimate'
import { fallsTo, leftAlone } from '../estimate/forecast'
import { SHOWS_HOURS } from '../estimate/mayStand'
import { type Entry, isKind } from '../journal/entry'
import type { SoakLoad } from '../journal/load'
import { programmeOf } from '../programmes/programme'
import { DAY, HOUR, type Instant, MINUTE } from '../time'
import { residualFloor } from '../tub/targetsNow'
import type { Tub } from '../tub/tub'

/** Time for a dose and its mixing before people get in. Assumed. */
const BEFORE_SOAK = 1.5 * HOUR
/** A residual is not left alone for longer: common practice, two or three tests a week. */
const LONGEST = 2.5 * DAY
/** So long after a soak nobody is taken to get in again; the next time is at the same hour tomorrow. Assumed. */
const LEFT_FOR_THE_NIGHT = 6 * HOUR

/** When people get in next: as planned, else a day after they were in this evening; undefined where nothing says so. */
export const nextSoakAt = (
  journal: readonly Entry[],
  now: Instant,
  plannedSoaks: readonly { at: Instant }[],
): Instant | undefined => {
  const planned = plannedSoaks.filter(({ at }) => at > now).map(({ at }) => at)
  if (planned.length > 0) return Math.min(...planned)
  const last = journal
    .filter(isKind('soak'))
    .filter(({ at }) => at <= now)
    .reduce<Instant | undefined>(
      (latest, { at, body }) => Math.max(latest ?? 0, at + body.minutes * MINUTE),
      undefined,
    )
  return last !== undefined && now - last < LEFT_FOR_THE_NIGHT ? last + DAY : undefined
}

/** When nine in ten of the tubs that this may be no longer hold half the floor, with nothing done. */
const runsOut = (tub: Tub, estimate: Estimate): Instant | undefined => {
  const floor = residualFloor(tub, estimate.reading.cyanuricAcidPpm)
  const low = leftAlone(tub, estimate).map((point) => ({ ...point, value: point.low }))
  return fallsTo(low, floor / 2)
}

/**
 * When a test is next of use, where it is known when people get in: in time before they do, before the residual may run out, and not
 * later than two days and a half after the last. Undefined where nothing says when they get in: then it is soon.
 * @param from not before then
 * @param pours a dose of sanitizer is still to go in
 * @param retest something went in since the last
 */
export const testOfUse = (
  tub: Tub,
  journal: readonly Entry[],
  estimate: Estimate,
  {
    from,
    plannedSoaks,
    pours,
    retest,
  }: {
    from: Instant
    plannedSoaks: readonly { at: Instant; load: SoakLoad }[]
    pours: boolean
    retest: boolean
  },
): Instant | undefined => {
  const now = estimate.at
  // A guess that people come again tomorrow lets a retest wait; the school of its people says when they test otherwise.
  const soak = retest ? nextSoakAt(journal, now, plannedSoaks) : nextSoakAt([], now, plannedSoaks)
  if (soak === undefined) return undefined
  const { lastReading } = estimate.quantities[programmeOf(tub.programme).sanitizer]
  const out = pours ? undefined : runsOut(tub, estimate)
  const latest = (pours ? from : (lastReading?.at ?? now)) + LONGEST
  const read = !retest && lastReading !== undefined && lastReading.at > soak - SHOWS_HOURS * HOUR
  return Math.max(from, Math.min(read ? latest : soak - BEFORE_SOAK, latest, out ?? latest))
}
