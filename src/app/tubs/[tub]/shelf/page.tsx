import { putOnShelf } from '@/app/actions'
import { FactNote } from '@/app/FactNote'
import { loadTub, type TubParams } from '@/app/tubView'
import { conflictsOf, PRODUCTS } from '@/core'
import { PostButton } from '@/ui/form/PostButton'
import { productGroups } from '@/ui/form/productOptions'
import { Link } from '@/ui/Link'
import { formatShelf } from '@/words/shelfWords'
import { conflictSaid } from '@/words/supplyWords'

const Shelf = async ({ params }: TubParams) => {
  const { view, preferences } = await loadTub((await params).tub)
  const { tub, shelf, journal } = view
  const base = `/tubs/${tub.id}/shelf`
  const conflicts = conflictsOf(
    shelf.map(({ product, stock }) => ({ product, place: stock?.place })),
  )
  return (
    <>
      <Link href={`/tubs/${tub.id}/dose`} className="quiet">
        Back to the plan
      </Link>
      <h1 className="serif title">The shelf</h1>
      <p className="small mt-1 max-w-[62ch] text-muted">
        What’s on the shelf comes first in every plan, with its own strength and scoop, and counts
        down as you log it. For the rest, the usual products are assumed.
      </p>
      <div className="mt-3 empty:hidden">
        <FactNote id="approval number" />
      </div>
      {shelf.length === 0 ? (
        <p className="mt-5 max-w-[60ch]">
          It’s empty, so plans use the usual products. Add what you have.
        </p>
      ) : (
        <ul className="mt-4 max-w-[680px] border-hair border-b">
          {shelf.map((item) => (
            <li
              key={item.id}
              className="flex flex-wrap items-baseline justify-between gap-x-5 border-hair border-t py-1"
            >
              <span className="min-w-0">
                <b>{PRODUCTS[item.product].commonName}</b>{' '}
                <span className="small text-muted">{formatShelf(item, preferences)}</span>
              </span>
              <Link
                href={`${base}/${item.id}`}
                className="quiet"
                aria-label={`Change ${PRODUCTS[item.product].commonName}`}
              >
                Change
              </Link>
            </li>
          ))}
        </ul>
      )}
      {conflicts.length > 0 && (
        <ul aria-label="Stands together" className="mt-4 grid max-w-[680px] gap-2">
          {conflicts.map((one) => (
            <li key={`${one.a} ${one.b}`} className="safety">
              {conflictSaid(one)}
            </li>
          ))}
        </ul>
      )}
      <h2 className="mt-7 font-semibold text-[17px]">Add</h2>
      <p className="small text-muted">
        Keep acids away from anything containing chlorine or bromine. Store everything dry, cool,
        closed and out of children’s reach.
      </p>
      {productGroups(tub, journal).map(({ name, options }) => {
        const missing = options.filter(({ value }) => !shelf.some((item) => item.product === value))
        if (missing.length === 0) return null
        return (
          <section key={name} className="mt-4 max-w-[680px]">
            <h3 className="head mb-1">{name}</h3>
            <div className="flex flex-wrap gap-2">
              {missing.map(({ value, label }) => (
                <PostButton
                  key={value}
                  action={putOnShelf}
                  follows
                  hidden={{ tub: String(tub.id), product: value }}
                  label={label}
                  title={`Add ${label} to the shelf`}
                  className="plain"
                />
              ))}
            </div>
          </section>
        )
      })}
    </>
  )
}

export default Shelf
