import type { GuestStay } from '@/core'

/** What a stay is called where nobody named it. */
export const STAY_NAMES: Record<GuestStay['kind'], string> = {
  guests: 'Guests',
  away: 'Away',
  closed: 'Closed down',
}

/** How the first and last day are asked for. */
export const STAY_FIELDS: Record<GuestStay['kind'], readonly [from: string, until: string]> = {
  guests: ['From', 'Until'],
  away: ['From', 'Until'],
  closed: ['Close it down', 'Open it again'],
}
