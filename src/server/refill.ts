import { TZDate } from '@date-fns/tz'
import Joi from 'joi'
import type { Plan, PlanOptions } from '@/core/advice/plan'
import type { PlanStep } from '@/core/advice/planned'
import type { Estimate } from '@/core/estimate/estimate'
import { fillWaterOf, quantityOf } from '@/core/estimate/testedWater'
import { KILOJOULES_PER_LITRE_KELVIN } from '@/core/heat/heat'
import {
  DAY,
  type Entry,
  HOUR,
  type Instant,
  isKind,
  MINUTE,
  type NewEntry,
} from '@/core/journal/entry'
import { firstDoses } from '@/core/refill/firstDoses'
import { type Rates, ratesOf } from '@/core/refill/rates'
import { type RefillReason, refillReasons } from '@/core/refill/refillDue'
import {
  type Blocked,
  type Constraints,
  countedBack,
  type Happened,
  type RefillSchedule,
  scheduleForward,
} from '@/core/refill/refillSchedule'
import {
  DRAIN_PLACES,
  DRAIN_WAYS,
  type RefillSettings,
  USUAL_SETTINGS,
} from '@/core/refill/settings'
import { STAGE_IDS, type StageId } from '@/core/refill/stageId'
import { type Refill, refillOf } from '@/core/refill/stages'
import { fromCelsius, fromLitres, toCelsius, toLitres } from '@/core/units'
import type { Stay } from '@/core/upkeep/stay'
import { readWater } from '@/core/water/solveWater'
import type { Store } from '@/store/database'
import { insertTogether, journalOf } from '@/store/entries'
import { insertRefill, openRefill, type RefillRow, updateRefill } from '@/store/refills'
import { findTub, type TubRow, updateTub } from '@/store/tubs'
import { check, type Fields, number, type Outcome, oneOf, refused } from './form'
import { fromWallClock, noMoment, zoneOf } from './moment'

const FARTHEST_DAYS = 400
/** Hours without a free hand are told for so long after the day that was asked for. */
const BEYOND_DAYS = 40

export const refillSettings = (tub: TubRow): RefillSettings => ({
  ...USUAL_SETTINGS,
  ...tub.refill,
})

const wallHour = (day: TZDate, hour: number, zone: string): Instant =>
  new TZDate(day.getFullYear(), day.getMonth(), day.getDate(), hour, 0, zone).getTime()

/** Nights and working hours of the coming weeks, by the clock of the wall, in order. */
export const blockedHours = (
  settings: RefillSettings,
  from: Instant,
  zone: string,
  days: number,
): Blocked[] => {
  const { nightFrom, nightTo, workFrom, workTo } = settings
  const blocked: Blocked[] = []
  for (let i = -2; i < days; i++) {
    const day = new TZDate(from + i * DAY, zone)
    const next = new TZDate(from + (i + 1) * DAY, zone)
    if (nightFrom !== nightTo)
      blocked.push(
        nightFrom > nightTo
          ? { from: wallHour(day, nightFrom, zone), to: wallHour(next, nightTo, zone) }
          : { from: wallHour(day, nightFrom, zone), to: wallHour(day, nightTo, zone) },
      )
    const weekday = day.getDay()
    if (workFrom !== undefined && workTo !== undefined && weekday > 0 && weekday < 6)
      blocked.push({ from: wallHour(day, workFrom, zone), to: wallHour(day, workTo, zone) })
  }
  return blocked.sort((a, b) => a.from - b.from)
}

const happenedOf = (
  journal: readonly Entry[],
  id: number | undefined,
): Partial<Record<StageId, Happened>> => {
  const found: Partial<Record<StageId, Happened>> = {}
  for (const { at, body } of journal.filter(isKind('refill')).toSorted((a, b) => a.at - b.at)) {
    if (body.refill !== id || body.what === 'measured') continue
    const one: Happened = { ...found[body.stage] }
    if (body.what === 'begun') one.begunAt = at
    if (body.what === 'done') one.doneAt = at
    if (body.what === 'skipped') one.skipped = true
    found[body.stage] = one
  }
  return found
}

