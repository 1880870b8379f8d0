import {
  type Closure,
  type Estimate,
  floorBroken,
  forbidsDosing,
  HEALTH_FLOOR,
  HOTTEST_CELSIUS,
  HOUR,
  programmeOf,
  type Quantity,
  quantityOf,
  standsEmpty,
  type Today,
  type Tub,
  waterCareOpens,
} from '@/core'
import { closureLine, closureLineToday, formatClosure, waitingTest } from './closureWords'
import { named, QUANTITY_SHORT_NAMES } from './quantityNames'
import {
  aboutWhen,
  amount,
  clock,
  type DisplayPreferences,
  dayAndClock,
  degrees,
  duration,
  figure,
  list,
  METHOD_WORDS,
  upperFirst,
  whenAt,
} from './words'

export interface VerdictWords {
  sentence: string
  reason: string
  /** Every further closure, a line each. */
  also: string[]
  evidence: string | undefined
  tone: 'yes' | 'maybe' | 'no'
  /** Where the one copper button leads. */
  action: { place: string; label: string }
}

const COUNT = ['No', 'One', 'Two', 'Three', 'Four', 'Five', 'Six']

/** What a verdict's words are made of. */
export type Said = Pick<
  Today,
  | 'tub'
  | 'verdict'
  | 'plan'
  | 'estimate'
  | 'readyAt'
  | 'highAtFirst'
  | 'schedule'
  | 'startUp'
  | 'nextTestAt'
>

/** The published floor, where this tub's own range starts below it. */
export const formatFloor = (tub: Tub, preferences: DisplayPreferences): string | undefined => {
  const { sanitizer } = programmeOf(tub.programme)
  const floor = floorBroken(sanitizer, tub.targets.sanitizer)
  if (floor === undefined) return undefined
  return `This tub's range starts at ${amount(sanitizer, tub.targets.sanitizer.low, preferences)}, below the published floor of ${figure(sanitizer, floor, preferences)} (${HEALTH_FLOOR.source}).`
}

/** Limits of health, a sentence each. */
export const healthLimits = (preferences: DisplayPreferences): readonly string[] => [
  `${degrees(HOTTEST_CELSIUS, preferences)} at most, and 15 minutes is a common limit at that temperature.`,
  'No children under five; older children shorter, cooler and supervised.',
  'No alcohol or drugs.',
  'If you’re pregnant, take medicine or have heart disease, high blood pressure or diabetes, ask a doctor first.',
  'Don’t soak alone at night.',
  'Get out at once if you feel dizzy.',
]

/** Limits of health, wherever people and minutes are chosen and under every yes. */
export const formatHealth = (preferences: DisplayPreferences): string =>
  healthLimits(preferences).join(' ')

/** The newest reading the verdict rests on, and its age. */
const evidenceWords = (
  tub: Tub,
  estimate: Estimate,
  preferences: DisplayPreferences,
): string | undefined => {
  const { sanitizer } = programmeOf(tub.programme)
  const last = estimate.quantities[sanitizer].lastReading ?? estimate.quantities.pH.lastReading
  if (!last) return undefined
  const readings = estimate.quantities[sanitizer].modelledFrom
  return `${METHOD_WORDS[last.method]} test ${whenAt(last.at, preferences)}, ${duration(estimate.at - last.at)} ago${readings ? `; estimated since then from ${readings} readings of this tub` : ''}.`
}

const residualAndPh = (tub: Tub, estimate: Estimate, preferences: DisplayPreferences) => {
  const { sanitizer } = programmeOf(tub.programme)
  const value = (quantity: Quantity) =>
    amount(quantity, quantityOf(estimate.reading, quantity), preferences)
  return `${upperFirst(named(sanitizer))} is about ${value(sanitizer)} and pH ${value('pH')}`
}

