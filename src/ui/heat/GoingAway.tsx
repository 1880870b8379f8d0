import type { Away } from '@/server/away'
import type { Fields } from '@/server/form'
import {
  awayTitle,
  backSteps,
  between,
  keptAt,
  lastDose,
  levelOnReturn,
  rangeOnReturn,
} from '@/words/awayWords'
import { inUnits } from '@/words/inUnits'
import { formatAway } from '@/words/programmeText'
import { QUANTITY_NAMES } from '@/words/quantityNames'
import { type DisplayPreferences, dayAndClock, temperatureSign } from '@/words/words'
import type { Action } from '../form/draft'
import { PostButton } from '../form/PostButton'
import { AskForm } from './AskForm'

/** From leaving to coming back: what to do before, what it will read, what it saves. */
export const GoingAway = ({
  away,
  tubId,
  setCelsius,
  path,
  also,
  currency,
  addStay,
  preferences,
}: {
  away: Away
  tubId: number
  setCelsius: number
  path: string
  /** What else stands on the address, but for these. */
  also: (names: readonly string[]) => Fields
  currency: string
  addStay: Action
  preferences: DisplayPreferences
}) => {
  const degree = temperatureSign(preferences.units.temperature)
  return (
    <section aria-labelledby="away" className="mt-6 border-hair border-t pt-4">
      <h2 id="away" className="head mb-2">
        {away.answer
          ? awayTitle(away.answer.savedKilowattHours, away.answer.savedMoney, currency, preferences)
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
                tub: String(tubId),
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
                      <td className="pr-3 font-semibold">{between(quantity, done, preferences)}</td>
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
                { back: away.answer.back, target: setCelsius },
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
  )
}
