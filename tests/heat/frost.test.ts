import { frostAhead } from '@/core/heat/frost'
import { HOUR } from '@/core/time'

const NOW = Date.UTC(2026, 0, 14, 17, 0)
const calm = { lowLevel: false, noPower: false }

test('hard frost within three days: when it begins and how cold it gets', () => {
  const falling = (at: number) => 5 - (at - NOW) / HOUR / 4
  const frost = frostAhead(falling, NOW, calm)
  // −3 °C is reached after 32 hours, −12.75 °C in the last hour that is looked at.
  expect(frost?.from).toBe(NOW + 32 * HOUR)
  expect(frost?.lowCelsius).toBeCloseTo(5 - 71 / 4, 10)
  expect(frostAhead(() => -2.9, NOW, calm)).toBeUndefined()
  expect(frostAhead((at) => (at > NOW + 72 * HOUR ? -20 : 1), NOW, calm)).toBeUndefined()
})
