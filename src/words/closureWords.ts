import {
  type Closure,
  type ClosureCode,
  closureRow,
  HOUR,
  holdsBack,
  type Instant,
  MINUTE,
  PRODUCTS,
  type Sign,
  type Today,
} from '@/core'
import { named } from './quantityNames'
import { signName } from './signText'
import { STAGE_NAMES } from './stageText'
import { START_TITLES } from './startUpText'
import {
  amount,
  clock,
  type DisplayPreferences,
  dayAndClock,
  degrees,
  duration,
  figure,
  list,
  lowerFirst,
  upperFirst,
  whenAt,
} from './words'
export interface ClosureWords {
  /** Why it is closed, as a sentence. */
  why: string
  /** What opens it, as a sentence. */
  lift: string
  /** Where that is done: a place of this tub, and the button that leads there. */
  action: { place: string; label: string }
}

/** For narrow places: "closed: too hot". */
export const CLOSURE_SHORT: Record<ClosureCode, string> = {
  'electrical fault': 'electrical fault',
  fumes: 'fumes',
  accident: 'accident',
  'someone unwell': 'someone unwell',
  'incompatible sanitizers': 'incompatible sanitizers',
  'closed down': 'standing empty',
  'flush in the water': 'pipe flush in the water',
  'refill under way': 'refill under way',
  'people in': 'people in the tub',
  'no power': 'no power',
  'no filter': 'no filter',
  'too hot': 'too hot',
  'dose mixing': 'mixing',
  cloudy: 'not clear',
  'stood warm': 'stood warm',
  'combined chlorine high': 'combined chlorine high',
  'stabiliser too high': 'stabiliser too high',
  'sanitizer high': 'sanitizer high',
  'pH low': 'pH low',
  'pH high': 'pH high',
  'sanitizer low': 'sanitizer low',
  'start-up unfinished': 'start-up not finished',
  'not retested': 'retest first',
  'readings disagree': 'readings disagree',
  'test too old': 'test first',
  'never tested': 'test first',
}

const UNWELL_WORDS: Partial<Record<Sign, string>> = {
  fever: 'A fever',
  rash: 'A rash',
  'trouble breathing': 'Trouble breathing',
}

const TROUBLE = { place: 'trouble', label: 'See what to do' }
const TEST = { place: 'test', label: 'Test the water' }
const DOSE = { place: 'dose', label: 'See what to add' }
const REFILL = { place: 'refill', label: 'Plan the refill' }

const after = (product: Extract<Closure, { code: 'not retested' }>['after']): string => {
  switch (product) {
    case 'air':
      return 'Jets and air were run'
    case 'water':
      return 'New water went in'
    case 'boost':
      return 'The cell was set to boost'
    case 'complaint':
      return 'Somebody’s body complained'
    case 'power cut':
      return 'The power came back'
    default:
      return `${upperFirst(PRODUCTS[product].commonName)} went in`
  }
}

const DISAGREES: Record<Extract<Closure, { code: 'readings disagree' }>['why'], string> = {
  'risen by nothing':
    'The last two tests of the sanitizer disagree, and nothing that was logged explains the rise.',
  'pH by nothing':
    'The last test reads a pH that nothing logged explains. It counts in part until a second test agrees.',
  'total below free': 'The last test reads less total chlorine than free chlorine, which can’t be.',
  'no alkalinity': 'The last test reads no alkalinity at a pH that water without any can’t have.',
}

const REFILL_FIRST = 'Drain it, clean and disinfect the shell and the filter, then refill and test.'

/** What is said of a closure of one code. */
type Words<Code extends Closure['code']> = (
  closure: Closure & { code: Code },
  how: { since: string; when: string; preferences: DisplayPreferences },
) => ClosureWords

