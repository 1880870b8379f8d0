import type { Metadata } from 'next'
import Link from 'next/link'
import {
  changeRefillSettings,
  planRefill,
  removeRefill,
  saveDelivered,
  saveEntry,
  saveRate,
  setPin,
  tickRefill,
} from '@/app/actions'
import { loadRefill } from '@/app/refillOf'
import { loadTub, type TubParams } from '@/app/tubView'
import {
  assumedWeather,
  atTheWater,
  DAY,
  DILUTED,
  isKind,
  labelGrams,
  MINUTE,
  PRODUCTS,
  type ProductName,
  usualSurface,
} from '@/core'
import { toWallClock } from '@/server/moment'
import { refillFields } from '@/server/refillSettings'
import { simulatedWeather } from '@/stand-ins/weather'
import { PostButton } from '@/ui/form/PostButton'
import { PartialChange } from '@/ui/refill/PartialChange'
import { MeasureForms, RefillSettingsForm, SetDay } from '@/ui/refill/RefillForms'
import { RefillTimeline } from '@/ui/refill/RefillTimeline'
import { StageList } from '@/ui/refill/StageList'
import { TopUpCheck } from '@/ui/refill/TopUpCheck'
import { levelUnits } from '@/words/inUnits'
import { numberOr } from '@/words/readNumber'
import {
  formatConflict,
  formatDue,
  formatFlow,
  formatHeatRate,
  formatLength,
  formatMeanwhile,
  formatOrigin,
  formatReason,
} from '@/words/refillWords'
import { dayAndClock, dose, formatNumber, volume } from '@/words/words'
export const metadata: Metadata = { title: 'Refill' }

interface RefillProps extends TubParams {
  searchParams: Promise<Record<string, string | string[] | undefined>>
}

const numberIn = (
  value: unknown,
  low: number,
  high: number,
  locale: string,
): number | undefined => {
  if (typeof value !== 'string' || value.trim() === '') return undefined
  const number = numberOr(value, locale)
  return Number.isFinite(number) && number >= low && number <= high ? number : undefined
}

