import type { Chore } from './chore'
import type { ChoreDue } from './choreDue'

export interface Reminder {
  /** The same for one chore until it is done, moved or left out: what was told once is not told again. */
  key: string
  chore: Chore
  late: boolean
}

/** Whether an hour of the wall clock lies in quiet hours; from 21 to 8 goes over midnight, equal ends are none. */
export const isQuiet = (
  { fromHour, toHour }: { fromHour: number; toHour: number },
  hour: number,
): boolean =>
  fromHour === toHour
    ? false
    : fromHour < toHour
      ? hour >= fromHour && hour < toHour
      : hour >= fromHour || hour < toHour

/** What a person might be told of now: chores whose day has come. */
export const remindersFor = (tubId: number, chores: readonly ChoreDue[], now: number): Reminder[] =>
  chores
    .filter(({ due }) => due <= now)
    .map(({ chore, times, lastDone, state }) => ({
      key: `${tubId}.${chore.id}.${times}.${lastDone ?? 0}`,
      chore,
      late: state === 'late',
    }))
