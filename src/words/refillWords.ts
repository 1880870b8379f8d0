import {
  fromCelsius,
  fromLitres,
  LITRES_PER_US_GALLON,
  type Rate,
  type RefillReason,
  SOLIDS_ABOVE_FILL_PPM,
  type Stage,
} from '@/core'
import {
  type DisplayPreferences,
  day,
  degrees,
  formatNumber,
  temperatureSign,
  volume,
} from './words'

const DAY_MS = 86_400_000

/** "75 min", "16 h 35 min" */
export const formatLength = (minutes: number): string => {
  const whole = Math.round(minutes)
  if (whole < 90) return `${whole} min`
  const rest = whole % 60
  return `${Math.floor(whole / 60)} h${rest > 0 ? ` ${rest} min` : ''}`
}

export const formatFlow = (rate: Rate, preferences: DisplayPreferences) =>
  `${formatNumber(fromLitres(rate.value, preferences.units.volume), rate.value < 20 ? 1 : 0, preferences)} ${preferences.units.volume === 'litre' ? 'L' : 'gal'}/min`

export const formatHeatRate = (celsiusPerHour: number, preferences: DisplayPreferences) =>
  `${formatNumber(celsiusPerHour * (preferences.units.temperature === 'celsius' ? 1 : 1.8), 2, preferences)} ${temperatureSign(preferences.units.temperature)}/h`

/** The arithmetic of a stage's length, without its result: a true formula, the minutes by hand in front. */
export const formatSum = (
  { formula, handsMinutes }: Stage,
  preferences: DisplayPreferences,
): string => {
  const hands = (rest: string) => (handsMinutes > 0 ? `${handsMinutes} min + ${rest}` : rest)
  switch (formula.kind) {
    case 'flow':
      return hands(
        `${volume(formula.litres, preferences)} ÷ ${formatFlow(formula.rate, preferences)}`,
      )
    case 'heat': {
      const { locale, units } = preferences
      const shown = (celsius: number) =>
        new Intl.NumberFormat(locale, { maximumFractionDigits: 0 }).format(
          fromCelsius(celsius, units.temperature),
        )
      return hands(
        `(${shown(formula.to)} − ${shown(formula.from)}) ${temperatureSign(units.temperature)} ÷ ${formatHeatRate(formula.rate.value, preferences)}`,
      )
    }
    case 'doses':
    case 'waits':
      return hands(`${formatLength(formula.waits)} of waits`)
    case 'hours':
      return hands(`${formatNumber(formula.hours, 1, preferences)} h standing`)
    case 'fixed':
      return ''
  }
}

const ORIGIN = { assumed: 'assumed', set: 'as set', measured: 'measured' } as const

export const formatOrigin = ({ origin, times, spread }: Rate) =>
  origin === 'measured'
    ? `measured ${times === 1 ? 'once' : `${times} times`}, ± ${Math.round(100 * spread)} %`
    : `${ORIGIN[origin]}, ± ${Math.round(100 * spread)} %`

/** The published rule counts US gallons; who measures in litres is told how many those are. */
const bathersWords = (
  { days, bathersPerDay }: Extract<RefillReason, { rule: 'bathers' }>,
  preferences: DisplayPreferences,
): string => {
  const gallons = days * 3 * bathersPerDay
  const count = `${formatNumber(gallons, 0, preferences)} US gal ÷ (3 × ${formatNumber(bathersPerDay, 1, preferences)} bathers a day) = ${formatNumber(days, 0, preferences)} days`
  const own =
    preferences.units.volume === 'US gallon'
      ? ''
      : `${volume(gallons * LITRES_PER_US_GALLON, preferences)} are ${formatNumber(gallons, 0, preferences)} US gal; `
  return `${own}${count}. Published for public tubs, in US gallons.`
}

/** Why the water has to go, by one rule. */
export const formatReason = (
  reason: RefillReason,
  preferences: DisplayPreferences,
): { rule: string; words: string } => {
  switch (reason.rule) {
    case 'bathers':
      return {
        rule: 'Volume and bathers',
        words: bathersWords(reason, preferences),
      }
    case 'solids':
      return {
        rule: 'Dissolved solids',
        words: `${formatNumber(Math.max(0, reason.aboveFillPpm), 0, preferences)} ppm above the fill water, ${formatNumber(reason.perDay, 0, preferences)} a day; due at ${SOLIDS_ABOVE_FILL_PPM}.`,
      }
    case 'stabiliser':
      return {
        rule: 'Stabiliser',
        words: `${formatNumber(reason.ppm, 0, preferences)} ppm, the range ends at ${formatNumber(reason.high, 0, preferences)}; it only leaves with the water.`,
      }
    case 'age':
      return {
        rule: 'Age',
        words: `At most ${formatNumber(reason.days, 0, preferences)} days for a tub and programme like this. Common practice.`,
      }
    case 'signs':
      return {
        rule: 'It came back',
        words: `${reason.sign}, seen ${reason.times} times in a month: treating it did not last.`,
      }
    case 'accident':
      return {
        rule: 'Accident',
        words: 'Nobody in. Drain it all, disinfect shell and filter, then fill.',
      }
    case 'first month':
      return {
        rule: 'First month',
        words: 'A new tub’s first water carries what its makers left in the pipes.',
      }
  }
}

/** "Thu 14 Jan", or that it is over. */
export const formatDue = (at: number, preferences: DisplayPreferences): string =>
  at <= preferences.now
    ? 'due now'
    : at > preferences.now + 900 * DAY_MS
      ? 'years ahead'
      : day(at, preferences)

export const formatFillTemperature = (celsius: number, preferences: DisplayPreferences) =>
  degrees(celsius, preferences)
