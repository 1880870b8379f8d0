'use client'

import { useEffect, useRef, useState } from 'react'
import {
  FILL_WATER_SOURCES,
  floorBroken,
  fromCelsius,
  fromLitres,
  fromMetres,
  HEALTH_FLOOR,
  keepOutAbove,
  type LengthUnit,
  MOST_KEEP_OUT_ABOVE,
  PROGRAMMES,
  type TemperatureUnit,
  toCelsius,
  toLitres,
  toMetres,
  type VolumeBasis,
  type VolumeUnit,
  volumeLitres,
} from '@/core'
import type { Fields } from '@/server/form'
import { PROGRAMME_TEXT, presetText, programmeName } from '@/words/programmeText'
import { formatStabilised, stabilised } from '@/words/programmeWords'
import { fieldNumber, numberOr } from '@/words/readNumber'
import { type Action, DraftForm, useDraft } from './draft'
import { Choices, TextInput, ZoneInput } from './inputs'
import { pageLocale } from './pageLocale'
import { BANDS, presetFields, programmeIn } from './presetFields'

const VOLUME_SIGN: Record<string, string> = {
  litre: 'L',
  'US gallon': 'US gal',
  'imperial gallon': 'imp gal',
}
const SOURCE_WORDS: Record<(typeof FILL_WATER_SOURCES)[number], string> = {
  town: 'Town supply',
  well: 'Well or bore',
  rain: 'Rain tank',
  delivered: 'Delivered by truck',
  softened: 'A water softener',
}
const numeric = (text: string | undefined) => numberOr(text, pageLocale())

/** What stands in fields goes along when their unit is switched; what is no number stays. */
const useSwitch = () => {
  const { fields, set } = useDraft()
  return (names: readonly string[], decimals: number, into: (value: number) => number) => {
    for (const name of names) {
      const value = numeric(fields[name])
      if (Number.isFinite(value)) set(name, fieldNumber(into(value), decimals, pageLocale()))
    }
  }
}

const VolumeWords = () => {
  const { fields } = useDraft()
  const unit = (fields.volumeUnit ?? 'litre') as VolumeUnit
  const metres = (name: string) => toMetres(numeric(fields[name]), fields.lengthUnit as LengthUnit)
  const basis: VolumeBasis =
    fields.volumeWay === 'box'
      ? {
          by: 'box',
          lengthMetres: metres('length'),
          widthMetres: metres('width'),
          depthMetres: metres('depth'),
        }
      : fields.volumeWay === 'round'
        ? { by: 'round', diameterMetres: metres('diameter'), depthMetres: metres('depth') }
        : {
            by: 'fill',
            minutes: numeric(fields.fillMinutes),
            litresPerMinute: toLitres(numeric(fields.fillFlow), unit),
          }
  const litres = volumeLitres(basis)
  if (!(litres > 0)) return null
  const shown = (value: number) => Math.round(value).toLocaleString(pageLocale())
  return (
    <p className="small" role="status">
      That makes{' '}
      <b>
        {shown(fromLitres(litres, unit))} {VOLUME_SIGN[unit]}
      </b>
      {unit !== 'litre' && ` (${shown(litres)} L)`}
      {fields.volumeWay !== 'fill' && ', less a tenth for seats and steps'}.
    </p>
  )
}

