import type { Equilibria } from './equilibrium'

export interface ChlorineSpecies {
  /** mol/L */
  hypochlorousAcid: number
  hypochlorite: number
  cyanurateBound: number
  /** eq/L carried by hypochlorite and by all cyanurates, chlorinated or not, against HOCl and H₃Cy. */
  alkalinity: number
}

/**
 * [HOCl], mol/L, that free chlorine leaves beside the cyanurates: the full equilibrium set of O'Brien, Morris & Butler (1974).
 * All chlorinated species are [H₃Cy] times a power of h = [HOCl], so the two mass balances leave one equation that rises
 * monotonically with h; solved by Newton inside a bracket to 1e-12 relative. Makes no objects.
 * @param freeChlorine mol/L as Cl₂ @param cyanurate mol/L @param activity 10^−pH
 */
export const hypochlorousAcid = (
  freeChlorine: number,
  cyanurate: number,
  activity: number,
  k: Equilibria,
): number => {
  if (freeChlorine <= 0) return 0
  const a = activity
  const unbound = 1 + k.hypochlorous / a
  if (cyanurate <= 0) return freeChlorine / unbound
  const plain = 1 + (k.cyanuric[0] + (k.cyanuric[1] + k.cyanuric[2] / a) / a) / a
  const mono = k.chlorination[0] * (1 + (k.monochlorocyanuric + k.monochlorocyanurate / a) / a)
  const di = k.chlorination[1] * (1 + k.dichlorocyanuric / a)
  const tri = k.chlorination[2]
  let low = 0
  let high = freeChlorine / unbound
  let h = freeChlorine / (unbound + (cyanurate * mono) / plain)
  for (let i = 0; i < 60; i++) {
    const polynomial = plain + h * (mono + h * (di + h * tri))
    const carried = h * (mono + h * (2 * di + h * 3 * tri))
    const excess = h * unbound + (cyanurate * carried) / polynomial - freeChlorine
    if (excess > 0) high = h
    else low = h
    const slope =
      unbound +
      (cyanurate *
        ((mono + h * (4 * di + h * 9 * tri)) * polynomial -
          carried * (mono + h * (2 * di + h * 3 * tri)))) /
        (polynomial * polynomial)
    let next = h - excess / slope
    if (!(next > low && next < high)) next = (low + high) / 2
    const done = Math.abs(next - h) <= 1e-12 * h
    h = next
    if (done) break
  }
  return h
}

/**
 * eq/L carried by hypochlorite and by all cyanurates at [HOCl] = `h`, against HOCl and H₃Cy. Makes no objects.
 * @param cyanurate mol/L @param activity 10^−pH
 */
export const chlorineAlkalinity = (
  h: number,
  cyanurate: number,
  activity: number,
  k: Equilibria,
): number => {
  const a = activity
  const hypochlorite = (h * k.hypochlorous) / a
  if (cyanurate <= 0) return hypochlorite
  const plain1 = k.cyanuric[0] / a
  const plain2 = k.cyanuric[1] / (a * a)
  const plain3 = k.cyanuric[2] / (a * a * a)
  const mono0 = k.chlorination[0]
  const mono1 = (mono0 * k.monochlorocyanuric) / a
  const mono2 = (mono0 * k.monochlorocyanurate) / (a * a)
  const di0 = k.chlorination[1]
  const di1 = (di0 * k.dichlorocyanuric) / a
  const polynomial =
    1 +
    plain1 +
    plain2 +
    plain3 +
    h * (mono0 + mono1 + mono2 + h * (di0 + di1 + h * k.chlorination[2]))
  const charge = plain1 + 2 * plain2 + 3 * plain3 + h * (mono1 + 2 * mono2 + h * di1)
  return hypochlorite + (cyanurate * charge) / polynomial
}

/** Free chlorine shared between HOCl, OCl⁻ and the cyanurates, mol/L; see `hypochlorousAcid`. */
export const chlorineSpecies = (
  freeChlorine: number,
  cyanurate: number,
  activity: number,
  k: Equilibria,
): ChlorineSpecies => {
  const h = hypochlorousAcid(freeChlorine, cyanurate, activity, k)
  const hypochlorite = (h * k.hypochlorous) / activity
  return {
    hypochlorousAcid: h,
    hypochlorite,
    cyanurateBound: Math.max(0, freeChlorine) - h - hypochlorite,
    alkalinity: chlorineAlkalinity(h, cyanurate, activity, k),
  }
}
