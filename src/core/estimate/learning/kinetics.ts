import { CHLORINE_G_PER_MOL } from '../../water/constants'

/**
 * One tub's residual over a time in which nobody does anything: first-order loss, a reaction with what bathers left, which in
 * chlorine water leaves combined chlorine, tablets that dissolve and a cell. Amounts in mmol/L of halogen, hours.
 *
 *   dS/dt = −λ S − κ S W + φ T e + c    dW/dt = −κ S W − ω W    dC/dt = γ κ S W − β C    dT/dt = −φ T
 */
export interface Residual {
  /** Sanitizer, mmol/L. */
  sanitizer: number
  /** Waste that has not met any yet, as the sanitizer it will take, mmol/L. */
  bathersDemand: number
  /** Combined chlorine, mmol/L. */
  combined: number
  /** Tablets left in a feeder, g. */
  tablets: number
  /** Sanitizer that has been used so far, mmol/L: the acid it leaves. */
  used: number
}

export interface Rates {
  lossPerHour: number
  /** Of the tablets, an hour. */
  feedPerHour: number
  /** Sanitizer that a gram of tablet gives, mmol/L. */
  feedMmolPerGram: number
  /** What a cell makes, mmol/L an hour. */
  cellPerHour: number
  /** Of the waste, by itself. */
  fadesPerHour: number
  /** Of what is used by waste, the share that is combined chlorine for a while. */
  combinedShare: number
  /** Of the combined chlorine, an hour. */
  clearsPerHour: number
}

/**
 * Of what a bather leaves, urea above all, the slow part: L/(mmol h), so that at 3.5 ppm of chlorine half of it is gone in four hours.
 * Assumed, from demand that lingers overnight.
 */
export const WASTE_REACTION = 3.5
/** Sweat and ammonia react while they are in: this share of the demand at once. Assumed. */
const FAST_FRACTION = 0.6

/** What is left of it goes by itself within days, with the steam and into the filter: per hour, assumed. */
export const WASTE_FADES = 1 / 60
/** Monochloramine keeps one chlorine of the one and a half to two that its nitrogen takes in all; much of the demand is no nitrogen. Assumed. */
export const COMBINED_SHARE = 0.3

/** What bathers bring, mmol of sanitizer to a litre. @param grams of chlorine or its equivalent */
export const demandMmol = (grams: number, volumeLitres: number): number =>
  (1000 * grams) / CHLORINE_G_PER_MOL / volumeLitres

/** Of a demand, what the residual meets at once; the rest reacts over the hours. Any unit, the same for both. */
export const metAtOnce = (residual: number, demand: number): number =>
  Math.min(residual, FAST_FRACTION * demand)

/** What of the chlorine that was met stays in the water, bound; of bromine nothing to speak of. */
export const boundOf = (met: number, isChlorine: boolean): number =>
  isChlorine ? COMBINED_SHARE * met : 0

/** Bathers' waste that monopersulfate without bromide takes away. */
export const oxidisedOf = (waste: number, monopersulfate: number): number =>
  Math.min(waste, monopersulfate)

/** Waste below this, mmol/L, moves nothing that a test could show. */
const NO_WASTE = 1e-6
const LONGEST_HOURS = 48
/** Of a step's error, third order in its length: what the rest that is split off may do while the reaction is under way. */
const SPLIT = 3e-4
/** While something feeds and waste takes, what flows in may move their difference by so much of the reaction's own time. */
const FED = 0.1

/** What flows in over some hours while it is lost at a rate of its own: ∫ e^(−φ t) e^(−δ (h − t)) dt. */
const arriving = (feed: number, loss: number, hours: number): number => {
  const apart = (loss - feed) * hours
  const kept = Math.exp(-feed * hours)
  return apart < 1e-6 && apart > -1e-6
    ? hours * kept * (1 - apart / 2)
    : (kept * -Math.expm1(-apart)) / (loss - feed)
}

