import { cie76 } from '../../colour/cie94'
import { type Lab, type LinearRgb, labOf, linearOf } from '../../colour/colour'
import { type Blob, blobsOf, withoutCharts } from './blobs'
import { explain, placesOf } from './explain'
import type { Picture } from './picture'
import type { StripPlacement } from './readStrip'
import { looksOf, onRow, type Row, type RowLooks, relaid, rowCost, rowsOf, tuned } from './rows'
import { labAt, type SmallPicture, smallOf, within } from './smallPicture'

export interface FoundStrip extends StripPlacement {
  /** How little it looks like a strip of this kit; smaller is better. */
  cost: number
  /** By how much the second best is worse; a strip that lies elsewhere, or the other way round. */
  margin: number
}

/** Each pad's colour in the light that the plastic beside it shows. */
const inOwnLight = ({ pads, gaps }: RowLooks): Lab[] => {
  const whites = gaps.map((gap) => linearOf(gap))
  return pads.map((pad, i) => {
    const [left, right] = [whites[i - 1], whites[i]]
    const white = (channel: 0 | 1 | 2) =>
      left && right
        ? Math.sqrt(Math.max(1e-4, left[channel]) * Math.max(1e-4, right[channel]))
        : Math.max(1e-4, (left ?? right ?? ([1, 1, 1] as LinearRgb))[channel])
    const light = linearOf(pad)
    return labOf([
      (0.9 * Math.max(0, light[0])) / white(0),
      (0.9 * Math.max(0, light[1])) / white(1),
      (0.9 * Math.max(0, light[2])) / white(2),
    ])
  })
}

/** Ends beyond which a further pad lies in line, at whatever distance, with plastic between. */
const furtherPads = (
  small: SmallPicture,
  row: Row,
  { looks, blobs }: { looks: RowLooks; blobs: readonly Blob[] },
  pads: number,
): number => {
  let found = 0
  for (const [end, inward, gap] of [
    [0, 1, looks.gaps[0]],
    [pads - 1, pads - 2, looks.gaps.at(-1)],
  ] as const) {
    if (!gap) continue
    const here = onRow(row, end, pads)
    const next = onRow(row, inward, pads)
    const step = Math.hypot(here.x - next.x, here.y - next.y)
    const out = { x: (here.x - next.x) / step, y: (here.y - next.y) / step }
    const size = row.side * step
    const like = blobs.some((blob) => {
      const [dx, dy] = [blob.x - here.x, blob.y - here.y]
      const forth = dx * out.x + dy * out.y
      const across = Math.abs(-dx * out.y + dy * out.x)
      if (across > 0.35 * size || blob.size < 0.6 * size || blob.size > 1.5 * size) return false
      if (forth < 0.55 * step || forth > 1.75 * step) return false
      // With plastic between, and another colour than plastic.
      const edge = (forth + (size - blob.size) / 2) / 2
      const between = labAt(small, here.x + edge * out.x, here.y + edge * out.y)
      return cie76(between, gap) < 9 && cie76(blob.colour, gap) > 9
    })
    if (like) found++
  }
  return found
}

/** Bent more than this, a pad at an end that is hardly told from plastic may lie anywhere; L*a*b*. */
const BENT = 0.08
const HARDLY_TOLD = 3

const guessedEnd = (row: Row, { contrast }: RowLooks): boolean =>
  Math.abs(row.bend) > BENT && Math.min(contrast[0] ?? 0, contrast.at(-1) ?? 0) < HARDLY_TOLD

/** Pads that lie on a chart's blocks. */
const onCharts = (row: Row, charts: readonly Blob[], pads: number): number => {
  let found = 0
  for (let i = 0; i < pads; i++) {
    const here = onRow(row, i, pads)
    if (charts.some((blob) => Math.hypot(blob.x - here.x, blob.y - here.y) < 0.4 * blob.size))
      found++
  }
  return found
}

/** How far plastic goes on beyond the last pad, in pitches, against beyond the first. */
const handleBeyond = (small: SmallPicture, row: Row, looks: RowLooks, pads: number): number => {
  const reach = (end: 'first' | 'last') => {
    const gap = end === 'first' ? looks.gaps[0] : looks.gaps.at(-1)
    if (!gap) return 0
    let length = 0
    for (let s = 0.25; s < 3; s += 0.25) {
      const at = end === 'first' ? -row.side / 2 - s : pads - 1 + row.side / 2 + s
      const here = onRow(row, at, pads)
      if (!within(small, here.x, here.y)) break
      if (cie76(labAt(small, here.x, here.y), gap) > 9 && length > 0) break
      if (cie76(labAt(small, here.x, here.y), gap) <= 9) length = s
    }
    return length
  }
  return reach('last') - reach('first')
}

