/**
 * One tub's residual over a time in which nobody does anything: first-order loss, a reaction with what bathers left, and tablets that
 * dissolve. Amounts in mmol/L of halogen, hours.
 *
 *   dS/dt = −λ S − κ S W + φ T e     dW/dt = −κ S W − ω W     dT/dt = −φ T
 */
export interface Residual {
  /** Sanitizer, mmol/L. */
  sanitizer: number
  /** Waste that has not met any yet, as the sanitizer it will take, mmol/L. */
  waste: number
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
}

/**
 * Of what a bather leaves, urea above all, the slow part: L/(mmol h), so that at 3.5 ppm of chlorine half of it is gone in four hours.
 * Assumed, from demand that lingers overnight.
 */
export const WASTE_REACTION = 3.5
/** Sweat and ammonia react while they are in: this share of the demand at once. Assumed. */
export const AT_ONCE = 0.6

/** What is left of it goes by itself within days, with the steam and into the filter: per hour, assumed. */
export const WASTE_FADES = 1 / 60

/** Waste below this, mmol/L, moves nothing that a test could show. */
const NO_WASTE = 1e-6
/** Of the time in which the slower of two would be gone: the error of a fortnight stays below 1e-3 of the residual. */
const STEP = 0.35
const LONGEST_HOURS = 6

/**
 * Changes the state in place. Without waste the whole time is one closed expression; with it the reaction, exact for itself, and the
 * rest, exact for itself, take turns by halves (Strang), in steps that the reaction's own time decides.
 */
export const passTime = (state: Residual, rates: Rates, hours: number): void => {
  const { lossPerHour, feedPerHour, feedMmolPerGram, cellPerHour } = rates
  let { sanitizer: s, waste: w, tablets: t, used } = state
  let left = hours
  while (left > 1e-9) {
    const wasted = w > NO_WASTE
    const step = wasted
      ? Math.min(left, LONGEST_HOURS, STEP / (WASTE_REACTION * Math.max(s, w, 1e-3)))
      : left
    const half = step / 2
    for (let turn = 0; turn < 2; turn++) {
      if (wasted && s > 1e-9 && w > 0) {
        const d = s - w
        // W/S falls as exp(−κ d t).
        const gone =
          Math.abs(d) < 1e-6 * (s + w)
            ? (s * s * WASTE_REACTION * half) / (1 + s * WASTE_REACTION * half)
            : s - d / (1 - (w / s) * Math.exp(-WASTE_REACTION * d * half))
        const met = Math.min(Math.max(gone, 0), s, w)
        s -= met
        w -= met
        used += met
      }
      if (turn === 1) break
      const kept = Math.exp(-lossPerHour * step)
      let into = 0
      if (t > 0 && feedPerHour > 0) {
        const undissolved = Math.exp(-feedPerHour * step)
        const apart = lossPerHour - feedPerHour
        // What dissolves, less what of it is lost meanwhile.
        const arrived =
          Math.abs(apart * step) < 1e-6
            ? feedPerHour * step * kept
            : (feedPerHour * (undissolved - kept)) / apart
        into += t * feedMmolPerGram * arrived
        used += t * (1 - undissolved) * feedMmolPerGram
        t *= undissolved
      }
      if (cellPerHour > 0) {
        into += lossPerHour > 1e-9 ? (cellPerHour * (1 - kept)) / lossPerHour : cellPerHour * step
        used += cellPerHour * step
      }
      const later = s * kept + into
      used += s - later
      s = later
      if (wasted) w *= Math.exp(-WASTE_FADES * step)
    }
    left -= step
  }
  state.sanitizer = s
  state.waste = w
  state.tablets = t
  state.used = used
}
