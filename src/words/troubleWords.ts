import {
  type Case,
  type CauseFound,
  type CauseId,
  type Closure,
  DAY,
  type Evidence,
  type Instant,
  isTrouble,
  type Line,
  PRODUCTS,
  type Quantity,
  type QuestionId,
  type SettlingTest,
  type Sign,
  type TreatOrChange,
  type Trouble,
  type WaterWay,
  waterCareOpens,
} from '@/core'
import { formatClosure } from './closureWords'
import { named } from './quantityNames'
import { formatReason } from './refillWords'
import { signName } from './signText'
import { CAUSE_NAMES, CAUSE_SAYS, EMERGENCY_TEXT, QUESTION_TEXT } from './troubleText'
import {
  amount,
  type DisplayPreferences,
  day,
  dayAndClock,
  degrees,
  dose,
  figure,
  formatNumber,
  list,
  lowerFirst,
  personHours,
  sameDay,
  upperFirst,
  volume,
  whenAt,
} from './words'

/** "6 in 10"; never more sure than 19 in 20, for no journal is. */
export const oddsInTen = (likelihood: number): string => {
  const tenths = Math.round(10 * likelihood)
  return likelihood > 0.945
    ? '19 in 20'
    : tenths < 1
      ? 'less than 1 in 10'
      : `${Math.min(9, tenths)} in 10`
}

/** A word for it, so that nobody has to read the bar. */
export const likelihoodWord = (likelihood: number): string =>
  likelihood >= 0.75
    ? 'very likely'
    : likelihood >= 0.5
      ? 'more likely than not'
      : likelihood >= 0.3
        ? 'quite possible'
        : likelihood >= 0.1
          ? 'possible'
          : 'unlikely'

const days = (count: number, preferences: DisplayPreferences): string => {
  const whole = Math.round(count)
  return whole < 1
    ? 'today'
    : `${formatNumber(whole, 0, preferences)} ${whole === 1 ? 'day' : 'days'} ago`
}

const span = (count: number, preferences: DisplayPreferences): string => {
  const whole = Math.max(1, Math.round(count))
  return `${formatNumber(whole, 0, preferences)} ${whole === 1 ? 'day' : 'days'}`
}

const read = ({ facts }: Evidence, preferences: DisplayPreferences, quantity: Quantity): string =>
  `${upperFirst(named(quantity))} ${amount(quantity, facts.value ?? 0, preferences)}`