/** What tablets and cell give over some hours, with its own loss taken off, mmol/L. */
const arrived = (tablets: number, rates: Rates, hours: number): number =>
  (tablets > 0
    ? tablets *
      rates.feedMmolPerGram *
      rates.feedPerHour *
      arriving(rates.feedPerHour, rates.lossPerHour, hours)
    : 0) + (rates.cellPerHour > 0 ? rates.cellPerHour * arriving(0, rates.lossPerHour, hours) : 0)

/**
 * Changes the state in place. What the sanitizer loses is a change of clock for both under which their reaction, fed at the step's
 * mean rate, has its closed solution; how much faster or slower waste fades takes turns with it by halves (Strang). Without waste
 * the whole time is one closed expression. Within 1e-3 of the residual over a fortnight (tests/estimate).
 */
export const passTime = (state: Residual, rates: Rates, hours: number): void => {
  const { lossPerHour, feedPerHour, feedMmolPerGram, cellPerHour, fadesPerHour } = rates
  let { sanitizer: s, bathersDemand: w, combined, tablets: t } = state
  const start = s
  let left = hours
  const sourced = (t > 0 && feedPerHour > 0) || cellPerHour > 0
  const faster = fadesPerHour - lossPerHour
  while (left > 1e-9) {
    if (w <= NO_WASTE) {
      s *= Math.exp(-lossPerHour * left)
      if (sourced) {
        s += arrived(t, rates, left)
        t *= Math.exp(-feedPerHour * left)
      }
      if (w > 0) w *= Math.exp(-fadesPerHour * left)
      if (combined > 0) combined *= Math.exp(-rates.clearsPerHour * left)
      break
    }
    let step = Math.min(
      left,
      LONGEST_HOURS,
      Math.cbrt(SPLIT / (Math.abs(faster) * WASTE_REACTION ** 2 * s * w + 1e-9)),
    )
    if (sourced) {
      const rate = t * feedMmolPerGram * feedPerHour + cellPerHour
      step = Math.min(step, Math.max(0.25, Math.sqrt(FED / (WASTE_REACTION * rate + 1e-9))))
    }
    const half = step / 2
    const fading = Math.exp(-faster * half)
    w *= fading
    const kept = Math.exp(-lossPerHour * step)
    const clock = lossPerHour > 1e-9 ? (1 - kept) / lossPerHour : step
    const before = w
    if (sourced) {
      const into = arrived(t, rates, step) / kept
      t *= Math.exp(-feedPerHour * step)
      const end = s - w + into
      // S' = −κ S (S − d) + f with d at its mean: between two roots, one on either side of nothing.
      const d = s - w + into / 2
      const apart = Math.sqrt(d * d + (4 * into) / clock / WASTE_REACTION)
      const upper = d > 0 ? (d + apart) / 2 : (2 * into) / clock / WASTE_REACTION / (apart - d)
      const lower = upper - apart
      const first = (s - upper) / (s - lower)
      const later = first * Math.exp(-WASTE_REACTION * apart * clock)
      if (end > 0) {
        w *= (Math.exp(-WASTE_REACTION * upper * clock) * (1 - first)) / (1 - later)
        s = w + end
      } else {
        s = (upper - lower * later) / (1 - later)
        w = s - end
      }
    } else if (s > 1e-9) {
      const d = s - w
      // W/S falls as exp(−κ d t).
      const gone =
        Math.abs(d) < 1e-6 * (s + w)
          ? (s * s * WASTE_REACTION * clock) / (1 + s * WASTE_REACTION * clock)
          : s - d / (1 - (w / s) * Math.exp(-WASTE_REACTION * d * clock))
      const met = Math.min(Math.max(gone, 0), s, w)
      s -= met
      w -= met
    }
    if (rates.combinedShare > 0 || combined > 0) {
      const cleared = Math.exp(-rates.clearsPerHour * half)
      combined =
        (combined * cleared + rates.combinedShare * (before - w) * Math.sqrt(kept)) * cleared
    }
    s *= kept
    w *= kept * fading
    left -= step
  }
  const fed = (state.tablets - t) * feedMmolPerGram + cellPerHour * hours
  state.sanitizer = s
  state.bathersDemand = w
  state.combined = combined
  state.tablets = t
  state.used += start + fed - s
}
