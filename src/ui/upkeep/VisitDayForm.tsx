'use client'

import type { Fields } from '@/server/form'
import { SubmitButton } from '@/ui/form/SubmitButton'
import { type Action, DraftForm } from '../form/draft'
import { Choices, TextInput } from '../form/inputs'

const DAYS = [
  { value: '1', label: 'Mon' },
  { value: '2', label: 'Tue' },
  { value: '3', label: 'Wed' },
  { value: '4', label: 'Thu' },
  { value: '5', label: 'Fri' },
  { value: '6', label: 'Sat' },
  { value: '0', label: 'Sun' },
  { value: '', label: 'no fixed day' },
]

/** The day of the week on which chores and tests gather, within what each can wait. */
export const VisitDayForm = ({
  initial,
  zone,
  tubId,
  keep,
}: {
  initial: Fields
  zone: string
  tubId: number
  keep: Action
}) => (
  <section aria-labelledby="visit-day" className="max-w-[560px]">
    <h2 id="visit-day" className="head">
      Weekly visit
    </h2>
    <p className="small mt-1 mb-2 text-muted">
      Chores and tests gather on this day where they can wait, or be done early, so long. What is
      urgent keeps its own day.
    </p>
    <DraftForm
      action={keep}
      draftKey={undefined}
      initial={initial}
      hidden={{ tub: String(tubId), zone }}
      className="grid gap-3"
      submit={({ pending }) => <SubmitButton pending={pending}>Save the weekly visit</SubmitButton>}
    >
      <Choices name="weekday" label="Day" options={DAYS} />
      <div className="w-[140px]">
        <TextInput name="time" label="Time" hint="for example 10:00" />
      </div>
    </DraftForm>
  </section>
)
