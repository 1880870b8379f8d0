import { LINEAR, type LinearRgb } from '../../colour/colour'

/** Pixels of a picture: red, green, blue, opacity, a byte each, row by row from the top left. */
export interface Picture {
  width: number
  height: number
  data: Uint8ClampedArray
}

/** A place in a picture, in pixels from its top left. */
export interface Point {
  x: number
  y: number
}

export const along = (from: Point, to: Point, share: number): Point => ({
  x: from.x + share * (to.x - from.x),
  y: from.y + share * (to.y - from.y),
})

export const distance = (from: Point, to: Point): number => Math.hypot(to.x - from.x, to.y - from.y)

/** Byte offset of the pixel that holds a point; outside, the nearest at the edge. */
export const offsetOf = ({ width, height }: Picture, x: number, y: number): number => {
  const column = Math.min(width - 1, Math.max(0, Math.round(x)))
  const row = Math.min(height - 1, Math.max(0, Math.round(y)))
  return 4 * (row * width + column)
}

export interface Patch {
  colour: LinearRgb
  /** Share of its pixels that stand at the top of the camera's range. */
  clipped: number
  /** Share of its pixels that are not opaque. */
  seeThrough: number
  /** All its pixels are one colour, as no camera shows anything. */
  flat: boolean
  /** How much its two halves differ, as a ratio of their light, 1 or more. */
  uneven: number
}

const CLIPPED = 252
/** Of the darkest and of the lightest pixels: a wet sheen lightens, so that the darker part is the truer. */
const TRIMMED = { dark: 0.12, light: 0.3 }

/**
 * The colour of a square patch, turned with the strip: the mean of its pixels without the darkest and lightest of them.
 * @param axis from one side of the patch to the other, pixels: its length is the patch's side
 */
export const patchAt = (picture: Picture, centre: Point, axis: Point): Patch => {
  const side = Math.hypot(axis.x, axis.y)
  const steps = Math.max(3, Math.min(24, Math.round(side)))
  const { data } = picture
  const found: { light: number; at: number; first: boolean }[] = []
  let clipped = 0
  let seeThrough = 0
  for (let i = 0; i < steps; i++)
    for (let j = 0; j < steps; j++) {
      const u = (i + 0.5) / steps - 0.5
      const v = (j + 0.5) / steps - 0.5
      const at = offsetOf(
        picture,
        centre.x + u * axis.x - v * axis.y,
        centre.y + u * axis.y + v * axis.x,
      )
      const [red = 0, green = 0, blue = 0, opacity = 255] = [
        data[at],
        data[at + 1],
        data[at + 2],
        data[at + 3],
      ]
      if (red >= CLIPPED && green >= CLIPPED && blue >= CLIPPED) clipped++
      if (opacity < 250) seeThrough++
      found.push({ light: red + green + blue, at, first: i + j < steps - 1 })
    }
  found.sort((a, b) => a.light - b.light)
  const kept = found.slice(
    Math.floor(TRIMMED.dark * found.length),
    found.length - Math.floor(TRIMMED.light * found.length),
  )
  const mean = (some: typeof found): LinearRgb => {
    const sum = [0, 0, 0]
    for (const { at } of some)
      for (let channel = 0; channel < 3; channel++)
        sum[channel] = (sum[channel] ?? 0) + (LINEAR[data[at + channel] ?? 0] ?? 0)
    const [red = 0, green = 0, blue = 0] = sum.map((one) => one / Math.max(1, some.length))
    return [red, green, blue]
  }
  const halves = [true, false].map((half) => {
    const [red, green, blue] = mean(found.filter(({ first }) => first === half))
    return red + green + blue + 0.01
  })
  const [one = 1, other = 1] = halves
  return {
    colour: mean(kept),
    clipped: clipped / found.length,
    seeThrough: seeThrough / found.length,
    flat: found.every(({ light }) => light === found[0]?.light),
    uneven: Math.max(one, other) / Math.min(one, other),
  }
}
