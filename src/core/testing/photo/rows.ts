import { cie76 } from '../../colour/cie94'
import type { Lab } from '../../colour/colour'
import type { Blob } from './blobs'
import type { Point } from './picture'
import { labAt, type SmallPicture, within } from './smallPicture'

/** Pads in a row: their middles at equal distances on the strip, which perspective makes unequal in the picture. */
export interface Row {
  first: Point
  last: Point
  /** 0 where distances are equal; above, they shrink from the first to the last. */
  bend: number
  /** Side of a pad as a share of the distance between two. */
  side: number
}

/** The share of the way from the first to the last at which something lies that is `share` of it on the strip. */
export const bent = (share: number, bend: number): number =>
  (share * (1 + bend)) / (1 + bend * share)

/** A place on the strip: 0 at the first pad, `pads - 1` at the last. */
export const onRow = ({ first, last, bend }: Row, at: number, pads: number): Point => {
  const share = bent(at / (pads - 1), bend)
  return { x: first.x + share * (last.x - first.x), y: first.y + share * (last.y - first.y) }
}

export interface RowLooks {
  pads: Lab[]
  /** Between the pads. */
  gaps: Lab[]
  /** How much each pad differs within itself, and from the plastic on either side. */
  uneven: number[]
  contrast: number[]
  /** How much the gaps differ from each other and within. */
  gapStep: number
  /** Pads that are lighter than the plastic beside them. */
  lighter: number
}

const mean = (labs: readonly Lab[]): Lab => {
  const sum = { lightness: 0, a: 0, b: 0 }
  for (const one of labs) {
    sum.lightness += one.lightness
    sum.a += one.a
    sum.b += one.b
  }
  const n = Math.max(1, labs.length)
  return { lightness: sum.lightness / n, a: sum.a / n, b: sum.b / n }
}
const spread = (labs: readonly Lab[], middle: Lab) =>
  labs.reduce((sum, one) => sum + cie76(one, middle), 0) / Math.max(1, labs.length)

/** What a row of so many pads looks like; undefined where it leaves the picture. */
export const looksOf = (small: SmallPicture, row: Row, pads: number): RowLooks | undefined => {
  const colours: Lab[] = []
  const uneven: number[] = []
  const gaps: Lab[] = []
  let within_ = 0
  for (let i = 0; i < pads; i++) {
    const here = onRow(row, i, pads)
    if (!within(small, here.x, here.y)) return undefined
    const next = onRow(row, i + 0.5, pads)
    const before = onRow(row, i - 0.5, pads)
    const step = { x: next.x - before.x, y: next.y - before.y }
    const reach = 0.27 * row.side
    const some: Lab[] = []
    for (const u of [-1, 0, 1])
      for (const v of [-1, 0, 1])
        some.push(
          labAt(
            small,
            here.x + reach * (u * step.x - v * step.y),
            here.y + reach * (u * step.y + v * step.x),
          ),
        )
    const colour = mean(some)
    colours.push(colour)
    uneven.push(spread(some, colour))
    if (i === pads - 1) continue
    const three = [-1, 0, 1].map((v) =>
      labAt(small, next.x - 0.5 * reach * v * step.y, next.y + 0.5 * reach * v * step.x),
    )
    const gap = mean(three)
    gaps.push(gap)
    within_ += spread(three, gap)
  }
  const contrast = colours.map((one, i) => {
    const beside = [gaps[i - 1], gaps[i]].filter((gap) => gap !== undefined)
    return Math.min(...beside.map((gap) => cie76(one, gap)))
  })
  let steps = 0
  for (let i = 1; i < gaps.length; i++) steps += cie76(gaps[i] as Lab, gaps[i - 1] as Lab)
  const lighter = colours.filter((one, i) =>
    [gaps[i - 1], gaps[i]].some((gap) => gap && one.lightness > gap.lightness + 3),
  ).length
  return {
    pads: colours,
    gaps,
    uneven,
    contrast,
    gapStep: steps / Math.max(1, gaps.length - 1) + within_ / gaps.length,
    lighter,
  }
}

/** How little a row looks like a strip, by its geometry and plastic alone; smaller is better. */
export const rowCost = ({ uneven, contrast, gapStep, lighter }: RowLooks): number => {
  const n = uneven.length
  const pale = contrast.filter((one) => one < 6).length
  const mostly = contrast.reduce((sum, one) => sum + Math.min(30, one), 0) / n
  return (
    uneven.reduce((sum, one) => sum + Math.min(12, one), 0) / n / 3 +
    Math.min(20, gapStep) / 5 +
    (2.5 * lighter) / n +
    (1.2 * pale) / n +
    (30 - mostly) / 14
  )
}

