import type { Metadata } from 'next'
import { addStay, notePower, saveHeat } from '@/app/actions'
import { airAt, loadLevel, loadTub, soaksToCome } from '@/app/tubView'
import { HOUR, kilowattHoursPerKelvin } from '@/core'
import { awayPlace } from '@/server/away'
import { heatFields, heatPlace } from '@/server/heat'
import { toWallClock } from '@/server/moment'
import { moneyOf } from '@/server/supplies'
import { theStore } from '@/store/database'
import { PostButton } from '@/ui/form/PostButton'
import { AskForm } from '@/ui/heat/AskForm'
import { CutPicture } from '@/ui/heat/CutPicture'
import { HeatForm } from '@/ui/heat/HeatForm'
import { PowerForm } from '@/ui/heat/PowerForm'
import { WarmPicture } from '@/ui/heat/WarmPicture'
import {
  awayTitle,
  backSteps,
  between,
  keptAt,
  lastDose,
  levelOnReturn,
  rangeOnReturn,
} from '@/words/awayWords'
import {
  againstHeld,
  airWords,
  coolingWords,
  cutSteps,
  heatingWords,
  heatTitle,
  learntWords,
  lowerWords,
  offSince,
  readyInWords,
  summerWords,
  TEACH_HEAT,
  turnUpWords,
  untilWords,
  wayWords,
} from '@/words/heatWords'
import { inUnits } from '@/words/inUnits'
import { currencyOf, money } from '@/words/money'
import { formatAway } from '@/words/programmeText'
import { QUANTITY_NAMES } from '@/words/quantityNames'
import { dayAndClock, degrees, formatNumber, temperatureSign, weekday } from '@/words/words'

export const metadata: Metadata = { title: 'Heat and power' }

interface HeatProps {
  params: Promise<{ tub: string }>
  searchParams: Promise<Record<string, string | string[] | undefined>>
}

