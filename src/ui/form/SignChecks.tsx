'use client'
import { SIGNS } from '@/core'
import { useDraft } from './draft'

/** What was seen; none ticked is a tub that looks well. */
export const SignChecks = () => {
  const { fields, set } = useDraft()
  return (
    <fieldset>
      <legend className="mb-1 font-medium text-[15px]">What you see or smell</legend>
      <div className="flex flex-wrap gap-2">
        {SIGNS.map((sign) => (
          <label key={sign} className="choice">
            <input
              type="checkbox"
              name={`sign.${sign}`}
              value="yes"
              checked={fields[`sign.${sign}`] === 'yes'}
              onChange={(event) => set(`sign.${sign}`, event.target.checked ? 'yes' : '')}
            />
            <span className="first-letter:uppercase">{sign}</span>
          </label>
        ))}
      </div>
    </fieldset>
  )
}