const outOfLimits: Words<'sanitizer low' | 'pH low' | 'pH high'> = (closure, { preferences }) => {
  const name = upperFirst(named(closure.quantity))
  const limit = figure(closure.quantity, closure.limit, preferences)
  const [most, above] = closure.code === 'pH high' ? ['most', 'above'] : ['least', 'below']
  const value = amount(closure.quantity, closure.value, preferences)
  const near = figure(closure.quantity, closure.value, preferences) === limit
  // Read so; the estimate of it stands within its limits.
  const asRead = closure.lift.by === 'test' && closure.lift.quantities.includes(closure.quantity)
  return {
    why: near
      ? `${name} is just ${above} ${amount(closure.quantity, closure.limit, preferences)}, the ${most} that lets anyone in.`
      : asRead
        ? `${name} read ${value}; it should be at ${most} ${limit}.`
        : `${name} is about ${value} and should be at ${most} ${limit}.`,
    lift:
      closure.lift.by !== 'test'
        ? 'Dose, let it mix, then test.'
        : closure.lift.quantities.includes(closure.quantity)
          ? 'Test again.'
          : `Test ${closure.lift.quantities.map(named).join(', ')} first: the dose depends on it.`,
    action: closure.lift.by === 'test' ? TEST : DOSE,
  }
}

