import {
  doseUnit,
  type Entry,
  isKind,
  labelGrams,
  PRODUCT_NAMES,
  PRODUCTS,
  type Product,
  type ProductFamily,
  type ProductName,
  programmeOf,
  shownDose,
  usualShelf,
} from '@/core'
import type { ShelfRow } from '@/store/shelf'
import type { TubRow } from '@/store/tubs'
import { LABEL_NOTES } from '@/words/productText'

export interface ProductOption {
  value: ProductName
  label: string
  unit: string
  /** What its label says for this tub, where it is dosed from its label. */
  hint: string | undefined
  /** The owner's own measure for it, by name. */
  scoop: string | undefined
}

export interface ProductGroup {
  name: string
  options: ProductOption[]
}

const GROUPS: readonly { name: string; families: readonly ProductFamily[] }[] = [
  { name: 'Balance', families: ['base', 'acid', 'mineral', 'stabiliser', 'salt', 'bromide'] },
  {
    name: 'Sanitizers, oxidisers and their remover',
    families: ['chlorine', 'bromine', 'oxidiser', 'peroxide', 'biguanide', 'reducer'],
  },
  { name: 'Helpers', families: ['helper'] },
  { name: 'Cleaners', families: ['cleaner'] },
]

const hintOf = ({ name, label, goes }: Product, tub: TubRow) => {
  if (goes === 'in a feeder') return 'The amount loaded into the feeder.'
  if (!label || goes !== 'by hand') return undefined
  const unit = doseUnit(name, tub.units.mass)
  const amount = shownDose(name, labelGrams(name, tub.volumeLitres) ?? 0, tub.units.mass)
  return `A typical label asks for about ${amount} ${unit} here. ${LABEL_NOTES[name] ?? ''} Your own label comes first.`
}

/** Products to choose from: what this tub usually takes or has had, then everything else by what it is for. */
export const productGroups = (
  tub: TubRow,
  journal: readonly Entry[],
  shelf: readonly ShelfRow[] = [],
): ProductGroup[] => {
  const programme = programmeOf(tub.programme)
  const { salt, borate } = tub.targets
  const usualNames = new Set<ProductName>([
    ...programme.dosedWith,
    ...usualShelf(programme).map(({ product }) => product),
  ])
  if (!salt) usualNames.delete('sodium chloride')
  if (!borate) usualNames.delete('boric acid')
  for (const { product } of shelf) usualNames.add(product)
  for (const { body } of journal.filter(isKind('dose'))) usualNames.add(body.product)
  const usual = (name: ProductName) => usualNames.has(name)
  const option = (name: ProductName): ProductOption => ({
    value: name,
    label: PRODUCTS[name].commonName,
    unit: doseUnit(name, tub.units.mass),
    hint: hintOf(PRODUCTS[name], tub),
    scoop: shelf.find(({ product }) => product === name)?.scoop?.name,
  })
  return [
    { name: 'Usual for this tub', options: PRODUCT_NAMES.filter(usual).map(option) },
    ...GROUPS.map(({ name, families }) => ({
      name,
      options: PRODUCT_NAMES.filter(
        (one) => families.includes(PRODUCTS[one].family) && !usual(one),
      ).map(option),
    })),
  ].filter(({ options }) => options.length > 0)
}
