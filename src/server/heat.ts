import { tzOffset } from '@date-fns/tz'
import Joi from 'joi'
import {
  airOver,
  cutsIn,
  DAY,
  type Entry,
  fromCelsius,
  type HeatSettings,
  HOUR,
  heatOf,
  type Instant,
  MINUTE,
  type NotedCut,
  type PowerCut,
  powerCut,
  priceByHour,
  restingCelsius,
  type TubHeat,
  type TurnUp,
  toCelsius,
  tooWarmAbove,
  turnUpFor,
  USUAL_HEAT_SETTINGS,
  WAYS_OF_WARMING,
  type Warming,
  type WarmWeek,
  type Water,
  warmWeek,
  weeklyClimb,
} from '@/core'
import type { Store } from '@/store/database'
import { insertEntry, journalOf } from '@/store/entries'
import { findTub, type TubRow, updateTub } from '@/store/tubs'
import { POWER_WORDS } from '@/words/heatWords'
import { FIELD, heatRefusal, REFUSALS } from '@/words/refusals'
import { asking, check, type Fields, number, type Outcome, refused } from './form'
import { merged } from './merge'
import { fromWallClock, momentOf, noMoment, toWallClock } from './moment'
import { refillSettings } from './refillSettings'

export const heatSettings = (tub: Pick<TubRow, 'heat'>): HeatSettings => ({
  ...USUAL_HEAT_SETTINGS,
  ...tub.heat,
})

const shown = (value: number | undefined, decimals = 2) =>
  value === undefined ? '' : String(Number(value.toFixed(decimals)))

const kelvinIn = (kelvin: number, tub: TubRow) =>
  tub.units.temperature === 'celsius' ? kelvin : kelvin * 1.8

export const heatFields = (tub: TubRow): Fields => {
  const settings = heatSettings(tub)
  const { energyPrice, heaterKilowatts } = refillSettings(tub)
  return {
    energyPrice: shown(energyPrice, 4),
    nightPrice: shown(settings.nightPrice, 4),
    nightFrom: shown(settings.nightFrom),
    nightTo: shown(settings.nightTo),
    heaterKilowatts: shown(heaterKilowatts),
    lower: shown(kelvinIn(settings.lowerKelvin, tub), 1),
    hoursFrom: shown(settings.hoursFrom),
    hoursTo: shown(settings.hoursTo),
  }
}

const hour = (name: string) => number({ name, low: 0, high: 24, unit: "o'clock", required: true })

/** What power costs, what the heater gives, and how it might be kept warm. */
export const saveHeat = (store: Store, tubId: number, posted: Fields): Outcome => {
  const tub = findTub(store, tubId)
  if (!tub) return refused(posted, {}, {}, REFUSALS.noTub)
  const laid = merged(heatFields(tub), posted)
  if ('asked' in laid) return laid.asked
  const checked = check<Record<string, number | undefined>>(
    Joi.object({
      energyPrice: number({ name: FIELD.energyPrice, low: 0, high: 100 }),
      nightPrice: number({ name: FIELD.nightPrice, low: 0, high: 100 }),
      nightFrom: hour(FIELD.nightRateFrom),
      nightTo: hour(FIELD.rateUntil),
      heaterKilowatts: number({ name: FIELD.heater, low: 0.5, high: 60, unit: 'kW' }),
      lower: number({
        name: FIELD.lowerBy,
        low: 0,
        high: Math.round(kelvinIn(20, tub)),
        unit: tub.units.temperature === 'celsius' ? '°C' : '°F',
        required: true,
      }),
      hoursFrom: hour(FIELD.heatedFrom),
      hoursTo: hour(FIELD.rateUntil),
    }),
    laid.fields,
  )
  if ('errors' in checked) return refused(laid.fields, checked.errors)
  const { value } = checked
  if (value.nightPrice !== undefined && value.energyPrice === undefined)
    return refused(laid.fields, { energyPrice: heatRefusal.dayPrice })
  const { energyPrice: _, heaterKilowatts: __, ...refill } = tub.refill ?? {}
  updateTub(store, tubId, {
    refill: {
      ...refill,
      ...(value.energyPrice === undefined ? {} : { energyPrice: value.energyPrice }),
      ...(value.heaterKilowatts === undefined ? {} : { heaterKilowatts: value.heaterKilowatts }),
    },
    heat: {
      ...(tub.heat?.way === undefined ? {} : { way: tub.heat.way }),
      ...(value.nightPrice === undefined ? {} : { nightPrice: value.nightPrice }),
      nightFrom: value.nightFrom ?? 0,
      nightTo: value.nightTo ?? 0,
      lowerKelvin: (value.lower ?? 0) / (tub.units.temperature === 'celsius' ? 1 : 1.8),
      hoursFrom: value.hoursFrom ?? 0,
      hoursTo: value.hoursTo ?? 0,
    },
  })
  return { ok: true }
}

