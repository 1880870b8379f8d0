'use client'
import { METHODS, type Method, type Quantity } from '@/core'
import type { Fields } from '@/server/form'
import { pageLocale } from '@/ui/form/pageLocale'
import { SaveReadings } from '@/ui/form/SubmitButton'
import { numberOr } from '@/words/readNumber'
import { METHOD_WORDS } from '@/words/words'
import { type Action, DraftForm, FieldNote, useDraft } from './draft'
import { Choices, WhenInput } from './inputs'
import { SensesInput } from './SensesInput'

export interface TestRow {
  quantity: Quantity
  name: string
  unit: string
  step: number
  decimals: number
  /** Where the first tap on + or − begins. */
  start: number
  /** "in band 3 – 5", "last 4.0, yesterday" */
  band: string | undefined
  last: string | undefined
  /** "expected 7.6 (7.4 to 7.8)", by this tub's own record. */
  expected: string | undefined
}

const Row = ({ row }: { row: TestRow }) => {
  const { fields, set, errors, questions, idOf } = useDraft()
  const value = fields[row.quantity] ?? ''
  const nudge = (sign: 1 | -1) => {
    const now = numberOr(value, pageLocale())
    const next = value === '' || !Number.isFinite(now) ? row.start : now + sign * row.step
    set(row.quantity, Math.max(0, next).toFixed(row.decimals))
  }
  const button =
    'flex size-12 flex-none items-center justify-center rounded-md border border-line text-[22px] leading-none'
  return (
    <div className="border-hair border-t py-2.5">
      <div className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-3">
        <div className="min-w-0">
          <label htmlFor={idOf(row.quantity)} className="block font-medium leading-tight">
            {row.name}
          </label>
          <p className="note text-muted">
            {[row.band, row.last, row.expected].filter(Boolean).join(' · ') || ' '}
          </p>
        </div>
        <div className="flex items-center gap-2">
          <button
            type="button"
            className={button}
            aria-label={`${row.name} down`}
            onClick={() => nudge(-1)}
          >
            −
          </button>
          <div className="relative">
            <input
              id={idOf(row.quantity)}
              name={row.quantity}
              inputMode="decimal"
              autoComplete="off"
              value={value}
              onChange={(event) => set(row.quantity, event.target.value)}
              onKeyDown={(event) => {
                if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return
                event.preventDefault()
                nudge(event.key === 'ArrowUp' ? 1 : -1)
              }}
              aria-invalid={errors[row.quantity] !== undefined}
              aria-describedby={
                errors[row.quantity] || questions[row.quantity]
                  ? idOf(row.quantity, 'note')
                  : undefined
              }
              className="field w-[104px] pr-10 text-right font-semibold text-[20px]"
            />
            <span className="note pointer-events-none absolute top-1/2 right-2 -translate-y-1/2 text-muted">
              {row.unit}
            </span>
          </div>
          <button
            type="button"
            className={button}
            aria-label={`${row.name} up`}
            onClick={() => nudge(1)}
          >
            +
          </button>
        </div>
      </div>
      <FieldNote name={row.quantity} yes="Yes, that’s the reading" />
    </div>
  )
}

export const TestForm = ({
  action,
  tubId,
  rows,
  method,
  initial,
  latest,
  draftKey,
  submitLabel,
  replaces,
}: {
  action: Action
  tubId: number
  rows: readonly TestRow[]
  /** Asked for where it is left out. */
  method?: Method
  initial: Fields
  latest: string
  draftKey: string | undefined
  submitLabel: string
  /** The entry that this one corrects. */
  replaces?: number
}) => (
  <DraftForm
    action={action}
    draftKey={draftKey}
    initial={initial}
    hidden={{
      kind: 'test',
      tub: String(tubId),
      ...(method ? { method } : {}),
      ...(initial.kit ? { kit: initial.kit } : {}),
      ...(replaces ? { replaces: String(replaces) } : {}),
    }}
    submit={({ pending, fields, asked }) => {
      const read = rows.filter(({ quantity }) => fields[quantity]?.trim()).length
      return <SaveReadings pending={pending} asked={asked} read={read} label={submitLabel} />
    }}
  >
    {!method && (
      <div className="mb-4">
        <Choices
          name="method"
          label="Tested with"
          options={METHODS.map((value) => ({ value, label: METHOD_WORDS[value] }))}
        />
      </div>
    )}
    <div className="grid border-hair border-b lg:grid-cols-2 lg:gap-x-12">
      {rows.map((row) => (
        <Row key={row.quantity} row={row} />
      ))}
    </div>
    <div className="mt-4 mb-3 lg:mb-5">
      <WhenInput latest={latest} />
      <SensesInput />
    </div>
  </DraftForm>
)
