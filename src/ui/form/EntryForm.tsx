'use client'
import {
  type EntryKind,
  FILL_READ,
  FILL_WATER_SOURCES,
  METHODS,
  QUANTITY,
  type VolumeUnit,
} from '@/core'
import type { Fields } from '@/server/form'
import { SubmitButton } from '@/ui/form/SubmitButton'
import { QUANTITY_NAMES } from '@/words/quantityNames'
import { METHOD_WORDS, SOURCE_WORDS } from '@/words/words'
import { type Action, DraftForm, FieldNote } from './draft'
import { Choices, TextArea, TextInput, WhenInput } from './inputs'
import { ProductAndAmount } from './ProductChoice'
import type { ProductGroup } from './productOptions'
import { SignChecks } from './SignChecks'
import { WaterFields } from './WaterFields'

const FillFields = () => (
  <>
    <Choices
      name="source"
      label="Source"
      options={FILL_WATER_SOURCES.map((value) => ({ value, label: SOURCE_WORDS[value] }))}
    />
    <Choices
      name="method"
      label="Tested with"
      options={METHODS.map((value) => ({ value, label: METHOD_WORDS[value] }))}
    />
    <div className="grid grid-cols-2 gap-4 sm:grid-cols-3">
      {FILL_READ.map(([, quantity]) => (
        <TextInput
          key={quantity}
          name={quantity}
          label={QUANTITY_NAMES[quantity]}
          unit={QUANTITY[quantity].unit}
          decimal
        />
      ))}
    </div>
  </>
)

const CARRIED: Partial<Record<EntryKind, readonly string[]>> = {
  start: ['step'],
  feeder: ['boost'],
  chore: ['chore', 'outcome', 'product'],
  filter: ['set', 'act', 'recipe', 'seen'],
}

/** What belongs to an entry and is not for changing: a correction carries it along. */
const carried = (kind: EntryKind, initial: Fields): Fields =>
  Object.fromEntries(
    (CARRIED[kind] ?? [])
      .filter((name) => initial[name])
      .map((name) => [name, initial[name] ?? '']),
  )

/** Anything but a test: a dose outside a plan, a soak, a change of water, a note. */
export const EntryForm = ({
  action,
  tubId,
  kind,
  initial,
  latest,
  products,
  draftKey,
  submitLabel,
  replaces,
  volume = 'litre',
}: {
  action: Action
  tubId: number
  kind: Exclude<EntryKind, 'test'>
  initial: Fields
  latest: string
  products: readonly ProductGroup[]
  draftKey: string | undefined
  submitLabel: string
  /** The entry that this one corrects. */
  replaces?: number
  /** What a change of water is measured in. */
  volume?: VolumeUnit
}) => (
  <DraftForm
    action={action}
    draftKey={draftKey}
    initial={initial}
    hidden={{
      kind,
      tub: String(tubId),
      ...(replaces ? { replaces: String(replaces) } : {}),
      ...carried(kind, initial),
    }}
    className="grid max-w-[560px] gap-5"
    submit={({ pending, asked }) => (
      <SubmitButton pending={pending} className="go justify-self-start">
        {asked ? 'Save as confirmed' : submitLabel}
      </SubmitButton>
    )}
  >
    {kind === 'dose' && <ProductAndAmount groups={products} />}
    {kind === 'aeration' && (
      <TextInput name="minutes" label="Jets and air, cover open" unit="minutes" decimal />
    )}
    {kind === 'soak' && (
      <div className="grid grid-cols-2 gap-4">
        <TextInput name="people" label="People" decimal />
        <TextInput name="minutes" label="Minutes" decimal />
        <FieldNote name="overlap" yes="Yes, different people" />
      </div>
    )}
    {kind === 'water' && <WaterFields volume={volume} />}
    {kind === 'fillTest' && <FillFields />}
    {kind === 'feeder' && (
      <div className="grid grid-cols-2 gap-4">
        <TextInput name="setting" label="Opening or output" decimal />
        <TextInput name="tabletsLeft" label="Tablets left" decimal />
      </div>
    )}
    {kind === 'chore' && (
      <>
        <TextInput name="note" label="Note" />
        {initial.outcome === 'postponed' && (
          <TextInput name="until" label="Snooze until" type="date" />
        )}
        {initial.product && <TextInput name="used" label={`${initial.product} used`} decimal />}
      </>
    )}
    {kind === 'look' && (
      <>
        <SignChecks />
        <TextInput name="note" label="Note" />
      </>
    )}
    {kind === 'note' && <TextArea name="text" label="What happened" />}
    {kind === 'soak' ? (
      <WhenInput latest={latest} now="Just now" at="Started at" />
    ) : (
      <WhenInput latest={latest} />
    )}
  </DraftForm>
)
