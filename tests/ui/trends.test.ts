import { DAY, HOUR } from '@/core/time'
import { layoutOf, plotOf, valueAt } from '@/ui/trends/geometry'

const NOW = Date.UTC(2026, 4, 20, 18, 0, 40)
const point = (at: number, value: number) => ({ at, value, low: value - 1, high: value + 1 })

test('the readout is the line at the cursor; at now it is the last point, though times travel in whole minutes', () => {
  const line = [point(NOW - 2 * HOUR, 4), point(NOW - HOUR, 2), point(NOW - 40_000, 3)]
  expect(valueAt([line], NOW)).toEqual({ value: 3, half: 1 })
  expect(valueAt([line], NOW - 1.5 * HOUR)?.value).toBeCloseTo(3, 6)
  // Before a line begins nothing was known.
  expect(valueAt([line], NOW - 3 * HOUR)).toBeUndefined()
  expect(valueAt([line], NOW + HOUR)).toBeUndefined()
  expect(valueAt([], NOW)).toBeUndefined()
})

test('every lane has its strip, and nothing is drawn outside it', () => {
  const reading = (value: number, i: number) => ({
    at: NOW - i * DAY,
    value,
    method: 'strip' as const,
    id: i,
  })
  const trends = {
    from: NOW - 10 * DAY,
    to: NOW,
    lives: [{ from: NOW - 40 * DAY, to: undefined }],
    readingsOnly: false,
    lanes: [
      {
        quantity: 'freeChlorine' as const,
        band: { low: 3, high: 5 },
        lines: [[point(NOW - DAY, 4), point(NOW, 90)]],
        readings: [1, 4, 7].map(reading),
        hidden: 0,
      },
      {
        quantity: 'pH' as const,
        band: { low: 7.2, high: 7.8 },
        lines: [],
        readings: [7.4].map(reading),
        hidden: 0,
      },
    ],
    events: [{ at: NOW - DAY, id: 9, lane: 'soaks' as const, size: 2 }],
  }
  const layout = layoutOf(trends)
  const { marks, lines, areas, bands } = plotOf(trends, layout)
  const heights = [
    ...marks.flatMap(({ points }) => points.map(([, y]) => y)),
    ...lines.flatMap((line) => line.map(([, y]) => y)),
    ...areas.flatMap((area) => area.flatMap(([, low, high]) => [low, high])),
    ...bands.flat(),
  ]
  expect(Math.min(...heights)).toBeGreaterThanOrEqual(0)
  expect(Math.max(...heights)).toBeLessThanOrEqual(layout.height)
  // The lane of pH lies under that of chlorine.
  expect(layout.lanes[0]?.y(5)).toBeLessThan(layout.lanes[1]?.y(7.8) ?? 0)
})
