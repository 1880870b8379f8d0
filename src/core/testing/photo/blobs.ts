import { cie76 } from '../../colour/cie94'
import type { Lab } from '../../colour/colour'
import { labAt, type SmallPicture } from './smallPicture'

/** An even spot: it could be a pad. */
export interface Blob {
  x: number
  y: number
  /** Side of a square of its area, pixels of the small picture. */
  size: number
  colour: Lab
}

/** Steepness below which pixels belong together, from what only sharp and noiseless pictures show to what blurred ones do. */
const LEVELS = [1.1, 2.2, 4.4]
const LEAST_PIXELS = 9
/** Of the picture's long side. */
const LARGEST = 0.24
const FULLEST = 0.62
const LONGEST = 2.7
/** The largest of so many are looked at: a rough sea has thousands of specks, and every two are tried. */
const MOST_SPOTS = 350
/** The steep rim that belongs to it, pixels on each side. */
const RIM = 1.5

/** Even, compact spots at several levels; of those that lie on each other the largest. */
export const blobsOf = (small: SmallPicture): Blob[] => {
  const { width, height, steep } = small
  const found: Blob[] = []
  const most = (LARGEST * Math.max(width, height)) ** 2
  const queue = new Int32Array(width * height)
  const seen = new Uint8Array(width * height)
  for (const level of LEVELS) {
    seen.fill(0)
    for (let start = 0; start < steep.length; start++) {
      if (seen[start] || (steep[start] ?? 0) >= level) continue
      let head = 0
      let tail = 0
      queue[tail++] = start
      seen[start] = 1
      let sumX = 0
      let sumY = 0
      let sumXX = 0
      let sumYY = 0
      let sumXY = 0
      while (head < tail) {
        const at = queue[head++] ?? 0
        const x = at % width
        const y = (at - x) / width
        sumX += x
        sumY += y
        sumXX += x * x
        sumYY += y * y
        sumXY += x * y
        for (let k = 0; k < 4; k++) {
          const nx = x + (k === 0 ? 1 : k === 1 ? -1 : 0)
          const ny = y + (k === 2 ? 1 : k === 3 ? -1 : 0)
          if (nx < 0 || ny < 0 || nx >= width || ny >= height) continue
          const next = ny * width + nx
          if (seen[next] || (steep[next] ?? 0) >= level) continue
          seen[next] = 1
          queue[tail++] = next
        }
      }
      const area = tail
      if (area < LEAST_PIXELS || area > most) continue
      const [x, y] = [sumX / area, sumY / area]
      const [xx, yy, xy] = [sumXX / area - x * x, sumYY / area - y * y, sumXY / area - x * y]
      const spread = Math.hypot(xx - yy, 2 * xy)
      const length = Math.sqrt(6 * (xx + yy + spread)) + 1
      const breadth = Math.sqrt(6 * Math.max(0, xx + yy - spread)) + 1
      if (length > LONGEST * breadth || area < FULLEST * length * breadth * 0.8) continue
      found.push({
        x,
        y,
        size: Math.sqrt(area) + 2 * RIM,
        colour: labAt(small, x, y),
      })
    }
  }
  found.sort((one, other) => other.size - one.size)
  const kept: Blob[] = []
  const cell = 24
  const grid = new Map<number, Blob[]>()
  const key = (x: number, y: number) => Math.floor(x / cell) * 4096 + Math.floor(y / cell)
  for (const one of found) {
    let double = false
    for (let i = -1; i <= 1 && !double; i++)
      for (let j = -1; j <= 1 && !double; j++)
        for (const other of grid.get(key(one.x + i * cell, one.y + j * cell)) ?? [])
          if (
            Math.hypot(one.x - other.x, one.y - other.y) < 0.25 * other.size &&
            one.size > 0.45 * other.size
          )
            double = true
    if (double) continue
    kept.push(one)
    const at = key(one.x, one.y)
    grid.set(at, [...(grid.get(at) ?? []), one])
  }
  return kept.slice(0, MOST_SPOTS)
}

/** A chart's blocks have neighbours within so many of their sides. */
const NEIGHBOUR = 3.6
/** Two neighbours in directions that differ by more than this, as a sine, do not lie in one row. */
const NOT_IN_A_ROW = 0.55
/** The same white: what one step along the way between two spots may differ from its lightest. */
const SAME_WHITE = 13

/** Between two spots lies one white that is lighter than both, with no edge in it. */
const whiteBetween = (small: SmallPicture, one: Blob, other: Blob): boolean => {
  const [dx, dy] = [other.x - one.x, other.y - one.y]
  const away = Math.hypot(dx, dy)
  const from = (0.55 * one.size) / away
  const to = 1 - (0.55 * other.size) / away
  if (to <= from) return false
  const middle = labAt(small, one.x + (dx * (from + to)) / 2, one.y + (dy * (from + to)) / 2)
  if (middle.lightness < Math.max(one.colour.lightness, other.colour.lightness) + 2) return false
  for (let i = 0; i <= 20; i++) {
    const at = from + ((to - from) * i) / 20
    if (cie76(labAt(small, one.x + at * dx, one.y + at * dy), middle) > SAME_WHITE) return false
  }
  return true
}

/** Without spots that have others like them on the same white in more than one direction: those are a chart's, not a strip's. */
export const withoutCharts = (small: SmallPicture, blobs: readonly Blob[]): Blob[] =>
  blobs.filter((one) => {
    let along: { x: number; y: number } | undefined
    for (const other of blobs) {
      if (other === one || other.size < 0.6 * one.size || other.size > 1.6 * one.size) continue
      const [dx, dy] = [other.x - one.x, other.y - one.y]
      const away = Math.hypot(dx, dy)
      if (away < one.size || away > NEIGHBOUR * one.size) continue
      const way = { x: dx / away, y: dy / away }
      if (along && Math.abs(along.x * way.y - along.y * way.x) < NOT_IN_A_ROW) continue
      if (!whiteBetween(small, one, other)) continue
      if (along) return false
      along = way
    }
    return true
  })
