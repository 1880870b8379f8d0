import type { ProgrammeId } from './programme'

export type SwitchReason =
  | 'same'
  | 'biguanide and halogen'
  | 'peroxide and halogen'
  | 'bromide in the water'
  | 'silver and bromine'
  | 'silver out first'
  | 'start the bank'
  | 'measure the salt'
  | 'free'

export interface SwitchAdvice {
  /** Nothing in the way; water must be changed; or it works, with this to know. */
  kind: 'free' | 'drain' | 'mind'
  reason: SwitchReason
}

type Sort = 'chlorine' | 'bromine' | 'biguanide' | 'peroxide'

const sortOf = (id: ProgrammeId): Sort => {
  if (id === 'biguanide') return 'biguanide'
  if (id === 'hydrogen peroxide') return 'peroxide'
  return id.includes('brom') ? 'bromine' : 'chlorine'
}

const isSalt = (id: ProgrammeId) => id.includes('salt')
const isSilver = (id: ProgrammeId) => id === 'silver or mineral with low chlorine'

/** What a change of programme asks of the water that is in the tub. Common practice and the labels. */
export const switchAdvice = (from: ProgrammeId, to: ProgrammeId): SwitchAdvice => {
  const [a, b] = [sortOf(from), sortOf(to)]
  if (from === to) return { kind: 'free', reason: 'same' }
  if (a !== b && (a === 'biguanide' || b === 'biguanide'))
    return {
      kind: 'drain',
      reason: 'biguanide and halogen',
    }
  if (a !== b && (a === 'peroxide' || b === 'peroxide'))
    return {
      kind: 'drain',
      reason: 'peroxide and halogen',
    }
  if (a === 'bromine' && b === 'chlorine')
    return {
      kind: 'drain',
      reason: 'bromide in the water',
    }
  if (a === 'bromine' && isSilver(to)) return { kind: 'drain', reason: 'silver and bromine' }
  if (a === 'chlorine' && b === 'bromine')
    return {
      kind: 'mind',
      reason: isSilver(from) ? 'silver out first' : 'start the bank',
    }
  if (isSalt(to) && !isSalt(from))
    return {
      kind: 'mind',
      reason: 'measure the salt',
    }
  return {
    kind: 'free',
    reason: 'free',
  }
}