const VolumeStep = () => {
  const { fields } = useDraft()
  const convert = useSwitch()
  const unit = VOLUME_SIGN[fields.volumeUnit ?? 'litre']
  const length = fields.lengthUnit === 'inch' ? 'in' : 'cm'
  return (
    <div className="grid gap-4">
      <div className="flex flex-wrap gap-x-8 gap-y-4">
        <Choices
          name="volumeUnit"
          label="Volume in"
          onChoose={(next) =>
            convert(['volume', 'fillFlow'], 1, (value) =>
              fromLitres(
                toLitres(value, (fields.volumeUnit ?? 'litre') as VolumeUnit),
                next as VolumeUnit,
              ),
            )
          }
          options={[
            { value: 'litre', label: 'Litres' },
            { value: 'US gallon', label: 'US gallons' },
            { value: 'imperial gallon', label: 'Imperial gallons' },
          ]}
        />
        <Choices
          name="volumeWay"
          label="How do you know it?"
          options={[
            { value: 'figure', label: 'Data sheet' },
            { value: 'box', label: 'Rectangular tub' },
            { value: 'round', label: 'Round tub' },
            { value: 'fill', label: 'Fill time' },
          ]}
        />
      </div>
      {fields.volumeWay === 'figure' && (
        <div className="max-w-[240px]">
          <TextInput name="volume" label="Volume" unit={unit ?? ''} decimal />
        </div>
      )}
      {(fields.volumeWay === 'box' || fields.volumeWay === 'round') && (
        <>
          <Choices
            name="lengthUnit"
            label="Lengths in"
            onChoose={(next) =>
              convert(['length', 'width', 'diameter', 'depth'], 1, (value) =>
                fromMetres(
                  toMetres(value, (fields.lengthUnit ?? 'centimetre') as LengthUnit),
                  next as LengthUnit,
                ),
              )
            }
            options={[
              { value: 'centimetre', label: 'Centimetres' },
              { value: 'inch', label: 'Inches' },
            ]}
          />
          <div className="grid max-w-[560px] gap-4 sm:grid-cols-3">
            {fields.volumeWay === 'box' ? (
              <>
                <TextInput name="length" label="Length" unit={length} decimal />
                <TextInput name="width" label="Width" unit={length} decimal />
              </>
            ) : (
              <TextInput name="diameter" label="Diameter" unit={length} decimal />
            )}
            <TextInput name="depth" label="Water depth" unit={length} decimal />
          </div>
        </>
      )}
      {fields.volumeWay === 'fill' && (
        <div className="grid max-w-[560px] gap-4 sm:grid-cols-2">
          <TextInput name="fillMinutes" label="Minutes to fill" unit="min" decimal />
          <TextInput
            name="fillFlow"
            label="Hose flow"
            unit={`${unit} per minute`}
            decimal
            hint="Time how long a bucket of known size takes."
          />
        </div>
      )}
      {fields.volumeWay !== 'figure' && <VolumeWords />}
    </div>
  )
}

const SanitizerStep = () => {
  const { fields, set } = useDraft()
  const programme = programmeIn(fields)
  const fill = (programmeId: string, presetId: string) => {
    for (const [name, value] of Object.entries(presetFields(programmeId, presetId)))
      set(name, value)
  }
  const usualKeepOut = keepOutAbove({ programme: programme.id })
  const low = numeric(fields.sanitizerLow)
  const floor = floorBroken(programme.sanitizer, { low, high: low })
  return (
    <div className="grid gap-5">
      <Choices
        name="programme"
        label="Sanitizer programme"
        options={PROGRAMMES.map((one) => ({
          value: one.id,
          label: programmeName(one.id),
        }))}
        onChoose={(id) => fill(id, programmeIn({ programme: id }).presets[0].id)}
      />
      <p className="small max-w-[60ch] text-muted">{PROGRAMME_TEXT[programme.id].summary}</p>
      <fieldset>
        <legend className="mb-1 font-medium text-[15px]">Target</legend>
        <div className="grid max-w-[680px] gap-0">
          {programme.presets.map((preset) => {
            const { low, high } = preset.targets.sanitizer
            const below = floorBroken(programme.sanitizer, preset.targets.sanitizer)
            return (
              <label
                key={preset.id}
                className="flex min-h-14 cursor-pointer items-center gap-4 border-hair border-t py-2"
              >
                <input
                  type="radio"
                  name="preset"
                  value={preset.id}
                  checked={fields.preset === preset.id}
                  onChange={() => fill(programme.id, preset.id)}
                  className="size-5 flex-none accent-spruce"
                />
                <span className="min-w-0">
                  <b>{presetText(programme.id, preset.id).name}</b>{' '}
                  <span className="tabular text-muted">
                    {low} to {high} ppm
                  </span>
                  <span className="small block text-muted">
                    {presetText(programme.id, preset.id).note}
                  </span>
                  {below !== undefined && (
                    <span className="small block font-medium text-amber-ink">
                      Starts below the published floor of {below} ppm ({HEALTH_FLOOR.source}).
                    </span>
                  )}
                </span>
              </label>
            )
          })}
          {fields.preset === 'own' && (
            <label className="flex min-h-14 items-center gap-4 border-hair border-t py-2">
              <input
                type="radio"
                name="preset"
                value="own"
                checked
                readOnly
                className="size-5 flex-none accent-spruce"
              />
              <b>Your own ranges</b>
            </label>
          )}
        </div>
      </fieldset>
      {stabilised(programme) && (
        <p className="small max-w-[60ch] border-amber border-l-4 pl-3">{formatStabilised}</p>
      )}
      <details className="group">
        <summary className="quiet">Adjust ranges individually</summary>
        <div className="mt-2 grid max-w-[680px] gap-x-8 gap-y-3 sm:grid-cols-2">
          {BANDS.map(([band, name, unit]) => (
            <div key={band} className="grid grid-cols-2 items-start gap-2">
              <TextInput name={`${band}Low`} label={`${name}, from`} unit={unit} decimal />
              <TextInput name={`${band}High`} label="to" unit={unit} decimal />
            </div>
          ))}
          {MOST_KEEP_OUT_ABOVE[programme.sanitizer] > usualKeepOut && (
            <div>
              <TextInput name="keepOutAbove" label="Keep out above" unit="ppm" decimal />
              <p className="small mt-1 text-muted">
                Chlorine labels usually forbid getting in above {usualKeepOut} ppm. Check yours
                before raising this, up to {MOST_KEEP_OUT_ABOVE[programme.sanitizer]} at most.
              </p>
            </div>
          )}
        </div>
      </details>
      {floor !== undefined && (
        <p className="safety max-w-[60ch]" role="status">
          This range starts below {floor} ppm, the published floor for a hot tub in use (
          {HEALTH_FLOOR.source}). It will be mentioned wherever it matters.
        </p>
      )}
    </div>
  )
}