/** One row a code. */
const WORDS: { [Code in Closure['code']]: Words<Code> } = {
  fumes: (_, { when }) => ({
    why: `Fumes or mixed chemicals were logged ${when}. Keep everyone away until they’re gone.`,
    lift: 'Once the air is clear, press “It looks fine now” in Trouble, then test.',
    action: TROUBLE,
  }),
  accident: (closure, { when }) => ({
    why: `${closure.sign === 'glass' ? 'Broken glass' : 'An accident'} was logged ${when}. Keep everyone out and switch the power off at the breaker.`,
    lift: REFILL_FIRST,
    action: REFILL,
  }),
  'electrical fault': (closure, { when }) => ({
    why:
      closure.sign === 'power trips'
        ? `The breaker tripped ${when}. Current may be going where it shouldn’t: leave it off.`
        : `An electric shock was logged ${when}. Leave the power off at the main switch and don’t touch the water.`,
    lift: 'Have a licensed electrician find and repair it, then mark “Call a licensed technician” done in Upkeep.',
    action: { place: 'upkeep', label: 'Go to Upkeep' },
  }),
  'no power': (_, { since }) => ({
    why: `The power has been off since ${since}: nothing filters or mixes the water.`,
    lift: 'Log it under Heat and power when it’s back, then test.',
    action: { place: 'upkeep/heat#cut', label: 'See what to do' },
  }),
  'someone unwell': (closure, { when }) => ({
    why: `${UNWELL_WORDS[closure.sign] ?? 'Illness'} after using the tub was logged ${when}. The water may be the cause. See a doctor and mention the tub.`,
    lift: REFILL_FIRST,
    action: REFILL,
  }),
  'incompatible sanitizers': (closure, { when }) => ({
    why: `${upperFirst(PRODUCTS[closure.product].commonName)} was added ${when}. It and this tub’s sanitizer ruin each other, and there may be no working residual.`,
    lift: 'Add nothing more. Flush the pipes, drain, clean and refill.',
    action: REFILL,
  }),
  'closed down': (_, { when }) => ({
    why: `The tub was drained ${when} and stands empty.`,
    lift: 'Inspect it, fill it and start it up, then test.',
    action: { place: 'upkeep/closing', label: 'See what comes next' },
  }),
  'flush in the water': (_, { when }) => ({
    why: `Pipe flush was added ${when}. It isn’t safe for skin.`,
    lift: 'Drain and refill.',
    action: { place: 'refill', label: 'Go to Refill' },
  }),
  'refill under way': (closure, { since }) => ({
    why: `The refill has started (${lowerFirst(STAGE_NAMES[closure.stage])}, ${since}).`,
    lift: 'Finish the refill, then test.',
    action: { place: 'refill', label: 'Continue the refill' },
  }),
  'people in': (closure, { preferences }) => ({
    why: `${closure.people === 1 ? 'One person is' : `${closure.people} people are`} in until ${clock(closure.until ?? closure.since, preferences)}, as logged.`,
    lift: 'Wait until they’re out, then test.',
    action: { place: 'record?kind=soak', label: 'Open the logged soak' },
  }),
  'no filter': (_, { since }) => ({
    why: `There’s been no filter in this tub since ${since}.`,
    lift: 'Switch the power off, put a filter set in and log it. Add nothing until then: don’t run the jets without a filter.',
    action: { place: 'upkeep#filters', label: 'Put a filter in' },
  }),
  'too hot': (closure, { when, preferences }) => {
    if (closure.celsius === undefined)
      return {
        why: `The tub showed an over-heat code ${when}; ${degrees(closure.limit, preferences)} is the most for adults.`,
        lift: 'Measure the temperature by hand before anyone gets in.',
        action: { place: 'test', label: 'Measure the temperature' },
      }
    return closure.setPoint
      ? {
          why: `The heater is set to ${degrees(closure.celsius, preferences)}; ${degrees(closure.limit, preferences)} is the most for adults.`,
          lift: 'Turn the heater down, and change the setting here, too.',
          action: { place: 'tub', label: 'Change the set temperature' },
        }
      : {
          why: `The water was at ${amount('temperature', closure.celsius, preferences)} ${when}; ${degrees(closure.limit, preferences)} is the most for adults.`,
          lift: 'Let it cool, then measure again.',
          action: { place: 'test', label: 'Measure the temperature' },
        }
  },
  'dose mixing': (closure, { preferences }) => ({
    why: `${upperFirst(PRODUCTS[closure.product].commonName)} was just added and needs to mix until ${clock(closure.until ?? closure.since, preferences)}.`,
    lift: 'Wait, then test.',
    action: TEST,
  }),
  cloudy: (closure, { when }) => ({
    why:
      closure.sign === 'algae'
        ? `Algae were seen ${when}.`
        : `The water was seen ${closure.sign === 'cloudy' ? 'cloudy' : `with a ${closure.sign}`} ${when}. If you can’t see a coin on the floor, nobody gets in.`,
    lift: 'Find out why, and test. Once the water is clear, say so in Trouble.',
    action: { place: 'trouble', label: 'Find out why' },
  }),
  'combined chlorine high': (closure, { preferences }) => ({
    why: `Combined chlorine is about ${amount('totalChlorine', closure.value, preferences)}; ${figure('totalChlorine', closure.limit, preferences)} and more stings eyes and lungs.`,
    lift: 'Shock with the cover half open, then test free and total chlorine.',
    action: { place: 'soak#shock', label: 'See how to shock' },
  }),
  'stabiliser too high': (closure, { preferences }) => ({
    why: `Stabiliser is about ${amount('cyanuricAcid', closure.value, preferences)}; above ${figure('cyanuricAcid', closure.limit, preferences)} chlorine works too slowly.`,
    lift: 'Replace part of the water, then test. No product lowers it.',
    action: { place: 'refill', label: 'Replace part of the water' },
  }),
  'sanitizer high': (closure, { preferences }) => ({
    why: `${upperFirst(named(closure.quantity))} is about ${amount(closure.quantity, closure.value, preferences)}; keep out above ${figure(closure.quantity, closure.limit, preferences)}.`,
    lift: 'Run the jets with the cover open, then test again.',
    action: { place: 'dose', label: 'See what helps' },
  }),
  'sanitizer low': outOfLimits,
  'pH low': outOfLimits,
  'pH high': outOfLimits,
  'stood warm': (_, { since }) => ({
    why: `The water stood warm without power for hours, until ${since}. Germs grow in such water.`,
    lift: 'Let it circulate, shock it, and test once that has mixed.',
    action: DOSE,
  }),
  'start-up unfinished': (closure) => ({
    why: `The start-up isn’t finished. Next: ${lowerFirst(START_TITLES[closure.step])}.`,
    lift: 'Finish the start-up, then test.',
    action: { place: 'programme', label: 'Continue the start-up' },
  }),
  'not retested': (closure, { when }) => {
    if (closure.after === 'complaint')
      return {
        why: `${upperFirst(signName(closure.sign ?? 'itchy skin'))} after a soak was logged ${when}. The water may be the cause.`,
        lift: `Test ${list(closure.quantities.map(named))} before anyone gets in; total chlorine, too, if your kit reads it.`,
        action: TEST,
      }
    return {
      why: `${after(closure.after)} ${when}, and ${list(closure.quantities.map(named))} ${closure.quantities.length > 1 ? 'have' : 'has'} not been tested since it mixed.`,
      lift: `Test ${list(closure.quantities.map(named))}.`,
      action: { place: 'test', label: 'Retest the water' },
    }
  },
  'readings disagree': (closure) => ({
    why: DISAGREES[closure.why],
    lift: `Test ${list(closure.quantities.map(named))} again.`,
    action: TEST,
  }),
  'test too old': (closure) => ({
    why: closure.unsure
      ? `The last ${named(closure.quantity)} test is ${duration(closure.ageHours * HOUR)} old, and ${closure.logged ? 'too much has happened since' : closure.quantity === 'pH' ? 'pH has probably left its range since: it climbs as carbon dioxide leaves the water' : 'the level may have fallen too far since'}.`
      : `The last ${named(closure.quantity)} test is ${duration(closure.ageHours * HOUR)} old. ${
          closure.quantity === 'pH'
            ? 'After a week it no longer tells you enough.'
            : 'The sanitizer can be gone within a day.'
        }`,
    lift: `Test ${named(closure.quantity)}.`,
    action: TEST,
  }),
  'never tested': (closure) => ({
    why: `${upperFirst(list(closure.quantities.map(named)))} ${closure.quantities.length > 1 ? 'have' : 'has'} not been tested in this water. Clear water isn’t always safe water.`,
    lift: `Test ${list(closure.quantities.map(named))}.`,
    action: TEST,
  }),
}

