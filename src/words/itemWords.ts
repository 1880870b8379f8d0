import type { FilterStatus, ItemLife } from '@/core'
import { type DisplayPreferences, day, duration } from './words'

export const ITEM_NAMES: Record<ItemLife['item'], string> = {
  cover: 'Cover',
  lamp: 'Lamp',
  feeder: 'Feeder',
}

/** "in North Deck, Mon 2 Nov to Mon 9 Nov, 7 days" */
export const stayWords = (
  { from, to }: FilterStatus['stays'][number],
  tub: string,
  preferences: DisplayPreferences,
): string =>
  `in ${tub || 'a tub'}, ${day(from, preferences)} to ${to === undefined ? 'now' : day(to, preferences)}, ${duration((to ?? preferences.now) - from)}`
