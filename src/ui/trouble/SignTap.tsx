'use client'

import { startTransition, useState } from 'react'
import type { Sign } from '@/core'
import { SIGN_LABELS } from '@/words/signText'
import { Checking } from '../form/Checking'
import { type Action, usePost } from '../form/usePost'

/** One sign, kept the moment it is ticked. */
export const SignTap = ({
  sign,
  on,
  tubId,
  tick,
}: {
  sign: Sign
  on: boolean
  tubId: number
  tick: Action
}) => {
  const [wanted, setWanted] = useState(on)
  const { outcome, act, pending, checking } = usePost(tick)
  const shown = pending ? wanted : on
  return (
    <span className="sign-tap">
      <label className="sign">
        <input
          type="checkbox"
          checked={shown}
          aria-busy={pending}
          onChange={(event) => {
            const { checked } = event.target
            setWanted(checked)
            const data = new FormData()
            data.set('tub', String(tubId))
            data.set('sign', sign)
            data.set('on', checked ? 'yes' : 'no')
            startTransition(() => act(data))
          }}
        />
        <span>{SIGN_LABELS[sign]}</span>
      </label>
      {checking && <Checking />}
      {outcome && !outcome.ok && !pending && !checking && (
        <span role="alert" className="small block font-medium text-madder">
          {outcome.message}
        </span>
      )}
    </span>
  )
}