/**
 * Plastic beyond the first pad as far as a further, pale pad would lie, with the ground on both sides of it: a strip's free end is
 * shorter than that.
 */
const longFreeEnd = (small: SmallPicture, row: Row, looks: RowLooks, pads: number): boolean => {
  const [gap] = looks.gaps
  if (!gap) return false
  const plastic = (at: number, across: number) => {
    const here = onRow(row, at, pads)
    const next = onRow(row, at + 1, pads)
    const [dx, dy] = [next.x - here.x, next.y - here.y]
    const [x, y] = [here.x - across * dy, here.y + across * dx]
    return within(small, x, y) ? cie76(labAt(small, x, y), gap) < 9 : undefined
  }
  const wide = 1.2 * row.side
  return (
    [-1, -0.8, -1.2].every((at) => plastic(at, 0) === true) &&
    plastic(-1, wide) === false &&
    plastic(-1, -wide) === false
  )
}

interface Judged {
  row: Row
  cost: number
}

const reversed = (row: Row): Row => ({
  first: row.last,
  last: row.first,
  bend: -row.bend / (1 + row.bend),
  side: row.side,
})

const judged = (
  small: SmallPicture,
  row: Row,
  { blobs, chartBlobs }: { blobs: readonly Blob[]; chartBlobs: readonly Blob[] },
  { pads, charts }: { pads: number; charts: readonly (readonly Lab[])[] | undefined },
): Judged | undefined => {
  const looks = looksOf(small, row, pads)
  if (!looks) return undefined
  const further = furtherPads(small, row, { looks, blobs }, pads)
  const handle = handleBeyond(small, row, looks, pads)
  // Whatever colour they are, pads on a strip of this kit are near their own charts.
  const fits = charts ? explain(inOwnLight(looks), charts, 2).cost / pads : 1
  return {
    row,
    cost:
      rowCost(looks) +
      Math.min(6, 1.1 * fits) +
      4 * further +
      (guessedEnd(row, looks) ? 3 : 0) +
      (longFreeEnd(small, row, looks, pads) ? 3 : 0) +
      (5 * onCharts(row, chartBlobs, pads)) / pads -
      0.35 * Math.max(-1.5, Math.min(1.5, handle)),
  }
}

const JUDGED = 36
/** Beyond this nothing is certain enough to be read by itself. */
const MOST_COST = 4
const LEAST_MARGIN = 0.35
/** Where no colours are known, the row has to be the better. */
const BLIND = { cost: 2.8, margin: 1.2 }

/**
 * Finds a strip of a kit: even spots in a row with plastic between them whose colours its charts explain. Undefined where nothing is
 * certain; then a person places it.
 * @param pads how many
 * @param charts each pad's colours from its lowest value up, where the kit was taught them
 */
export const findStrip = (
  picture: Picture,
  pads: number,
  charts?: readonly (readonly Lab[])[],
): FoundStrip | undefined => {
  const best = bestRow(picture, pads, charts)
  const [most, least] = charts ? [MOST_COST, LEAST_MARGIN] : [BLIND.cost, BLIND.margin]
  return best && best.cost < most && best.margin > least ? best : undefined
}

/** The best there is, however poor. */
const bestRow = (
  picture: Picture,
  pads: number,
  charts?: readonly (readonly Lab[])[],
): FoundStrip | undefined => {
  if (pads < 2) return undefined
  const small = smallOf(picture)
  const blobs = blobsOf(small)
  const own = withoutCharts(small, blobs)
  const chartBlobs = blobs.filter((blob) => !own.includes(blob))
  const places = charts?.map((chart) => placesOf(chart, 6))
  const all: Judged[] = []
  for (const { row } of rowsOf(small, own, pads).slice(0, JUDGED)) {
    const laid = tuned(small, relaid(relaid(row, blobs, pads), blobs, pads), pads)
    for (const one of [laid, reversed(laid)]) {
      const found = judged(small, one, { blobs, chartBlobs }, { pads, charts: places })
      if (found) all.push(found)
    }
  }
  all.sort((a, b) => a.cost - b.cost)
  const best = all[0]
  if (!best) return undefined
  const { first, last, bend, side } = best.row
  const near = (0.3 * Math.hypot(last.x - first.x, last.y - first.y)) / (pads - 1)
  const second = all.find(
    ({ row }) =>
      Math.hypot(row.first.x - first.x, row.first.y - first.y) > near ||
      Math.hypot(row.last.x - last.x, row.last.y - last.y) > near,
  )
  const large = (x: number, y: number) => ({
    x: (x + 0.5) * small.scale - 0.5,
    y: (y + 0.5) * small.scale - 0.5,
  })
  return {
    first: large(first.x, first.y),
    last: large(last.x, last.y),
    bend,
    side,
    cost: best.cost,
    margin: (second?.cost ?? 99) - best.cost,
  }
}
