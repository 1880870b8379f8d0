import type { Outcome, Purpose, SanitizerQuantity, SetAside } from '@/core'
import { DOSING_NAMES } from './adviceText'
import { amount, type DisplayPreferences, dayAndClock, list } from './words'

/** What an act is for, inside a sentence: "for the sanitizer and the shock that is due". */
const PURPOSE_WORDS: Record<Purpose, string> = {
  'start-up': 'the start-up',
  balance: 'the balance',
  residual: 'the sanitizer level',
  'after soak': 'what bathers left',
  shock: 'the shock that is due',
  'bromide bank': 'the bromide bank',
  hardness: 'hardness',
  salt: 'salt',
  stabiliser: 'stabiliser',
  metals: 'metals in the water',
  weekly: 'the weekly routine',
  'too much': 'what is too much',
  upkeep: 'upkeep',
}

export const formatPurposes = (purposes: readonly Purpose[]): string =>
  `For ${list(purposes.map((one) => PURPOSE_WORDS[one]))}.`

/** What was wanted and is not done now, and why; undefined where it is part of what is done. */
export const formatSetAside = (
  one: SetAside,
  preferences: DisplayPreferences,
): string | undefined => {
  if (one.what === 'rule')
    return `The ${DOSING_NAMES[one.dosing]} would leave too little to get in, so this dose goes by what the water needs.`
  switch (one.reason) {
    case 'served':
      return undefined
    case 'test first':
      return 'The shock waits for a test: nobody knows how much sanitizer is in the water.'
    case 'residual high':
      return 'The shock waits: the level is high enough already. Let it fall, then test.'
    case 'dosed already':
      return 'The shock waits for the test of what you have added.'
    case 'metals first':
      return one.day === undefined
        ? 'The shock waits: metals in the water would stain. Add scale and metal inhibitor first.'
        : `The shock waits for the inhibitor to take hold of the metals, until ${dayAndClock(one.day, preferences)}.`
    case 'before a soak':
      return `The shock waits until the last bather is out${one.day === undefined ? '' : `, ${dayAndClock(one.day, preferences)}`}.`
  }
}

/** Before, at the peak, and a day later, by the estimate. */
export const formatDoseOutcome = (
  { beforePpm, peakPpm, tomorrowPpm }: Outcome,
  sanitizer: SanitizerQuantity,
  preferences: DisplayPreferences,
): string =>
  `Now about ${amount(sanitizer, beforePpm, preferences)}, then about ${amount(sanitizer, peakPpm, preferences)}, tomorrow about ${amount(sanitizer, tomorrowPpm, preferences)}.`
