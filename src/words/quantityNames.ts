import type { Quantity } from '@/core'
import { list } from './words'

export const QUANTITY_NAMES: Record<Quantity, string> = {
  freeChlorine: 'Free chlorine',
  totalChlorine: 'Total chlorine',
  bromine: 'Bromine',
  pH: 'pH',
  totalAlkalinity: 'Total alkalinity',
  calciumHardness: 'Calcium hardness',
  cyanuricAcid: 'Stabiliser',
  biguanide: 'Biguanide',
  peroxide: 'Peroxide',
  salt: 'Salt',
  borate: 'Borate, as boron',
  totalDissolvedSolids: 'Dissolved solids',
  copper: 'Copper',
  iron: 'Iron',
  phosphate: 'Phosphate',
  temperature: 'Temperature',
}

/** For narrow places. */
export const QUANTITY_SHORT_NAMES: Record<Quantity, string> = {
  ...QUANTITY_NAMES,
  freeChlorine: 'Chlorine',
  totalChlorine: 'Total Cl',
  totalAlkalinity: 'Alkalinity',
  calciumHardness: 'Hardness',
  borate: 'Borate',
  totalDissolvedSolids: 'Solids',
  temperature: 'Water',
}

/** A quantity inside a sentence. */
export const named = (quantity: Quantity): string =>
  quantity === 'pH' ? 'pH' : QUANTITY_NAMES[quantity].toLowerCase()

/** Several in a sentence: "pH, bromine and total alkalinity". */
export const quantityWords = (quantities: readonly Quantity[]): string =>
  list(quantities.map(named))
