import { type PadProblem, type PadReading, type PictureProblem, QUANTITY } from '@/core'
/** What is wrong with a picture, and what to do. */
export const PICTURE_WORDS: Record<PictureProblem, string> = {
  'see-through': 'The picture is see-through where the strip lies. Use it as the camera took it.',
  'no plastic':
    'Between the rings there should be pads with white plastic between them. Lay the rings on the middles of the first and the last pad, or take the picture again.',
  'wrong strip':
    'These colours are not on this strip’s chart. Is it this strip, and the right way round? A strong tint of the light does the same.',
  dark: 'It is too dark to tell the colours apart. Take it again in daylight, out of the sun.',
  'too bright': 'The white plastic is burnt out. Take it again with less light on the strip.',
  cast: 'The light is too coloured to be taken out. Take it again in daylight or by a white lamp.',
  blurred: 'The picture is not sharp. The colours count all the same; look at them twice.',
}

export const PAD_WORDS: Record<PadProblem, string> = {
  glare: 'a lamp is mirrored on it: tilt the strip and take it again',
  shadow: 'a shadow falls across it',
  strange: 'its colour is not on the chart',
}

/** "between 7.4 and 7.8": the blocks on either side of a value. */
export const blocksAround = (
  value: number,
  values: readonly number[],
  show: (value: number) => string,
): string => {
  const at = values.findLastIndex((block) => block <= value)
  const [low, high] = [values[at], values[at + 1]]
  if (low === undefined) return `below ${show(values[0] ?? 0)}`
  const near = high === undefined ? low : value - low < high - value ? low : high
  const width = (high ?? low) - (values[at - (high === undefined ? 1 : 0)] ?? low)
  if (high === undefined || Math.abs(value - near) < 0.2 * Math.abs(width)) return show(near)
  return `between ${show(low)} and ${show(high)}`
}

/** Stated to the nearest five in a hundred: finer would claim more than it knows. */
export const formatSure = ({ sure }: PadReading): string =>
  sure < 0.5 ? 'hardly sure' : `${Math.min(95, 5 * Math.round(20 * sure))} % sure`

/** The figure that goes into the field: what a strip can show, no finer. */
export const photoFigure = ({ quantity, value }: PadReading): string =>
  QUANTITY[quantity].decimals === 0 && value >= 20
    ? String(5 * Math.round(value / 5))
    : value.toFixed(QUANTITY[quantity].decimals)
