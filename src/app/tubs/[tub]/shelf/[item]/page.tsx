import { notFound } from 'next/navigation'
import { changeOnShelf, removeFromShelf } from '@/app/actions'
import { loadTub } from '@/app/tubView'
import {
  doseUnit,
  keepingOf,
  PRODUCTS,
  type ProductFamily,
  poolOnly,
  strengthOnLabel,
} from '@/core'
import { shelfFields } from '@/server/shelf'
import { moneyOf } from '@/server/supplies'
import { theStore } from '@/store/database'
import { PostButton } from '@/ui/form/PostButton'
import { Link } from '@/ui/Link'
import { ShelfForm } from '@/ui/shelf/ShelfForm'
import { CAUTIONS } from '@/words/handlingText'
import { currencyOf } from '@/words/money'
import { LABEL_NOTES, USUAL_STRENGTH } from '@/words/productText'
import { KEEPING_WORDS, POOL_ONLY_WORDS } from '@/words/supplyWords'
import { formatNumber } from '@/words/words'

/** Sanitizers and oxidisers can be dosed by a label's rule too. */
const BY_LABEL: readonly ProductFamily[] = ['chlorine', 'oxidiser', 'peroxide', 'biguanide']

const ShelfItemPage = async ({ params }: { params: Promise<{ tub: string; item: string }> }) => {
  const { tub: tubParam, item: itemParam } = await params
  const { view, preferences } = await loadTub(tubParam)
  const { tub, shelf } = view
  const item = shelf.find(({ id }) => String(id) === itemParam)
  if (!item) notFound()
  const product = PRODUCTS[item.product]
  const { weightFraction } = item.strength
  const onLabel = strengthOnLabel(item.product)
  const pool = poolOnly(item.product, weightFraction && 100 * weightFraction)
  return (
    <>
      <Link href={`/tubs/${tub.id}/shelf`} className="quiet">
        The shelf
      </Link>
      <h1 className="serif title first-letter:uppercase">{product.commonName}</h1>
      <p className="small mt-1 mb-5 max-w-[62ch] text-muted">
        Usual strength: {USUAL_STRENGTH[item.product]}. {LABEL_NOTES[item.product]}{' '}
        {CAUTIONS[item.product].join(' ')}
      </p>
      <p className="small mb-2 max-w-[62ch]">{KEEPING_WORDS[keepingOf(item.product)]}</p>
      {pool && <p className="safety mb-4 max-w-[62ch]">{POOL_ONLY_WORDS[pool]}</p>}
      <ShelfForm
        action={changeOnShelf}
        tubId={tub.id}
        itemId={item.id}
        initial={shelfFields(item, tub)}
        leftUnit={doseUnit(item.product, tub.units.mass)}
        massUnit={tub.units.mass === 'gram' ? 'g' : 'oz'}
        volumeUnit={tub.units.volume === 'litre' ? 'L' : 'gal'}
        labelUnit={product.form === 'liquid' ? 'mL' : 'g'}
        product={item.product}
        strength={onLabel}
        strengthTaps={(onLabel?.mostly ?? []).map((one) => formatNumber(one, 2, preferences))}
        byLabel={product.label !== undefined || BY_LABEL.includes(product.family)}
        scoops={product.form !== 'liquid'}
        tablets={product.form === 'tablets'}
        currency={currencyOf(moneyOf(theStore()).currency, preferences.locale)}
      />
      <div className="mt-8">
        <PostButton
          action={removeFromShelf}
          follows
          hidden={{ tub: String(tub.id), item: String(item.id) }}
          label="Remove from shelf"
        />
      </div>
    </>
  )
}

export default ShelfItemPage
