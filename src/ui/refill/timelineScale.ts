import { MINUTE } from '@/core'
import { dateFormat } from '@/words/formats'
import type { DisplayPreferences } from '@/words/words'

export const QUARTER = 15 * MINUTE

export const LABELS = 178

export const WIDTH = 766

/** About the width of a letter of the sums. */
export const LETTER = 6.4

export const ROW = 27

export const TOP = 64

export const wall = (at: number, preferences: DisplayPreferences) => {
  const parts = dateFormat('en-CA', {
    timeZone: preferences.timeZone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  }).formatToParts(at)
  const of = (type: string) => parts.find((part) => part.type === type)?.value ?? ''
  return `${of('year')}-${of('month')}-${of('day')}T${of('hour')}:${of('minute')}`
}
