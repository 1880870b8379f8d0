import {
  cleansFilter,
  DAY,
  type Fan,
  feederOf,
  isKind,
  type LevelAhead,
  programmeOf,
  QUANTITIES,
  QUANTITY,
  type Quantity,
  weeklyUse,
} from '@/core'
import type { TubView } from '@/server/views'
import { metric } from './inUnits'
import { QUANTITY_NAMES, QUANTITY_SHORT_NAMES } from './quantityNames'
import {
  amount,
  type DisplayPreferences,
  day,
  degrees,
  figure,
  formatNumber,
  personHours,
  volume,
} from './words'

const percentADay = (perHour: number) => 100 * -Math.expm1(-24 * perHour)

/** Fewer readings than these have hardly moved what any tub of the programme is taken to do. */
const FEW = 8

/** Why the estimate says what it says, in a few lines. */
export const formatExplain = (view: TubView, preferences: DisplayPreferences): string[] => {
  const { tub, learnt, journal, now, estimate } = view
  const { sanitizer } = programmeOf(tub.programme)
  const name = QUANTITY_NAMES[sanitizer]
  const { loss, demand, transfer } = learnt.rates
  const feeder = feederOf(tub.programme)
  const n = (value: number, decimals = 0) => formatNumber(value, decimals, preferences)
  const lines: string[] = []
  if (learnt.readings < FEW)
    lines.push(
      `${learnt.readings === 0 ? 'No test has' : `Only ${learnt.readings} readings have`} been saved, so the rates are typical for this programme.`,
    )
  else {
    lines.push(
      `${name} falls about ${n(percentADay(loss.median))} % a day in this tub (${n(percentADay(loss.low))} to ${n(percentADay(loss.high))}), learnt from ${learnt.readings} readings${feeder ? `, not counting what the ${feeder} adds` : ''}.`,
    )
    if (sanitizer === 'freeChlorine' || sanitizer === 'bromine')
      lines.push(
        `A person uses up about ${metric(demand.median, 'g', preferences)} of chlorine (or equivalent) an hour (${metric(demand.low, 'g', preferences)} to ${metric(demand.high, 'g', preferences)}).`,
      )
    lines.push(
      transfer.median > 1.25
        ? `pH rises faster here than in most tubs: ${n(transfer.median, 1)} times the usual loss of carbon dioxide.`
        : transfer.median < 0.8
          ? `pH rises more slowly here than in most tubs: ${n(transfer.median, 1)} times the usual loss of carbon dioxide.`
          : 'pH rises about as in most tubs.',
    )
  }
  lines.push(...weekWords(view, preferences))
  const read = estimate.quantities[sanitizer].lastReading
  if (read && now - read.at > DAY)
    lines.push(`The last test was on ${day(read.at, preferences)}; estimated since then.`)
  const people = journal
    .filter(isKind('soak'))
    .filter(({ at }) => read && at > read.at)
    .reduce((sum, { body }) => sum + body.people, 0)
  if (people > 0)
    lines.push(`${people} ${people === 1 ? 'person has' : 'people have'} been in since.`)
  const rinsed = journal.find(cleansFilter)
  if (rinsed && now - rinsed.at > 10 * DAY)
    lines.push(
      `The filter has not been rinsed for ${n((now - rinsed.at) / DAY)} days; a dirty filter uses up sanitizer.`,
    )
  return lines
}

/** Weeks whose use differs by less are alike. */
const ALIKE = 1.25

/** Last week's use beside the week's before, and what it may come from. */
const weekWords = (view: TubView, preferences: DisplayPreferences): string[] => {
  const { tub, learnt, journal, now } = view
  const { sanitizer } = programmeOf(tub.programme)
  const feed = learnt.rates.feed.median
  const last = weeklyUse(tub, journal, now, feed)
  const before = weeklyUse(tub, journal, now - 7 * DAY, feed)
  if (!last || last.usedPpmPerDay < 0.1) return []
  const n = (value: number) => formatNumber(value, 1, preferences)
  const name = QUANTITY_NAMES[sanitizer].toLowerCase()
  const used = `About ${n(last.usedPpmPerDay)} ppm of ${name} a day were used this last week`
  if (!before || before.usedPpmPerDay < 0.1) return [`${used}.`]
  const ratio = last.usedPpmPerDay / before.usedPpmPerDay
  const beside =
    ratio > ALIKE || ratio < 1 / ALIKE
      ? `, ${n(before.usedPpmPerDay)} the week before`
      : ', as in the week before'
  const load =
    last.personHours > ALIKE * before.personHours && ratio > ALIKE
      ? `: ${personHours(last.personHours, preferences)} in it, against ${before.personHours > 0.05 ? n(before.personHours) : 'none'}`
      : last.personHours < before.personHours && ratio > ALIKE
        ? ', with no more people in the tub: waste, a dirty filter or warmer water'
        : ''
  return [`${used}${beside}${load}.`]
}

