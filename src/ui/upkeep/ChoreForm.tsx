'use client'
import { LANES } from '@/core'
import type { Fields } from '@/server/form'
import { SubmitButton } from '@/ui/form/SubmitButton'
import { LANE_WORDS } from '@/words/choreWords'
import { type Action, DraftForm, useDraft } from '../form/draft'
import { Choices, TextArea, TextInput } from '../form/inputs'

const INTERVAL_FIELDS = ['days', 'soakHours', 'personHours', 'hoseVolume', 'shocks', 'drain']

export interface SchoolChoice {
  name: string
  words: string
  fields: Fields
}

const Schools = ({ schools }: { schools: readonly SchoolChoice[] }) => {
  const { set } = useDraft()
  if (schools.length === 0) return null
  return (
    <div>
      <p className="mb-1 font-medium text-[15px]">Common intervals</p>
      <div className="flex flex-wrap gap-2">
        {schools.map(({ name, words, fields }) => (
          <button
            key={name}
            type="button"
            className="plain !min-h-11 text-[15px]"
            title={words}
            onClick={() => {
              for (const field of INTERVAL_FIELDS) set(field, fields[field] ?? '')
            }}
          >
            {name}
          </button>
        ))}
      </div>
    </div>
  )
}

/** A chore as a rule: how often, how long, how, and what to mind. */
export const ChoreForm = ({
  action,
  tubId,
  chore,
  initial,
  schools,
  volumeUnit,
}: {
  action: Action
  tubId: number
  /** Nothing for a new one. */
  chore: string | undefined
  initial: Fields
  schools: readonly SchoolChoice[]
  volumeUnit: string
}) => (
  <DraftForm
    action={action}
    draftKey={`chore.${tubId}.${chore ?? 'new'}`}
    initial={initial}
    merges={chore !== undefined}
    hidden={{ tub: String(tubId), ...(chore ? { chore } : {}) }}
    className="grid max-w-[620px] gap-5"
    submit={({ pending }) => (
      <SubmitButton pending={pending} className="go justify-self-start">
        {chore ? 'Save changes' : 'Add it'}
      </SubmitButton>
    )}
  >
    <TextInput name="name" label="Name" />
    <Choices
      name="lane"
      label="Group"
      options={LANES.map((value) => ({ value, label: LANE_WORDS[value] }))}
    />
    <Schools schools={schools} />
    <fieldset className="grid gap-3">
      <legend className="font-semibold text-[17px]">How often: whichever comes first</legend>
      <div className="grid gap-4 sm:grid-cols-3">
        <TextInput name="days" label="Every" unit="days" decimal />
        <TextInput name="personHours" label="After" unit="person-hours" decimal />
        <TextInput name="soakHours" label="After" unit="hours in use" decimal />
        <TextInput name="shocks" label="With every nth shock" decimal />
        <TextInput name="hoseVolume" label="Hose volume" unit={volumeUnit} decimal />
      </div>
      <Choices
        name="drain"
        label="With a drain"
        options={[
          { value: '', label: 'No' },
          { value: 'before', label: 'The day before' },
          { value: 'with', label: 'While it’s empty' },
        ]}
      />
      <div className="grid grid-cols-2 gap-4 sm:grid-cols-3">
        <TextInput name="windowDays" label="Days early or late" unit="days" decimal />
        <TextInput name="minutes" label="Takes" unit="min" decimal />
      </div>
      <div className="grid grid-cols-2 gap-4 sm:grid-cols-3">
        <TextInput
          name="fromMonth"
          label="Only from month"
          decimal
          hint="1 to 12. Leave empty for all year."
        />
        <TextInput name="toMonth" label="to month" decimal />
      </div>
    </fieldset>
    <TextInput name="purpose" label="Why" />
    <TextInput name="needs" label="What you need" />
    <TextArea name="how" label="How it’s done, one step per line" />
    <TextArea name="cautions" label="Cautions, one per line" />
  </DraftForm>
)
