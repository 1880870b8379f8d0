import type { Instant } from '@/core'
import { fromWallClock } from '../moment'

export const DATE_ORDERS = ['day first', 'month first'] as const
export type DateOrder = (typeof DATE_ORDERS)[number]

/** What people write into a cell that holds nothing. */
export const isBlank = (cell: string): boolean =>
  /^(|n\/?a|n\.a\.|none|nil|null|[-–—.?x]+|k\.?\s?a\.?)$/i.test(cell.trim())

/**
 * A number with a point or a comma; where both stand, the last is the decimal sign. One sign with three figures behind it
 * groups thousands where the quantity is read in whole numbers.
 */
export const cellNumber = (cell: string, whole = false): number => {
  const text = cell.replace(/[\s\u00a0']/g, '')
  if (!/^[-+]?[\d.,]+$/.test(text)) return Number.NaN
  if (whole && /^[-+]?[1-9]\d{0,2}([.,]\d{3})+$/.test(text))
    return Number(text.replace(/[.,]/g, ''))
  const [comma, point] = [text.lastIndexOf(','), text.lastIndexOf('.')]
  if (comma >= 0 && point >= 0)
    return Number(
      comma > point ? text.replace(/\./g, '').replace(',', '.') : text.replace(/,/g, ''),
    )
  return Number(text.replace(',', '.'))
}

/** A day as spreadsheets count it, from the end of 1899; noon where it has no part of a day. Undefined before 1980 and after 2099. */
const fromSerial = (serial: number, timeZone: string): Instant | undefined => {
  if (serial < 29_221 || serial > 73_050) return undefined
  const day = new Date(Date.UTC(1899, 11, 30) + Math.round(serial * 1440) * 60_000)
  const local = day.toISOString().slice(0, 16)
  return fromWallClock(local.endsWith('T00:00') ? `${local.slice(0, 10)}T12:00` : local, timeZone)
}

/** 2026-03-01, 2026-03-01 18:30, 1.3.2026, 3/1/26 6:30 pm; noon where no time is given. */
export const cellMoment = (
  cell: string,
  order: DateOrder,
  timeZone: string,
): Instant | undefined => {
  const serial = /^(\d{5})(?:\.(\d+))?$/.exec(cell.trim())
  if (serial) return fromSerial(Number(cell.trim()), timeZone)
  const match =
    /^(\d{1,4})[-./](\d{1,2})[-./](\d{1,4})(?:[T\s,]+(\d{1,2}):(\d{2})(?::\d{2}(?:\.\d+)?)?\s*(am|pm)?)?\s*(Z|[-+]\d{2}:?\d{2})?$/i.exec(
      cell.trim(),
    )
  if (!match) return undefined
  const [, a = '', b = '', c = '', hours, minutes = '00', half, offset] = match
  const iso = a.length === 4
  const [year, month, day] = iso ? [a, b, c] : order === 'day first' ? [c, b, a] : [c, a, b]
  if (iso ? c.length > 2 : a.length > 2) return undefined
  let hour = Number(hours ?? '12')
  if (half) hour = (hour % 12) + (half.toLowerCase() === 'pm' ? 12 : 0)
  const two = (n: string | number) => String(n).padStart(2, '0')
  const full = year.length === 2 ? `20${year}` : year
  const [m, d] = [Number(month), Number(day)]
  if (m < 1 || m > 12 || d < 1 || d > new Date(Number(full), m, 0).getDate()) return undefined
  if (hour > 23 || Number(minutes) > 59) return undefined
  const local = `${full}-${two(month)}-${two(day)}T${two(hour)}:${minutes}`
  if (!offset) return fromWallClock(local, timeZone)
  return Date.parse(`${local}:00${offset.toUpperCase().replace(/^(.\d\d):?(\d\d)$/, '$1:$2')}`)
}

const PARTS = /^(\d{1,2})[-./](\d{1,2})[-./](\d{2,4})(?!\d)/

/** How the dates of one column are written, by the dates themselves. */
export interface OrderGuess {
  order: DateOrder
  /** Both readings are possible: no date settles it. */
  open: boolean
  /** Cells that only the other order can read. */
  against: number
}

/**
 * The order that more of the cells can only be read in; where every cell can be read both ways, the one whose dates keep their order and do
 * not lie ahead of now.
 * @param usual where the rows say nothing at all
 */
export const orderOf = (
  cells: readonly string[],
  { timeZone, now, usual }: { timeZone: string; now: Instant; usual: DateOrder },
): OrderGuess => {
  const read = cells.flatMap((cell) => {
    const match = PARTS.exec(cell.trim())
    return match ? [{ cell, first: Number(match[1]), second: Number(match[2]) }] : []
  })
  const day = read.filter(({ first, second }) => first > 12 && second <= 12).length
  const month = read.filter(({ first, second }) => second > 12 && first <= 12).length
  if (day !== month)
    return day > month
      ? { order: 'day first', open: false, against: month }
      : { order: 'month first', open: false, against: day }
  if (read.every(({ first, second }) => first === second))
    return { order: usual, open: false, against: 0 }
  // Rows are written down one after the other: the wrong order makes the dates jump, or lie ahead.
  const disorder = (order: DateOrder) => {
    const moments = read.flatMap(({ cell }) => cellMoment(cell, order, timeZone) ?? [])
    let [jumps, ahead] = [0, 0]
    moments.forEach((moment, i) => {
      if (moment > now + 86_400_000) ahead++
      const before = moments[i - 1]
      if (before !== undefined) jumps += Math.abs(moment - before) / 86_400_000
    })
    return { ahead, jumps }
  }
  const [a, b] = [disorder('day first'), disorder('month first')]
  if (a.ahead !== b.ahead)
    return { order: a.ahead < b.ahead ? 'day first' : 'month first', open: false, against: 0 }
  if (a.jumps > 1.5 * b.jumps || b.jumps > 1.5 * a.jumps)
    return { order: a.jumps < b.jumps ? 'day first' : 'month first', open: false, against: 0 }
  return { order: usual, open: read.length > 0, against: 0 }
}
