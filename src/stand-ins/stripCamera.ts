import {
  between,
  encoded,
  type Lab,
  type LinearRgb,
  labOf,
  linearOf,
  linearOfHex,
  type Picture,
  type Readings,
  type StripPad,
} from '@/core'
export const LIGHTS: Record<string, LinearRgb> = {
  daylight: [1, 1, 1],
  shade: [0.86, 0.98, 1.16],
  dusk: [0.8, 0.9, 1.12],
  'warm lamp': [1.28, 1, 0.62],
  'kitchen lamp': [1.14, 1, 0.78],
  'green lamp': [0.3, 1.2, 0.35],
}
const BACKDROPS: Record<string, LinearRgb> = {
  wood: [0.13, 0.07, 0.035],
  slate: [0.07, 0.08, 0.09],
  stone: [0.3, 0.28, 0.25],
  shell: [0.24, 0.33, 0.36],
  paper: [0.78, 0.77, 0.74],
  tile: [0.62, 0.64, 0.65],
  'pale wood': [0.55, 0.42, 0.27],
}

export interface Shot {
  width: number
  height: number
  light: string
  backdrop: string
  /** 1 is a well-lit picture. */
  exposure: number
  angleDegrees: number
  /** Turns the strip end for end. */
  handleFirst: boolean
  /** How much more light falls on the right edge than on the left, as a share. */
  gradient: number
  /** A shadow's edge across the pads; 0 is none, 1 is black. */
  shadow: number
  /** The pad that mirrors a lamp; none where undefined. */
  glareOn: number | undefined
  /** One standard deviation of a pixel's noise, as a share of white. */
  noise: number
  blurPixels: number
  /** Seconds past the strip's reading time: colours go on changing. Assumed: 0.4 % of a block a second. */
  lateSeconds: number
  /** One standard deviation of a pad's print against its chart, in Lab units. */
  printing: number
  /** Of the camera: 1 leaves colours and tones as they are. */
  saturation: number
  contrast: number
  /** With the chart below the strip. */
  chart: boolean
  /** A pad's side, and the distance between two, in widths of the strip; the handle's length. */
  padSide: number
  pitch: number
  handle: number
  /** Seen from its free end: how much nearer each width of the strip comes, as a share. */
  tilt: number
  /** How much of the next colour channel each sees. */
  mixing: number
  /** Light that a wet pad mirrors at one end, as a share of white. */
  sheen: number
  /** A white cup stands beside it. */
  cup: boolean
}

export const PLAIN_SHOT: Shot = {
  width: 960,
  height: 720,
  light: 'daylight',
  backdrop: 'wood',
  exposure: 0.85,
  angleDegrees: 8,
  handleFirst: false,
  gradient: 0.1,
  shadow: 0,
  glareOn: undefined,
  noise: 0.008,
  blurPixels: 1,
  lateSeconds: 0,
  printing: 1.2,
  saturation: 1.03,
  contrast: 1.02,
  chart: false,
  padSide: 0.96,
  pitch: 1.45,
  handle: 5.2,
  tilt: 0,
  mixing: 0,
  sheen: 0,
  cup: false,
}

const normalOf = (random: () => number) => () =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())

/** The colour of a pad that has been in water reading `value`. */
const padColour = ({ blocks }: StripPad, value: number, lateBlocks: number): Lab => {
  const labs = blocks.map(({ colour = '#888888' }) => labOf(linearOfHex(colour)))
  const last = blocks.length - 1
  let place = 0
  for (let i = 0; i < last; i++) {
    const [low = 0, high = 0] = [blocks[i]?.value, blocks[i + 1]?.value]
    if (value >= low) place = i + Math.min(1, (value - low) / (high - low))
  }
  place = Math.min(last, place + lateBlocks)
  const block = Math.min(last - 1, Math.floor(place))
  const [from, to] = [labs[block], labs[block + 1]]
  return from && to ? between(from, to, place - block) : { lightness: 50, a: 0, b: 0 }
}

/** The free end before the first pad, in widths of the strip. */
const FREE = 0.4

const TONES = 4095

/** The chart's rows and blocks, in widths of the strip. */
const ROW = 1.15
const BLOCK = 0.8
const CHART_TOP = 1.6

