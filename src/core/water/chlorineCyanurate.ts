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
 * Free chlorine shared between HOCl, OCl⁻ and the cyanurates: the full equilibrium set of O'Brien, Morris & Butler (1974).
 * All chlorinated species are [H₃Cy] times a power of h = [HOCl], so the two mass balances leave one equation that rises
 * monotonically with h; solved by Newton inside a bracket to 1e-12 relative.
 * @param freeChlorine mol/L as Cl₂ @param cyanurate mol/L @param activity 10^−pH
 */
export const chlorineSpecies = (
  freeChlorine: number,
  cyanurate: number,
  activity: number,
  k: Equilibria,
): ChlorineSpecies => {
  const a = activity
  const hypochloriteRatio = k.hypochlorous / a
  const plain1 = k.cyanuric[0] / a
  const plain2 = k.cyanuric[1] / (a * a)
  const plain3 = k.cyanuric[2] / (a * a * a)
  const plain = 1 + plain1 + plain2 + plain3
  if (freeChlorine <= 0)
    return {
      hypochlorousAcid: 0,
      hypochlorite: 0,
      cyanurateBound: 0,
      alkalinity: (cyanurate * (plain1 + 2 * plain2 + 3 * plain3)) / plain,
    }
  const mono0 = k.chlorination[0]
  const mono1 = mono0 * (k.monochlorocyanuric / a)
  const mono2 = mono0 * (k.monochlorocyanurate / (a * a))
  const di0 = k.chlorination[1]
  const di1 = di0 * (k.dichlorocyanuric / a)
  const mono = mono0 + mono1 + mono2
  const di = di0 + di1
  const tri = k.chlorination[2]

  const unbound = 1 + hypochloriteRatio
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
  const polynomial = plain + h * (mono + h * (di + h * tri))
  const acid = cyanurate / polynomial
  const charge = plain1 + 2 * plain2 + 3 * plain3 + h * (mono1 + 2 * mono2) + h * h * di1
  return {
    hypochlorousAcid: h,
    hypochlorite: h * hypochloriteRatio,
    cyanurateBound: acid * h * (mono + h * (2 * di + h * 3 * tri)),
    alkalinity: h * hypochloriteRatio + acid * charge,
  }
}
