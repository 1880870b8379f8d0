'use client'

import type { Fields } from '@/server/form'
import { type Action, DraftForm } from '@/ui/form/draft'
import { TextInput } from '@/ui/form/inputs'
import { SubmitButton } from '@/ui/form/SubmitButton'

/** What the house pays in, and how long an order takes. */
export const MoneyForm = ({
  action,
  tubId,
  initial,
  currency,
}: {
  action: Action
  tubId: number
  initial: Fields
  /** That of the reader's region. */
  currency: string
}) => (
  <DraftForm
    action={action}
    draftKey="money"
    initial={initial}
    hidden={{ tub: String(tubId) }}
    className="flex flex-wrap items-start gap-4"
    submit={({ pending }) => (
      <SubmitButton pending={pending} className="plain mt-7">
        Save
      </SubmitButton>
    )}
  >
    <TextInput name="currency" label="Currency" hint={`Three letters. If empty: ${currency}.`} />
    <TextInput name="deliveryDays" label="Days until an order comes" decimal />
  </DraftForm>
)
