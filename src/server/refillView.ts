import { TZDate } from '@date-fns/tz'
import { addDays } from 'date-fns'
import {
  type Blocked,
  type Constraints,
  closedDownSince,
  countedBack,
  DAY,
  type Entry,
  type Estimate,
  feederOf,
  fillWaterOf,
  firstDoses,
  firstSteps,
  type GuestStay,
  hasMetals,
  heatOf,
  type Instant,
  isKind,
  MINUTE,
  meanPrice,
  PHOSPHATE_PPM,
  type PlanOptions,
  type PlanStep,
  quantityOf,
  type Rates,
  type Refill,
  type RefillReason,
  type RefillSchedule,
  type RefillSettings,
  ratesOf,
  readWater,
  refillNeeds,
  refillOf,
  refillReasons,
  type Stage,
  type StageConflict,
  type StageId,
  type StageProgress,
  scheduleForward,
  warmingKilowattHours,
} from '@/core'
import type { Store } from '@/store/database'
import { openRefill, type RefillRow } from '@/store/refills'
import type { TubRow } from '@/store/tubs'
import { heatSettings } from './heat'
import { airAt } from './outsideAir'
import { refillSettings } from './refillSettings'

/** Hours without a free hand are told for so long after the day that was asked for. */
const BEYOND_DAYS = 40

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
    const day = addDays(new TZDate(from, zone), i)
    const next = addDays(day, 1)
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

export const happenedOf = (
  journal: readonly Entry[],
  id: number | undefined,
): Partial<Record<StageId, StageProgress>> => {
  const found: Partial<Record<StageId, StageProgress>> = {}
  for (const { at, body } of journal.filter(isKind('refill')).toSorted((a, b) => a.at - b.at)) {
    if (body.refill !== id || body.what === 'measured') continue
    const one: StageProgress = { ...found[body.stage] }
    if (body.what === 'begun') one.begunAt = at
    if (body.what === 'done') one.doneAt = at
    if (body.what === 'skipped') one.skipped = true
    found[body.stage] = one
  }
  return found
}

/** Something that falls into the time of a refill, or comes after it. */
export type Meanwhile =
  | { at: Instant; kind: 'soak'; people: number }
  | { at: Instant; kind: 'guests'; title: string }

/** What stands against a refill as it is planned. */
export type RefillConflict =
  | StageConflict
  | { code: 'ready time passed'; at: Instant; ready: Instant }
  | { code: 'metal step too long'; ready: Instant; readyWithout: Instant }
  | { code: 'takes longer'; ready: Instant }
  | { code: 'pinned too early'; stage: Stage }
  | { code: 'free hours too short'; longestMinutes: number }
  | { code: 'metals in fill water'; copperPpm: number; ironPpm: number }
  | { code: 'phosphate in fill water'; ppm: number }
  | { code: 'hard fill water'; hardnessPpm: number; highPpm: number }
  | { code: 'hose filter spent'; leftLitres: number }
  | { code: 'falls into it'; what: Meanwhile }
  | { code: 'guests are in'; title: string; until: Instant }

export interface RefillView {
  row: RefillRow | undefined
  /** It stands empty, closed down: this is the fill of its reopening. */
  empty: boolean
  zone: string
  reasons: RefillReason[]
  settings: RefillSettings
  rates: Rates
  refill: Refill
  schedule: RefillSchedule
  /** Begun at once. */
  earliest: RefillSchedule
  blocked: Blocked[]
  happened: Partial<Record<StageId, StageProgress>>
  /** What cannot be as it is set. */
  conflicts: RefillConflict[]
  /** Everything that it takes from the shelf. */
  needs: ReturnType<typeof refillNeeds>
  /** What balances the new water. */
  balance: PlanStep[]
  /** Heating and water, by the prices that were given; undefined where none was. */
  costs: {
    water: number | undefined
    energy: number | undefined
    products: number | undefined
    kilowattHours: number
  }
  /** Stays and soaks that begin soon after it is ready, or before. */
  next: Meanwhile | undefined
}

export interface RefillAsked {
  tub: TubRow
  journal: readonly Entry[]
  estimate: Estimate
  planOptions: PlanOptions
  stays: readonly GuestStay[]
  planned: readonly { at: Instant; load: { people: number } }[]
  now: Instant
  zone: string
}

/** Behind a tub that stands empty, closed down. */
const DONE_WHEN_EMPTY: Partial<Record<StageId, StageProgress>> = Object.fromEntries(
  (
    ['purge', 'sanitizer out', 'filters out', 'drain', 'filter soak', 'blow out', 'clean'] as const
  ).map((stage) => [stage, { skipped: true }]),
)

/** Saturday evening after next, where nobody has said when. */
const usualReadyBy = (from: Instant, zone: string): Instant => {
  for (let i = 2; i < 10; i++) {
    const day = addDays(new TZDate(from, zone), i)
    if (day.getDay() === 6) return wallHour(day, 18, zone)
  }
  return from + 7 * DAY
}

