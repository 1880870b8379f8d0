import sharp from 'sharp'
import type { StripPad } from '@/core/testing/kit'
import type { Picture, Point } from '@/core/testing/photo/picture'
import type { Quantity } from '@/core/testing/quantity'

/*
 * A second renderer that shares no code with the stand-in camera: a pinhole before a plane, light by Planck's law, a sensor that
 * mixes its channels, and JPEG by a general library. Lengths are in millimetres.
 */

type Rgb = readonly [number, number, number]

const pad = (quantity: Quantity, blocks: readonly (readonly [number, string])[]): StripPad => ({
  quantity,
  blocks: blocks.map(([value, colour]) => ({ value, colour })),
})

/** Three invented kits: four, six and three pads; the last begins at nearly white. */
export const KITS: Record<'four' | 'six' | 'three', readonly StripPad[]> = {
  four: [
    pad('bromine', [
      [0, '#efe9d0'],
      [2, '#cfdcae'],
      [4, '#a5c894'],
      [6, '#6fae86'],
      [10, '#2f7f74'],
    ]),
    pad('pH', [
      [6.4, '#efd35f'],
      [6.8, '#eeb14e'],
      [7.2, '#e98c48'],
      [7.8, '#d9624c'],
      [8.4, '#b83a52'],
    ]),
    pad('totalAlkalinity', [
      [0, '#e6cf5a'],
      [40, '#b9bf55'],
      [80, '#84a95c'],
      [120, '#4b8f6a'],
      [180, '#20707a'],
    ]),
    pad('calciumHardness', [
      [0, '#5f7fb6'],
      [50, '#7173ab'],
      [100, '#85659c'],
      [250, '#9b568a'],
      [450, '#ad4674'],
    ]),
  ],
  six: [
    pad('calciumHardness', [
      [0, '#4f6f7f'],
      [50, '#66708f'],
      [120, '#7e6a97'],
      [250, '#986490'],
      [500, '#ad5c83'],
    ]),
    pad('freeChlorine', [
      [0, '#f3eee2'],
      [1, '#ead7e2'],
      [3, '#d5abca'],
      [5, '#b97bae'],
      [10, '#8e4a8d'],
    ]),
    pad('bromine', [
      [0, '#f0ecd8'],
      [2, '#d9e2c0'],
      [5, '#afcfae'],
      [10, '#74b0a0'],
      [20, '#3c8490'],
    ]),
    pad('totalAlkalinity', [
      [0, '#e9d271'],
      [40, '#c2c466'],
      [80, '#92b06c'],
      [120, '#5f9a78'],
      [240, '#2e7a80'],
    ]),
    pad('cyanuricAcid', [
      [0, '#e8a94c'],
      [40, '#dd8850'],
      [100, '#cc6558'],
      [150, '#b34660'],
      [240, '#8f2f68'],
    ]),
    pad('pH', [
      [6.2, '#eed069'],
      [6.8, '#edae57'],
      [7.2, '#e78d4d'],
      [7.8, '#d8664c'],
      [8.4, '#bd4352'],
    ]),
  ],
  three: [
    pad('freeChlorine', [
      [0, '#f6f3ec'],
      [1, '#dfe6da'],
      [3, '#b4cfc4'],
      [5, '#83b2ae'],
      [10, '#4c8b96'],
    ]),
    pad('pH', [
      [6.4, '#f0dc7a'],
      [7, '#efba5c'],
      [7.4, '#ea9a52'],
      [7.8, '#de7650'],
      [8.4, '#c34c56'],
    ]),
    pad('totalAlkalinity', [
      [0, '#d9c95c'],
      [40, '#aab95f'],
      [80, '#7aa668'],
      [120, '#4a9172'],
      [180, '#25757c'],
    ]),
  ],
}

export const GROUNDS = [
  'dark wood',
  'pale wood',
  'paper',
  'tile',
  'wet deck',
  'hand',
  'slate',
] as const
export type Ground = (typeof GROUNDS)[number]

