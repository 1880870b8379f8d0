import type { Lab } from './colour'

/** How far apart two colours are in L*a*b*, CIE 1976. */
export const cie76 = (one: Lab, other: Lab): number =>
  Math.sqrt(
    (one.lightness - other.lightness) ** 2 + (one.a - other.a) ** 2 + (one.b - other.b) ** 2,
  )

/** The colour difference of CIE 116 (1995) with the weights of graphic arts; the first colour is the reference. Cheaper than CIEDE2000. */
export const cie94 = (one: Lab, other: Lab): number => {
  const chroma = Math.sqrt(one.a * one.a + one.b * one.b)
  const dl = one.lightness - other.lightness
  const da = one.a - other.a
  const db = one.b - other.b
  const dc = chroma - Math.sqrt(other.a * other.a + other.b * other.b)
  const dh = Math.max(0, da * da + db * db - dc * dc)
  return Math.sqrt(dl * dl + (dc / (1 + 0.045 * chroma)) ** 2 + dh / (1 + 0.015 * chroma) ** 2)
}
