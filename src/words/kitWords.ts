import { QUANTITY } from '@/core'
import type { KitRow } from '@/store/kits'
import { list } from './words'

/** What a kit reads, in one line. */
export const formatKit = ({ spec }: KitRow): string => {
  switch (spec.kind) {
    case 'strip':
      return `strip: ${list(spec.pads.map(({ quantity }) => QUANTITY[quantity].shortName))}, read at ${spec.waitSeconds} s`
    case 'drops':
      return `drops: ${list(spec.tests.map(({ quantity, perDrop }) => `${QUANTITY[quantity].shortName} ${perDrop} a drop`))}`
    case 'meter':
      return 'meter: figures as it shows them'
  }
}
