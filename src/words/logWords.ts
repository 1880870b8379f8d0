import type { LoggedClosure, ReadingPair } from '@/core'
import { CLOSURE_SHORT } from './closureWords'
import { formatEntry, KIND_WORDS } from './entryWords'
import { dateFormat } from './formats'
import { QUANTITY_NAMES } from './quantityNames'
import {
  amount,
  type DisplayPreferences,
  dayAndClock,
  duration,
  figure,
  lowerFirst,
  METHOD_WORDS,
  upperFirst,
} from './words'

/** "November 2026" */
export const monthTitle = (at: number, preferences: DisplayPreferences): string =>
  dateFormat(preferences.locale, {
    timeZone: preferences.timeZone,
    month: 'long',
    year: 'numeric',
  }).format(at)

/** What stands in the journal of a signature. */
export const signedText = (month: string, name: string): string =>
  `Log of ${month} signed off by ${name}`

/** When a closure began, how long it was, and what ended it. */
export const loggedClosure = (
  { code, from, to, endedBy }: LoggedClosure,
  preferences: DisplayPreferences,
): string => {
  const what = upperFirst(CLOSURE_SHORT[code])
  if (to === undefined)
    return `${what}, from ${dayAndClock(from, preferences)}: nothing in this time shows that it ended.`
  const how = endedBy
    ? `: ${lowerFirst(KIND_WORDS[endedBy.kind])} ${lowerFirst(formatEntry(endedBy, preferences))}`
    : ''
  return `${what}, from ${dayAndClock(from, preferences)} for ${duration(to - from)}, until ${dayAndClock(to, preferences)}${how}.`
}

/** "Ours 7.4 (strip), the shop 7.2: within what both can be off." */
export const pairSaid = (pair: ReadingPair, preferences: DisplayPreferences): string => {
  const { quantity, ours, shop, difference, deviation, verdict } = pair
  const n = (value: number) => figure(quantity, value, preferences)
  const both = `${QUANTITY_NAMES[quantity]}: ours ${amount(quantity, ours.value, preferences)} (${METHOD_WORDS[ours.method].toLowerCase()}), the shop’s ${n(shop.value)}`
  return verdict === 'agree'
    ? `${both}. Within what the two can be off by themselves (± ${n(2 * deviation)}).`
    : `${both}. They differ by ${n(Math.abs(difference))}, more than both errors explain (± ${n(2 * deviation)}): check the date and the storing of the kit, and how fresh the shop’s bottle was.`
}
