import {
  type Entry,
  type Fit,
  feederOf,
  type Instant,
  type Left,
  type Merged,
  MINUTE,
  type OrderReason,
  type PlacedAct,
  type PlaceReason,
  PRODUCTS,
  type Tub,
  type Visit,
  type What,
} from '@/core'
import { choreName, choreShort } from './choreText'
import { formatWait } from './handlingText'
import { formatHand } from './planWords'
import { FEEDER_MOVES } from './programmeText'
import { quantityWords } from './quantityNames'
import { formatLength } from './refillWords'
import { STAGE_NAMES } from './stageText'
import { START_TITLES } from './startUpText'
import {
  clock,
  type DisplayPreferences,
  day,
  dayAndClock,
  degrees,
  dose,
  figure,
  formatStep,
  lowerFirst,
  sameDay,
  upperFirst,
  whenAt,
} from './words'

/** What is done, as a person would call it: the figure stands first and large where there is one. */
export interface ActWords {
  figure: string
  name: string
  /** In the hand's measure, or with what. */
  detail: string
  /** For narrow places and the middle of a sentence. */
  short: string
}

const plain = (name: string, short = lowerFirst(name), detail = ''): ActWords => ({
  figure: '',
  name,
  detail,
  short,
})

export const actWords = (
  what: What,
  tub: Pick<Tub, 'programme'>,
  preferences: DisplayPreferences,
): ActWords => {
  switch (what.kind) {
    case 'look':
      return plain('Look at the water and its level', 'look')
    case 'soak log': {
      const { at, load } = what.soak
      return plain(
        `Log the soak of ${dayAndClock(at, preferences)}`,
        'log the soak',
        `${load.people} ${load.people === 1 ? 'person' : 'people'}, ${load.minutes} minutes as planned`,
      )
    }
    case 'dose': {
      const { figure, name } = formatStep(what.dose, preferences)
      return {
        figure,
        name,
        detail: what.dose.kind === 'add' ? formatHand(what.dose) : '',
        short: what.dose.kind === 'add' ? PRODUCTS[what.dose.product].commonName : name,
      }
    }
    case 'helper': {
      const [first] = what.doses
      const parts = what.doses.map(
        ({ product, grams }) =>
          `${dose(product, grams, preferences)} ${PRODUCTS[product].commonName}`,
      )
      return plain(
        choreName(what.chore),
        first ? PRODUCTS[first.product].commonName : choreShort(what.chore.id),
        parts.join(', then '),
      )
    }
    case 'test':
      return what.retest
        ? plain('Test again', 'test', quantityWords(what.quantities))
        : plain(`Test ${quantityWords(what.quantities)}`, 'test')
    case 'feeder':
      return plain(
        `${upperFirst(feederOf(tub.programme) ?? 'feeder')}: ${FEEDER_MOVES[what.move]}`,
        feederOf(tub.programme) ?? 'feeder',
      )
    case 'start-up':
      return plain(
        what.step ? `Start-up: ${lowerFirst(START_TITLES[what.step])}` : 'Continue the start-up',
        'start-up',
      )
    case 'chore':
      return plain(choreName(what.chore), choreShort(what.chore.id))
    case 'swap':
      return plain(
        `Swap the filter: ${what.into.name} in${what.out ? `, ${what.out.name} out` : ''}`,
        'filter swap',
      )
    case 'set':
      return what.act === 'rinse'
        ? plain(`Rinse ${what.set.name} and hang it to dry`, `rinse ${what.set.name}`)
        : what.act === 'soak'
          ? plain(`Put ${what.set.name} into its cleaning bucket`, `soak ${what.set.name}`)
          : plain(`Rinse ${what.set.name} clear and hang it to dry`, `hang ${what.set.name}`)
    case 'stage':
      return plain(STAGE_NAMES[what.stage], lowerFirst(STAGE_NAMES[what.stage]))
  }
}

