import { type PadProblem, type PadReading, type PictureProblem, QUANTITY } from '@/core'
/** What is wrong with a picture, and what to do. */
export const PICTURE_WORDS: Record<PictureProblem, string> = {
  'see-through': 'The picture is transparent where the strip is. Use the original photo.',
  'no plastic':
    'There should be pads with white plastic in between the rings. Place the rings on the centres of the first and last pads, or retake the picture.',
  'wrong strip':
    'These colours aren’t on this strip’s chart. Is it the right strip, the right way round? Strongly tinted light can cause this, too.',
  turned: 'It lies the other way round: press “Flip it”.',
  'face down': 'Only plastic is to be seen. Turn the strip over, pads up, and retake it.',
  late: 'It was taken too long after the strip’s reading time: the colours have changed. Dip a fresh strip.',
  drawn:
    'This looks like a drawing, not like a photo: each pad is one flat colour. Double-check it.',
  dark: 'It’s too dark to tell the colours apart. Retake it in daylight, out of the sun.',
  'too bright': 'The white plastic is overexposed. Retake it with less light on the strip.',
  cast: 'The light is too tinted to correct. Retake it in daylight or white light.',
  blurred: 'The picture isn’t sharp. The colours still count; double-check them.',
}

/** Where the application laid the rings itself and the colours do not fit. */
export const CHECK_RINGS =
  'Check the rings first: they were placed automatically, and the colours under them don’t fit this strip’s chart. Move them to the centres of the first and last pads.'

export const PAD_WORDS: Record<PadProblem, string> = {
  glare: 'a lamp is reflected in it: tilt the strip and retake it',
  shadow: 'there’s a shadow on it',
  bled: 'the colour of the next pad has run into it',
  strange: 'its colour isn’t on the chart',
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
  sure < 0.5 ? 'uncertain' : `${Math.min(95, 5 * Math.round(20 * sure))} % sure`

/** The figure that goes into the field: what a strip can show, no finer. */
export const photoFigure = ({ quantity, value }: PadReading): string =>
  QUANTITY[quantity].decimals === 0 && value >= 20
    ? String(5 * Math.round(value / 5))
    : value.toFixed(QUANTITY[quantity].decimals)
