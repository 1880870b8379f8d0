import { labelGrams, PRODUCTS, type ProductName, type ShelfItem, type Tub } from '@/core'
import type { RefillView } from '@/server/refillView'
import { type DisplayPreferences, dose } from '@/words/words'

/** What the day takes, against what the shelf holds. */
export const ShoppingList = ({
  refill,
  tub,
  shelf,
  fillTested,
  preferences,
}: {
  refill: RefillView
  tub: Tub
  shelf: readonly Pick<ShelfItem, 'product' | 'gramsLeft'>[]
  fillTested: boolean
  preferences: DisplayPreferences
}) => {
  const wanted: { product: ProductName; grams: number }[] = [
    { product: 'pipe flush' as const, grams: labelGrams('pipe flush', tub.volumeLitres) ?? 0 },
    ...refill.refill.stages.flatMap(({ product }) => (product ? [product] : [])),
    ...refill.doses.steps.flatMap((step) =>
      step.kind === 'add' ? [{ product: step.product, grams: step.grams }] : [],
    ),
  ]
  return (
    <section aria-labelledby="house">
      <h2 id="house" className="head mb-1">
        What you’ll need
      </h2>
      <ul className="small">
        {wanted.map(({ product, grams }, i) => {
          const has = shelf.find((item) => item.product === product)
          const enough = has && (has.gramsLeft === undefined || has.gramsLeft >= grams)
          return (
            <li
              key={`${product}${String(i)}`}
              className="grid grid-cols-[20px_minmax(0,1fr)_auto] gap-x-3 border-hair border-t py-1.5"
            >
              <span aria-hidden="true">{enough ? '✓' : '○'}</span>
              <span>
                {PRODUCTS[product].commonName}, {dose(product, grams, preferences)}
              </span>
              <span className="text-muted">
                {has
                  ? has.gramsLeft === undefined
                    ? 'on the shelf'
                    : `shelf: ${dose(product, has.gramsLeft, preferences)}`
                  : 'to buy'}
              </span>
            </li>
          )
        })}
      </ul>
      <p className="note mt-1 text-muted">
        First doses, from your fill water’s figures
        {fillTested ? '.' : '; it hasn’t been tested lately, so they’re a guess.'}
      </p>
    </section>
  )
}