export interface Scene {
  pads: readonly StripPad[]
  /** Places on the pads' charts, in blocks from the lowest. */
  places: readonly number[]
  ground: Ground
  kelvin: number
  /** How much of the light's colour the camera takes out by itself. */
  balanced: number
  exposure: number
  /** Of the strip, mm. */
  stripWidth: number
  padWidth: number
  gap: number
  handle: number
  /** The handle lies under a finger of the ground's colour from here on, mm; undefined where it is free. */
  coveredFrom: number | undefined
  freeEnd: number
  cornerRadius: number
  /** Seen from the side, degrees, and turned in the picture. */
  slantDegrees: number
  slantTowards: number
  turnDegrees: number
  /** Of the strip's length to the picture's long side. */
  size: number
  whiteThings: boolean
  shadow: number
  sheen: number
  glareOn: number | undefined
  bled: number | undefined
  faceDown: boolean
  blur: number
  noise: number
  /** How much each channel sees of its neighbours. */
  mixing: number
  curve: number
  jpegQuality: number
  /** Of a pad against its print, in bytes of sRGB. */
  printing: number
  width: number
  height: number
}

const rgbOf = (hex: string): Rgb => {
  const part = (at: number) => (Number.parseInt(hex.slice(at, at + 2), 16) / 255) ** 2.2
  return [part(1), part(3), part(5)]
}

/** Light of a black body at three wavelengths, against 6500 K, equal in the mean. */
const lampOf = (kelvin: number): Rgb => {
  const radiance = (nanometres: number, at: number) =>
    1 / (nanometres ** 5 * (Math.exp(1.4388e7 / (nanometres * at)) - 1))
  const three = [612, 547, 465].map((nm) => radiance(nm, kelvin) / radiance(nm, 6500))
  const [r = 1, g = 1, b = 1] = three
  return [r / g, 1, b / g]
}

const hash = (x: number, y: number) => {
  const s = Math.sin(x * 127.1 + y * 311.7) * 43_758.5453
  return s - Math.floor(s)
}
const soft = (x: number, y: number) => {
  const [i, j] = [Math.floor(x), Math.floor(y)]
  const [u, v] = [x - i, y - j]
  const mix = (a: number, b: number, t: number) => a + (b - a) * t * t * (3 - 2 * t)
  return mix(mix(hash(i, j), hash(i + 1, j), u), mix(hash(i, j + 1), hash(i + 1, j + 1), u), v)
}

const groundAt = (kind: Ground, x: number, y: number): Rgb => {
  switch (kind) {
    case 'dark wood': {
      const g = 0.7 + 0.6 * soft(x / 30, y / 2.2)
      return [0.14 * g, 0.075 * g, 0.04 * g]
    }
    case 'pale wood': {
      const g = 0.85 + 0.3 * soft(x / 40, y / 3)
      return [0.62 * g, 0.47 * g, 0.3 * g]
    }
    case 'paper': {
      const g = 0.98 + 0.03 * soft(x / 2, y / 2)
      return [0.8 * g, 0.79 * g, 0.76 * g]
    }
    case 'tile': {
      const joint = Math.abs(((x + 1000) % 62) - 31) > 30 || Math.abs(((y + 1000) % 62) - 31) > 30
      const g = 0.96 + 0.08 * soft(x / 20, y / 20)
      return joint ? [0.32, 0.31, 0.3] : [0.66 * g, 0.68 * g, 0.68 * g]
    }
    case 'wet deck': {
      const board = Math.abs(((y + 1000) % 90) - 45) > 43.5
      const g = 0.6 + 0.7 * soft(x / 24, y / 3) + (soft(x / 7, y / 7) > 0.83 ? 0.9 : 0)
      return board ? [0.02, 0.02, 0.02] : [0.3 * g, 0.22 * g, 0.16 * g]
    }
    case 'hand': {
      const g = 0.85 + 0.3 * soft(x / 14, y / 14)
      return [0.58 * g, 0.36 * g, 0.27 * g]
    }
    case 'slate': {
      const g = 0.8 + 0.4 * soft(x / 9, y / 9)
      return [0.1 * g, 0.11 * g, 0.125 * g]
    }
  }
}

const WHITE_PLASTIC: Rgb = [0.86, 0.86, 0.85]

