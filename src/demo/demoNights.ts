import { DAY, HOUR, type Instant, type NewEntry } from '@/core'
import { TOLD_AT } from './scenario'

/** Nights with the heater off, to learn how the tub cools: days ago, and °C in the evening and in the morning. */
const NIGHTS: readonly (readonly [daysAgo: number, evening: number, morning: number])[] = [
  [44, 36.4, 35.1],
  [23, 36.6, 35.2],
]

/** Two temperatures of each night, none of them with people in between. */
export const demoNights = (now: Instant): NewEntry[] => {
  const midnight = now - (TOLD_AT - new Date(TOLD_AT).setUTCHours(0, 0, 0, 0))
  const read = (at: Instant, temperature: number): NewEntry => ({
    kind: 'test',
    at,
    body: { method: 'meter', readings: { temperature } },
  })
  return NIGHTS.flatMap(([daysAgo, evening, morning]) => {
    const day = midnight - daysAgo * DAY
    return [read(day + 23.25 * HOUR, evening), read(day + 33 * HOUR, morning)]
  })
}
