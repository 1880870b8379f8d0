import type { Entry } from '../journal/entry'
import { loadOf } from '../journal/load'
import { waterLife } from '../refill/waterLife'
import { DAY, type Instant } from '../time'
import { fullShockEvery } from '../tub/methods'
import type { Tub } from '../tub/tub'

/** What a day brings to each thing that chores count, if the coming weeks are like the last eight. */
export interface Pace {
  personHours: number
  soakHours: number
  shocks: number
  hoseLitres: number
}

const PACE_DAYS = 56

export const paceOf = (tub: Tub, journal: readonly Entry[], now: Instant): Pace => {
  let personHours = 0
  let soakHours = 0
  let first = now
  for (const entry of journal) {
    if (entry.at > now) continue
    first = Math.min(first, entry.at)
    if (entry.kind !== 'soak' || entry.at < now - PACE_DAYS * DAY) continue
    personHours += loadOf(entry.body)
    soakHours += entry.body.minutes / 60
  }
  const days = Math.min(PACE_DAYS, Math.max(7, (now - first) / DAY))
  return {
    personHours: personHours / days,
    soakHours: soakHours / days,
    shocks: DAY / fullShockEvery(tub),
    hoseLitres: (tub.volumeLitres * DAY) / waterLife(tub),
  }
}

export const COUNTED = ['personHours', 'soakHours', 'shocks', 'hoseLitres'] as const
