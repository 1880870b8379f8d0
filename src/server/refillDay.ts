import Joi from 'joi'
import {
  DAY,
  fromCelsius,
  fromLitres,
  HOUR,
  type Instant,
  type NewEntry,
  STAGE_IDS,
  type StageId,
  toCelsius,
  toLitres,
} from '@/core'
import type { Store } from '@/store/database'
import { insertTogether } from '@/store/entries'
import { insertRefill, openRefill, type RefillRow, updateRefill } from '@/store/refills'
import { findTub, updateTub } from '@/store/tubs'
import { FIELD, field, REFUSALS, refillRefusal } from '@/words/refusals'
import { asking, check, type Fields, number, type Outcome, refused } from './form'
import { journalAt } from './journalAt'
import { givenMoment, noMoment, zoneOf } from './moment'
import { happenedOf } from './refillView'

const FARTHEST_DAYS = 400

/** Sets the day: ready by, or begun at. */
export const setRefill = (store: Store, tubId: number, fields: Fields, now: Instant): Outcome => {
  if (!findTub(store, tubId)) return refused(fields, {}, {}, REFUSALS.noTub)
  const zone = zoneOf(fields)
  const mode: RefillRow['mode'] = fields.mode === 'start at' ? 'start at' : 'ready by'
  const name = mode === 'start at' ? FIELD.startAt : FIELD.readyBy
  const moment = givenMoment(fields)
  if (!moment) return refused(fields, { at: noMoment(name, fields.at ?? '') })
  if ('asks' in moment) return asking(fields, moment.asks)
  const { at } = moment
  if (at < now - HOUR)
    return refused(fields, {
      at: field.passed(name, (fields.at ?? '').replace('T', ' ')),
    })
  if (at > now + FARTHEST_DAYS * DAY)
    return refused(fields, { at: field.tooFarAhead(name, FARTHEST_DAYS) })
  const row = openRefill(store, tubId)
  if (row) updateRefill(store, tubId, row.id, { mode, at, zone })
  else insertRefill(store, { tubId, mode, at, zone, createdAt: now })
  return { ok: true }
}

export const removeRefill = (store: Store, tubId: number, now: Instant): Outcome => {
  const row = openRefill(store, tubId)
  if (!row) return refused({}, {}, {}, REFUSALS.noRefill)
  updateRefill(store, tubId, row.id, { closedAt: now })
  const tub = findTub(store, tubId)
  if (tub?.refill) updateTub(store, tubId, { refill: { ...tub.refill, pins: {} } })
  return { ok: true }
}

/** Pins a stage to a moment, or lets it go. */
export const pinStage = (store: Store, tubId: number, fields: Fields, now: Instant): Outcome => {
  const tub = findTub(store, tubId)
  const stage = STAGE_IDS.find((one) => one === fields.stage)
  if (!tub || !stage) return refused(fields, {}, {}, REFUSALS.noStage)
  const pins = { ...tub.refill?.pins }
  if (!fields.at) delete pins[stage]
  else {
    const moment = givenMoment(fields)
    if (!moment) return refused(fields, { at: noMoment(FIELD.notBefore, fields.at) })
    if ('asks' in moment) return asking(fields, moment.asks)
    const { at } = moment
    if (at < now)
      return refused(fields, { at: field.passed(FIELD.notBefore, fields.at.replace('T', ' ')) })
    pins[stage] = at
  }
  updateTub(store, tubId, { refill: { ...tub.refill, pins } })
  return { ok: true }
}

/**
 * Ticks a stage: begun, done, left out. The fill writes the new water, cleaning writes its chores, by one act that one undo takes
 * back. The last test closes the change.
 */
export const tickStage = (store: Store, tubId: number, fields: Fields, now: Instant): Outcome => {
  const tub = findTub(store, tubId)
  if (!tub) return refused(fields, {}, {}, REFUSALS.noTub)
  const row = openRefill(store, tubId)
  if (!row) return refused(fields, {}, {}, REFUSALS.noRefillDay)
  const stage = STAGE_IDS.find((one) => one === fields.stage)
  const what = (['begun', 'done', 'skipped'] as const).find((one) => one === fields.what)
  if (!stage || !what) return refused(fields, {}, {}, REFUSALS.noStage)
  const { temperature, volume } = tub.units
  const checked = check<{ celsius?: number; litres?: number }>(
    Joi.object({
      celsius: number({
        name: 'Water',
        low: Math.round(fromCelsius(0, temperature)),
        high: Math.round(fromCelsius(45, temperature)),
        unit: temperature === 'celsius' ? '°C' : '°F',
      }),
      litres: number({
        name: FIELD.meter,
        low: Math.round(fromLitres(50, volume)),
        high: Math.round(fromLitres(25_000, volume)),
      }),
    }),
    fields,
  )
  if ('errors' in checked) return refused(fields, checked.errors)
  const happened = happenedOf(journalAt(store, tubId, now), row.id)[stage] ?? {}
  if (happened.doneAt !== undefined || happened.skipped)
    return refused(fields, {}, {}, REFUSALS.stageChanged)
  const { celsius, litres } = checked.value
  const delivered = litres === undefined ? undefined : toLitres(litres, volume)
  const entries: NewEntry[] = []
  if (what === 'done' && stage === 'fill')
    entries.push({ kind: 'water', at: now, body: { replacedFraction: 1 } })
  if (what === 'done' && stage === 'purge')
    entries.push({ kind: 'chore', at: now, body: { chore: 'purge', outcome: 'done' } })
  if (what === 'done' && stage === 'clean')
    entries.push({ kind: 'chore', at: now, body: { chore: 'shell clean', outcome: 'done' } })
  if (what === 'done' && stage === 'filter soak')
    entries.push({ kind: 'chore', at: now, body: { chore: 'filter soak', outcome: 'done' } })
  entries.push({
    kind: 'refill',
    at: now,
    body: {
      refill: row.id,
      stage,
      what,
      ...(celsius === undefined ? {} : { celsius: toCelsius(celsius, temperature) }),
      ...(delivered === undefined ? {} : { litres: delivered }),
    },
  })
  store.transaction((tx) => {
    insertTogether(tx, tubId, entries, now)
    const filter = tub.refill?.hoseFilterLitres
    if (what === 'done' && stage === 'fill' && filter !== undefined)
      updateTub(tx, tubId, {
        refill: {
          ...tub.refill,
          hoseFilterLitres: Math.max(0, filter - (delivered ?? tub.volumeLitres)),
        },
      })
    if (stage === 'last test' && what === 'done') {
      updateRefill(tx, tubId, row.id, { closedAt: now })
      updateTub(tx, tubId, { refill: { ...(findTub(tx, tubId)?.refill ?? {}), pins: {} } })
    }
  })
  return { ok: true }
}

