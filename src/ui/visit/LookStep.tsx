'use client'

import type { Sign } from '@/core'
import { type Action, DraftForm } from '../form/draft'
import { TextInput } from '../form/inputs'
import { SignChecks, signFields } from '../form/SignChecks'

/** The look that a visit begins with. What is ticked may close the tub; the visit then says so. */
export const LookStep = ({
  tubId,
  signs,
  keep,
}: {
  tubId: number
  /** What is wrong as far as anybody has said: still there, unless it is taken back. */
  signs: readonly Sign[]
  keep: Action
}) => (
  <DraftForm
    action={keep}
    draftKey={undefined}
    initial={{ note: '', ...signFields(signs) }}
    hidden={{ kind: 'look', tub: String(tubId), when: 'now' }}
    className="grid max-w-[560px] gap-3"
    submit={({ pending, fields }) => (
      <button type="submit" className="go w-full sm:w-auto" disabled={pending}>
        {Object.entries(fields).some(([name, value]) => name.startsWith('sign.') && value === 'yes')
          ? 'Save what you see'
          : 'It looks fine'}
      </button>
    )}
  >
    <SignChecks />
    <details>
      <summary className="quiet">Add a note</summary>
      <TextInput name="note" label="Note" />
    </details>
  </DraftForm>
)