export const refillView = (store: Store, asked: RefillAsked): RefillView => {
  const { tub, journal, estimate, planOptions, stays, planned, now } = asked
  const row = openRefill(store, tub.id)
  const zone = row?.zone ?? asked.zone
  const settings = refillSettings(tub, estimate.fillWater)
  const empty = closedDownSince(journal) !== undefined
  // No water is used up that is not there.
  const reasons = empty
    ? []
    : refillReasons(tub, journal, estimate, { newTub: tub.refill?.newTub ?? false })
  const heat = heatOf(tub, journal, {
    air: airAt(tub),
    now,
    ratedKilowatts: settings.heaterKilowatts,
  })
  const rates = ratesOf(tub, journal, settings, heat.kilowatts.value)
  const { balance, minutes } = firstDoses(tub, estimate.fillWater, now, planOptions)
  const facts = {
    tub,
    estimate,
    rates,
    settings,
    timeConstantHours: heat.timeConstantHours.value,
    doses: { steps: balance.length, waitMinutes: minutes },
  }
  const refill = refillOf(facts)
  const happened = {
    ...(empty ? DONE_WHEN_EMPTY : {}),
    ...happenedOf(journal, row?.id),
  }
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
  const conflicts: RefillConflict[] = [...refill.conflicts]
  if (row?.mode === 'ready by' && schedule.ready > at + MINUTE) {
    const without = settings.metalsFirst
      ? scheduleForward(
          refillOf({ ...facts, settings: { ...settings, metalsFirst: false } }).stages,
          begun ? firstBegun : now,
          constraints,
        )
      : undefined
    const { ready } = schedule
    conflicts.push(
      at < now
        ? { code: 'ready time passed', at, ready }
        : without
          ? { code: 'metal step too long', ready, readyWithout: without.ready }
          : { code: 'takes longer', ready },
    )
  }
  for (const { stage, late } of schedule.scheduled)
    if (late) conflicts.push({ code: 'pinned too early', stage })
  const night = (settings.nightTo - settings.nightFrom + 24) % 24
  const work =
    settings.workFrom !== undefined && settings.workTo !== undefined
      ? settings.workTo - settings.workFrom
      : 0
  const longestMinutes = Math.max(...refill.stages.map((one) => one.handsMinutes))
  if ((24 - night - work) * 60 < longestMinutes)
    conflicts.push({ code: 'free hours too short', longestMinutes })
  const fill = readWater(fillWaterOf(estimate.fillWater, tub.setTemperatureCelsius))
  const hardnessPpm = quantityOf(fill, 'calciumHardness')
  const highPpm = tub.targets.calciumHardness.high
  if (hardnessPpm > highPpm) conflicts.push({ code: 'hard fill water', hardnessPpm, highPpm })
  const { copperPpm = 0, ironPpm = 0, phosphatePpm = 0 } = estimate.fillWater
  if (hasMetals(estimate.fillWater))
    conflicts.push({ code: 'metals in fill water', copperPpm, ironPpm })
  if (feederOf(tub.programme) === 'cell' && phosphatePpm >= PHOSPHATE_PPM)
    conflicts.push({ code: 'phosphate in fill water', ppm: phosphatePpm })
  const leftLitres = settings.hoseFilterLitres
  if (leftLitres !== undefined && leftLitres < tub.volumeLitres)
    conflicts.push({ code: 'hose filter spent', leftLitres })
  const inBetween = [
    ...planned.map(
      ({ at: when, load }): Meanwhile => ({ at: when, kind: 'soak', people: load.people }),
    ),
    ...stays
      .filter(({ kind }) => kind === 'guests')
      .map((stay): Meanwhile => ({ at: stay.from, kind: 'guests', title: stay.title })),
  ].sort((a, b) => a.at - b.at)
  for (const what of inBetween)
    if (what.at >= schedule.start && what.at < schedule.ready)
      conflicts.push({ code: 'falls into it', what })
  for (const { kind, title, from, to } of stays)
    if (kind === 'guests' && from < schedule.start && to > schedule.start)
      conflicts.push({ code: 'guests are in', title, until: to })
  // Heating goes on for most of a day: at the mean of its rates, as Costs does.
  const perKilowattHour = meanPrice(settings.energyPrice, heatSettings(tub))
  const kilowattHours = warmingKilowattHours(
    tub.volumeLitres,
    settings.fillCelsius,
    tub.setTemperatureCelsius,
  )
  return {
    row,
    empty,
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
    needs: refillNeeds(tub, refill.stages, balance, firstSteps(tub, estimate.fillWater, now)),
    balance,
    costs: {
      water:
        settings.waterPrice === undefined
          ? undefined
          : (settings.waterPrice * tub.volumeLitres) / 1000,
      energy: perKilowattHour === undefined ? undefined : perKilowattHour * kilowattHours,
      products: settings.productsPrice,
      kilowattHours,
    },
    next: inBetween.find(({ at: when }) => when >= schedule.ready),
  }
}