/** Readings that what is known of this tub can hardly explain. */
export const formatOdd = (
  view: TubView,
  preferences: DisplayPreferences,
): { id: number; words: string }[] =>
  view.learnt.odd
    .filter(({ at }) => at > view.now - 14 * DAY)
    .slice(-3)
    .map(({ entryId, quantity, read, expected, standardDeviation, at }) => ({
      id: entryId,
      words: `${QUANTITY_NAMES[quantity]} ${amount(quantity, read, preferences)} on ${day(at, preferences)}: expected about ${figure(quantity, expected, preferences)} ± ${figure(quantity, standardDeviation, preferences)}. Something isn’t logged, or it was misread, so it carries less weight.`,
    }))

/** "expected 7.6 (7.4 to 7.8)" */
export const formatExpected = (
  view: TubView,
  quantity: Quantity,
  preferences: DisplayPreferences,
): string | undefined => {
  const spread = view.learnt.readings >= FEW ? view.learnt.now[quantity] : undefined
  return (
    spread &&
    `expected ${figure(quantity, spread.median, preferences)} (${figure(quantity, spread.low, preferences)} to ${figure(quantity, spread.high, preferences)})`
  )
}

/** When the residual is expected to fall below its range. */
export const formatFloorAt = (
  { quantity, floorAt, points }: Fan,
  low: number,
  preferences: DisplayPreferences,
): string => {
  const name = QUANTITY_NAMES[quantity]
  const edge = `${figure(quantity, low, preferences)} ${QUANTITY[quantity].unit}`
  const first = points[0]
  if (!first) return `${name} has never been tested in this water.`
  if (first.median < low) return `${name} is probably below ${edge} already.`
  const { early, middle } = floorAt
  const soonest = early === undefined ? undefined : day(early, preferences)
  if (middle === undefined)
    return soonest === undefined
      ? `${name} is expected to stay above ${edge} all week.`
      : `${name} will probably stay above ${edge} this week, but could fall below it ${soonest}.`
  const likely = day(middle, preferences)
  const late = floorAt.late === undefined ? undefined : day(floorAt.late, preferences)
  const from = soonest === undefined || soonest === likely ? undefined : soonest
  const range =
    late === likely
      ? from
        ? ` (${from} at the earliest)`
        : ''
      : late === undefined
        ? from
          ? ` (${from} at the earliest, perhaps not this week)`
          : ', perhaps not this week'
        : from
          ? ` (between ${from} and ${late})`
          : ` (${late} at the latest)`
  return `${name} is expected to fall below ${edge} ${likely}${range}.`
}

/** Where the level goes this week, and what the air is like. */
export const formatLevel = (
  { evaporatedLitres, carriedLitres, millimetres, airCelsius }: LevelAhead,
  source: 'simulated' | 'assumed',
  preferences: DisplayPreferences,
): string => {
  const air =
    airCelsius.high - airCelsius.low < 1
      ? degrees(airCelsius.low, preferences)
      : `${degrees(airCelsius.low, preferences)} to ${degrees(airCelsius.high, preferences)}`
  return `By next week the level will drop about ${metric(Math.round(millimetres), 'mm', preferences)} at the current rate of use: ${volume(evaporatedLitres, preferences)} evaporates, ${volume(carriedLitres, preferences)} leaves with bathers. Air ${air} (${source === 'simulated' ? 'simulated weather' : 'assumed'}).`
}

/** What a plan starts from where it is not the last test alone: "Bromine and pH by the estimate, learnt from 160 readings". */
export const formatStartsFrom = (
  { estimate }: TubView,
  preferences: DisplayPreferences,
): string | undefined => {
  const names = QUANTITIES.filter(
    (quantity) => estimate.quantities[quantity].modelledFrom !== undefined,
  )
  const [first] = names
  if (!first) return undefined
  const { modelledFrom = 0 } = estimate.quantities[first]
  const named = names.map((quantity, i) =>
    i === 0 ? QUANTITY_NAMES[quantity] : QUANTITY_SHORT_NAMES[quantity],
  )
  const list =
    named.length > 1 ? `${named.slice(0, -1).join(', ')} and ${named.at(-1)}` : (named[0] ?? '')
  return `${list} estimated from ${formatNumber(modelledFrom, 0, preferences)} readings of this tub.`
}

/** Where a plan stands on a reading that is too old for anybody to get in by. */
export const formatOldReading = ({ verdict, plan }: TubView): string | undefined => {
  const old = verdict.closures.find((one) => one.code === 'test too old' && !one.unsure)
  return old?.code === 'test too old' && plan.steps.length > 0
    ? `${QUANTITY_NAMES[old.quantity]} was last tested ${Math.round(old.ageHours)} hours ago. A new test is more reliable than this plan, and nobody gets in without one.`
    : undefined
}
