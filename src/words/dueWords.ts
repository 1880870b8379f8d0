import { dueReadings, programmeOf, type Quantity, standsEmpty, type TestRhythm } from '@/core'
import type { TubView } from '@/server/views'
import { QUANTITY_NAMES } from './quantityNames'
import { type DisplayPreferences, day, list } from './words'

const named = (quantity: Quantity) =>
  quantity === 'pH' ? 'pH' : QUANTITY_NAMES[quantity].toLowerCase()

const upperFirst = (text: string) =>
  text.startsWith('pH') ? text : `${text[0]?.toUpperCase() ?? ''}${text.slice(1)}`

/** What to test now, and what was read so lately that it can wait. */
export const formatDue = (
  { tub, estimate, verdict }: TubView,
  preferences: DisplayPreferences,
): string => {
  if (standsEmpty(verdict.closures))
    return 'The tub stands empty: nothing to test but the fill water.'
  if (estimate.lastTestAt === undefined) {
    const { sanitizer } = programmeOf(tub.programme)
    return `${upperFirst(named(sanitizer))}, pH and alkalinity are enough to begin with. Leave the rest empty.`
  }
  const due = dueReadings(tub, estimate)
  if (due.length === 0)
    return 'Everything has been read lately; sanitizer and pH are worth a look before a soak.'
  const never = due
    .filter(({ lastAt }) => lastAt === undefined)
    .map(({ quantity }) => named(quantity))
  const old = due.flatMap(({ quantity, lastAt }) =>
    lastAt === undefined ? [] : [`${named(quantity)} (${day(lastAt, preferences)})`],
  )
  return [
    ...(old.length > 0 ? [`${upperFirst(`due now: ${list(old)}`)}.`] : []),
    ...(never.length > 0 ? [`${upperFirst(`never read in this water: ${list(never)}`)}.`] : []),
  ].join(' ')
}

/** The schools of when to test, each with its reason. */
export const SCHOOL_WORDS: Record<TestRhythm, { name: string; why: string }> = {
  'after soak': {
    name: 'after each soak',
    why: 'After each soak: the water is treated at once, is ready next time, and nobody waits.',
  },
  'before soak': {
    name: 'before each soak',
    why: 'Before each soak: what you read is what you get into. Leave half an hour for a dose.',
  },
  'every few days': {
    name: 'two or three times a week',
    why: 'Two or three times a week; a new tub before every soak for its first three weeks.',
  },
  weekly: {
    name: 'weekly',
    why: 'Once a week is the least: no reading may be older. A new tub before every soak for its first three weeks.',
  },
}
