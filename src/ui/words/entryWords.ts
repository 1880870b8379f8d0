import type { Entry, EntryKind } from '@/core/journal/entry'
import { PRODUCTS } from '@/core/products/product'
import { FILL_READ } from '@/core/testing/fillTest'
import { QUANTITIES, QUANTITY } from '@/core/testing/quantity'
import type { FillWaterSource } from '@/core/tub'
import { amount, dose, METHOD_WORDS, type Reader } from './words'

export const KIND_WORDS: Record<EntryKind, string> = {
  test: 'Test',
  dose: 'Dose',
  aeration: 'Aeration',
  soak: 'Soak',
  water: 'Water',
  note: 'Note',
  fillTest: 'Fill water',
}

/** What was last done to the journal, as the undo line says it. */
export const CHANGE_WORDS = {
  added: 'Kept',
  corrected: 'Corrected',
  deleted: 'Deleted',
  undone: 'Undone',
} as const

export const SOURCE_WORDS: Record<FillWaterSource, string> = {
  town: 'town supply',
  well: 'well or bore',
  rain: 'rain tank',
  delivered: 'delivered',
  softened: 'softened',
}

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
          ? ` (planned ${dose(product, plannedGrams, reader)})`
          : ''
      const override = entry.body.override
        ? `; in spite of the caution: ${entry.body.override.reason}`
        : ''
      return `${dose(product, grams, reader)} ${PRODUCTS[product].commonName}${planned}${override}`
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
    case 'fillTest': {
      const { method, fillWater } = entry.body
      const read = FILL_READ.flatMap(([field, quantity]) => {
        const value = fillWater[field]
        return value === undefined
          ? []
          : [`${QUANTITY[quantity].shortName} ${amount(quantity, value, reader)}`]
      })
      return `${METHOD_WORDS[method]}, ${SOURCE_WORDS[fillWater.source]}: ${read.join(', ')}`
    }
    case 'note':
      return entry.body.text
  }
}

/** What a change was about: the entry, or how many of them it wrote at once. */
export const changeWords = (
  { entry, entries }: { entry: Entry; entries: number },
  reader: Reader,
): string => (entries > 1 ? `${entries} entries of one sheet` : entryWords(entry, reader))
