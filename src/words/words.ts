import {
  DAY,
  doseUnit,
  type FillWaterSource,
  fromCelsius,
  fromGrams,
  fromLitres,
  HOUR,
  type Instant,
  inSpoons,
  type MassUnit,
  MINUTE,
  type PlanStep,
  PRODUCTS,
  type ProductName,
  QUANTITY,
  type Quantity,
  shownDose,
  type TemperatureUnit,
  type VolumeUnit,
} from '@/core'
import { dateFormat, numberFormat } from './formats'
import { addWallDays } from './wallDays'
/** Whose eyes: decides how numbers, dates and units look. Nothing here changes what is stored. */
export interface DisplayPreferences {
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

/** Nobody counts out more tablespoons than a cup holds. */
const TABLESPOONS_IN_CUP = 16

/** Level spoons in words, "1 tablespoon and 1½ teaspoons", and level cups from one cup on. */
export const formatSpoon = (product: ProductName, grams: number): string => {
  const { tablespoons, teaspoons } = inSpoons(product, grams)
  const cups = Math.round((4 * (tablespoons + teaspoons / 3)) / TABLESPOONS_IN_CUP) / 4
  if (tablespoons >= TABLESPOONS_IN_CUP)
    return `${mixedNumber(cups)} level cup${cups > 1 ? 's' : ''}`
  const parts: string[] = []
  if (tablespoons > 0) parts.push(`${tablespoons} level tablespoon${tablespoons === 1 ? '' : 's'}`)
  if (teaspoons > 0)
    parts.push(
      `${mixedNumber(teaspoons)} ${tablespoons > 0 ? '' : 'level '}teaspoon${teaspoons > 1 ? 's' : ''}`,
    )
  return parts.join(' and ')
}

export const temperatureSign = (unit: TemperatureUnit) => (unit === 'celsius' ? '°C' : '°F')
const massSign = (unit: MassUnit) => (unit === 'gram' ? 'g' : 'oz')

export const unitOf = (quantity: Quantity, preferences: DisplayPreferences) =>
  quantity === 'temperature'
    ? temperatureSign(preferences.units.temperature)
    : QUANTITY[quantity].unit

/** The number alone, in the reader's units and decimals. */
export const figure = (quantity: Quantity, value: number, preferences: DisplayPreferences) => {
  const shown =
    quantity === 'temperature' ? fromCelsius(value, preferences.units.temperature) : value
  const decimals = QUANTITY[quantity].decimals
  return numberFormat(preferences.locale, {
    minimumFractionDigits: decimals,
    maximumFractionDigits: decimals,
  }).format(Math.abs(shown) < 0.5 * 10 ** -decimals ? 0 : shown)
}

/** How far a value may be off, in the reader's units: a difference of temperatures has no zero to be moved by. */
export const spreadFigure = (quantity: Quantity, half: number, preferences: DisplayPreferences) =>
  quantity === 'temperature' && preferences.units.temperature === 'fahrenheit'
    ? formatFixed(1.8 * half, 1, preferences)
    : figure(quantity, half, {
        ...preferences,
        units: { ...preferences.units, temperature: 'celsius' },
      })

export const amount = (quantity: Quantity, value: number, preferences: DisplayPreferences) => {
  const unit = unitOf(quantity, preferences)
  return `${figure(quantity, value, preferences)}${unit && ` ${unit}`}`
}

const plain = (value: number, decimals: number, locale: string) =>
  numberFormat(locale, { maximumFractionDigits: decimals }).format(value)

export const formatNumber = (value: number, decimals: number, preferences: DisplayPreferences) =>
  plain(value, decimals, preferences.locale)

/** People times hours, weighted by what they bring along: “1 person-hour”, “2.5 person-hours”. */
export const personHours = (value: number, preferences: DisplayPreferences) => {
  const said = formatNumber(value, 1, preferences)
  return `${said} ${said === '1' ? 'person-hour' : 'person-hours'}`
}

/** With all its decimals, so that columns line up. */
export const formatFixed = (value: number, decimals: number, preferences: DisplayPreferences) =>
  numberFormat(preferences.locale, {
    minimumFractionDigits: decimals,
    maximumFractionDigits: decimals,
    signDisplay: 'negative',
  }).format(value)

/** A temperature as people say it, without decimals. */
export const degrees = (celsius: number, preferences: DisplayPreferences) =>
  `${plain(fromCelsius(celsius, preferences.units.temperature), 0, preferences.locale)} ${temperatureSign(preferences.units.temperature)}`

/** Mass as a person would weigh it; ounces to the twentieth. */
const massFigure = (grams: number, preferences: DisplayPreferences) => {
  const mass = fromGrams(grams, preferences.units.mass)
  if (preferences.units.mass === 'gram') return plain(mass, mass < 10 ? 1 : 0, preferences.locale)
  return plain(Math.round(mass * 20) / 20 || mass, 2, preferences.locale)
}

/** Solids by weight, liquids by volume: "90 g", "40 mL". */
export const dose = (product: ProductName, grams: number, preferences: DisplayPreferences) => {
  const { mass } = preferences.units
  const amount = shownDose(product, grams, mass)
  return `${plain(amount, mass === 'gram' ? 1 : 2, preferences.locale)} ${doseUnit(product, mass)}`
}

/** What a step of a plan asks for: the figure, and of what. */
export const formatStep = (
  step: PlanStep,
  preferences: DisplayPreferences,
): { figure: string; name: string } => {
  switch (step.kind) {
    case 'add':
      return {
        figure: dose(step.product, step.grams, preferences),
        name: PRODUCTS[step.product].commonName,
      }
    case 'aerate':
      return { figure: `${step.minutes} min`, name: 'jets and air, cover open' }
    case 'replace water':
      return step.fraction >= 1
        ? { figure: 'all', name: 'water out, and fresh in' }
        : { figure: volume(step.litres, preferences), name: 'out, and fresh water in' }
  }
}

export const mass = (grams: number, preferences: DisplayPreferences) =>
  `${massFigure(grams, preferences)} ${massSign(preferences.units.mass)}`

export const volume = (litres: number, preferences: DisplayPreferences) =>
  `${plain(fromLitres(litres, preferences.units.volume), 0, preferences.locale)} ${VOLUME_SIGN[preferences.units.volume]}`

const format = (preferences: DisplayPreferences, options: Intl.DateTimeFormatOptions) =>
  dateFormat(preferences.locale, { timeZone: preferences.timeZone, ...options })

/** "18:40" or "6:40 PM", as the reader's clock goes; no leading zero where it goes to twelve. */
export const clock = (at: Instant, preferences: DisplayPreferences) => {
  const { hour12 } = format(preferences, { hour: 'numeric' }).resolvedOptions()
  return format(preferences, { hour: hour12 ? 'numeric' : '2-digit', minute: '2-digit' }).format(at)
}

const dayKey = (at: Instant, preferences: DisplayPreferences) =>
  format(
    { ...preferences, locale: 'en-CA' },
    { year: 'numeric', month: '2-digit', day: '2-digit' },
  ).format(at)

export const sameDay = (a: Instant, b: Instant, preferences: DisplayPreferences) =>
  dayKey(a, preferences) === dayKey(b, preferences)

/** "today", "yesterday", "Tue 3 Nov", "3 Nov 2025". */
export const day = (at: Instant, preferences: DisplayPreferences): string => {
  const away = Math.abs(at - preferences.now)
  if (away < 3 * DAY) {
    if (sameDay(at, preferences.now, preferences)) return 'today'
    if (sameDay(at, addWallDays(preferences.now, -1, preferences.timeZone), preferences))
      return 'yesterday'
    if (sameDay(at, addWallDays(preferences.now, 1, preferences.timeZone), preferences))
      return 'tomorrow'
  }
  const far = away > 300 * DAY
  return format(preferences, {
    day: 'numeric',
    month: 'short',
    ...(far ? { year: 'numeric' } : { weekday: 'short' }),
  }).format(at)
}

/** "Mon 23 Nov" */
export const weekday = (at: Instant, preferences: DisplayPreferences) =>
  format(preferences, { weekday: 'short', day: 'numeric', month: 'short' }).format(at)

/** "23 Nov", or "Nov 2026" under a long time. */
export const shortDay = (at: Instant, preferences: DisplayPreferences, long = false) =>
  format(
    preferences,
    long ? { month: 'short', year: 'numeric' } : { day: 'numeric', month: 'short' },
  ).format(at)

/** "18:40", "tomorrow 10:00", "Fri 6 Nov, 10:00". */
export const dayAndClock = (at: Instant, preferences: DisplayPreferences): string =>
  sameDay(at, preferences.now, preferences)
    ? clock(at, preferences)
    : `${day(at, preferences)} ${clock(at, preferences)}`

/** "at 18:40", "yesterday at 18:40". */
export const whenAt = (at: Instant, preferences: DisplayPreferences): string =>
  sameDay(at, preferences.now, preferences)
    ? `at ${clock(at, preferences)}`
    : `${day(at, preferences)} at ${clock(at, preferences)}`

/** "about 18:40", "tomorrow about 10:00". */
export const aboutWhen = (at: Instant, preferences: DisplayPreferences): string =>
  sameDay(at, preferences.now, preferences)
    ? `about ${clock(at, preferences)}`
    : `${day(at, preferences)} about ${clock(at, preferences)}`

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

/** Where fill water comes from. */
export const SOURCE_WORDS: Record<FillWaterSource, string> = {
  town: 'town supply',
  well: 'well or bore',
  rain: 'rain tank',
  delivered: 'delivered',
  softened: 'softened',
}

/** "0.30 ppm of iron": of copper and iron, what is more than nothing. */
export const metalsSaid = (
  { copperPpm, ironPpm }: { copperPpm: number; ironPpm: number },
  preferences: DisplayPreferences,
): string =>
  list(
    (
      [
        ['copper', copperPpm],
        ['iron', ironPpm],
      ] as const
    ).flatMap(([name, ppm]) => (ppm > 0 ? [`${amount(name, ppm, preferences)} of ${name}`] : [])),
  )

/** "a, b and c" */
export const list = (parts: readonly string[]): string =>
  parts.length < 2 ? parts.join('') : `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}`

/** For a sentence that goes on after a colon. */
export const lowerFirst = (text: string): string => text.slice(0, 1).toLowerCase() + text.slice(1)
export const upperFirst = (text: string): string =>
  text.startsWith('pH') ? text : text.slice(0, 1).toUpperCase() + text.slice(1)
