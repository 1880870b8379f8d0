import type { ClosureCode } from '@/core'
import { CLOSURE_SHORT } from './closureWords'

/** How an event stands in somebody's calendar. */
export const calendarTitle = {
  chore: (name: string, minutes: number) => `${name} (${minutes} min)`,
  refill: (stage: string) => `Refill: ${stage}`,
  soak: (people: number, closed: ClosureCode | undefined) =>
    `Soak, ${people} ${people === 1 ? 'person' : 'people'}: ${closed ? `tub closed (${CLOSURE_SHORT[closed]})` : 'test first'}`,
}
