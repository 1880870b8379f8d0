import { SANITIZER_AIM } from '../advice/requiredChange'
import type { ShelfItem } from '../advice/shelf'
import type { DoseBody } from '../journal/kinds/dose'
import { ppmPerUnit } from '../products/doseTarget'
import { PRODUCTS, productEffect } from '../products/product'
import { feederOf, hasChlorinePart, tabletsAWeek } from '../programmes/feederKind'
import { programmeOf } from '../programmes/programme'
import type { Tub } from '../tub/tub'
import { TABLET_GRAMS } from './feeder'

type Given = Pick<DoseBody, 'product' | 'grams' | 'strength'>

/**
 * What goes in before nobody is there: a dose to the top of the range where the tub is dosed by hand, tablets where a feeder holds them. Nothing
 * where a cell goes on by itself or a part of its own is put in.
 * @param expectedPpm of the sanitizer when they leave
 * @param shelf what is at hand, each as strong as it is by now
 */
export const beforeLeaving = (
  tub: Tub,
  days: number,
  expectedPpm: number,
  shelf: readonly Pick<ShelfItem, 'product' | 'strength'>[],
): Given | undefined => {
  const { sanitizer, dosedWith } = programmeOf(tub.programme)
  const feeder = feederOf(tub.programme)
  if (feeder === 'cell' || hasChlorinePart(tub.programme)) return undefined
  if (feeder) {
    const tablets =
      dosedWith.find((product) => PRODUCTS[product].form === 'tablets') ??
      (sanitizer === 'bromine' ? 'bromochlorodimethylhydantoin' : 'trichlor')
    const count = Math.ceil((tabletsAWeek(tub.volumeLitres) * days) / 7)
    return { product: tablets, grams: TABLET_GRAMS * count }
  }
  const byHand = dosedWith.filter((one) => PRODUCTS[one].form !== 'tablets')
  const product = byHand.find((one) => shelf.some((item) => item.product === one)) ?? byHand[0]
  if (!product) return undefined
  const strength = shelf.find((item) => item.product === product)?.strength
  const short = tub.targets.sanitizer.high - expectedPpm
  const per = ppmPerUnit(productEffect(product, strength), SANITIZER_AIM[sanitizer])
  const grams = per > 0 ? (short / per) * (tub.volumeLitres / 1000) : 0
  return grams > 0.5 ? { product, grams, ...(strength ? { strength } : {}) } : undefined
}
