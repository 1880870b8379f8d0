'use client'

import { SubmitButton } from '@/ui/form/SubmitButton'
import { type Action, DraftForm } from '../form/draft'
import { TextInput } from '../form/inputs'

export const PlanSoakForm = ({
  action,
  tubId,
  from,
}: {
  action: Action
  tubId: number
  from: string
}) => (
  <DraftForm
    action={action}
    draftKey={undefined}
    initial={{ people: '2', minutes: '30', at: from }}
    hidden={{ tub: String(tubId) }}
    className="mt-2 grid max-w-[520px] gap-3"
    submit={({ pending }) => <SubmitButton pending={pending}>Save</SubmitButton>}
  >
    <div className="grid grid-cols-2 gap-3 sm:grid-cols-[1fr_96px_96px]">
      <div className="col-span-2 sm:col-span-1">
        <TextInput name="at" label="Day and time" type="datetime-local" />
      </div>
      <TextInput name="people" label="How many" decimal />
      <TextInput name="minutes" label="Minutes" decimal />
    </div>
    <input
      type="hidden"
      name="zone"
      value={Intl.DateTimeFormat().resolvedOptions().timeZone}
      suppressHydrationWarning
    />
  </DraftForm>
)
