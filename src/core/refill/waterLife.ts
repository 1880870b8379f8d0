import { feederOf } from '../programmes/feederKind'
import { DAY } from '../time'
import type { Tub } from '../tub/tub'

/**
 * Longest life of the water, milliseconds: common practice. Four months; two and a half for an inflatable, a year with a salt
 * cell, a year and a half for a swim spa.
 */
export const waterLife = ({ programme, kind }: Tub): number => {
  if (kind === 'swim spa') return 540 * DAY
  if (feederOf(programme) === 'cell') return 365 * DAY
  return (kind === 'inflatable' ? 75 : 120) * DAY
}