/** What the journal says, as a line with its figure and its date. */
const formatEvidence = (evidence: Evidence, preferences: DisplayPreferences): string => {
  const { id, value, facts } = evidence
  const at = (instant = preferences.now) => dayAndClock(instant, preferences)
  const on = (instant = preferences.now) => day(instant, preferences)
  const quantity = facts.quantity ?? 'pH'
  const number = (one = 0, decimals = 1) => formatNumber(one, decimals, preferences)
  switch (id) {
    case 'filter age':
      return value === 'just cleaned'
        ? `Filter cleaned ${at(facts.at)}`
        : `Filter last rinsed ${days(facts.days ?? 0, preferences)}; every ${number(facts.every, 0)} here`
    case 'filter hours':
      return `The cartridge has been in the water for ${span(facts.days ?? 0, preferences)} of about ${number(facts.every, 0)}`
    case 'filter seen':
      return `The filter rinsed ${value === 'white' ? 'white' : 'grey or brown'} ${on(facts.at)}`
    case 'filter soak':
      return value === 'these days'
        ? `A filter came back from its cleaner ${on(facts.at)}`
        : 'No filter cleaner was used lately'
    case 'residual': {
      const name = upperFirst(named(quantity))
      if (value === 'not tested')
        return facts.at === undefined
          ? `${name} has never been tested in this water`
          : `${name} not tested for ${span(facts.days ?? 0, preferences)}`
      const limit = figure(quantity, facts.limit ?? 0, preferences)
      return value === 'held'
        ? `${name} has stayed at ${limit} or more for five days`
        : `${name} ${facts.read ? 'read' : 'was about'} ${amount(quantity, facts.value ?? 0, preferences)} ${at(facts.at)}`
    }
    case 'residual high':
      return value === 'yes'
        ? `${read(evidence, preferences, quantity)}, above ${figure(quantity, facts.limit ?? 0, preferences)}`
        : `${upperFirst(named(quantity))} hasn’t been above ${figure(quantity, facts.limit ?? 0, preferences)} since yesterday`
    case 'combined chlorine':
      return `Combined chlorine read ${amount('totalChlorine', facts.value ?? 0, preferences)} ${on(facts.at)}`
    case 'sanitizer':
      return `This tub runs on ${named(quantity)}`
    case 'load':
      return value === 'none'
        ? `No one has used the tub since ${on(facts.at)}`
        : `${personHours(facts.value ?? 0, preferences)} in three days${(facts.people ?? 0) > 1 ? `, ${facts.people} at once ${on(facts.at)}` : ''}`
    case 'lotion':
      return `A soak with lotion ${on(facts.at)}`
    case 'balance':
      return `Calcite index ${signed(facts.value ?? 0, preferences)}, ${signed(facts.other ?? 0, preferences)} at the heater`
    case 'pH':
      return `${read(evidence, preferences, 'pH')} ${on(facts.at)}`
    case 'alkalinity':
    case 'hardness':
    case 'stabiliser':
      return `${read(evidence, preferences, quantity)}${facts.at === undefined ? '' : `, read ${on(facts.at)}`}`
    case 'water age':
      return `This water is ${span(facts.days ?? 0, preferences)} old; ${number(facts.every, 0)} at most`
    case 'solids':
      return `Dissolved solids ${number(facts.value, 0)} ppm above the fill water; due at ${number(facts.limit, 0)}`
    case 'metals':
      switch (value) {
        case 'high':
          return `The water holds ${number(facts.value, 1)} ppm of ${facts.quantity ?? 'iron'}`
        case 'none':
          return 'No metals were found in the water'
        case 'well':
          return 'Well water whose metals have never been tested'
        default:
          return 'Metals have never been tested'
      }
    case 'inhibitor':
      return value === 'none'
        ? 'No inhibitor in the last month'
        : `Inhibitor went in ${on(facts.at)}`
    case 'products lately':
      return value === 'none'
        ? 'Nothing unusual went in this week'
        : `${upperFirst(PRODUCTS[facts.product ?? 'enzyme'].commonName)} went in ${on(facts.at)}`
    case 'absence':
      return `Nothing was logged for ${span(facts.days ?? 0, preferences)} from ${on(facts.at)}`
    case 'level look':
      return facts.at === undefined
        ? 'The level has never been logged'
        : `Level last checked ${days(facts.days ?? 0, preferences)}`
    case 'fell together':
      return `pH fell by ${number(facts.value)} and alkalinity by ${number(facts.other, 0)} together by ${on(facts.at)}, with no acid`
    case 'circulation':
      return `It filters ${number(facts.value)} hours a day; ${number(facts.limit, 0)} are the least`
    case 'purge':
      return value === 'not'
        ? `The pipes weren’t flushed before the fill of ${on(facts.at)}`
        : `The pipes were flushed ${on(facts.at)}`
    case 'loss':
      return `It loses ${number(100 * (facts.value ?? 0), 0)} % of its sanitizer a day; usual here is ${number(100 * (facts.limit ?? 0), 0)} %`
    case 'warmth':
      return `${upperFirst(amount('temperature', facts.value ?? 0, preferences))} ${on(facts.at)}, set to ${degrees(facts.limit ?? 0, preferences)}`
    case 'incompatible sanitizer':
      return `${upperFirst(PRODUCTS[facts.product ?? 'biguanide'].commonName)}, which ruins this sanitizer, went in ${on(facts.at)}`
    case 'smells of nothing':
      return 'No smell'
  }
}

const signed = (value: number, preferences: DisplayPreferences): string =>
  `${value < -0.05 ? '−' : value > 0.05 ? '+' : ''}${formatNumber(Math.abs(value), 1, preferences)}`

export const questionWords = (question: QuestionId): string => QUESTION_TEXT[question].ask

/** Inches as people read them off a ruler; an exact conversion would say 0.79. */
const IN_INCHES: Record<string, string> = {
  'under 2 cm': 'under ¾ in',
  '2 to 5 cm': '¾ to 2 in',
  'more than 5 cm': 'more than 2 in',
}

export const answerWords = (answer: string, { units }: DisplayPreferences): string =>
  (units.volume === 'litre' ? undefined : IN_INCHES[answer]) ?? answer

/** One line of what speaks for or against a cause. */
export const formatLine = (line: Line, preferences: DisplayPreferences): string => {
  switch (line.kind) {
    case 'sign':
      return upperFirst(signName(line.sign))
    case 'answer':
      return `${questionWords(line.question).replace(/\?$/, ':')} ${answerWords(line.answer, preferences)}`
    case 'journal':
      return formatEvidence(line.evidence, preferences)
    case 'helped before':
      return `Treating it helped ${day(line.at, preferences)}`
    case 'treated in vain':
      return `Treated since ${day(line.at, preferences)}, and still there after its time`
  }
}

