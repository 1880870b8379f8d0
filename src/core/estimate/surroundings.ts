import type { SanitizerQuantity } from '../testing/quantity'
import { type Instant, MINUTE } from '../time'
import type { Surroundings } from '../tub/tub'

/** Where nothing is said: no ozone, no lamp, and no sun to speak of when the cover is off. */
export const USUAL_SURROUNDINGS: Surroundings = {
  supplementaryDisinfection: 'none',
  exposure: 'shade',
  hoursFromUtc: 0,
}

/**
 * Times the loss without; times the fading of waste; times the clearing of combined chlorine. Ozone: common practice, 30 to 50 % a
 * day in place of 15 to 25; what it does to waste, and all of the lamp: assumed.
 */
export const DISINFECTION_EFFECT: Record<
  Surroundings['supplementaryDisinfection'],
  { loss: number; fades: number; clears: number }
> = {
  none: { loss: 1, fades: 1, clears: 1 },
  ozone: { loss: 1.8, fades: 2, clears: 1.5 },
  'UV lamp': { loss: 1.1, fades: 1.2, clears: 2 },
}

/** Reactions of this kind go about twice as fast for every 10 °C: a rule of thumb of kinetics, assumed to hold for the loss. */
export const lossAtTemperature = (celsius: number): number => 2 ** ((celsius - 38) / 10)

/** Share of full sun that reaches the water with the cover off; assumed. */
const OPEN_TO = { indoors: 0, shade: 0.15, sun: 1 }

/** 0 at night to 1 at noon, by the clock of the place: half a sine from six to six. */
export const sunAt = (at: Instant, hoursFromUtc: number): number => {
  const hour = (((at / (60 * MINUTE) + hoursFromUtc) % 24) + 24) % 24
  return Math.max(0, Math.sin((Math.PI * (hour - 6)) / 12))
}

/**
 * Loss by full sun, per hour: common practice, from memory: half of the chlorine without stabiliser in about 40 minutes, half of
 * the bromine in about an hour; peroxide and biguanide hardly.
 */
const IN_SUN: Record<SanitizerQuantity, number> = {
  freeChlorine: 1,
  bromine: 0.65,
  peroxide: 0.1,
  biguanide: 0,
}
/** Stabiliser that halves what sun does to chlorine, ppm: so that 30 ppm leaves a seventh. Assumed. */
const SHIELDING_PPM = 5

/** What is left of the residual after some minutes with the cover off, 0 to 1. */
export const keptInLight = (
  { exposure: stands, hoursFromUtc }: Surroundings,
  { sanitizer, cyanuricAcidPpm }: { sanitizer: SanitizerQuantity; cyanuricAcidPpm: number },
  at: Instant,
  minutes: number,
): number => {
  const sun = OPEN_TO[stands] * sunAt(at + (minutes / 2) * MINUTE, hoursFromUtc)
  const shielded = sanitizer === 'freeChlorine' ? 1 + cyanuricAcidPpm / SHIELDING_PPM : 1
  return Math.exp((-IN_SUN[sanitizer] * sun * minutes) / 60 / shielded)
}

/** The cover is off a while before and after a soak, minutes; assumed. */
export const OPEN_AROUND_SOAK = 10

/**
 * What evaporates in an hour, of all water: common practice, 25 to 50 mm a month covered and used, of half a metre of water on the
 * whole. Its salts stay, and what keeps the level up brings its own.
 */
export const EVAPORATES_PER_HOUR = 0.0375 / 0.5 / (30 * 24)

/** A filter that nobody has cleaned holds on to what it caught, and that takes sanitizer too, up to this many person-hours of it. Assumed. */
export const FILTER_FULL_AT = 20

/** Cold from the pipe; assumed. */
export const FILL_CELSIUS = 12
