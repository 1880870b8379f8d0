'use client'

import type { Fields } from '@/server/form'
import { type Action, DraftForm, FieldNote } from '../form/draft'
import { TextInput } from '../form/inputs'

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
  what: 'amount' | 'minutes'
  turn: boolean
}) => (
  <DraftForm
    action={action}
    draftKey={undefined}
    initial={initial}
    hidden={hidden}
    submit={({ pending, fields, asked }) => (
      <button
        type="submit"
        disabled={pending}
        className={turn ? 'go mt-3 w-full sm:w-auto' : 'plain mt-3'}
      >
        {pending
          ? 'Writing…'
          : asked
            ? 'Keep as confirmed'
            : what === 'amount'
              ? `${fields.amount || '…'} ${unit} went in`
              : `${fields.minutes || '…'} minutes are done`}
      </button>
    )}
  >
    <div className="w-[168px]">
      <TextInput
        name={what}
        label={what === 'amount' ? 'Really added' : 'Really run'}
        unit={unit}
        decimal
      />
    </div>
    <FieldNote name="wait" yes="It went in all the same" />
  </DraftForm>
)