const FillStep = () => (
  <div className="grid gap-4">
    <Choices
      name="source"
      label="Fill water comes from"
      options={FILL_WATER_SOURCES.map((value) => ({ value, label: SOURCE_WORDS[value] }))}
    />
    <details>
      <summary className="quiet">It has been tested</summary>
      <div className="mt-2 grid max-w-[560px] gap-4 sm:grid-cols-3">
        <TextInput name="fillPh" label="pH" decimal />
        <TextInput name="fillAlkalinity" label="Alkalinity" unit="ppm" decimal />
        <TextInput name="fillHardness" label="Hardness" unit="ppm" decimal />
      </div>
    </details>
  </div>
)

const FilledStep = ({ today }: { today: string }) => {
  const { fields } = useDraft()
  return (
    <div className="flex flex-wrap items-start gap-4">
      <Choices
        name="filled"
        label="When was it filled?"
        options={[
          { value: 'unknown', label: 'Not known' },
          { value: 'known', label: 'On a known day' },
        ]}
      />
      {fields.filled === 'known' && (
        <div className="w-[200px]">
          <TextInput name="filledOn" label="Filled on" type="date" max={today} />
        </div>
      )}
    </div>
  )
}

const FIELDS_OF_STEP = [
  ['name', 'place', 'volume', 'length', 'width', 'diameter', 'depth', 'fillMinutes', 'fillFlow'],
  ['setTemperature', 'source', 'fillPh', 'fillAlkalinity', 'fillHardness', 'filledOn'],
]

const TITLES = ['The tub', 'Its water', 'Its sanitizer']

const NameStep = () => (
  <>
    <div className="grid max-w-[560px] gap-4 sm:grid-cols-2">
      <TextInput name="name" label="Name" hint="Any name you like." />
      <TextInput name="place" label="Place (optional)" />
    </div>
    <Choices
      name="kind"
      label="Kind"
      options={[
        { value: 'hard shell', label: 'Hard shell' },
        { value: 'inflatable', label: 'Inflatable' },
        { value: 'swim spa', label: 'Swim spa' },
      ]}
    />
    <VolumeStep />
    <div className="flex flex-wrap gap-x-8 gap-y-4">
      <Choices
        name="exposure"
        label="With the cover off, it’s in"
        options={[
          { value: 'shade', label: 'Shade, or evenings only' },
          { value: 'sun', label: 'Sun' },
          { value: 'indoors', label: 'Indoors' },
        ]}
      />
      <Choices
        name="supplementaryDisinfection"
        label="Built in"
        options={[
          { value: 'none', label: 'Neither' },
          { value: 'ozone', label: 'Ozone' },
          { value: 'UV lamp', label: 'UV lamp' },
        ]}
      />
    </div>
    <p className="small max-w-[60ch] text-muted">
      Sunlight and ozone use up sanitizer. The estimate starts from that and learns the rest.
    </p>
  </>
)

