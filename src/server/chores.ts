import { isDeepStrictEqual } from 'node:util'
import Joi from 'joi'
import {
  allChoresOf,
  type Chore,
  type ChoreChange,
  estimate,
  fromLitres,
  type Interval,
  isPresetChore,
  LANES,
  type Lane,
  type PresetChoreId,
  presetChore,
  RAREST_DAYS,
  toLitres,
} from '@/core'
import type { Store } from '@/store/database'
import { findTub, type TubRow } from '@/store/tubs'
import {
  type ChoreRuleRow,
  choreRulesOf,
  insertChoreRule,
  toRule,
  updateChoreRule,
} from '@/store/upkeep'
import { choreText } from '@/words/choreText'
import { FIELD, REFUSALS } from '@/words/refusals'
import { check, type Fields, number, type Outcome, oneOf, refused, text } from './form'
import { journalAt } from './journalAt'
import { merged } from './merge'

const MONTHS = 12

const lines = (value: string) =>
  value
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
    .slice(0, 12)

interface ChoreFields {
  name: string
  lane: Lane
  purpose: string
  days?: number
  soakHours?: number
  personHours?: number
  hoseVolume?: number
  shocks?: number
  windowDays: number
  minutes: number
  needs: string
  how: string
  cautions: string
  fromMonth?: number
  toMonth?: number
}

const schema = Joi.object({
  name: text('Name', 60, true),
  lane: oneOf(FIELD.lane, LANES),
  purpose: text('Why', 200),
  days: number({ name: FIELD.everyDays, low: 1, high: RAREST_DAYS, unit: 'days' }),
  soakHours: number({ name: FIELD.hoursInUse, low: 1, high: 2000, unit: 'h' }),
  personHours: number({ name: 'Person-hours', low: 1, high: 5000 }),
  hoseVolume: number({ name: FIELD.hoseVolume, low: 10, high: 1_000_000 }),
  shocks: number({ name: 'Shocks', low: 1, high: 50 }),
  windowDays: number({
    name: FIELD.windowDays,
    low: 0,
    high: 90,
    unit: 'days',
    required: true,
  }),
  minutes: number({ name: 'Minutes', low: 0, high: 600, unit: 'min', required: true }),
  needs: text(FIELD.needs, 120),
  how: text('How', 1500),
  cautions: text('Cautions', 800),
  fromMonth: number({ name: FIELD.fromMonth, low: 1, high: MONTHS }),
  toMonth: number({ name: FIELD.toMonth, low: 1, high: MONTHS }),
})

const changeOf = (
  fields: Fields,
  tub: TubRow,
): { change: ChoreChange } | { errors: Record<string, string> } => {
  const checked = check<ChoreFields>(schema, fields)
  const errors: Record<string, string> = 'errors' in checked ? { ...checked.errors } : {}
  const drain = fields.drain === 'before' || fields.drain === 'with' ? fields.drain : undefined
  if ('errors' in checked) return { errors }
  const { value } = checked
  const interval: Interval = {
    ...(value.days ? { days: Math.round(value.days) } : {}),
    ...(value.soakHours ? { soakHours: value.soakHours } : {}),
    ...(value.personHours ? { personHours: value.personHours } : {}),
    ...(value.hoseVolume ? { hoseLitres: toLitres(value.hoseVolume, tub.units.volume) } : {}),
    ...(value.shocks ? { shocks: Math.round(value.shocks) } : {}),
    ...(drain ? { drain } : {}),
  }
  if (Object.keys(interval).length === 0) errors.days = REFUSALS.choreInterval
  if ((value.fromMonth === undefined) !== (value.toMonth === undefined))
    errors.toMonth = REFUSALS.choreSeason
  const months = [value.fromMonth, value.toMonth].some(
    (month) => month !== undefined && !Number.isInteger(month),
  )
  if (months) errors.fromMonth = REFUSALS.choreMonths
  if (Object.keys(errors).length > 0) return { errors }
  const { name, lane, purpose, windowDays, minutes, needs, fromMonth, toMonth } = value
  return {
    change: {
      name,
      lane,
      purpose,
      interval,
      windowDays,
      minutes,
      needs,
      how: lines(value.how),
      cautions: lines(value.cautions),
      season: fromMonth && toMonth ? { fromMonth, toMonth } : null,
    },
  }
}

const shown = (value: number | undefined) =>
  value === undefined ? '' : String(Number(value.toFixed(2)))

