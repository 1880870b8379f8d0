import {
  type Behaviour,
  type Comparison,
  type EventLane,
  type Finding,
  HOUR,
  PRODUCTS,
  type Quantity,
  type RateMean,
  type Trended,
  type TrendFindings,
  type Why,
} from '@/core'
import { metric } from './inUnits'
import { QUANTITY_NAMES, QUANTITY_SHORT_NAMES } from './quantityNames'
import {
  amount,
  type DisplayPreferences,
  degrees,
  duration,
  figure,
  formatFixed,
  formatNumber,
  personHours,
  weekday,
} from './words'

export const trendedName = (quantity: Trended): string =>
  quantity === 'combinedChlorine' ? 'Combined chlorine' : QUANTITY_NAMES[quantity]
export const trendedShortName = (quantity: Trended): string =>
  quantity === 'combinedChlorine'
    ? 'Combined'
    : quantity === 'temperature'
      ? 'Temperature'
      : QUANTITY_SHORT_NAMES[quantity]
/** The quantity whose unit and decimals a lane is written in. */
export const writtenAs = (quantity: Trended): Quantity =>
  quantity === 'combinedChlorine' ? 'totalChlorine' : quantity

export const MEASURE_NAMES: Record<Behaviour, string> = {
  climb: 'pH climb',
  loss: 'Lost with nobody in',
  demand: 'A person-hour takes',
  acid: 'Acid used',
}

const percent = (perDay: number) => 100 * -Math.expm1(-perDay)

/** No stretch knows more. */
const twoFigures = (value: number) => Number(Math.max(0, value).toPrecision(2))

/** The figure of a measure and what follows it: "0.10" "a day". */
export const measureFigure = (
  measure: Behaviour,
  value: number,
  preferences: DisplayPreferences,
): { figure: string; unit: string } => {
  switch (measure) {
    case 'climb':
      return { figure: formatFixed(value, 2, preferences), unit: 'a day' }
    case 'loss':
      return { figure: `${formatNumber(percent(value), 0, preferences)} %`, unit: 'a day' }
    case 'demand':
      return { figure: metric(twoFigures(value), 'g', preferences), unit: 'of chlorine' }
    case 'acid':
      return { figure: metric(twoFigures(value), 'g', preferences), unit: 'a week' }
  }
}

const said = (measure: Behaviour, { mean, atLeast }: RateMean, preferences: DisplayPreferences) =>
  `${atLeast ? 'at least ' : ''}${measureFigure(measure, mean, preferences).figure}`

const TITLE: Record<Behaviour, (now: string) => string> = {
  climb: (now) => `pH climbs ${now} a day`,
  loss: (now) => `${now} of the sanitizer is lost in a day with nobody in`,
  demand: (now) => `A person takes ${now} of chlorine an hour`,
  acid: (now) => `A week takes ${now} of acid`,
}

/** "half that", "twice that", or the figure itself where neither is near. */
const against = (
  measure: Behaviour,
  was: RateMean,
  is: RateMean,
  preferences: DisplayPreferences,
) => {
  const ratio = was.mean / is.mean
  if (was.atLeast || is.atLeast) return said(measure, was, preferences)
  if (measure !== 'loss' && ratio > 0.45 && ratio < 0.55) return 'half that'
  if (measure !== 'loss' && ratio > 1.85 && ratio < 2.15) return 'twice that'
  return said(measure, was, preferences)
}

const TOO_FEW = 'There is too little in the log yet to see a change.'

/** The finding as a title; that nothing changed is one too. */
export const trendTitle = (
  { finding, lookedAt, comparisons }: TrendFindings,
  preferences: DisplayPreferences,
): string => {
  if (!finding)
    return lookedAt.length === 0
      ? TOO_FEW
      : comparisons.some(({ last, here }) => last && here)
        ? 'This water behaves like the last one.'
        : 'Nothing has changed that the log could show.'
  const { measure, before, after, withWater, since } = finding
  const now = TITLE[measure](said(measure, after, preferences))
  const was = against(measure, before, after, preferences)
  return withWater
    ? `${now} in this water; it was ${was} in the last one.`
    : `${now} since about ${weekday(since, preferences)}; it was ${was} before.`
}

const whyWords = (why: Why, preferences: DisplayPreferences): string => {
  const n = (value: number, decimals = 0) => formatNumber(value, decimals, preferences)
  switch (why.kind) {
    case 'quantity': {
      const { quantity, before, after } = why
      return quantity === 'temperature'
        ? `The water was at ${degrees(before, preferences)} then and is at ${degrees(after, preferences)} now`
        : `${QUANTITY_NAMES[quantity]} has read ${amount(quantity, after, preferences)} on average and ${figure(quantity, before, preferences)} before`
    }
    case 'jets':
      return `The jets ran ${n(why.after)} minutes a day with air, and ${n(why.before)} before`
    case 'use':
      return `The tub had ${personHours(why.after, preferences)} a day, and ${n(why.before, 1)} before`
    case 'product':
      return `${PRODUCTS[why.product].commonName} has been used since ${weekday(why.since, preferences)}`
    case 'climb':
      return `pH climbs ${n(why.after, 2)} a day, and ${n(why.before, 2)} before`
  }
}

