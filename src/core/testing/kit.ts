import {
  type Method,
  QUANTITY,
  type Quantity,
  readingError,
  type SanitizerQuantity,
} from './quantity'

/** A block of a strip's chart. */
export interface StripBlock {
  value: number
  /** As it looks on the owner's own chart, #rrggbb; undefined until it was taught. */
  colour?: string | undefined
}

export interface StripPad {
  quantity: Quantity
  /** From the lowest value to the highest. */
  blocks: readonly StripBlock[]
}

export interface StripSpec {
  kind: 'strip'
  /** From the free end to the handle. */
  pads: readonly StripPad[]
  dipSeconds: number
  waitSeconds: number
}

/** A titration: drops until the colour turns, each worth so much. */
export interface DropTest {
  quantity: Quantity
  perDrop: number
  sampleMillilitres: number
}

export interface DropSpec {
  kind: 'drops'
  tests: readonly DropTest[]
}

export interface MeterSpec {
  kind: 'meter'
  /** What it can show; above its top it only says so. */
  ranges: Partial<Record<Quantity, { low: number; high: number }>>
}

export type KitSpec = StripSpec | DropSpec | MeterSpec

export interface Kit {
  name: string
  spec: KitSpec
  /** One standard deviation where the owner knows better than the method's default; in the quantity's unit. */
  errors: Partial<Record<Quantity, number>>
}

/** Half a drop and 4 %: assumed, the end point is seen to the nearest drop. */
const dropError = (perDrop: number, value: number) => perDrop / 2 + 0.04 * value

/** One standard deviation of a reading by this kit: the owner's figure, else the drop's size, else the method's default. */
export const kitError = ({ spec, errors }: Kit, quantity: Quantity, value: number): number => {
  const own = errors[quantity]
  if (own !== undefined) return own
  if (spec.kind === 'drops') {
    const test = spec.tests.find((one) => one.quantity === quantity)
    if (test) return dropError(test.perDrop, value)
  }
  return readingError(quantity, spec.kind satisfies Method, value)
}

/** A place on a pad's scale that a finger can point at: a block, or between two. */
export interface Mark {
  value: number
  between: boolean
  colour: string | undefined
}

/** Blocks and the middles between them, from the highest value down, as a chart is held. */
export const marksOf = ({ quantity, blocks }: StripPad): Mark[] => {
  const decimals = QUANTITY[quantity].decimals === 0 ? 1 : 2
  return blocks
    .flatMap(({ value, colour }, i): Mark[] => {
      const next = blocks[i + 1]
      const block = { value, between: false, colour }
      if (!next) return [block]
      const middle = Number(((value + next.value) / 2).toFixed(decimals))
      return [block, { value: middle, between: true, colour: undefined }]
    })
    .reverse()
}

const pad = (quantity: Quantity, ...values: number[]): StripPad => ({
  quantity,
  blocks: values.map((value) => ({ value })),
})

const PH = pad('pH', 6.6, 7.0, 7.4, 7.8, 8.2)
const ALKALINITY = pad('totalAlkalinity', 0, 40, 80, 120, 180)
const HARDNESS = pad('calciumHardness', 0, 50, 100, 250, 450)
const STABILISER = pad('cyanuricAcid', 0, 30, 60, 100, 200)
const RESIDUAL: Record<SanitizerQuantity, StripPad> = {
  freeChlorine: pad('freeChlorine', 0, 1, 3, 5, 10),
  bromine: pad('bromine', 0, 1, 2, 5, 10),
  biguanide: pad('biguanide', 0, 10, 30, 50, 70),
  peroxide: pad('peroxide', 0, 10, 30, 60, 100),
}
const TOTAL_CHLORINE = pad('totalChlorine', 0, 1, 3, 5, 10)

export type StripLayoutId = 'three' | 'four' | 'five' | 'six' | 'salt' | 'biguanide'
export type DropsLayoutId = 'small' | 'large'

export interface GenericStrip {
  id: StripLayoutId
  pads: readonly StripPad[]
}

/**
 * Layouts to begin with, for a sanitizer: numbers only, colours come from the owner's chart. Common practice for pads; the
 * blocks' values are to be corrected to the bottle's.
 */
export const genericStrips = (sanitizer: SanitizerQuantity): GenericStrip[] => {
  const residual = RESIDUAL[sanitizer]
  const chlorine = sanitizer === 'freeChlorine'
  return [
    { id: 'three', pads: [residual, PH, ALKALINITY] },
    { id: 'four', pads: [residual, PH, ALKALINITY, HARDNESS] },
    {
      id: 'five',
      pads: chlorine
        ? [residual, TOTAL_CHLORINE, PH, ALKALINITY, HARDNESS]
        : [residual, RESIDUAL.freeChlorine, PH, ALKALINITY, HARDNESS],
    },
    {
      id: 'six',
      pads: chlorine
        ? [residual, TOTAL_CHLORINE, PH, ALKALINITY, HARDNESS, STABILISER]
        : [residual, RESIDUAL.freeChlorine, TOTAL_CHLORINE, PH, ALKALINITY, HARDNESS],
    },
    {
      id: 'salt',
      pads: [pad('salt', 500, 1000, 1500, 2000, 2500, 3000)],
    },
    { id: 'biguanide', pads: [RESIDUAL.biguanide, PH, ALKALINITY, HARDNESS] },
  ]
}

/** Dip and wait where the bottle says nothing else: common practice, 1–2 s and 15 s. */
export const USUAL_DIP_SECONDS = 2
export const USUAL_WAIT_SECONDS = 15

const drops = (quantity: Quantity, perDrop: number, sampleMillilitres: number): DropTest => ({
  quantity,
  perDrop,
  sampleMillilitres,
})

export interface GenericDrops {
  id: DropsLayoutId
  tests: readonly DropTest[]
}

/** Factors of the usual titrations by sample size; common practice, the kit's own leaflet comes first. */
export const genericDrops = (sanitizer: SanitizerQuantity): GenericDrops[] => {
  const residual = (fine: boolean) =>
    sanitizer === 'bromine'
      ? [drops('bromine', fine ? 0.5 : 1.25, fine ? 25 : 10)]
      : sanitizer === 'freeChlorine'
        ? [
            drops('freeChlorine', fine ? 0.2 : 0.5, fine ? 25 : 10),
            drops('totalChlorine', fine ? 0.2 : 0.5, fine ? 25 : 10),
          ]
        : []
  return [
    {
      id: 'small',
      tests: [
        ...residual(false),
        drops('totalAlkalinity', 25, 10),
        drops('calciumHardness', 25, 10),
        drops('salt', 200, 10),
      ],
    },
    {
      id: 'large',
      tests: [
        ...residual(true),
        drops('totalAlkalinity', 10, 25),
        drops('calciumHardness', 10, 25),
        drops('salt', 200, 10),
      ],
    },
  ]
}

/** The reading that a count of drops stands for. */
export const dropReading = ({ perDrop }: DropTest, count: number): number =>
  Number((count * perDrop).toFixed(2))

/** What an over-range sample read after one part of it was mixed with `parts` of distilled water stands for. */
export const undiluted = (reading: number, parts: number): number => reading * (1 + parts)
