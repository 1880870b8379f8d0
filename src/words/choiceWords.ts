import { type Alternative, type Plan, PRODUCTS, type ProductName, type Question } from '@/core'
import { type DisplayPreferences, formatNumber, formatStep, list } from './words'

type Asked = Question['asks']

export const QUESTION_WORDS: Record<Asked, string> = {
  raisePh: 'How to raise pH',
  order: 'Which goes first',
  acidParts: 'How to split the acid',
  acid: 'Which acid',
  sanitizer: 'Which sanitizer',
  dosing: 'How to dose the sanitizer',
  granules: 'How chlorine granules go in',
  aim: 'How far to go',
}

const VALUE_WORDS: Record<string, string> = {
  'raisePh as fits': 'Whichever suits the alkalinity',
  'raisePh soda ash': 'Soda ash: quick, but raises alkalinity too',
  'raisePh air': 'Air from the jets: slow, and alkalinity stays the same',
  'order usual': 'The usual order',
  'order alkalinity first': 'Alkalinity first',
  'order pH first': 'pH first',
  'acidParts 1': 'All at once',
  'acidParts 2': 'In halves, with a test between',
  'acidParts 3': 'In thirds, with a test after each',
  'dosing by demand': 'By what the water needs: tests, and what bathers left',
  'dosing spoon rule': 'By the spoon rule, after each soak',
  'dosing daily grams': 'The same amount every day',
  'dosing label': 'From its label, with tests for balance only',
  'granules scattered': 'Scattered over running jets',
  'granules in a bucket': 'Dissolved in a bucket of tub water, then jets off for half an hour',
  'aim middle': 'To the middle of the range',
  'aim edge': 'Just inside the range: less product, but out of range sooner',
}

export const formatAnswer = (asks: Asked, value: string): string =>
  asks === 'acid' || asks === 'sanitizer'
    ? PRODUCTS[value as ProductName].commonName
    : (VALUE_WORDS[`${asks} ${value}`] ?? value)

/** What comes of a plan, in a line: what goes in, and where pH and alkalinity land. */
export const formatOutcome = (plan: Plan, preferences: DisplayPreferences): string => {
  const steps = plan.steps.map((step) => {
    const { figure, name } = formatStep(step, preferences)
    return step.kind === 'aerate' ? `${figure} of air` : `${figure} ${name}`
  })
  const { pH, totalAlkalinityPpm } = plan.after
  const lands = `pH ${formatNumber(pH, 2, preferences)}, alkalinity ${formatNumber(totalAlkalinityPpm, 0, preferences)}`
  if (steps.length === 0) return `Nothing now; ${lands}.`
  return `${list(steps)}; lands at ${lands}${plan.later.length > 0 ? ', more after the test' : ''}.`
}

/** What sets one sanitizer apart from the next, beyond the amount. */
export const leavesBehind = ({ plan }: Alternative, preferences: DisplayPreferences): string => {
  const stabiliser = plan.after.cyanuricAcidPpm - plan.before.cyanuricAcidPpm
  const hardness = plan.after.calciumHardnessPpm - plan.before.calciumHardnessPpm
  const parts = [
    ...(stabiliser > 0.3 ? [`${formatNumber(stabiliser, 1, preferences)} ppm stabiliser`] : []),
    ...(hardness > 0.3 ? [`${formatNumber(hardness, 1, preferences)} ppm hardness`] : []),
  ]
  return parts.length > 0 ? ` Leaves ${list(parts)}.` : ''
}
