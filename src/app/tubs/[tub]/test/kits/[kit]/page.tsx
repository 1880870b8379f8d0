import { notFound } from 'next/navigation'
import { changeKit, removeKit, saveKitStock } from '@/app/actions'
import { loadKits, loadTub } from '@/app/tubView'
import { QUANTITIES, QUANTITY, readingError } from '@/core'
import { kitStockFields } from '@/server/costs'
import { kitFields } from '@/server/kits'
import { moneyOf, suppliesOf } from '@/server/supplies'
import { theStore } from '@/store/database'
import { KitStockForm } from '@/ui/costs/KitStockForm'
import { PostButton } from '@/ui/form/PostButton'
import { Link } from '@/ui/Link'
import { KitForm } from '@/ui/test/KitForm'
import { currencyOf } from '@/words/money'
import { QUANTITY_NAMES } from '@/words/quantityNames'

const PadsOffered = 8

const OneKit = async ({ params }: { params: Promise<{ tub: string; kit: string }> }) => {
  const { tub: tubParam, kit: kitParam } = await params
  const { view, preferences } = await loadTub(tubParam)
  const store = theStore()
  const kit = loadKits().find(({ id }) => String(id) === kitParam)
  if (!kit) notFound()
  const { tub, estimate } = view
  const { spec } = kit
  const supply = suppliesOf(store, view.now).supplies.find(({ key }) => key === `kit-${kit.id}`)
  const read =
    spec.kind === 'strip'
      ? spec.pads.map(({ quantity }) => quantity)
      : spec.kind === 'drops'
        ? spec.tests.map(({ quantity }) => quantity)
        : QUANTITIES.filter((quantity) => quantity !== 'totalDissolvedSolids')
  return (
    <>
      <Link href={`/tubs/${tub.id}/test/kits`} className="quiet">
        All kits
      </Link>
      <h1 className="serif title">{kit.name}</h1>
      <p className="small mt-1 mb-5 max-w-[62ch] text-muted">
        Existing readings stay as they are; changes apply to new ones.
      </p>
      <KitForm
        action={changeKit}
        tubId={tub.id}
        kitId={kit.id}
        kind={spec.kind}
        initial={kitFields(kit)}
        padsOffered={spec.kind === 'strip' ? PadsOffered : 0}
        tests={spec.kind === 'drops' ? spec.tests.map(({ quantity }) => quantity) : []}
        quantities={QUANTITIES.filter((quantity) => quantity !== 'temperature').map((value) => ({
          value,
          label: QUANTITY_NAMES[value],
        }))}
        errors={read.map((quantity) => ({
          quantity,
          name: QUANTITY_NAMES[quantity],
          unit: QUANTITY[quantity].unit,
          usual: Number(
            readingError(quantity, spec.kind, estimate.quantities[quantity].value).toPrecision(2),
          ),
        }))}
      />
      {spec.kind !== 'meter' && (
        <section aria-labelledby="stock" className="mt-9 max-w-[620px]">
          <h2 id="stock" className="head mb-2">
            {spec.kind === 'strip' ? 'The bottle of strips' : 'The reagents'}
          </h2>
          <KitStockForm
            action={saveKitStock}
            tubId={tub.id}
            kitId={kit.id}
            initial={kitStockFields(kit.stock, supply?.left)}
            currency={currencyOf(moneyOf(store).currency, preferences.locale)}
          />
        </section>
      )}
      <div className="mt-8">
        <PostButton
          action={removeKit}
          follows
          hidden={{ tub: String(tub.id), kit: String(kit.id) }}
          label="Remove this kit"
        />
      </div>
    </>
  )
}

export default OneKit