/** A chore as its form shows it. */
export const choreFields = (
  chore: Pick<Chore, 'id' | 'text' | 'lane' | 'interval' | 'windowDays' | 'minutes'> & {
    season?: Chore['season']
  },
  tub: TubRow,
): Fields => {
  const text = choreText(chore)
  const { interval, season } = chore
  return {
    name: text.name,
    lane: chore.lane,
    purpose: text.purpose,
    days: shown(interval.days),
    soakHours: shown(interval.soakHours),
    personHours: shown(interval.personHours),
    hoseVolume: shown(interval.hoseLitres && fromLitres(interval.hoseLitres, tub.units.volume)),
    shocks: shown(interval.shocks),
    drain: interval.drain ?? '',
    windowDays: shown(chore.windowDays),
    minutes: shown(chore.minutes),
    needs: text.needs,
    how: text.how.join('\n'),
    cautions: text.cautions.join('\n'),
    fromMonth: shown(season?.fromMonth),
    toMonth: shown(season?.toMonth),
  }
}

/** What a form says otherwise than the preset: that alone is kept, so that better words and intervals reach the rest. */
const differenceOf = (change: ChoreChange, preset: Chore): ChoreChange => {
  const before = { ...preset, ...choreText(preset), season: preset.season ?? null }
  return Object.fromEntries(
    Object.entries(change).filter(
      ([key, value]) => !isDeepStrictEqual(value, before[key as keyof ChoreChange]),
    ),
  )
}

export const ruleOf = (store: Store, tubId: number, chore: string): ChoreRuleRow | undefined =>
  choreRulesOf(store, tubId).find((row) =>
    isPresetChore(chore) ? row.preset === chore : row.preset === null && chore === `own-${row.id}`,
  )

/** Changes a chore of a tub, or adds one of its people's own where none is named. */
export const saveChore = (store: Store, tubId: number, given: Fields, now: number): Outcome => {
  const tub = findTub(store, tubId)
  if (!tub) return refused(given, {}, {}, REFUSALS.noTub)
  const { fillWater } = estimate(tub, journalAt(store, tubId, now), now)
  const known = allChoresOf({ ...tub, fillWater }, choreRulesOf(store, tubId).map(toRule)).find(
    ({ id }) => id === given.chore,
  )
  const laid = known
    ? merged(choreFields(known, tub), given, (name) => (name === 'toMonth' ? 'fromMonth' : name))
    : { fields: given }
  if ('asked' in laid) return laid.asked
  const { fields } = laid
  const checked = changeOf(fields, tub)
  if ('errors' in checked) return refused(fields, checked.errors)
  const change = isPresetChore(fields.chore ?? '')
    ? differenceOf(checked.change, presetChore(fields.chore as PresetChoreId, tub))
    : checked.change
  const next = `/tubs/${tubId}/upkeep/chores`
  if (!fields.chore) {
    insertChoreRule(store, { tubId, preset: null, change, createdAt: now })
    return { ok: true, next }
  }
  const rule = ruleOf(store, tubId, fields.chore)
  if (rule) updateChoreRule(store, tubId, rule.id, { change })
  else if (isPresetChore(fields.chore))
    insertChoreRule(store, { tubId, preset: fields.chore, change, createdAt: now })
  else return refused(fields, {}, {}, REFUSALS.noChore)
  return { ok: true, next }
}

/** Pauses a chore or lets it run, brings a preset back to what it was, takes an own one off the list or puts it back. */
export const setChore = (store: Store, tubId: number, fields: Fields, now: number): Outcome => {
  const tub = findTub(store, tubId)
  const id = fields.chore ?? ''
  if (!tub) return refused(fields, {}, {}, REFUSALS.noTub)
  const chore = allChoresOf(tub, choreRulesOf(store, tubId).map(toRule)).find(
    (one) => one.id === id,
  )
  if (fields.to === 'back' && /^own-\d+$/.test(id)) {
    updateChoreRule(store, tubId, Number(id.slice(4)), { removedAt: null })
    return { ok: true }
  }
  if (!chore) return refused(fields, {}, {}, REFUSALS.noChore)
  const rule = ruleOf(store, tubId, id)
  switch (fields.to) {
    case 'paused':
    case 'running': {
      const paused = fields.to === 'paused'
      if (rule) updateChoreRule(store, tubId, rule.id, { paused })
      else insertChoreRule(store, { tubId, preset: id, change: {}, paused, createdAt: now })
      return { ok: true }
    }
    case 'preset':
    case 'removed':
      if (rule) updateChoreRule(store, tubId, rule.id, { removedAt: now })
      return { ok: true }
    default:
      return refused(fields, {}, {}, REFUSALS.noChoreAction)
  }
}
