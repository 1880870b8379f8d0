import type { Plan } from '@/core/advice/plan'
import type { Fault, Verdict } from '@/core/advice/verdict'
import type { Estimate } from '@/core/estimate/estimate'
import { quantityOf } from '@/core/estimate/testedWater'
import { HOUR, MINUTE } from '@/core/journal/entry'
import { PRODUCTS } from '@/core/products/product'
import { floorBroken, HEALTH_FLOOR, programmeOf } from '@/core/programmes/programme'
import { QUANTITY, type Quantity } from '@/core/testing/quantity'
import type { Tub } from '@/core/tub'
import {
  amount,
  clock,
  dayAndClock,
  duration,
  figure,
  list,
  METHOD_WORDS,
  type Reader,
} from './words'

export interface VerdictWords {
  sentence: string
  reason: string
  evidence: string | undefined
  tone: 'yes' | 'maybe' | 'no'
  /** Where the one copper button leads. */
  action: { place: 'test' | 'dose' | 'record?add=soak'; label: string }
}

const named = (quantity: Quantity) => {
  const { name } = QUANTITY[quantity]
  return quantity === 'pH' ? name : name.toLowerCase()
}

const capital = (text: string) =>
  text.startsWith('pH') ? text : text[0]?.toUpperCase() + text.slice(1)

const faultWords = (fault: Fault, reader: Reader) => {
  const { quantity, value, side, limit } = fault
  if (quantity === 'temperature')
    return `the water is ${amount(quantity, value, reader)}, and ${amount(quantity, limit, reader)} is the most for adults`
  const should = side === 'low' ? 'should be at least' : 'should be at most'
  return `${named(quantity)} is about ${amount(quantity, value, reader)} and ${should} ${figure(quantity, limit, reader)}`
}

const COUNT = ['No', 'One', 'Two', 'Three', 'Four', 'Five', 'Six']

/** A time said with “about” ends on a five. */
export const onFives = (at: number) => Math.ceil(at / (5 * MINUTE)) * 5 * MINUTE

/** Minutes from now until the plan's last wait is over. */
export const planMinutes = (plan: Plan) =>
  plan.steps.reduce(
    (sum, step) => sum + step.waitMinutes + (step.kind === 'aerate' ? step.minutes : 0),
    0,
  )

/** The published floor, where this tub's own range starts below it. */
export const floorWords = (tub: Tub, reader: Reader): string | undefined => {
  const { sanitizer } = programmeOf(tub.programme)
  const floor = floorBroken(sanitizer, tub.targets.sanitizer)
  if (floor === undefined) return undefined
  return `This tub's range starts at ${amount(sanitizer, tub.targets.sanitizer.low, reader)}, below the published floor of ${figure(sanitizer, floor, reader)} (${HEALTH_FLOOR.source}).`
}

/** The newest reading the verdict rests on, and its age. */
const evidenceWords = (tub: Tub, estimate: Estimate, reader: Reader): string | undefined => {
  const { sanitizer } = programmeOf(tub.programme)
  const last = estimate.quantities[sanitizer].lastReading ?? estimate.quantities.pH.lastReading
  if (!last) return undefined
  const reckoned = estimate.quantities[sanitizer].reckonedFrom
  return `From the ${METHOD_WORDS[last.method].toLowerCase()} read ${dayAndClock(last.at, reader)}, ${duration(estimate.at - last.at)} old${reckoned ? `; since then reckoned from ${reckoned} readings of this tub` : ''}.`
}

const residualAndPh = (tub: Tub, estimate: Estimate, reader: Reader) => {
  const { sanitizer } = programmeOf(tub.programme)
  const value = (quantity: Quantity) =>
    amount(quantity, quantityOf(estimate.reading, quantity), reader)
  return `${capital(named(sanitizer))} is about ${value(sanitizer)} and pH ${value('pH')}`
}

