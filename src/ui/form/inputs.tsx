'use client'

import type { ReactNode } from 'react'
import { FieldNote, useDraft } from './draft'

const useInput = (name: string) => {
  const { fields, set, errors, questions, idOf } = useDraft()
  return {
    id: idOf(name),
    hintId: idOf(name, 'hint'),
    value: fields[name] ?? '',
    set: (value: string) => set(name, value),
    invalid: errors[name] !== undefined,
    described: errors[name] || questions[name] ? idOf(name, 'note') : undefined,
  }
}

export const TextInput = ({
  name,
  label,
  hint,
  unit,
  type = 'text',
  decimal = false,
  max,
  autoComplete = 'off',
  taps = [],
}: {
  name: string
  label: string
  hint?: string
  unit?: string
  type?: 'text' | 'date' | 'datetime-local'
  decimal?: boolean
  max?: string
  autoComplete?: string
  /** Figures that are put in by a tap. */
  taps?: readonly string[]
}) => {
  const { id, hintId, value, set, invalid, described } = useInput(name)
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="mb-1 block font-medium text-[15px]">
        {label}
      </label>
      <div className="flex items-center gap-2">
        <input
          id={id}
          name={name}
          type={type}
          inputMode={decimal ? 'decimal' : undefined}
          autoComplete={autoComplete}
          max={max}
          value={value}
          onChange={(event) => set(event.target.value)}
          aria-invalid={invalid}
          aria-describedby={described ?? (hint ? hintId : undefined)}
          className="field"
        />
        {unit && <span className="flex-none text-muted">{unit}</span>}
      </div>
      {taps.length > 0 && (
        <p className="mt-1 flex flex-wrap gap-x-4">
          {taps.map((figure) => (
            <button key={figure} type="button" className="quiet" onClick={() => set(figure)}>
              {figure} {unit}
            </button>
          ))}
        </p>
      )}
      {hint && (
        <p id={hintId} className="note mt-1 text-muted">
          {hint}
        </p>
      )}
      <FieldNote name={name} yes="Yes, that’s right" />
    </div>
  )
}

export const TextArea = ({ name, label }: { name: string; label: string }) => {
  const { id, value, set, invalid, described } = useInput(name)
  return (
    <div>
      <label htmlFor={id} className="mb-1 block font-medium text-[15px]">
        {label}
      </label>
      <textarea
        id={id}
        name={name}
        rows={3}
        value={value}
        onChange={(event) => set(event.target.value)}
        aria-invalid={invalid}
        aria-describedby={described}
        className="field"
      />
      <FieldNote name={name} yes="Yes, that’s right" />
    </div>
  )
}

export interface Option {
  value: string
  label: ReactNode
  disabled?: boolean
}

/** One of a few, each a large target. */
export const Choices = ({
  name,
  label,
  options,
  quietLabel = false,
  noted = true,
  onChoose,
}: {
  name: string
  label: string
  options: readonly Option[]
  quietLabel?: boolean
  /** Whether what is wrong is said here; not where another field of this name does. */
  noted?: boolean
  onChoose?: (value: string) => void
}) => {
  const { value, set, invalid, described } = useInput(name)
  return (
    <fieldset aria-describedby={described}>
      <legend className={quietLabel ? 'sr-only' : 'mb-1 font-medium text-[15px]'}>{label}</legend>
      <div className="flex flex-wrap gap-2">
        {options.map((option) => (
          <label key={option.value} className="choice">
            <input
              type="radio"
              name={name}
              value={option.value}
              checked={value === option.value}
              disabled={option.disabled}
              aria-invalid={invalid || undefined}
              onChange={() => {
                set(option.value)
                onChoose?.(option.value)
              }}
            />
            <span>{option.label}</span>
          </label>
        ))}
      </div>
      {noted && <FieldNote name={name} yes="Yes, that’s right" />}
    </fieldset>
  )
}

/** Where the person's clock stands, so that the server reads the same one. */
export const ZoneInput = () => (
  <input
    type="hidden"
    name="zone"
    value={Intl.DateTimeFormat().resolvedOptions().timeZone}
    suppressHydrationWarning
  />
)

/** "Just now", or an earlier day and time. */
export const WhenInput = ({
  latest,
  now = 'Just now',
  at = 'Day and time',
}: {
  latest: string
  now?: string
  at?: string
}) => {
  const { fields } = useDraft()
  return (
    <div className="flex flex-wrap items-start gap-x-4 gap-y-2">
      <Choices
        name="when"
        label="When"
        options={[
          { value: 'now', label: now },
          { value: 'earlier', label: 'Earlier' },
        ]}
      />
      {fields.when === 'earlier' && (
        <div className="min-w-[230px]">
          <TextInput name="at" label={at} type="datetime-local" max={latest} />
        </div>
      )}
      <ZoneInput />
    </div>
  )
}
