import { type Estimate, isStale } from '../estimate/estimate'
import { leftAlone } from '../estimate/forecast'
import { type Entry, type EntryOf, isKind } from '../journal/entry'
import { PRODUCTS } from '../products/product'
import {
  CHLORINE_PART_DAYS,
  feederOf,
  hasChlorinePart,
  tabletsAWeek,
} from '../programmes/feederKind'
import type { FeederKind } from '../programmes/programme'
import { keepOutAbove, middle, programmeOf } from '../programmes/programme'
import { DAY, HOUR, MINUTE } from '../time'
import type { Tub } from '../tub/tub'

export type FeederMove =
  | 'open a notch'
  | 'close a notch'
  | 'shut'
  | 'reopen'
  | 'leave it'
  | 'load it'
  | 'boost'
  | 'test first'

export type FeederReason =
  | { code: 'not tested'; sinceSet: boolean }
  | { code: 'far too high'; ppm: number }
  /** Read twice above what lets people in. */
  | { code: 'stays above'; ppm: number; limitPpm: number }
  | { code: 'fallen again'; ppm: number }
  | { code: 'empty' }
  /** Where it is going: in two days, if nothing is done. */
  | { code: 'above range' | 'below range'; ppm: number; limitPpm: number }
  | { code: 'far below'; ppm: number }
  | { code: 'steady' }

export interface FeederAdvice {
  kind: FeederKind
  move: FeederMove
  reason: FeederReason
  setting: number | undefined
  /** By what was loaded and what goes in a week; undefined for a cell or where nothing was loaded. */
  tabletsLeft: number | undefined
  tabletsAWeek: number | undefined
}

/** Grams of a usual tablet, where the owner has not weighed one: common practice. */
export const TABLET_GRAMS = 20
/** Above its range by more than a notch brings down in a few days: assumed. */
const FAR = 1.3
/** A kit tells so much above the limit from what is at it, ppm: assumed. */
const STUCK_ABOVE = 0.2
/** Below so much of its band nobody waits until it is sure: assumed. */
const FAR_BELOW = 0.7
/** For so long after a soak a reading shows what bathers took, and not what a feeder holds: assumed. */
const SOAKED = 8 * HOUR
/** A notch shows after some days: no other follows before, but for what is far out. Common practice, assumed. */
const SETTLES = 4 * DAY
/** So many standard deviations beyond the band it is taken to leave it: seven in ten. */
const DOUBT = 0.5
/** Readings of this long say how the level moves. */
const WINDOW = 8 * DAY

const settingIn = (journal: readonly Entry[], at: number): EntryOf<'feeder'> | undefined =>
  journal
    .filter(isKind('feeder'))
    .filter((entry) => entry.at <= at && entry.body.setting !== undefined)
    .reduce<EntryOf<'feeder'> | undefined>(
      (latest, entry) => (!latest || entry.at >= latest.at ? entry : latest),
      undefined,
    )

/** Tablets left by the last count or loading, at the rate for this volume while it is open. */
const tabletsIn = (tub: Tub, journal: readonly Entry[], at: number): number | undefined => {
  const open = tabletsAWeek(tub.volumeLitres) / 7 / DAY
  let rate = open
  let left: number | undefined
  let since = 0
  const leftAt = (instant: number) =>
    left === undefined ? undefined : Math.max(0, left - (instant - since) * rate)
  const events = journal
    .filter((entry) => entry.at <= at)
    .toSorted((a, b) => a.at - b.at || a.id - b.id)
  for (const entry of events) {
    const loaded =
      entry.kind === 'dose' && PRODUCTS[entry.body.product].goes === 'in a feeder'
        ? entry.body.grams / TABLET_GRAMS
        : undefined
    if (loaded === undefined && entry.kind !== 'feeder') continue
    left = leftAt(entry.at)
    since = entry.at
    if (loaded !== undefined) left = (left ?? 0) + loaded
    if (entry.kind !== 'feeder') continue
    left = entry.body.tabletsLeft ?? left
    if (entry.body.setting !== undefined) rate = entry.body.setting > 0 ? open : 0
  }
  return leftAt(at)
}

/** Fewer tablets than this are none. */
const NEARLY_NONE = 0.5

/** The chlorine part has been in for longer than it lasts. */
const chlorinePartSpent = (tub: Tub, journal: readonly Entry[], at: number): boolean => {
  if (!hasChlorinePart(tub.programme)) return false
  const put = journal.filter(
    (entry) =>
      entry.at <= at &&
      ((entry.kind === 'start' && entry.body.step === 'cartridge') ||
        (entry.kind === 'chore' &&
          entry.body.chore === 'chlorine part' &&
          entry.body.outcome === 'done')),
  )
  const newest = Math.max(...put.map((entry) => entry.at))
  return put.length > 0 && at - newest > CHLORINE_PART_DAYS * DAY
}

