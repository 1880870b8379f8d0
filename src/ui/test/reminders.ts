import type { Entry, Method } from '@/core'

const STRIP = [
  'Dry fingers, jets off, lid straight back on the bottle.',
  'Elbow-deep, in and out, one shake.',
  'Hold it level so that the pads don’t run into each other.',
] as const

/** With this many tests of a kind the hand knows how. */
const PRACTISED = 12

/** One line on technique, a different one each time; none any more for a practised hand. */
export const stripReminder = (journal: readonly Entry[]): string | undefined => {
  const done = timesRead(journal, 'strip')
  return done < PRACTISED ? STRIP[done % STRIP.length] : undefined
}

const timesRead = (journal: readonly Entry[], method: Method): number =>
  journal.filter((entry) => entry.kind === 'test' && entry.body.method === method).length
