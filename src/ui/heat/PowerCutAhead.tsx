import { HOUR } from '@/core'
import type { Fields } from '@/server/form'
import type { HeatPlace } from '@/server/heat'
import { cutSteps, offSince, untilWords } from '@/words/heatWords'
import { type DisplayPreferences, degrees, temperatureSign } from '@/words/words'
import type { Action } from '../form/draft'
import { AskForm } from './AskForm'
import { CutPicture } from './CutPicture'
import { PowerForm } from './PowerForm'

/** What happens without power, what to do, and where it is logged. */
export const PowerCutAhead = ({
  place: { cut, off },
  tubId,
  path,
  also,
  at,
  notePower,
  preferences,
}: {
  place: HeatPlace
  tubId: number
  path: string
  /** What else stands on the address, but for these. */
  also: (names: readonly string[]) => Fields
  /** This moment on the wall. */
  at: string
  notePower: Action
  preferences: DisplayPreferences
}) => {
  const degree = temperatureSign(preferences.units.temperature)
  return (
    <section aria-labelledby="cut">
      <h2 id="cut" className="head mb-2">
        If the power fails
      </h2>
      <AskForm
        path={`${path}#cut`}
        fields={[
          { name: 'cut', label: 'It went at', type: 'datetime-local' },
          { name: 'outside', label: 'Outside it stays', unit: degree },
          {
            name: 'cover',
            label: 'Cover',
            options: [
              { value: 'on', label: 'lies on it' },
              { value: 'off', label: 'is off or gone' },
            ],
          },
        ]}
        values={cut.fields}
        errors={cut.errors}
        also={also(['cut', 'outside', 'cover'])}
        submit="Work it out"
      />
      <div className="mt-3 border-hair border-t pt-3">
        {off && (
          <p className="mb-2 font-semibold">
            {offSince(
              off.from,
              cut.from === off.from
                ? cut.answer?.points.findLast(
                    ({ hours }) => hours <= (preferences.now - off.from) / HOUR,
                  )
                : undefined,
              preferences,
            )}
          </p>
        )}
        <PowerForm
          action={notePower}
          tubId={tubId}
          power={off ? 'back' : 'off'}
          at={at}
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
            {cutSteps(cut.answer.pipes, cut, preferences).map((step) => (
              <li key={step} className="py-0.5">
                {step}
              </li>
            ))}
          </ol>
        </div>
      )}
    </section>
  )
}
