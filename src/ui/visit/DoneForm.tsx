'use client'

import type { Fields } from '@/server/form'
import { type Action, DraftForm } from '../form/draft'
import { TextInput } from '../form/inputs'

/** Marks a job done; a note and what it used only where somebody wants to say so. */
export const DoneForm = ({
  action,
  hidden,
  used,
}: {
  action: Action
  hidden: Fields
  /** A product it takes from the shelf, and its unit. */
  used: { name: string; unit: string } | undefined
}) => (
  <DraftForm
    action={action}
    draftKey={undefined}
    initial={{ note: '', used: '' }}
    hidden={hidden}
    className="grid gap-2"
    submit={({ pending }) => (
      <button
        type="submit"
        className="go w-full sm:w-auto sm:justify-self-start"
        disabled={pending}
      >
        Done
      </button>
    )}
  >
    <details>
      <summary className="quiet">Done differently…</summary>
      <div className="grid max-w-[420px] gap-3 py-2">
        <TextInput name="note" label="Note" />
        {used && <TextInput name="used" label={`${used.name} used`} unit={used.unit} decimal />}
      </div>
    </details>
  </DraftForm>
)
