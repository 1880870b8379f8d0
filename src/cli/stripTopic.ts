import { readFile } from 'node:fs/promises'
import sharp from 'sharp'
import {
  findStrip,
  LEAST_PIXELS,
  labOf,
  linearOfHex,
  type Picture,
  type Quantity,
  REFUSING,
  readStrip,
  refusePicture,
  type StripPad,
  type StripPlacement,
} from '@/core'
import type { Refusal } from './fields'
import { as, type LateTopic } from './topic'

/** As the application reads it. */
const LONG_SIDE = 1600
const MOST_PIXELS = 80_000_000
const MOST_PADS = 12
const MOST_BLOCKS = 24

interface StripInput {
  picture: unknown
  pads: unknown
  first?: { x: number; y: number }
  last?: { x: number; y: number }
}

const padsFrom = (given: unknown): readonly StripPad[] | Refusal => {
  if (!Array.isArray(given) || given.length < 1 || given.length > MOST_PADS)
    return { field: 'pads', given, allowed: `a list of 1 to ${MOST_PADS} pads` }
  const pads: StripPad[] = []
  for (const [i, pad] of given.entries()) {
    const { quantity, blocks } = (pad ?? {}) as { quantity?: unknown; blocks?: unknown }
    if (typeof quantity !== 'string' || quantity === '' || quantity.length > 60)
      return { field: `pads[${i}].quantity`, given: quantity, allowed: 'a quantity, such as pH' }
    if (!Array.isArray(blocks) || blocks.length < 2 || blocks.length > MOST_BLOCKS)
      return { field: `pads[${i}].blocks`, given: blocks, allowed: `2 to ${MOST_BLOCKS} blocks` }
    const read: { value: number; colour: string }[] = []
    for (const [j, block] of blocks.entries()) {
      const { value, hex } = (block ?? {}) as { value?: unknown; hex?: unknown }
      if (typeof value !== 'number' || !Number.isFinite(value))
        return { field: `pads[${i}].blocks[${j}].value`, given: value, allowed: 'a number' }
      if (typeof hex !== 'string' || !/^#[0-9a-f]{6}$/i.test(hex))
        return { field: `pads[${i}].blocks[${j}].hex`, given: hex, allowed: 'a colour, #rrggbb' }
      read.push({ value, colour: hex })
    }
    // It is only handed back: a pad may show what the application has no name for.
    pads.push({
      quantity: quantity as Quantity,
      blocks: read.toSorted((one, other) => one.value - other.value),
    })
  }
  return pads
}

/** The picture as it stands after its EXIF turn, made smaller; and how many of its own pixels one of these is. */
const opened = async (
  path: unknown,
): Promise<{ picture: Picture; width: number; height: number; scale: number } | Refusal> => {
  const allowed = 'the path of a PNG or JPEG picture'
  if (typeof path !== 'string') return { field: 'picture', given: path, allowed }
  try {
    const bytes = await readFile(path)
    const refusal = refusePicture(bytes.subarray(0, 4096), bytes.length)
    if (refusal) return { field: 'picture', given: `${path} (${refusal.code})`, allowed }
    const image = sharp(bytes, { limitInputPixels: MOST_PIXELS }).rotate()
    const { data, info } = await image
      .clone()
      .resize({
        width: LONG_SIDE,
        height: LONG_SIDE,
        fit: 'inside',
        withoutEnlargement: true,
      })
      .toColourspace('srgb')
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true })
    const { autoOrient } = await sharp(bytes).metadata()
    if (Math.min(autoOrient.width, autoOrient.height) < LEAST_PIXELS)
      return {
        field: 'picture',
        given: `${autoOrient.width} × ${autoOrient.height} pixels`,
        allowed: `${LEAST_PIXELS} pixels and more on each side`,
      }
    return {
      picture: {
        width: info.width,
        height: info.height,
        data: new Uint8ClampedArray(data.buffer, data.byteOffset, data.length),
      },
      width: autoOrient.width,
      height: autoOrient.height,
      scale: autoOrient.width / info.width,
    }
  } catch {
    return { field: 'picture', given: path, allowed }
  }
}

export const STRIP_TOPIC: LateTopic = {
  summary: 'where a strip lies in a picture, and what its pads read',
  fields: {
    picture: { unit: '', free: true, required: true },
    pads: { unit: '', free: true, required: true },
    first: {
      unit: '',
      fields: {
        x: { unit: 'pixels', low: 0, high: 100_000, required: true },
        y: { unit: 'pixels', low: 0, high: 100_000, required: true },
      },
    },
    last: {
      unit: '',
      fields: {
        x: { unit: 'pixels', low: 0, high: 100_000, required: true },
        y: { unit: 'pixels', low: 0, high: 100_000, required: true },
      },
    },
  },
  answerLater: async (input) => {
    const { picture: path, pads: given, first, last } = as<StripInput>(input)
    const pads = padsFrom(given)
    if ('field' in pads) return { refusal: pads }
    if ((first === undefined) !== (last === undefined))
      return {
        refusal: {
          field: first ? 'last' : 'first',
          given: 'nothing',
          allowed: 'both ends of the strip, or neither',
        },
      }
    const open = await opened(path)
    if ('field' in open) return { refusal: open }
    const { picture, scale, width, height } = open
    for (const [name, point] of [
      ['first', first],
      ['last', last],
    ] as const)
      if (point && (point.x > width || point.y > height))
        return {
          refusal: {
            field: name,
            given: point,
            allowed: `a place in a picture of ${width} × ${height} pixels`,
          },
        }
    const charts = pads.map(({ blocks }) =>
      blocks.map(({ colour = '#000000' }) => labOf(linearOfHex(colour))),
    )
    const small = ({ x, y }: { x: number; y: number }) => ({ x: x / scale, y: y / scale })
    const large = ({ x, y }: { x: number; y: number }) => ({ x: x * scale, y: y * scale })
    const place: StripPlacement | undefined =
      first && last
        ? { first: small(first), last: small(last) }
        : findStrip(picture, pads.length, charts)
    if (!place)
      return {
        output: {
          found: false,
          placement: null,
          refused: true,
          problems: ['not found'],
          readings: [],
        },
      }
    const { pads: read, problems } = readStrip(picture, place, pads)
    const refused = problems.some((problem) => REFUSING.includes(problem))
    return {
      output: {
        found: true,
        placement: { first: large(place.first), last: large(place.last) },
        refused,
        problems,
        readings: refused
          ? []
          : read.map((one) => ({
              quantity: one.quantity,
              value: one.value,
              standardDeviation: one.deviation,
              sure: one.sure,
              problems: one.problems,
            })),
      },
    }
  },
}
