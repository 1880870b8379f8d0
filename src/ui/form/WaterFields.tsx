'use client'

import type { VolumeUnit } from '@/core'
import { useDraft } from './draft'
import { Choices, TextInput } from './inputs'

const SIGN: Record<VolumeUnit, string> = {
  litre: 'L',
  'US gallon': 'US gal',
  'imperial gallon': 'imp gal',
}

/** How much water came in: as a share, by the meter, or by how far the level rose. */
export const WaterFields = ({ volume }: { volume: VolumeUnit }) => {
  const { fields } = useDraft()
  const measured = fields.measured ?? 'share'
  return (
    <>
      <Choices
        name="measured"
        label="How much, as"
        options={[
          { value: 'share', label: 'a share of the tub' },
          { value: 'litres', label: volume === 'litre' ? 'litres' : 'gallons' },
          { value: 'level', label: 'a rise of the level' },
        ]}
      />
      {measured === 'share' && (
        <TextInput
          name="percent"
          label="Share of the water replaced"
          unit="%"
          decimal
          hint="100 for a full drain and refill."
        />
      )}
      {measured === 'litres' && (
        <TextInput name="litres" label="Water that came in" unit={SIGN[volume]} decimal />
      )}
      {measured === 'level' && (
        <TextInput
          name="level"
          label="The level rose by"
          unit={volume === 'US gallon' ? 'in' : 'cm'}
          decimal
          hint="For the surface of a tub half a metre deep."
        />
      )}
    </>
  )
}
