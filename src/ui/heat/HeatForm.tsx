'use client'

import type { Fields } from '@/server/form'
import { type Action, DraftForm } from '@/ui/form/draft'
import { TextInput } from '@/ui/form/inputs'
import { SubmitButton } from '@/ui/form/SubmitButton'

/** What power costs, what the heater gives, and how the tub might be kept warm. */
export const HeatForm = ({
  action,
  tubId,
  initial,
  currency,
  degree,
}: {
  action: Action
  tubId: number
  initial: Fields
  currency: string
  degree: string
}) => (
  <DraftForm
    action={action}
    draftKey={`heat.${tubId}`}
    initial={initial}
    hidden={{ tub: String(tubId) }}
    merges
    className="grid gap-4"
    submit={({ pending }) => (
      <SubmitButton pending={pending} className="plain justify-self-start">
        Save
      </SubmitButton>
    )}
  >
    <div className="grid grid-cols-2 gap-4 sm:grid-cols-4">
      <TextInput name="energyPrice" label="Price by day" unit={currency} decimal hint="A kWh." />
      <TextInput
        name="nightPrice"
        label="Price at night"
        unit={currency}
        decimal
        hint="If it differs."
      />
      <TextInput name="nightFrom" label="Night rate from" unit="o’clock" decimal />
      <TextInput name="nightTo" label="until" unit="o’clock" decimal />
      <TextInput
        name="heaterKilowatts"
        label="Heater"
        unit="kW"
        decimal
        hint="Its rating plate says."
      />
      <TextInput name="lower" label="Lower by" unit={degree} decimal hint="Between soaks." />
      <TextInput name="hoursFrom" label="Heated from" unit="o’clock" decimal />
      <TextInput name="hoursTo" label="until" unit="o’clock" decimal />
    </div>
  </DraftForm>
)
