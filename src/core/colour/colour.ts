/** Linear light of the three primaries of sRGB, each 0 to 1 (above 1 only between steps of a sum). */
export type LinearRgb = readonly [red: number, green: number, blue: number]

/** CIE L*a*b*, D65 white, 2° observer. L* 0 to 100. */
export interface Lab {
  lightness: number
  a: number
  b: number
}

const decode = (byte: number) => {
  const value = byte / 255
  return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4
}

/** Linear light of an 8-bit sRGB value, by IEC 61966-2-1. */
export const LINEAR: Float64Array = Float64Array.from({ length: 256 }, (_, byte) => decode(byte))

/** The nearest 8-bit sRGB value of linear light; outside 0 to 1 it is clipped, as a camera clips. */
export const encoded = (linear: number): number => {
  const value = Math.min(1, Math.max(0, linear))
  return Math.round(255 * (value <= 0.0031308 ? 12.92 * value : 1.055 * value ** (1 / 2.4) - 0.055))
}

export const linearOfHex = (hex: string): LinearRgb => {
  const channel = (at: number) => LINEAR[Number.parseInt(hex.slice(at, at + 2), 16)] ?? 0
  return [channel(1), channel(3), channel(5)]
}

export const hexOfLinear = (rgb: LinearRgb): string =>
  `#${rgb.map((channel) => encoded(channel).toString(16).padStart(2, '0')).join('')}`

/** Linear sRGB to XYZ, D65: IEC 61966-2-1. */
const TO_XYZ = [
  [0.4124564, 0.3575761, 0.1804375],
  [0.2126729, 0.7151522, 0.072175],
  [0.0193339, 0.119192, 0.9503041],
] as const
/** XYZ of (1, 1, 1): the white that Lab refers to. */
const WHITE = TO_XYZ.map((row) => row[0] + row[1] + row[2])

/** The inverse of the matrix above. */
const FROM_XYZ = [
  [3.2404542, -1.5371385, -0.4985314],
  [-0.969266, 1.8760108, 0.041556],
  [0.0556434, -0.2040259, 1.0572252],
] as const

const BEND = 6 / 29

const compress = (t: number) => (t > BEND ** 3 ? Math.cbrt(t) : t / (3 * BEND ** 2) + 4 / 29)
const expand = (f: number) => (f > BEND ? f ** 3 : 3 * BEND ** 2 * (f - 4 / 29))

/** CIE 15: L*a*b* of linear sRGB. */
export const labOf = ([red, green, blue]: LinearRgb): Lab => {
  const [x = 0, y = 0, z = 0] = TO_XYZ.map((row, i) =>
    compress((row[0] * red + row[1] * green + row[2] * blue) / (WHITE[i] ?? 1)),
  )
  return { lightness: 116 * y - 16, a: 500 * (x - y), b: 200 * (y - z) }
}

/** The way back; channels outside 0 to 1 are colours a screen cannot show. */
export const linearOf = ({ lightness, a, b }: Lab): LinearRgb => {
  const y = (lightness + 16) / 116
  const xyz = [y + a / 500, y, y - b / 200].map((f, i) => expand(f) * (WHITE[i] ?? 1))
  const [red = 0, green = 0, blue = 0] = FROM_XYZ.map(
    (row) => row[0] * (xyz[0] ?? 0) + row[1] * (xyz[1] ?? 0) + row[2] * (xyz[2] ?? 0),
  )
  return [red, green, blue]
}

/** A colour between two, by its place from the first (0) to the second (1). */
export const between = (first: Lab, second: Lab, place: number): Lab => ({
  lightness: first.lightness + place * (second.lightness - first.lightness),
  a: first.a + place * (second.a - first.a),
  b: first.b + place * (second.b - first.b),
})

/** Part of white light that comes back, 0 to 1. */
export const luminance = ([red, green, blue]: LinearRgb): number =>
  0.2126729 * red + 0.7151522 * green + 0.072175 * blue
