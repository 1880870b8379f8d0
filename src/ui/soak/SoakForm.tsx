'use client'

import type { Fields } from '@/server/form'
import { SubmitButton } from '@/ui/form/SubmitButton'
import { type Action, DraftForm, FieldNote, useDraft } from '../form/draft'
import { Choices, TextInput, WhenInput } from '../form/inputs'

const PEOPLE = ['1', '2', '3', '4', '5', '6']
const MINUTES = ['15', '20', '30', '45', '60']

const Tick = ({ name, label }: { name: string; label: string }) => {
  const { fields, set } = useDraft()
  return (
    <label className="flex min-h-11 items-center gap-3">
      <input
        type="checkbox"
        name={name}
        value="yes"
        checked={fields[name] === 'yes'}
        onChange={(event) => set(name, event.target.checked ? 'yes' : '')}
        className="size-6 accent-spruce"
      />
      {label}
    </label>
  )
}

/** A soak in two taps: how many, how long; the rest only where it matters. */
export const SoakForm = ({
  action,
  tubId,
  initial,
  latest,
}: {
  action: Action
  tubId: number
  initial: Fields
  latest: string
}) => (
  <DraftForm
    action={action}
    draftKey={`soak-now.${tubId}`}
    initial={initial}
    hidden={{ kind: 'soak', tub: String(tubId) }}
    className="grid max-w-[520px] gap-4"
    submit={({ pending, fields, asked }) => (
      <SubmitButton
        pending={pending}
        asked={asked}
        className="go"
      >{`Log ${fields.people || '…'} ${fields.people === '1' ? 'person' : 'people'}, ${fields.minutes || '…'} minutes`}</SubmitButton>
    )}
  >
    <Choices
      name="people"
      label="People"
      options={PEOPLE.map((value) => ({ value, label: value }))}
      noted={false}
    />
    <Choices
      name="minutes"
      label="Minutes"
      options={MINUTES.map((value) => ({ value, label: value }))}
      noted={false}
    />
    <FieldNote name="overlap" yes="Yes, different people" />
    <details>
      <summary className="quiet">More: children, lotion, party, earlier</summary>
      <div className="mt-2 grid gap-3">
        <div className="grid grid-cols-3 gap-3">
          <TextInput name="people" label="People" decimal />
          <TextInput name="minutes" label="Minutes" decimal />
          <TextInput name="children" label="Of those, children" decimal />
        </div>
        <Tick name="lotion" label="Lotion, sunscreen or make-up" />
        <Tick name="party" label="A party (drinks, late, no shower)" />
        <WhenInput latest={latest} now="Just now" at="Started at" />
      </div>
    </details>
  </DraftForm>
)
