import {
  type Chore,
  type ChoreDue,
  type FilterStatus,
  type GuestStay,
  type HelpersWait,
  type Interval,
  type Lane,
  PRODUCTS,
} from '@/core'
import { RECIPE_TEXT } from './filterText'
import { signName } from './signText'
import { CAUSE_NAMES } from './troubleText'
import {
  type DisplayPreferences,
  day,
  dayAndClock,
  duration,
  formatNumber,
  upperFirst,
  volume,
} from './words'

const plural = (n: number, one: string, preferences: DisplayPreferences) =>
  `${formatNumber(n, 1, preferences)} ${one}${n === 1 ? '' : 's'}`

/** "every 7 days, or by 6 person-hours" */
export const formatInterval = (interval: Interval, preferences: DisplayPreferences): string => {
  const parts = [
    ...(interval.days ? [interval.days === 1 ? 'every day' : `every ${interval.days} days`] : []),
    ...(interval.personHours
      ? [`after ${plural(interval.personHours, 'person-hour', preferences)}`]
      : []),
    ...(interval.soakHours
      ? [`after ${plural(interval.soakHours, 'hour', preferences)} of use`]
      : []),
    ...(interval.hoseLitres
      ? [`after ${volume(interval.hoseLitres, preferences)} through the hose`]
      : []),
    ...(interval.shocks
      ? [
          interval.shocks === 1
            ? 'with every shock'
            : `with every ${ordinal(interval.shocks)} shock`,
        ]
      : []),
    ...(interval.drain === 'before' ? ['the day before each drain'] : []),
    ...(interval.drain === 'with' ? ['with each drain'] : []),
  ]
  return parts.join(', or ')
}

const ordinal = (n: number) =>
  n === 2
    ? 'second'
    : n === 3
      ? 'third'
      : `${n}${n % 10 === 1 && n !== 11 ? 'st' : n % 10 === 2 && n !== 12 ? 'nd' : n % 10 === 3 && n !== 13 ? 'rd' : 'th'}`

const MONTHS = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
] as const

/** Why a chore that pours something in waits. */
export const HELPERS_WAIT: Record<HelpersWait, string> = {
  closed: 'Wait with it: nothing goes in while the tub is closed as it is.',
  'start-up': 'Wait with it: nothing but the start-up’s own steps goes in until it is done.',
}

export const formatSeason = ({ season }: Pick<Chore, 'season'>): string =>
  season ? `, ${MONTHS[season.fromMonth - 1]} to ${MONTHS[season.toMonth - 1]}` : ''

const countWords = (
  { chore: { interval }, ...so }: ChoreDue,
  preferences: DisplayPreferences,
): string => {
  const of = (count: number, limit: number, what: string) =>
    `${formatNumber(count, 1, preferences)} of ${formatNumber(limit, 1, preferences)} ${what}`
  return (
    [
      ...(interval.shocks ? [of(so.shocks, interval.shocks, 'shocks')] : []),
      ...(interval.personHours ? [of(so.personHours, interval.personHours, 'person-hours')] : []),
      ...(interval.hoseLitres
        ? [`${volume(Math.max(0, interval.hoseLitres - so.hoseLitres), preferences)} left in it`]
        : []),
    ].join(', ') || 'Schedule'
  )
}

/** Whose day a stay itself sets. */
const BY_STAY: ReadonlySet<ChoreDue['why']> = new Set(['leaving', 'back', 'closing', 'opening'])
const DURING: Record<GuestStay['kind'], string> = {
  guests: 'Guests are there then: ask them for a time.',
  away: 'Nobody is there then.',
  closed: 'The tub is closed down then.',
}

