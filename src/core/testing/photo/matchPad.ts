import { ciede2000 } from '../../colour/ciede2000'
import { between, type Lab, labOf, linearOfHex } from '../../colour/colour'
import type { StripPad } from '../kit'

/**
 * One standard deviation of a pad's colour from its chart once the light has been taken out, in units of CIEDE2000: print
 * against pad, camera and reading time. Fitted on rendered strips (docs/strip-photos.md), where what is said is what holds.
 */
const COLOUR_DEVIATION = 2.2
/** How much of a pad's own misfit, and of all pads' together, counts as its error. Fitted on rendered strips. */
const OWN_SHARE = 1
const ALL_SHARE = 0.6
/** Farther from every colour of its chart than this, a pad is not this chart's. */
const STRANGE = 13
const STEPS_A_BLOCK = 40

export interface PadMatch {
  value: number
  /** One standard deviation of `value` from the colour alone, in the quantity's unit. */
  deviation: number
  /** How sure it is that the true value lies within half a block of `value`, 0 to 1. */
  sure: number
  /** Colour difference to the nearest place on the chart, CIEDE2000. */
  difference: number
  /** Not a colour that this pad's chart has. */
  strange: boolean
}

/** True where every block of a pad has been taught its colour. */
export const isTaught = ({ blocks }: StripPad): boolean => blocks.every(({ colour }) => colour)

/**
 * The value whose colour a pad shows: every place along its chart is weighed by how far its colour is from the pad's.
 * @param chart the blocks' colours, from the lowest value to the highest
 * @param leftOver what all pads of the strip together are from their charts
 */
export const matchColour = (
  seen: Lab,
  values: readonly number[],
  chart: readonly Lab[],
  leftOver = 0,
): PadMatch => {
  const last = values.length - 1
  const places: { place: number; value: number; difference: number }[] = []
  for (let i = 0; i <= last * STEPS_A_BLOCK; i++) {
    const block = Math.min(last - 1, Math.floor(i / STEPS_A_BLOCK))
    const share = i / STEPS_A_BLOCK - block
    const [low, high] = [chart[block], chart[block + 1]]
    const [from = 0, to = 0] = [values[block], values[block + 1]]
    if (!low || !high) continue
    places.push({
      place: block + share,
      value: from + share * (to - from),
      difference: ciede2000(seen, between(low, high, share)),
    })
  }
  const least = Math.min(...places.map(({ difference }) => difference))
  // What no place explains says how far off the others may be.
  const deviation = Math.hypot(
    COLOUR_DEVIATION,
    OWN_SHARE * least,
    ALL_SHARE * Math.max(0, leftOver - COLOUR_DEVIATION),
  )
  const weights = places.map(({ difference }) =>
    Math.exp((least * least - difference * difference) / (2 * deviation ** 2)),
  )
  const total = weights.reduce((sum, one) => sum + one, 0)
  const mean = (of: (one: (typeof places)[number]) => number) =>
    places.reduce((sum, one, i) => sum + of(one) * (weights[i] ?? 0), 0) / total
  const value = mean((one) => one.value)
  const centre = mean((one) => one.place)
  return {
    value,
    deviation: Math.sqrt(mean((one) => (one.value - value) ** 2)),
    sure: mean((one) => (Math.abs(one.place - centre) <= 0.5 ? 1 : 0)),
    difference: least,
    strange: least > STRANGE,
  }
}

export const chartOf = ({ blocks }: StripPad): Lab[] =>
  blocks.map(({ colour = '#000000' }) => labOf(linearOfHex(colour)))
