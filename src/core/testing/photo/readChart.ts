import { hexOfLinear, type LinearRgb, luminance } from '../../colour/colour'
import { along, distance, type Picture, type Point, patchAt } from './picture'
import { inWhiteLight } from './readStrip'

/**
 * Where a chart lies: the middles of its four corner blocks. A row a pad, from the first to the last; blocks of a row stand at
 * equal distances from its lowest value to its highest.
 */
export interface ChartPlacement {
  firstLowest: Point
  firstHighest: Point
  lastLowest: Point
  lastHighest: Point
}

const BLOCK_SIDE = 0.3
const PAPER_SIDE = 0.1

/** The middles of all blocks, a row a pad. */
export const chartPoints = (
  { firstLowest, firstHighest, lastLowest, lastHighest }: ChartPlacement,
  blocks: readonly number[],
): Point[][] => {
  const rows = blocks.length
  return blocks.map((count, row) => {
    const down = rows === 1 ? 0 : row / (rows - 1)
    const [left, right] = [
      along(firstLowest, lastLowest, down),
      along(firstHighest, lastHighest, down),
    ]
    return Array.from({ length: count }, (_, i) =>
      along(left, right, count === 1 ? 0.5 : i / (count - 1)),
    )
  })
}

/**
 * The blocks' colours as they would look in white light, #rrggbb, a row a pad; the white is the lightest of the paper around
 * each block. Undefined where no paper lighter than the blocks was found.
 * @param blocks how many blocks each pad has
 */
export const readChart = (
  picture: Picture,
  placement: ChartPlacement,
  blocks: readonly number[],
): string[][] | undefined => {
  const points = chartPoints(placement, blocks)
  const { firstLowest, firstHighest, lastLowest } = placement
  const across = distance(firstLowest, firstHighest) / Math.max(1, Math.max(...blocks) - 1)
  const rows = blocks.length
  const down = rows === 1 ? across : distance(firstLowest, lastLowest) / (rows - 1)
  const side = Math.min(across, down)
  const length = Math.max(1, distance(firstLowest, firstHighest))
  const unit = {
    x: (firstHighest.x - firstLowest.x) / length,
    y: (firstHighest.y - firstLowest.y) / length,
  }
  const axis = (share: number): Point => ({ x: unit.x * share * side, y: unit.y * share * side })
  const paperAround = ({ x, y }: Point, step: Point): LinearRgb => {
    const candidates = [
      { x: x - (unit.y * down) / 2, y: y + (unit.x * down) / 2 },
      { x: x + (unit.y * down) / 2, y: y - (unit.x * down) / 2 },
      { x: x + step.x / 2, y: y + step.y / 2 },
      { x: x - step.x / 2, y: y - step.y / 2 },
    ].map((place) => patchAt(picture, place, axis(PAPER_SIDE)).colour)
    return candidates.reduce((best, one) => (luminance(one) > luminance(best) ? one : best))
  }
  let dim = 0
  const colours = points.map((row) =>
    row.map((point, i) => {
      const [before = point, after = point] = [row[i - 1], row[i + 1]]
      const spans = row[i - 1] && row[i + 1] ? 2 : 1
      const step = { x: (after.x - before.x) / spans, y: (after.y - before.y) / spans }
      const { colour } = patchAt(picture, point, axis(BLOCK_SIDE))
      const paper = paperAround(point, step)
      if (luminance(paper) < luminance(colour)) dim++
      return hexOfLinear(inWhiteLight(colour, paper))
    }),
  )
  return dim > points.flat().length / 4 ? undefined : colours
}
