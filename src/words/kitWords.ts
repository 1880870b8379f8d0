import type { KitRow } from '@/store/kits'
import { QUANTITY_SHORT_NAMES } from './quantityNames'
import { list } from './words'

/** What a kit reads, in one line. */
export const formatKit = ({ spec }: KitRow): string => {
  switch (spec.kind) {
    case 'strip':
      return `strip: ${list(spec.pads.map(({ quantity }) => QUANTITY_SHORT_NAMES[quantity]))}, read at ${spec.waitSeconds} s`
    case 'drops':
      return `drops: ${list(spec.tests.map(({ quantity, perDrop }) => `${QUANTITY_SHORT_NAMES[quantity]} ${perDrop} a drop`))}`
    case 'meter':
      return 'meter: figures as it shows them'
  }
}