export interface RefillView {
  row: RefillRow | undefined
  zone: string
  reasons: RefillReason[]
  settings: RefillSettings
  rates: Rates
  refill: Refill
  schedule: RefillSchedule
  /** Begun at once. */
  earliest: RefillSchedule
  blocked: Blocked[]
  happened: Partial<Record<StageId, Happened>>
  /** What cannot be, a sentence each, with a way on. */
  conflicts: string[]
  doses: Plan
  /** Of these, what balances. */
  balance: PlanStep[]
  /** Heating and water, by the prices that were given; undefined where none was. */
  costs: {
    water: number | undefined
    energy: number | undefined
    products: number | undefined
    kilowattHours: number
  }
  /** Stays and soaks that begin soon after it is ready, or before. */
  next: { at: Instant; what: string } | undefined
}

export interface RefillAsked {
  tub: TubRow
  journal: readonly Entry[]
  estimate: Estimate
  planOptions: PlanOptions
  stays: readonly Stay[]
  planned: readonly { at: Instant; load: { people: number } }[]
  now: Instant
  /** How an instant is said. */
  say: (at: Instant) => string
  zone: string
}

/** Saturday evening after next, where nobody has said when. */
const usualReadyBy = (from: Instant, zone: string): Instant => {
  for (let i = 2; i < 10; i++) {
    const day = new TZDate(from + i * DAY, zone)
    if (day.getDay() === 6) return wallHour(day, 18, zone)
  }
  return from + 7 * DAY
}

export const refillView = (store: Store, asked: RefillAsked): RefillView => {
  const { tub, journal, estimate, planOptions, stays, planned, now, say } = asked
  const row = openRefill(store, tub.id)
  const zone = row?.zone ?? asked.zone
  const settings = refillSettings(tub)
  const reasons = refillReasons(tub, journal, estimate, { newTub: tub.refill?.newTub ?? false })
  const rates = ratesOf(tub, journal, settings)
  const { plan: doses, balance, minutes } = firstDoses(tub, estimate.fillWater, now, planOptions)
  const facts = {
    tub,
    estimate,
    rates,
    settings,
    doses: { steps: balance.length, waitMinutes: minutes },
  }
  const refill = refillOf(facts)
  const happened = happenedOf(journal, row?.id)
  const at = row?.at ?? usualReadyBy(Math.max(now, reasons[0]?.at ?? now), zone)
  const blocked = blockedHours(settings, now, zone, Math.max(0, (at - now) / DAY) + BEYOND_DAYS)
  const constraints: Constraints = { blocked, pins: settings.pins, happened, now }
  const firstBegun = Math.min(
    ...Object.values(happened).map(
      (one) => one?.begunAt ?? one?.doneAt ?? Number.POSITIVE_INFINITY,
    ),
  )
  const begun = Number.isFinite(firstBegun)
  const earliest = scheduleForward(refill.stages, begun ? firstBegun : now, constraints)
  const back =
    !begun && row?.mode !== 'start at' ? countedBack(refill.stages, at, constraints) : undefined
  const schedule =
    back ??
    (row?.mode === 'start at' && !begun
      ? scheduleForward(refill.stages, Math.max(at, now), constraints)
      : earliest)
  const conflicts = [...refill.conflicts]
  if (row?.mode === 'ready by' && schedule.ready > at + MINUTE) {
    const without = settings.metalsFirst
      ? scheduleForward(
          refillOf({ ...facts, settings: { ...settings, metalsFirst: false } }).stages,
          begun ? firstBegun : now,
          constraints,
        )
      : undefined
    conflicts.push(
      at < now
        ? `Ready by ${say(at)} has passed. Begun now it is ready ${say(schedule.ready)}.`
        : without
          ? `The metal step needs 24 h: ready ${say(schedule.ready)} at the earliest, or leave it out on town water: ${say(without.ready)}.`
          : `It takes until ${say(schedule.ready)}, if begun now: that is the earliest. Free more hours, shorten the purge, or move the day.`,
    )
  }
  for (const { stage, late } of schedule.placed)
    if (late)
      conflicts.push(
        `${stage.name} cannot begin as early as it was pinned: what it needs is not over by then.`,
      )
  const night = (settings.nightTo - settings.nightFrom + 24) % 24
  const work =
    settings.workFrom !== undefined && settings.workTo !== undefined
      ? settings.workTo - settings.workFrom
      : 0
  const longest = Math.max(...refill.stages.map((one) => one.handsMinutes))
  if ((24 - night - work) * 60 < longest)
    conflicts.push(
      `The hours left free are shorter than the longest piece of work (${longest} min). Free more of them.`,
    )
  const fill = readWater(fillWaterOf(estimate.fillWater, tub.setTemperatureCelsius))
  const hardness = quantityOf(fill, 'calciumHardness')
  if (hardness > tub.targets.calciumHardness.high)
    conflicts.push(
      `The fill water (hardness ${Math.round(hardness)} ppm) is harder than the range ends (${tub.targets.calciumHardness.high}). A hose filter, part softened or rain water brings it down; else an inhibitor against scale each week.`,
    )
  if (settings.hoseFilterLitres !== undefined && settings.hoseFilterLitres < tub.volumeLitres)
    conflicts.push(
      `The hose filter has ${Math.round(settings.hoseFilterLitres)} L left by its label, less than this fill. Have a new one.`,
    )
  const inBetween = [
    ...planned.map(({ at: when, load }) => ({ at: when, what: `a soak for ${load.people}` })),
    ...stays
      .filter(({ kind }) => kind === 'guests')
      .map((stay) => ({ at: stay.from, what: stay.title })),
  ].sort((a, b) => a.at - b.at)
  for (const { at: when, what } of inBetween)
    if (when >= schedule.start && when < schedule.ready)
      conflicts.push(
        `${what.replace(/^./, (c) => c.toUpperCase())} ${say(when)} falls into it: move one of them.`,
      )
  for (const stay of stays)
    if (stay.kind === 'guests' && stay.from < schedule.start && stay.to > schedule.start)
      conflicts.push(`${stay.title} are in when it would begin (until ${say(stay.to)}).`)
  const kilowattHours =
    (tub.volumeLitres *
      KILOJOULES_PER_LITRE_KELVIN *
      Math.max(0, tub.setTemperatureCelsius - settings.fillCelsius)) /
    3600
  return {
    row,
    zone,
    reasons,
    settings,
    rates,
    refill,
    schedule,
    earliest,
    blocked: blocked.filter(
      ({ from, to }) => to > schedule.start - DAY && from < schedule.ready + DAY,
    ),
    happened,
    conflicts,
    doses,
    balance,
    costs: {
      water:
        settings.waterPrice === undefined
          ? undefined
          : (settings.waterPrice * tub.volumeLitres) / 1000,
      energy: settings.energyPrice === undefined ? undefined : settings.energyPrice * kilowattHours,
      products: settings.productsPrice,
      kilowattHours,
    },
    next: inBetween.find(({ at: when }) => when >= schedule.ready),
  }
}

