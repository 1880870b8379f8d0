import { LINEAR } from '../../colour/colour'
import { along, distance, offsetOf, type Picture, type Point } from './picture'

/**
 * How wide the edges of the pads are, as a share of the distance between two pads: the way a strip's light takes from a tenth
 * to nine tenths of its step from plastic to pad. 0 is sharp; undefined edges (pads as light as the plastic) do not count.
 */
export const sharpness = (picture: Picture, first: Point, last: Point, pads: number): number => {
  if (pads < 2) return 0
  const pitch = distance(first, last) / (pads - 1)
  const samples = Math.max(16, Math.round(pitch))
  const across = { x: -(last.y - first.y), y: last.x - first.x }
  const length = Math.max(1, distance(first, last))
  const lightAt = (point: Point) => {
    let sum = 0
    for (let k = -2; k <= 2; k++) {
      const at = offsetOf(
        picture,
        point.x + (across.x / length) * k * 0.08 * pitch,
        point.y + (across.y / length) * k * 0.08 * pitch,
      )
      sum += LINEAR[picture.data[at + 1] ?? 0] ?? 0
    }
    return sum / 5
  }
  const widths: number[] = []
  for (let gap = 0; gap < pads - 1; gap++) {
    const profile = Array.from({ length: samples + 1 }, (_, i) =>
      lightAt(along(first, last, (gap + i / samples) / (pads - 1))),
    )
    const top = Math.max(...profile)
    const peak = profile.indexOf(top)
    for (const side of [profile.slice(0, peak + 1), profile.slice(peak).reverse()]) {
      const bottom = side[0] ?? top
      if (top < 1.35 * bottom) continue
      const reach = (share: number) =>
        side.findIndex((light) => light >= bottom + share * (top - bottom))
      widths.push((reach(0.9) - reach(0.1)) / samples)
    }
  }
  widths.sort((a, b) => a - b)
  return widths[Math.floor(widths.length / 2)] ?? 0
}