/** What a line rests on, where it has an entry of its own. */
export const lineEntry = (line: Line): number | undefined =>
  line.kind === 'journal' ? line.evidence.facts.entry : undefined

const headSign = (signs: readonly Sign[]): Sign | undefined => signs.find(isTrouble)

/** "Cloudy since Saturday. Most likely the sanitizer ran out." */
export const troubleTitle = (
  found: Trouble,
  open: Case | undefined,
  preferences: DisplayPreferences,
): string => {
  const sign = headSign(found.signs)
  if (!sign) return 'What’s wrong?'
  if (found.emergency) return `${EMERGENCY_TEXT[found.emergency].title}. See to this first.`
  const since = open
    ? sameDay(open.since, preferences.now, preferences)
      ? ' today'
      : ` since ${day(open.since, preferences)}`
    : ''
  const others = found.signs.filter(isTrouble).length - 1
  const more = others > 0 ? ` and ${others} more` : ''
  const [top] = found.causes
  const says =
    !top?.linked || top.likelihood < 0.2
      ? 'Nothing stands out yet.'
      : `${top.likelihood >= 0.45 ? 'Most likely' : 'Possibly'} ${CAUSE_SAYS[top.cause]}.`
  return `${upperFirst(signName(sign))}${more}${since}. ${says}`
}

/** What a question tells apart. */
export const askWhy = (tells: readonly [CauseId, CauseId] | undefined): string =>
  tells
    ? `The answer separates ${CAUSE_NAMES[tells[0]]} from ${CAUSE_NAMES[tells[1]]}.`
    : 'The answer narrows it down most.'

/** The test that would settle it, by what is tested. */
export const settleName = ({ quantity }: Pick<SettlingTest, 'quantity'>): string =>
  quantity === 'totalChlorine' ? 'Combined chlorine' : upperFirst(named(quantity))

const SETTLE_LIMIT: Partial<Record<Quantity, { beyond: string; within: string }>> = {
  totalChlorine: { beyond: '0.5 ppm or more', within: 'less' },
  freeChlorine: { beyond: 'far below the range', within: 'in range' },
  bromine: { beyond: 'far below the range', within: 'in range' },
  biguanide: { beyond: 'far below the range', within: 'in range' },
  peroxide: { beyond: 'far below the range', within: 'in range' },
  pH: { beyond: 'above the range', within: 'in range' },
  totalAlkalinity: { beyond: 'above the range', within: 'in range' },
  calciumHardness: { beyond: 'below 75 ppm', within: 'more' },
  cyanuricAcid: { beyond: 'above the range', within: 'in range' },
  iron: { beyond: '0.2 ppm or more', within: 'less' },
}

export const settleOutcomes = ({
  quantity,
  outcomes,
}: SettlingTest): { when: string; cause: string }[] =>
  outcomes.map(({ beyond, cause, likelihood }) => ({
    when: (beyond ? SETTLE_LIMIT[quantity]?.beyond : SETTLE_LIMIT[quantity]?.within) ?? 'otherwise',
    cause: `${CAUSE_NAMES[cause]}, ${oddsInTen(likelihood)}`,
  }))

/** Why a cause can be put aside, by the strongest that speaks against it. */
export const ruledOutWords = (
  { cause, against }: CauseFound,
  preferences: DisplayPreferences,
): string => {
  const [first] = against
  return `${CAUSE_NAMES[cause]}${first ? ` (${lowerFirst(formatLine(first, preferences))})` : ''}`
}

/** Both schools for this water, in a sentence. */
export const formatTreatOrChange = (
  { advice, why, reverses }: TreatOrChange,
  preferences: DisplayPreferences,
): { advice: string; why: string; reverses: string | undefined } => {
  const because = (): string => {
    switch (why.code) {
      case 'cause':
        return `No product takes out ${CAUSE_NAMES[why.cause]}.`
      case 'due': {
        const { rule, words } = formatReason(why.reason, preferences)
        const by = why.reason.at > preferences.now ? ` by ${day(why.reason.at, preferences)}` : ''
        return `The water is due anyway${by}. ${rule}: ${words}`
      }
      case 'came back':
        return `${upperFirst(signName(why.sign))} came back: it was there ${day(why.at, preferences)}, too.`
      case 'young':
        return `${
          why.ageDays === undefined
            ? 'Nothing says this water is old'
            : `The water is ${span(why.ageDays, preferences)} old of ${formatNumber(why.lifeDays, 0, preferences)} at most`
        }${why.first ? ', and this is the first time.' : '.'}`
    }
  }
  return {
    advice: advice === 'treat' ? 'Treat it.' : 'Change the water.',
    why: because(),
    reverses: reverses
      ? `Change it if it’s still there ${day(reverses.stillThereAt, preferences)}, or again within ${reverses.againWithinDays} days.`
      : undefined,
  }
}

