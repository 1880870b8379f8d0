import {
  bandOf,
  fromCelsius,
  type Method,
  middle,
  programmeOf,
  QUANTITIES,
  QUANTITY,
  type Quantity,
} from '@/core'
import type { TubView } from '@/server/views'
import { formatExpected } from '@/words/learntWords'
import { QUANTITY_NAMES } from '@/words/quantityNames'
import { type DisplayPreferences, day, figure, unitOf } from '@/words/words'
import type { TestRow } from './TestForm'

const STEP: Record<Quantity, number> = {
  freeChlorine: 0.5,
  totalChlorine: 0.5,
  bromine: 0.5,
  pH: 0.1,
  totalAlkalinity: 10,
  calciumHardness: 25,
  cyanuricAcid: 10,
  biguanide: 5,
  peroxide: 10,
  salt: 100,
  borate: 5,
  totalDissolvedSolids: 50,
  copper: 0.1,
  iron: 0.1,
  phosphate: 0.1,
  temperature: 0.5,
}

/** What this tub is tested for; a shop's sheet may hold everything. */
export const testRows = (
  view: TubView,
  preferences: DisplayPreferences,
  method?: Method,
): TestRow[] => {
  const { tub, estimate } = view
  const { tested } = programmeOf(tub.programme)
  const shown =
    method === 'shop' ? [...tested, ...QUANTITIES.filter((one) => !tested.includes(one))] : tested
  return shown.map((quantity) => {
    const facts = QUANTITY[quantity]
    const band = bandOf(tub, quantity)
    const last = estimate.quantities[quantity].lastReading
    const inUnit = (value: number) =>
      quantity === 'temperature' ? fromCelsius(value, tub.units.temperature) : value
    const start = last?.value ?? (band ? middle(band) : tub.setTemperatureCelsius)
    return {
      quantity,
      name: QUANTITY_NAMES[quantity],
      unit: unitOf(quantity, preferences),
      step:
        quantity === 'temperature' && tub.units.temperature === 'fahrenheit' ? 1 : STEP[quantity],
      decimals: facts.decimals,
      start: inUnit(quantity === 'totalChlorine' && !last ? middle(tub.targets.sanitizer) : start),
      band: band
        ? `target ${figure(quantity, band.low, preferences)} to ${figure(quantity, band.high, preferences)}`
        : undefined,
      expected: formatExpected(view, quantity, preferences),
      last:
        last && `last ${figure(quantity, last.value, preferences)}, ${day(last.at, preferences)}`,
    }
  })
}
