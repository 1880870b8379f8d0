import { type Incompatibility, incompatibilityIn } from '../products/incompatibilities'
import type { OwnScoop } from '../products/measure'
import { type LabelRule, PRODUCTS, type ProductName, productEffect } from '../products/product'
import type { ProductEffect, Strength } from '../products/substance'
import type { Programme } from '../programmes/programme'
import type { Choices } from '../tub/choices'
import type { Water } from '../water/water'

/** Something the owner has, and how much of it. */
export interface ShelfItem {
  product: ProductName
  /** What its label says, where that differs from the usual. */
  strength?: Strength
  /** Left in the box; as much as needed where nothing is given. */
  gramsLeft?: number
  scoop?: OwnScoop
  /** What its label asks for, where its owner typed it. */
  label?: LabelRule
  /** Taken to be had, though nobody has said so. */
  assumed?: boolean
}

/** A product that may be poured into this water. */
export interface Source {
  product: ProductName
  effect: ProductEffect
  gramsLeft: number
  /** Others do its work as well and are handier: 1 for the usual choice, more for the rest. */
  awkwardness: number
  strength: Strength | undefined
  scoop: OwnScoop | undefined
  label: LabelRule | undefined
  assumed: boolean
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
    // For whoever keeps a range of it; nothing else asks for any.
    ...(sanitizer === 'freeChlorine' ? (['cyanuric acid'] as const) : []),
    dosedWith[0],
  ].map((product) => ({ product }))

/** What would have to be bought comes after anything at hand, however much of that it takes. */
const BOUGHT = 200

/** 1 for what practice reaches for first, more for what does the same work less handily. */
const awkwardnessOf = (product: ProductName, { dosedWith }: Programme): number => {
  if (USUAL.includes(product)) return 1
  const rank = dosedWith.indexOf(product)
  // A stronger product takes fewer grams; it is not preferred for that.
  return rank >= 0 ? 1 + 4 * rank : 2 + OTHERS.indexOf(product) / 10
}

/** What is on the shelf, and the usual products for the work that nothing on it does. */
export const filledShelf = (own: readonly ShelfItem[], programme: Programme): ShelfItem[] => {
  const has = (product: ProductName) =>
    own.some((item) => item.product === product && (item.gramsLeft ?? 1) > 0)
  return own.length === 0
    ? usualShelf(programme)
    : [
        ...own,
        ...usualShelf(programme)
          .filter(({ product }) => !has(product))
          .map((item) => ({ ...item, assumed: true })),
      ]
}

/** A product that may not go into this water, and what it meets there. */
export interface Exclusion {
  product: ProductName
  incompatibility: Incompatibility
}

/** Items that a hand may pour into this water, and why each of the rest may not. */
export const sourcesOf = (
  shelf: readonly ShelfItem[],
  programme: Programme,
  water: Water,
  { acid, sanitizer }: Partial<Choices> = {},
): { sources: Source[]; excluded: Exclusion[] } => {
  const sources: Source[] = []
  const excluded: Exclusion[] = []
  // What was asked for by name is reached for even where nobody has said that it is at hand.
  const named = [acid, sanitizer].flatMap((one) =>
    one && !shelf.some(({ product }) => product === one) ? [one] : [],
  )
  const all: ShelfItem[] = [...shelf, ...named.map((product) => ({ product, assumed: true }))]
  const said = shelf.some((item) => !item.assumed) && shelf.some((item) => item.assumed)
  for (const { product, strength, gramsLeft, scoop, label, assumed = false } of all) {
    const { goes, family } = PRODUCTS[product]
    const dosed = programme.dosedWith.includes(product)
    if (acid && family === 'acid' && product !== acid) continue
    if (sanitizer && dosed && product !== sanitizer) continue
    if (!dosed && !USUAL.includes(product) && !OTHERS.includes(product)) continue
    if (goes !== 'by hand') continue
    if (family === 'bromide' && programme.sanitizer !== 'bromine') continue
    const meeting = incompatibilityIn(water, product)
    if (meeting?.kind === 'never') {
      excluded.push({ product, incompatibility: meeting })
      continue
    }
    sources.push({
      product,
      effect: productEffect(product, strength),
      gramsLeft: gramsLeft ?? Number.POSITIVE_INFINITY,
      awkwardness: awkwardnessOf(product, programme) * (said && assumed ? BOUGHT : 1),
      strength,
      scoop,
      label,
      assumed,
    })
  }
  return { sources, excluded }
}
