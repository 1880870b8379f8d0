import { type Lab, LINEAR, type LinearRgb, labOf } from '../../colour/colour'
import type { Picture } from './picture'
import type { StripPlacement } from './readStrip'

/** The search runs on a picture of about this many pixels on its long side. */
const SEARCH_SIDE = 360

interface SmallPicture {
  width: number
  height: number
  light: Float32Array
  /** Pixels of the large picture to one of this. */
  scale: number
}

/** Means of whole blocks of pixels, in linear light. */
const shrunk = ({ width, height, data }: Picture): SmallPicture => {
  const scale = Math.max(1, Math.floor(Math.max(width, height) / SEARCH_SIDE))
  const small = {
    width: Math.floor(width / scale),
    height: Math.floor(height / scale),
    scale,
  }
  const light = new Float32Array(3 * small.width * small.height)
  for (let y = 0; y < small.height; y++)
    for (let x = 0; x < small.width; x++)
      for (let channel = 0; channel < 3; channel++) {
        let sum = 0
        for (let i = 0; i < scale; i++)
          for (let j = 0; j < scale; j++)
            sum += LINEAR[data[4 * ((y * scale + i) * width + x * scale + j) + channel] ?? 0] ?? 0
        light[3 * (y * small.width + x) + channel] = sum / (scale * scale)
      }
  return { ...small, light }
}

const colourAt = ({ width, height, light }: SmallPicture, x: number, y: number): LinearRgb => {
  const column = Math.min(width - 1, Math.max(0, Math.round(x)))
  const row = Math.min(height - 1, Math.max(0, Math.round(y)))
  const at = 3 * (row * width + column)
  return [light[at] ?? 0, light[at + 1] ?? 0, light[at + 2] ?? 0]
}

/** A region of like pixels with its middle, its long axis, and its length and width by second moments. */
interface Bar {
  x: number
  y: number
  axisX: number
  axisY: number
  length: number
  width: number
  area: number
}

/** Pixels at least so light and so colourless that they could be plastic, once the light's own colour is taken out. */
const plasticMask = ({ width, height, light }: SmallPicture, share: number): Uint8Array => {
  const count = width * height
  const sums = Float32Array.from(
    { length: count },
    (_, i) => (light[3 * i] ?? 0) + (light[3 * i + 1] ?? 0) + (light[3 * i + 2] ?? 0),
  )
  const sorted = Float32Array.from(sums).sort()
  const bright = sorted[Math.floor(0.985 * (count - 1))] ?? 0
  // The colour of the light: the mean of the lightest pixels.
  const white = [0, 0, 0]
  for (let i = 0; i < count; i++)
    if ((sums[i] ?? 0) >= bright)
      for (let channel = 0; channel < 3; channel++)
        white[channel] = (white[channel] ?? 0) + (light[3 * i + channel] ?? 0)
  const mean = ((white[0] ?? 0) + (white[1] ?? 0) + (white[2] ?? 0)) / 3
  const mask = new Uint8Array(count)
  for (let i = 0; i < count; i++) {
    if ((sums[i] ?? 0) < share * bright) continue
    const channels = [0, 1, 2].map(
      (channel) => ((light[3 * i + channel] ?? 0) * mean) / Math.max(1e-6, white[channel] ?? 0),
    )
    if (Math.min(...channels) > 0.72 * Math.max(...channels)) mask[i] = 1
  }
  return mask
}

const barsOf = (mask: Uint8Array, width: number, height: number): Bar[] => {
  const seen = new Uint8Array(mask.length)
  const bars: Bar[] = []
  const queue: number[] = []
  for (let start = 0; start < mask.length; start++) {
    if (!mask[start] || seen[start]) continue
    queue.length = 0
    queue.push(start)
    seen[start] = 1
    let [sumX, sumY, sumXX, sumYY, sumXY] = [0, 0, 0, 0, 0]
    for (let head = 0; head < queue.length; head++) {
      const at = queue[head] ?? 0
      const x = at % width
      const y = (at - x) / width
      sumX += x
      sumY += y
      sumXX += x * x
      sumYY += y * y
      sumXY += x * y
      for (const [dx, dy] of [
        [1, 0],
        [-1, 0],
        [0, 1],
        [0, -1],
      ] as const) {
        const [nx, ny] = [x + dx, y + dy]
        if (nx < 0 || ny < 0 || nx >= width || ny >= height) continue
        const next = ny * width + nx
        if (!mask[next] || seen[next]) continue
        seen[next] = 1
        queue.push(next)
      }
    }
    const area = queue.length
    if (area < 30) continue
    const [x, y] = [sumX / area, sumY / area]
    const [xx, yy, xy] = [sumXX / area - x * x, sumYY / area - y * y, sumXY / area - x * y]
    const angle = 0.5 * Math.atan2(2 * xy, xx - yy)
    const root = Math.hypot(xx - yy, 2 * xy)
    bars.push({
      x,
      y,
      axisX: Math.cos(angle),
      axisY: Math.sin(angle),
      length: Math.sqrt(6 * (xx + yy + root)),
      width: Math.sqrt(6 * Math.max(1e-3, xx + yy - root)),
      area,
    })
  }
  return bars
}