/** Sets the day: ready by, or begun at. */
export const setRefill = (store: Store, tubId: number, fields: Fields, now: Instant): Outcome => {
  if (!findTub(store, tubId)) return refused(fields, {}, {}, 'This tub is not here.')
  const zone = zoneOf(fields)
  const mode = fields.mode === 'start at' ? 'start at' : 'ready by'
  const name = mode === 'start at' ? 'Begin at' : 'Ready by'
  const at = fromWallClock(fields.at ?? '', zone)
  if (at === undefined) return refused(fields, { at: noMoment(name, fields.at ?? '') })
  if (at < now - HOUR)
    return refused(fields, {
      at: `${name}: ${(fields.at ?? '').replace('T', ' ')} has passed; give a time to come.`,
    })
  if (at > now + FARTHEST_DAYS * DAY)
    return refused(fields, { at: `${name}: it can be up to ${FARTHEST_DAYS} days ahead.` })
  const row = openRefill(store, tubId)
  if (row) updateRefill(store, tubId, row.id, { mode, at, zone })
  else insertRefill(store, { tubId, mode, at, zone, createdAt: now })
  return { ok: true }
}

export const dropRefill = (store: Store, tubId: number, now: Instant): Outcome => {
  const row = openRefill(store, tubId)
  if (!row) return refused({}, {}, {}, 'No change of water is planned here.')
  updateRefill(store, tubId, row.id, { closedAt: now })
  const tub = findTub(store, tubId)
  if (tub?.refill) updateTub(store, tubId, { refill: { ...tub.refill, pins: {} } })
  return { ok: true }
}

const hour = (name: string) => number({ name, low: 0, high: 24, unit: "o'clock" })

