/**
 * So many points of a series that a line through them looks the same at a width: of each stretch of time the first, the last, the lowest and
 * the highest, in their order. No extreme is lost.
 * @param points in order of time
 * @param stretches how many pieces the whole range is cut into
 */
export const thin = <Point>(
  points: readonly Point[],
  { at, of }: { at: (point: Point) => number; of: (point: Point) => number },
  { from, to, stretches }: { from: number; to: number; stretches: number },
): Point[] => {
  if (points.length <= 2 * stretches) return [...points]
  const wide = Math.max(1, (to - from) / stretches)
  const kept: Point[] = []
  let piece: Point[] = []
  let number = Number.NEGATIVE_INFINITY
  const close = () => {
    const heights = piece.map(of)
    const wanted = new Set([
      0,
      heights.indexOf(Math.min(...heights)),
      heights.indexOf(Math.max(...heights)),
      piece.length - 1,
    ])
    kept.push(...piece.filter((_, i) => wanted.has(i)))
  }
  for (const point of points) {
    const own = Math.floor((at(point) - from) / wide)
    if (own !== number) {
      close()
      piece = []
      number = own
    }
    piece.push(point)
  }
  close()
  return kept
}

/** Where a picture has room for so many marks: the lowest and the highest of each stretch of time. */
export const thinMarks = <Point>(
  points: readonly Point[],
  access: { at: (point: Point) => number; of: (point: Point) => number },
  range: { from: number; to: number; stretches: number },
): Point[] => {
  if (points.length <= range.stretches) return [...points]
  const wide = Math.max(1, (range.to - range.from) / (range.stretches / 2))
  const pieces = new Map<number, Point[]>()
  for (const point of points) {
    const own = Math.floor((access.at(point) - range.from) / wide)
    const piece = pieces.get(own)
    if (piece) piece.push(point)
    else pieces.set(own, [point])
  }
  return [...pieces.values()].flatMap((piece) => {
    const heights = piece.map(access.of)
    const ends = [heights.indexOf(Math.min(...heights)), heights.indexOf(Math.max(...heights))]
    return piece.filter((_, i) => ends.includes(i))
  })
}
