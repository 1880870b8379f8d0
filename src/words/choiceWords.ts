import type { Alternative, Question } from '@/core/advice/alternatives'
import type { Plan } from '@/core/advice/plan'
import { PRODUCTS, type ProductName } from '@/core/products/product'
import { list, numberWords, type Reader, stepWords } from './words'

type Asked = Question['asks']

export const QUESTION_WORDS: Record<Asked, string> = {
  lift: 'What lifts pH',
  order: 'Which goes first',
  acidParts: 'Acid in how many parts',
  acid: 'Which acid',
  sanitizer: 'Which sanitizer',
  sanitizing: 'What the sanitizer goes by',
  care: 'How far to go',
}

const VALUE_WORDS: Record<string, string> = {
  'lift as fits': 'What fits the alkalinity',
  'lift soda ash': 'Soda ash: quick, and alkalinity rises too',
  'lift air': 'Air from the jets: slow, and alkalinity stays',
  'order usual': 'The usual order',
  'order alkalinity first': 'Alkalinity first',
  'order pH first': 'pH first',
  'acidParts 1': 'In one go',
  'acidParts 2': 'Half, then a test',
  'acidParts 3': 'A third, then a test',
  'sanitizing by test': 'By what was read',
  'sanitizing by label': 'By its label, tests for balance only',
  'care middle': 'To the middle of the range',
  'care edge': 'Just inside the range: less poured, sooner out again',
}

export const answerWords = (asks: Asked, value: string): string =>
  asks === 'acid' || asks === 'sanitizer'
    ? PRODUCTS[value as ProductName].commonName
    : (VALUE_WORDS[`${asks} ${value}`] ?? value)

/** What comes of a plan, in a line: what goes in, and where pH and alkalinity land. */
export const outcomeWords = (plan: Plan, reader: Reader): string => {
  const steps = plan.steps.map((step) => {
    const { figure, name } = stepWords(step, reader)
    return step.kind === 'aerate' ? `${figure} of air` : `${figure} ${name}`
  })
  const { pH, totalAlkalinityPpm } = plan.after
  const lands = `pH ${numberWords(pH, 2, reader)}, alkalinity ${numberWords(totalAlkalinityPpm, 0, reader)}`
  if (steps.length === 0) return `Nothing now; ${lands}.`
  return `${list(steps)}; lands at ${lands}${plan.later.length > 0 ? ', more after the test' : ''}.`
}

/** What sets one sanitizer apart from the next, beyond the amount. */
export const leavesBehind = ({ plan }: Alternative, reader: Reader): string => {
  const stabiliser = plan.after.cyanuricAcidPpm - plan.before.cyanuricAcidPpm
  const hardness = plan.after.calciumHardnessPpm - plan.before.calciumHardnessPpm
  const parts = [
    ...(stabiliser > 0.3 ? [`${numberWords(stabiliser, 1, reader)} ppm stabiliser`] : []),
    ...(hardness > 0.3 ? [`${numberWords(hardness, 1, reader)} ppm hardness`] : []),
  ]
  return parts.length > 0 ? ` Leaves ${list(parts)}.` : ''
}