const WaterStep = ({ first, today }: { first: boolean; today: string }) => {
  const { fields } = useDraft()
  const convert = useSwitch()
  const sign = fields.temperatureUnit === 'fahrenheit' ? '°F' : '°C'
  return (
    <>
      <div className="flex flex-wrap items-start gap-x-8 gap-y-4">
        <Choices
          name="temperatureUnit"
          label="Temperature in"
          onChoose={(next) =>
            convert(['setTemperature'], 1, (value) =>
              fromCelsius(
                toCelsius(value, (fields.temperatureUnit ?? 'celsius') as TemperatureUnit),
                next as TemperatureUnit,
              ),
            )
          }
          options={[
            { value: 'celsius', label: '°C' },
            { value: 'fahrenheit', label: '°F' },
          ]}
        />
        <div className="w-[180px]">
          <TextInput name="setTemperature" label="Set to" unit={sign} decimal />
        </div>
        <Choices
          name="massUnit"
          label="Products weighed in"
          options={[
            { value: 'gram', label: 'Grams' },
            { value: 'ounce', label: 'Ounces' },
          ]}
        />
      </div>
      <FillStep />
      {first && <FilledStep today={today} />}
    </>
  )
}

/** All steps stay in the form, so that what stands in a hidden one is sent along. */
const Steps = ({ first, step, today }: { first: boolean; step: number; today: string }) => {
  const contents = [
    <NameStep key="name" />,
    <WaterStep key="water" first={first} today={today} />,
    <SanitizerStep key="sanitizer" />,
  ]
  return (
    <div className="grid gap-10">
      <ZoneInput />
      {TITLES.map((title, i) => (
        <section
          key={title}
          id={`tub-step-${i}`}
          tabIndex={-1}
          className={`${!first || step === i ? 'grid gap-5' : 'hidden'} outline-none`}
          aria-label={title}
        >
          <div>
            {first && (
              <p className="small mb-1 text-muted">
                Step {i + 1} of {TITLES.length}
              </p>
            )}
            <h2 className="serif text-[22px]">{title}</h2>
          </div>
          {contents[i]}
        </section>
      ))}
    </div>
  )
}

/** The tub, in three short steps the first time and on one page afterwards. */
export const TubForm = ({
  action,
  initial,
  first,
  today,
  draftKey,
  hidden,
}: {
  action: Action
  initial: Fields
  first: boolean
  today: string
  draftKey: string
  hidden?: Fields
}) => {
  const [step, setStep] = useState(0)
  const moved = useRef(false)
  const go = (to: number) => {
    moved.current = true
    setStep(to)
  }
  // Eyes, keys and screen readers begin at the top of the step that has just opened.
  useEffect(() => {
    if (!moved.current) return
    document.getElementById(`tub-step-${step}`)?.focus()
    scrollTo({ top: 0 })
  }, [step])
  const last = TITLES.length - 1
  const watched: Action = async (previous, data) => {
    const outcome = await action(previous, data)
    // Back to the earliest step that holds a wrong field.
    if (first && outcome && !outcome.ok) {
      const at = FIELDS_OF_STEP.findIndex((names) => names.some((name) => outcome.errors[name]))
      if (at >= 0) setStep(at)
    }
    return outcome
  }
  return (
    <DraftForm
      action={watched}
      draftKey={draftKey}
      initial={initial}
      {...(hidden ? { hidden } : {})}
      submit={({ pending }) => (
        <div className="mt-8 flex items-center gap-6">
          {first && step < last ? (
            <button type="button" key="on" className="go" onClick={() => go(step + 1)}>
              Next
            </button>
          ) : (
            <button type="submit" key="submit" className="go" disabled={pending}>
              {pending ? 'Saving…' : first ? 'Save and test' : 'Save changes'}
            </button>
          )}
          {first && step > 0 && (
            <button type="button" className="quiet" onClick={() => go(step - 1)}>
              Back
            </button>
          )}
        </div>
      )}
    >
      <Steps first={first} step={step} today={today} />
    </DraftForm>
  )
}
