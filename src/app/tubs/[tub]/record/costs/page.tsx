import { boughtSupply, saveMoney } from '@/app/actions'
import { loadTub, type TubParams } from '@/app/tubView'
import { PRODUCTS, SPENT_ON } from '@/core'
import { costsFor } from '@/server/costs'
import { airAt } from '@/server/outsideAir'
import { moneyOf, suppliesOf } from '@/server/supplies'
import { theStore } from '@/store/database'
import { MoneyForm } from '@/ui/costs/MoneyForm'
import { MonthBars } from '@/ui/costs/MonthBars'
import { RunOut } from '@/ui/costs/RunOut'
import { ShoppingTools } from '@/ui/costs/ShoppingTools'
import { PostButton } from '@/ui/form/PostButton'
import { Link } from '@/ui/Link'
import { heatKnown } from '@/words/heatWords'
import { currencyOf, money } from '@/words/money'
import {
  conflictSaid,
  costTitle,
  monthName,
  runOutTitle,
  SPENT_WORDS,
  toBuySaid,
  unpricedSaid,
} from '@/words/supplyWords'
import { day, dose, formatNumber, personHours, volume, weekday } from '@/words/words'

const MONTHS = 6

const CostsPage = async ({ params }: TubParams) => {
  const { view, preferences } = await loadTub((await params).tub)
  const { row: tub, written, now } = view
  const store = theStore()
  const { currency: chosen, deliveryDays } = moneyOf(store)
  const currency = currencyOf(chosen, preferences.locale)
  const past = written.filter(({ at }) => at <= now)
  const { lately, months } = costsFor(store, tub, past, {
    now,
    timeZone: preferences.timeZone,
    months: MONTHS,
    air: airAt(tub),
  })
  const { supplies, conflicts, toBuy, orderBy } = suppliesOf(store, now)
  const m = (value: number | undefined) =>
    value === undefined ? '–' : money(value, currency, preferences)
  const n = (value: number, decimals = 0) => formatNumber(value, decimals, preferences)
  const sum = (one: typeof lately) =>
    (one.productsMoney ?? 0) + (one.waterMoney ?? 0) + (one.energyMoney ?? 0)
  const priced = months.some((one) => sum(one) > 0)
  const unpriced = lately.products
    .filter((one) => one.money === undefined)
    .map(({ product }) => product)
  const missing = [
    ...(lately.energyMoney === undefined ? ['a kilowatt hour'] : []),
    ...(lately.waterMoney === undefined ? ['water'] : []),
  ]
  const perKwh = (kwh: number) => {
    const all = lately.kilowattHours.heat + lately.kilowattHours.pumps + lately.kilowattHours.fills
    return lately.energyMoney === undefined || all <= 0
      ? undefined
      : (lately.energyMoney * kwh) / all
  }
  const cost = toBuy.reduce((total, one) => total + (one.cost ?? 0), 0)
  const listText = [
    `For ${tub.place || tub.name}, by ${orderBy ? day(orderBy, preferences) : 'any day'}:`,
    ...toBuy.map((one) => `– ${toBuySaid(one, preferences)}`),
  ].join('\n')
  const rows: [string, string, string][] = [
    [
      'Heat',
      `${n(lately.kilowattHours.heat + lately.kilowattHours.fills)} kWh`,
      m(perKwh(lately.kilowattHours.heat + lately.kilowattHours.fills)),
    ],
    ['Pumps', `${n(lately.kilowattHours.pumps)} kWh`, m(perKwh(lately.kilowattHours.pumps))],
    [
      'Products',
      lately.products.length === 1 ? '1 product' : `${lately.products.length} products`,
      m(lately.productsMoney),
    ],
    ['Water', volume(lately.litres, preferences), m(lately.waterMoney)],
    ...(lately.soaks > 0
      ? [
          [
            'A soak',
            personHours(lately.personHours / lately.soaks, preferences),
            sum(lately) > 0 ? m(sum(lately) / lately.soaks) : '–',
          ] as [string, string, string],
        ]
      : []),
  ]
  return (
    <>
      <h1 className="serif title max-w-[40ch]">{costTitle(lately, currency, preferences)}</h1>
      <p className="small mt-1 max-w-[86ch] text-muted">
        {day(lately.from, preferences)} to today, this tub, {lately.soaks}{' '}
        {lately.soaks === 1 ? 'soak' : 'soaks'}. Products are weighed out from the journal; heat
        comes from how this tub cools ({heatKnown(lately.heat)}). Pumps are assumed to run as they
        usually do. All of it is an estimate; a meter knows better.
      </p>
      {(unpriced.length > 0 || missing.length > 0) && (
        <p className="small mt-2 max-w-[86ch]">
          {unpriced.length > 0 && `${unpricedSaid(unpriced)} `}
          {unpriced.length > 0 && (
            <Link
              href={`/tubs/${tub.id}/shelf`}
              className="font-semibold underline underline-offset-4"
            >
              Enter prices on the shelf
            </Link>
          )}
          {unpriced.length > 0 && missing.length > 0 && '. '}
          {missing.length > 0 && `No price for ${missing.join(' and ')} yet: `}
          {missing.length > 0 && (
            <Link
              href={`/tubs/${tub.id}/refill`}
              className="font-semibold underline underline-offset-4"
            >
              enter it under Refill
            </Link>
          )}
          {missing.length > 0 && '.'}
        </p>
      )}
      <div className="mt-4 grid gap-x-12 gap-y-6 print:hidden lg:grid-cols-[minmax(0,1fr)_290px]">
        {priced ? (
          <MonthBars
            months={months.map((one, i) => ({
              key: one.from,
              name: monthName(one.from, preferences),
              energy: one.energyMoney ?? 0,
              water: one.waterMoney ?? 0,
              products: one.productsMoney ?? 0,
              total: m(sum(one)),
              soak: one.soaks > 0 ? `${m(sum(one) / one.soaks)} a soak` : 'no soak',
              open: i === months.length - 1,
            }))}
          />
        ) : (
          <p className="max-w-[60ch] text-muted">
            Once prices are entered, the months are compared here.
          </p>
        )}
        <table className="h-fit w-full">
          <caption className="sr-only">The last thirty days</caption>
          <tbody>
            {rows.map(([name, amount, value]) => (
              <tr key={name} className="border-hair border-t last:border-b">
                <th scope="row" className="py-1.5 text-left">
                  {name}
                </th>
                <td className="small tabular text-right text-muted">{amount}</td>
                <td className="tabular pl-3 text-right font-semibold">{value}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {lately.products.length > 0 && (
        <section aria-labelledby="where" className="mt-6 print:hidden">
          <h2 id="where" className="head">
            Where the products went, thirty days
          </h2>
          <div className="small mt-1 grid gap-x-12 gap-y-5 sm:grid-cols-2">
            <table className="h-fit w-full">
              <tbody>
                {lately.products.map(({ product, grams, money: spent }) => (
                  <tr key={product} className="border-hair border-t">
                    <th scope="row" className="py-1 text-left font-normal first-letter:uppercase">
                      {PRODUCTS[product].commonName}
                    </th>
                    <td className="tabular text-right text-muted">
                      {dose(product, grams, preferences)}
                    </td>
                    <td className="tabular w-[84px] text-right">{m(spent)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
            <table className="h-fit w-full">
              <tbody>
                {SPENT_ON.map((one) => (
                  <tr key={one} className="border-hair border-t">
                    <th scope="row" className="py-1 text-left font-normal">
                      {SPENT_WORDS[one]}
                    </th>
                    <td className="tabular text-right">{m(lately.spentOn[one])}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </section>
      )}
      <section aria-labelledby="runs-out" className="mt-8 print:hidden">
        <h2 id="runs-out" className="head mb-2">
          {runOutTitle(supplies, preferences)}
        </h2>
        {supplies.length === 0 ? (
          <p>
            Nothing is on the shelf yet.{' '}
            <Link
              href={`/tubs/${tub.id}/shelf`}
              className="font-semibold underline underline-offset-4"
            >
              Add what you have
            </Link>
            , and Pavrel counts it down by what is logged.
          </p>
        ) : (
          <RunOut tubId={tub.id} supplies={supplies} now={now} preferences={preferences} />
        )}
      </section>
      <div className="mt-8 grid gap-x-12 gap-y-8 lg:grid-cols-2">
        <section aria-labelledby="list">
          <h2 id="list" className="head flex flex-wrap justify-between gap-x-4">
            Shopping list for the next month
            {orderBy !== undefined && (
              <span className="font-normal text-muted">
                order by {orderBy <= now ? 'today' : weekday(orderBy, preferences)}, {deliveryDays}{' '}
                {deliveryDays === 1 ? 'day' : 'days'} to come
              </span>
            )}
          </h2>
          {toBuy.length === 0 ? (
            <p className="mt-1">
              By these counts, nothing needs buying in the next month.{' '}
              <Link href={`/tubs/${tub.id}/refill`} className="quiet !min-h-9">
                What the next refill needs
              </Link>
            </p>
          ) : (
            <>
              <ul className="mt-1">
                {toBuy.map((one) => (
                  <li
                    key={one.supply.key}
                    className="flex items-baseline gap-4 border-hair border-t py-1 last:border-b"
                  >
                    <span className="min-w-0 flex-1">{toBuySaid(one, preferences)}</span>
                    <span className="tabular">{one.cost === undefined ? '' : m(one.cost)}</span>
                    <span className="print:hidden">
                      <PostButton
                        action={boughtSupply}
                        hidden={{ tub: String(tub.id), key: one.supply.key }}
                        label="Bought"
                        title={`Bought: ${toBuySaid(one, preferences)}`}
                      />
                    </span>
                  </li>
                ))}
              </ul>
              {cost > 0 && <p className="tabular mt-2 text-right font-semibold">{m(cost)}</p>}
              <ShoppingTools text={listText} />
              <p className="small mt-2 print:hidden">
                <Link href={`/tubs/${tub.id}/refill`} className="quiet !min-h-9">
                  What the next refill needs
                </Link>
              </p>
            </>
          )}
        </section>
        <section aria-labelledby="together" className="print:hidden">
          <h2 id="together" className="head">
            Stands together
          </h2>
          {conflicts.length === 0 ? (
            <p className="small mt-1">
              Nothing on the shelf is kept beside anything it must not touch. Keep everything dry,
              cool, closed and out of children’s reach.
            </p>
          ) : (
            <ul className="mt-1 grid gap-2">
              {conflicts.map((one) => (
                <li key={`${one.a} ${one.b}`} className="safety">
                  {conflictSaid(one)}
                </li>
              ))}
            </ul>
          )}
          <h2 className="head mt-6 mb-2">Money and delivery</h2>
          <MoneyForm
            action={saveMoney}
            tubId={tub.id}
            initial={{ currency: chosen ?? '', deliveryDays: String(deliveryDays) }}
            currency={currencyOf(undefined, preferences.locale)}
          />
        </section>
      </div>
    </>
  )
}

export default CostsPage
