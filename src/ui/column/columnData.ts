import {
  type Band,
  bandOf,
  type Estimate,
  programmeOf,
  QUANTITY,
  type Quantity,
  type QuantityEstimate,
  type QuantityState,
  stateOf,
  type Tub,
} from '@/core'
import { QUANTITY_SHORT_NAMES } from '@/words/quantityNames'
import { type DisplayPreferences, figure } from '@/words/words'

export interface ColumnScale {
  quantity: Quantity
  name: string
  unit: string
  band: Band
  state: QuantityState
  estimate: QuantityEstimate
  /** The estimate as a figure, or a dash where nothing was read. */
  shown: string
  /** Out of band, it closes the tub. */
  closes: boolean
}

export const columnScales = (
  tub: Tub,
  estimate: Estimate,
  preferences: DisplayPreferences,
): ColumnScale[] => {
  const { watched, sanitizer } = programmeOf(tub.programme)
  return watched.flatMap((quantity) => {
    const band = bandOf(tub, quantity)
    if (!band) return []
    const one = estimate.quantities[quantity]
    return {
      quantity,
      name: QUANTITY_SHORT_NAMES[quantity],
      unit: QUANTITY[quantity].unit,
      band,
      state: stateOf(tub, estimate, quantity),
      estimate: one,
      shown: one.lastReading ? figure(quantity, one.value, preferences) : '–',
      closes: quantity === sanitizer || quantity === 'pH',
    }
  })
}