/** Long, narrow and full: what the handle of a strip looks like. */
const couldBeHandle = ({ length, width, area }: Bar) =>
  length > 2 * width && width > 3 && area > 0.7 * length * width

interface Fit {
  score: number
  placement: StripPlacement
}

/**
 * Pads at equal distances beyond one end of the handle: the distance and the start at which the gaps are most like the handle's
 * plastic and the pads least.
 */
const fitPads = (small: SmallPicture, bar: Bar, direction: 1 | -1, pads: number): Fit => {
  const labAt = (x: number, y: number) => labOf(colourAt(small, x, y))
  const plastic = labAt(bar.x, bar.y)
  const likeness = ({ lightness, a, b }: Lab) =>
    Math.exp(
      -((lightness - plastic.lightness) ** 2 + (a - plastic.a) ** 2 + (b - plastic.b) ** 2) / 330,
    )
  let best: Fit = { score: 0, placement: { first: { x: 0, y: 0 }, last: { x: 0, y: 0 } } }
  const step = bar.width / 6
  const reach = bar.width * (2 + 2.4 * pads)
  for (let tilt = -3; tilt <= 3; tilt++) {
    const angle = (tilt * Math.PI) / 180
    const ux = direction * (bar.axisX * Math.cos(angle) - bar.axisY * Math.sin(angle))
    const uy = direction * (bar.axisY * Math.cos(angle) + bar.axisX * Math.sin(angle))
    const from = bar.length / 2 - 0.6 * bar.width
    const profile = Array.from({ length: Math.ceil(reach / step) + 1 }, (_, i) => {
      const s = from + i * step
      const [x, y] = [bar.x + s * ux, bar.y + s * uy]
      const inside = x > 1 && y > 1 && x < small.width - 2 && y < small.height - 2
      // The least like of three across the strip: an axis that leaves the strip scores nothing.
      return inside
        ? [-0.3, 0, 0.3].map((side) =>
            likeness(labAt(x - side * bar.width * uy, y + side * bar.width * ux)),
          )
        : undefined
    })
    const gapAt = (s: number) => {
      const three = profile[Math.round((s - from) / step)]
      return three ? Math.min(...three) : -1
    }
    const padAt = (s: number) => {
      const three = profile[Math.round((s - from) / step)]
      return three ? Math.max(...three) : 2
    }
    for (let pitch = 1.1 * bar.width; pitch <= 2.3 * bar.width; pitch += step / 2)
      for (let start = from + 0.8 * bar.width; start <= from + 2.2 * bar.width; start += step / 2) {
        let score = 0
        for (let i = 0; i < pads; i++) {
          const s = start + i * pitch
          // A pad's whole middle, so that no edge passes for one.
          score -= (padAt(s - 0.34 * bar.width) + padAt(s) + padAt(s + 0.34 * bar.width)) / 3
          score += gapAt(s - pitch / 2)
        }
        // Past the last pad there is a little plastic, and then no further pad's worth of it.
        const end = start + (pads - 1) * pitch
        score += 0.5 * gapAt(end + pitch / 2 - 0.05 * bar.width)
        const beyond = padAt(end + 1.25 * bar.width + (pitch - bar.width))
        score -= 0.3 * (beyond > 1 ? 0 : beyond)
        score /= pads
        if (score > best.score) {
          const at = (s: number) => ({
            x: (bar.x + s * ux + 0.5) * small.scale,
            y: (bar.y + s * uy + 0.5) * small.scale,
          })
          // Pads are counted from the free end to the handle.
          best = { score, placement: { first: at(end), last: at(start) } }
        }
      }
  }
  return best
}

const CERTAIN = 0.45

/**
 * Finds a strip of so many pads: its plastic handle, and the pads beyond it. Undefined where there is none, or no dark enough
 * ground to tell it from; then a person places it.
 */
export const findStrip = (picture: Picture, pads: number): StripPlacement | undefined => {
  if (pads < 2) return undefined
  const small = shrunk(picture)
  let best: Fit | undefined
  for (const share of [0.62, 0.4]) {
    const bars = barsOf(plasticMask(small, share), small.width, small.height)
      .filter(couldBeHandle)
      .sort((a, b) => b.area - a.area)
      .slice(0, 4)
    for (const bar of bars)
      for (const direction of [1, -1] as const) {
        const fit = fitPads(small, bar, direction, pads)
        if (!best || fit.score > best.score) best = fit
      }
    if (best && best.score > CERTAIN) return best.placement
  }
  return undefined
}
