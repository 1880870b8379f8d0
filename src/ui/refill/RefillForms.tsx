'use client'

import type { Fields } from '@/server/form'
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
      <button type="submit" className="plain" disabled={pending}>
        {pending ? 'Writing…' : planned ? 'Move it' : 'Set it so'}
      </button>
    )}
  >
    <Choices
      name="mode"
      label="Counted"
      options={[
        { value: 'ready by', label: 'Back from ready by' },
        { value: 'start at', label: 'Forward from' },
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
      hidden={{ tub: String(tubId) }}
      className="mt-2 grid max-w-[640px] gap-5"
      submit={({ pending }) => (
        <button type="submit" className="plain justify-self-start" disabled={pending}>
          {pending ? 'Writing…' : 'Keep it so'}
        </button>
      )}
    >
      <Choices
        name="drainBy"
        label="Drained by"
        options={[
          { value: 'pump', label: 'Pump' },
          { value: 'gravity', label: 'Gravity' },
          { value: 'both', label: 'Both' },
        ]}
      />
      <Choices
        name="drainTo"
        label="Where the water may go, by your local rule"
        options={[
          { value: '', label: 'Not asked yet' },
          { value: 'sewer', label: 'Sewer' },
          { value: 'own ground', label: 'Own ground' },
          { value: 'elsewhere', label: 'As the rule says' },
        ]}
      />
      <Choices name="neutralise" label="Take the sanitizer out first" options={YES_NO} />
      <Choices
        name="metalsFirst"
        label="Inhibitor against metals first, a day (well or hard water)"
        options={YES_NO}
      />
      <Choices name="newTub" label="The tub is new" options={YES_NO} />
      <div className="grid gap-4 sm:grid-cols-3">
        <TextInput name="purgeHours" label="Purge stands" unit="h" decimal />
        <TextInput name="heaterKilowatts" label="Heater" unit="kW" decimal hint="On its plate." />
        <div>
          <TextInput name="pump" label="Pump" unit={litre} decimal />
          <Choices
            name="pumpPer"
            label="Pump is given by the"
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
        <legend className="mb-1 font-medium text-[15px]">No hand free</legend>
        <div className="grid grid-cols-2 gap-4 sm:grid-cols-4">
          <TextInput name="nightFrom" label="Nights from" unit="h" decimal />
          <TextInput name="nightTo" label="to" unit="h" decimal />
          <TextInput name="workFrom" label="Weekdays from" unit="h" decimal />
          <TextInput name="workTo" label="until" unit="h" decimal />
        </div>
      </fieldset>
      <fieldset>
        <legend className="mb-1 font-medium text-[15px]">Prices, in your money</legend>
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
          Keep
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
          <TextInput name="seconds" label="is full in" unit="s" decimal />
        </>,
      )}
      {form(
        'drain',
        { depth: '', drop: '', minutes: '10' },
        <>
          <TextInput name="depth" label="Drain: depth before" unit="cm" decimal />
          <TextInput name="drop" label="fallen by" unit="cm" decimal />
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
