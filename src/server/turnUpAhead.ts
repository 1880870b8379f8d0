import {
  DAY,
  type Entry,
  heatOf,
  type Instant,
  isKind,
  MINUTE,
  type TurnUp,
  turnUpFor,
} from '@/core'
import type { Store } from '@/store/database'
import { journalOf } from '@/store/entries'
import { soaksAhead } from '@/store/plannedSoaks'
import type { TubRow } from '@/store/tubs'
import { heatSettings } from './heat'
import { airAt } from './outsideAir'
import { refillSettings } from './refillSettings'

/** Farther ahead the weather says little. */
const AHEAD = 5 * DAY
const QUARTER = 15 * MINUTE

/** As it was last read; nobody has read it: as it is set. */
const waterCelsius = (tub: TubRow, journal: readonly Entry[], now: Instant): number =>
  journal
    .filter(isKind('test'))
    .find(({ at, body }) => at <= now && body.readings.temperature !== undefined)?.body.readings
    .temperature ?? tub.setTemperatureCelsius

/**
 * When the heater has to be turned up for the next planned soak, where it is turned down between soaks by hand; undefined where it is
 * not, or nothing is planned. To the quarter of an hour before, so that it does not move each time it is asked.
 */
export const turnUpAhead = (
  store: Store,
  tub: TubRow,
  now: Instant,
): { at: Instant; by: Instant; readyAt: TurnUp['readyAt'] } | undefined => {
  const settings = heatSettings(tub)
  if (settings.way !== 'lower') return undefined
  const next = soaksAhead(store, tub.id, now).find(({ at }) => at < now + AHEAD)
  if (!next) return undefined
  const journal = journalOf(store, tub.id)
  const air = airAt(tub)
  const heat = heatOf(tub, journal, {
    air,
    now,
    ratedKilowatts: refillSettings(tub).heaterKilowatts,
  })
  const target = tub.setTemperatureCelsius
  const { at, readyAt } = turnUpFor(heat, {
    now,
    celsius: waterCelsius(tub, journal, now),
    held: target - settings.lowerKelvin,
    target,
    by: next.at,
    air,
  })
  return { at: Math.floor(at / QUARTER) * QUARTER, by: next.at, readyAt }
}
