'use client'
import type { FeederAdvice, FeederMove } from '@/core'
import { SubmitButton } from '@/ui/form/SubmitButton'
import { formatFeeder } from '@/words/programmeText'
import type { DisplayPreferences } from '@/words/words'
import { type Action, DraftForm } from '../form/draft'
import { TextInput } from '../form/inputs'

const MOVES: Record<FeederMove, string> = {
  'open a notch': 'Open it one notch.',
  'close a notch': 'Close it one notch.',
  shut: 'Close it completely.',
  reopen: 'Open it again, a notch lower than before.',
  'leave it': 'Leave it as it is.',
  'load it': 'Load it.',
  boost: 'Switch boost on.',
  'test first': 'Test first.',
}
const CELL_MOVES: Partial<Record<FeederMove, string>> = {
  'open a notch': 'Raise the output one level.',
  'close a notch': 'Lower the output one level.',
  shut: 'Set the output to zero.',
  reopen: 'Switch it on again, a step lower than before.',
}

/** What to do at the feeder or the cell going by the readings, and what was done there. */
export const Feeder = ({
  tubId,
  advice,
  keep,
  preferences,
}: {
  tubId: number
  advice: FeederAdvice
  keep: Action
  preferences: DisplayPreferences
}) => {
  const { kind, move, setting, tabletsLeft, tabletsAWeek } = advice
  const cell = kind === 'cell'
  const left = tabletsLeft === undefined ? undefined : Math.round(2 * tabletsLeft) / 2
  return (
    <section aria-labelledby="feeder">
      <h2 id="feeder" className="font-semibold text-[19px]">
        {cell ? 'The cell' : kind === 'floater' ? 'The floater' : 'The feeder'}
      </h2>
      <p className="mt-1 text-[18px]">
        <b>{(cell && CELL_MOVES[move]) || MOVES[move]}</b> {formatFeeder(advice, preferences)}
      </p>
      <p className="small mt-1 text-muted">
        {setting === undefined
          ? `You haven’t logged its ${cell ? 'output' : 'opening'} yet.`
          : `Set to ${setting}.`}{' '}
        {left !== undefined &&
          tabletsAWeek !== undefined &&
          `About ${left} tablets left, at ${tabletsAWeek} a week${left <= tabletsAWeek / 3 && move !== 'load it' ? ': load it' : ''}.`}
      </p>
      <details className="mt-1">
        <summary className="quiet">Log a change</summary>
        <DraftForm
          action={keep}
          draftKey={`feeder.${tubId}`}
          initial={{ when: 'now' }}
          hidden={{ kind: 'feeder', tub: String(tubId), when: 'now' }}
          className="mt-2 grid max-w-[420px] gap-3"
          submit={({ pending, fields }) => (
            <SubmitButton pending={pending}>
              {fields.boost === 'yes' ? 'Save, boost on' : 'Save'}
            </SubmitButton>
          )}
        >
          <div className="grid grid-cols-2 gap-3">
            <TextInput name="setting" label={cell ? 'Output level' : 'Opening, notches'} decimal />
            {!cell && <TextInput name="tabletsLeft" label="Tablets left" decimal />}
          </div>
          {cell && <Boost />}
        </DraftForm>
      </details>
    </section>
  )
}

const Boost = () => (
  <label className="flex min-h-12 items-center gap-3 font-medium">
    <input type="checkbox" name="boost" value="yes" className="size-6 accent-spruce" />
    Boost is on
  </label>
)