/** How this tub's water is changed. */
export const keepRefillSettings = (store: Store, tubId: number, fields: Fields): Outcome => {
  const tub = findTub(store, tubId)
  if (!tub) return refused(fields, {}, {}, 'This tub is not here.')
  const { volume, temperature } = tub.units
  const per = (litres: number) => fromLitres(litres, volume)
  const limits = (low: number, high: number) => ({
    low: Math.round(fromCelsius(low, temperature)),
    high: Math.round(fromCelsius(high, temperature)),
  })
  const sign = temperature === 'celsius' ? '°C' : '°F'
  const checked = check<
    Record<string, number | undefined> & { drainBy: RefillSettings['drainBy'] }
  >(
    Joi.object({
      drainBy: oneOf('Drained by', DRAIN_WAYS),
      purgeHours: number({ name: 'Purge', low: 0, high: 48, unit: 'h', required: true }),
      heaterKilowatts: number({ name: 'Heater', low: 0.5, high: 60, unit: 'kW' }),
      pump: number({ name: 'Pump', low: Math.ceil(per(0.5)), high: Math.round(per(2000)) }),
      hose: number({ name: 'Hose', low: 0.1, high: Math.round(per(500)) }),
      fillTemperature: number({ name: 'Fill water', ...limits(0, 60), unit: sign, required: true }),
      airTemperature: number({ name: 'Air', ...limits(-40, 50), unit: sign, required: true }),
      hoseFilter: number({ name: 'Left in the hose filter', low: 0, high: 1_000_000 }),
      waterPrice: number({ name: 'Water', low: 0, high: 1000 }),
      energyPrice: number({ name: 'Energy', low: 0, high: 100 }),
      productsPrice: number({ name: 'Products', low: 0, high: 10_000 }),
      nightFrom: hour('Nobody from'),
      nightTo: hour('until'),
      workFrom: hour('At work from'),
      workTo: hour('until'),
    }),
    fields,
  )
  const errors: Record<string, string> = 'errors' in checked ? { ...checked.errors } : {}
  if ((fields.workFrom ?? '') !== '' && Number(fields.workTo) <= Number(fields.workFrom))
    errors.workTo = `At work: ${fields.workTo || 'nothing'} is not after ${fields.workFrom}; leave both empty for none.`
  if ('errors' in checked || Object.keys(errors).length > 0) return refused(fields, errors)
  const { value } = checked
  const litres = (one: number | undefined) =>
    one === undefined ? undefined : toLitres(one, volume)
  const drainTo = DRAIN_PLACES.find((place) => place === fields.drainTo)
  const given: Record<string, unknown> = {
    drainBy: value.drainBy,
    ...(drainTo ? { drainTo } : {}),
    neutralise: fields.neutralise !== 'no',
    metalsFirst: fields.metalsFirst === 'yes',
    newTub: fields.newTub === 'yes',
    purgeHours: value.purgeHours,
    heaterKilowatts: value.heaterKilowatts,
    pumpLitresPerMinute: litres(value.pump),
    hoseLitresPerMinute: litres(value.hose),
    fillCelsius: toCelsius(value.fillTemperature ?? 12, temperature),
    airCelsius: toCelsius(value.airTemperature ?? 10, temperature),
    hoseFilterLitres: litres(value.hoseFilter),
    waterPrice: value.waterPrice,
    energyPrice: value.energyPrice,
    productsPrice: value.productsPrice,
    nightFrom: value.nightFrom ?? 0,
    nightTo: value.nightTo ?? 0,
    workFrom: value.workFrom,
    workTo: value.workTo,
    pins: tub.refill?.pins ?? {},
  }
  updateTub(store, tubId, {
    refill: Object.fromEntries(Object.entries(given).filter(([, one]) => one !== undefined)),
  })
  return { ok: true }
}

const shown = (value: number | undefined, decimals = 2) =>
  value === undefined ? '' : String(Number(value.toFixed(decimals)))

