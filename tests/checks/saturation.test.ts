import { calciteSaturationIndex } from '@/core/water/saturation'
import { expectWithin, vectors } from './vectors'

interface Given {
  method: string
  pH: number
  totalAlkalinityPpm: number
  cyanuricAcidPpm: number
  boratePpm: number
  temperatureC: number
  totalDissolvedSolidsPpm: number
  saltPpm: number
  calciumHardnessPpm: number
}

// Plummer & Busenberg 1982 calcite, Davies activities.
test.each(vectors<Given>('saturation-index').filter(({ given }) => given.method === 'calcite'))(
  '$id',
  ({ given, expect: wanted, tolerance }) => {
    const index = calciteSaturationIndex({
      pH: given.pH,
      totalAlkalinityPpm: given.totalAlkalinityPpm,
      calciumHardnessPpm: given.calciumHardnessPpm,
      cyanuricAcidPpm: given.cyanuricAcidPpm,
      boratePpm: given.boratePpm,
      freeChlorinePpm: 0,
      combinedChlorinePpm: 0,
      brominePpm: 0,
      temperatureCelsius: given.temperatureC,
      totalDissolvedSolidsPpm: given.totalDissolvedSolidsPpm,
      saltPpm: given.saltPpm,
    })
    expectWithin(
      index ?? Number.NaN,
      Number(wanted.calciteSaturationIndex),
      tolerance.calciteSaturationIndex,
    )
  },
)
