import type { Lab } from './colour'

const RADIANS = Math.PI / 180
const POWER = 25 ** 7

const hueDegrees = (a: number, b: number) =>
  a === 0 && b === 0 ? 0 : (((Math.atan2(b, a) / RADIANS) % 360) + 360) % 360

/**
 * CIEDE2000 colour difference, kL = kC = kH = 1: about 1 is the least an eye sees side by side. CIE 142-2001, in the form of
 * Sharma, Wu & Dalal 2005, whose published pairs it reproduces to four decimals.
 */
export const ciede2000 = (first: Lab, second: Lab): number => {
  const meanChroma = (Math.hypot(first.a, first.b) + Math.hypot(second.a, second.b)) / 2
  const stretch = 0.5 * (1 - Math.sqrt(meanChroma ** 7 / (meanChroma ** 7 + POWER)))
  const [a1, a2] = [(1 + stretch) * first.a, (1 + stretch) * second.a]
  const [chroma1, chroma2] = [Math.hypot(a1, first.b), Math.hypot(a2, second.b)]
  const [hue1, hue2] = [hueDegrees(a1, first.b), hueDegrees(a2, second.b)]
  const grey = chroma1 * chroma2 === 0

  const turn = hue2 - hue1
  const hueTurn = grey ? 0 : turn > 180 ? turn - 360 : turn < -180 ? turn + 360 : turn
  const deltaLightness = second.lightness - first.lightness
  const deltaChroma = chroma2 - chroma1
  const deltaHue = 2 * Math.sqrt(chroma1 * chroma2) * Math.sin((hueTurn / 2) * RADIANS)

  const lightness = (first.lightness + second.lightness) / 2
  const chroma = (chroma1 + chroma2) / 2
  const sum = hue1 + hue2
  const hue = grey
    ? sum
    : Math.abs(turn) <= 180
      ? sum / 2
      : sum < 360
        ? (sum + 360) / 2
        : (sum - 360) / 2

  const cosine = (degrees: number) => Math.cos(degrees * RADIANS)
  const t =
    1 -
    0.17 * cosine(hue - 30) +
    0.24 * cosine(2 * hue) +
    0.32 * cosine(3 * hue + 6) -
    0.2 * cosine(4 * hue - 63)
  const offset = (lightness - 50) ** 2
  const scaleLightness = 1 + (0.015 * offset) / Math.sqrt(20 + offset)
  const scaleChroma = 1 + 0.045 * chroma
  const scaleHue = 1 + 0.015 * chroma * t
  const bend = 30 * Math.exp(-(((hue - 275) / 25) ** 2))
  const rotation =
    -2 * Math.sqrt(chroma ** 7 / (chroma ** 7 + POWER)) * Math.sin(2 * bend * RADIANS)

  const l = deltaLightness / scaleLightness
  const c = deltaChroma / scaleChroma
  const h = deltaHue / scaleHue
  return Math.sqrt(l * l + c * c + h * h + rotation * c * h)
}
