import { type Band, width } from '@/core'
/**
 * Where a value stands on a staff: 0 at the bottom, 1 at the top. Every band fills the middle third, whatever its quantity, so
 * that four staffs read as one line; beyond the staff a value stays at its end.
 */
export const position = (value: number, band: Band): number => {
  const third = width(band)
  const low = band.low - third
  return Math.min(1, Math.max(0, (value - low) / (3 * third)))
}

/** Values at the ends of a staff and of its band; a concentration has no marks below zero. */
export const staffMarks = (band: Band) => {
  const third = width(band)
  return [band.low - third, band.low, band.high, band.high + third].filter((mark) => mark >= -1e-9)
}
