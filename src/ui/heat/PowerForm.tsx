'use client'

import { type Action, DraftForm } from '@/ui/form/draft'
import { TextInput } from '@/ui/form/inputs'
import { SubmitButton } from '@/ui/form/SubmitButton'

/** The power went, or is back: at a moment of the reader's clock. */
export const PowerForm = ({
  action,
  tubId,
  power,
  at,
  zone,
}: {
  action: Action
  tubId: number
  power: 'off' | 'back'
  /** The moment that stands in the field first. */
  at: string
  zone: string
}) => (
  <DraftForm
    key={power}
    action={action}
    draftKey={`power.${power}.${tubId}`}
    initial={{ at }}
    hidden={{ tub: String(tubId), power, when: 'earlier', zone }}
    className="flex flex-wrap items-end gap-x-4 gap-y-2"
    submit={({ pending }) => (
      <SubmitButton pending={pending} className="plain">
        {power === 'off' ? 'Log that it’s off' : 'Log that it’s back'}
      </SubmitButton>
    )}
  >
    <TextInput
      name="at"
      label={power === 'off' ? 'The power went' : 'The power came back'}
      type="datetime-local"
    />
  </DraftForm>
)
