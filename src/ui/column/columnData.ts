import { bandOf, type QuantityState, stateOf } from '@/core/advice/state'
import type { Estimate, QuantityEstimate } from '@/core/estimate/estimate'
import { type Band, programmeOf } from '@/core/programmes/programme'
import { QUANTITY, type Quantity } from '@/core/testing/quantity'
import type { Tub } from '@/core/tub/tub'
import { figure, type Reader } from '@/words/words'

/** Nine in ten of a normal spread lie within this many standard deviations. */
export const NINE_IN_TEN = 1.645

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

export const columnScales = (tub: Tub, estimate: Estimate, reader: Reader): ColumnScale[] => {
  const { watched, sanitizer } = programmeOf(tub.programme)
  return watched.flatMap((quantity) => {
    const band = bandOf(tub, quantity)
    if (!band) return []
    const one = estimate.quantities[quantity]
    return {
      quantity,
      name: QUANTITY[quantity].shortName,
      unit: QUANTITY[quantity].unit,
      band,
      state: stateOf(tub, estimate, quantity),
      estimate: one,
      shown: one.lastReading ? figure(quantity, one.value, reader) : '–',
      closes: quantity === sanitizer || quantity === 'pH',
    }
  })
}
