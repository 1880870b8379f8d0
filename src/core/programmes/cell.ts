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

/** Its meter and the owner's test should agree to about this, ppm: common practice. */
const METERS_AGREE_PPM = 300

export type CellDoubt =
  | { code: 'meters disagree'; cellPpm: number; testPpm: number }
  | { code: 'above its range'; cellPpm: number }

/** Why a cell's own word should be checked; undefined where nothing speaks against it. */
export const cellDoubt = (
  { saltPpm: cellPpm, fault }: CellStatus,
  testPpm: number | undefined,
  band: Band | undefined,
): CellDoubt | undefined => {
  if (testPpm !== undefined && Math.abs(testPpm - cellPpm) > METERS_AGREE_PPM)
    return { code: 'meters disagree', cellPpm, testPpm }
  if (band && cellPpm > band.high && fault !== 'high salt')
    return { code: 'above its range', cellPpm }
  return undefined
}
