'use client'

import type { Fields } from '@/server/form'
import { SubmitButton } from '@/ui/form/SubmitButton'
import { type Action, DraftForm, FieldNote } from '../form/draft'
import { TextInput } from '../form/inputs'

const TICKS = {
  amount: { label: 'Amount actually added', done: (amount: string) => `Mark ${amount} added` },
  minutes: { label: 'Time actually run', done: (minutes: string) => `Mark ${minutes} done` },
  percent: { label: 'Share actually replaced', done: (share: string) => `Mark ${share} replaced` },
}

export type TickedBy = keyof typeof TICKS

/** Ticks a step off with what really went in. Only the step whose turn it is gets the copper. */
export const TickForm = ({
  action,
  hidden,
  initial,
  unit,
  what,
  turn,
}: {
  action: Action
  hidden: Fields
  initial: Fields
  unit: string
  what: TickedBy
  turn: boolean
}) => (
  <DraftForm
    action={action}
    // Of this step of this round: what was typed for another is not brought back.
    draftKey={`tick.${hidden.tub}.${hidden.ticked ?? ''}.${hidden.product ?? what}.${initial[what]}`}
    initial={initial}
    hidden={hidden}
    submit={({ pending, fields, asked }) => (
      <SubmitButton
        pending={pending}
        asked={asked}
        className={turn ? 'go mt-3 w-full sm:w-auto' : 'plain mt-3'}
      >
        {TICKS[what].done(`${fields[what] || '…'} ${unit}`)}
      </SubmitButton>
    )}
  >
    <div className="w-[168px]">
      <TextInput name={what} label={TICKS[what].label} unit={unit} decimal />
    </div>
    {['product', 'wait', 'people'].map((name) => (
      <FieldNote key={name} name={name} yes="I added it anyway" reason />
    ))}
  </DraftForm>
)