/**
 * One notch at a time, by where the level is going: what it comes to in two days with what is fed now, by all that was read and set. A
 * notch shows after some days, so that no other follows before, but for what keeps people out. What was closed for too high a level opens
 * again, lower than before, once that has fallen. Common practice: drifting up, close a notch; down, open one.
 */
export const feederAdvice = (
  tub: Tub,
  journal: readonly Entry[],
  estimate: Estimate,
): FeederAdvice | undefined => {
  const kind = feederOf(tub.programme)
  if (!kind) return undefined
  const { sanitizer } = programmeOf(tub.programme)
  const { at } = estimate
  const band = tub.targets.sanitizer
  const set = settingIn(journal, at)
  const counted = kind !== 'cell' && !hasChlorinePart(tub.programme)
  const tablets = counted ? tabletsIn(tub, journal, at) : undefined
  const spent = tablets === undefined ? chlorinePartSpent(tub, journal, at) : tablets < NEARLY_NONE
  const base = {
    kind,
    setting: set?.body.setting,
    tabletsLeft: tablets,
    tabletsAWeek: counted ? tabletsAWeek(tub.volumeLitres) : undefined,
  }
  const soaks = journal.filter(isKind('soak'))
  const soaked = (testAt: number) =>
    soaks.some(
      (soak) => soak.at <= testAt && testAt - soak.at - soak.body.minutes * MINUTE < SOAKED,
    )
  const readings = journal
    .filter(isKind('test'))
    .filter((entry) => entry.at <= at && entry.at > at - WINDOW && entry.at >= (set?.at ?? 0))
    .toSorted((a, b) => a.at - b.at)
    .flatMap((entry) => {
      const value = entry.body.readings[sanitizer]
      // Too much in spite of the bathers is too much.
      return value === undefined || (soaked(entry.at) && value <= band.high) ? [] : [value]
    })
  const last = readings.at(-1)
  if (last === undefined || isStale(sanitizer, estimate.quantities[sanitizer].ageHours))
    return {
      ...base,
      move: 'test first',
      reason: { code: 'not tested', sinceSet: set !== undefined },
    }
  const closed = set?.body.setting === 0
  if (last > Math.max(keepOutAbove(tub), FAR * band.high) || (closed && last > band.high))
    return {
      ...base,
      move: closed ? 'leave it' : 'shut',
      reason: { code: 'far too high', ppm: last },
    }
  // Twice above what lets people in is not coming down by itself, whatever was expected of it.
  const stuck =
    readings.length > 1 && readings.slice(-2).every((one) => one > keepOutAbove(tub) + STUCK_ABOVE)
  if (stuck && !closed)
    return {
      ...base,
      move: 'shut',
      reason: { code: 'stays above', ppm: last, limitPpm: keepOutAbove(tub) },
    }
  if (closed) return { ...base, move: 'reopen', reason: { code: 'fallen again', ppm: last } }
  const opened = (reason: FeederReason): FeederAdvice =>
    spent
      ? { ...base, move: 'load it', reason: { code: 'empty' } }
      : { ...base, move: 'open a notch', reason }
  // Where it will stand in two days if nothing is done, with what is fed now.
  const ahead = leftAlone(tub, estimate).at(-1)
  if (!ahead) return { ...base, move: 'leave it', reason: { code: 'steady' } }
  const settling = set !== undefined && at - set.at < SETTLES
  const doubt = DOUBT * ahead.standardDeviation
  if (
    ahead.value - doubt > band.high &&
    last > middle(band) &&
    (!settling || ahead.value > keepOutAbove(tub))
  )
    return {
      ...base,
      move: 'close a notch',
      reason: { code: 'above range', ppm: ahead.value, limitPpm: band.high },
    }
  if (last < 0.5 * band.low && kind === 'cell')
    return { ...base, move: 'boost', reason: { code: 'far below', ppm: last } }
  if (spent && last < band.low) return { ...base, move: 'load it', reason: { code: 'empty' } }
  // What was read right after a soak shows what bathers took.
  const shown = estimate.quantities[sanitizer].lastReading?.value === last
  const low = ahead.value + (last < FAR_BELOW * band.low ? 0 : doubt)
  // Twice far below is not going up by itself, whatever was expected of it.
  const flat = readings.length > 1 && readings.slice(-2).every((one) => one < FAR_BELOW * band.low)
  if (
    shown &&
    (flat || low < band.low) &&
    last < band.high &&
    (!settling || ahead.value < band.low / 2)
  )
    return opened({ code: 'below range', ppm: ahead.value, limitPpm: band.low })
  return { ...base, move: 'leave it', reason: { code: 'steady' } }
}