const RefillPage = async ({ params, searchParams }: RefillProps) => {
  const { view, preferences } = await loadTub((await params).tub)
  const query = await searchParams
  const { tub, estimate, journal, now, shelf } = view
  const refill = loadRefill(view, preferences)
  const { row, reasons, settings, rates, schedule, conflicts, doses, costs, next } = refill
  const [first] = reasons
  const begun = Object.keys(refill.happened).length > 0
  const mode = row?.mode ?? 'ready by'
  const at = row?.at ?? schedule.ready
  const wanted: { product: ProductName; grams: number }[] = [
    { product: 'pipe flush' as const, grams: labelGrams('pipe flush', tub.volumeLitres) ?? 0 },
    ...refill.refill.stages.flatMap(({ product }) => (product ? [product] : [])),
    ...doses.steps.flatMap((step) =>
      step.kind === 'add' ? [{ product: step.product, grams: step.grams }] : [],
    ),
  ]
  const quantity = DILUTED.find((one) => one === query.quantity) ?? 'cyanuricAcid'
  const level = levelUnits(preferences)
  const dropSaid = numberIn(query.drop, 0, 100, preferences.locale)
  const drop = dropSaid === undefined ? undefined : dropSaid * level.centimetres
  const surface = numberIn(query.surface, 0.5, 500, preferences.locale)
  const days = numberIn(query.days, 0.1, 120, preferences.locale) ?? 14
  const bathers = journal
    .filter(isKind('soak'))
    .filter(({ at: when }) => when > now - days * DAY)
    .reduce((sum, { body }) => sum + body.people, 0)
  const simulated = process.env.PAVREL_STAND_INS === '1'
  const delivered = journal
    .filter(isKind('refill'))
    .find(({ body }) => body.stage === 'fill' && body.litres !== undefined)?.body.litres
  const money = (value: number) => formatNumber(value, 2, preferences)
  const total = [costs.water, costs.energy, costs.products].filter((one) => one !== undefined)
  return (
    <>
      <header className="flex flex-wrap items-end justify-between gap-x-8 gap-y-3 pt-2 lg:flex-nowrap">
        <div>
          <h1 className="serif title">
            {begun
              ? `New water, ready ${dayAndClock(schedule.ready, preferences)}.`
              : first
                ? `New water for ${dayAndClock(mode === 'ready by' ? Math.max(at, schedule.ready) : schedule.ready, preferences)}. Start ${dayAndClock(schedule.start, preferences)}.`
                : 'When was the tub last filled?'}
          </h1>
          <p className="small mt-1 max-w-[70ch] text-muted">
            {first
              ? `${formatReason(first, preferences).rule}: ${formatDue(first.at, preferences)}. ${formatReason(first, preferences).words}`
              : 'The age of this water isn’t known, so no rule can say when to replace it. You can still plan the day.'}
          </p>
        </div>
        {!row && (
          <PostButton
            action={planRefill}
            hidden={{
              tub: String(tub.id),
              mode: 'ready by',
              at: toWallClock(schedule.ready, preferences.timeZone),
              zone: preferences.timeZone,
            }}
            label="Set this day"
            className="go"
          />
        )}
        {row && (
          <Link href={`/tubs/${tub.id}/refill/sheet`} className="plain flex-none print:hidden">
            Printable sheet
          </Link>
        )}
      </header>
      {conflicts.length > 0 && (
        <ul className="mt-3 max-w-[76ch] border-amber border-l-4 pl-3">
          {conflicts.map((conflict) => (
            <li key={JSON.stringify(conflict)} className="small font-medium">
              {formatConflict(conflict, preferences)}
            </li>
          ))}
        </ul>
      )}
      <section aria-label="The day" className="mt-5">
        <RefillTimeline
          key={`${schedule.start}-${schedule.ready}-${journal.length}`}
          schedule={schedule}
          blocked={refill.blocked}
          next={next && { at: next.at, what: formatMeanwhile(next) }}
          tubId={tub.id}
          mode={mode}
          readyBy={at}
          temperatures={{
            before: tub.setTemperatureCelsius,
            fill: settings.fillCelsius,
            target: tub.setTemperatureCelsius,
          }}
          set={planRefill}
          preferences={preferences}
        />
      </section>
      <div className="mt-4 grid gap-x-10 gap-y-8 xl:grid-cols-[minmax(0,1.35fr)_minmax(0,1fr)]">
        <div className="grid content-start gap-8">
          <section aria-labelledby="stages">
            <h2 id="stages" className="head mb-1">
              Step by step
            </h2>
            <p className="safety note mb-2">
              Power off at the breaker before draining and before taking out filters. Plug pump and
              vacuum into an outlet with an RCD (GFCI). Nobody in the tub until the last test.
            </p>
            {!row && (
              <p className="small mb-2 text-muted">Set the day first, then mark the steps done.</p>
            )}
            <StageList
              placed={schedule.scheduled}
              refillId={row?.id}
              tubId={tub.id}
              tick={tickRefill}
              pin={setPin}
              preferences={preferences}
            />
          </section>
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
              {estimate.fillTestedAt === undefined
                ? '; it hasn’t been tested lately, so they’re a guess.'
                : '.'}
            </p>
          </section>
        </div>
        <div className="grid content-start gap-8">
          <section aria-labelledby="when">
            <h2 id="when" className="head mb-1">
              {row ? 'The day is set' : 'Another day'}
            </h2>
            <SetDay
              tubId={tub.id}
              initial={{ mode, at: toWallClock(at, preferences.timeZone) }}
              set={planRefill}
              preferences={preferences}
              planned={row !== undefined || !first}
            />
            {row && (
              <PostButton
                action={removeRefill}
                hidden={{ tub: String(tub.id) }}
                label={begun ? 'Cancel refill' : 'Cancel'}
              />
            )}
          </section>
          <section aria-labelledby="why">
            <h2 id="why" className="head mb-1">
              When each rule says to change it
            </h2>
            {reasons.length === 0 ? (
              <p className="small">
                <Link href={`/tubs/${tub.id}/record?add=water`} className="quiet">
                  Enter when the tub was last filled
                </Link>
              </p>
            ) : (
              <dl className="small">
                {reasons.map((reason) => {
                  const { rule, words } = formatReason(reason, preferences)
                  return (
                    <div
                      key={`${rule}${words}`}
                      className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-4 border-hair border-t py-1.5"
                    >
                      <dt className="font-semibold">{rule}</dt>
                      <dd className="text-right">{formatDue(reason.at, preferences)}</dd>
                      <dd className="col-span-2 text-muted">{words}</dd>
                    </div>
                  )
                })}
              </dl>
            )}
            <details>
              <summary className="quiet">Or treat it instead?</summary>
              <div className="small max-w-[60ch] text-muted">
                <p>
                  Clarifier clumps fine particles so that the filter catches them. Dissolved solids,
                  stabiliser and foam stay, and too much of it makes the water cloudy.
                </p>
                <p className="mt-1">
                  Enzyme slowly breaks down oils and scum. It does nothing for the smell of used
                  sanitizer or biofilm in the pipes.
                </p>
                <p className="mt-1">
                  Anti-foam suppresses foam for hours. Its cause stays in the water, so it comes
                  back.
                </p>
                <p className="mt-1">
                  {reasons.some(({ rule, at: when }) => when <= now && rule !== 'age')
                    ? 'A rule says this water is used up: treating it would only delay the refill.'
                    : 'No rule says this water is used up yet: a treatment may be enough, if the sign doesn’t come back within a month.'}
                </p>
              </div>
            </details>
          </section>
          <section aria-labelledby="slip">
            <h2 id="slip" className="head mb-1">
              Timing and margins
            </h2>
            <dl className="small">
              {(
                [
                  ['Takes', formatLength((schedule.ready - schedule.start) / MINUTE)],
                  ...(next
                    ? [
                        [
                          `Before ${formatMeanwhile(next)}`,
                          formatLength((next.at - schedule.ready) / MINUTE),
                        ],
                      ]
                    : []),
                  ...(begun
                    ? []
                    : [
                        [
                          'Earliest, if you start now',
                          dayAndClock(refill.earliest.ready, preferences),
                        ],
                      ]),
                  [
                    'Drain',
                    `${formatFlow(rates.drainLitresPerMinute, preferences)}, ${formatOrigin(rates.drainLitresPerMinute)}`,
                  ],
                  [
                    'Fill',
                    `${formatFlow(rates.fillLitresPerMinute, preferences)}, ${formatOrigin(rates.fillLitresPerMinute)}`,
                  ],
                  [
                    'Heat',
                    `${formatHeatRate(rates.heatCelsiusPerHour.value, preferences)}, ${formatOrigin(rates.heatCelsiusPerHour)}`,
                  ],
                  ...(refill.refill.fadeDays !== undefined && refill.refill.fadeDays > 0.2
                    ? [
                        [
                          'Sanitizer gone on its own in',
                          `about ${formatNumber(refill.refill.fadeDays, 0, preferences)} days`,
                        ],
                      ]
                    : []),
                  ['Energy', `${formatNumber(costs.kilowattHours, 0, preferences)} kWh`],
                  ...(total.length > 0
                    ? [
                        [
                          `Cost (${[costs.water !== undefined && 'water', costs.energy !== undefined && 'energy', costs.products !== undefined && 'products'].filter(Boolean).join(', ')})`,
                          money(total.reduce((sum, one) => sum + one, 0)),
                        ],
                      ]
                    : []),
                  ...(settings.hoseFilterLitres === undefined
                    ? []
                    : [
                        [
                          'Hose filter',
                          `${volume(settings.hoseFilterLitres, preferences)} left, ${formatNumber(settings.hoseFilterLitres / tub.volumeLitres, 1, preferences)} fills`,
                        ],
                      ]),
                ] as [string, string][]
              ).map(([name, value]) => (
                <div
                  key={name}
                  className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-4 border-hair border-t py-1.5"
                >
                  <dt>{name}</dt>
                  <dd className="text-right font-medium">{value}</dd>
                </div>
              ))}
            </dl>
            {delivered !== undefined && Math.abs(delivered - tub.volumeLitres) > 5 && (
              <p className="small mt-1">
                The last fill took {volume(delivered, preferences)} according to the meter.{' '}
                <PostButton
                  action={saveDelivered}
                  hidden={{ tub: String(tub.id), litres: String(delivered) }}
                  label="Use that as the tub’s volume"
                />
              </p>
            )}
            <details>
              <summary className="quiet">Measure hose, drain, heater</summary>
              <MeasureForms tubId={tub.id} measure={saveRate} preferences={preferences} />
            </details>
            <details>
              <summary className="quiet">How you do it</summary>
              <RefillSettingsForm
                tubId={tub.id}
                initial={refillFields(tub)}
                keep={changeRefillSettings}
                preferences={preferences}
              />
            </details>
          </section>
          <PartialChange
            tub={tub}
            estimate={estimate}
            quantity={quantity}
            goal={numberIn(query.goal, 0, 20_000, preferences.locale)}
            preferences={preferences}
          />
          <TopUpCheck
            tubId={tub.id}
            volumeLitres={tub.volumeLitres}
            waterCelsius={tub.setTemperatureCelsius}
            asked={{
              drop: drop ?? 3,
              days,
              openHours: numberIn(query.openHours, 0, 24, preferences.locale) ?? 1,
              surface:
                surface === undefined
                  ? usualSurface(tub.volumeLitres)
                  : surface * level.squareMetres,
            }}
            given={drop !== undefined}
            bathers={bathers}
            weather={
              simulated ? atTheWater(simulatedWeather(now)) : assumedWeather(settings.airCelsius)
            }
            simulated={simulated}
            keep={saveEntry}
            preferences={preferences}
          />
        </div>
      </div>
    </>
  )
}

export default RefillPage