/** Why a tub is shut and what opens it. */
export const formatClosure = (closure: Closure, preferences: DisplayPreferences): ClosureWords => {
  const said = WORDS[closure.code] as Words<Closure['code']>
  return said(closure, {
    since: dayAndClock(closure.since, preferences),
    when: whenAt(closure.since, preferences),
    preferences,
  })
}

/** One line a closure, for lists and printed sheets. */
export const closureLine = (closure: Closure, preferences: DisplayPreferences): string => {
  const { why, lift } = formatClosure(closure, preferences)
  return `${why} ${lift}`
}

/** While another closure holds everything back, what would lift this one is not to be done yet: only why it is there is said. */
const liftsNow = (closure: Closure, found: readonly Closure[]): boolean => {
  const keepsAway = ({ code }: Closure) => closureRow(code).hands === 'keep away'
  // Nobody drains a tub that nobody may go near.
  if (found.some(keepsAway)) return keepsAway(closure)
  return holdsBack(closure) || !found.some(holdsBack)
}

/** One of a tub's closures, with what lifts it where that may be done now. */
/** What of today bears on how a closure is told. */
type Telling = Pick<Today, 'verdict' | 'nextTestAt' | 'estimate'>

/** Sooner than this is now. */
const SOON = 10 * MINUTE

/** When the next test is, where nothing is left to do but that and it is not to be made yet. */
export const waitingTest = ({
  nextTestAt,
  estimate,
}: Pick<Telling, 'nextTestAt' | 'estimate'>): Instant | undefined =>
  nextTestAt !== undefined && nextTestAt > estimate.at + SOON ? nextTestAt : undefined

/** Whether what lifts it is asked for now: among the others, and not before its time. */
export const liftsToday = (closure: Closure, today: Telling): boolean => {
  if (!liftsNow(closure, today.verdict.closures)) return false
  const { by } = closure.lift
  return (by !== 'test' && by !== 'start-up') || waitingTest(today) === undefined
}

/** One line a closure, as today bears on it. */
export const closureLineToday = (
  closure: Closure,
  today: Telling,
  preferences: DisplayPreferences,
): string =>
  liftsToday(closure, today)
    ? closureLine(closure, preferences)
    : formatClosure(closure, preferences).why
