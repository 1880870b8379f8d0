import type { Estimate } from '../estimate/estimate'
import { FILL_CELSIUS } from '../estimate/surroundings'
import { fillWaterOf, quantityOf } from '../estimate/testedWater'
import { HEATER_KILOWATTS, KILOJOULES_PER_LITRE_KELVIN } from '../heat/heat'
import { contains } from '../programmes/programme'
import type { Quantity } from '../testing/quantity'
import { DAY } from '../time'
import type { Tub } from '../tub/tub'
import { HOSE_LITRES_PER_MINUTE, PUMP_LITRES_PER_MINUTE } from '../tub/usualFlow'
import { mixWater } from '../water/mix'
import { readWater } from '../water/solveWater'
import { bandOf } from './state'

/** What only leaves with the water. */
const ONLY_BY_DILUTION = [
  'calciumHardness',
  'cyanuricAcid',
  'borate',
  'salt',
  'totalDissolvedSolids',
] as const satisfies Quantity[]

/** Water younger than this is new. */
export const NEW_WATER = 7 * DAY

/** Past this much, a whole refill is less work than a partial one. */
export const MOST_REPLACED = 0.75

export interface Dilution {
  quantity: (typeof ONLY_BY_DILUTION)[number]
  /** Of the water, 0–1, that brings it to the top of its band; undefined where this fill water cannot. */
  fraction: number | undefined
  value: number
  goal: number
  fillValue: number
  /** The fill water's figure was never measured. */
  assumed: boolean
}

/** Every quantity above its band that no product lowers, and how much of the water would have to go. */
export const dilutionsFor = (tub: Tub, estimate: Estimate): Dilution[] => {
  const fill = readWater(fillWaterOf(estimate.fillWater, tub.setTemperatureCelsius))
  const isNew = estimate.filledAt !== undefined && estimate.at - estimate.filledAt < NEW_WATER
  return ONLY_BY_DILUTION.flatMap((quantity) => {
    // Fresh water is not drained for what came out of the pipe or with its first doses; too much salt is the owner's own.
    if (isNew && quantity !== 'salt' && quantity !== 'borate') return []
    const band = bandOf(tub, quantity)
    const value = quantityOf(estimate.reading, quantity)
    if (!band || value <= band.high || contains(band, value)) return []
    const fillValue = quantityOf(fill, quantity)
    const fraction = (value - band.high) / (value - fillValue)
    return {
      quantity,
      value,
      goal: band.high,
      fillValue,
      fraction: fillValue < band.high && fraction < 1 ? fraction : undefined,
      // No water out of a pipe holds stabiliser or borate to speak of.
      assumed:
        quantity !== 'cyanuricAcid' &&
        quantity !== 'borate' &&
        estimate.fillWater[`${quantity}Ppm`] === undefined,
    }
  })
}

/** What replacing part of the water does for an alkalinity that acid would take an evening over. */
export interface WaterInsteadOfAcid {
  litres: number
  /** Of the water that this leaves. */
  totalAlkalinityPpm: number
  pH: number
  calciumHardnessPpm: number
  /** The fill water's alkalinity was never measured. */
  assumed: boolean
  /** Of jets, air and waits, by acid. */
  acidHours: number
  /** With a usual pump and hose: what goes out and what comes in. */
  waterMinutes: number
  /** To warm what came in, and how long a usual heater takes for it. */
  kilowattHours: number
  heatHours: number
}

/** Undefined where this fill water cannot, or so much would go that a refill is less work. */
export const waterInsteadOfAcid = (
  tub: Tub,
  estimate: Estimate,
  acidHours: number,
): WaterInsteadOfAcid | undefined => {
  const fill = fillWaterOf(estimate.fillWater, tub.setTemperatureCelsius)
  const band = tub.targets.totalAlkalinity
  const goal = (band.low + 3 * band.high) / 4
  const value = estimate.reading.totalAlkalinityPpm
  const fraction = (value - goal) / (value - readWater(fill).totalAlkalinityPpm)
  if (!(fraction > 0 && fraction <= MOST_REPLACED)) return undefined
  const { totalAlkalinityPpm, pH, calciumHardnessPpm } = readWater(
    mixWater(estimate.water, fill, fraction),
  )
  const litres = fraction * tub.volumeLitres
  const kilowattHours =
    (litres *
      KILOJOULES_PER_LITRE_KELVIN *
      Math.max(0, estimate.reading.temperatureCelsius - FILL_CELSIUS)) /
    3600
  return {
    litres,
    totalAlkalinityPpm,
    pH,
    calciumHardnessPpm,
    assumed: estimate.fillWater.totalAlkalinityPpm === undefined,
    acidHours,
    waterMinutes: litres / PUMP_LITRES_PER_MINUTE + litres / HOSE_LITRES_PER_MINUTE,
    kilowattHours,
    heatHours: kilowattHours / HEATER_KILOWATTS[tub.kind ?? 'hard shell'],
  }
}
