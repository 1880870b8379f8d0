import { cie94 } from '../../colour/cie94'
import { between, type Lab } from '../../colour/colour'

/**
 * What one picture does to all its pads alike, once the plastic has taken the light out: a camera's own colourfulness and tones, and a
 * rest of the light's colour.
 */
export interface Look {
  /** Times the distance from grey. */
  colourful: number
  /** Times the distance from white in lightness. */
  tones: number
  /** Added, L*a*b* units. */
  a: number
  b: number
}

export const PLAIN_LOOK: Look = { colourful: 1, tones: 1, a: 0, b: 0 }

/** One standard deviation of what cameras and leftovers of the light do; assumed. */
const LOOKS_DIFFER = { colourful: 0.14, tones: 0.07, a: 2.5, b: 2.5 }
/** Of a pad from its print. */
const PADS_DIFFER = 2.6

/** The colour without what the picture does to all. */
export const withoutLook = ({ lightness, a, b }: Lab, look: Look): Lab => ({
  lightness: 100 - (100 - lightness) / look.tones,
  a: (a - look.a) / look.colourful,
  b: (b - look.b) / look.colourful,
})

/** Places along a chart, so many to a block. */
export const placesOf = (chart: readonly Lab[], steps: number): Lab[] => {
  const last = chart.length - 1
  return Array.from({ length: last * steps + 1 }, (_, i) => {
    const block = Math.min(last - 1, Math.floor(i / steps))
    const [one, other] = [chart[block], chart[block + 1]]
    return one && other ? between(one, other, i / steps - block) : { lightness: 0, a: 0, b: 0 }
  })
}

export interface Explained {
  look: Look
  /** What is left over to the nearest place of each chart, with the look taken out. */
  left: number[]
  /** Their root mean square. */
  leftOver: number
  /** Half of twice the log of how unlikely it all is; smaller is better. */
  cost: number
}

const costOf = (
  seen: readonly Lab[],
  charts: readonly (readonly Lab[])[],
  look: Look,
): { cost: number; left: number[] } => {
  const left = seen.map((lab, i) => {
    const plain = withoutLook(lab, look)
    let least = Number.POSITIVE_INFINITY
    for (const place of charts[i] ?? []) least = Math.min(least, cie94(place, plain))
    return least
  })
  const prior =
    (Math.log(look.colourful) / LOOKS_DIFFER.colourful) ** 2 +
    (Math.log(look.tones) / LOOKS_DIFFER.tones) ** 2 +
    (look.a / LOOKS_DIFFER.a) ** 2 +
    (look.b / LOOKS_DIFFER.b) ** 2
  // A stray pad counts, but no more than four deviations.
  const strays = left.reduce((sum, one) => sum + Math.min(16, (one / PADS_DIFFER) ** 2), 0)
  return { cost: 0.5 * (strays + prior), left }
}

const STEPS: readonly (readonly [keyof Look, number])[] = [
  ['colourful', 0.1],
  ['a', 2],
  ['b', 2],
  ['tones', 0.05],
]

/**
 * One look for all pads of a strip, by which they come nearest to their charts.
 * @param charts places along each chart, as from `placesOf`
 */
export const explain = (
  seen: readonly Lab[],
  charts: readonly (readonly Lab[])[],
  rounds = 3,
): Explained => {
  let look = PLAIN_LOOK
  let best = costOf(seen, charts, look)
  // With few pads little can be told of the camera, and its prior holds it.
  for (let round = 0, scale = 1; round < rounds; round++, scale /= 2)
    for (const [name, step] of STEPS)
      for (const sign of [1, -1])
        for (let tries = 0; tries < 3; tries++) {
          const next = { ...look, [name]: look[name] + sign * step * scale }
          const found = costOf(seen, charts, next)
          if (found.cost >= best.cost - 1e-9) break
          look = next
          best = found
        }
  const leftOver = Math.sqrt(
    best.left.reduce((sum, one) => sum + one * one, 0) / Math.max(1, best.left.length),
  )
  return { look, left: best.left, leftOver, cost: best.cost }
}
