import { HEATER_KILOWATTS, KILOJOULES_PER_LITRE_KELVIN } from '../heat/heat'
import { type Entry, isKind } from '../journal/entry'
import { HOUR, MINUTE } from '../time'
import type { Tub } from '../tub/tub'
import { HOSE_LITRES_PER_MINUTE, PUMP_LITRES_PER_MINUTE } from '../tub/usualFlow'
import type { RefillSettings } from './settings'

/** How fast something goes here: litres a minute, or °C an hour. */
export interface Rate {
  value: number
  /** Of its logarithm: 0.1 is about ten per cent. */
  spread: number
  origin: 'assumed' | 'set' | 'measured'
  /** How many times it was measured. */
  times: number
}

export interface Rates {
  drainLitresPerMinute: Rate
  fillLitresPerMinute: Rate
  heatCelsiusPerHour: Rate
}

/** A hand's clock and a level by eye: ± 15 %; what was assumed is off by 40, what a label says by 20. Assumed. */
const MEASURED = 0.15
const ASSUMED = 0.4
const SET = 0.2

/** By gravity through a garden hose it takes hours; common practice. */
const GRAVITY_LITRES_PER_MINUTE = 8

const heaterKilowatts = (
  tub: Tub,
  { heaterKilowatts: set }: RefillSettings,
  known: number | undefined,
): number => known ?? set ?? HEATER_KILOWATTS[tub.kind ?? 'hard shell']

/** Logarithms averaged by how sure each is; the newest measurements count like the rest. */
const learnt = (
  prior: { value: number; spread: number; set: boolean },
  seen: readonly number[],
): Rate => {
  let weight = 1 / prior.spread ** 2
  let sum = weight * Math.log(prior.value)
  for (const value of seen) {
    weight += 1 / MEASURED ** 2
    sum += Math.log(value) / MEASURED ** 2
  }
  return {
    value: Math.exp(sum / weight),
    spread: Math.sqrt(1 / weight),
    origin: seen.length > 0 ? 'measured' : prior.set ? 'set' : 'assumed',
    times: seen.length,
  }
}

const sound = (value: number, low: number, high: number) =>
  Number.isFinite(value) && value >= low && value <= high ? [value] : []

/**
 * What the journal's refills show: measured with a bucket, or told by when a stage began and was done.
 * @param kilowattsKnown kW that the heater gives by all that is known of it
 */
export const ratesOf = (
  tub: Tub,
  journal: readonly Entry[],
  settings: RefillSettings,
  kilowattsKnown?: number,
): Rates => {
  const notes = journal.filter(isKind('refill')).toSorted((a, b) => a.at - b.at)
  const drains: number[] = []
  const fills: number[] = []
  const heats: number[] = []
  for (const { at, body } of notes) {
    const { stage, what, perMinute, perHour, litres = tub.volumeLitres, celsius } = body
    if (what === 'measured') {
      if (stage === 'drain') drains.push(...sound(perMinute ?? 0, 0.5, 2000))
      if (stage === 'fill') fills.push(...sound(perMinute ?? 0, 0.5, 500))
      if (stage === 'heat') heats.push(...sound(perHour ?? 0, 0.05, 40))
    }
    if (what !== 'done') continue
    const begun = notes.findLast(
      (one) =>
        one.body.stage === stage &&
        one.body.what === 'begun' &&
        one.at < at &&
        one.body.refill === body.refill,
    )
    if (!begun) continue
    const minutes = (at - begun.at) / MINUTE
    if (minutes < 2 || minutes > 72 * 60) continue
    if (stage === 'drain') drains.push(...sound(tub.volumeLitres / minutes, 0.5, 2000))
    if (stage === 'fill') fills.push(...sound(litres / minutes, 0.5, 500))
    if (stage === 'heat' && celsius !== undefined && begun.body.celsius !== undefined)
      heats.push(...sound(((celsius - begun.body.celsius) * HOUR) / (at - begun.at), 0.05, 40))
  }
  const gravity = settings.drainBy === 'gravity'
  const kilowatts = heaterKilowatts(tub, settings, kilowattsKnown)
  return {
    drainLitresPerMinute: learnt(
      {
        value:
          settings.pumpLitresPerMinute ??
          (gravity
            ? GRAVITY_LITRES_PER_MINUTE
            : PUMP_LITRES_PER_MINUTE +
              (settings.drainBy === 'both' ? GRAVITY_LITRES_PER_MINUTE : 0)),
        spread: settings.pumpLitresPerMinute ? SET : ASSUMED,
        set: settings.pumpLitresPerMinute !== undefined,
      },
      drains,
    ),
    fillLitresPerMinute: learnt(
      {
        value: settings.hoseLitresPerMinute ?? HOSE_LITRES_PER_MINUTE,
        spread: settings.hoseLitresPerMinute ? SET : ASSUMED,
        set: settings.hoseLitresPerMinute !== undefined,
      },
      fills,
    ),
    heatCelsiusPerHour: learnt(
      {
        value: (kilowatts * 3600) / (tub.volumeLitres * KILOJOULES_PER_LITRE_KELVIN),
        spread: settings.heaterKilowatts ? SET : ASSUMED,
        set: settings.heaterKilowatts !== undefined,
      },
      heats,
    ),
  }
}
