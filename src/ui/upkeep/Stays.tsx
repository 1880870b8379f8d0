'use client'

import { useState } from 'react'
import type { GuestStay } from '@/core'
import { SubmitButton } from '@/ui/form/SubmitButton'
import { STAY_NAMES } from '@/words/stayNames'
import { formatHealth } from '@/words/verdictWords'
import { type DisplayPreferences, day, lowerFirst } from '@/words/words'
import { type Action, DraftForm, FieldNote } from '../form/draft'
import { Choices, TextInput } from '../form/inputs'
import { PostButton } from '../form/PostButton'
import { FileChoice } from '../test/FileChoice'

export type TakeCalendar = (
  fields: Record<string, string>,
  content: string,
) => Promise<{ sentences: string[] } | { errors: Record<string, string>; message?: string }>

const AS = [
  { value: 'guests', label: 'Guest stays' },
  { value: 'away', label: 'Absences' },
  { value: 'soaks', label: 'Single soaks' },
]

/** A booking calendar as a file; what it brought is said in sentences. */
const Import = ({
  tubId,
  take,
  preferences,
}: {
  tubId: number
  take: TakeCalendar
  preferences: DisplayPreferences
}) => {
  const [told, setTold] = useState<string[]>([])
  const [file, setFile] = useState<{ name: string; content: string }>()
  const action: Action = async (_, data) => {
    const fields: Record<string, string> = { tub: String(tubId), zone: preferences.timeZone }
    for (const [name, value] of data) if (typeof value === 'string') fields[name] = value
    if (!file)
      return {
        ok: false,
        errors: { file: 'Calendar file: choose one first (.ics).' },
        questions: {},
        fields,
      }
    const answer = await take(fields, file.content)
    if ('sentences' in answer) {
      setTold(answer.sentences)
      setFile(undefined)
      return { ok: true }
    }
    setTold([])
    return { ok: false, questions: {}, fields, ...answer }
  }
  return (
    <DraftForm
      action={action}
      draftKey={undefined}
      initial={{ as: 'guests', soaks: 'yes', hour: '19:00', people: '2', minutes: '40' }}
      className="mt-2 grid max-w-[560px] gap-4"
      submit={({ pending }) => (
        <button type="submit" className="plain justify-self-start" disabled={pending}>
          {pending ? 'Reading…' : 'Import'}
        </button>
      )}
    >
      <div>
        <FileChoice
          label={file ? `${file.name}: choose another` : 'Choose a calendar file'}
          className="plain inline-flex"
          accept=".ics,text/calendar"
          onFile={async (chosen) => setFile({ name: chosen.name, content: await chosen.text() })}
        />
        <FieldNote name="file" yes="" />
      </div>
      <Choices name="as" label="Its events are" options={AS} />
      <Choices
        name="soaks"
        label="Plan a soak every evening while guests are there"
        options={[
          { value: 'yes', label: 'Yes' },
          { value: 'no', label: 'No' },
        ]}
      />
      <div className="grid grid-cols-3 gap-4">
        <TextInput name="hour" label="At" />
        <TextInput name="people" label="People" decimal />
        <TextInput name="minutes" label="Minutes" decimal />
      </div>
      <p className="note text-muted">{formatHealth(preferences)}</p>
      {told.length > 0 && (
        <ul role="status" className="small">
          {told.map((sentence) => (
            <li key={sentence}>{sentence}</li>
          ))}
        </ul>
      )}
    </DraftForm>
  )
}

/** Guests and absences: chores keep clear of them, soaks are planned for them. */
export const Stays = ({
  tubId,
  stays,
  keep,
  drop,
  take,
  preferences,
}: {
  tubId: number
  stays: readonly GuestStay[]
  keep: Action
  drop: Action
  take: TakeCalendar
  preferences: DisplayPreferences
}) => (
  <section aria-labelledby="stays">
    <h2 id="stays" className="head">
      Guests and absences
    </h2>
    <p className="small max-w-[62ch] text-muted">
      Chores avoid these dates where possible: they move to the day before or the day after.
    </p>
    <ul className="small mt-1 max-w-[560px]">
      {stays.slice(0, 12).map((stay) => (
        <li
          key={stay.id}
          className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4 border-hair border-t py-0.5"
        >
          <span>
            <b>{stay.title}</b>, {lowerFirst(STAY_NAMES[stay.kind])}, {day(stay.from, preferences)}{' '}
            to {day(stay.to, preferences)}
          </span>
          <PostButton
            action={drop}
            hidden={{ tub: String(tubId), id: String(stay.id) }}
            label="Cancel"
            title={`Cancel: ${stay.title}, ${day(stay.from, preferences)}`}
          />
        </li>
      ))}
    </ul>
    {stays.length > 12 && (
      <p className="note text-muted">And {stays.length - 12} more after that.</p>
    )}
    <div className="flex flex-wrap gap-x-6">
      <details>
        <summary className="quiet">Add one</summary>
        <DraftForm
          key={stays.length}
          action={keep}
          draftKey={`stay.${tubId}`}
          initial={{ as: 'guests', title: '', from: '', to: '' }}
          hidden={{ tub: String(tubId), zone: preferences.timeZone }}
          className="mt-2 grid max-w-[460px] gap-4"
          submit={({ pending }) => <SubmitButton pending={pending}>Save</SubmitButton>}
        >
          <Choices name="as" label="These are" options={AS.slice(0, 2)} />
          <TextInput name="title" label="Name (optional)" />
          <div className="grid grid-cols-2 gap-4">
            <TextInput name="from" label="From" type="date" />
            <TextInput name="to" label="Until" type="date" />
          </div>
        </DraftForm>
      </details>
      <details>
        <summary className="quiet">From a calendar file</summary>
        <Import tubId={tubId} take={take} preferences={preferences} />
      </details>
    </div>
  </section>
)
