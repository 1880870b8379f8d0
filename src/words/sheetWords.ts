import { type EntryKind, QUANTITY, type Quantity } from '@/core'
import { QUANTITY_NAMES } from './quantityNames'

/** What a sheet of each kind of entry is called, as a file. */
export const SHEET_NAMES: Record<EntryKind, string> = {
  test: 'tests',
  dose: 'doses',
  aeration: 'aeration',
  soak: 'soaks',
  water: 'water-changes',
  note: 'notes',
  start: 'start-up',
  feeder: 'feeder',
  chore: 'chores',
  look: 'looks',
  filter: 'filters',
  refill: 'refill-steps',
  fillTest: 'fill-water-tests',
  treatment: 'treatments',
}

const isQuantity = (name: string): name is Quantity => name in QUANTITY

/** A column's head: a quantity with its unit, else its name in the export as words. */
export const sheetColumn = (name: string): string => {
  if (isQuantity(name)) {
    const { unit } = QUANTITY[name]
    return unit ? `${QUANTITY_NAMES[name]} (${unit})` : QUANTITY_NAMES[name]
  }
  return name
    .replace(/\./g, ' ')
    .replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`)
    .replace(/^./, (letter) => letter.toUpperCase())
}
