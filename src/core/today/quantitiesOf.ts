import type { Quantity } from '../testing/quantity'
import type { Closure } from './closure'

/** What a test has to read for these closures to go. */
export const quantitiesOf = (found: readonly Closure[]): Quantity[] => [
  ...new Set(
    found.flatMap((closure): readonly Quantity[] => {
      if (closure.code === 'combined chlorine high') return ['freeChlorine', 'totalChlorine']
      if (closure.code === 'stabiliser too high') return ['cyanuricAcid']
      if (closure.code === 'too hot') return ['temperature']
      if ('quantities' in closure) return closure.quantities
      return 'quantity' in closure ? [closure.quantity] : []
    }),
  ),
]
