'use client'

import type { EntryKind } from '@/core/journal/entry'
import type { Fields } from '@/server/form'
import { type Action, DraftForm, FieldNote } from './draft'
import { Choices, TextArea, TextInput, WhenInput } from './inputs'

/** Anything but a test: a dose outside a plan, a soak, a change of water, a note. */
export const EntryForm = ({
  action,
  tubId,
  kind,
  initial,
  latest,
  products,
  massUnit,
  draftKey,
  submitLabel,
  replaces,
}: {
  action: Action
  tubId: number
  kind: Exclude<EntryKind, 'test'>
  initial: Fields
  latest: string
  products: readonly { value: string; label: string }[]
  massUnit: string
  draftKey: string | undefined
  submitLabel: string
  /** The entry that this one corrects. */
  replaces?: number
}) => (
  <DraftForm
    action={action}
    draftKey={draftKey}
    initial={initial}
    hidden={{ kind, tub: String(tubId), ...(replaces ? { replaces: String(replaces) } : {}) }}
    className="grid max-w-[560px] gap-5"
    submit={({ pending, asked }) => (
      <button type="submit" className="go justify-self-start" disabled={pending}>
        {pending ? 'Writing…' : asked ? 'Keep as confirmed' : submitLabel}
      </button>
    )}
  >
    {kind === 'dose' && (
      <>
        <Choices name="product" label="Product" options={products} />
        <TextInput name="amount" label="Amount that went in" unit={massUnit} decimal />
        <FieldNote name="wait" yes="Yes, it went in all the same" />
      </>
    )}
    {kind === 'aeration' && (
      <TextInput name="minutes" label="Jets and air, cover open" unit="minutes" decimal />
    )}
    {kind === 'soak' && (
      <div className="grid grid-cols-2 gap-4">
        <TextInput name="people" label="People" decimal />
        <TextInput name="minutes" label="Minutes" decimal />
      </div>
    )}
    {kind === 'water' && (
      <TextInput
        name="percent"
        label="Share of the water that is new"
        unit="%"
        decimal
        hint="100 for a drain and refill."
      />
    )}
    {kind === 'note' && <TextArea name="text" label="What happened" />}
    <WhenInput latest={latest} />
  </DraftForm>
)
