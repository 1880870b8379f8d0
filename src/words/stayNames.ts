import type { GuestStay } from '@/core'

/** What a stay is called where nobody named it. */
export const STAY_NAMES: Record<GuestStay['kind'], string> = {
  guests: 'Guests',
  away: 'Away',
  closed: 'Closed down',
}
