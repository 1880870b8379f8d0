import type { Plan } from '@/core/advice/planTypes'
import type { Estimate } from '@/core/estimate/estimate'
import { HOUR, MINUTE } from '@/core/time'
import { planReadyAt } from '@/core/today/readyAhead'
import { NOW, tubWith } from '../core/waters'

/** Bromine that falls from 6 ppm by half a ppm an hour, as after a heavy soak. */
const tub = tubWith('bromine tablets')
const points = Array.from({ length: 9 }, (_, hour) => ({
  at: NOW + hour * HOUR,
  value: Math.max(0, 6 - 0.5 * hour),
  standardDeviation: 0.1,
  low: 6 - 0.5 * hour,
  high: 6 - 0.5 * hour,
}))
const plan = { after: { brominePpm: 6, pH: 7.5, cyanuricAcidPpm: 0 } } as unknown as Plan
const estimate = { outstandingDemandPpm: 0 } as Estimate
const promised = (notBefore: number, pHAt = 7.5, mixedAt = NOW) =>
  planReadyAt(tub, estimate, plan, {
    mixedAt,
    notBefore,
    foreseen: () => points,
    pHAt: () => pHAt,
  })

test('a promise holds at its own moment and for half an hour more, or is none', () => {
  expect(promised(NOW)).toBe(NOW)
  // What else holds moves it.
  expect(promised(NOW + 2 * HOUR)).toBe(NOW + 2 * HOUR)
  // 3.95 ppm, a floor of 4 and its slack, is reached after four hours and six minutes.
  expect(promised(NOW + 3.5 * HOUR)).toBe(NOW + 3.5 * HOUR)
  expect(promised(NOW + 3 * HOUR + 45 * MINUTE)).toBeUndefined()
  expect(promised(NOW + 5 * HOUR)).toBeUndefined()
})

test('what falls too low between two points of the forecast, just before all is mixed, is no promise', () => {
  expect(promised(NOW, 7.5, NOW + 3.25 * HOUR)).toBe(NOW + 3.25 * HOUR)
  expect(promised(NOW, 7.5, NOW + 4.5 * HOUR)).toBeUndefined()
})

test('nor is one whose pH is out of its limits by then', () => {
  expect(promised(NOW, 8.4)).toBeUndefined()
})
