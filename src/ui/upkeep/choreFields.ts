import type { ChoreId } from '@/core'

/** What a form posts that says something of a chore now and stays where it is. */
export const choreFields = (tubId: number, chore: ChoreId) => ({
  kind: 'chore',
  tub: String(tubId),
  chore,
  when: 'now',
  stay: 'yes',
})
