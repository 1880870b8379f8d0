'use client'
import { EMERGENCIES, SIGNS, type Sign } from '@/core'
import { SIGN_LABELS } from '@/words/signText'
import { SignGroups } from '../trouble/SignGroups'
import { useDraft } from './draft'

/** The fields of a form in which these are ticked already. */
export const signFields = (signs: readonly Sign[]): Record<string, string> =>
  Object.fromEntries(signs.map((sign) => [`sign.${sign}`, 'yes']))

/** What was seen; none ticked is a tub that looks well. */
export const SignChecks = () => {
  const { fields, set } = useDraft()
  const ticked = SIGNS.filter((sign) => fields[`sign.${sign}`] === 'yes')
  return (
    <SignGroups
      checked={ticked}
      grave={[...EMERGENCIES, ...ticked.filter((sign) => sign === 'smell' || sign === 'flakes')]}
      chip={(sign) => (
        <label key={sign} className="sign">
          <input
            type="checkbox"
            name={`sign.${sign}`}
            value="yes"
            checked={fields[`sign.${sign}`] === 'yes'}
            onChange={(event) => set(`sign.${sign}`, event.target.checked ? 'yes' : '')}
          />
          <span>{SIGN_LABELS[sign]}</span>
        </label>
      )}
    />
  )
}
