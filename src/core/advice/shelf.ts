import { meetingIn } from '../products/meetings'
import { PRODUCTS, type ProductName, productEffect } from '../products/product'
import type { ProductEffect, Strength } from '../products/substance'
import type { Programme } from '../programmes/programme'
import type { Water } from '../water/water'

/** Something the owner has, and how much of it. */
export interface ShelfItem {
  product: ProductName
  /** What its label says, where that differs from the usual. */
  strength?: Strength
  /** Left in the box; as much as needed where nothing is given. */
  gramsLeft?: number
}

/** A product that may be poured into this water. */
export interface Source {
  product: ProductName
  effect: ProductEffect
  gramsLeft: number
  /** Others do its work as well and are handier: 1 for the usual choice, more for the rest. */
  awkwardness: number
}

/** What balances any tub; its sanitizer comes with the programme. Common practice. */
const USUAL: readonly ProductName[] = [
  'sodium bicarbonate',
  'sodium carbonate',
  'sodium bisulfate',
  'calcium chloride dihydrate',
]
const OTHERS: readonly ProductName[] = [
  'hydrochloric acid',
  'borax decahydrate',
  'boric acid',
  'calcium chloride anhydrous',
  'calcium chloride flake 77 percent',
  'cyanuric acid',
  'sodium chloride',
  'sodium bromide',
]

/** What a plan assumes where nobody has said what is at hand: the usual, with what the tub's own targets call for. */
export const usualShelf = ({ sanitizer, dosedWith }: Programme): ShelfItem[] =>
  [
    ...USUAL,
    'sodium chloride' as const,
    'boric acid' as const,
    ...(sanitizer === 'bromine' ? (['sodium bromide'] as const) : []),
    dosedWith[0],
  ].map((product) => ({ product }))

/** Items that a hand may pour into this water, and why each of the rest may not. */
export const sourcesOf = (
  shelf: readonly ShelfItem[],
  programme: Programme,
  water: Water,
): { sources: Source[]; barred: { product: ProductName; why: string }[] } => {
  const sources: Source[] = []
  const barred: { product: ProductName; why: string }[] = []
  for (const { product, strength, gramsLeft } of shelf) {
    const { goes, family } = PRODUCTS[product]
    const dosed = programme.dosedWith.includes(product)
    if (!dosed && !USUAL.includes(product) && !OTHERS.includes(product)) continue
    if (goes !== 'by hand') continue
    if (family === 'bromide' && programme.sanitizer !== 'bromine') continue
    const meeting = meetingIn(water, product)
    if (meeting?.kind === 'never') {
      barred.push({ product, why: meeting.reason })
      continue
    }
    sources.push({
      product,
      effect: productEffect(product, strength),
      gramsLeft: gramsLeft ?? Number.POSITIVE_INFINITY,
      awkwardness:
        USUAL.includes(product) || programme.dosedWith[0] === product
          ? 1
          : 2 + OTHERS.indexOf(product) / 10,
    })
  }
  return { sources, barred }
}
