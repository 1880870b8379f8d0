'use client'

import { SENSES_OF_WATER } from '@/core'
import { SENSE_WORDS } from '@/words/testText'
import { useDraft } from './draft'
import { Choices } from './inputs'

/** How the water looks and smells with this test; asked only where the form begins with `senses`. */
export const SensesInput = () => {
  const { fields } = useDraft()
  if (fields.senses === undefined) return null
  return (
    <div className="mt-3">
      <div className="flex flex-wrap gap-x-8 gap-y-3">
        {(['look', 'smell'] as const).map((sense) => (
          <Choices
            key={sense}
            name={`senses.${sense}`}
            label={SENSE_WORDS[sense].label}
            options={SENSES_OF_WATER[sense].map((value) => ({
              value,
              label: SENSE_WORDS[sense].ways[value] ?? value,
            }))}
          />
        ))}
      </div>
      <p className="small mt-1 max-w-[58ch] text-muted">
        Optional: together with the readings it shows what good water is like here. Cloudy, tinted
        or a strong smell? Tick it in Trouble instead: nobody gets in.
      </p>
    </div>
  )
}
