import type { Chore, Lane } from '@/core/upkeep/chore'
import type { ChoreDue } from '@/core/upkeep/choreDue'
import type { FilterStanding } from '@/core/upkeep/filterSet'
import type { Interval } from '@/core/upkeep/interval'
import { day, duration, list, numberWords, type Reader, volume } from './words'

const plural = (n: number, one: string, reader: Reader) =>
  `${numberWords(n, 1, reader)} ${one}${n === 1 ? '' : 's'}`

/** "every 7 days, or by 6 person-hours" */
export const intervalWords = (interval: Interval, reader: Reader): string => {
  const parts = [
    ...(interval.days ? [interval.days === 1 ? 'every day' : `every ${interval.days} days`] : []),
    ...(interval.personHours ? [`by ${plural(interval.personHours, 'person-hour', reader)}`] : []),
    ...(interval.soakHours
      ? [`by ${plural(interval.soakHours, 'hour', reader)} with somebody in`]
      : []),
    ...(interval.hoseLitres ? [`by ${volume(interval.hoseLitres, reader)} through the hose`] : []),
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

export const seasonWords = ({ season }: Pick<Chore, 'season'>): string =>
  season ? `, ${MONTHS[season.fromMonth - 1]} to ${MONTHS[season.toMonth - 1]}` : ''

const countWords = ({ chore: { interval }, ...so }: ChoreDue, reader: Reader): string => {
  const of = (count: number, limit: number, what: string) =>
    `${numberWords(count, 1, reader)} of ${numberWords(limit, 1, reader)} ${what}`
  return (
    [
      ...(interval.shocks ? [of(so.shocks, interval.shocks, 'shocks')] : []),
      ...(interval.personHours ? [of(so.personHours, interval.personHours, 'person-hours')] : []),
      ...(interval.hoseLitres
        ? [`${volume(Math.max(0, interval.hoseLitres - so.hoseLitres), reader)} left in it`]
        : []),
    ].join(', ') || 'Counted'
  )
}

/** Why a chore is due on its day, in a sentence or two. */
export const whyWords = (item: ChoreDue, reader: Reader): string => {
  const { why, personHours, due, lastDone, chore, sign, stay, shocks } = item
  const { interval } = chore
  const last = lastDone === undefined ? '' : `Last done ${day(lastDone, reader)}. `
  const guests =
    stay && why !== 'stay'
      ? ` ${stay.kind === 'guests' ? 'Guests are in then: ask them for a time.' : 'Nobody is there then.'}`
      : ''
  const reason = (): string => {
    switch (why) {
      case 'load':
        if (interval.personHours && personHours >= interval.personHours)
          return `Brought forward: ${plural(personHours, 'person-hour', reader)} since.`
        if (interval.shocks && shocks >= interval.shocks)
          return `${plural(shocks, 'shock', reader)} since.`
        return interval.hoseLitres ? 'It has had its litres.' : 'Brought forward by bathing.'
      case 'count':
        return `${countWords(item, reader)}; at this pace about then.`
      case 'sign':
        return `Brought forward: ${sign ?? 'something was seen'}.`
      case 'quiet':
        return 'Nobody was in since, so it can wait longer.'
      case 'postponed':
        return `Moved to ${day(due, reader)}.`
      case 'drain':
        return interval.drain === 'before' ? 'Before the water is due to go.' : 'With the drain.'
      case 'season':
        return 'Its season opens then.'
      case 'stay':
        return stay?.kind === 'guests'
          ? `Kept clear of ${stay.title}.`
          : 'Moved to when somebody is there.'
      case 'never noted':
        return 'Not noted yet, so counted from the first entry here.'
      case 'rhythm':
        return `${intervalWords(interval, reader).replace(/^./, (c) => c.toUpperCase())}.`
    }
  }
  return `${last}${reason()}${guests}`
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
export const standingWords = (standing: FilterStanding, reader: Reader): string => {
  const { state, since, until, recipe } = standing
  switch (state) {
    case 'new':
      return 'not used yet'
    case 'in the tub':
      return `in the tub since ${day(since, reader)}`
    case 'taken out':
      return `out and dirty since ${day(since, reader)}`
    case 'soaking':
      return until !== undefined && until > reader.now
        ? `${recipe?.name.toLowerCase() ?? 'soaking'}, ${duration(until - reader.now)} left`
        : `${recipe?.name.toLowerCase() ?? 'soak'} is over`
    case 'rinsing':
      return 'rinsed, wet'
    case 'drying':
      return `hung up ${day(since, reader)}, dry by ${day(until ?? since, reader)}`
    case 'ready':
      return `dry since ${day(since, reader)}`
    case 'retired':
      return `thrown away ${day(since, reader)}`
  }
}

export const filterLifeWords = (
  { hoursInWater, rinses, soaks, daysLeft, replace, state }: FilterStanding,
  reader: Reader,
): string => {
  if (state === 'new') return ''
  const days = hoursInWater / 24
  const used = `${days < 2 ? `${numberWords(hoursInWater, 0, reader)} hours` : `${numberWords(days, 0, reader)} days`} in water, ${plural(rinses, 'rinse', reader)}, ${plural(soaks, 'soak', reader)}`
  if (state === 'retired') return used
  return replace
    ? `${used}. Replace it: ${replace === 'not white' ? 'it does not come white any more' : replace === 'torn filter' ? 'it is torn' : replace}.`
    : `${used}; about ${numberWords(daysLeft, 0, reader)} days of its life left`
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
    .filter(({ state, why }) => state === 'late' || why === 'sign' || why === 'load')
    .toSorted((a, b) => a.due - b.due)[0]

export const namesWords = (items: readonly ChoreDue[]) => list(items.map(({ chore }) => chore.name))
