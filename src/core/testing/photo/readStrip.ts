import { ciede2000 } from '../../colour/ciede2000'
import { hexOfLinear, type Lab, type LinearRgb, labOf, luminance } from '../../colour/colour'
import type { StripPad } from '../kit'
import type { Quantity } from '../quantity'
import { explain, PLAIN_LOOK, placesOf, withoutLook } from './explain'
import { chartOf, matchColour, type PadMatch } from './matchPad'
import { type Patch, type Picture, type Point, patchAt } from './picture'
import { onRow, type Row } from './rows'
import { sharpness } from './sharpness'

/** Where a strip lies: the middles of its first and its last pad; with one pad, that pad and a place on the white plastic. */
export interface StripPlacement {
  first: Point
  last: Point
  /** What perspective does to the distances between pads, as `bent` has it; none where it is left out. */
  bend?: number
  /** Side of a pad as a share of the distance between two. */
  side?: number
}

/** What white plastic and paper send back of the light: assumed, and the same for both. */
const WHITE = 0.9
/** Sides of the patches that are read, as shares of the distance between two pads; of a pad itself where its side is known. */
const PAD_SIDE = 0.34
const OF_THE_PAD = 0.62
const GAP_SIDE = 0.09

const CLIPPED = 0.12
const UNEVEN = 1.55
const DARK = 0.06
const STRONG_CAST = 2.6
/** Neighbouring whites differ more than this: a shadow's edge, or no plastic. */
const WHITE_STEP = 1.6
const BLURRED = 0.24
/** Farther from their charts than this all together, CIE94, it is a strip of another kit. */
const OTHER_STRIP = 6.5
/** Nearer than this it may be this kit's. */
const OWN_STRIP = 4
/** The other way round it is explained so much better, in deviations squared, that it lies so. */
const TURNED = 5
/** Plastic where the pads should be: CIEDE2000 of each from the white. */
const NO_PAD = 4
/** The two ends of a pad differ by more than this, CIEDE2000: a neighbour's ink has run into it. */
const BLED = 9
/**
 * Colours go on changing past the reading time: so much a second, CIEDE2000, and after so long nothing is read. Common practice has
 * seconds to half a minute; both assumed.
 */
const FADES_A_SECOND = 0.05
const LATEST_SECONDS = 120

export type PadProblem = 'glare' | 'shadow' | 'strange' | 'bled'
export type PictureProblem =
  | 'see-through'
  | 'no plastic'
  | 'wrong strip'
  | 'turned'
  | 'face down'
  | 'late'
  | 'drawn'
  | 'dark'
  | 'too bright'
  | 'cast'
  | 'blurred'