/** The verdict's headline where a closure leads. */
const headline = (closure: Closure, preferences: DisplayPreferences): string => {
  switch (closure.code) {
    case 'fumes':
      return 'Closed. Away from the fumes.'
    case 'electrical fault':
      return 'Closed. Call an electrician.'
    case 'accident':
    case 'someone unwell':
    case 'incompatible sanitizers':
    case 'flush in the water':
      return 'Closed. Drain and refill first.'
    case 'closed down':
      return 'Closed down. It stands empty.'
    case 'refill under way':
      return 'Closed for the refill.'
    case 'people in':
      return `In use until ${clock(closure.until ?? closure.since, preferences)}.`
    case 'no power':
      return 'Closed. The power is off.'
    case 'no filter':
      return 'Closed. Put a filter in first.'
    case 'too hot':
      return closure.setPoint ? 'Closed. Turn the heater down.' : 'Too hot. Let it cool.'
    case 'dose mixing':
      return `Not yet. Mixing until ${clock(closure.until ?? closure.since, preferences)}.`
    case 'cloudy':
      return 'Closed until it is clear.'
    case 'combined chlorine high':
      return 'Not yet. Shock it first.'
    case 'stabiliser too high':
      return 'Closed. Replace part of the water.'
    case 'sanitizer high':
      return `Not yet. ${QUANTITY_SHORT_NAMES[closure.quantity]} is too high.`
    case 'sanitizer low':
    case 'pH low':
    case 'pH high':
      return 'Not yet.'
    case 'start-up unfinished':
      return 'Not yet. Finish the start-up.'
    case 'stood warm':
      return 'Closed. Shock it, then test.'
    case 'not retested':
      return 'Test again, then soak.'
    case 'readings disagree':
      return 'Test again to be sure.'
    case 'test too old':
      return closure.unsure ? 'Test to be sure.' : 'Test before anyone gets in.'
    case 'never tested':
      return closure.quantities.length > 1
        ? 'Test first.'
        : `Test ${named(closure.quantities[0] ?? 'pH')} first.`
  }
}

/** What stands against getting in, the first closure in front; what is done says when it could be over. */
const shut = (
  said: Said,
  closure: Closure,
  preferences: DisplayPreferences,
): Omit<VerdictWords, 'evidence' | 'tone'> => {
  const { verdict, plan, estimate, readyAt, highAtFirst, schedule, startUp } = said
  const { why, lift, action } = formatClosure(closure, preferences)
  const rest = verdict.closures.filter((one) => one !== closure)
  const later = waitingTest(said)
  const also = rest.map((one) => closureLineToday(one, said, preferences))
  const n = plan.steps.length
  const dosing = n > 0 && !verdict.closures.some(forbidsDosing)
  if (closure.code === 'dose mixing' && dosing)
    return {
      sentence: headline(closure, preferences),
      reason: `${why} The next step can begin ${(schedule.starts[0] ?? 0) > estimate.at ? whenAt(schedule.starts[0] ?? 0, preferences) : 'now'}.`,
      also,
      action: { place: 'dose', label: 'Go to the next step' },
    }
  if (later !== undefined && closure.lift.by === 'start-up')
    return {
      sentence: `Not yet. The start-up continues ${whenAt(later, preferences)}.`,
      reason: why,
      also,
      action: { place: 'programme', label: 'See the start-up' },
    }
  if (later !== undefined && (closure.code === 'not retested' || closure.code === 'never tested'))
    return {
      sentence: `Not yet. Test ${aboutWhen(later, preferences)}.`,
      reason: why,
      also,
      action: startUp
        ? { place: 'programme', label: 'See the start-up' }
        : { place: 'ahead', label: 'See the week ahead' },
    }
  const byPlan = closure.lift.by === 'dose' && closure.code !== 'combined chlorine high'
  if (byPlan && dosing && verdict.closures.every(waterCareOpens)) {
    const out = verdict.closures.filter((one) => one.lift.by === 'dose')
    return {
      sentence:
        readyAt === undefined
          ? 'Not yet. Dose, then test.'
          : `Not yet. Ready from about ${readyAt - estimate.at < 12 * HOUR ? clock(readyAt, preferences) : dayAndClock(readyAt, preferences)}.`,
      reason: `${out.map((one) => formatClosure(one, preferences).why).join(' ')} ${n === 1 ? 'One step fixes it' : `${COUNT[n] ?? n} steps fix it`}${plan.later.length > 0 ? ', as far as one go can' : ''}${highAtFirst ? '; the level is then too high at first, so keep out until it has fallen' : ''}; then test again.`,
      also: rest.filter((one) => !out.includes(one)).map((one) => closureLine(one, preferences)),
      action: { place: 'dose', label: 'Dose, step by step' },
    }
  }
  return {
    sentence: headline(closure, preferences),
    reason: `${why} ${lift}`,
    also,
    action: byPlan && dosing ? { place: 'dose', label: 'Dose, step by step' } : action,
  }
}

