import {
  fromLitres,
  fromMetres,
  type LengthUnit,
  toLitres,
  toMetres,
  type VolumeBasis,
  type VolumeUnit,
  volumeLitres,
} from '@/core'
import { fieldNumber, numberOr } from '@/words/readNumber'
import { useDraft } from '../draft'
import { Choices, TextInput } from '../inputs'
import { pageLocale } from '../pageLocale'

const VOLUME_SIGN: Record<string, string> = {
  litre: 'L',
  'US gallon': 'US gal',
  'imperial gallon': 'imp gal',
}

export const numeric = (text: string | undefined) => numberOr(text, pageLocale())

/** What stands in fields goes along when their unit is switched; what is no number stays. */
export const useSwitch = () => {
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

export const VolumeStep = () => {
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
