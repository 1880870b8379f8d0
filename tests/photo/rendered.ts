import { seeded } from '@/core/random'
import type { StripPad } from '@/core/testing/kit'
import { findStrip } from '@/core/testing/photo/findStrip'
import { chartOf } from '@/core/testing/photo/matchPad'
import { distance } from '@/core/testing/photo/picture'
import { readStrip } from '@/core/testing/photo/readStrip'
import type { Quantity, Readings } from '@/core/testing/quantity'
import { demoStrip } from '@/demo/kits'
import { LIGHTS, photographStrip, practiceShot } from '@/stand-ins/stripCamera'

if (demoStrip.spec.kind !== 'strip') throw new Error('the demo has no strip')
export const pads: readonly StripPad[] = demoStrip.spec.pads

/** A value's place on its pad's chart, in blocks from the lowest. */
export const placeOf = ({ blocks }: StripPad, value: number): number => {
  let place = 0
  for (let i = 0; i + 1 < blocks.length; i++) {
    const [low = 0, high = 0] = [blocks[i]?.value, blocks[i + 1]?.value]
    if (value >= low) place = i + Math.min(1, (value - low) / (high - low))
  }
  return place
}

/** Anywhere on the chart, every place as likely. */
export const anyWater = (random: () => number): Readings =>
  Object.fromEntries(
    pads.map(({ quantity, blocks }) => {
      const at = random() * (blocks.length - 1)
      const i = Math.floor(at)
      const [low = 0, high = 0] = [blocks[i]?.value, blocks[i + 1]?.value]
      return [quantity, low + (at - i) * (high - low)]
    }),
  )

export interface PadResult {
  light: string
  quantity: Quantity
  /** Blocks from the truth. */
  off: number
  sure: number
}

/** Lights that a person would take a picture in; the green lamp is for refusals. */
export const FAIR_LIGHTS = Object.keys(LIGHTS).filter((light) => light !== 'green lamp')

/** So many pictures of strips, their lights in turn, found and read as the application does. */
export const readMany = (count: number, seed: number) => {
  const random = seeded(seed)
  const results: PadResult[] = []
  let found = 0
  let refused = 0
  for (let i = 0; i < count; i++) {
    const light = FAIR_LIGHTS[i % FAIR_LIGHTS.length] ?? 'daylight'
    const water = anyWater(random)
    const shot = { ...practiceShot(random, { light }), width: 640, height: 480 }
    const { picture, placement } = photographStrip(pads, water, shot, random)
    const strip = findStrip(picture, pads.length, pads.map(chartOf))
    const pitch = distance(placement.first, placement.last) / (pads.length - 1)
    if (
      strip &&
      distance(strip.first, placement.first) < 0.2 * pitch &&
      distance(strip.last, placement.last) < 0.2 * pitch
    )
      found++
    // Where the strip was not found, a person lays the rings.
    const reading = readStrip(picture, strip ?? placement, pads)
    if (reading.problems.some((problem) => problem !== 'blurred')) {
      refused++
      continue
    }
    for (const [j, { quantity, value, sure, problems }] of reading.pads.entries()) {
      const pad = pads[j]
      if (!pad || problems.includes('strange')) continue
      results.push({
        light,
        quantity,
        off: Math.abs(placeOf(pad, value) - placeOf(pad, water[quantity] ?? 0)),
        sure,
      })
    }
  }
  return { count, found, refused, results }
}
