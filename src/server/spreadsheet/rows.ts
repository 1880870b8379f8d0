import {
  fromCelsius,
  fromDose,
  gramsInMeasure,
  type Implausibility,
  type Instant,
  implausibilities,
  LOAD,
  type MassUnit,
  METHODS,
  type Method,
  MINUTE,
  type NewEntry,
  type NumberShape,
  PRODUCT_NAMES,
  PRODUCTS,
  type ProductName,
  QUANTITIES,
  QUANTITY,
  type Quantity,
  type Readings,
  type TemperatureUnit,
  toCelsius,
} from '@/core'
import { QUANTITY_NAMES } from '@/words/quantityNames'
import { field, sheetRefusal } from '@/words/refusals'
import { temperatureSign } from '@/words/words'
import { OLDEST, OLDEST_YEARS } from '../moment'
import { cellMoment, cellNumber, type DateOrder, isBlank } from './cells'
import { type ColumnRole, productOf } from './columns'

const LONGEST_CELL = 200
const LONGEST_NOTE = 2000

export interface SheetRow {
  line: number
  /** What would be kept, or why not. */
  at?: Instant
  readings?: Readings
  entries?: NewEntry[]
  /** Kept, and rare enough to be looked at. */
  doubt?: Implausibility
  /** The day could be read otherwise, or the row says less than it should. */
  remark?: string
  refusal?: string
}

export interface Reading {
  roles: readonly ColumnRole[]
  order: DateOrder
  scale: TemperatureUnit
  mass: MassUnit
  /** What a column of doses is measured in, by its header; the house's own unit where it says nothing. */
  units: readonly (string | undefined)[]
  method: Method
  timeZone: string
  now: Instant
  largestGrams: number
}

const outOfRange = (role: Quantity, given: string, scale: TemperatureUnit): string => {
  const { possible, unit } = QUANTITY[role]
  const [low, high] = possible.map((one) =>
    role === 'temperature' ? fromCelsius(one, scale) : one,
  ) as [number, number]
  const sign = role === 'temperature' ? temperatureSign(scale) : unit
  return field.outOfRange(QUANTITY_NAMES[role], given, { low, high, unit: sign })
}

/** A product as its owner, or an export, calls it. */
const productNamed = (cell: string): ProductName | undefined => {
  const plain = cell.trim().toLowerCase()
  return PRODUCT_NAMES.find(
    (one) => one === plain || PRODUCTS[one].commonName.toLowerCase() === plain,
  )
}

const UNIT = /^(.*?)\s*(g|gr|grams?|gramm|kg|oz|ml|tsp|teaspoons?|tbsp|tablespoons?|cups?)?$/i

/** The unit that a header names beside its product. */
export const unitIn = (header: string): string | undefined =>
  /\((g|gr|grams?|kg|oz|ml|tsp|tbsp|cups?)\)|\s(g|kg|oz|ml|tsp|tbsp)$/i
    .exec(header.slice(0, 80).trim())
    ?.slice(1)
    .find(Boolean)
    ?.toLowerCase()

/** Grams of a product in a cell such as "15", "15 g", "2 tsp"; NaN where it is none. */
const gramsOf = (
  product: ProductName,
  cell: string,
  unit: string | undefined,
  mass: MassUnit,
): number => {
  const [, figure = '', own] = UNIT.exec(cell.trim()) ?? []
  const amount = cellNumber(figure)
  switch ((own ?? unit ?? '').toLowerCase()) {
    case '':
      return fromDose(product, amount, mass)
    case 'kg':
      return 1000 * amount
    case 'oz':
      return fromDose(product, amount, 'ounce')
    case 'ml':
      return amount * PRODUCTS[product].densityGramsPerMillilitre
    case 'tsp':
    case 'teaspoon':
    case 'teaspoons':
      return amount * gramsInMeasure(product, 'teaspoon')
    case 'tbsp':
    case 'tablespoon':
    case 'tablespoons':
      return amount * gramsInMeasure(product, 'tablespoon')
    case 'cup':
    case 'cups':
      return amount * gramsInMeasure(product, 'cup')
    default:
      return amount
  }
}

/** What pours after a test comes after it; what is written of an evening's soak, before nobody knows what. */
const AFTER_TEST = 5 * MINUTE

interface RowDoses {
  product: ProductName
  grams: number
}

const dosesOf = (
  cells: readonly string[],
  { roles, units, mass, largestGrams }: Reading,
): { doses: RowDoses[]; refusal?: string } => {
  const doses: RowDoses[] = []
  const cellOf = (role: ColumnRole) => {
    const i = roles.indexOf(role)
    return i < 0 ? '' : (cells[i] ?? '').trim()
  }
  const take = (
    product: ProductName,
    cell: string,
    unit: string | undefined,
  ): string | undefined => {
    if (isBlank(cell)) return undefined
    const grams = gramsOf(product, cell, unit, mass)
    const name = PRODUCTS[product].commonName
    if (!Number.isFinite(grams)) return sheetRefusal.notANumber(name, cell.slice(0, 30))
    if (grams < 0 || grams > largestGrams) return sheetRefusal.tooMuch(name, cell.slice(0, 30))
    if (grams > 0) doses.push({ product, grams })
    return undefined
  }
  for (const [i, role] of roles.entries()) {
    const product = productOf(role)
    const refusal = product && take(product, (cells[i] ?? '').trim(), units[i])
    if (refusal) return { doses, refusal }
  }
  const named = cellOf('product')
  if (!isBlank(named)) {
    const product = productNamed(named)
    if (!product) return { doses, refusal: sheetRefusal.noProduct(named.slice(0, 30)) }
    // An amount under "grams" is in grams, of liquids too.
    const refusal = take(product, cellOf('amount'), units[roles.indexOf('amount')] ?? 'g')
    if (refusal) return { doses, refusal }
  }
  return { doses }
}

