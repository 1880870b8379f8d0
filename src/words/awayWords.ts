import { HOUR, type Instant, PRODUCTS, type ProductName, type Quantity, type TurnUp } from '@/core'
import { energy } from './heatWords'
import { levelUnits } from './inUnits'
import { money } from './money'
import {
  amount,
  type DisplayPreferences,
  dayAndClock,
  degrees,
  dose as doseWords,
  duration,
  figure,
  formatNumber,
} from './words'

export const awayTitle = (
  savedKilowattHours: number,
  savedMoney: number | undefined,
  currency: string,
  preferences: DisplayPreferences,
): string =>
  `Going away: saves about ${energy(savedKilowattHours, preferences)}${
    savedMoney === undefined ? '' : ` and ${money(savedMoney, currency, preferences)}`
  }`

/** What goes in on the last day. */
export const lastDose = (
  given: { product: ProductName; grams: number },
  preferences: DisplayPreferences,
): string =>
  `Before you go: ${doseWords(given.product, given.grams, preferences)} of ${PRODUCTS[given.product].commonName}, by this forecast; the label’s own limit comes first.`

/** @param filled that it stays so; after more than a month that is only one of two ways */
export const keptAt = (celsius: number, filled: boolean, preferences: DisplayPreferences): string =>
  `${filled ? 'Set' : 'If it stays filled: set'} ${degrees(celsius, preferences)}, leave the power on and lock the cover. Ask somebody to look in once a week.`

/** "3.1 to 5.2 ppm" */
export const between = (
  quantity: Quantity,
  { low, high }: { low: number; high: number },
  preferences: DisplayPreferences,
): string =>
  `${figure(quantity, Math.max(0, low), preferences)} to ${amount(quantity, Math.max(0, high), preferences)}`

export const levelOnReturn = (millimetres: number, preferences: DisplayPreferences): string => {
  const { length, centimetres } = levelUnits(preferences)
  return `${formatNumber(millimetres / 10 / centimetres, 1, preferences)} ${length} lower`
}

/** Whether it can be in range on return, and what then. */
export const rangeOnReturn = (range: 'low' | 'in' | 'high', foreseen: boolean): string =>
  !foreseen
    ? 'So long ahead nothing can be foreseen: have somebody test and dose it every week, or shut it down.'
    : range === 'high'
      ? 'It will be above its range when you are back: take the floater out before you go, or turn the feeder down.'
      : range === 'in'
        ? 'If you do, it should be in range when you are back; a test decides.'
        : 'Even so it will not be in range when you are back, unless somebody doses it in between.'

/** The day of coming back, in order. */
export const backSteps = (
  turnUp: TurnUp,
  { back, target }: { back: Instant; target: number },
  preferences: DisplayPreferences,
): string[] => [
  turnUp.readyAt === undefined
    ? `It can’t be at ${degrees(target, preferences)} by then; turn it up when you come.`
    : turnUp.at >= back
      ? `It is still at ${degrees(target, preferences)}.`
      : `Turn it up ${dayAndClock(turnUp.at, preferences)}, ${duration(Math.max(HOUR / 2, back - turnUp.at))} before you are back, or it starts that much later.`,
  'Look at the water and the level before anything else.',
  'Test before anyone gets in; shock if the sanitizer is gone.',
]
