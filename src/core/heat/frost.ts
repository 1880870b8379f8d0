import { HOUR, type Instant } from '../time'

/** Air from here on freezes pipes that stand still, °C: wind and a cabinet that leaks leave no margin below it. Assumed. */
const HARD_FROST_CELSIUS = -3
const AHEAD_HOURS = 72

/** Hard frost that is foreseen: when it begins, how cold it gets, and what makes it worse here. */
export interface Frost {
  from: Instant
  lowCelsius: number
  /** The level is falling or low: a pump that draws air stops, and what stands in the pipes freezes. */
  lowLevel: boolean
  /** No power: nothing circulates and nothing heats. */
  noPower: boolean
}

/**
 * Hard frost within three days, for a tub that has water in it; undefined where none is foreseen.
 * @param air °C at a moment
 */
export const frostAhead = (
  air: (at: Instant) => number,
  now: Instant,
  { lowLevel, noPower }: Pick<Frost, 'lowLevel' | 'noPower'>,
): Frost | undefined => {
  let from: Instant | undefined
  let lowCelsius = Number.POSITIVE_INFINITY
  for (let hour = 0; hour < AHEAD_HOURS; hour++) {
    const at = now + hour * HOUR
    const celsius = air(at)
    if (celsius > HARD_FROST_CELSIUS) continue
    from ??= at
    lowCelsius = Math.min(lowCelsius, celsius)
  }
  return from === undefined ? undefined : { from, lowCelsius, lowLevel, noPower }
}
