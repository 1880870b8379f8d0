import { calciteSaturationIndex } from '@/core/water/saturation'
import { expectWithin, type GivenWater, readingOf, vectors } from './vectors'

interface Given extends GivenWater {
  method: string
}

// Plummer & Busenberg 1982 calcite, Davies activities.
test.each(vectors<Given>('saturation-index').filter(({ given }) => given.method === 'calcite'))(
  '$id',
  ({ given, expect: wanted, tolerance }) => {
    const index = calciteSaturationIndex(readingOf(given))
    expectWithin(
      index ?? Number.NaN,
      Number(wanted.calciteSaturationIndex),
      tolerance.calciteSaturationIndex,
    )
  },
)