/** Why a chore is due on its day, in a sentence or two. */
export const formatWhy = (item: ChoreDue, preferences: DisplayPreferences): string => {
  const { why, personHours, due, lastDone, chore, sign, cause, stay, shocks } = item
  const { interval } = chore
  const last =
    lastDone === undefined || BY_STAY.has(why) ? '' : `Last done ${day(lastDone, preferences)}. `
  const guests = stay && why !== 'stay' && !BY_STAY.has(why) ? ` ${DURING[stay.kind]}` : ''
  const reason = (): string => {
    switch (why) {
      case 'load':
        if (interval.personHours && personHours >= interval.personHours)
          return `Brought forward: ${plural(personHours, 'person-hour', preferences)} since then.`
        if (interval.shocks && shocks >= interval.shocks)
          return `${plural(shocks, 'shock', preferences)} since then.`
        return interval.hoseLitres
          ? 'It has filtered its rated volume.'
          : 'Brought forward by heavy use.'
      case 'count':
        return `${countWords(item, preferences)}; at this rate, due about then.`
      case 'sign':
        return `Brought forward: ${sign ? signName(sign) : 'something was seen'}.`
      case 'trouble':
        return `Part of treating ${cause ? CAUSE_NAMES[cause] : 'what’s wrong'}.`
      case 'follows':
        return `A day after the ${item.after ? PRODUCTS[item.after].commonName : 'dose'}.`
      case 'quiet':
        return 'No one has used the tub since, so it can wait.'
      case 'postponed':
        return `Moved to ${day(due, preferences)}.`
      case 'drain':
        return interval.drain === 'before'
          ? 'Before the water is due for replacement.'
          : 'With the drain.'
      case 'season':
        return 'Its season starts then.'
      case 'stay':
        return stay?.kind === 'guests'
          ? `Moved to avoid ${stay.title}.`
          : stay?.kind === 'closed'
            ? 'Moved to before it is closed down.'
            : 'Moved to when someone is there.'
      case 'leaving':
        return `You leave ${stay ? day(stay.from, preferences) : 'soon'}.`
      case 'back':
        return `You’re back ${stay ? day(stay.to, preferences) : 'about then'}.`
      case 'closing':
        return `Closing down ${stay ? `${day(stay.from, preferences)} to ${day(stay.to, preferences)}` : 'has begun'}.`
      case 'opening':
        return stay
          ? `It opens again ${day(stay.to, preferences)}.`
          : 'No day is set for opening it again.'
      case 'turn up':
        return `${upperFirst(dayAndClock(due, preferences))}, for the planned soak.`
      case 'never noted':
        return 'Never logged, so counted from the first entry.'
      case 'rhythm':
        return `${upperFirst(formatInterval(interval, preferences))}.`
    }
  }
  const visit = item.gathered ? ' On your weekly visit.' : ''
  return `${last}${reason()}${visit}${guests}`
}

export const STATE_WORDS = { late: 'late', due: 'due', ahead: 'ahead' } as const

export const LANE_WORDS: Record<Lane, string> = {
  filters: 'Filters',
  surfaces: 'Surfaces',
  water: 'Water',
  cover: 'Cover',
  equipment: 'Equipment',
}

/** Where a set is, and since when. */
export const formatStanding = (standing: FilterStatus, preferences: DisplayPreferences): string => {
  const { state, since, until, recipe } = standing
  switch (state) {
    case 'new':
      return 'not used yet'
    case 'in the tub':
      return `in the tub since ${day(since, preferences)}`
    case 'taken out':
      return `out and dirty since ${day(since, preferences)}`
    case 'soaking':
      return until !== undefined && until > preferences.now
        ? `${recipe ? RECIPE_TEXT[recipe.id].name.toLowerCase() : 'soaking'}, ${duration(until - preferences.now)} left`
        : `${recipe ? RECIPE_TEXT[recipe.id].name.toLowerCase() : 'soak'} finished`
    case 'rinsing':
      return 'rinsed, wet'
    case 'drying':
      return `hung to dry ${day(since, preferences)}, dry by ${day(until ?? since, preferences)}`
    case 'ready':
      return `dry since ${day(since, preferences)}`
    case 'retired':
      return `thrown away ${day(since, preferences)}`
  }
}

export const formatFilterLife = (
  { hoursInWater, rinses, soaks, daysLeft, replace, state }: FilterStatus,
  preferences: DisplayPreferences,
): string => {
  if (state === 'new') return ''
  const days = hoursInWater / 24
  const used = `${days < 2 ? `${formatNumber(hoursInWater, 0, preferences)} hours` : `${formatNumber(days, 0, preferences)} days`} in water, ${plural(rinses, 'rinse', preferences)}, ${plural(soaks, 'soak', preferences)}`
  if (state === 'retired') return used
  return replace
    ? `${used}. Replace it: ${replace === 'not white' ? 'it no longer rinses white' : replace === 'torn filter' ? 'it is torn' : replace}.`
    : `${used}; about ${formatNumber(daysLeft, 0, preferences)} days of its life left`
}

/** "Six chores this Sunday, 30 minutes." */
export const weekTitle = (count: number, minutes: number, when: string): string => {
  const NUMBERS = [
    'No',
    'One',
    'Two',
    'Three',
    'Four',
    'Five',
    'Six',
    'Seven',
    'Eight',
    'Nine',
    'Ten',
    'Eleven',
    'Twelve',
  ]
  if (count === 0) return `Nothing to do ${when}.`
  return `${NUMBERS[count] ?? count} chore${count === 1 ? '' : 's'} ${when}, ${minutes} minutes.`
}

export const mostUrgent = (items: readonly ChoreDue[]): ChoreDue | undefined =>
  items
    .filter(
      ({ state, why }) => state === 'late' || why === 'sign' || why === 'trouble' || why === 'load',
    )
    .toSorted((a, b) => a.due - b.due)[0]
