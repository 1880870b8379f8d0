import type { Entry, EntryKind } from '@/core/journal/entry'
import { PRODUCTS } from '@/core/products/product'
import { QUANTITIES, QUANTITY } from '@/core/testing/quantity'
import { amount, METHOD_WORDS, mass, type Reader } from './words'

export const KIND_WORDS: Record<EntryKind, string> = {
  test: 'Test',
  dose: 'Dose',
  aeration: 'Aeration',
  soak: 'Soak',
  water: 'Water',
  note: 'Note',
}

/** What was last done to the journal, as the undo line says it. */
export const CHANGE_WORDS = {
  added: 'Kept',
  corrected: 'Corrected',
  deleted: 'Deleted',
  undone: 'Undone',
} as const

/** One line that says what happened. */
export const entryWords = (entry: Entry, reader: Reader): string => {
  switch (entry.kind) {
    case 'test': {
      const read = QUANTITIES.flatMap((quantity) => {
        const value = entry.body.readings[quantity]
        return value === undefined
          ? []
          : [
              `${QUANTITY[quantity].shortName.replace('Water', 'water')} ${amount(quantity, value, reader)}`,
            ]
      })
      return `${METHOD_WORDS[entry.body.method]}: ${read.join(', ')}`
    }
    case 'dose': {
      const { product, grams, plannedGrams } = entry.body
      const planned =
        plannedGrams !== undefined && Math.abs(plannedGrams - grams) > 0.05 * plannedGrams
          ? ` (planned ${mass(plannedGrams, reader)})`
          : ''
      return `${mass(grams, reader)} ${PRODUCTS[product].commonName}${planned}`
    }
    case 'aeration':
      return `Jets and air for ${entry.body.minutes} minutes, cover open`
    case 'soak': {
      const { people, minutes } = entry.body
      return `${people} ${people === 1 ? 'person' : 'people'} for ${minutes} minutes`
    }
    case 'water': {
      const { replacedFraction } = entry.body
      return replacedFraction >= 1
        ? 'Drained and refilled'
        : `${Math.round(100 * replacedFraction)} % of the water replaced`
    }
    case 'note':
      return entry.body.text
  }
}
