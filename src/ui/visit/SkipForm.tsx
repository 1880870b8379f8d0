'use client'

import type { Fields } from '@/server/form'
import { type Action, DraftForm } from '../form/draft'
import { Choices, TextInput } from '../form/inputs'

const REASONS = ['no time', 'nothing at hand', 'bad weather', 'not needed']

/** Leaves one job out, with a reason that the list keeps. */
export const SkipForm = ({ action, hidden }: { action: Action; hidden: Fields }) => (
  <details>
    <summary className="quiet">Not today…</summary>
    <DraftForm
      action={action}
      draftKey={undefined}
      initial={{ said: '' }}
      hidden={{ ...hidden, to: 'skip' }}
      className="mt-2 grid max-w-[420px] gap-3"
      submit={({ pending }) => (
        <button type="submit" className="plain justify-self-start" disabled={pending}>
          Leave it out
        </button>
      )}
    >
      <Choices
        name="said"
        label="Why"
        options={REASONS.map((value) => ({ value, label: value }))}
        noted={false}
      />
      <TextInput name="said" label="Or in your words" />
    </DraftForm>
  </details>
)
