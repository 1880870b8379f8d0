import {
  fromCelsius,
  HOUR,
  type HoursUntil,
  type Instant,
  type LearntFigure,
  lossAtTemperature,
  type TubHeat,
  type TurnUp,
  type Warming,
  type WarmWeek,
} from '@/core'
import { money, moneyShown } from './money'
import {
  type DisplayPreferences,
  day,
  dayAndClock,
  degrees,
  formatFixed,
  formatNumber,
  temperatureSign,
} from './words'

/** A difference of temperatures: "5 °C", "9 °F". */
export const difference = (kelvin: number, preferences: DisplayPreferences, decimals = 0) => {
  const { temperature } = preferences.units
  return `${formatNumber(temperature === 'celsius' ? kelvin : kelvin * 1.8, decimals, preferences)} ${temperatureSign(temperature)}`
}

/** Kilowatt hours as a meter is read: tenths below ten. */
export const energy = (kilowattHours: number, preferences: DisplayPreferences) =>
  `${formatNumber(kilowattHours, kilowattHours < 10 ? 1 : 0, preferences)} kWh`

export const heatTitle = (
  setCelsius: number,
  perDay: number,
  preferences: DisplayPreferences,
  way?: Warming,
): string =>
  way && way.kind !== 'held' && perDay >= 0.05
    ? `${way.kind === 'lower' ? `Kept ${difference(way.byKelvin, preferences)} lower between soaks` : 'Heated in set hours'}, it takes about ${energy(perDay, preferences)} a day in this weather.`
    : perDay < 0.05
      ? `Keeping ${degrees(setCelsius, preferences)} takes no heat in this weather.`
      : `Keeping ${degrees(setCelsius, preferences)} takes about ${energy(perDay, preferences)} a day in this weather.`

export const airWords = (
  air: { mean: number; low: number; high: number },
  simulated: boolean,
  preferences: DisplayPreferences,
): string => {
  const bare = (celsius: number) =>
    formatNumber(fromCelsius(celsius, preferences.units.temperature), 0, preferences)
  return simulated
    ? `The week ahead is ${bare(air.low)} to ${degrees(air.high, preferences)} outside, ${degrees(air.mean, preferences)} on average, by the simulated weather.`
    : `The air is taken as ${degrees(air.mean, preferences)}, as set under Refill.`
}

/** "12:00", "00:00" of an hour of the clock, as forms take them. */
const oClock = (hour: number) =>
  `${String(Math.floor(hour) % 24).padStart(2, '0')}:${String(Math.round((hour % 1) * 60)).padStart(2, '0')}`

export const wayWords = (
  { way }: WarmWeek,
  setCelsius: number,
  preferences: DisplayPreferences,
): { name: string; detail: string } => {
  switch (way.kind) {
    case 'held':
      return { name: 'Keep it hot', detail: `${degrees(setCelsius, preferences)} all week` }
    case 'lower':
      return {
        name: `${difference(way.byKelvin, preferences)} lower`,
        detail: `${degrees(setCelsius - way.byKelvin, preferences)} between soaks`,
      }
    case 'hours':
      return {
        name: 'Set hours',
        detail: `heated ${oClock(way.from)} to ${oClock(way.to)} only`,
      }
  }
}

/** "saves €1.20", "€0.09 more", "the same"; empty without a price. */
export const againstHeld = (
  week: WarmWeek,
  held: WarmWeek,
  currency: string,
  preferences: DisplayPreferences,
): string => {
  if (week.way.kind === 'held' || week.money === undefined || held.money === undefined) return ''
  const saved = moneyShown(held.money, currency) - moneyShown(week.money, currency)
  if (moneyShown(saved, currency) === 0) return 'the same'
  return saved > 0
    ? `saves ${money(saved, currency, preferences)}`
    : `${money(-saved, currency, preferences)} more`
}

/** A wait of hours as people say it: "45 min", "3 h". */
const waitWords = (hours: number, preferences: DisplayPreferences): string =>
  hours < 0.02
    ? '0 h'
    : hours < 1.5
      ? `${formatNumber(5 * Math.ceil(12 * hours), 0, preferences)} min`
      : `${formatNumber(hours, hours < 10 ? 1 : 0, preferences)} h`

export const readyInWords = (
  { longestWaitHours, coldSoaks }: WarmWeek,
  soaks: number,
  preferences: DisplayPreferences,
): { figure: string; note: string } => ({
  figure: longestWaitHours === undefined ? 'never' : waitWords(longestWaitHours, preferences),
  note:
    coldSoaks > 0
      ? `${coldSoaks} of ${soaks} ${soaks === 1 ? 'soak begins' : 'soaks begin'} cold`
      : longestWaitHours === undefined
        ? 'in the coldest hours'
        : longestWaitHours < 0.02
          ? 'any time'
          : 'at the most',
})

