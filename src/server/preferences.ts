import type { TubRow } from '@/store/tubs'
import { usableLocale } from '@/words/readNumber'
import type { DisplayPreferences } from '@/words/words'
import type { Fields } from './form'
import { zoneOf } from './moment'

/** How a form's person reads numbers, units and days: what its fields carry along, with the tub's units. */
export const preferencesIn = (
  fields: Fields,
  { units }: Pick<TubRow, 'units'>,
  now: number,
): DisplayPreferences => ({
  locale: usableLocale(fields.locale),
  timeZone: zoneOf(fields),
  units,
  now,
})