const boxBlur = (light: Float32Array, width: number, height: number, radius: number) => {
  const out = new Float32Array(light.length)
  const pass = (
    from: Float32Array,
    to: Float32Array,
    { step, next }: { step: number; next: number },
    { lines, length }: { lines: number; length: number },
  ) => {
    for (let line = 0; line < lines; line++)
      for (let channel = 0; channel < 3; channel++) {
        const start = line * next + channel
        const at = (i: number) => from[start + Math.min(length - 1, Math.max(0, i)) * step] ?? 0
        let sum = 0
        for (let i = -radius; i <= radius; i++) sum += at(i)
        for (let i = 0; i < length; i++) {
          to[start + i * step] = sum / (2 * radius + 1)
          sum += at(i + radius + 1) - at(i - radius)
        }
      }
  }
  pass(light, out, { step: 3, next: 3 * width }, { lines: height, length: width })
  pass(out, light, { step: 3 * width, next: 3 }, { lines: width, length: height })
}

/**
 * A simulated camera: a picture of a strip that was dipped into a given water. Geometry, light, camera and print vary by the
 * shot; nothing of it looks like a real maker's strip.
 * @param random uniform in [0, 1)
 * @returns the picture, and where its first and last pads lie
 */
export const photographStrip = (
  pads: readonly StripPad[],
  water: Readings,
  shot: Shot,
  random: () => number,
) => {
  const { width, height } = shot
  const normal = normalOf(random)
  const { padSide, pitch, tilt, handle } = shot
  const length = FREE + (pads.length - 1) * pitch + padSide + handle
  // What comes nearer must stay in the picture.
  const unit = ((0.86 * width) / length) * (1 - (Math.abs(tilt) * length) / 2)
  const turn = ((shot.angleDegrees + (shot.handleFirst ? 180 : 0)) * Math.PI) / 180
  const [cosine, sine] = [Math.cos(turn), Math.sin(turn)]
  // With a chart, strip and chart together stand in the middle.
  const up = shot.chart ? (CHART_TOP + ROW * (pads.length - 1) + 0.8) / 2 : 0
  const [middleX, middleY] = [
    width / 2 + normal() * 6 + unit * up * sine,
    height / 2 + normal() * 6 - unit * up * cosine,
  ]
  const chartColours = pads.map(({ blocks }) =>
    blocks.map(({ colour = '#888888' }) => linearOfHex(colour)),
  )
  const spread = (blocks: number) => (length - 2) / Math.max(1, blocks - 1)
  const onChart = (u: number, v: number): LinearRgb | undefined => {
    if (v < CHART_TOP - 0.9 || v > CHART_TOP + ROW * (pads.length - 1) + 0.9) return undefined
    if (u < 0 || u > length) return undefined
    const row = Math.round((v - CHART_TOP) / ROW)
    const colours = chartColours[row] ?? []
    const column = Math.round((u - 1) / spread(colours.length))
    const on =
      Math.abs(v - CHART_TOP - row * ROW) < BLOCK / 2 &&
      Math.abs(u - 1 - column * spread(colours.length)) < BLOCK / 2
    return (on && colours[column]) || [0.9, 0.9, 0.9]
  }
  const colours = pads.map((pad) => {
    const { lightness, a, b } = padColour(
      pad,
      water[pad.quantity] ?? pad.blocks[0]?.value ?? 0,
      0.004 * shot.lateSeconds,
    )
    return linearOf({
      lightness: lightness + shot.printing * normal(),
      a: a + shot.printing * normal(),
      b: b + shot.printing * normal(),
    })
  })
  const lamp = LIGHTS[shot.light] ?? [1, 1, 1]
  const ground = BACKDROPS[shot.backdrop] ?? [0.2, 0.2, 0.2]
  const plastic = 0.9 + 0.01 * normal()
  const white: LinearRgb = [plastic, plastic, plastic]
  const roughness = shot.backdrop === 'wood' ? 0.25 : 0.08
  const shadowEdge = FREE + (0.7 + random() * Math.max(0, pads.length - 2)) * pitch
  const toned = Float32Array.from({ length: TONES + 1 }, (_, i) =>
    encoded((i / TONES) ** shot.contrast),
  )
  const light = new Float32Array(3 * width * height)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const dx = (x - middleX) / unit
      const dy = (y - middleY) / unit
      // u along the strip from its free end, v across it, both in widths.
      const along = dx * cosine + dy * sine
      const near = 1 - tilt * along
      const u = along / near + length / 2
      const v = (-dx * sine + dy * cosine) / near
      let reflects: LinearRgb | undefined
      let mirror = 0
      if (Math.abs(v) <= 0.5 && u >= 0 && u <= length) {
        const place = (u - FREE) / pitch
        const pad = Math.floor(place)
        const on = place - pad <= padSide / pitch && Math.abs(v) <= padSide / 2
        reflects = (on && colours[pad]) || white
        if (on && colours[pad] && shot.sheen > 0)
          mirror = shot.sheen * Math.max(0, 1 - ((place - pad) * pitch) / (0.5 * padSide))
        if (pad === shot.glareOn)
          mirror = 1.6 * Math.exp(-(((place - pad - 0.3) / 0.22) ** 2) - (v / 0.3) ** 2)
      } else if (shot.chart) reflects = onChart(u, v)
      else if (shot.cup && Math.hypot(u - length * 0.6, v + 3.2) < 1.7) reflects = white
      const grain = reflects ? 1 : 1 + roughness * Math.sin(5.4 * dy + 2 * Math.sin(1.3 * dx))
      const fall =
        shot.exposure *
        grain *
        (1 + shot.gradient * (x / width - 0.5)) *
        (shot.shadow > 0 && u < shadowEdge ? 1 - shot.shadow : 1)
      const seen = reflects ?? ground
      const at = 3 * (y * width + x)
      for (let channel = 0; channel < 3; channel++)
        light[at + channel] = fall * (lamp[channel] ?? 1) * (seen[channel] ?? 0) + mirror
    }
  if (shot.blurPixels >= 1) {
    boxBlur(light, width, height, Math.round(shot.blurPixels))
    boxBlur(light, width, height, Math.round(shot.blurPixels))
  }
  const data = new Uint8ClampedArray(4 * width * height)
  for (let i = 0; i < width * height; i++) {
    const grey =
      0.2126 * (light[3 * i] ?? 0) +
      0.7152 * (light[3 * i + 1] ?? 0) +
      0.0722 * (light[3 * i + 2] ?? 0)
    for (let channel = 0; channel < 3; channel++) {
      const seen =
        (1 - shot.mixing) * (light[3 * i + channel] ?? 0) +
        shot.mixing * (light[3 * i + ((channel + 1) % 3)] ?? 0)
      const vivid = grey + shot.saturation * (seen - grey)
      // Four draws are near enough to a normal deviate for a pixel.
      const noise = (random() + random() + random() + random() - 2) * Math.sqrt(3) * shot.noise
      data[4 * i + channel] =
        (toned[Math.max(0, Math.min(TONES, Math.round(TONES * vivid)))] ?? 0) + 255 * noise
    }
    data[4 * i + 3] = 255
  }
  const place = (u: number, v = 0) => {
    const far = 1 + tilt * (u - length / 2)
    const [p, q] = [(u - length / 2) / far, v / far]
    return {
      x: middleX + unit * (p * cosine - q * sine),
      y: middleY + unit * (p * sine + q * cosine),
    }
  }
  const bottom = CHART_TOP + ROW * (pads.length - 1)
  const picture: Picture = { width, height, data }
  return {
    picture,
    placement: {
      first: place(FREE + padSide / 2),
      last:
        pads.length === 1
          ? place(FREE + padSide + 1)
          : place(FREE + padSide / 2 + (pads.length - 1) * pitch),
    },
    chart: {
      firstLowest: place(1, CHART_TOP),
      firstHighest: place(length - 1, CHART_TOP),
      lastLowest: place(1, bottom),
      lastHighest: place(length - 1, bottom),
    },
  }
}

