import { addStay, chooseWay, notePower, saveHeat } from '@/app/actions'
import { loadLevel, loadTub, soaksToCome } from '@/app/tubView'
import { standsEmpty } from '@/core'
import { awayPlace } from '@/server/away'
import { heatFields, heatPlace } from '@/server/heat'
import { toWallClock } from '@/server/moment'
import { airAt } from '@/server/outsideAir'
import { moneyOf } from '@/server/supplies'
import { theStore } from '@/store/database'
import { GoingAway } from '@/ui/heat/GoingAway'
import { HeatForm } from '@/ui/heat/HeatForm'
import { OwnHeat } from '@/ui/heat/OwnHeat'
import { PowerCutAhead } from '@/ui/heat/PowerCutAhead'
import { ReadyBy } from '@/ui/heat/ReadyBy'
import { ThreeWays } from '@/ui/heat/ThreeWays'
import { airWords, heatTitle } from '@/words/heatWords'
import { currencyOf, money } from '@/words/money'
import { temperatureSign } from '@/words/words'

interface HeatProps {
  params: Promise<{ tub: string }>
  searchParams: Promise<Record<string, string | string[] | undefined>>
}

const ASKED = ['cut', 'outside', 'cover', 'ready', 'warm', 'held', 'leave', 'back', 'kept'] as const

const HeatPage = async ({ params, searchParams }: HeatProps) => {
  const { view, preferences } = await loadTub((await params).tub)
  const given = await searchParams
  const query = Object.fromEntries(
    ASKED.flatMap((name) => {
      const value = given[name]
      return typeof value === 'string' ? [[name, value.slice(0, 40)]] : []
    }),
  )
  const { row: tub, written, now, estimate } = view
  const { timeZone, locale } = preferences
  const store = theStore()
  const currency = currencyOf(moneyOf(store).currency, locale)
  const air = airAt(tub)
  const past = written.filter(({ at }) => at <= now)
  const place = heatPlace(tub, past, {
    now,
    timeZone,
    locale,
    air,
    celsius: estimate.quantities.temperature.value,
    water: estimate.water,
    soaks: soaksToCome(view, true).map(({ at, body }) => ({ at, minutes: body.minutes })),
    query,
  })
  const away = awayPlace(view, {
    timeZone,
    locale,
    heat: place.heat,
    air,
    level: (days, waterCelsius) => loadLevel(view, { days, waterCelsius, unused: true }),
    query,
  })
  const path = `/tubs/${tub.id}/upkeep/heat`
  const also = (names: readonly string[]) =>
    Object.fromEntries(Object.entries(query).filter(([name]) => !names.includes(name)))
  const perDay = place.chosen?.money === undefined ? undefined : place.chosen.money / 7
  const shared = { place, tubId: tub.id, setCelsius: tub.setTemperatureCelsius, preferences }
  return (
    <>
      <h1 className="serif title max-w-[44ch]">
        {heatTitle(
          tub.setTemperatureCelsius,
          place.perDayKilowattHours,
          preferences,
          place.chosen?.way,
        )}
      </h1>
      <p className="small mt-1 max-w-[92ch] text-muted">
        {perDay === undefined
          ? 'Enter what a kilowatt hour costs below to see money. '
          : `${money(perDay, currency, preferences)} a day. `}
        {airWords(place.air, process.env.PAVREL_STAND_INS === '1', preferences)} The pump’s own heat
        is included. What a soak loses is the same either way and is left out.
      </p>
      {standsEmpty(view.verdict.closures) && (
        <p className="mt-3 max-w-[66ch] border-oak-2 border-l-4 pl-3">
          The tub stands empty: nothing is heated, and only what was left in the pipes can freeze.
          The figures below are for when it runs.
        </p>
      )}
      <ThreeWays {...shared} currency={currency} choose={chooseWay} />
      <ReadyBy {...shared} path={path} also={also} />
      <div className="mt-6 grid gap-x-12 gap-y-6 border-hair border-t pt-4 lg:grid-cols-2">
        <PowerCutAhead
          {...shared}
          path={path}
          also={also}
          at={toWallClock(now, timeZone)}
          notePower={notePower}
        />
        <OwnHeat {...shared} />
      </div>
      <GoingAway
        away={away}
        tubId={tub.id}
        setCelsius={tub.setTemperatureCelsius}
        path={path}
        also={also}
        currency={currency}
        addStay={addStay}
        preferences={preferences}
      />
      <section aria-labelledby="set" className="mt-6 border-hair border-t pt-4">
        <h2 id="set" className="head mb-2">
          Prices, heater and hours
        </h2>
        <HeatForm
          action={saveHeat}
          tubId={tub.id}
          initial={heatFields(tub)}
          currency={currency}
          degree={temperatureSign(tub.units.temperature)}
        />
      </section>
    </>
  )
}

export default HeatPage
