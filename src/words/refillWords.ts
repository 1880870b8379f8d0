import type { Rate } from '@/core/refill/rates'
import { type RefillReason, SOLIDS_ABOVE_FILL_PPM } from '@/core/refill/refillDue'
import type { Stage } from '@/core/refill/stages'
import { fromCelsius, fromLitres, LITRES_PER_US_GALLON } from '@/core/units'
import { day, degrees, numberWords, type Reader, temperatureSign, volume } from './words'

const DAY_MS = 86_400_000

/** "75 min", "16 h 35 min" */
export const lengthWords = (minutes: number): string => {
  const whole = Math.round(minutes)
  if (whole < 90) return `${whole} min`
  const rest = whole % 60
  return `${Math.floor(whole / 60)} h${rest > 0 ? ` ${rest} min` : ''}`
}

export const flowWords = (rate: Rate, reader: Reader) =>
  `${numberWords(fromLitres(rate.value, reader.units.volume), rate.value < 20 ? 1 : 0, reader)} ${reader.units.volume === 'litre' ? 'L' : 'gal'}/min`

export const heatRateWords = (celsiusPerHour: number, reader: Reader) =>
  `${numberWords(celsiusPerHour * (reader.units.temperature === 'celsius' ? 1 : 1.8), 2, reader)} ${temperatureSign(reader.units.temperature)}/h`

/** The arithmetic of a stage's length, without its result: a true sum, the minutes by hand in front. */
export const sumWords = ({ sum, handsMinutes }: Stage, reader: Reader): string => {
  const hands = (rest: string) => (handsMinutes > 0 ? `${handsMinutes} min + ${rest}` : rest)
  switch (sum.kind) {
    case 'flow':
      return hands(`${volume(sum.litres, reader)} ÷ ${flowWords(sum.rate, reader)}`)
    case 'heat': {
      const { locale, units } = reader
      const shown = (celsius: number) =>
        new Intl.NumberFormat(locale, { maximumFractionDigits: 0 }).format(
          fromCelsius(celsius, units.temperature),
        )
      return hands(
        `(${shown(sum.to)} − ${shown(sum.from)}) ${temperatureSign(units.temperature)} ÷ ${heatRateWords(sum.rate.value, reader)}`,
      )
    }
    case 'doses':
    case 'waits':
      return hands(`${lengthWords(sum.waits)} of waits`)
    case 'hours':
      return hands(`${numberWords(sum.hours, 1, reader)} h standing`)
    case 'fixed':
      return ''
  }
}

const ORIGIN = { assumed: 'assumed', set: 'as set', measured: 'measured' } as const

export const originWords = ({ origin, times, spread }: Rate) =>
  origin === 'measured'
    ? `measured ${times === 1 ? 'once' : `${times} times`}, ± ${Math.round(100 * spread)} %`
    : `${ORIGIN[origin]}, ± ${Math.round(100 * spread)} %`

/** The published rule counts US gallons; who measures in litres is told how many those are. */
const bathersWords = (
  { days, bathersPerDay }: Extract<RefillReason, { rule: 'bathers' }>,
  reader: Reader,
): string => {
  const gallons = days * 3 * bathersPerDay
  const count = `${numberWords(gallons, 0, reader)} US gal ÷ (3 × ${numberWords(bathersPerDay, 1, reader)} bathers a day) = ${numberWords(days, 0, reader)} days`
  const own =
    reader.units.volume === 'US gallon'
      ? ''
      : `${volume(gallons * LITRES_PER_US_GALLON, reader)} are ${numberWords(gallons, 0, reader)} US gal; `
  return `${own}${count}. Published for public tubs, in US gallons.`
}

/** Why the water has to go, by one rule. */
export const reasonWords = (
  reason: RefillReason,
  reader: Reader,
): { rule: string; words: string } => {
  switch (reason.rule) {
    case 'bathers':
      return {
        rule: 'Volume and bathers',
        words: bathersWords(reason, reader),
      }
    case 'solids':
      return {
        rule: 'Dissolved solids',
        words: `${numberWords(Math.max(0, reason.aboveFillPpm), 0, reader)} ppm above the fill water, ${numberWords(reason.perDay, 0, reader)} a day; due at ${SOLIDS_ABOVE_FILL_PPM}.`,
      }
    case 'stabiliser':
      return {
        rule: 'Stabiliser',
        words: `${numberWords(reason.ppm, 0, reader)} ppm, the range ends at ${numberWords(reason.high, 0, reader)}; it only leaves with the water.`,
      }
    case 'age':
      return {
        rule: 'Age',
        words: `At most ${numberWords(reason.days, 0, reader)} days for a tub and programme like this. Common practice.`,
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
export const dueWords = (at: number, reader: Reader): string =>
  at <= reader.now ? 'due now' : at > reader.now + 900 * DAY_MS ? 'years ahead' : day(at, reader)

export const fillTemperatureWords = (celsius: number, reader: Reader) => degrees(celsius, reader)