export interface Candidate {
  row: Row
  looks: RowLooks
  cost: number
}

const LIKE_SIZES = 1.75
/** Between two pads' middles, in sides of an even spot. */
const NEAREST = 0.95
const FARTHEST = 3.6
const KEPT = 60

/** Rows in which at least two pads, next to each other or one apart, are spots that were found. */
export const rowsOf = (small: SmallPicture, blobs: readonly Blob[], pads: number): Candidate[] => {
  const found: Candidate[] = []
  let worst = Number.POSITIVE_INFINITY
  const keep = (one: Candidate) => {
    if (one.cost >= worst) return
    found.push(one)
    if (found.length < 4 * KEPT) return
    found.sort((a, b) => a.cost - b.cost)
    found.length = 2 * KEPT
    worst = found.at(-1)?.cost ?? worst
  }
  for (const one of blobs)
    for (const other of blobs) {
      if (one === other) continue
      const larger = Math.max(one.size, other.size)
      if (larger > LIKE_SIZES * Math.min(one.size, other.size)) continue
      const [dx, dy] = [other.x - one.x, other.y - one.y]
      const distance = Math.hypot(dx, dy)
      const size = (one.size + other.size) / 2
      for (let steps = 1; steps <= Math.min(pads - 1, 3); steps++) {
        const pitch = distance / steps
        if (pitch < NEAREST * size || pitch > FARTHEST * size) continue
        for (let at = 0; at + steps < pads; at++) {
          const start = { x: one.x - (at * dx) / steps, y: one.y - (at * dy) / steps }
          const row: Row = {
            first: start,
            last: {
              x: start.x + ((pads - 1) * dx) / steps,
              y: start.y + ((pads - 1) * dy) / steps,
            },
            bend: 0,
            side: Math.min(0.95, size / pitch),
          }
          const looks = looksOf(small, row, pads)
          if (looks) keep({ row, looks, cost: rowCost(looks) })
        }
      }
    }
  found.sort((a, b) => a.cost - b.cost)
  const apartRows: Candidate[] = []
  for (const one of found) {
    const pitch = Math.hypot(one.row.last.x - one.row.first.x, one.row.last.y - one.row.first.y)
    const near = 0.3 * (pitch / (pads - 1))
    if (
      apartRows.every(
        ({ row }) =>
          Math.hypot(row.first.x - one.row.first.x, row.first.y - one.row.first.y) > near ||
          Math.hypot(row.last.x - one.row.last.x, row.last.y - one.row.last.y) > near,
      )
    )
      apartRows.push(one)
    if (apartRows.length >= KEPT) break
  }
  return apartRows
}

/** Solves a small set of linear equations by elimination; undefined where it has no one answer. */
const solved = (matrix: number[][], right: number[]): number[] | undefined => {
  const n = right.length
  for (let i = 0; i < n; i++) {
    let pivot = i
    for (let k = i + 1; k < n; k++)
      if (Math.abs(matrix[k]?.[i] ?? 0) > Math.abs(matrix[pivot]?.[i] ?? 0)) pivot = k
    const rowI = matrix[pivot] as number[]
    matrix[pivot] = matrix[i] as number[]
    matrix[i] = rowI
    ;[right[i], right[pivot]] = [right[pivot] ?? 0, right[i] ?? 0]
    const head = rowI[i] ?? 0
    if (Math.abs(head) < 1e-9) return undefined
    for (let k = i + 1; k < n; k++) {
      const factor = (matrix[k]?.[i] ?? 0) / head
      for (let j = i; j < n; j++)
        (matrix[k] as number[])[j] = (matrix[k]?.[j] ?? 0) - factor * (rowI[j] ?? 0)
      right[k] = (right[k] ?? 0) - factor * (right[i] ?? 0)
    }
  }
  const out = new Array<number>(n).fill(0)
  for (let i = n - 1; i >= 0; i--) {
    let sum = right[i] ?? 0
    for (let j = i + 1; j < n; j++) sum -= (matrix[i]?.[j] ?? 0) * (out[j] ?? 0)
    out[i] = sum / (matrix[i]?.[i] ?? 1)
  }
  return out
}

/** Pulls the bend towards none, in pitches: spots are found to so much. */
const BEND_PRIOR = 0.35