/** A bucket under the hose, ten minutes of draining, two temperatures: what they say of this tub's rates. */
export const measureRate = (store: Store, tubId: number, fields: Fields, now: Instant): Outcome => {
  const tub = findTub(store, tubId)
  if (!tub) return refused(fields, {}, {}, REFUSALS.noTub)
  const { temperature, volume } = tub.units
  const sign = temperature === 'celsius' ? '°C' : '°F'
  const warm = {
    low: Math.round(fromCelsius(0, temperature)),
    high: Math.round(fromCelsius(45, temperature)),
    unit: sign,
    required: true,
  }
  const bucket = { low: 0.5, high: Math.round(fromLitres(1000, volume)), required: true }
  const write = (body: { stage: StageId; perMinute?: number; perHour?: number }): Outcome => {
    insertTogether(
      store,
      tubId,
      [
        {
          kind: 'refill',
          at: now,
          body: { refill: openRefill(store, tubId)?.id ?? 0, what: 'measured', ...body },
        },
      ],
      now,
    )
    return { ok: true }
  }
  if (fields.rate === 'fill') {
    const checked = check<{ bucket: number; seconds: number }>(
      Joi.object({
        bucket: number({ name: 'Bucket', ...bucket }),
        seconds: number({ name: 'Seconds', low: 2, high: 3600, unit: 's', required: true }),
      }),
      fields,
    )
    if ('errors' in checked) return refused(fields, checked.errors)
    return write({
      stage: 'fill',
      perMinute: (60 * toLitres(checked.value.bucket, volume)) / checked.value.seconds,
    })
  }
  if (fields.rate === 'drain') {
    const checked = check<{ depth: number; drop: number; minutes: number }>(
      Joi.object({
        depth: number({ name: FIELD.depthBefore, low: 5, high: 300, required: true }),
        drop: number({ name: FIELD.fallenBy, low: 0.5, high: 300, required: true }),
        minutes: number({ name: 'Minutes', low: 1, high: 600, unit: 'min', required: true }),
      }),
      fields,
    )
    if ('errors' in checked) return refused(fields, checked.errors)
    const { depth, drop, minutes } = checked.value
    if (drop > depth) return refused(fields, { drop: refillRefusal.drop(drop, depth) })
    return write({ stage: 'drain', perMinute: (tub.volumeLitres * drop) / depth / minutes })
  }
  const checked = check<{ first: number; second: number; minutes: number }>(
    Joi.object({
      first: number({ name: 'First', ...warm }),
      second: number({ name: 'Later', ...warm }),
      minutes: number({
        name: FIELD.minutesBetween,
        low: 10,
        high: 2880,
        unit: 'min',
        required: true,
      }),
    }),
    fields,
  )
  if ('errors' in checked) return refused(fields, checked.errors)
  const { first, second, minutes } = checked.value
  if (second <= first)
    return refused(fields, {
      second: refillRefusal.notWarmer(second, first),
    })
  return write({
    stage: 'heat',
    perHour: ((toCelsius(second, temperature) - toCelsius(first, temperature)) * 60) / minutes,
  })
}

/** Takes what the meter said went in as the tub's volume. */
export const saveDelivered = (
  store: Store,
  tubId: number,
  fields: Fields,
  now: Instant,
): Outcome => {
  const tub = findTub(store, tubId)
  const litres = Number(fields.litres)
  if (!tub || !(litres >= 100 && litres <= 20_000))
    return refused(fields, {}, {}, REFUSALS.notAVolume)
  updateTub(store, tubId, {
    volumeLitres: litres,
    volumeBasis: { by: 'figure', litres },
    volumeSetAt: now,
  })
  return { ok: true }
}
