import { HOUR, MINUTE } from '@/core'
import { hourOnWall, roundTimes, shareOfWidth, timeScale } from '@/ui/axis/timeAxis'

const at = (text: string) => Date.parse(text)
const clocks = (found: readonly number[], timeZone: string) =>
  found.map((one) =>
    new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', timeZone }).format(one),
  )

test.each([
  ['Europe/Berlin', ['12:00', '14:00', '16:00', '18:00']],
  ['Asia/Kolkata', ['16:00', '18:00', '20:00', '22:00']],
  ['Asia/Kathmandu', ['16:00', '18:00', '20:00', '22:00']],
  ['America/St_Johns', ['08:00', '10:00', '12:00', '14:00']],
])('round times are round on the wall in %s', (zone, expected) => {
  const from = at('2026-05-20T10:00:00Z')
  expect(clocks(roundTimes({ from, to: from + 7.5 * HOUR }, 4, zone), zone)).toEqual(expected)
})

test('as many as have room, from every five minutes to once a day', () => {
  const from = at('2026-05-20T10:00:00Z')
  const named = (hours: number, most: number) =>
    roundTimes({ from, to: from + hours * HOUR }, most, 'Europe/London')
  expect(named(0.5, 9)).toHaveLength(7)
  for (const hours of [0.5, 1, 2, 3, 5, 8, 13, 24, 48, 72, 200])
    expect(named(hours, 9).length).toBeLessThanOrEqual(10)
  const [first = 0, second = 0] = named(48, 8)
  expect(second - first).toBe(6 * HOUR)
})

test('over a change of the clock they stay round, and an hour that comes twice is named twice', () => {
  // Summer time ends in Berlin on 25 October 2026 at 01:00 UTC.
  const from = at('2026-10-24T20:00:00Z')
  const found = roundTimes({ from, to: from + 12 * HOUR }, 13, 'Europe/Berlin')
  expect(clocks(found, 'Europe/Berlin').filter((one) => one === '02:00')).toHaveLength(2)
  expect(clocks(found, 'Europe/Berlin').every((one) => one.endsWith(':00'))).toBe(true)
  expect(hourOnWall(at('2026-10-25T02:30:00Z'), 'Europe/Berlin')).toBe(3)
})

test('a moment lies where it is, and at the edge beyond; a pixel is worth what is shown', () => {
  const span = { from: 0, to: 100 * MINUTE }
  const { x, perPixel } = timeScale(span, { left: 50, width: 200 })
  expect([x(0), x(50 * MINUTE), x(100 * MINUTE)]).toEqual([50, 150, 250])
  expect([x(-HOUR), x(9 * HOUR)]).toEqual([50, 250])
  expect(perPixel()).toBe(MINUTE / 2)
  // The whole picture is drawn at half its size.
  expect(perPixel(125)).toBe(MINUTE)
  expect(shareOfWidth(span)(25 * MINUTE)).toBe('25%')
})