export interface Photograph {
  picture: Picture
  first: Point
  last: Point
  /** Between the first two pads, in pixels. */
  pitch: number
}

/** The lens: a Gaussian in two passes, over linear light, in place. */
const blurred = (light: Float64Array, width: number, height: number, blur: number): void => {
  const reach = Math.ceil(2.5 * blur)
  const weights = Float64Array.from({ length: 2 * reach + 1 }, (_, i) =>
    Math.exp(-((i - reach) ** 2) / (2 * blur ** 2)),
  )
  const all = weights.reduce((a, b) => a + b, 0)
  const copy = new Float64Array(light.length)
  for (const [length, step, lines, next] of [
    [width, 3, height, 3 * width],
    [height, 3 * width, width, 3],
  ] as const) {
    copy.set(light)
    // Beyond the edge stands what is at the edge.
    const places = Int32Array.from(
      { length: length + 2 * reach },
      (_, i) => step * Math.max(0, Math.min(length - 1, i - reach)),
    )
    for (let line = 0; line < lines; line++)
      for (let at = 0; at < length; at++)
        for (let k = line * next; k < line * next + 3; k++) {
          let sum = 0
          for (let i = 0; i < weights.length; i++)
            sum += (weights[i] as number) * (copy[k + (places[at + i] as number)] as number)
          light[k + at * step] = sum / all
        }
  }
}

