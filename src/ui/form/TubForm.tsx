'use client'

import { useEffect, useRef, useState } from 'react'
import type { Fields } from '@/server/form'
import { SanitizerStep } from '@/ui/form/tub/SanitizerStep'
import { VolumeStep } from '@/ui/form/tub/VolumeStep'
import { WaterStep } from '@/ui/form/tub/WaterStep'
import { type Action, DraftForm } from './draft'
import { Choices, TextInput, ZoneInput } from './inputs'

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
    <div className="grid max-w-[580px] gap-4 sm:grid-cols-2">
      <TextInput
        name="filtrationHours"
        label="Hours of filtration a day (optional)"
        decimal
        hint="As the panel is set. Jets on high hardly filter."
      />
      <TextInput
        name="jetsHours"
        label="Hours of jets a day by its clock (optional)"
        decimal
        hint="Without people in. They raise pH and cost power."
      />
    </div>
    <p className="small max-w-[60ch] text-muted">
      Sunlight and ozone use up sanitizer. The estimate starts from that and learns the rest.
    </p>
  </>
)
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
      merges={!first}
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
