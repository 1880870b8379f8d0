'use client'

import { SubmitButton } from '@/ui/form/SubmitButton'
import { type Action, DraftForm } from '../form/draft'
import { TextInput } from '../form/inputs'

/** From when to when a tub stands empty; one that is empty already is asked only when it opens again. */
export const ClosingDates = ({
  action,
  tubId,
  zone,
  closed,
}: {
  action: Action
  tubId: number
  zone: string
  closed: boolean
}) => (
  <DraftForm
    action={action}
    draftKey={`closing.${tubId}`}
    initial={{ from: '', to: '' }}
    hidden={{ tub: String(tubId), zone, as: 'closed', title: '' }}
    className="grid max-w-[460px] gap-4"
    submit={({ pending }) => <SubmitButton pending={pending}>Save</SubmitButton>}
  >
    <div className="grid grid-cols-2 gap-4">
      <TextInput name="from" label={closed ? 'Closed from' : 'Close it down'} type="date" />
      <TextInput name="to" label="Open it again" type="date" />
    </div>
  </DraftForm>
)