/** With these nothing is read; the others are said beside what is. */
export const REFUSING: readonly PictureProblem[] = [
  'see-through',
  'no plastic',
  'wrong strip',
  'turned',
  'face down',
  'late',
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
  /** How far the pads are from their charts once light and camera are out, CIE94, root mean square. */
  leftOver: number
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

/** Half-way between a pad's colour and the plastic's, along the strip: the pads' side as a share of the distance between two. */
const sideOf = (picture: Picture, row: Row, pads: number): number => {
  const found: number[] = []
  const tiny = (at: number) => {
    const here = onRow(row, at, pads)
    const next = onRow(row, at + 0.04, pads)
    return labOf(patchAt(picture, here, { x: next.x - here.x, y: next.y - here.y }).colour)
  }
  for (let i = 0; i < pads; i++) {
    const own = tiny(i)
    for (const sign of [-1, 1]) {
      const gapAt = i + sign * 0.5
      if (gapAt < 0 || gapAt > pads - 1) continue
      const gap = tiny(gapAt)
      if (ciede2000(own, gap) < 8) continue
      let s = 0.08
      while (s < 0.48) {
        const here = tiny(i + sign * s)
        if (ciede2000(here, gap) < ciede2000(here, own)) break
        s += 0.03
      }
      found.push(2 * s)
    }
  }
  found.sort((one, other) => one - other)
  return Math.max(0.2, found[Math.floor(found.length / 4)] ?? PAD_SIDE / OF_THE_PAD)
}

/**
 * Reads a strip in a picture: each pad's colour, freed of the light by the white plastic beside it, set against its chart.
 * @param lateSeconds past the strip's reading time
 * @param ownChart a chart's colours a pad, where they were read from the same picture; else those the kit was taught
 */
export const readStrip = (
  picture: Picture,
  { first, last, bend = 0, side: known }: StripPlacement,
  pads: readonly StripPad[],
  {
    ownChart,
    lateSeconds = 0,
  }: { ownChart?: readonly (readonly Lab[])[]; lateSeconds?: number } = {},
): StripReading => {
  const charts = ownChart ?? pads.map(chartOf)
  const count = pads.length
  const single = count === 1
  const row: Row = { first, last, bend, side: known ?? 0 }
  const centre = (i: number): Point => (single ? first : onRow(row, i, count))
  /** Along the strip at a pad, as long as so many of the distances between two there. */
  const axis = (i: number, side: number): Point => {
    const [before, after] = single
      ? [first, { x: first.x + (last.x - first.x), y: first.y + (last.y - first.y) }]
      : [onRow(row, i - 0.5, count), onRow(row, i + 0.5, count)]
    return { x: side * (after.x - before.x), y: side * (after.y - before.y) }
  }
  const padSide = single
    ? PAD_SIDE
    : Math.min(PAD_SIDE, OF_THE_PAD * (known ?? sideOf(picture, row, count)))
  const gaps = single
    ? [patchAt(picture, last, axis(0, GAP_SIDE))]
    : Array.from({ length: count - 1 }, (_, i) =>
        patchAt(picture, onRow(row, i + 0.5, count), axis(i + 0.5, GAP_SIDE)),
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
  const seen = pads.map((_, i) => {
    const patch = patchAt(picture, centre(i), axis(i, padSide))
    const white = whites[i] ?? [1, 1, 1]
    if (patch.seeThrough > 0.02) problems.add('see-through')
    if (luminance(patch.colour) > 1.15 * luminance(white)) lighter++
    const corrected = inWhiteLight(patch.colour, white)
    return { patch, corrected, lab: labOf(corrected) }
  })
  // What is left of light and camera is the same for all pads; a chart in the picture went through both.
  const labs = seen.map(({ lab }) => lab)
  const places = charts.map((chart) => placesOf(chart, 8))
  const explained = explain(labs, places)
  const look = ownChart ? PLAIN_LOOK : explained.look
  const leftOver = ownChart ? 0 : explained.leftOver
  const back = explain([...labs].reverse(), places)
  const turned = count > 1 && back.leftOver < OWN_STRIP && back.cost + TURNED < explained.cost
  const late = Math.max(0, lateSeconds)
  const blur = sharpness(picture, first, last, count)
  const read = pads.map((pad, i): PadReading => {
    const { patch, corrected, lab } = seen[i] as (typeof seen)[number]
    const match = matchColour(
      withoutLook(lab, look),
      pad.blocks.map(({ value }) => value),
      charts[i] ?? [],
      Math.hypot(leftOver, FADES_A_SECOND * late),
    )
    const found: PadProblem[] = []
    if (patch.clipped > CLIPPED && Math.min(...patch.colour) > 0.7) found.push('glare')
    else if (patch.uneven > UNEVEN || (steps[i - 1] ?? 1) > WHITE_STEP) found.push('shadow')
    if (match.strange) found.push('strange')
    if (!single && !found.includes('shadow') && !found.includes('glare')) {
      const ends = [-0.32, 0.32].map((share) => {
        const half = axis(i, padSide)
        const at = { x: centre(i).x + share * half.x, y: centre(i).y + share * half.y }
        return labOf(
          inWhiteLight(patchAt(picture, at, axis(i, 0.3 * padSide)).colour, whites[i] ?? [1, 1, 1]),
        )
      })
      const [one, other] = ends
      if (one && other && ciede2000(one, other) > BLED) found.push('bled')
    }
    return { ...match, quantity: pad.quantity, colour: hexOfLinear(corrected), problems: found }
  })
  if (lighter > count / 2 || steps.filter((step) => step > 2.5).length > 1)
    problems.add('no plastic')
  const plastic = labOf([WHITE, WHITE, WHITE])
  if (labs.every((lab) => ciede2000(lab, plastic) < NO_PAD)) problems.add('face down')
  else if (turned) problems.add('turned')
  if (late > LATEST_SECONDS) problems.add('late')
  if (seen.every(({ patch }) => patch.flat)) problems.add('drawn')
  const strange = read.filter((one) => one.strange).length
  if (
    !problems.has('turned') &&
    ((count > 1 ? strange > count / 3 : strange > 0) || leftOver > OTHER_STRIP)
  )
    problems.add('wrong strip')
  if (blur > BLURRED) problems.add('blurred')
  return { pads: read, problems: [...problems], leftOver }
}