export const verdictWords = (
  tub: Tub,
  verdict: Verdict,
  plan: Plan,
  estimate: Estimate,
  reader: Reader,
): VerdictWords => {
  const test = { place: 'test', label: 'Test the water' } as const
  const evidence = evidenceWords(tub, estimate, reader)
  switch (verdict.kind) {
    case 'no reading':
      return {
        sentence: 'Test first.',
        reason: estimate.filledAt
          ? `Nothing is known yet about the water put in ${dayAndClock(estimate.filledAt, reader)}. One strip tells enough to begin.`
          : 'Nothing is known yet about this water. One strip tells enough to begin.',
        evidence: undefined,
        tone: 'no',
        action: test,
      }
    case 'never read':
      return {
        sentence: `Test ${named(verdict.quantity)} first.`,
        reason: `${capital(named(verdict.quantity))} has not been read in this water, and clear water is no proof.`,
        evidence,
        tone: 'no',
        action: test,
      }
    case 'stale':
      return {
        sentence: 'Test before anyone gets in.',
        reason: `The last ${named(verdict.quantity)} reading is ${duration(verdict.ageHours * HOUR)} old. ${
          verdict.quantity === 'pH'
            ? 'After a week it says too little.'
            : 'A residual can be gone in a day.'
        }`,
        evidence,
        tone: 'no',
        action: test,
      }
    case 'mixing': {
      const rest = plan.steps.length > 0
      return {
        sentence: `Not yet. Mixing until ${clock(verdict.until, reader)}.`,
        reason: `${capital(PRODUCTS[verdict.product].commonName)} went in and has to spread first${rest ? '; then the next step' : '; then test again'}.`,
        evidence,
        tone: 'no',
        action: rest ? { place: 'dose', label: 'To the next step' } : test,
      }
    }
    case 'out of band': {
      const hot = verdict.faults.find(({ quantity }) => quantity === 'temperature')
      const reason = `${capital(verdict.faults.map((fault) => faultWords(fault, reader)).join('; '))}.`
      if (hot && verdict.faults.length === 1)
        return { sentence: 'Too hot. Let it cool.', reason, evidence, tone: 'no', action: test }
      if (plan.steps.length === 0)
        return {
          sentence: 'Not yet.',
          reason,
          evidence,
          tone: 'no',
          action: { place: 'dose', label: 'See what helps' },
        }
      const n = plan.steps.length
      const ready = onFives(estimate.at + (planMinutes(plan) + 5 * n) * MINUTE)
      return {
        sentence: `Not yet. Ready from about ${clock(ready, reader)}.`,
        reason: `${reason} ${n === 1 ? 'One step puts it' : `${COUNT[n] ?? n} steps put it`} right${plan.later.length > 0 ? ', as far as one round may go' : ''}.`,
        evidence,
        tone: 'no',
        action: { place: 'dose', label: 'Dose, step by step' },
      }
    }
    case 'retest':
      return {
        sentence: 'Test again, then soak.',
        reason: `What was added should have worked: ${residualAndPh(tub, estimate, reader).replace(/^[A-Z]/, (c) => c.toLowerCase())}, by estimate. A test has to show it.`,
        evidence,
        tone: 'maybe',
        action: test,
      }
    case 'likely':
      return {
        sentence: 'Probably. Test to be sure.',
        reason: `${residualAndPh(tub, estimate, reader)} by estimate, but the residual may have ${verdict.reachesLow ? 'fallen below its band' : 'left its band'} since it was read.`,
        evidence,
        tone: 'maybe',
        action: test,
      }
    case 'ready': {
      const out = verdict.balanceOut.map(
        ({ quantity, side }) =>
          `${side} ${QUANTITY[quantity].shortName.replace(/^[A-Z]/, (c) => c.toLowerCase())}`,
      )
      return {
        sentence: 'Yes, get in.',
        reason: `${residualAndPh(tub, estimate, reader)}.${
          out.length > 0
            ? ` ${capital(list(out))} ${out.length === 1 ? 'is' : 'are'} no reason to stay out, and worth mending.`
            : ''
        }`,
        evidence,
        tone: 'yes',
        action:
          plan.steps.length > 0
            ? { place: 'dose', label: 'Mend the balance' }
            : { place: 'record?add=soak', label: 'Log a soak' },
      }
    }
  }
}