/** How long hands are at it: "10 min", or "1 min" where it is less. */
export const handsWords = ({ handsMinutes }: Pick<PlacedAct, 'handsMinutes'>): string =>
  `${Math.max(1, Math.round(handsMinutes))} min`

const ORDER_WORDS: Record<Exclude<OrderReason['code'], 'not after'>, string> = {
  'look first': 'Cloud or foam changes the plan.',
  'level first': 'Topping up dilutes: look at the level before anything goes in.',
  'soak counts': 'What bathers left counts towards the dose.',
  'sets the amounts': 'The test sets the amounts; until then they are estimates.',
  'air first': 'The jets have run their time first.',
  'shows what came of it': 'Once everything has mixed, the test shows what came of it.',
  'after the doses': 'Once the doses have worked.',
  'with the shock': 'While the shock works and the cover is open anyway.',
  'ends the water': 'Last of all: nobody gets in after it before the water is changed.',
  'out of the tub first': 'The set that has just come out.',
  'opens the tub': 'Last, so that it tests the tub as you will use it.',
  'your order': 'Put in this order by you.',
  stage: 'Once the stage before it is over.',
}

/** Why an act stands where it stands. */
export const placeWords = (
  why: PlaceReason,
  acts: readonly PlacedAct[],
  nameOf: (act: PlacedAct) => string,
): string => {
  switch (why.code) {
    case 'while': {
      const other = acts.find(({ key }) => key === why.key)
      return other ? `Fills the wait after the ${nameOf(other)}.` : 'Fills a wait.'
    }
    case 'after':
      return why.why.code === 'not after'
        ? why.why.why
          ? formatWait(why.why.why)
          : 'One product at a time: the one before has to mix in first.'
        : ORDER_WORDS[why.why.code]
    case 'power off first':
      return 'Before the doses: nothing goes in with the power off.'
    case 'not while': {
      const other = acts.find(({ key }) => key === why.key)
      return other ? `Not while the ${nameOf(other)} is mixing.` : 'Not while something mixes.'
    }
    case 'not sooner':
      return 'Not sooner: something is still mixing, or its time has not come.'
    case 'next':
      return ''
  }
}

/** Why an act is not part of the visit, when it comes up again, and what it costs to leave it. */
export const leftWords = (
  { why, what, lateDays }: Left,
  preferences: DisplayPreferences,
): string => {
  const late =
    lateDays > 0
      ? ` By then it is ${lateDays} ${lateDays === 1 ? 'day' : 'days'} past its window.`
      : ''
  const keepsShut = what.kind === 'dose' || what.kind === 'test' || what.kind === 'start-up'
  const cost = keepsShut ? ' Until then the tub stays as it is.' : late
  switch (why.code) {
    case 'within its days':
      return 'Still within its days.'
    case 'no time':
      return `No time for it in these minutes.${cost}`
    case 'not by then':
      return `It would keep people out for longer than that.${late}`
    case 'skipped':
      return `Left out: ${why.said}.${cost}`
    case 'later today':
      return 'Due later today.'
    case 'with the drain':
      return 'Done while the tub is empty.'
    case 'licensed':
      return 'For a licensed person: make an appointment.'
    case 'frost':
      return `The power would be off for ${why.minutes} minutes at ${degrees(why.airCelsius, preferences)}. Do it on a milder day, or get a spare set.${late}`
    case 'no spare':
      return `Without a spare set it keeps the power off for ${why.minutes} minutes.`
    case 'start-up':
      return 'Nothing but the start-up’s own steps goes in until it is done.'
    case 'closed':
      return 'Nothing goes in while the tub is closed as it is.'
    case 'stage runs on':
      return 'The stage before it runs on until then.'
  }
}

