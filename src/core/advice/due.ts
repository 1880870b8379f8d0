import { type Estimate, isStale } from '../estimate/estimate'
import { programmeOf } from '../programmes/programme'
import type { Quantity } from '../testing/quantity'
import type { Instant } from '../time'
import type { Tub } from '../tub/tub'

export interface DueReading {
  quantity: Quantity
  /** Undefined where it was never read in this water. */
  lastAt: Instant | undefined
}

/** Never read in this water, or so long ago that it carries no advice. */
export const isDue = (estimate: Estimate, quantity: Quantity): boolean =>
  isStale(quantity, estimate.quantities[quantity].ageHours)

/** Strips are used for balance only here; the sanitizer is dosed from its label. */
export const byLabel = (tub: Tub): boolean => tub.choices?.dosing === 'label'

/** What this tub watches and what a test should bring now, oldest and never read first. */
export const dueReadings = (tub: Tub, estimate: Estimate): DueReading[] =>
  programmeOf(tub.programme)
    .watched.filter((quantity) => isDue(estimate, quantity))
    .filter((quantity) => !(byLabel(tub) && quantity === programmeOf(tub.programme).sanitizer))
    .map((quantity) => ({ quantity, lastAt: estimate.quantities[quantity].lastReading?.at }))
    .sort((a, b) => (a.lastAt ?? 0) - (b.lastAt ?? 0))
