import { changeRefillSettings, saveDelivered, saveRate } from '@/app/actions'
import { type Entry, isKind, MINUTE } from '@/core'
import { refillFields } from '@/server/refillSettings'
import type { RefillView } from '@/server/refillView'
import { moneyOf } from '@/server/supplies'
import { theStore } from '@/store/database'
import type { TubRow } from '@/store/tubs'
import { PostButton } from '@/ui/form/PostButton'
import { MeasureForms, RefillSettingsForm } from '@/ui/refill/RefillForms'
import { currencyOf, money } from '@/words/money'
import {
  formatFlow,
  formatHeatRate,
  formatLength,
  formatMeanwhile,
  formatOrigin,
} from '@/words/refillWords'
import { type DisplayPreferences, dayAndClock, formatNumber, volume } from '@/words/words'

/** How long the day takes and costs, from rates measured or assumed, and where they are measured. */
export const TimingAndMargins = ({
  refill,
  tub,
  journal,
  preferences,
}: {
  refill: RefillView
  tub: TubRow
  journal: readonly Entry[]
  preferences: DisplayPreferences
}) => {
  const { settings, rates, schedule, costs, next } = refill
  const begun = Object.keys(refill.happened).length > 0
  const delivered = journal
    .filter(isKind('refill'))
    .find(({ body }) => body.stage === 'fill' && body.litres !== undefined)?.body.litres
  const paid = currencyOf(moneyOf(theStore()).currency, preferences.locale)
  const total = [costs.water, costs.energy, costs.products].filter((one) => one !== undefined)
  return (
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
              : [['Earliest, if you start now', dayAndClock(refill.earliest.ready, preferences)]]),
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
                    money(
                      total.reduce((sum, one) => sum + one, 0),
                      paid,
                      preferences,
                    ),
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
  )
}