/** @param random uniform in [0, 1) */
export const photograph = async (scene: Scene, random: () => number): Promise<Photograph> => {
  const { pads, width, height, stripWidth, padWidth, gap, handle, freeEnd } = scene
  const pitchMillimetres = padWidth + gap
  const padsLength = freeEnd + pads.length * padWidth + (pads.length - 1) * gap
  const length = padsLength + gap + handle
  const centreOf = (i: number) => freeEnd + padWidth / 2 + i * pitchMillimetres
  // The camera looks at the middle of what shows of the strip.
  const middle = Math.min(length, (scene.coveredFrom ?? length) + 6) / 2
  const slant = (scene.slantDegrees * Math.PI) / 180
  const towards = (scene.slantTowards * Math.PI) / 180
  const turn = (scene.turnDegrees * Math.PI) / 180
  const far = (1.15 * length) / scene.size
  const focal = 1.15 * Math.max(width, height)
  // The plane's two axes as the camera has them: turned, then tilted about an axis in the picture.
  const tilted = (x: number, y: number): readonly [number, number, number] => {
    const [c, s] = [Math.cos(turn), Math.sin(turn)]
    const [px, py] = [c * x - s * y, s * x + c * y]
    const [ax, ay] = [Math.cos(towards), Math.sin(towards)]
    const along = px * ax + py * ay
    const across = -px * ay + py * ax
    const flat = across * Math.cos(slant)
    return [along * ax - flat * ay, along * ay + flat * ax, across * Math.sin(slant)]
  }
  const e1 = tilted(1, 0)
  const e2 = tilted(0, 1)
  const shiftX = (random() - 0.5) * 0.1 * width
  const shiftY = (random() - 0.5) * 0.1 * height
  const project = (u: number, v: number): Point => {
    const x = u - middle
    const depth = far + x * e1[2] + v * e2[2]
    return {
      x: width / 2 + shiftX + (focal * (x * e1[0] + v * e2[0])) / depth,
      y: height / 2 + shiftY + (focal * (x * e1[1] + v * e2[1])) / depth,
    }
  }
  // Back from a pixel to the plane: two equations in two unknowns.
  const plane = (px: number, py: number): readonly [number, number] => {
    const dx = (px - width / 2 - shiftX) / focal
    const dy = (py - height / 2 - shiftY) / focal
    const [a, b] = [e1[0] - dx * e1[2], e2[0] - dx * e2[2]]
    const [c, d] = [e1[1] - dy * e1[2], e2[1] - dy * e2[2]]
    const det = a * d - b * c
    return [(d * dx * far - b * dy * far) / det + middle, (a * dy * far - c * dx * far) / det]
  }
  const gauss = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
  const colours = pads.map(({ blocks }, i): Rgb => {
    const at = Math.max(0, Math.min(blocks.length - 1, scene.places[i] ?? 0))
    const low = Math.min(blocks.length - 2, Math.floor(at))
    const one = rgbOf(blocks[low]?.colour ?? '#000000')
    const other = rgbOf(blocks[low + 1]?.colour ?? '#000000')
    // Inks mix in encoded light; the print differs from strip to strip.
    return [0, 1, 2].map((k) => {
      const byte =
        255 *
          ((one[k] ?? 0) ** (1 / 2.2) * (1 - (at - low)) +
            (other[k] ?? 0) ** (1 / 2.2) * (at - low)) +
        scene.printing * gauss()
      return Math.max(0, Math.min(255, byte) / 255) ** 2.2
    }) as unknown as Rgb
  })
  const lamp = lampOf(scene.kelvin)
  const taken: Rgb = [
    lamp[0] ** (1 - scene.balanced),
    lamp[1] ** (1 - scene.balanced),
    lamp[2] ** (1 - scene.balanced),
  ]
  const slope = [0.35 * (random() - 0.5), 0.35 * (random() - 0.5)]
  const things = scene.whiteThings
    ? [
        { x: middle + 30, y: stripWidth * 3.4, rx: 14, ry: 14, round: true },
        { x: middle - 45, y: -stripWidth * 4, rx: 30, ry: 9, round: false },
      ]
    : []
  const inRounded = (x: number, y: number, half: number) => {
    const r = scene.cornerRadius * half
    const dx = Math.max(0, Math.abs(x) - (half - r))
    const dy = Math.max(0, Math.abs(y) - (half - r))
    return Math.abs(x) <= half && Math.abs(y) <= half && dx * dx + dy * dy <= r * r + 1e-9
  }
  const surface = (u: number, v: number): readonly [Rgb, number] => {
    const finger =
      scene.coveredFrom !== undefined &&
      u > scene.coveredFrom &&
      u < scene.coveredFrom + 45 &&
      Math.abs(v) < stripWidth * 2.4
    if (finger) return [[0.55 * (0.9 + 0.2 * soft(u, v)), 0.33, 0.25], 0]
    if (u >= 0 && u <= length && Math.abs(v) <= stripWidth / 2) {
      if (scene.faceDown) return [WHITE_PLASTIC, 0]
      for (let i = 0; i < pads.length; i++) {
        const x = u - centreOf(i)
        if (!inRounded(x, v, padWidth / 2)) continue
        const own = colours[i] ?? WHITE_PLASTIC
        const next = colours[i + 1] ?? own
        const run = scene.bled === i ? Math.max(0, Math.min(1, x / padWidth + 0.5)) : 0
        const wet = scene.sheen * Math.max(0, 0.6 - ((x + padWidth * 0.3) / padWidth) ** 2 * 4)
        const glare =
          scene.glareOn === i
            ? 2 * Math.exp(-((x / (0.4 * padWidth)) ** 2 + (v / (0.5 * padWidth)) ** 2))
            : 0
        const mixed = [0, 1, 2].map(
          (k) => (own[k] ?? 0) * (1 - run) + (next[k] ?? 0) * run,
        ) as unknown as Rgb
        return [mixed, wet + glare]
      }
      return [WHITE_PLASTIC, 0]
    }
    for (const one of things) {
      const [dx, dy] = [(u - one.x) / one.rx, (v - one.y) / one.ry]
      if (one.round ? dx * dx + dy * dy < 1 : Math.abs(dx) < 1 && Math.abs(dy) < 1)
        return [[0.88, 0.88, 0.88], 0]
    }
    return [groundAt(scene.ground, u + 400, v + 400), 0]
  }
  const light = new Float64Array(3 * width * height)
  const shadowAt = freeEnd + padWidth * (0.3 + random() * (pads.length - 1))
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [u, v] = plane(x + 0.5, y + 0.5)
      const [own, mirror] = surface(u, v)
      const fall =
        scene.exposure *
        (1 + (slope[0] ?? 0) * (x / width - 0.5) + (slope[1] ?? 0) * (y / height - 0.5)) *
        (1 - scene.shadow / (1 + Math.exp((u + 0.4 * v - shadowAt) * 2)))
      for (let k = 0; k < 3; k++)
        light[3 * (y * width + x) + k] = fall * ((own[k] ?? 0) * (taken[k] ?? 1) + mirror)
    }
  if (scene.blur > 0.2) blurred(light, width, height, scene.blur)
  // The sensor mixes its channels, keeps white white, and bends its tones.
  const m = [0, 1, 2].map((row) => {
    const off = [0, 1, 2].map((column) =>
      row === column ? 0 : scene.mixing * (random() - 0.5) * 2,
    )
    const sum = off.reduce((a, b) => a + b, 0)
    return off.map((value, column) => (row === column ? 1 - sum : value))
  })
  const bytes = Buffer.alloc(3 * width * height)
  for (let i = 0; i < width * height; i++)
    for (let k = 0; k < 3; k++) {
      const [red = 0, green = 0, blue = 0] = m[k] ?? []
      const sum =
        red * (light[3 * i] as number) +
        green * (light[3 * i + 1] as number) +
        blue * (light[3 * i + 2] as number)
      const clean = Math.max(0, sum + scene.noise * gauss() * Math.sqrt(Math.max(0.02, sum)))
      const s = Math.min(1, clean) ** (1 / 2.2)
      const bent = s + scene.curve * s * (1 - s) * (s - 0.5) * 2
      bytes[3 * i + k] = Math.max(0, Math.min(255, Math.round(255 * bent)))
    }
  const jpeg = await sharp(bytes, { raw: { width, height, channels: 3 } })
    .jpeg({ quality: scene.jpegQuality, chromaSubsampling: '4:2:0' })
    .toBuffer()
  const { data } = await sharp(jpeg).ensureAlpha().raw().toBuffer({ resolveWithObject: true })
  const first = project(centreOf(0), 0)
  const second = project(centreOf(1), 0)
  return {
    picture: { width, height, data: new Uint8ClampedArray(data) },
    first,
    last: project(centreOf(pads.length - 1), 0),
    pitch: Math.hypot(second.x - first.x, second.y - first.y),
  }
}

