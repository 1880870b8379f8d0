'use client'

import type { Sign } from '@/core'
import type { Action } from '../form/usePost'
import { SignGroups } from './SignGroups'
import { SignTap } from './SignTap'

/** The picker where every tap is kept at once. */
export const TapSigns = ({
  signs,
  tubId,
  tick,
}: {
  signs: readonly Sign[]
  tubId: number
  tick: Action
}) => (
  <SignGroups
    asRows
    checked={signs}
    chip={(sign) => (
      <SignTap key={sign} sign={sign} on={signs.includes(sign)} tubId={tubId} tick={tick} />
    )}
  />
)
