import { PRODUCTS, type ShelfItem } from '@/core'
import type { RefillView } from '@/server/refillView'
import { type DisplayPreferences, dose } from '@/words/words'

/** What the day takes, against what the shelf holds. */
export const ShoppingList = ({
  refill,
  shelf,
  fillTested,
  preferences,
}: {
  refill: RefillView
  shelf: readonly Pick<ShelfItem, 'product' | 'gramsLeft'>[]
  fillTested: boolean
  preferences: DisplayPreferences
}) => {
  return (
    <section aria-labelledby="house">
      <h2 id="house" className="head mb-1">
        What you’ll need
      </h2>
      <ul className="small">
        {refill.needs.map(({ product, grams }) => {
          const has = shelf.find((item) => item.product === product)
          const enough = has && (has.gramsLeft === undefined || has.gramsLeft >= grams)
          return (
            <li
              key={product}
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
        Balance and start-up doses come from your fill water’s figures
        {fillTested ? '.' : '; it hasn’t been tested lately, so they’re a guess.'}
      </p>
    </section>
  )
}
