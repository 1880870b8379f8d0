import type { Change } from '@/store/entries'
import type { TubRow } from '@/store/tubs'

/** What an open session was drawn from; it is drawn anew when this has moved. */
export const sessionState = (tub: TubRow, ticked: number, lastChange: Change | undefined): string =>
  [
    ticked,
    lastChange?.what,
    lastChange?.id,
    tub.volumeLitres,
    JSON.stringify(tub.choices),
    JSON.stringify(tub.targets),
  ].join('.')