/** How it is kept warm from now on: turned down between soaks, each planned soak says when to turn it up. */
export const saveWay = (store: Store, tubId: number, fields: Fields): Outcome => {
  const tub = findTub(store, tubId)
  if (!tub) return refused(fields, {}, {}, REFUSALS.noTub)
  const way = WAYS_OF_WARMING.find((one) => one === fields.way)
  if (!way) return refused(fields, {}, {}, REFUSALS.noWay)
  updateTub(store, tubId, { heat: { ...tub.heat, way } })
  return { ok: true }
}

/** The power went, or came back: a note of the log, which undo takes back. */
export const notePower = (store: Store, tubId: number, fields: Fields, now: Instant): Outcome => {
  if (!findTub(store, tubId)) return refused(fields, {}, {}, REFUSALS.noTub)
  const moment = momentOf(fields, now)
  if ('asks' in moment) return asking(fields, moment.asks)
  if ('errors' in moment) return refused(fields, moment.errors)
  const power = fields.power === 'back' ? 'back' : 'off'
  const open = openCut(journalOf(store, tubId), now)
  if ((power === 'back') === (open === undefined))
    return refused(fields, {}, {}, REFUSALS.powerSince)
  if (open && moment.at <= open.from) return refused(fields, { at: heatRefusal.backBefore })
  insertEntry(
    store,
    tubId,
    { kind: 'note', at: moment.at, body: { text: POWER_WORDS[power], power } },
    now,
  )
  return { ok: true }
}

/** The cut that lasts. */
export const openCut = (journal: readonly Entry[], now: Instant): NotedCut | undefined => {
  const last = cutsIn(
    journal.filter(({ at }) => at <= now).toSorted((a, b) => a.at - b.at || a.id - b.id),
  ).at(-1)
  return last?.to === undefined ? last : undefined
}

/** What was asked on the page's address: each field as typed, what is wrong with it, and what is worked out of it. */
interface Asked<Answer> {
  fields: Fields
  errors: Record<string, string>
  answer: Answer | undefined
}

export interface HeatPlace {
  heat: TubHeat
  settings: HeatSettings
  /** Held, lower between soaks, in set hours only. */
  weeks: readonly WarmWeek[]
  /** Soaks of the week, as they were counted. */
  soaks: readonly { at: Instant; minutes: number }[]
  /** How much pH climbs under the cover in each of them. */
  climbs: readonly number[]
  /** As it is kept. */
  chosen: WarmWeek | undefined
  air: { mean: number; low: number; high: number }
  perDayKilowattHours: number
  /** Hours of night rate within the week, for the picture. */
  nights: readonly { from: Instant; to: Instant }[]
  /** The cut that lasts, by the log. */
  off: NotedCut | undefined
  cut: Asked<PowerCut> & {
    outsideCelsius: number
    from: Instant
    celsius: number
    covered: boolean
  }
  ready: Asked<TurnUp> & { by: Instant; target: number; held: number }
  /** The water with no heat at all, in the mean of this week's air, °C. */
  restingCelsius: number
  tooWarmAbove: number
}

interface HeatAsked {
  now: Instant
  timeZone: string
  locale: string
  air: (at: Instant) => number
  celsius: number
  /** As it is believed to be. */
  water: Water
  soaks: readonly { at: Instant; minutes: number }[]
  query: Fields
}

/** Hours of the wall clock; offsets change at full hours and are looked up once for each. */
const clockOf = (timeZone: string) => {
  const offsets = new Map<number, number>()
  return (at: Instant): number => {
    const hour = Math.floor(at / HOUR)
    const known = offsets.get(hour) ?? tzOffset(timeZone, new Date(at))
    offsets.set(hour, known)
    return (((at + known * MINUTE) % DAY) / HOUR + 24) % 24
  }
}

const limitsOf = (tub: TubRow, low: number, high: number) => ({
  low: Math.round(fromCelsius(low, tub.units.temperature)),
  high: Math.round(fromCelsius(high, tub.units.temperature)),
  unit: tub.units.temperature === 'celsius' ? '°C' : '°F',
})

const LONGEST_AGO = 28 * DAY
const FARTHEST_AHEAD = 14 * DAY

/** A power cut from a moment on, in air of a temperature. */
const cutAsked = (
  tub: TubRow,
  heat: TubHeat,
  open: NotedCut | undefined,
  { now, timeZone, locale, air, celsius, query }: HeatAsked,
): HeatPlace['cut'] => {
  const coldest = airOver(air, now, now + 3 * DAY).low
  const fields = {
    cut: query.cut ?? toWallClock(open?.from ?? now, timeZone),
    outside: query.outside ?? shown(fromCelsius(coldest, tub.units.temperature), 0),
    cover: query.cover === 'off' ? 'off' : 'on',
  }
  const covered = fields.cover === 'on'
  const errors: Record<string, string> = {}
  const from = fromWallClock(fields.cut, timeZone)
  if (from === undefined) errors.cut = noMoment(FIELD.cutFrom, fields.cut)
  else if (from > now + FARTHEST_AHEAD || from < now - LONGEST_AGO) errors.cut = heatRefusal.cutWhen
  const checked = check<{ outside: number }>(
    Joi.object({
      outside: number({ name: FIELD.outside, ...limitsOf(tub, -40, 45), required: true }),
    }),
    { outside: fields.outside, locale },
  )
  if ('errors' in checked) Object.assign(errors, checked.errors)
  const outsideCelsius =
    'errors' in checked ? coldest : toCelsius(checked.value.outside, tub.units.temperature)
  const begins = from ?? now
  return {
    fields,
    errors,
    outsideCelsius,
    from: begins,
    celsius,
    covered,
    answer:
      Object.keys(errors).length > 0
        ? undefined
        : powerCut(heat, { from: begins, celsius, air: () => outsideCelsius, covered }),
  }
}