const ASKED = ['cut', 'outside', 'ready', 'warm', 'held', 'leave', 'back', 'kept'] as const

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
  const store = theStore()
  const currency = currencyOf(moneyOf(store).currency, preferences.locale)
  const place = heatPlace(
    tub,
    written.filter(({ at }) => at <= now),
    {
      now,
      timeZone: preferences.timeZone,
      locale: preferences.locale,
      air: airAt(tub),
      celsius: estimate.quantities.temperature.value,
      soaks: soaksToCome(view, true).map(({ at, body }) => ({ at, minutes: body.minutes })),
      query,
    },
  )
  const { heat, weeks, soaks, air, cut, ready, off } = place
  const [held, lower] = weeks
  if (!held || !lower) return null
  const away = awayPlace(store, view, {
    timeZone: preferences.timeZone,
    locale: preferences.locale,
    heat,
    air: airAt(tub),
    level: (days, waterCelsius) => loadLevel(view, { days, waterCelsius, unused: true }),
    query,
  })
  const path = `/tubs/${tub.id}/upkeep/heat`
  const also = (names: readonly string[]) =>
    Object.fromEntries(Object.entries(query).filter(([name]) => !names.includes(name)))
  const all = weeks.flatMap(({ points }) => points.map(({ celsius }) => celsius))
  const range = { low: Math.min(...all) - 1, high: Math.max(...all) + 0.5 }
  const cooling = coolingWords(heat, tub.setTemperatureCelsius - air.mean, preferences)
  const warming = heatingWords(heat, kilowattHoursPerKelvin(tub.volumeLitres), preferences)
  const summer = summerWords(
    {
      tooWarmAbove: place.tooWarmAbove,
      high: air.high,
      resting: place.restingCelsius,
      setCelsius: tub.setTemperatureCelsius,
    },
    preferences,
  )
  const degree = temperatureSign(tub.units.temperature)
  const days = held.points.filter((_, i) => i % 24 === 12)
  const first = held.points[0]?.at ?? now
  const span = (held.points.at(-1)?.at ?? now) - first
  const perDay = held.money === undefined ? undefined : held.money / 7
  return (
    <>
      <h1 className="serif title max-w-[44ch]">
        {heatTitle(tub.setTemperatureCelsius, place.perDayKilowattHours, preferences)}
      </h1>
      <p className="small mt-1 max-w-[92ch] text-muted">
        {perDay === undefined
          ? 'Enter what a kilowatt hour costs below to see money. '
          : `${money(perDay, currency, preferences)} a day. `}
        {airWords(air, process.env.PAVREL_STAND_INS === '1', preferences)} The pump’s own warmth is
        counted in; what a soak loses is the same in every way and is left out.
      </p>
      <section aria-labelledby="ways" className="mt-5">
        <h2 id="ways" className="head flex flex-wrap items-baseline gap-x-5">
          Three ways through the week
          <span className="small font-normal text-muted">
            {lowerWords(held, lower, tub.setTemperatureCelsius, preferences)}
          </span>
        </h2>
        <p className="note flex flex-wrap gap-x-5 py-1 text-muted">
          <span>
            <span className="mr-1.5 inline-block h-2.5 w-6 border-ink border-t-2 bg-mist" />
            water
          </span>
          <span>
            <span className="mr-1.5 inline-block h-2.5 w-6 bg-oak-2" />
            heater on
          </span>
          <span>
            <span className="mr-1.5 inline-block h-3 w-0 border-muted border-l border-dashed" />
            soak, planned or as last week
          </span>
          {place.nights.length > 0 && (
            <span>
              <span className="mr-1.5 inline-block h-2.5 w-6 bg-stone" />
              night rate
            </span>
          )}
        </p>
        <ul>
          {weeks.map((week) => {
            const { name, detail } = wayWords(week, tub.setTemperatureCelsius, preferences)
            const wait = readyInWords(week, soaks.length, preferences)
            const against = againstHeld(week, held, currency, preferences)
            return (
              <li
                key={week.way.kind}
                className="grid items-center gap-x-5 gap-y-1 border-hair border-t py-2 md:grid-cols-[150px_minmax(0,1fr)_290px]"
              >
                <p>
                  <b>{name}</b>
                  <span className="note block text-muted">{detail}</span>
                </p>
                <WarmPicture week={week} {...range} nights={place.nights} soaks={soaks} />
                <dl className="grid grid-cols-3 gap-3 text-right">
                  <div>
                    <dt className="note text-muted">a week</dt>
                    <dd className="tabular font-bold text-[19px]">
                      {formatNumber(
                        week.kilowattHours,
                        week.kilowattHours < 10 ? 1 : 0,
                        preferences,
                      )}{' '}
                      <span className="note font-normal">kWh</span>
                    </dd>
                  </div>
                  <div>
                    <dt className="note text-muted">money</dt>
                    <dd className="tabular font-bold text-[19px]">
                      {week.money === undefined ? '–' : money(week.money, currency, preferences)}
                      {against && (
                        <span className="note block font-normal text-muted">{against}</span>
                      )}
                    </dd>
                  </div>
                  <div>
                    <dt className="note text-muted">ready in</dt>
                    <dd className="tabular font-bold text-[19px]">
                      {wait.figure}
                      <span className="note block font-normal text-muted">{wait.note}</span>
                    </dd>
                  </div>
                </dl>
              </li>
            )
          })}
        </ul>
        <div
          className="grid md:grid-cols-[150px_minmax(0,1fr)_290px] md:gap-x-5"
          aria-hidden="true"
        >
          <div />
          <div className="relative h-5">
            {days.map(({ at }) => (
              <span
                key={at}
                className="note absolute -translate-x-1/2 text-muted"
                style={{ left: `${(100 * (at - first)) / span}%` }}
              >
                {weekday(at, preferences).split(/[ ,]/)[0]}
              </span>
            ))}
          </div>
        </div>
      </section>
      <section aria-labelledby="ready" className="mt-6 border-hair border-t pt-4">
        <h2 id="ready" className="head mb-2">
          Ready by
        </h2>
        <AskForm
          path={`${path}#ready`}
          fields={[
            { name: 'ready', label: 'Ready at', type: 'datetime-local' },
            { name: 'warm', label: 'Warm', unit: degree },
            { name: 'held', label: 'Kept at until then', unit: degree },
          ]}
          values={ready.fields}
          errors={ready.errors}
          also={also(['ready', 'warm', 'held'])}
          submit="When to turn up"
        />
        {ready.answer && (
          <p className="mt-3 max-w-[70ch] font-semibold text-[18px]">
            {turnUpWords(ready.answer, { ...ready, now }, preferences)}
          </p>
        )}
      </section>
      <div className="mt-6 grid gap-x-12 gap-y-6 border-hair border-t pt-4 lg:grid-cols-2">
        <section aria-labelledby="cut">
          <h2 id="cut" className="head mb-2">
            If the power fails
          </h2>
          <AskForm
            path={`${path}#cut`}
            fields={[
              { name: 'cut', label: 'It went at', type: 'datetime-local' },
              { name: 'outside', label: 'Outside it stays', unit: degree },
            ]}
            values={cut.fields}
            errors={cut.errors}
            also={also(['cut', 'outside'])}
            submit="Work it out"
          />
          <div className="mt-3 border-hair border-t pt-3">
            {off && (
              <p className="mb-2 font-semibold">
                {offSince(
                  off.from,
                  cut.from === off.from
                    ? cut.answer?.points.findLast(({ hours }) => hours <= (now - off.from) / HOUR)
                    : undefined,
                  preferences,
                )}
              </p>
            )}
            <PowerForm
              action={notePower}
              tubId={tub.id}
              power={off ? 'back' : 'off'}
              at={toWallClock(now, preferences.timeZone)}
              zone={preferences.timeZone}
            />
          </div>
          {cut.answer && (
            <div className="mt-4">
              <CutPicture
                points={cut.answer.points}
                pipes={cut.answer.pipes}
                preferences={preferences}
              />
              <dl className="small grid grid-cols-[auto_1fr] gap-x-5 gap-y-1">
                <dt>{degrees(20, preferences)}</dt>
                <dd>{untilWords(cut.answer.until20, preferences)}</dd>
                <dt>{degrees(4, preferences)}</dt>
                <dd>{untilWords(cut.answer.until4, preferences)}</dd>
                <dt className="font-semibold">Pipes freeze</dt>
                <dd className="font-semibold">{untilWords(cut.answer.pipes, preferences)}</dd>
              </dl>
              <ol className="small mt-3 list-decimal pl-5">
                {cutSteps(cut.answer.pipes, cut.from, preferences).map((step) => (
                  <li key={step} className="py-0.5">
                    {step}
                  </li>
                ))}
              </ol>
            </div>
          )}
        </section>
        <section aria-labelledby="own">
          <h2 id="own" className="head mb-2">
            How this tub cools and warms
          </h2>
          <dl className="grid grid-cols-[1fr_auto] gap-x-5">
            <dt className="border-hair border-t py-2">
              Cools, heater off, cover on
              <span className="note block text-muted">in this weather; {cooling.range}</span>
            </dt>
            <dd className="tabular border-hair border-t py-2 text-right font-bold">
              {cooling.figure}
            </dd>
            <dt className="border-hair border-t py-2">
              Warms, heater on
              <span className="note block text-muted">{warming.range}</span>
            </dt>
            <dd className="tabular border-hair border-t py-2 text-right font-bold">
              {warming.figure}
            </dd>
          </dl>
          <p className="small border-hair border-t py-2 text-muted">{learntWords(heat)}</p>
          {heat.timeConstantHours.stretches === 0 && (
            <p className="small text-muted">{TEACH_HEAT}</p>
          )}
          <p className="mt-3">
            <b>{summer.title}</b> {summer.text}
          </p>
        </section>
      </div>
      <section aria-labelledby="away" className="mt-6 border-hair border-t pt-4">
        <h2 id="away" className="head mb-2">
          {away.answer
            ? awayTitle(
                away.answer.savedKilowattHours,
                away.answer.savedMoney,
                currency,
                preferences,
              )
            : 'Going away'}
        </h2>
        <div className="flex flex-wrap items-end gap-x-6 gap-y-3">
          <AskForm
            path={`${path}#away`}
            fields={[
              { name: 'leave', label: 'Leave', type: 'datetime-local' },
              { name: 'back', label: 'Back', type: 'datetime-local' },
              { name: 'kept', label: 'Kept at meanwhile', unit: degree },
            ]}
            values={away.fields}
            errors={away.errors}
            also={also(['leave', 'back', 'kept'])}
            submit="Work it out"
          />
          {away.answer &&
            (away.noted ? (
              <p className="small text-muted">As noted in Upkeep.</p>
            ) : (
              <PostButton
                action={addStay}
                hidden={{
                  tub: String(tub.id),
                  zone: preferences.timeZone,
                  as: 'away',
                  title: 'Away',
                  from: away.fields.leave?.slice(0, 10) ?? '',
                  to: away.fields.back?.slice(0, 10) ?? '',
                }}
                label="Put this in Upkeep"
              />
            ))}
        </div>
        {away.answer && (
          <div className="mt-4 grid gap-x-10 gap-y-5 lg:grid-cols-3">
            <div>
              <h3 className="head">Before you leave</h3>
              <ul className="small">
                {[
                  ...away.answer.advice.map(formatAway),
                  ...(away.answer.dose ? [lastDose(away.answer.dose, preferences)] : []),
                  keptAt(away.answer.heldCelsius, away.answer.onReturn.length > 0, preferences),
                ].map((line) => (
                  <li key={line} className="border-hair border-t py-1.5">
                    {inUnits(line, preferences)}
                  </li>
                ))}
              </ul>
            </div>
            <div>
              <h3 className="head">
                Will read {dayAndClock(away.answer.back, preferences)}, 8 in 10
              </h3>
              {away.answer.onReturn.length > 0 && (
                <table className="small tabular w-full">
                  <thead>
                    <tr className="text-left">
                      <th scope="col">
                        <span className="sr-only">what</span>
                      </th>
                      <th scope="col">if you do</th>
                      <th scope="col">if not</th>
                    </tr>
                  </thead>
                  <tbody>
                    {away.answer.onReturn.map(({ quantity, done, idle }) => (
                      <tr key={quantity} className="border-hair border-t">
                        <th scope="row" className="py-1 pr-3 text-left font-normal">
                          {QUANTITY_NAMES[quantity]}
                        </th>
                        <td className="pr-3 font-semibold">
                          {between(quantity, done, preferences)}
                        </td>
                        <td>{between(quantity, idle, preferences)}</td>
                      </tr>
                    ))}
                    <tr className="border-hair border-t">
                      <th scope="row" className="py-1 pr-3 text-left font-normal">
                        Water level
                      </th>
                      <td colSpan={2}>{levelOnReturn(away.answer.millimetres, preferences)}</td>
                    </tr>
                  </tbody>
                </table>
              )}
              <p className="small mt-2">
                {rangeOnReturn(away.answer.range, away.answer.onReturn.length > 0)}
              </p>
            </div>
            <div>
              <h3 className="head">On return</h3>
              <ol className="small">
                {backSteps(
                  away.answer.turnUp,
                  { back: away.answer.back, target: tub.setTemperatureCelsius },
                  preferences,
                ).map((line) => (
                  <li key={line} className="border-hair border-t py-1.5">
                    {line}
                  </li>
                ))}
              </ol>
            </div>
          </div>
        )}
      </section>
      <section aria-labelledby="set" className="mt-6 border-hair border-t pt-4">
        <h2 id="set" className="head mb-2">
          Prices, heater and hours
        </h2>
        <HeatForm
          action={saveHeat}
          tubId={tub.id}
          initial={heatFields(tub)}
          currency={currency}
          degree={degree}
        />
      </section>
    </>
  )
}

export default HeatPage