/** Why it probably is so, and what is not the reason. */
export const trendReason = (
  { finding, lookedAt }: TrendFindings,
  preferences: DisplayPreferences,
): string => {
  if (!finding)
    return lookedAt.length === 0
      ? 'It takes four stretches of a few days with tests at both ends, in this water or the last.'
      : `Looked at: ${lookedAt.map((measure) => followed(measure)).join(', ')}. A difference may be there and too small to be seen.`
  const { why, notWhy } = finding
  const reason = why
    ? `${upper(whyWords(why, preferences))}: probably the reason.`
    : 'Nothing in the log explains it.'
  const rival =
    notWhy?.kind === 'product'
      ? ` It began before the change to ${PRODUCTS[notWhy.product].commonName} on ${weekday(notWhy.since, preferences)}.`
      : ''
  return `${reason}${rival}`
}
const upper = (text: string) =>
  text.startsWith('pH') ? text : `${text.slice(0, 1).toUpperCase()}${text.slice(1)}`
const followed = (measure: Behaviour) =>
  ({
    climb: 'the climb of pH',
    loss: 'the loss of sanitizer',
    demand: 'what a person-hour takes',
    acid: 'the use of acid',
  })[measure]

/** What the finding is worth: "Surer than 19 in 20; 14 stretches now, 11 before." */
export const trendCertainty = ({ chance, before, after }: Finding): string =>
  `${chance < 0.01 ? 'Surer than 99 in 100' : 'Surer than 19 in 20'}, by ${after.stretches} stretches after and ${before.stretches} before.`

/** One comparison in words. */
export const comparisonWords = (
  { measure, here, last, verdict }: Comparison,
  preferences: DisplayPreferences,
): string => {
  const counted = measure === 'acid' ? 'weeks' : measure === 'demand' ? 'soaks' : 'stretches'
  if (!here)
    return last
      ? `Too few ${counted} in this water yet; it was ${said(measure, last, preferences)} in the last one.`
      : `Too few ${counted} yet.`
  if (!last) return `${here.stretches} ${counted}; nothing to compare it with.`
  const was = said(measure, last, preferences)
  return {
    differs: `Was ${was}. The difference is real, 19 in 20; ${here.stretches} ${counted}.`,
    'no difference':
      here.low > last.high || here.high < last.low
        ? `Was ${was}. Too few to be sure that it differs; ${here.stretches} ${counted}.`
        : `Was ${was}. No difference to be seen; ${here.stretches} ${counted}.`,
    'too few': `Was ${was}. Too few to say whether it differs.`,
  }[verdict]
}

/** Why a figure is only a least; undefined where none is. */
export const leastWords = ({ finding, comparisons }: TrendFindings): string | undefined =>
  finding?.before.atLeast ||
  finding?.after.atLeast ||
  comparisons.some(({ here, last }) => here?.atLeast || last?.atLeast)
    ? 'At least: the sanitizer often ran out, and they would have taken more.'
    : undefined

/** What would slow a climb or a loss, where the finding says that it grew. */
export const trendAdvice = ({ finding }: TrendFindings): string | undefined => {
  if (!finding || finding.after.mean <= finding.before.mean) return undefined
  const { measure, why } = finding
  if (measure === 'climb' || measure === 'acid')
    return why?.kind === 'quantity' && why.quantity === 'totalAlkalinity'
      ? 'Less bicarbonate: alkalinity at the low end of its range loses less carbon dioxide.'
      : 'Jets and air only while somebody is in, and alkalinity at the low end of its range.'
  if (measure === 'loss')
    return why?.kind === 'quantity' && why.quantity === 'temperature'
      ? 'Cooler water between soaks keeps sanitizer longer.'
      : 'A rinsed filter, a clean waterline and a shock come first; slime in the pipes takes sanitizer too.'
  return 'Showers before the tub and no lotion take most of it away.'
}

export const EVENT_LANE_WORDS: Record<EventLane, string> = {
  soaks: 'Soaks',
  sanitizer: 'Sanitizer',
  balance: 'Acid △ base ▲',
  other: 'Other doses',
  filter: 'Filter, water',
  looks: 'Looks',
}

export const RANGE_WORDS = {
  '2 weeks': '2 weeks',
  '3 months': '3 months',
  water: 'This water',
  all: 'All',
} as const

/** A life of the water as its ground is named: "this water, 70 days". */
export const lifeName = (
  life: { from: number; to: number | undefined },
  which: 'this' | 'last' | 'older',
  now: number,
): string => {
  const long = duration(Math.max(HOUR, (life.to ?? now) - life.from))
  return which === 'this'
    ? `this water, ${long}`
    : which === 'last'
      ? `the last one, ${long}`
      : long
}