/** A temperature by a moment, from what is held until then. */
const readyAsked = (
  tub: TubRow,
  heat: TubHeat,
  settings: HeatSettings,
  { now, timeZone, locale, air, celsius, query }: HeatAsked,
): HeatPlace['ready'] => {
  const tomorrow = `${toWallClock(now + DAY, timeZone).slice(0, 10)}T19:00`
  const inUnits = (value: number) => shown(fromCelsius(value, tub.units.temperature), 0)
  const fields = {
    ready: query.ready ?? tomorrow,
    warm: query.warm ?? inUnits(tub.setTemperatureCelsius),
    held: query.held ?? inUnits(tub.setTemperatureCelsius - settings.lowerKelvin),
  }
  const errors: Record<string, string> = {}
  const by = fromWallClock(fields.ready, timeZone)
  if (by === undefined) errors.ready = noMoment(FIELD.readyAt, fields.ready)
  else if (by <= now || by > now + FARTHEST_AHEAD) errors.ready = heatRefusal.readyWhen
  const checked = check<{ warm: number; held: number }>(
    Joi.object({
      warm: number({ name: FIELD.warm, ...limitsOf(tub, 15, 40), required: true }),
      held: number({ name: FIELD.heldUntil, ...limitsOf(tub, 4, 40), required: true }),
    }),
    { warm: fields.warm, held: fields.held, locale },
  )
  if ('errors' in checked) Object.assign(errors, checked.errors)
  const { warm, held } =
    'errors' in checked
      ? { warm: tub.setTemperatureCelsius, held: tub.setTemperatureCelsius }
      : {
          warm: toCelsius(checked.value.warm, tub.units.temperature),
          held: toCelsius(checked.value.held, tub.units.temperature),
        }
  return {
    fields,
    errors,
    by: by ?? now,
    target: warm,
    held,
    answer:
      Object.keys(errors).length > 0 || by === undefined
        ? undefined
        : turnUpFor(heat, { now, celsius, held, target: warm, by, air }),
  }
}

/** Everything that the heat of a tub says at one moment. */
export const heatPlace = (tub: TubRow, journal: readonly Entry[], asked: HeatAsked): HeatPlace => {
  const { now, timeZone, air, soaks, water } = asked
  const settings = heatSettings(tub)
  const { energyPrice, heaterKilowatts } = refillSettings(tub)
  const heat = heatOf(tub, journal, { air, now, ratedKilowatts: heaterKilowatts })
  const hourAt = clockOf(timeZone)
  const price = priceByHour(energyPrice, settings)
  const from = Math.floor(now / HOUR) * HOUR
  const week = soaks.filter(({ at }) => at >= from && at < from + 7 * DAY)
  const ways: readonly Warming[] = [
    { kind: 'held' },
    { kind: 'lower', byKelvin: settings.lowerKelvin },
    { kind: 'hours', from: settings.hoursFrom, to: settings.hoursTo },
  ]
  const weeks = ways.map((way) =>
    warmWeek(heat, way, {
      from,
      setCelsius: tub.setTemperatureCelsius,
      soaks: week,
      air,
      hourAt,
      priceAt: price && ((at) => price(hourAt(at))),
    }),
  )
  const chosen = weeks.find(({ way }) => way.kind === (settings.way ?? 'held'))
  const outside = airOver(air, from, from + 7 * DAY)
  const nights: { from: Instant; to: Instant }[] = []
  if (price && settings.nightPrice !== undefined)
    for (let at = from; at < from + 7 * DAY; at += HOUR) {
      if (price(hourAt(at + HOUR / 2)) !== settings.nightPrice) continue
      const last = nights.at(-1)
      if (last?.to === at) last.to = at + HOUR
      else nights.push({ from: at, to: at + HOUR })
    }
  return {
    heat,
    settings,
    weeks,
    soaks: week,
    climbs: weeks.map(({ meanCelsius }) => weeklyClimb(water, meanCelsius, tub)),
    chosen,
    air: outside,
    perDayKilowattHours: (chosen?.kilowattHours ?? 0) / 7,
    nights,
    off: openCut(journal, now),
    cut: cutAsked(tub, heat, openCut(journal, now), asked),
    ready: readyAsked(tub, heat, settings, asked),
    restingCelsius: restingCelsius(heat, outside.mean),
    tooWarmAbove: tooWarmAbove(heat, tub.setTemperatureCelsius),
  }
}
