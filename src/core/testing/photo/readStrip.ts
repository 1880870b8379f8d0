import { hexOfLinear, type Lab, type LinearRgb, labOf, luminance } from '../../colour/colour'
import type { StripPad } from '../kit'
import type { Quantity } from '../quantity'
import { chartOf, matchColour, type PadMatch } from './matchPad'
import { along, distance, type Patch, type Picture, type Point, patchAt } from './picture'
import { sharpness } from './sharpness'

/** Where a strip lies: the middles of its first and its last pad; with one pad, that pad and a place on the white plastic. */
export interface StripPlacement {
  first: Point
  last: Point
}

/** What white plastic and paper send back of the light: assumed, and the same for both. */
const WHITE = 0.9
/** Sides of the patches that are read, as shares of the distance between two pads. */
const PAD_SIDE = 0.34
const GAP_SIDE = 0.09

const CLIPPED = 0.12
const UNEVEN = 1.55
const DARK = 0.06
const STRONG_CAST = 2.6
/** Neighbouring whites differ more than this: a shadow's edge, or no plastic. */
const WHITE_STEP = 1.6
const BLURRED = 0.24

export type PadProblem = 'glare' | 'shadow' | 'strange'
export type PictureProblem =
  | 'see-through'
  | 'no plastic'
  | 'wrong strip'
  | 'dark'
  | 'too bright'
  | 'cast'
  | 'blurred'

/** With these nothing is read; the others are said beside what is. */
export const REFUSING: readonly PictureProblem[] = [
  'see-through',
  'no plastic',
  'wrong strip',
  'dark',
  'too bright',
  'cast',
]

export interface PadReading extends PadMatch {
  quantity: Quantity
  /** As it would look in white light, #rrggbb. */
  colour: string
  problems: PadProblem[]
}

export interface StripReading {
  pads: PadReading[]
  problems: PictureProblem[]
}

const geometric = (a: LinearRgb, b: LinearRgb): LinearRgb => [
  Math.sqrt(a[0] * b[0]),
  Math.sqrt(a[1] * b[1]),
  Math.sqrt(a[2] * b[2]),
]

/** The colour in white light: von Kries' rule channel by channel, with the plastic beside it as the white. */
export const inWhiteLight = (colour: LinearRgb, white: LinearRgb): LinearRgb => [
  (WHITE * colour[0]) / Math.max(white[0], 1e-4),
  (WHITE * colour[1]) / Math.max(white[1], 1e-4),
  (WHITE * colour[2]) / Math.max(white[2], 1e-4),
]

const castOf = ([red, green, blue]: LinearRgb) =>
  Math.max(red, green, blue) / Math.max(1e-4, Math.min(red, green, blue))

/** Whites to the left and right of each pad; at the ends the one that is there, carried on by the step between the others. */
const whitesOf = (gaps: readonly Patch[], count: number): LinearRgb[] =>
  Array.from({ length: count }, (_, i) => {
    const left = gaps[i - 1]
    const right = gaps[i]
    if (left && right) return geometric(left.colour, right.colour)
    const near = (left ?? right)?.colour ?? [1, 1, 1]
    const next = (left ? gaps[i - 2] : gaps[i + 1])?.colour
    if (!next) return near
    const carried = (channel: 0 | 1 | 2) =>
      near[channel] * Math.sqrt(near[channel] / Math.max(next[channel], 1e-4))
    return [carried(0), carried(1), carried(2)]
  })

/**
 * Reads a strip in a picture: each pad's colour, freed of the light by the white plastic beside it, set against its chart.
 * @param charts a chart's colours a pad, where they were read from the same picture; else those the kit was taught
 */
export const readStrip = (
  picture: Picture,
  { first, last }: StripPlacement,
  pads: readonly StripPad[],
  charts: readonly (readonly Lab[])[] = pads.map(chartOf),
): StripReading => {
  const count = pads.length
  const single = count === 1
  const pitch = distance(first, last) / Math.max(1, count - 1)
  const direction = {
    x: (last.x - first.x) / Math.max(1, distance(first, last)),
    y: (last.y - first.y) / Math.max(1, distance(first, last)),
  }
  const axis = (side: number): Point => ({
    x: direction.x * side * pitch,
    y: direction.y * side * pitch,
  })
  const centre = (i: number) => (single ? first : along(first, last, i / (count - 1)))
  const gaps = single
    ? [patchAt(picture, last, axis(GAP_SIDE))]
    : Array.from({ length: count - 1 }, (_, i) =>
        patchAt(picture, along(first, last, (i + 0.5) / (count - 1)), axis(GAP_SIDE)),
      )
  const whites = whitesOf(gaps, count)
  const problems = new Set<PictureProblem>()

  const lights = gaps.map(({ colour }) => luminance(colour))
  const steps = lights.slice(1).map((light, i) => {
    const before = lights[i] ?? light
    return Math.max(light, before) / Math.max(1e-4, Math.min(light, before))
  })
  const brightest = Math.max(...lights)
  const meanWhite = gaps.reduce<LinearRgb>(
    (sum, { colour }) => [sum[0] + colour[0], sum[1] + colour[1], sum[2] + colour[2]],
    [0, 0, 0],
  )
  if (brightest < DARK) problems.add('dark')
  if (castOf(meanWhite) > STRONG_CAST) problems.add('cast')
  if (gaps.filter(({ clipped }) => clipped > 0.5).length > gaps.length / 2)
    problems.add('too bright')

  // Plastic is the lightest thing on a strip, all along it.
  let lighter = 0
  const read = pads.map((pad, i): PadReading => {
    const patch = patchAt(picture, centre(i), axis(PAD_SIDE))
    const white = whites[i] ?? [1, 1, 1]
    if (patch.seeThrough > 0.02) problems.add('see-through')
    if (luminance(patch.colour) > 1.15 * luminance(white)) lighter++
    const corrected = inWhiteLight(patch.colour, white)
    const match = matchColour(
      labOf(corrected),
      pad.blocks.map(({ value }) => value),
      charts[i] ?? [],
    )
    const found: PadProblem[] = []
    if (patch.clipped > CLIPPED && Math.min(...patch.colour) > 0.7) found.push('glare')
    else if (patch.uneven > UNEVEN || (steps[i - 1] ?? 1) > WHITE_STEP) found.push('shadow')
    if (match.strange) found.push('strange')
    return { ...match, quantity: pad.quantity, colour: hexOfLinear(corrected), problems: found }
  })
  if (lighter > count / 2 || steps.filter((step) => step > 2.5).length > 1)
    problems.add('no plastic')
  const strange = read.filter((one) => one.strange).length
  if (count > 1 ? strange > count / 3 : strange > 0) problems.add('wrong strip')
  if (sharpness(picture, first, last, count) > BLURRED) problems.add('blurred')
  return { pads: read, problems: [...problems] }
}