/** What cooler water does to the climb of pH; nothing where it can't be told. */
const climbWords = (
  [held = 0, lower = 0]: readonly number[],
  preferences: DisplayPreferences,
): string => {
  const slower = held > 0.02 ? 100 * (1 - lower / held) : 0
  return slower < 1 ? '' : ` pH climbs about ${formatNumber(slower, 0, preferences)} % slower.`
}

/** What being lower comes to, against the hours it takes to be ready. */
export const lowerWords = (
  { held, lower }: { held: WarmWeek; lower: WarmWeek },
  setCelsius: number,
  preferences: DisplayPreferences,
  climbs: readonly number[] = [],
): string => {
  const saved = held.kilowattHours - lower.kilowattHours
  const share = held.kilowattHours > 0 ? (100 * saved) / held.kilowattHours : 0
  const lasts = 100 * (lossAtTemperature(setCelsius) / lossAtTemperature(lower.meanCelsius) - 1)
  const by = lower.way.kind === 'lower' ? lower.way.byKelvin : 0
  if (held.kilowattHours < 0.35)
    return 'Nothing has to be heated this week, so there is nothing to save.'
  return `${difference(by, preferences)} lower saves ${energy(saved, preferences)} a week, ${formatNumber(share, 0, preferences)} %; cooler water always loses less.${
    lasts >= 1 ? ` Sanitizer lasts ${formatNumber(lasts, 0, preferences)} % longer.` : ''
  }${climbWords(climbs, preferences)}`
}

/** What a learnt figure comes from, in a few words. */
const comesFrom = ({ stretches }: LearntFigure, what: string) =>
  stretches === 0
    ? `common practice for a tub of its kind, until ${what} show its own`
    : `learnt from ${stretches} ${stretches === 1 ? 'stretch' : 'stretches'} of its log`

/** In brackets behind "how this tub cools". */
export const heatKnown = ({ timeConstantHours }: TubHeat): string =>
  comesFrom(timeConstantHours, 'temperatures')

/** "0.14 °C an hour", with where nine in ten of what it may be lie. */
export const coolingWords = (
  { timeConstantHours: { value, low, high } }: TubHeat,
  excess: number,
  preferences: DisplayPreferences,
): { figure: string; range: string } => {
  const { temperature } = preferences.units
  const rate = (hours: number) =>
    formatFixed(
      (Math.max(0, excess) / hours) * (temperature === 'celsius' ? 1 : 1.8),
      2,
      preferences,
    )
  return {
    figure: `${rate(value)} ${temperatureSign(temperature)} an hour`,
    range: `between ${rate(high)} and ${rate(low)}`,
  }
}

export const heatingWords = (
  heat: TubHeat,
  perKelvin: number,
  preferences: DisplayPreferences,
): { figure: string; range: string } => {
  const { temperature } = preferences.units
  const rate = (kilowatts: number) =>
    formatFixed((kilowatts / perKelvin) * (temperature === 'celsius' ? 1 : 1.8), 1, preferences)
  const { value, low, high } = heat.kilowatts
  return {
    figure: `${rate(value)} ${temperatureSign(temperature)} an hour`,
    range: `between ${rate(low)} and ${rate(high)}; ${formatNumber(value, 1, preferences)} kW`,
  }
}

export const learntWords = (heat: TubHeat): string => {
  const { timeConstantHours, kilowatts, leftOut } = heat
  const cooling = comesFrom(timeConstantHours, 'falls with the heater off')
  const warming = kilowatts.stretches > 0 ? ` Warming up: ${comesFrom(kilowatts, '')}.` : ''
  const left =
    leftOut > 0 ? ` ${leftOut} left out: people in, water changed, or too short to tell.` : ''
  return `Cooling: ${cooling}.${warming}${left}`
}

/** A heater that warms slower than it did. */
export const weakenedWords = (
  { at, kilowatts, before }: NonNullable<TubHeat['weakened']>,
  preferences: DisplayPreferences,
): string =>
  `It warmed slower than it should ${day(at, preferences)}: as if by ${formatNumber(kilowatts, 1, preferences)} kW instead of ${formatNumber(before.low, 1, preferences)} to ${formatNumber(before.high, 1, preferences)}. An open cover, a clogged filter or a failing heater does that.`

export const TEACH_HEAT =
  'To teach it: leave the heater off for a night with the cover on, and log the temperature in the evening and in the morning.'

