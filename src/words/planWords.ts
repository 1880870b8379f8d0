import { feederOf, type PlanStep, PRODUCTS } from '@/core'
import type { TubView } from '@/server/views'
import { formatNote } from './adviceText'
import { choreName } from './choreText'
import { CLOSURE_SHORT, closureLineToday } from './closureWords'
import { ALWAYS, stepCautions } from './handlingText'
import { formatOldReading, formatStartsFrom } from './learntWords'
import { FEEDER_MOVES } from './programmeText'
import {
  aboutWhen,
  clock,
  type DisplayPreferences,
  dayAndClock,
  dose,
  formatNumber,
  formatSpoon,
  formatStep,
  mixedNumber,
  upperFirst,
} from './words'

type AddStep = Extract<PlanStep, { kind: 'add' }>

/** A dose in the owner's own scoop, to the quarter; undefined where there is none, or where it is too coarse for this dose. */
export const scoopsOf = ({ scoop, grams }: AddStep): number | undefined => {
  if (!scoop) return undefined
  const count = Math.round((4 * grams) / scoop.grams) / 4
  return Math.abs(count * scoop.grams - grams) <= 0.1 * grams ? count : undefined
}

/** "2¼ level scoops" where the owner has one, else level spoons or cups. */
export const formatHand = (step: AddStep): string => {
  const { scoop, grams, product } = step
  const count = scoopsOf(step)
  if (scoop && count !== undefined)
    return `${mixedNumber(count)} level ${scoop.name}${count > 1 ? 's' : ''}`
  return formatSpoon(product, grams)
}

/** The plan as plain text, for a message or a slip of paper. */
export const planText = (view: TubView, preferences: DisplayPreferences): string => {
  const { tub, plan, schedule, estimate } = view
  const lines = [`${tub.name}, ${dayAndClock(view.now, preferences)}`]
  if (estimate.lastTestAt !== undefined)
    lines.push(`Based on the test from ${dayAndClock(estimate.lastTestAt, preferences)}.`)
  for (const closure of view.verdict.closures)
    lines.push(
      `Closed (${CLOSURE_SHORT[closure.code]}). ${closureLineToday(closure, view, preferences)}`,
    )
  if (plan.steps.length > 0)
    for (const one of [formatStartsFrom(view, preferences), formatOldReading(view)])
      if (one) lines.push(one)
  if (plan.steps.length === 0) lines.push('Nothing to add.')
  else lines.push(ALWAYS)
  plan.steps.forEach((step, i) => {
    const { figure, name } = formatStep(step, preferences)
    const at = clock(schedule.starts[i] ?? view.now, preferences)
    const counted =
      step.kind === 'add' && step.takenAsPercent !== undefined
        ? `; counted as ${formatNumber(step.takenAsPercent, 2, preferences)} %, see its label`
        : ''
    const hand = step.kind === 'add' ? ` (about ${formatHand(step)}${counted})` : ''
    lines.push(
      '',
      `${step.order}. ${at}  ${figure} ${name}${hand}`,
      `   Jets ${step.jets}, cover ${step.cover}. ${stepCautions(step).join(' ')}`,
    )
    lines.push(
      `   ${thenWait(view.schedule.waits[i] ?? 0, i === plan.steps.length - 1, step.kind === 'add' ? step.waitMinutes : undefined)}`,
    )
  })
  if (plan.steps.length > 0)
    lines.push(
      '',
      `Test again ${aboutWhen(view.schedule.testAt, preferences)}, before anyone gets in.`,
    )
  const also = alsoToday(view, preferences)
  if (also.length > 0) lines.push('', 'Also today:', ...also.map((line) => `- ${line}`))
  for (const note of plan.notes) lines.push('', formatNote(note, preferences))
  return lines.join('\n')
}

/** What else there is to do today, beside the doses of the plan and their test, in order. */
export const alsoToday = (
  { acts, tub }: Pick<TubView, 'acts' | 'tub'>,
  preferences: DisplayPreferences,
): string[] =>
  acts.flatMap((act) => {
    switch (act.kind) {
      case 'helper':
        return [
          `${choreName(act.chore)}: ${act.doses.map(({ product, grams }) => `${dose(product, grams, preferences)} ${PRODUCTS[product].commonName}`).join(', then ')}`,
        ]
      case 'chore':
        return [
          `${choreName(act.chore)}, ${act.handsMinutes} min${act.power === 'off' ? ', power off' : ''}`,
        ]
      case 'feeder':
        return [`${upperFirst(feederOf(tub.programme) ?? 'feeder')}: ${FEEDER_MOVES[act.move]}`]
      default:
        return []
    }
  })

/** What follows a step. @param last whether the test comes next */
export const thenWait = (minutes: number, last: boolean, mixes = minutes): string => {
  if (minutes >= 2 * 60 && mixes < minutes)
    return `Then let it mix for ${mixes} minutes and put the cover back on. Nothing else goes in for ${Math.round(minutes / 60)} hours; then test.`
  if (minutes > 0) return `Then wait ${minutes} minutes${last ? ', and test' : ''}.`
  return last ? 'Then test.' : 'Then the next step.'
}
