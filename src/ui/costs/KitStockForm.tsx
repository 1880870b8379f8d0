'use client'

import type { Fields } from '@/server/form'
import { type Action, DraftForm } from '@/ui/form/draft'
import { TextInput } from '@/ui/form/inputs'
import { SubmitButton } from '@/ui/form/SubmitButton'

/** How many tests are left in a kit, what it cost and until when it is good. */
export const KitStockForm = ({
  action,
  tubId,
  kitId,
  initial,
  currency,
}: {
  action: Action
  tubId: number
  kitId: number
  initial: Fields
  currency: string
}) => (
  <DraftForm
    action={action}
    draftKey={`kitStock.${kitId}`}
    initial={initial}
    hidden={{ tub: String(tubId), kit: String(kitId) }}
    className="grid gap-5"
    submit={({ pending }) => (
      <SubmitButton pending={pending} className="plain justify-self-start">
        Keep the count
      </SubmitButton>
    )}
  >
    <div className="grid gap-4 sm:grid-cols-2">
      <TextInput
        name="tests"
        label="Tests left"
        decimal
        hint="As counted today; each test logged with this kit takes one off."
      />
      <TextInput name="packTests" label="Tests in a full pack" decimal />
      <TextInput name="price" label="Price of a full pack" unit={currency} decimal />
      <TextInput name="openedOn" label="Opened on" type="date" />
      <TextInput name="goodUntil" label="Good until" type="date" hint="The date on the pack." />
    </div>
  </DraftForm>
)