/** Whether the tub will run too warm, and what to set. */
export const summerWords = (
  {
    tooWarmAbove,
    high,
    resting,
    setCelsius,
  }: { tooWarmAbove: number; high: number; resting: number; setCelsius: number },
  preferences: DisplayPreferences,
): { title: string; text: string } => {
  const lift = difference(setCelsius - tooWarmAbove, preferences)
  if (resting > setCelsius)
    return {
      title: 'Too warm this week.',
      text: `With the heater off the pump’s own warmth keeps the water at about ${degrees(resting, preferences)}, and it will not cool below that. Shorten the filter hours and lift the cover on cool evenings while somebody watches it. Above ${degrees(40, preferences)} nobody gets in.`,
    }
  if (high > tooWarmAbove)
    return {
      title: 'Warm days ahead.',
      text: `The pump alone holds the water ${lift} above the air, so it runs above ${degrees(setCelsius, preferences)} while the air stays above ${degrees(tooWarmAbove, preferences)}. Shorter filter hours help.`,
    }
  return {
    title: 'Summer: nothing to set.',
    text: `The pump alone holds the water ${lift} above the air, so it runs too warm only where the air stays above ${degrees(tooWarmAbove, preferences)}.`,
  }
}

/** "about 9 days (5 to 16)"; "not in four weeks". */
export const untilWords = (
  { soonest, likely, latest }: HoursUntil,
  preferences: DisplayPreferences,
): string => {
  if (soonest === undefined) return 'not within four weeks'
  const days = soonest >= 48 || (likely ?? 0) >= 96
  const n = (hours: number) =>
    days
      ? formatNumber(hours / 24, hours < 240 ? 1 : 0, preferences)
      : formatNumber(hours, 0, preferences)
  const unit = days ? 'days' : 'hours'
  if (likely === undefined) return `after ${n(soonest)} ${unit} at the soonest`
  return latest === undefined
    ? `after about ${n(likely)} ${unit}, ${n(soonest)} at the soonest`
    : `after about ${n(likely)} ${unit} (${n(soonest)} to ${n(latest)})`
}

/** When something happens on the calendar, at the soonest. */
const soonestOn = (
  from: Instant,
  { soonest }: HoursUntil,
  preferences: DisplayPreferences,
): string | undefined =>
  soonest === undefined ? undefined : dayAndClock(from + soonest * HOUR, preferences)

/** What to do while there is no power, in order. */
export const cutSteps = (
  pipes: HoursUntil,
  { from, covered }: { from: Instant; covered: boolean },
  preferences: DisplayPreferences,
): string[] => [
  covered
    ? 'Leave the cover on, clipped down; every look costs heat.'
    : 'Cover the water first: its cover, or foil and blankets weighted down outside the rim. Open water cools many times as fast. Keep children and animals away from it.',
  'Switch the tub off at its breaker if a fuse or RCD (GFCI) tripped, and call an electrician: don’t switch it on again to see.',
  ...(pipes.soonest === undefined
    ? []
    : [
        `Pipes freeze before the water does: if power may not be back by ${soonestOn(from, pipes, preferences)}, have a technician drain tub and pipes before then.`,
      ]),
  'Nobody gets in: nothing filters or mixes the water.',
  'When power is back: look for leaks and error codes, let it circulate, shock it, and test. It opens by that test.',
]

/** When to turn up, or why it can't be ready. */
export const turnUpWords = (
  { at, readyAt }: TurnUp,
  { by, target, now }: { by: Instant; target: number; now: Instant },
  preferences: DisplayPreferences,
): string => {
  const warm = degrees(target, preferences)
  if (readyAt === undefined)
    return `The heater can’t bring it to ${warm} in this weather within two weeks.`
  if (readyAt > by)
    return `There is not enough time: turned up now, it has ${warm} ${dayAndClock(readyAt, preferences)}.`
  if (at >= by) return `It will be at ${warm} anyway; nothing to turn up.`
  const ready = `${warm} ${dayAndClock(by, preferences)}`
  return at - now < 5 * 60_000
    ? `Turn it up now to have ${ready}.`
    : `Turn it up ${dayAndClock(at, preferences)} to have ${ready}.`
}

/** The line of a power cut in words. */
export const cutDescribed = (
  points: readonly { hours: number; celsius: number }[],
  preferences: DisplayPreferences,
): string => {
  const at = (hours: number) => points.find((one) => one.hours === hours)
  const said = [0, 24, 72, 168, 336].flatMap((hours) => {
    const one = at(hours)
    return one
      ? [
          `${hours === 0 ? 'at once' : hours === 24 ? 'after a day' : `after ${hours / 24} days`} ${degrees(one.celsius, preferences)}`,
        ]
      : []
  })
  return `The water without power: ${said.join(', ')}`
}

/** As it stands in the log. */
export const POWER_WORDS = { off: 'The power went.', back: 'The power came back.' } as const

/** What is believed of the water while the power is off. */
export const offSince = (
  from: Instant,
  celsius: { celsius: number; low: number; high: number } | undefined,
  preferences: DisplayPreferences,
): string =>
  `The power has been off since ${dayAndClock(from, preferences)}.${
    celsius
      ? ` By now the water is at about ${degrees(celsius.celsius, preferences)}, between ${degrees(celsius.low, preferences)} and ${degrees(celsius.high, preferences)}.`
      : ''
  }`
