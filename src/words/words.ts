import type { PlanStep } from '@/core/advice/plan'
import { doseUnit, inSpoons, shownDose } from '@/core/products/measure'
import { PRODUCTS, type ProductName } from '@/core/products/product'
import { QUANTITY, type Quantity } from '@/core/testing/quantity'
import {
  fromCelsius,
  fromGrams,
  fromLitres,
  type MassUnit,
  type TemperatureUnit,
  type VolumeUnit,
} from '@/core/units'
import { DAY, HOUR, type Instant, MINUTE } from "@/core/time";

/** Whose eyes: decides how numbers, dates and units look. Nothing here changes what is stored. */
export interface Reader {
  locale: string
  timeZone: string
  units: { volume: VolumeUnit; temperature: TemperatureUnit; mass: MassUnit }
  now: Instant
}

const VOLUME_SIGN: Record<VolumeUnit, string> = {
  litre: 'L',
  'US gallon': 'US gal',
  'imperial gallon': 'imp gal',
}

const FRACTIONS: Record<string, string> = { '0.25': '¼', '0.5': '½', '0.75': '¾' }

/** Quarters as people write them: "1½". */
export const mixedNumber = (value: number) => {
  const whole = Math.floor(value)
  const rest = FRACTIONS[String(value - whole)] ?? ''
  return `${whole > 0 || !rest ? whole : ''}${rest}`
}

/** Level spoons in words: "1 tablespoon and 1½ teaspoons". */
export const spoonWords = (product: ProductName, grams: number): string => {
  const { tablespoons, teaspoons } = inSpoons(product, grams)
  const parts: string[] = []
  if (tablespoons > 0) parts.push(`${tablespoons} level tablespoon${tablespoons === 1 ? '' : 's'}`)
  if (teaspoons > 0)
    parts.push(
      `${mixedNumber(teaspoons)} ${tablespoons > 0 ? '' : 'level '}teaspoon${teaspoons > 1 ? 's' : ''}`,
    )
  return parts.join(' and ')
}

export const temperatureSign = (unit: TemperatureUnit) => (unit === 'celsius' ? '°C' : '°F')
export const massSign = (unit: MassUnit) => (unit === 'gram' ? 'g' : 'oz')

export const unitOf = (quantity: Quantity, reader: Reader) =>
  quantity === 'temperature' ? temperatureSign(reader.units.temperature) : QUANTITY[quantity].unit

/** The number alone, in the reader's units and decimals. */
export const figure = (quantity: Quantity, value: number, reader: Reader) => {
  const shown = quantity === 'temperature' ? fromCelsius(value, reader.units.temperature) : value
  const decimals = QUANTITY[quantity].decimals
  return new Intl.NumberFormat(reader.locale, {
    minimumFractionDigits: decimals,
    maximumFractionDigits: decimals,
  }).format(Math.abs(shown) < 0.5 * 10 ** -decimals ? 0 : shown)
}

export const amount = (quantity: Quantity, value: number, reader: Reader) => {
  const unit = unitOf(quantity, reader)
  return `${figure(quantity, value, reader)}${unit && ` ${unit}`}`
}

const plain = (value: number, decimals: number, locale: string) =>
  new Intl.NumberFormat(locale, { maximumFractionDigits: decimals }).format(value)

export const numberWords = (value: number, decimals: number, reader: Reader) =>
  plain(value, decimals, reader.locale)

/** With all its decimals, so that columns line up. */
export const fixedWords = (value: number, decimals: number, reader: Reader) =>
  new Intl.NumberFormat(reader.locale, {
    minimumFractionDigits: decimals,
    maximumFractionDigits: decimals,
    signDisplay: 'negative',
  }).format(value)

/** A temperature as people say it, without decimals. */
export const degrees = (celsius: number, reader: Reader) =>
  `${plain(fromCelsius(celsius, reader.units.temperature), 0, reader.locale)} ${temperatureSign(reader.units.temperature)}`

/** Mass as a person would weigh it; ounces to the twentieth. */
export const massFigure = (grams: number, reader: Reader) => {
  const mass = fromGrams(grams, reader.units.mass)
  if (reader.units.mass === 'gram') return plain(mass, mass < 10 ? 1 : 0, reader.locale)
  return plain(Math.round(mass * 20) / 20 || mass, 2, reader.locale)
}

/** Solids by weight, liquids by volume: "90 g", "40 mL". */
export const dose = (product: ProductName, grams: number, reader: Reader) => {
  const { mass } = reader.units
  const amount = shownDose(product, grams, mass)
  return `${plain(amount, mass === 'gram' ? 1 : 2, reader.locale)} ${doseUnit(product, mass)}`
}

