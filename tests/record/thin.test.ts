import fc from 'fast-check'
import { thin, thinMarks } from '@/core/record/thin'

const access = { at: ({ at }: { at: number }) => at, of: ({ value }: { value: number }) => value }
const series = fc
  .array(
    fc.record({
      at: fc.integer({ min: 0, max: 1_000_000 }),
      value: fc.double({ min: -50, max: 50, noNaN: true }),
    }),
    {
      minLength: 1,
      maxLength: 800,
    },
  )
  .map((points) => points.sort((a, b) => a.at - b.at))

test('no extreme is lost, the order stays, nothing is made up, and it fits', () => {
  fc.assert(
    fc.property(series, fc.integer({ min: 4, max: 60 }), (points, stretches) => {
      const range = { from: 0, to: 1_000_000, stretches }
      for (const [kept, most] of [
        [thin(points, access, range), 4 * (stretches + 1)],
        [thinMarks(points, access, range), stretches + 4],
      ] as const) {
        const of = (list: { value: number }[]) => list.map(({ value }) => value)
        expect(Math.max(...of(kept))).toBe(Math.max(...of(points)))
        expect(Math.min(...of(kept))).toBe(Math.min(...of(points)))
        expect(kept).toEqual(points.filter((point) => kept.includes(point)))
        expect(kept.length).toBeLessThanOrEqual(Math.max(most, 2 * stretches))
      }
    }),
  )
})

test('a line keeps both its ends', () => {
  fc.assert(
    fc.property(series, (points) => {
      const kept = thin(points, access, { from: 0, to: 1_000_000, stretches: 8 })
      expect(kept[0]).toBe(points[0])
      expect(kept.at(-1)).toBe(points.at(-1))
    }),
  )
})