/** A row laid anew through the spots that lie where its pads should be. */
export const relaid = (row: Row, blobs: readonly Blob[], pads: number): Row => {
  const pitch = Math.hypot(row.last.x - row.first.x, row.last.y - row.first.y) / (pads - 1)
  const own: { at: number; blob: Blob }[] = []
  for (let i = 0; i < pads; i++) {
    const here = onRow(row, i, pads)
    let best: Blob | undefined
    let least = 0.38 * pitch
    for (const blob of blobs) {
      const away = Math.hypot(blob.x - here.x, blob.y - here.y)
      const ratio = blob.size / (row.side * pitch)
      if (away < least && ratio > 0.5 && ratio < 1.9) {
        least = away
        best = blob
      }
    }
    if (best) own.push({ at: i, blob: best })
  }
  if (own.length < 2) return row
  const n = own.length
  const middle = {
    x: own.reduce((sum, { blob }) => sum + blob.x, 0) / n,
    y: own.reduce((sum, { blob }) => sum + blob.y, 0) / n,
  }
  let [xx, yy, xy] = [0, 0, 0]
  for (const { blob } of own) {
    xx += (blob.x - middle.x) ** 2
    yy += (blob.y - middle.y) ** 2
    xy += (blob.x - middle.x) * (blob.y - middle.y)
  }
  const angle = 0.5 * Math.atan2(2 * xy, xx - yy)
  const along = { x: Math.cos(angle), y: Math.sin(angle) }
  // s (1 + c t) = α + β t, with c held near none: linear in α, β and c.
  const normal = [
    [0, 0, 0],
    [0, 0, 0],
    [0, 0, 0],
  ]
  const right = [0, 0, 0]
  const scale = pitch
  for (const { at, blob } of own) {
    const s = ((blob.x - middle.x) * along.x + (blob.y - middle.y) * along.y) / scale
    const t = at / (pads - 1)
    const terms = [1, t, -s * t]
    for (let i = 0; i < 3; i++) {
      for (let j = 0; j < 3; j++)
        (normal[i] as number[])[j] = (normal[i]?.[j] ?? 0) + (terms[i] ?? 0) * (terms[j] ?? 0)
      right[i] = (right[i] ?? 0) + (terms[i] ?? 0) * s
    }
  }
  // Spots are found to a twentieth of a pitch.
  const weight = (0.05 / BEND_PRIOR) ** 2
  if (n < 4) (normal[2] as number[])[2] = (normal[2]?.[2] ?? 0) + (n < 3 ? 1e3 : 4 * weight)
  else (normal[2] as number[])[2] = (normal[2]?.[2] ?? 0) + weight
  const answer = solved(normal, right)
  if (!answer) return row
  const [alpha = 0, beta = 0, c = 0] = answer
  const bend = Math.max(-0.6, Math.min(1.2, c))
  const placeAt = (t: number) => {
    const s = (scale * (alpha + beta * t)) / (1 + bend * t)
    return { x: middle.x + s * along.x, y: middle.y + s * along.y }
  }
  const sizes = own.map(({ blob }) => blob.size).sort((a, b) => a - b)
  const first = placeAt(0)
  const last = placeAt(1)
  const longest = Math.hypot(last.x - first.x, last.y - first.y) / (pads - 1)
  return {
    first,
    last,
    bend,
    side: Math.min(0.95, Math.max(0.25, (sizes[Math.floor(sizes.length / 2)] ?? 0) / longest)),
  }
}

/** A row moved a little, as a whole and at its ends, to where its pads are the most even and stand out the most. */
export const tuned = (small: SmallPicture, row: Row, pads: number): Row => {
  const costOf = (one: Row) => {
    const looks = looksOf(small, one, pads)
    return looks ? rowCost(looks) : Number.POSITIVE_INFINITY
  }
  let best = row
  let least = costOf(row)
  const moved = (
    { first, last, bend, side }: Row,
    what: 'first' | 'last' | 'bend',
    by: number,
  ): Row => {
    const [dx, dy] = [(last.x - first.x) / (pads - 1), (last.y - first.y) / (pads - 1)]
    if (what === 'bend')
      return { first, last, bend: Math.max(-0.6, Math.min(1.2, bend + by)), side }
    return what === 'first'
      ? { first: { x: first.x + by * dx, y: first.y + by * dy }, last, bend, side }
      : { first, last: { x: last.x + by * dx, y: last.y + by * dy }, bend, side }
  }
  for (const step of [0.16, 0.08, 0.04])
    for (const what of ['bend', 'first', 'last'] as const)
      for (const sign of [1, -1])
        for (let tries = 0; tries < 3; tries++) {
          const next = moved(best, what, sign * step)
          const cost = costOf(next)
          if (cost >= least - 1e-6) break
          best = next
          least = cost
        }
  return best
}