/** New water into which something goes before anything is read: what the start-up begins with. */
const DOSED_FIRST = {
  sentence: 'Not yet. Start the water up.',
  action: { place: 'dose', label: 'Dose, step by step' },
}

export const formatVerdict = (said: Said, preferences: DisplayPreferences): VerdictWords => {
  const { tub, verdict, plan, estimate } = said
  const evidence = standsEmpty(verdict.closures)
    ? undefined
    : evidenceWords(tub, estimate, preferences)
  const [first] = verdict.closures
  if (first) {
    const words = shut(said, first, preferences)
    const tested = estimate.lastTestAt !== undefined
    return {
      ...words,
      ...(first.code === 'never tested' && !tested && waitingTest(said) === undefined
        ? {
            ...(plan.steps.length > 0 ? DOSED_FIRST : {}),
            reason: `${
              estimate.filledAt
                ? `Nothing is known yet about the water put in ${whenAt(estimate.filledAt, preferences)}.`
                : 'Nothing is known yet about this water.'
            } ${plan.steps.length > 0 ? 'Something goes in before the first test.' : 'One strip tells enough to begin.'}`,
          }
        : {}),
      evidence,
      tone: verdict.mayGetIn === 'test first' ? 'maybe' : 'no',
    }
  }
  const stabiliser = verdict.balanceOut.find(({ quantity }) => quantity === 'cyanuricAcid')
  const out = verdict.balanceOut
    .filter((one) => one !== stabiliser)
    .map(
      ({ quantity, side }) =>
        `${side} ${QUANTITY_SHORT_NAMES[quantity].replace(/^[A-Z]/, (c) => c.toLowerCase())}`,
    )
  const { sanitizer } = programmeOf(tub.programme)
  const floor =
    verdict.belowFloor === undefined
      ? ''
      : `, by this tub’s own range, which starts below the published floor of ${amount(sanitizer, verdict.belowFloor, preferences)}`
  const yes = verdict.mayGetIn === 'yes'
  const read =
    verdict.readLow === undefined
      ? ''
      : `, though your last test read ${amount(sanitizer, verdict.readLow, preferences)}`
  return {
    sentence: yes
      ? verdict.belowFloor === undefined
        ? 'Yes, get in.'
        : 'Yes, below the published floor.'
      : verdict.belowFloor === undefined
        ? 'Probably. Test to be sure.'
        : 'Probably, below the published floor.',
    reason: `${residualAndPh(tub, estimate, preferences)}${yes ? '' : ' by estimate'}${read}${floor}.${
      out.length > 0
        ? ` ${upperFirst(list(out))} ${out.length === 1 ? 'is' : 'are'} no reason to stay out, but fix ${out.length === 1 ? 'it' : 'them'} soon.`
        : ''
    }${
      stabiliser?.side === 'high'
        ? ` Stabiliser is about ${amount('cyanuricAcid', stabiliser.value, preferences)} and slows chlorine down, so it takes at least ${amount(sanitizer, tub.targets.sanitizer.low, preferences)} of it.`
        : ''
    }`,
    also: [],
    evidence,
    tone: yes ? 'yes' : 'maybe',
    action: !yes
      ? { place: 'test', label: 'Test the water' }
      : plan.steps.length > 0
        ? { place: 'dose', label: 'Fix the balance' }
        : { place: 'soak', label: 'Log a soak' },
  }
}
