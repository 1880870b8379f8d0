'use client'

import { type Action, DraftForm } from '@/ui/form/draft'
import { TextInput } from '@/ui/form/inputs'
import { SubmitButton } from '@/ui/form/SubmitButton'

/** Signs a month off by name. */
export const SignForm = ({
  action,
  tubId,
  month,
  digest,
  zone,
}: {
  action: Action
  tubId: number
  month: string
  digest: string
  zone: string
}) => (
  <DraftForm
    action={action}
    draftKey={undefined}
    initial={{}}
    hidden={{ tub: String(tubId), month, digest, zone }}
    className="flex flex-wrap items-start gap-4 print:hidden"
    submit={({ pending }) => (
      <SubmitButton pending={pending} className="plain mt-7">
        Sign off
      </SubmitButton>
    )}
  >
    <TextInput name="name" label="Signed off by" autoComplete="name" />
  </DraftForm>
)