/** When something left comes up again. */
export const leftDay = (
  { day: at, why }: Pick<Left, 'day' | 'why'>,
  preferences: DisplayPreferences,
): string => {
  if (at === undefined)
    return why.code === 'with the drain'
      ? 'at the drain'
      : why.code === 'licensed'
        ? ''
        : 'next visit'
  return sameDay(at, preferences.now, preferences) ? clock(at, preferences) : day(at, preferences)
}

export const mergedWords = ({ what, into }: Merged): string =>
  what === 'filter rinse'
    ? `The ${choreShort(into)} begins and ends with a rinse: no rinse of its own.`
    : `${upperFirst(choreShort(what))} goes with the ${choreShort(into)}: one time, both marked.`

const length = (minutes: number) => `${minutes} ${minutes === 1 ? 'minute' : 'minutes'}`

/** What a visit comes to for each tub, with its name where there are more. */
export type Readies = readonly {
  at: Instant | undefined
  testAt?: Instant | undefined
  name?: string
}[]

/** Which tubs stay closed; nothing where none does. */
export const staysClosed = (ready: Readies): string => {
  const shut = ready.filter(({ at, testAt }) => at === undefined && testAt === undefined)
  if (shut.length === 0) return ''
  if (ready.length === 1) return 'The tub stays closed.'
  if (shut.length === ready.length) return 'The tubs stay closed.'
  return `${shut.map(({ name }) => name ?? 'One').join(', ')} ${shut.length === 1 ? 'stays' : 'stay'} closed.`
}

/** The title of a visit: hands, and when the tub is ready. */
export const visitTitle = (
  { acts, handsMinutes }: Pick<Visit, 'acts' | 'handsMinutes'>,
  ready: Readies,
  preferences: DisplayPreferences,
  /** When nothing is left to do but a test that is not to be made yet. */
  next?: Instant,
): string => {
  const stays = staysClosed(ready)
  if (acts.length === 0) {
    if (next !== undefined)
      return `Nothing to do now. The next test is ${whenAt(next, preferences)}.`
    return stays ? `Nothing to do now. ${stays}` : 'Nothing to do at the tub.'
  }
  const hands = `${length(Math.max(1, Math.round(handsMinutes)))} at the ${ready.length > 1 ? 'tubs' : 'tub'}.`
  const known = ready.flatMap(({ at }) => (at === undefined ? [] : [at]))
  const test = ready.find(({ testAt }) => testAt !== undefined)?.testAt
  if (test !== undefined)
    return `${hands} The test ${whenAt(test, preferences)} decides.${stays && ` ${stays}`}`
  if (stays) return `${hands} ${stays}`
  const last = Math.max(...known)
  if (last <= preferences.now + MINUTE) return `${hands} The tub stays open for soaking.`
  return `${hands} Ready to soak ${sameDay(last, preferences.now, preferences) ? `at ${clock(last, preferences)}` : dayAndClock(last, preferences)}.`
}

/** A moment of readiness is said on fives. */
const ROUNDED = 6 * MINUTE

/** How much the waits hold. */
export const visitSummary = (
  { acts, oneByOne, free, ready }: Pick<Visit, 'acts' | 'oneByOne' | 'free' | 'ready'>,
  /** When the last tub is ready by all that is known. */
  last: Instant | undefined,
  preferences: DisplayPreferences,
): string => {
  const after =
    last !== undefined && last > Math.max(...ready.map(({ at }) => at)) + ROUNDED
      ? ' The level is too high at first: keep out until it has fallen, then test again.'
      : ''
  const inWaits = acts.filter(({ why }) => why.code === 'while').length
  const count = `${acts.length} ${acts.length === 1 ? 'job' : 'jobs'} in one sequence.`
  if (inWaits === 0) return `${count}${after}`
  return `${count} The waits hold ${inWaits === 1 ? 'one of them' : `${inWaits} of them`}: one after another it would take until ${clock(Math.max(oneByOne, free, last ?? 0), preferences)}.${after}`
}

