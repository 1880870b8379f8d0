import {
  DAY,
  fromCelsius,
  fromLitres,
  LITRES_PER_US_GALLON,
  type Rate,
  type RefillReason,
  SOLIDS_ABOVE_FILL_PPM,
  type Stage,
} from '@/core'
import type { Meanwhile, RefillConflict } from '@/server/refillView'
import { numberFormat } from './formats'
import { signName } from './signText'
import { stageText } from './stageText'
import { CAUSE_NAMES } from './troubleText'
import {
  amount,
  type DisplayPreferences,
  day,
  dayAndClock,
  degrees,
  formatNumber,
  metalsSaid,
  temperatureSign,
  upperFirst,
  volume,
} from './words'

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
        numberFormat(locale, { maximumFractionDigits: 0 }).format(
          fromCelsius(celsius, units.temperature),
        )
      return hands(
        `(${shown(formula.to)} − ${shown(formula.from)}) ${temperatureSign(units.temperature)} ÷ ${formatHeatRate(formula.rate.value, preferences)}`,
      )
    }
    case 'doses':
    case 'waits':
      return hands(`${formatLength(formula.waits)} of waiting`)
    case 'hours':
      return hands(`${formatNumber(formula.hours, 1, preferences)} h of waiting`)
    case 'fixed':
      return ''
  }
}

const ORIGIN = { assumed: 'assumed', set: 'set by you', measured: 'measured' } as const

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
      : `${volume(gallons * LITRES_PER_US_GALLON, preferences)} is ${formatNumber(gallons, 0, preferences)} US gal; `
  return `${own}${count}. A rule for public tubs, in US gallons.`
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
        words: `${formatNumber(reason.ppm, 0, preferences)} ppm, your range ends at ${formatNumber(reason.high, 0, preferences)}; only replacing water lowers it.`,
      }
    case 'age':
      return {
        rule: 'Age',
        words: `${formatNumber(reason.days, 0, preferences)} days at most for a tub and programme like this. Common practice.`,
      }
    case 'signs':
      return {
        rule: 'It keeps coming back',
        words: `${upperFirst(signName(reason.sign))}, seen ${reason.times} times in a month: treating it hasn’t lasted.`,
      }
    case 'accident':
      return {
        rule: 'Accident',
        words: 'Keep out. Drain completely, disinfect shell and filter, then fill.',
      }
    case 'unwell':
      return {
        rule: 'Someone unwell',
        words: `${upperFirst(signName(reason.sign))} after using the tub: flush the pipes, drain, disinfect shell and filter.`,
      }
    case 'slime':
      return {
        rule: 'Film in the pipes',
        words: `${upperFirst(signName(reason.sign))}: flush the pipes, then drain.`,
      }
    case 'trouble':
      return {
        rule: 'Being treated',
        words: `To treat ${CAUSE_NAMES[reason.cause]}, change the water.`,
      }
    case 'first month':
      return {
        rule: 'First month',
        words: 'A new tub’s first water picks up residue from manufacturing in the pipes.',
      }
  }
}

/** "Thu 14 Jan", or that it is over. */
export const formatDue = (at: number, preferences: DisplayPreferences): string =>
  at <= preferences.now
    ? 'due now'
    : at > preferences.now + 900 * DAY
      ? 'years ahead'
      : day(at, preferences)

export const formatMeanwhile = (what: Meanwhile): string =>
  what.kind === 'soak' ? `a soak for ${what.people}` : what.title

/** What stands against a refill as planned, with the way out. */
export const formatConflict = (
  conflict: RefillConflict,
  preferences: DisplayPreferences,
): string => {
  const at = (instant: number) => dayAndClock(instant, preferences)
  const ppm = (value: number) => `${formatNumber(value, 0, preferences)} ppm`
  switch (conflict.code) {
    case 'heater too weak':
      return `With the air at ${degrees(conflict.airCelsius, preferences)} this heater only reaches about ${degrees(conflict.holdsCelsius, preferences)}. Check its power rating, wait for milder weather, or fill with warmer water.`
    case 'pump slower than hose': {
      const flow = (litres: number) => `${volume(litres, preferences)} a minute`
      return `The pump (${flow(conflict.drainLitresPerMinute)}) is slower than the hose (${flow(conflict.fillLitresPerMinute)}). Is the pump’s figure per hour, or was the bucket misread? If it’s right, draining takes ${formatNumber(conflict.drainHours, 0, preferences)} hours.`
    }
    case 'ready time passed':
      return `${upperFirst(at(conflict.at))} has passed. If you start now, the tub is ready ${at(conflict.ready)}.`
    case 'metal step too long':
      return `The inhibitor against metals needs 24 hours, so the tub is ready ${at(conflict.ready)} at the earliest. On town water you can skip that step: ready ${at(conflict.readyWithout)}.`
    case 'takes longer':
      return `Even if you start now, it takes until ${at(conflict.ready)}. Free up more hours, shorten the pipe flush, or choose a later day.`
    case 'pinned too early':
      return `“${stageText(conflict.stage).name}” can’t start as early as it’s pinned: the steps before it won’t be finished.`
    case 'free hours too short':
      return `You don’t have enough free hours for the longest step (${conflict.longestMinutes} min). Free up more.`
    case 'metals in fill water':
      return `The fill water holds ${metalsSaid(conflict, preferences)}: it stains as soon as an oxidiser meets it. Fill through a hose filter; the inhibitor goes in first and alone for 24 hours, and the filter is rinsed after it.`
    case 'phosphate in fill water':
      return `The fill water’s phosphate (${amount('phosphate', conflict.ppm, preferences)}) covers a cell’s plates with scale. Treat it a day before the salt goes in, or mix in other water.`
    case 'hard fill water':
      return `The fill water’s hardness (${ppm(conflict.hardnessPpm)}) is above your range (up to ${ppm(conflict.highPpm)}). A hose filter or mixing in softened or rain water lowers it; otherwise use a scale inhibitor every week.`
    case 'hose filter spent':
      return `The hose filter is rated for only ${volume(conflict.leftLitres, preferences)} more, less than this fill. Get a new one.`
    case 'falls into it':
      return `${upperFirst(formatMeanwhile(conflict.what))} ${at(conflict.what.at)} is during the refill: move one of them.`
    case 'guests are in':
      return `${conflict.title} will be there when it starts (until ${at(conflict.until)}).`
  }
}