const lasts = (count: number, preferences: DisplayPreferences): string =>
  count < 1.5
    ? 'a day'
    : count < 14
      ? `${formatNumber(count, 0, preferences)} days`
      : count < 60
        ? `${formatNumber(count / 7, 0, preferences)} weeks`
        : `${formatNumber(count / 30.4, 0, preferences)} months`

/** One way as figures: what it takes, how long, how long it holds. */
export const formatWay = (
  { dose: given, litres, hours, lastsDays }: WaterWay,
  preferences: DisplayPreferences,
): { takes: string; hours: string; lasts: string } => ({
  takes: given
    ? dose(given.product, given.grams, preferences)
    : litres === undefined
      ? 'as the plan works it out'
      : volume(litres, preferences),
  hours: hours < 1.5 ? '1 h' : `${formatNumber(hours, 0, preferences)} h`,
  lasts: lasts(lastsDays, preferences),
})

/** When anyone may get in again, if the way out is followed. */
export const reopensWords = (
  { testAt, at }: { testAt: Instant | undefined; at: Instant | undefined },
  closures: readonly Closure[],
  preferences: DisplayPreferences,
): string => {
  // No test decides while something else keeps it shut.
  const stays = closures.find((one) => !waterCareOpens(one))
  if (stays) return `The tub stays closed. ${formatClosure(stays, preferences).lift}`
  if (testAt !== undefined)
    return `The test ${whenAt(testAt, preferences)} decides when anyone may get in.`
  if (at === undefined) return 'The tub stays closed until a test shows it in range.'
  if (at <= preferences.now + 60_000) return 'You can keep using the tub meanwhile.'
  return `Open again ${dayAndClock(at, preferences)}, if the test then agrees.`
}

/** A case that is over, for the record. */
export const formatCase = (
  one: Case,
  preferences: DisplayPreferences,
): { what: string; how: string } => {
  const what = upperFirst(list(one.seen.filter(isTrouble).map(signName)))
  const length = one.until === undefined ? undefined : (one.until - one.since) / DAY
  const took =
    length === undefined
      ? 'still open'
      : length < 1
        ? `over after ${formatNumber(Math.max(1, length * 24), 0, preferences)} h`
        : `over after ${span(length, preferences)}`
  const how =
    one.ended === 'new water'
      ? 'new water'
      : one.ended === 'not seen again'
        ? 'not seen again'
        : one.helped
          ? `treated for ${CAUSE_NAMES[one.helped]}`
          : one.until === undefined
            ? ''
            : 'cleared up without treatment'
  return { what, how: [took, how].filter(Boolean).join(', ') }
}

/** Emergency lines by the reader's region: published numbers, from memory; the local one goes first where it differs. */
const EMERGENCY_NUMBER: Record<string, string> = {
  US: '911',
  CA: '911',
  GB: '999',
  AU: '000',
  NZ: '111',
  CH: '112 (medical: 144)',
}
const EUROPE = '112'

const regionOf = (locale: string): string | undefined => {
  try {
    return new Intl.Locale(locale).maximize().region
  } catch {
    return undefined
  }
}

const emergencyNumber = (locale: string): string =>
  EMERGENCY_NUMBER[regionOf(locale) ?? ''] ?? EUROPE

/** @param poisonLine as its people wrote it down */
export const emergencySteps = (
  emergency: NonNullable<Trouble['emergency']>,
  { locale }: Pick<DisplayPreferences, 'locale'>,
  poisonLine: string | undefined,
): string[] =>
  EMERGENCY_TEXT[emergency].steps.map((step) =>
    step
      .replace('{emergency}', emergencyNumber(locale))
      .replace(
        '{poison}',
        poisonLine
          ? `Poison line: ${poisonLine}.`
          : 'Poison line: the number of your region; write it down below.',
      ),
  )