/** Whether what was asked of the time can be had, and what it takes. */
export const fitWords = (
  fit: Fit,
  { left, free }: Pick<Visit, 'left' | 'free'>,
  preferences: DisplayPreferences,
): string | undefined => {
  switch (fit.asked) {
    case 'all':
      return undefined
    case 'minutes': {
      if (fit.minutes === 0)
        return 'No time at all: everything is left. It waits below with its reasons.'
      const dropped = left.filter(({ why }) => why.code === 'no time').length
      return fit.fits
        ? `Everything fits into ${length(fit.minutes)}.`
        : `${upperFirst(length(fit.minutes))}: ${dropped === 1 ? 'one job is' : `${dropped} jobs are`} left for another day.`
    }
    case 'ready by': {
      if (!fit.fits)
        return `Not by ${dayAndClock(fit.by, preferences)}: the waits alone take until ${dayAndClock(fit.earliest, preferences)}. That is the soonest; nothing was left out for it.`
      const dropped = left.filter(({ why }) => why.code === 'not by then').length
      return dropped > 0
        ? `Ready by ${clock(fit.by, preferences)} with ${dropped === 1 ? 'one job' : `${dropped} jobs`} left for another day.`
        : `Ready by ${clock(fit.by, preferences)}; hands free at ${clock(free, preferences)}.`
    }
  }
}

/** What went on in a visit, at its end. */
export const visitEnd = (done: readonly { entry: Entry }[], left: readonly Left[]): string => {
  const acts = done.length
  const notDone = left.filter(({ why }) => why.code !== 'within its days').length
  return `${acts} ${acts === 1 ? 'entry' : 'entries'} in the history${notDone > 0 ? `, ${notDone} left for another day` : ''}.`
}

const CANT_GO: Record<'not after', string> = {
  'not after': 'one product at a time, and the one before has to mix in first',
}

/** Why one can't be put before another. */
export const impossibleWords = (
  { why }: { why: OrderReason },
  name: string,
  other: string,
): string =>
  `${upperFirst(name)} can’t go before ${other}: ${
    why.code === 'not after'
      ? CANT_GO['not after']
      : lowerFirst(ORDER_WORDS[why.code]).replace(/\.$/, '')
  }.`

/** A wait, for its lane: "acid mixing, 30 min: pH 8.0 to about 7.5". */
export const waitWords = (
  act: Pick<PlacedAct, 'what' | 'waitMinutes'>,
  preferences: DisplayPreferences,
): string[] => {
  const { what, waitMinutes } = act
  if (what.kind === 'dose' && what.dose.kind === 'add') {
    const name = PRODUCTS[what.dose.product].commonName
    const { before, after } = what.dose
    const moved = [
      ['pH', before.pH, after.pH, 0.05],
      ['bromine', before.brominePpm, after.brominePpm, 0.3],
      ['freeChlorine', before.freeChlorinePpm, after.freeChlorinePpm, 0.3],
      ['totalAlkalinity', before.totalAlkalinityPpm, after.totalAlkalinityPpm, 3],
    ] as const
    const [largest] = moved
      .map(([quantity, from, to, step]) => ({
        quantity,
        from,
        to,
        steps: Math.abs(to - from) / step,
      }))
      .sort((a, b) => b.steps - a.steps)
    const to =
      largest && largest.steps >= 1
        ? `: ${quantityWords([largest.quantity])} ${figure(largest.quantity, largest.from, preferences)} to about ${figure(largest.quantity, largest.to, preferences)}`
        : ''
    return [
      `${name} mixing, ${formatLength(waitMinutes)}${to}`,
      `${name}, ${formatLength(waitMinutes)}`,
      formatLength(waitMinutes),
    ]
  }
  if (what.kind === 'stage')
    return [
      `${STAGE_NAMES[what.stage]} runs by itself, ${formatLength(waitMinutes)}`,
      formatLength(waitMinutes),
    ]
  return [`working, ${formatLength(waitMinutes)}`, formatLength(waitMinutes)]
}
