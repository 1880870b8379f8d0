'use client'

import type { Fields } from '@/server/form'
import { SubmitButton } from '@/ui/form/SubmitButton'
import type { DisplayPreferences } from '@/words/words'
import { temperatureSign } from '@/words/words'
import { type Action, DraftForm } from '../form/draft'
import { Choices, TextInput } from '../form/inputs'

const YES_NO = [
  { value: 'yes', label: 'Yes' },
  { value: 'no', label: 'No' },
]

/** When it has to be ready, or when it can begin. */
export const SetDay = ({
  tubId,
  initial,
  set,
  preferences,
  planned,
}: {
  tubId: number
  initial: { mode: string; at: string }
  set: Action
  preferences: DisplayPreferences
  planned: boolean
}) => (
  <DraftForm
    key={`${initial.mode}${initial.at}`}
    action={set}
    draftKey={undefined}
    initial={initial}
    hidden={{ tub: String(tubId), zone: preferences.timeZone }}
    className="flex flex-wrap items-end gap-4"
    submit={({ pending }) => (
      <SubmitButton pending={pending} className="plain">
        {planned ? 'Move' : 'Set the day'}
      </SubmitButton>
    )}
  >
    <Choices
      name="mode"
      label="Schedule"
      options={[
        { value: 'ready by', label: 'Ready by' },
        { value: 'start at', label: 'Start at' },
      ]}
    />
    <div className="w-[220px]">
      <TextInput name="at" label="Day and time" type="datetime-local" />
    </div>
  </DraftForm>
)

/** How this tub's water is changed: asked once, kept. */
export const RefillSettingsForm = ({
  tubId,
  initial,
  keep,
  preferences,
}: {
  tubId: number
  initial: Fields
  keep: Action
  preferences: DisplayPreferences
}) => {
  const litre = preferences.units.volume === 'litre' ? 'L' : 'gal'
  const sign = temperatureSign(preferences.units.temperature)
  return (
    <DraftForm
      key={JSON.stringify(initial)}
      action={keep}
      draftKey={`refill.${tubId}`}
      initial={initial}
      merges
      hidden={{ tub: String(tubId) }}
      className="mt-2 grid max-w-[640px] gap-5"
      submit={({ pending }) => <SubmitButton pending={pending}>Save</SubmitButton>}
    >
      <Choices
        name="drainBy"
        label="How you drain"
        options={[
          { value: 'pump', label: 'Pump' },
          { value: 'gravity', label: 'Gravity' },
          { value: 'both', label: 'Both' },
        ]}
      />
      <Choices
        name="drainTo"
        label="Where the water may go, according to local rules"
        options={[
          { value: '', label: 'Not known yet' },
          { value: 'sewer', label: 'Sewer' },
          { value: 'own ground', label: 'Own ground' },
          { value: 'elsewhere', label: 'Somewhere else' },
        ]}
      />
      <Choices name="neutralise" label="Neutralise the sanitizer first" options={YES_NO} />
      <Choices
        name="metalsFirst"
        label="Metal inhibitor first, for a day (well or hard water)"
        options={[{ value: 'fill', label: 'By the fill water' }, ...YES_NO]}
      />
      <Choices name="newTub" label="The tub is new" options={YES_NO} />
      <div className="grid gap-4 sm:grid-cols-3">
        <TextInput name="purgeHours" label="Pipe flush works for" unit="h" decimal />
        <TextInput
          name="heaterKilowatts"
          label="Heater"
          unit="kW"
          decimal
          hint="From its rating plate."
        />
        <div>
          <TextInput name="pump" label="Pump" unit={litre} decimal />
          <Choices
            name="pumpPer"
            label="Pump rating per"
            quietLabel
            options={[
              { value: 'hour', label: 'an hour' },
              { value: 'minute', label: 'a minute' },
            ]}
          />
        </div>
        <TextInput name="hose" label="Hose" unit={`${litre}/min`} decimal />
        <TextInput name="fillTemperature" label="Fill water" unit={sign} decimal />
        <TextInput name="airTemperature" label="Air" unit={sign} decimal />
        <TextInput name="hoseFilter" label="Left in the hose filter" unit={litre} decimal />
      </div>
      <fieldset>
        <legend className="mb-1 font-medium text-[15px]">Times you’re unavailable</legend>
        <div className="grid grid-cols-2 gap-4 sm:grid-cols-4">
          <TextInput name="nightFrom" label="Nights from" unit="h" decimal />
          <TextInput name="nightTo" label="to" unit="h" decimal />
          <TextInput name="workFrom" label="Weekdays from" unit="h" decimal />
          <TextInput name="workTo" label="until" unit="h" decimal />
        </div>
      </fieldset>
      <fieldset>
        <legend className="mb-1 font-medium text-[15px]">Prices, in your currency</legend>
        <div className="grid grid-cols-3 gap-4">
          <TextInput name="waterPrice" label="Water, m³" decimal />
          <TextInput name="energyPrice" label="Energy, kWh" decimal />
          <TextInput name="productsPrice" label="Products" decimal />
        </div>
      </fieldset>
    </DraftForm>
  )
}

/** What a bucket, ten minutes and a thermometer say. */
export const MeasureForms = ({
  tubId,
  measure,
  preferences,
}: {
  tubId: number
  measure: Action
  preferences: DisplayPreferences
}) => {
  const litre = preferences.units.volume === 'litre' ? 'L' : 'gal'
  const sign = temperatureSign(preferences.units.temperature)
  const form = (rate: string, initial: Fields, fields: React.ReactNode) => (
    <DraftForm
      action={measure}
      draftKey={undefined}
      initial={initial}
      hidden={{ tub: String(tubId), rate }}
      className="grid grid-cols-2 items-end gap-3 border-hair border-t py-3 sm:grid-cols-4"
      submit={({ pending }) => (
        <button type="submit" className="quiet" disabled={pending}>
          Save
        </button>
      )}
    >
      {fields}
    </DraftForm>
  )
  return (
    <div className="max-w-[640px]">
      {form(
        'fill',
        { bucket: preferences.units.volume === 'litre' ? '10' : '2.5', seconds: '' },
        <>
          <TextInput name="bucket" label="Hose: a bucket of" unit={litre} decimal />
          <TextInput name="seconds" label="fills in" unit="s" decimal />
        </>,
      )}
      {form(
        'drain',
        { depth: '', drop: '', minutes: '10' },
        <>
          <TextInput name="depth" label="Drain: depth before" unit="cm" decimal />
          <TextInput name="drop" label="dropped by" unit="cm" decimal />
          <TextInput name="minutes" label="in" unit="min" decimal />
        </>,
      )}
      {form(
        'heat',
        { first: '', second: '', minutes: '60' },
        <>
          <TextInput name="first" label="Heater: from" unit={sign} decimal />
          <TextInput name="second" label="to" unit={sign} decimal />
          <TextInput name="minutes" label="in" unit="min" decimal />
        </>,
      )}
    </div>
  )
}