const momentOf = (
  cells: readonly string[],
  { roles, order, timeZone, now }: Reading,
): { at: Instant } | { refusal: string } => {
  const day = roles.indexOf('at')
  if (day < 0) return { at: now }
  const time = roles.indexOf('time')
  const [date, hour] = [(cells[day] ?? '').trim(), time < 0 ? '' : (cells[time] ?? '').trim()]
  if (isBlank(date)) return { refusal: sheetRefusal.dayMissing }
  const both = !isBlank(hour) && !/\d:\d/.test(date) ? `${date} ${hour}` : date
  const at = cellMoment(both, order, timeZone) ?? cellMoment(date, order, timeZone)
  if (at === undefined) return { refusal: sheetRefusal.noDay(date.slice(0, 30)) }
  if (at > now) {
    // A day without a time stands for its noon, which may be still to come.
    const today = cellMoment(`${date} 00:00`, order, timeZone)
    if (today === undefined || today > now || /\d:\d/.test(both))
      return { refusal: sheetRefusal.ahead(date.slice(0, 30)) }
    return { at: now }
  }
  return at < now - OLDEST
    ? { refusal: sheetRefusal.tooOld(date.slice(0, 30), OLDEST_YEARS) }
    : { at }
}

const within = (cell: string, { low, high, whole }: NumberShape) => {
  const value = cellNumber(cell.replace(/\s*(min|people|persons?)\.?$/i, ''))
  return value === 0 || (value >= low && value <= high && (!whole || Number.isInteger(value)))
    ? value
    : undefined
}

/** One row as entries, all of one moment; a dose comes a little after the test it may have answered. */
export const rowOf = (cells: readonly string[], line: number, reading: Reading): SheetRow => {
  const { roles, scale } = reading
  const readings: Readings = {}
  const notes: string[] = []
  let [people, minutes] = [undefined as number | undefined, undefined as number | undefined]
  let { method } = reading
  const moment = momentOf(cells, reading)
  if ('refusal' in moment) return { line, ...moment }
  for (const [i, role] of roles.entries()) {
    const cell = (cells[i] ?? '').trim()
    if (role === 'ignore' || role === 'at' || role === 'time' || isBlank(cell)) continue
    const shown = cell.slice(0, 30)
    if (role === 'note') {
      notes.push(cell.slice(0, LONGEST_NOTE))
      continue
    }
    if (cell.length > LONGEST_CELL) return { line, refusal: sheetRefusal.cellTooLong(shown) }
    if (role === 'method') {
      method = METHODS.find((one) => one === cell.toLowerCase()) ?? method
      continue
    }
    if (role === 'people' || role === 'minutes') {
      // None at all is a row without a soak.
      const value = within(cell, LOAD.fields[role])
      if (value === undefined)
        return {
          line,
          refusal: role === 'people' ? sheetRefusal.people(shown) : sheetRefusal.minutes(shown),
        }
      if (role === 'people') people = value
      else minutes = value
      continue
    }
    const quantity = QUANTITIES.find((one) => one === role)
    if (!quantity) continue
    const name = QUANTITY_NAMES[quantity]
    const { possible, decimals } = QUANTITY[quantity]
    const given = cellNumber(cell.replace(/\s*(ppm|mg\/l|°\s?[cf])$/i, ''), decimals === 0)
    const value = quantity === 'temperature' ? toCelsius(given, scale) : given
    if (!Number.isFinite(value)) return { line, refusal: sheetRefusal.notANumber(name, shown) }
    if (value < possible[0] || value > possible[1])
      return { line, refusal: outOfRange(quantity, shown, scale) }
    readings[quantity] = value
  }
  const poured = dosesOf(cells, reading)
  if (poured.refusal) return { line, refusal: poured.refusal }
  const { at } = moment
  const tested = Object.keys(readings).length > 0
  const soaked = (minutes ?? 0) > 0 || (minutes === undefined && (people ?? 0) > 0)
  const entries: NewEntry[] = [
    ...(tested ? [{ kind: 'test' as const, at, body: { method, readings } }] : []),
    ...poured.doses.map(({ product, grams }) => ({
      kind: 'dose' as const,
      at: tested ? Math.min(at + AFTER_TEST, reading.now) : at,
      body: { product, grams },
    })),
    ...(soaked
      ? [
          {
            kind: 'soak' as const,
            at,
            body: { people: Math.max(1, people ?? 1), minutes: minutes ?? 30 },
          },
        ]
      : []),
    ...(notes.length > 0 ? [{ kind: 'note' as const, at, body: { text: notes.join('. ') } }] : []),
  ]
  if (entries.length === 0) return { line, refusal: sheetRefusal.nothingRead }
  const [odd] = implausibilities(readings)
  return {
    line,
    at,
    ...(tested ? { readings } : {}),
    entries,
    ...(odd ? { doubt: odd } : {}),
    ...(soaked && (minutes === undefined || people === undefined)
      ? { remark: minutes === undefined ? sheetRefusal.halfHour : sheetRefusal.onePerson }
      : {}),
  }
}
