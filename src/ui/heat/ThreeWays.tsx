import type { HeatPlace } from '@/server/heat'
import { againstHeld, lowerWords, readyInWords, wayWords } from '@/words/heatWords'
import { money } from '@/words/money'
import { type DisplayPreferences, formatNumber, weekday } from '@/words/words'
import { shareOfWidth } from '../axis/timeAxis'
import type { Action } from '../form/draft'
import { PostButton } from '../form/PostButton'
import { WarmPicture } from './WarmPicture'

/** The same week held, lower between soaks and heated in set hours: what each takes, and which one is kept. */
export const ThreeWays = ({
  place: { weeks, soaks, nights, chosen, climbs },
  tubId,
  setCelsius,
  currency,
  choose,
  preferences,
}: {
  place: HeatPlace
  tubId: number
  setCelsius: number
  currency: string
  choose: Action
  preferences: DisplayPreferences
}) => {
  const [held, lower] = weeks
  if (!held || !lower) return null
  const all = weeks.flatMap(({ points }) => points.map(({ celsius }) => celsius))
  const range = { low: Math.min(...all) - 1, high: Math.max(...all) + 0.5 }
  const days = held.points.filter((_, i) => i % 24 === 12)
  const first = held.points[0]?.at ?? 0
  const across = shareOfWidth({ from: first, to: held.points.at(-1)?.at ?? first + 1 })
  return (
    <section aria-labelledby="ways" className="mt-5">
      <h2 id="ways" className="head flex flex-wrap items-baseline gap-x-5">
        Three ways through the week
        <span className="small font-normal text-muted">
          {lowerWords({ held, lower }, setCelsius, preferences, climbs)}
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
        {nights.length > 0 && (
          <span>
            <span className="mr-1.5 inline-block h-2.5 w-6 bg-stone" />
            night rate
          </span>
        )}
      </p>
      <ul>
        {weeks.map((week) => {
          const { name, detail } = wayWords(week, setCelsius, preferences)
          const wait = readyInWords(week, soaks.length, preferences)
          const against = againstHeld(week, held, currency, preferences)
          return (
            <li
              key={week.way.kind}
              className="grid items-center gap-x-5 gap-y-1 border-hair border-t py-2 md:grid-cols-[150px_minmax(0,1fr)_290px]"
            >
              <div>
                <b>{name}</b>
                <span className="note block text-muted">{detail}</span>
                {week === chosen ? (
                  <span className="note block font-semibold">Kept like this</span>
                ) : (
                  <PostButton
                    action={choose}
                    hidden={{ tub: String(tubId), way: week.way.kind }}
                    label="Keep it like this"
                    title={`Keep it like this: ${name}`}
                    className="quiet text-[14px]"
                  />
                )}
              </div>
              <WarmPicture week={week} {...range} nights={nights} soaks={soaks} />
              <dl className="grid grid-cols-3 gap-3 text-right">
                <div>
                  <dt className="note text-muted">a week</dt>
                  <dd className="tabular font-bold text-[19px]">
                    {formatNumber(week.kilowattHours, week.kilowattHours < 10 ? 1 : 0, preferences)}{' '}
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
      <div className="grid md:grid-cols-[150px_minmax(0,1fr)_290px] md:gap-x-5" aria-hidden="true">
        <div />
        <div className="relative h-5">
          {days.map(({ at }) => (
            <span
              key={at}
              className="note absolute -translate-x-1/2 text-muted"
              style={{ left: across(at) }}
            >
              {weekday(at, preferences).split(/[ ,]/)[0]}
            </span>
          ))}
        </div>
      </div>
    </section>
  )
}
