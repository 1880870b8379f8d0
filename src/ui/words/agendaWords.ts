import type { AgendaItem } from '@/core/advice/agenda'
import { PRODUCTS } from '@/core/products/product'
import { QUANTITY } from '@/core/testing/quantity'
import { dayAndClock, list, mass, type Reader } from './words'

export interface AgendaWords {
  when: string
  what: string
  minutes: string
  place: string
}

export const agendaWords = (item: AgendaItem, reader: Reader): AgendaWords => {
  const due = item.due - reader.now < 60_000 ? 'now' : dayAndClock(item.due, reader)
  const minutes = item.minutes < 90 ? `${item.minutes} min` : `${item.minutes / 60} h`
  switch (item.kind) {
    case 'dose': {
      const parts = item.plan.steps.map((step) =>
        step.kind === 'add'
          ? `${mass(step.grams, reader)} ${PRODUCTS[step.product].commonName}`
          : `air for ${step.minutes} min`,
      )
      return { when: due, what: `Dose: ${list(parts)}`, minutes, place: 'dose' }
    }
    case 'retest':
      return { when: due, what: 'Test again, which closes the plan', minutes, place: 'test' }
    case 'test':
      return {
        when: due,
        what: `Test ${list(
          item.quantities.map((quantity) =>
            quantity === 'pH' ? 'pH' : QUANTITY[quantity].name.toLowerCase(),
          ),
        )}`,
        minutes,
        place: 'test',
      }
    case 'refill':
      return {
        when: due,
        what: 'Drain and refill: four months is the most for this water',
        minutes,
        place: 'record?add=water',
      }
  }
}
