import type { Instant } from '@/core'
import { clock, type DisplayPreferences } from './words'

/** How a tub stands, in a lane. */
export const LANE_WORDS = {
  power: { on: 'on', off: 'off' },
  jets: { on: 'on', low: 'low', off: 'off' },
  cover: { open: 'open', 'half open': 'half open', closed: 'on' },
} as const

/** Stretches of one lane, for the ear. */
export const laneWords = (
  name: string,
  stretches: readonly { from: Instant; state: string }[],
  words: Readonly<Record<string, string>>,
  preferences: DisplayPreferences,
): string =>
  `${name}: ${stretches.map(({ from, state }) => `${words[state] ?? state} from ${clock(from, preferences)}`).join(', ')}.`