/** A shot as somebody beside a tub might take it: its light, hand and camera differ each time. */
export const practiceShot = (
  random: () => number,
  { light, chart = false }: { light?: string | null; chart?: boolean } = {},
): Shot => {
  const pick = <One>(some: readonly One[], otherwise: One): One =>
    some[Math.floor(random() * some.length)] ?? otherwise
  const from = (low: number, high: number) => low + (high - low) * random()
  return {
    ...PLAIN_SHOT,
    light:
      light && light in LIGHTS
        ? light
        : pick(['daylight', 'shade', 'dusk', 'kitchen lamp', 'warm lamp'], 'daylight'),
    backdrop: pick(['wood', 'slate', 'stone', 'shell', 'paper', 'tile', 'pale wood'], 'wood'),
    exposure: from(0.5, 0.92),
    angleDegrees: chart ? from(-6, 6) : from(-30, 30),
    handleFirst: !chart && random() < 0.5,
    gradient: from(-0.4, 0.4),
    noise: from(0.004, 0.02),
    blurPixels: pick([0, 1, 2], 1),
    lateSeconds: from(0, 15),
    saturation: from(0.86, 1.18),
    contrast: from(0.9, 1.14),
    printing: 2.5,
    chart,
    padSide: from(0.66, 0.98),
    pitch: from(1.3, 2),
    handle: chart ? 5.2 : from(1.8, 6),
    tilt: chart ? 0 : from(-0.035, 0.035),
    mixing: from(0, 0.06),
    sheen: pick([0, 0, 0.05], 0),
    cup: !chart && random() < 0.3,
  }
}
