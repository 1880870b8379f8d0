'use client'

import { useState } from 'react'
import { QUANTITY, type Quantity } from '@/core'
import type { Fields } from '@/server/form'
import { pageLocale } from '@/ui/form/pageLocale'
import { SubmitButton } from '@/ui/form/SubmitButton'
import { QUANTITY_NAMES } from '@/words/quantityNames'
import { numberOr } from '@/words/readNumber'
import { type Action, DraftForm, FieldNote, useDraft } from '../form/draft'
import { TextInput } from '../form/inputs'
import { ChartTeacher } from './ChartTeacher'

interface Named {
  value: Quantity
  label: string
}

const UNTAUGHT = '#c9c2b4'

/** One pad: what it reads, the values of its blocks in a line, and, once taught, their colours. */
const Pad = ({ index, quantities }: { index: number; quantities: readonly Named[] }) => {
  const { fields, set } = useDraft()
  const quantityField = `pad.${index}.quantity`
  const valuesField = `pad.${index}.values`
  const values = (fields[valuesField] ?? '').split(/[\s;]+/).filter(Boolean)
  const coloured = values.some((_, j) => fields[`pad.${index}.colour.${j}`])
  const [asked, setAsked] = useState(false)
  const teaching = asked || coloured
  return (
    <div className="border-hair border-t py-3">
      <div className="grid gap-3 sm:grid-cols-[200px_1fr]">
        <div>
          <label htmlFor={quantityField} className="mb-1 block font-medium text-[15px]">
            Pad {index + 1}
          </label>
          <select
            id={quantityField}
            name={quantityField}
            value={fields[quantityField] ?? ''}
            onChange={(event) => set(quantityField, event.target.value)}
            className="field"
          >
            <option value="">no pad</option>
            {quantities.map(({ value, label }) => (
              <option key={value} value={value}>
                {label}
              </option>
            ))}
          </select>
          <FieldNote name={quantityField} yes="" />
        </div>
        {fields[quantityField] && (
          <TextInput name={valuesField} label="Block values, as on the bottle" />
        )}
      </div>
      {fields[quantityField] && values.length > 1 && (
        <div className="mt-2 flex flex-wrap items-end gap-3">
          {teaching ? (
            values.map((value, j) => {
              const field = `pad.${index}.colour.${j}`
              return (
                // biome-ignore lint/suspicious/noArrayIndexKey: a block is known by its place
                <label key={j} className="note text-center">
                  <input
                    type="color"
                    name={field}
                    value={fields[field] ?? UNTAUGHT}
                    onChange={(event) => set(field, event.target.value)}
                    className="block h-11 w-12"
                    aria-label={`Colour of ${value}`}
                  />
                  {value}
                </label>
              )
            })
          ) : (
            <button type="button" className="quiet" onClick={() => setAsked(true)}>
              Enter my chart’s colours
            </button>
          )}
        </div>
      )}
    </div>
  )
}

/** Every pad that is there, and room for one more. */
const Pads = ({ offered, quantities }: { offered: number; quantities: readonly Named[] }) => {
  const { fields } = useDraft()
  const places = Array.from({ length: offered }, (_, i) => i)
  const last = places.findLast((i) => fields[`pad.${i}.quantity`]) ?? -1
  const values = places.slice(0, last + 1).map((i) =>
    (fields[`pad.${i}.values`] ?? '')
      .split(/[\s;]+/)
      .filter(Boolean)
      .map((one) => numberOr(one, pageLocale())),
  )
  return (
    <>
      {values.every((row) => row.length > 1) && <ChartTeacher values={values} />}
      <div className="border-hair border-b">
        {places.slice(0, last + 2).map((index) => (
          <Pad key={index} index={index} quantities={quantities} />
        ))}
      </div>
    </>
  )
}

/** Everything that a kit is: blocks or factors, seconds, and how far it can be trusted. */
export const KitForm = ({
  action,
  tubId,
  kitId,
  kind,
  initial,
  padsOffered,
  tests,
  quantities,
  errors,
}: {
  action: Action
  tubId: number
  kitId: number
  kind: 'strip' | 'drops' | 'meter'
  initial: Fields
  padsOffered: number
  tests: readonly Quantity[]
  quantities: readonly Named[]
  errors: readonly { quantity: Quantity; name: string; unit: string; usual: number }[]
}) => (
  <DraftForm
    action={action}
    draftKey={`kit.${kitId}`}
    initial={initial}
    merges
    hidden={{ tub: String(tubId), kit: String(kitId) }}
    className="grid max-w-[680px] gap-5"
    submit={({ pending }) => (
      <SubmitButton pending={pending} className="go justify-self-start">
        Save
      </SubmitButton>
    )}
  >
    <TextInput name="name" label="Name" />
    {kind === 'strip' && (
      <>
        <div className="grid grid-cols-2 gap-4">
          <TextInput name="dipSeconds" label="Dip" unit="s" decimal />
          <TextInput name="waitSeconds" label="Read after" unit="s" decimal />
        </div>
        <Pads offered={padsOffered} quantities={quantities} />
      </>
    )}
    {tests.map((quantity) => (
      <div key={quantity} className="grid grid-cols-2 gap-4">
        <TextInput
          name={`drop.${quantity}.perDrop`}
          label={`${QUANTITY_NAMES[quantity]}: a drop is`}
          unit={QUANTITY[quantity].unit}
          decimal
        />
        <TextInput name={`drop.${quantity}.sample`} label="in a sample of" unit="mL" decimal />
      </div>
    ))}
    <details>
      <summary className="quiet">Accuracy</summary>
      <p className="small mt-1 mb-3 max-w-[60ch] text-muted">
        One standard deviation: two in three readings fall within it. If empty, what such kits
        usually do: {kind === 'drops' ? 'half a drop and 4 %' : 'assumed from experience'}.
      </p>
      <div className="grid grid-cols-2 gap-4 sm:grid-cols-3">
        {errors.map(({ quantity, name, unit, usual }) => (
          <TextInput
            key={quantity}
            name={`error.${quantity}`}
            label={name}
            unit={unit}
            hint={kind === 'drops' ? '' : `usually ${usual}`}
            decimal
          />
        ))}
      </div>
    </details>
  </DraftForm>
)
