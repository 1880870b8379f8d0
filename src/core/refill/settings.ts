import type { StageId } from '../journal/stageId'
import type { Instant } from '../time'

export const DRAIN_WAYS = ['pump', 'gravity', 'both'] as const
export type DrainWay = (typeof DRAIN_WAYS)[number]
export const DRAIN_PLACES = ['sewer', 'own ground', 'elsewhere'] as const
export type DrainPlace = (typeof DRAIN_PLACES)[number]

/** How the people of a tub change its water; what is left out is assumed, and said to be. */
export interface RefillSettings {
  drainBy: DrainWay
  /** Where the water goes; nothing said yet, where the local rule has not been asked. */
  drainTo?: DrainPlace
  /** Sanitizer near zero before it goes out. */
  neutralise: boolean
  purgeHours: number
  metalsFirst: boolean
  /** Rated; the hose, the pump and this are learnt from what they did. */
  heaterKilowatts?: number
  pumpLitresPerMinute?: number
  hoseLitresPerMinute?: number
  fillCelsius: number
  airCelsius: number
  /** What a hose filter's label still allows, litres; undefined where there is none. */
  hoseFilterLitres?: number
  /** Prices in the person's own money: a cubic metre, a kilowatt hour, all products. */
  waterPrice?: number
  energyPrice?: number
  productsPrice?: number
  /** Hours of the wall clock in which no hand is free; from 22 to 7 goes over midnight. */
  nightFrom: number
  nightTo: number
  /** Weekdays, no free hand then. */
  workFrom?: number
  workTo?: number
  /** Stages that begin at a moment of their own. */
  pins: Partial<Record<StageId, Instant>>
}

/** Whether metals go first is the fill water's to say: see `inhibitorFirst`. */
export const USUAL_SETTINGS: RefillSettings = {
  drainBy: 'pump',
  neutralise: true,
  purgeHours: 24,
  metalsFirst: false,
  fillCelsius: 12,
  airCelsius: 10,
  nightFrom: 22,
  nightTo: 7,
  pins: {},
}