/** What a step of a plan asks for: the figure, and of what. */
export const stepWords = (step: PlanStep, reader: Reader): { figure: string; name: string } => {
  switch (step.kind) {
    case 'add':
      return {
        figure: dose(step.product, step.grams, reader),
        name: PRODUCTS[step.product].commonName,
      }
    case 'aerate':
      return { figure: `${step.minutes} min`, name: 'jets and air, cover open' }
    case 'replace water':
      return step.fraction >= 1
        ? { figure: 'all', name: 'water out, and fresh in' }
        : { figure: volume(step.litres, reader), name: 'out, and fresh water in' }
  }
}

export const mass = (grams: number, reader: Reader) =>
  `${massFigure(grams, reader)} ${massSign(reader.units.mass)}`

export const volume = (litres: number, reader: Reader) =>
  `${plain(fromLitres(litres, reader.units.volume), 0, reader.locale)} ${VOLUME_SIGN[reader.units.volume]}`

const formats = new Map<string, Intl.DateTimeFormat>()
/** Making one takes far longer than using it. */
const format = (reader: Reader, options: Intl.DateTimeFormatOptions) => {
  const key = `${reader.locale} ${reader.timeZone} ${Object.entries(options).join(' ')}`
  let found = formats.get(key)
  if (!found) {
    found = new Intl.DateTimeFormat(reader.locale, { timeZone: reader.timeZone, ...options })
    // Locales and zones come from requests: never more than a few hundred are kept.
    if (formats.size > 400) formats.clear()
    formats.set(key, found)
  }
  return found
}

/** "18:40" or "6:40 PM", as the reader's clock goes; no leading zero where it goes to twelve. */
export const clock = (at: Instant, reader: Reader) => {
  const { hour12 } = format(reader, { hour: 'numeric' }).resolvedOptions()
  return format(reader, { hour: hour12 ? 'numeric' : '2-digit', minute: '2-digit' }).format(at)
}

const dayKey = (at: Instant, reader: Reader) =>
  format(
    { ...reader, locale: 'en-CA' },
    { year: 'numeric', month: '2-digit', day: '2-digit' },
  ).format(at)

export const sameDay = (a: Instant, b: Instant, reader: Reader) =>
  dayKey(a, reader) === dayKey(b, reader)

/** "today", "yesterday", "Tue 3 Nov", "3 Nov 2025". */
export const day = (at: Instant, reader: Reader): string => {
  if (sameDay(at, reader.now, reader)) return 'today'
  if (sameDay(at, reader.now - DAY, reader)) return 'yesterday'
  if (sameDay(at, reader.now + DAY, reader)) return 'tomorrow'
  const far = Math.abs(at - reader.now) > 300 * DAY
  return format(reader, {
    day: 'numeric',
    month: 'short',
    ...(far ? { year: 'numeric' } : { weekday: 'short' }),
  }).format(at)
}

/** "Mon 23 Nov" */
export const weekday = (at: Instant, reader: Reader) =>
  format(reader, { weekday: 'short', day: 'numeric', month: 'short' }).format(at)

/** "18:40", "tomorrow 10:00", "Fri 6 Nov, 10:00". */
export const dayAndClock = (at: Instant, reader: Reader): string =>
  sameDay(at, reader.now, reader) ? clock(at, reader) : `${day(at, reader)} ${clock(at, reader)}`

/** "3 minutes", "5 hours", "12 days"; rounded as people say it. */
export const duration = (milliseconds: number): string => {
  const say = (n: number, unit: string) => `${n} ${unit}${n === 1 ? '' : 's'}`
  const minutes = Math.round(milliseconds / MINUTE)
  if (minutes < 1) return 'under a minute'
  if (minutes < 90) return say(minutes, 'minute')
  const hours = Math.round(milliseconds / HOUR)
  if (hours < 48) return say(hours, 'hour')
  return say(Math.round(milliseconds / DAY), 'day')
}

/** Short form for narrow columns: "6 min", "5 h", "12 d". */
export const shortDuration = (milliseconds: number): string => {
  const minutes = Math.round(milliseconds / MINUTE)
  if (minutes < 90) return `${minutes} min`
  const hours = Math.round(milliseconds / HOUR)
  return hours < 48 ? `${hours} h` : `${Math.round(milliseconds / DAY)} d`
}

export const METHOD_WORDS = {
  strip: 'Strip',
  drops: 'Drops',
  meter: 'Meter',
  shop: 'Shop sheet',
} as const

/** "a, b and c" */
export const list = (parts: readonly string[]): string =>
  parts.length < 2 ? parts.join('') : `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}`
