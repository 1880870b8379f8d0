import Joi from 'joi'
import {
  airOver,
  BEGUN_BEFORE,
  type ChoreDue,
  CLOSING,
  closedDownSince,
  DAY,
  fromCelsius,
  type GuestStay,
  type HoursUntil,
  heatOf,
  type Instant,
  inOrder,
  isKind,
  OPENING,
  type PresetChoreId,
  powerCut,
  toCelsius,
} from '@/core'
import { FIELD } from '@/words/refusals'
import { check, type Fields, number } from './form'
import { airAt } from './outsideAir'
import { refillSettings } from './refillSettings'
import type { TubView } from './views'

export interface ClosingStage {
  id: PresetChoreId
  /** As it is to be done; undefined where it is over, or nothing is planned. */
  item: ChoreDue | undefined
  doneAt: Instant | undefined
  skipped: boolean
}

export interface ClosingPlace {
  /** The dates, where they were set. */
  stay: GuestStay | undefined
  /** Since when it stands empty. */
  closedSince: Instant | undefined
  closing: readonly ClosingStage[]
  opening: readonly ClosingStage[]
  frost: {
    fields: Fields
    errors: Record<string, string>
    /** Until the pipes freeze without power in such cold; whether a cut here may last so long. */
    answer:
      | { pipes: HoursUntil; longestHours: number; coldestCelsius: number; needed: boolean }
      | undefined
  }
}

/** A cut and a cold that people of a temperate place know; assumed. */
const USUAL_LONGEST_HOURS = 12
const USUAL_COLDEST_CELSIUS = -5

/** Whether, when and how far a tub is closed down. */
export const closingPlace = (
  view: TubView,
  { locale, query }: { locale: string; query: Fields },
): ClosingPlace => {
  const { row: tub, written, now, chores } = view
  const past = inOrder(written.filter(({ at }) => at <= now))
  const closedSince = closedDownSince(past)
  const stay = chores.find(({ why }) => why === 'closing' || why === 'opening')?.stay
  const since = Math.min(closedSince ?? now, stay?.from ?? now) - BEGUN_BEFORE
  const stageOf = (id: PresetChoreId): ClosingStage => {
    const item = chores.find(({ chore }) => chore.id === id)
    const last = past
      .filter(isKind('chore'))
      .findLast(({ at, body }) => body.chore === id && body.outcome !== 'postponed' && at >= since)
    return {
      id,
      item,
      doneAt: item ? undefined : last?.at,
      skipped: last?.body.outcome === 'skipped',
    }
  }
  const { temperature } = tub.units
  const air = airAt(tub)
  const coldest = Math.min(USUAL_COLDEST_CELSIUS, airOver(air, now, now + 3 * DAY).low)
  const fields = {
    longest: query.longest ?? String(USUAL_LONGEST_HOURS),
    coldest: query.coldest ?? String(Math.round(fromCelsius(coldest, temperature))),
  }
  const checked = check<{ longest: number; coldest: number }>(
    Joi.object({
      longest: number({ name: FIELD.longestCut, low: 0, high: 672, unit: 'h', required: true }),
      coldest: number({
        name: FIELD.coldest,
        low: Math.round(fromCelsius(-45, temperature)),
        high: Math.round(fromCelsius(20, temperature)),
        unit: temperature === 'celsius' ? '°C' : '°F',
        required: true,
      }),
    }),
    { ...fields, locale },
  )
  const answer = () => {
    if ('errors' in checked) return undefined
    const heat = heatOf(tub, past, {
      air,
      now,
      ratedKilowatts: refillSettings(tub).heaterKilowatts,
    })
    const outside = toCelsius(checked.value.coldest, temperature)
    const { pipes } = powerCut(heat, {
      from: now,
      celsius: tub.setTemperatureCelsius,
      air: () => outside,
    })
    const longestHours = checked.value.longest
    return {
      pipes,
      longestHours,
      coldestCelsius: outside,
      needed: pipes.soonest !== undefined && pipes.soonest <= longestHours,
    }
  }
  return {
    stay,
    closedSince,
    closing: CLOSING.map(stageOf),
    opening: OPENING.map(stageOf),
    frost: { fields, errors: 'errors' in checked ? checked.errors : {}, answer: answer() },
  }
}
