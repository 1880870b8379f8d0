import { FILL_WATER_SOURCES, fromCelsius, type TemperatureUnit, toCelsius } from '@/core'
import { useSwitch } from '@/ui/form/tub/VolumeStep'
import { useDraft } from '../draft'
import { Choices, TextInput } from '../inputs'

const SOURCE_WORDS: Record<(typeof FILL_WATER_SOURCES)[number], string> = {
  town: 'Town supply',
  well: 'Well or bore',
  rain: 'Rain tank',
  delivered: 'Delivered by truck',
  softened: 'A water softener',
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

export const WaterStep = ({ first, today }: { first: boolean; today: string }) => {
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
