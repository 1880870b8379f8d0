'use client'

import { type Action, DraftForm } from '../form/draft'
import { TextInput } from '../form/inputs'
import { SubmitButton } from '../form/SubmitButton'

/** The number that nobody wants to look up with burning eyes. */
export const PoisonLine = ({
  tubId,
  number,
  keep,
}: {
  tubId: number
  number: string
  keep: Action
}) => (
  <DraftForm
    action={keep}
    draftKey={undefined}
    initial={{ poisonLine: number }}
    hidden={{ tub: String(tubId) }}
    className="mt-2 grid max-w-[320px] gap-2"
    submit={({ pending }) => <SubmitButton pending={pending}>Save the number</SubmitButton>}
  >
    <TextInput name="poisonLine" label="Your region’s poison line" />
  </DraftForm>
)