export const refillFields = (tub: TubRow): Fields => {
  const settings = refillSettings(tub)
  const { volume, temperature } = tub.units
  const litres = (one: number | undefined) =>
    shown(one === undefined ? undefined : fromLitres(one, volume), 1)
  return {
    drainBy: settings.drainBy,
    drainTo: settings.drainTo ?? '',
    neutralise: settings.neutralise ? 'yes' : 'no',
    metalsFirst: settings.metalsFirst ? 'yes' : 'no',
    newTub: tub.refill?.newTub ? 'yes' : 'no',
    purgeHours: shown(settings.purgeHours),
    heaterKilowatts: shown(settings.heaterKilowatts),
    pump: litres(settings.pumpLitresPerMinute),
    hose: litres(settings.hoseLitresPerMinute),
    fillTemperature: shown(fromCelsius(settings.fillCelsius, temperature), 1),
    airTemperature: shown(fromCelsius(settings.airCelsius, temperature), 1),
    hoseFilter: litres(settings.hoseFilterLitres),
    waterPrice: shown(settings.waterPrice),
    energyPrice: shown(settings.energyPrice),
    productsPrice: shown(settings.productsPrice),
    nightFrom: shown(settings.nightFrom),
    nightTo: shown(settings.nightTo),
    workFrom: shown(settings.workFrom),
    workTo: shown(settings.workTo),
  }
}

/** Pins a stage to a moment, or lets it go. */
export const pinStage = (store: Store, tubId: number, fields: Fields, now: Instant): Outcome => {
  const tub = findTub(store, tubId)
  const stage = STAGE_IDS.find((one) => one === fields.stage)
  if (!tub || !stage) return refused(fields, {}, {}, 'This stage is not here.')
  const pins = { ...tub.refill?.pins }
  if (!fields.at) delete pins[stage]
  else {
    const at = fromWallClock(fields.at, zoneOf(fields))
    if (at === undefined) return refused(fields, { at: noMoment('Not before', fields.at) })
    if (at < now)
      return refused(fields, { at: `Not before: ${fields.at.replace('T', ' ')} has passed.` })
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
  if (!tub) return refused(fields, {}, {}, 'This tub is not here.')
  const row = openRefill(store, tubId)
  if (!row) return refused(fields, {}, {}, 'Set the day first.')
  const stage = STAGE_IDS.find((one) => one === fields.stage)
  const what = (['begun', 'done', 'skipped'] as const).find((one) => one === fields.what)
  if (!stage || !what) return refused(fields, {}, {}, 'This stage is not here.')
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
        name: 'By the meter',
        low: Math.round(fromLitres(50, volume)),
        high: Math.round(fromLitres(25_000, volume)),
      }),
    }),
    fields,
  )
  if ('errors' in checked) return refused(fields, checked.errors)
  const happened = happenedOf(journalOf(store, tubId), row.id)[stage] ?? {}
  if (happened.doneAt !== undefined || happened.skipped)
    return refused(fields, {}, {}, 'This stage was ticked meanwhile. Look at it again.')
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
  if (!tub) return refused(fields, {}, {}, 'This tub is not here.')
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
        depth: number({ name: 'Depth before', low: 5, high: 300, required: true }),
        drop: number({ name: 'Fallen by', low: 0.5, high: 300, required: true }),
        minutes: number({ name: 'Minutes', low: 1, high: 600, unit: 'min', required: true }),
      }),
      fields,
    )
    if ('errors' in checked) return refused(fields, checked.errors)
    const { depth, drop, minutes } = checked.value
    if (drop > depth)
      return refused(fields, { drop: `Fallen by: ${drop} is more than the ${depth} there was.` })
    return write({ stage: 'drain', perMinute: (tub.volumeLitres * drop) / depth / minutes })
  }
  const checked = check<{ first: number; second: number; minutes: number }>(
    Joi.object({
      first: number({ name: 'First', ...warm }),
      second: number({ name: 'Later', ...warm }),
      minutes: number({
        name: 'Minutes between',
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
      second: `Later: ${second} is not warmer than ${first}; is the heater on?`,
    })
  return write({
    stage: 'heat',
    perHour: ((toCelsius(second, temperature) - toCelsius(first, temperature)) * 60) / minutes,
  })
}

/** Takes what the meter said went in as the tub's volume. */
export const takeDelivered = (
  store: Store,
  tubId: number,
  fields: Fields,
  now: Instant,
): Outcome => {
  const tub = findTub(store, tubId)
  const litres = Number(fields.litres)
  if (!tub || !(litres >= 100 && litres <= 20_000))
    return refused(fields, {}, {}, 'That cannot be the volume of a tub.')
  updateTub(store, tubId, {
    volumeLitres: litres,
    volumeBasis: { by: 'figure', litres },
    volumeSetAt: now,
  })
  return { ok: true }
}
