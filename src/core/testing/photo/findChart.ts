import { blobsOf, withoutCharts } from './blobs'
import type { Picture, Point } from './picture'
import type { ChartPlacement } from './readChart'
import { smallOf } from './smallPicture'

/** Blocks of a chart are of like sizes. */
const LIKE = { least: 0.6, most: 1.6 }

/**
 * Where a chart lies: like spots on one white in as many rows as there are pads, with as many blocks in the first and the last as they have.
 * Rows run across an upright picture. Undefined where it is not all seen; then a person lays its corners.
 * @param blocks how many blocks each pad has
 */
export const findChart = (
  picture: Picture,
  blocks: readonly number[],
): ChartPlacement | undefined => {
  if (blocks.length < 2) return undefined
  const small = smallOf(picture)
  const all = blobsOf(small)
  const own = new Set(withoutCharts(small, all))
  const chart = all.filter((blob) => !own.has(blob))
  const sizes = chart.map(({ size }) => size).sort((a, b) => a - b)
  const middle = sizes[Math.floor(sizes.length / 2)] ?? 0
  const spots = chart.filter(({ size }) => size > LIKE.least * middle && size < LIKE.most * middle)
  if (spots.length < 4) return undefined
  // Rows lie along the ways to the nearest spot that is more beside than above.
  const ways = spots.flatMap((one) => {
    const beside = spots
      .filter((other) => Math.abs(other.x - one.x) > Math.abs(other.y - one.y))
      .toSorted(
        (a, b) => Math.hypot(a.x - one.x, a.y - one.y) - Math.hypot(b.x - one.x, b.y - one.y),
      )[0]
    if (!beside) return []
    const sign = Math.sign(beside.x - one.x)
    return [Math.atan2(sign * (beside.y - one.y), sign * (beside.x - one.x))]
  })
  ways.sort((a, b) => a - b)
  const turn = ways[Math.floor(ways.length / 2)]
  if (turn === undefined) return undefined
  const [c, s] = [Math.cos(turn), Math.sin(turn)]
  const turned = spots
    .map(({ x, y }) => ({ x, y, along: c * x + s * y, down: -s * x + c * y }))
    .toSorted((a, b) => a.down - b.down)
  const rows: (typeof turned)[] = []
  for (const one of turned) {
    const row = rows.at(-1)
    const before = row?.at(-1)
    if (row && before && one.down - before.down < 0.5 * middle) row.push(one)
    else rows.push([one])
  }
  const [first, last] = [rows[0], rows.at(-1)]
  if (
    rows.length !== blocks.length ||
    !first ||
    !last ||
    first.length !== blocks[0] ||
    last.length !== blocks.at(-1)
  )
    return undefined
  const end = (row: typeof turned, which: 0 | -1): Point => {
    const spot = row.toSorted((a, b) => a.along - b.along).at(which)
    return {
      x: ((spot?.x ?? 0) + 0.5) * small.scale - 0.5,
      y: ((spot?.y ?? 0) + 0.5) * small.scale - 0.5,
    }
  }
  return {
    firstLowest: end(first, 0),
    firstHighest: end(first, -1),
    lastLowest: end(last, 0),
    lastHighest: end(last, -1),
  }
}
