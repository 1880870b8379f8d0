import type { ClosureCode, Quantity } from '@/core'
import { CLOSURE_SHORT } from './closureWords'
import { quantityWords } from './quantityNames'

/** How an event stands in somebody's calendar. */
export const calendarTitle = {
  visit: (jobs: number, minutes: number) =>
    `Tub visit: ${jobs} ${jobs === 1 ? 'job' : 'jobs'}, ${minutes} min`,
  test: (quantities: readonly Quantity[]) => `Test ${quantityWords(quantities)}`,
  retest: 'Test again, to finish the plan',
  shock: 'Shock, cover half open',
  chore: (name: string, minutes: number) => `${name} (${minutes} min)`,
  refill: (stage: string) => `Refill: ${stage}`,
  soak: (people: number, closed: ClosureCode | undefined) =>
    `Soak, ${people} ${people === 1 ? 'person' : 'people'}: ${closed ? `tub closed (${CLOSURE_SHORT[closed]})` : 'test first'}`,
}
