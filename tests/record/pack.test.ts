import { livesOf, trajectoryOf } from '@/core/estimate/trajectory'
import { packTrends, unpackTrends } from '@/core/record/packTrends'
import { trendsOf } from '@/core/record/trends'
import { DAY, MINUTE } from '@/core/time'
import { outsideHouse, outsideTubRow, SECOND } from './outsideHouse'

const house = outsideHouse({ seed: 3, changed: 'nothing', onDay: 0, method: 'drops', days: 20 })
const newestFirst = house.journal.toReversed()
const lives = livesOf(house.journal, house.now).map((life) =>
  trajectoryOf(outsideTubRow, life, house.now),
)
const range = { from: house.now - 60 * DAY, to: house.now }
const trends = trendsOf(outsideTubRow, newestFirst, lives, range)

test('what travels comes back to within a minute and a tenth of what is shown, in at most 60 kB', () => {
  const packed = packTrends(trends)
  expect(JSON.stringify(packed).length).toBeLessThan(60_000)
  const back = unpackTrends(JSON.parse(JSON.stringify(packed)))
  expect(back.lanes.map(({ quantity }) => quantity)).toEqual(
    trends.lanes.map(({ quantity }) => quantity),
  )
  for (const [i, lane] of trends.lanes.entries()) {
    for (const [j, reading] of lane.readings.entries()) {
      const other = back.lanes[i]?.readings[j]
      expect(other).toMatchObject({ id: reading.id, method: reading.method })
      expect(Math.abs((other?.at ?? 0) - reading.at)).toBeLessThanOrEqual(MINUTE / 2)
      expect(Math.abs((other?.value ?? 0) - reading.value)).toBeLessThanOrEqual(0.101)
    }
    for (const [j, line] of lane.lines.entries())
      for (const [k, point] of line.entries()) {
        const other = back.lanes[i]?.lines[j]?.[k]
        expect(Math.abs((other?.value ?? 99) - point.value)).toBeLessThanOrEqual(0.101)
        expect(Math.abs((other?.high ?? 999) - point.high)).toBeLessThanOrEqual(0.151)
      }
  }
  expect(back.events.map(({ at: _, size: __, ...rest }) => rest)).toEqual(
    trends.events.map(({ at: _, size: __, ...rest }) => rest),
  )
})

test('every reading of the time is drawn or counted as left out, and no line crosses a refill', () => {
  for (const { quantity, readings, hidden, lines } of trends.lanes) {
    if (quantity === 'combinedChlorine') continue
    const all = newestFirst.filter(
      (entry) =>
        entry.kind === 'test' &&
        entry.at >= range.from &&
        entry.body.readings[quantity] !== undefined,
    )
    expect(readings.length + hidden).toBe(all.length)
    for (const line of lines)
      expect(line.every(({ at }) => at <= SECOND) || line.every(({ at }) => at >= SECOND)).toBe(
        true,
      )
  }
})

test('no figure is shown as another one for having travelled', () => {
  const at = range.from
  const values = Array.from({ length: 400 }, (_, i) => 4 + i / 397)
  const line = values.map((value) => ({ at, value, low: value, high: value }))
  const given = {
    ...trends,
    lanes: [
      {
        quantity: 'freeChlorine' as const,
        band: undefined,
        hidden: 0,
        readings: [],
        lines: [line],
      },
    ],
  }
  const back = unpackTrends(packTrends(given)).lanes[0]?.lines[0]?.map(({ value }) => value) ?? []
  const shown = (value: number) => Math.round(10 * (value + 1e-12)) / 10
  expect(back.map(shown)).toEqual(values.map(shown))
  // Without care some would be: 4.447 is 4.45 on the way and 4.5 in the end.
  expect(values.map((value) => shown(Math.round(100 * value) / 100))).not.toEqual(values.map(shown))
})
