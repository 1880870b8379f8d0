'use client'

import type { Mark, Quantity } from '@/core'
import type { Fields } from '@/server/form'
import { Link } from '@/ui/Link'
import { QUANTITY_NAMES } from '@/words/quantityNames'
import { type Action, DraftForm, FieldNote, useDraft } from '../form/draft'
import { TextInput, WhenInput } from '../form/inputs'
import { SensesInput } from '../form/SensesInput'
import { StripTimer } from './StripTimer'

export interface ReaderPad {
  quantity: Quantity
  name: string
  unit: string
  due: boolean
  marks: readonly (Mark & { label: string })[]
}

const COUNT = ['none', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight']

/** Black or white, whichever stands off a colour: never less than 4.5 to 1, by the relative luminance of WCAG 2. */
const inkOn = (colour: string) => {
  const channel = (at: number) => {
    const value = Number.parseInt(colour.slice(at, at + 2), 16) / 255
    return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4
  }
  const luminance = 0.2126 * channel(1) + 0.7152 * channel(3) + 0.0722 * channel(5)
  return luminance > 0.179 ? '#000' : '#fff'
}

const Scale = ({ pad }: { pad: ReaderPad }) => {
  const { fields, set, errors, idOf } = useDraft()
  return (
    <fieldset
      className="flex min-w-0 flex-1 flex-col"
      aria-describedby={errors[pad.quantity] ? idOf(pad.quantity, 'note') : undefined}
    >
      <legend
        className={`w-full truncate text-center font-semibold text-[15px] ${pad.due ? 'text-amber-ink' : ''}`}
      >
        {pad.name}
      </legend>
      <p className="note -mt-0.5 mb-1 text-center text-muted">{pad.unit || '\u00a0'}</p>
      <div className="flex flex-1 flex-col justify-between">
        {pad.marks.map(({ value, between, colour, label }) => {
          const shown = String(value)
          const chosen = fields[pad.quantity] === shown
          return (
            <label key={shown} className={`mark ${between ? 'mark-between' : 'mark-block'}`}>
              <input
                type="radio"
                name={pad.quantity}
                value={shown}
                checked={chosen}
                onChange={() => set(pad.quantity, shown)}
              />
              <span style={colour ? { background: colour, color: inkOn(colour) } : undefined}>
                {label}
              </span>
            </label>
          )
        })}
      </div>
    </fieldset>
  )
}

const StartAgain = ({ pads }: { pads: readonly ReaderPad[] }) => {
  const { set } = useDraft()
  return (
    <button
      type="button"
      className="quiet"
      onClick={() => {
        for (const { quantity } of pads) set(quantity, '')
      }}
    >
      Start over
    </button>
  )
}

/** A strip read by taps: a column a pad, its blocks as they stand on the chart, and the places between them. */
export const StripReader = ({
  action,
  tubId,
  kitId,
  pads,
  dipSeconds,
  waitSeconds,
  reminder,
  temperatureUnit,
  photoHref,
  initial,
  latest,
}: {
  action: Action
  tubId: number
  kitId: number
  pads: readonly ReaderPad[]
  dipSeconds: number
  waitSeconds: number
  /** A line on technique, for those who have not done it often. */
  reminder: string | undefined
  temperatureUnit: string
  photoHref: string
  initial: Fields
  latest: string
}) => (
  <DraftForm
    action={action}
    draftKey={`strip.${tubId}.${kitId}`}
    initial={initial}
    hidden={{ kind: 'test', method: 'strip', tub: String(tubId), kit: String(kitId) }}
    submit={({ pending, fields, asked }) => {
      const read = pads.filter(({ quantity }) => fields[quantity]?.trim()).length
      return (
        <div className="sticky bottom-[64px] z-10 -mx-5 flex items-center gap-5 bg-paper px-5 py-1.5 lg:bottom-0 lg:py-2.5 lg:mx-0 lg:px-0">
          <StartAgain pads={pads} />
          <button type="submit" className="go flex-1 lg:max-w-[320px]" disabled={pending}>
            {pending
              ? 'Saving…'
              : read === 0
                ? 'Save strip'
                : asked
                  ? 'Save as confirmed'
                  : read === 1
                    ? 'Save this one'
                    : `Save these ${COUNT[read] ?? read}`}
          </button>
        </div>
      )
    }}
  >
    <div className="mb-2 flex items-center justify-between gap-4 lg:max-w-[640px]">
      <div>
        <h2 className="serif title">Read all {COUNT[pads.length] ?? pads.length}</h2>
        <p className="small text-muted">
          {reminder ?? `Hold the strip along the edge.`} Tap a block, or between two.{' '}
          <Link href={photoHref} className="quiet min-h-0">
            From a picture
          </Link>
        </p>
      </div>
      <StripTimer
        dipSeconds={dipSeconds}
        waitSeconds={waitSeconds}
        storageKey={`pavrel.dipped.${tubId}`}
      />
    </div>
    <div className="flex gap-1.5 lg:max-w-[640px] lg:gap-3">
      {pads.map((pad) => (
        <Scale key={pad.quantity} pad={pad} />
      ))}
    </div>
    <div className="mt-2 grid gap-2 lg:max-w-[640px]">
      {pads.map(({ quantity }) => (
        <FieldNote
          key={quantity}
          name={quantity}
          yes={`Yes, ${QUANTITY_NAMES[quantity].toLowerCase().replace('ph', 'pH')} reads that`}
        />
      ))}
    </div>
    <SensesInput />
    <details className="mt-2 lg:max-w-[640px]">
      <summary className="quiet">Earlier, or add temperature</summary>
      <div className="mt-2 mb-3 grid gap-4 sm:grid-cols-2">
        <TextInput name="temperature" label="Water temperature" unit={temperatureUnit} decimal />
        <WhenInput latest={latest} />
      </div>
    </details>
  </DraftForm>
)
