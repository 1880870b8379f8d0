import { type Lab, LINEAR } from '../../colour/colour'
import type { Picture } from './picture'

/** The search runs on a picture whose long side has between this and twice as many pixels. */
const SEARCH_SIDE = 560

/** A smaller copy in L*a*b*, smoothed over three by three pixels, and how steep it is at each pixel. */
export interface SmallPicture {
  width: number
  height: number
  lightness: Float32Array
  a: Float32Array
  b: Float32Array
  /** Colour difference to the next pixel, the larger of two directions. */
  steep: Float32Array
  /** Pixels of the large picture to one of this. */
  scale: number
}

const ROOTS = Float32Array.from({ length: 4097 }, (_, i) => {
  const t = i / 4096
  return t > (6 / 29) ** 3 ? Math.cbrt(t) : t / (3 * (6 / 29) ** 2) + 4 / 29
})
const root = (t: number) => ROOTS[Math.min(4096, Math.max(0, Math.round(4096 * t)))] ?? 0

/** Means of three by three, in two passes. */
const smoothed = (from: Float32Array, width: number, height: number): Float32Array => {
  const rows = new Float32Array(from.length)
  const out = new Float32Array(from.length)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const at = y * width + x
      const left = x > 0 ? at - 1 : at
      const right = x < width - 1 ? at + 1 : at
      rows[at] = ((from[left] ?? 0) + (from[at] ?? 0) + (from[right] ?? 0)) / 3
    }
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const at = y * width + x
      const up = y > 0 ? at - width : at
      const down = y < height - 1 ? at + width : at
      out[at] = ((rows[up] ?? 0) + (rows[at] ?? 0) + (rows[down] ?? 0)) / 3
    }
  return out
}

export const smallOf = ({ width: wide, height: high, data }: Picture): SmallPicture => {
  const scale = Math.max(1, Math.floor(Math.max(wide, high) / SEARCH_SIDE))
  const width = Math.floor(wide / scale)
  const height = Math.floor(high / scale)
  const count = width * height
  const [lightness, a, b] = [
    new Float32Array(count),
    new Float32Array(count),
    new Float32Array(count),
  ]
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      // No arrays here: this runs once, before anything is compiled to be fast.
      let red = 0
      let green = 0
      let blue = 0
      for (let i = 0; i < scale; i++)
        for (let j = 0; j < scale; j++) {
          const at = 4 * ((y * scale + i) * wide + x * scale + j)
          red += LINEAR[data[at] ?? 0] ?? 0
          green += LINEAR[data[at + 1] ?? 0] ?? 0
          blue += LINEAR[data[at + 2] ?? 0] ?? 0
        }
      const all = scale * scale
      const fx = root((0.4124564 * red + 0.3575761 * green + 0.1804375 * blue) / all / 0.95047)
      const fy = root((0.2126729 * red + 0.7151522 * green + 0.072175 * blue) / all)
      const fz = root((0.0193339 * red + 0.119192 * green + 0.9503041 * blue) / all / 1.08883)
      const at = y * width + x
      lightness[at] = 116 * fy - 16
      a[at] = 500 * (fx - fy)
      b[at] = 200 * (fy - fz)
    }
  const smooth = [lightness, a, b].map((one) => smoothed(one, width, height)) as [
    Float32Array,
    Float32Array,
    Float32Array,
  ]
  const steep = new Float32Array(count)
  const [l, u, v] = smooth
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const at = y * width + x
      const left = x > 0 ? at - 1 : at
      const right = x < width - 1 ? at + 1 : at
      const up = y > 0 ? at - width : at
      const down = y < height - 1 ? at + width : at
      const across =
        ((l[right] ?? 0) - (l[left] ?? 0)) ** 2 +
        ((u[right] ?? 0) - (u[left] ?? 0)) ** 2 +
        ((v[right] ?? 0) - (v[left] ?? 0)) ** 2
      const along =
        ((l[down] ?? 0) - (l[up] ?? 0)) ** 2 +
        ((u[down] ?? 0) - (u[up] ?? 0)) ** 2 +
        ((v[down] ?? 0) - (v[up] ?? 0)) ** 2
      steep[at] = Math.sqrt(Math.max(across, along)) / 2
    }
  return { width, height, lightness: l, a: u, b: v, steep, scale }
}

/** The colour at a place of the small copy; outside, the nearest at the edge. */
export const labAt = (
  { width, height, lightness, a, b }: SmallPicture,
  x: number,
  y: number,
): Lab => {
  const column = Math.min(width - 1, Math.max(0, Math.round(x)))
  const row = Math.min(height - 1, Math.max(0, Math.round(y)))
  const at = row * width + column
  return { lightness: lightness[at] ?? 0, a: a[at] ?? 0, b: b[at] ?? 0 }
}

export const within = ({ width, height }: SmallPicture, x: number, y: number) =>
  x >= 1 && y >= 1 && x < width - 1 && y < height - 1
