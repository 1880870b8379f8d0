import type { Band } from './programme'

export const CELL_FAULTS = ['low salt', 'high salt', 'too cold', 'too hot', 'no flow'] as const
export type CellFault = (typeof CELL_FAULTS)[number]

/** What a salt cell says of itself. */
export interface CellStatus {
  device: string
  /** 0–100. */
  outputPercent: number
  /** By its own conductivity meter. */
  saltPpm: number
  temperatureCelsius: number
  /** As Cl₂; 0 while a fault stands. */
  chlorineGramsPerHour: number
  fault?: CellFault
}

/** What a fault asks for, the thing to check before believing it first. Common practice; the cell's own manual comes first. */
export const FAULT_WORDS: Record<CellFault, string> = {
  'low salt':
    'It has stopped for want of salt. Test the salt with a strip before adding any: cold water and a scaled plate read low. Then as the plan says, by halves.',
  'high salt':
    'It has stopped: too much salt. No product takes it out; replace part of the water, as the plan says.',
  'too cold':
    'It has stopped: the water is too cold to make chlorine well. Dose by hand meanwhile.',
  'too hot': 'It has stopped: the water is too hot. Nobody in above 40 °C.',
  'no flow': 'It has stopped: no flow. Power off, then filter, level and valves.',
}

/** Its meter and the owner's test should agree to about this, ppm: common practice. */
const METERS_AGREE_PPM = 300

/** Why a cell's own word should be checked; undefined where nothing speaks against it. */
export const cellDoubt = (
  status: CellStatus,
  testedSaltPpm: number | undefined,
  band: Band | undefined,
): string | undefined => {
  if (testedSaltPpm !== undefined && Math.abs(testedSaltPpm - status.saltPpm) > METERS_AGREE_PPM)
    return `It says ${Math.round(status.saltPpm)} ppm of salt, the last test ${Math.round(testedSaltPpm)}: test again, and look at its plates for scale.`
  if (band && status.saltPpm > band.high && status.fault !== 'high salt')
    return `${Math.round(status.saltPpm)} ppm is above what it is meant to have: add no salt.`
  return undefined
}
