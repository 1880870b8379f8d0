import Papa from 'papaparse'
import { type Entry, isKind, QUANTITIES } from '@/core'
import type { TubView } from './views'

const iso = (at: number) => new Date(at).toISOString()

/** Events beside the readings: what went in, who was in, what was done, in grams, person-minutes and litres. */
const eventOf = (
  entry: Entry,
  litres: number,
): [what: string, of: string, amount: number | ''] | undefined => {
  switch (entry.kind) {
    case 'dose':
      return ['dose', entry.body.product, entry.body.grams]
    case 'soak':
      return ['soak', 'person-minutes', entry.body.people * entry.body.minutes]
    case 'water':
      return ['water', 'litres', Math.round(entry.body.replacedFraction * litres)]
    case 'filter':
      return ['filter', entry.body.act, '']
    case 'look':
      return ['look', entry.body.signs.join(' '), '']
    default:
      return undefined
  }
}

/** Readings and events of one time, oldest first, as a CSV: times in UTC, ppm, °C, grams. */
export const trendSheet = (
  { written, tub }: Pick<TubView, 'written' | 'tub'>,
  { from, to }: { from: number; to: number },
): string => {
  const past = written.filter(({ at }) => at >= from && at <= to).toReversed()
  const tests = past.filter(isKind('test'))
  const quantities = QUANTITIES.filter((one) =>
    tests.some(({ body }) => body.readings[one] !== undefined),
  )
  const rows = past.flatMap((entry) => {
    if (entry.kind === 'test')
      return [
        [
          iso(entry.at),
          'test',
          entry.body.method,
          '',
          ...quantities.map((one) => entry.body.readings[one] ?? ''),
        ],
      ]
    const event = eventOf(entry, tub.volumeLitres)
    return event ? [[iso(entry.at), ...event, ...quantities.map(() => '')]] : []
  })
  return Papa.unparse(
    { fields: ['at', 'kind', 'of', 'amount', ...quantities], data: rows },
    // A cell that begins like a formula is none.
    { newline: '\r\n', escapeFormulae: true },
  )
}
