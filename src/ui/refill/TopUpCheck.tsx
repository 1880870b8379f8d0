import { evaporationLitresPerHour, topUpOf, type Weather } from '@/core'
import { levelUnits } from '@/words/inUnits'
import { fieldNumber } from '@/words/readNumber'
import { type DisplayPreferences, degrees, formatNumber, volume } from '@/words/words'
import type { Action } from '../form/draft'
import { PostButton } from '../form/PostButton'

const VERDICT = {
  evaporation: 'Evaporation and bathers account for it.',
  'more than usual':
    'More than usual. Mark the level with tape, with the pump off and cover on, and check again in a day.',
  leak: 'More than evaporation can explain: look for a leak at unions, pump and drain. Power off before opening any panel; what’s behind it is for a licensed person.',
} as const

export interface TopUpAsked {
  drop: number
  days: number
  openHours: number
  surface: number
}

/** What a fallen level means, and the water that makes it good. */
export const TopUpCheck = ({
  tubId,
  volumeLitres,
  waterCelsius,
  asked,
  given,
  bathers,
  weather,
  simulated,
  keep,
  preferences,
}: {
  tubId: number
  volumeLitres: number
  waterCelsius: number
  asked: TopUpAsked
  /** Something was asked, so there is an answer. */
  given: boolean
  /** In those days, from the journal. */
  bathers: number
  weather: Weather
  simulated: boolean
  keep: Action
  preferences: DisplayPreferences
}) => {
  const result = topUpOf({
    dropMetres: asked.drop / 100,
    surfaceSquareMetres: asked.surface,
    days: asked.days,
    openHoursPerDay: asked.openHours,
    bathers,
    openLitresPerHour: evaporationLitresPerHour({
      surfaceSquareMetres: asked.surface,
      waterCelsius,
      ...weather,
    }),
  })
  const percent = Math.min(100, Math.max(1, (100 * result.litres) / volumeLitres))
  const level = levelUnits(preferences)
  const field = (name: keyof TopUpAsked, label: string, unit: string, per = 1) => (
    <label className="block min-w-0">
      <span className="mb-1 block font-medium text-[15px]">{label}</span>
      <span className="flex items-center gap-2">
        <input
          name={name}
          defaultValue={fieldNumber(asked[name] / per, 1, preferences.locale)}
          inputMode="decimal"
          className="field"
        />
        <span className="text-muted">{unit}</span>
      </span>
    </label>
  )
  return (
    <section aria-labelledby="topup" id="top-up">
      <h2 id="topup" className="head">
        The level has dropped by
      </h2>
      <form className="mt-2 grid grid-cols-2 items-end gap-3" action="#top-up">
        {field('drop', 'By', level.length, level.centimetres)}
        {field('days', 'in', 'days')}
        {field('surface', 'Surface', level.area, level.squareMetres)}
        {field('openHours', 'Uncovered per day', 'h')}
        <button type="submit" className="plain justify-self-start">
          Check
        </button>
      </form>
      {given && (
        <div role="status" className="small mt-3">
          <p>
            <b>{volume(result.litres, preferences)}</b> missing. Evaporation at{' '}
            {degrees(weather.airCelsius, preferences)} air{simulated ? ' (simulated weather)' : ''}:
            about {volume(result.explainedLitres, preferences)};{' '}
            {formatNumber(bathers, 0, preferences)} bathers:{' '}
            {volume(result.carriedLitres, preferences)}.
          </p>
          <p className={result.verdict === 'leak' ? 'safety mt-1' : 'mt-1 font-semibold'}>
            {VERDICT[result.verdict]}
          </p>
          <PostButton
            action={keep}
            hidden={{
              kind: 'water',
              tub: String(tubId),
              percent: percent.toFixed(1),
              when: 'now',
              stay: 'yes',
            }}
            label={`Topped up: ${formatNumber(percent, 1, preferences)} % is new`}
          />
          <p className="note text-muted">Test afterwards: fresh water changes the balance.</p>
        </div>
      )}
    </section>
  )
}