const pick = <One>(random: () => number, some: readonly One[]): One =>
  some[Math.floor(random() * some.length)] as One

/** A scene that a person could take fairly: everything varies but nothing is spoilt. */
export const fairScene = (random: () => number, kit: keyof typeof KITS): Scene => {
  const from = (low: number, high: number) => low + (high - low) * random()
  const pads = KITS[kit]
  const stripWidth = from(4.5, 6.5)
  const padWidth = stripWidth * pick(random, [0.62, 0.75, 0.88, 1, 1])
  const short = random() < 0.3
  const covered = random() < 0.25
  const handle = covered ? 60 : short ? from(4, 12) : from(18, 60)
  const freeEnd = from(0.2, 3)
  const gap = padWidth * from(0.22, 1.5)
  const padsLength = freeEnd + pads.length * padWidth + (pads.length - 1) * gap
  return {
    pads,
    places: pads.map(({ blocks }) => random() * (blocks.length - 1)),
    ground: pick(random, GROUNDS),
    kelvin: from(2700, 8500),
    balanced: from(0.4, 1),
    exposure: from(0.55, 1.02),
    stripWidth,
    padWidth,
    gap,
    handle,
    coveredFrom: covered ? padsLength + gap * 0.5 + from(2, 14) : undefined,
    freeEnd,
    cornerRadius: pick(random, [0, 0, 0.2, 0.5]),
    slantDegrees: pick(random, [0, from(5, 25), from(20, 50)]),
    slantTowards: from(0, 360),
    turnDegrees: from(0, 360),
    size: from(0.35, 0.85),
    whiteThings: random() < 0.35,
    shadow: 0,
    sheen: pick(random, [0, 0, from(0.02, 0.08)]),
    glareOn: undefined,
    bled: undefined,
    faceDown: false,
    blur: from(0.3, 1.4),
    noise: from(0.004, 0.018),
    mixing: from(0, 0.09),
    curve: from(-0.3, 0.5),
    jpegQuality: Math.round(from(62, 94)),
    printing: 3,
    width: 960,
    height: 720,
  }
}
